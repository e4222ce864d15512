import { v7 as uuid } from 'uuid';

const KEY = 'bluebell.device';

/** This browser's own id, made once and kept. */
export function deviceId(): string {
  let id = localStorage.getItem(KEY);
  if (!id) localStorage.setItem(KEY, (id = uuid()));
  return id;
}

export const newId = uuid;
