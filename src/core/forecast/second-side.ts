import type { RunView } from '#core/setup';
import { secondSides, type SecondSideSeen, type SecondSides } from '#core/inference';
import type { SimulatedPiece, Window } from '#core/piece';
import { pinnedFormula, zoneKey, type Piece, type RunState } from '#core/run';
import { unpromptedLifts } from '#core/surface';

/** After "not yet" a piece is not asked for again sooner: so many seconds, or a share of the side until then. Assumed. */
const ASKED_AGAIN = { leastS: 5, share: 0.08 };

/**
 * What is believed of a batter's second sides by what was told of them: too soon to lift, a middle that was looked at, and
 * pieces that were lifted by eye.
 * @param predicted the second side of a piece as the piece model has it, from its flip, s; nothing when it is not known
 */
export function secondSidesTold(
  run: RunView,
  formulaId: string,
  predicted: (piece: Piece) => Window | undefined,
): SecondSides {
  const told = [...run.state.pieces.values()].filter(
    (piece) => piece.formulaId === formulaId && piece.flippedAtMs !== null,
  );
  const unprompted = unpromptedLifts(run.state, told);
  const seen = told.flatMap((piece) => {
    const said = saidOf(piece, unprompted.has(piece.id));
    const lift = said && predicted(piece);
    if (!lift) return [];
    const { atMs, ...says } = said;
    const at = { zone: zoneKey(piece.stationId, piece.zoneId), place: piece.placeId };
    return [{ atMs, seen: { ...says, ...at, insideS: lift.earliestS, bestS: lift.bestS } satisfies SecondSideSeen }];
  });
  const inOrder = seen.sort((a, b) => a.atMs - b.atMs).map((each) => each.seen);
  return secondSides(inOrder, pinnedFormula(run.pins, formulaId)?.learned?.lnSecond);
}

/** Whether anything was told of a batter's second sides. */
export function secondSidesSeen(state: RunState, formulaId: string): boolean {
  const pieces = [...state.pieces.values()].filter((piece) => piece.formulaId === formulaId);
  const unprompted = unpromptedLifts(state, pieces);
  return pieces.some((piece) => saidOf(piece, unprompted.has(piece.id)) !== null);
}

type Said = Pick<SecondSideSeen, 'says' | 'afterS'> & { readonly atMs: number };

/**
 * The one thing that was told of a piece's second side: how its middle was, or else when it was lifted by eye, or else the
 * last "not yet". Of a guessed moment nothing is told.
 */
function saidOf(
  { flippedAtMs, offAtMs, fate, assumed, centre, secondNotYetMs }: Piece,
  unprompted: boolean,
): Said | null {
  if (flippedAtMs === null || assumed.first) return null;
  const at = (says: Said['says'], atMs: number): Said => ({
    ...{ says, atMs },
    afterS: Math.max(1, (atMs - flippedAtMs) / 1000),
  });
  if (offAtMs !== null && fate === 'lifted' && !assumed.second) {
    if (centre) return at(centre === 'raw' ? 'longer' : centre, offAtMs);
    if (unprompted) return at('unprompted', offAtMs);
  }
  const tooSoonMs = secondNotYetMs.at(-1);
  return tooSoonMs === undefined ? null : at('longer', tooSoonMs);
}

/**
 * The lift of a batter whose second sides take so much longer, ln. One that takes longer does so as a whole; one that was
 * lifted sooner is never called before it is predicted to be done inside.
 */
export function liftLearned(usual: Window, lnLonger: number): Window {
  const factor = Math.exp(lnLonger);
  const bestS = Math.max(usual.earliestS, usual.bestS * factor);
  return {
    earliestS: usual.earliestS * Math.max(1, factor),
    bestS,
    latestS: Math.max(bestS, usual.latestS * factor),
  };
}

/** A piece whose second side goes as was learned: what says that it is done, its lift and its colours. */
export function secondLearned<T extends SimulatedPiece>(piece: T, lnLonger: number): T {
  const longer = Math.exp(Math.max(0, lnLonger));
  const { springsBackS, colouredS } = piece.done;
  return {
    ...piece,
    lift: liftLearned(piece.lift, lnLonger),
    done: {
      ...piece.done,
      ...(springsBackS === undefined ? {} : { springsBackS: longer * springsBackS }),
      ...(colouredS === undefined ? {} : { colouredS: longer * colouredS }),
    },
    appearances: { ...piece.appearances, secondStepS: longer * piece.appearances.secondStepS },
  };
}

/** A window after somebody said at `saidS` that it was too soon. */
export function askedAgain(window: Window, saidS: number | undefined): Window {
  if (saidS === undefined) return window;
  const bestS = saidS + Math.max(ASKED_AGAIN.leastS, ASKED_AGAIN.share * saidS);
  if (window.bestS >= bestS) return window;
  return { ...window, bestS, latestS: Math.max(window.latestS, bestS) };
}
