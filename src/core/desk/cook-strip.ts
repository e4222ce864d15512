import { appearanceAt, cuesBy, pieceAt, type Appearance, type Cue } from '#core/piece';
import type { Pins, RunState } from '#core/run';
import { firstZoneOf, formulaOf } from './batter-run.ts';
import { tableFor, type TableCache } from './tables.ts';

/** One moment of a piece to come. */
export interface CookMoment {
  /** From the pour; after a flip at its best moment. */
  readonly atS: number;
  readonly flipped: boolean;
  readonly look: Appearance;
  /** The newest cue that shows; nothing before the first. */
  readonly cue: Cue | null;
}

export interface CookStrip {
  readonly surfaceC: number;
  readonly flipS: number;
  readonly liftS: number;
  readonly moments: readonly CookMoment[];
}

/** Shares of the first side and of the second at which a cook looks. */
const FIRST = [0, 0.25, 0.45, 0.65, 0.85, 1];
const SECOND = [0.5, 1];

/** How a formula's next piece will look at eight moments at the surface wanted, on its first station. */
export function cookStrip(
  pins: Pins,
  state: RunState,
  formulaId: string,
  nowMs: number,
  tables: TableCache,
): CookStrip | null {
  const where = firstZoneOf(pins, state, formulaId);
  if (!where) return null;
  const table = tableFor(pins, state, where, tables, nowMs);
  const surfaceC = formulaOf(pins, formulaId).heat.targetC;
  const timeline = pieceAt(table, surfaceC);
  const [flipS, liftS] = [timeline.flip.bestS, timeline.lift.bestS];
  const moment = (atS: number, flipped: boolean): CookMoment => ({
    atS,
    flipped,
    look: appearanceAt(timeline.appearances, atS, flipped ? flipS : null),
    cue: cuesBy(timeline, Math.min(atS, flipS)).at(-1) ?? null,
  });
  return {
    ...{ surfaceC, flipS, liftS },
    moments: [
      ...FIRST.map((share) => moment(share * flipS, false)),
      ...SECOND.map((share) => moment(flipS + share * liftS, true)),
    ],
  };
}
