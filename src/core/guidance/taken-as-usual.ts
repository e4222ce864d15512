import type { RunView } from '#core/setup';
import { isMixed, lotsOf } from '#core/run';

/** What a run that was begun at the griddle took as usual, and nobody has said since. */
export type TakenAsUsual = 'surface' | 'warmth' | 'thickness';

/** What is still taken as usual, so that it can be filled in later; nothing in a run that was planned. */
export function takenAsUsual({ state }: RunView): TakenAsUsual[] {
  const assumed = [...state.zones.values()].filter((zone) => zone.assumed);
  if (!assumed.length || state.finishedAtMs !== null) return [];
  const items = state.brief?.items ?? [];
  const lots = items.flatMap(({ formulaId }) => lotsOf(state, formulaId).filter(isMixed));
  return [
    ...(assumed.some(({ readings }) => !readings.length) ? (['surface'] as const) : []),
    ...(lots.some(({ warmths }) => !warmths.length) ? (['warmth'] as const) : []),
    ...(lots.some(({ readings }) => !readings.length) ? (['thickness'] as const) : []),
  ];
}
