import { v7 as uuid } from 'uuid';

const KEY = 'bluebell.device';
let ofThisPage: string | undefined;

/** This browser's own id, made once and kept; in a browser that keeps nothing, this page's. */
export function deviceId(): string {
  if (ofThisPage) return ofThisPage;
  try {
    const kept = localStorage.getItem(KEY);
    ofThisPage = kept ?? uuid();
    if (!kept) localStorage.setItem(KEY, ofThisPage);
  } catch {
    ofThisPage ??= uuid();
  }
  return ofThisPage;
}

export const newId = uuid;
