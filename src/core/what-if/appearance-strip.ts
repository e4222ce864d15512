import type { RunView } from '#core/setup';
import { paceOf } from '#core/inference';
import { appearanceAt, cuesBy, isServedPale, pieceAt, servedLift, type Appearance, type Cue } from '#core/piece';
import { liftPinned } from '#core/forecast';
import { firstZoneOf } from '#core/setup';
import { firstSideOn, pourHeat, type PourMoment } from './first-side.ts';
import { tableFor } from '#core/forecast';
import { believedC } from '#core/surface';

/** One moment of a piece to come. */
interface CookMoment {
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
  /** Its second face is still pale when it is done inside: heat does not colour it in that time. */
  readonly servedPale: boolean;
  readonly moments: readonly CookMoment[];
}

/** Shares of the first side and of the second at which a cook looks. Numerical. */
const FIRST = [0, 0.25, 0.45, 0.65, 0.85, 1];
const SECOND = [0.5, 1]; // Numerical.

/** How a formula's next piece will look at eight moments, poured at a moment on the first zone of its first station. */
export function cookStrip(run: RunView, formulaId: string, at: PourMoment): CookStrip | null {
  const where = firstZoneOf(run, formulaId);
  const heat = where && pourHeat(run, where, at);
  if (!heat) return null;
  const table = tableFor(run, where, at.pourMs);
  const { bestS: flipS, surfaceC } = firstSideOn(heat, table);
  const timeline = pieceAt(table, believedC(heat.expected, heat.known), paceOf(heat.known));
  const served = servedLift(timeline.lift, timeline.appearances, flipS);
  const pinnedS = run.state.secondSideS.get(formulaId);
  const liftS = (pinnedS === undefined ? served : liftPinned(served, pinnedS)).bestS;
  const moment = (atS: number, flipped: boolean): CookMoment => ({
    atS,
    flipped,
    look: appearanceAt(timeline.appearances, atS, flipped ? flipS : null),
    cue: cuesBy(timeline, Math.min(atS, flipS)).at(-1) ?? null,
  });
  return {
    ...{ surfaceC, flipS, liftS, servedPale: isServedPale(timeline.appearances, liftS) },
    moments: [
      ...FIRST.map((share) => moment(share * flipS, false)),
      ...SECOND.map((share) => moment(flipS + share * liftS, true)),
    ],
  };
}
