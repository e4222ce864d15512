import { wrap, type Remote } from 'comlink';
import type { Desk } from './desk.worker.ts';

let remote: Remote<Desk> | undefined;

/** The one worker that predicts and plans. */
export function desk(): Remote<Desk> {
  remote ??= wrap<Desk>(new Worker(new URL('./desk.worker.ts', import.meta.url), { type: 'module', name: 'desk' }));
  return remote;
}
