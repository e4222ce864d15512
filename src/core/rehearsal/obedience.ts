import type { Prompt } from '#core/guidance';
import { zoneKey } from '#core/run';
import type { Kitchen } from './kitchen.ts';
import { normal, seedFrom, seeded } from '#core/statistics';
import type { Attention } from './rehearsal.ts';

/** Whether plates are looked at when the desk asks: never, or once before the first pour on each. */
export const LOOKS = ['one', 'never'] as const;
export type Looks = (typeof LOOKS)[number];

/** Looks are taken as told, questions are answered by hands of full attention alone; a row that waits for a colleague's tap waits. */
export function follows(
  prompt: Prompt,
  of: { readonly look: Looks; readonly attention: Attention },
  looked: ReadonlySet<string>,
): boolean {
  switch (prompt.kind) {
    case 'look':
      return of.look === 'one' && !looked.has(zoneKey(prompt.look.stationId, prompt.look.zoneId));
    case 'judge': // a test piece is asked for and cut open; colours of others only watchful hands tell
      return of.attention === 'full' || prompt.judgement.asks !== 'underside';
    case 'beneath':
      return of.attention === 'full';
    default:
      return true;
  }
}

/** How late hands are with something, ms. */
export function lateMs({ kind, key }: Prompt, { hands }: Pick<Kitchen, 'hands'>, seed: number): number {
  if (kind === 'task') return 0;
  const { lateS = 0, lateSdS = 0 } = hands;
  return 1000 * Math.max(0, lateS + lateSdS * normal(seeded(seedFrom(key, seed))));
}
