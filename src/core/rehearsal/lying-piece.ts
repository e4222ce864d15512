import type { Appearance, Cue, PieceInput } from '#core/piece';
import type { SpotOnPlate } from '#core/plate';
import type { KitchenPlate } from './kitchen-plate.ts';
import type { PatchedInside, Patchwork } from './patchwork.ts';
import { trueWindow, type TrueWindow } from './true-window.ts';

/** A piece as it truly lies on its plate, or lay until it came off. */
export interface LyingPiece {
  readonly pieceId: string;
  readonly plate: KitchenPlate;
  readonly spot: SpotOnPlate;
  readonly radiusMm: number;
  readonly live: Patchwork;
  readonly type: PieceInput['batter']['type'];
  readonly pouredS: number;
  flippedS: number | null;
  /** When its inside was done, s from the flip. */
  doneS: number | null;
  readonly called: Set<Cue>;
  off: (PatchedInside & { readonly look: Appearance }) | null;
}

/** How a piece really was when it came off, and when it should have been flipped, s from its pour. */
export interface TrueOutcome extends PatchedInside, TrueWindow {
  /** From when its inside would have held the flip, s from the pour; null when it never did. */
  readonly holdsS: number | null;
  /** As it came off. */
  readonly look: Appearance;
  readonly pouredS: number;
  readonly flippedS: number;
  /** When its inside was done, s from the flip; null when it came off before. */
  readonly doneS: number | null;
}

/** Share of a piece's radius at which the metal beneath is asked besides its middle. Numerical. */
const ASKED_AT = 0.6;

/** The metal beneath a piece, °C: the mean of its middle and of four spots around it. */
export function beneathC({ plate, spot: { xMm, yMm }, radiusMm }: LyingPiece): number {
  const r = ASKED_AT * radiusMm;
  return (
    (plate.at(xMm, yMm) +
      plate.at(xMm - r, yMm) +
      plate.at(xMm + r, yMm) +
      plate.at(xMm, yMm - r) +
      plate.at(xMm, yMm + r)) /
    5
  );
}

/** @throws RangeError while it lies on a plate. */
export function outcomeOf({ pieceId, live, flippedS, doneS, off, pouredS }: LyingPiece): TrueOutcome {
  if (!off || flippedS === null) throw new RangeError(`The piece ${pieceId} is not off yet.`);
  const moments = live.moments();
  return { ...off, pouredS, flippedS, doneS, holdsS: moments.holdsS ?? null, ...trueWindow(moments, flippedS) };
}
