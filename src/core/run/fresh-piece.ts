import type { Piece } from './state.ts';

/** What happens to a piece after its pour. */
type Later = Pick<
  Piece,
  | (
      | 'flippedAtMs'
      | 'offAtMs'
      | 'fate'
      | 'flipTapId'
      | 'offTapId'
      | 'assumed'
      | 'turn'
      | 'centre'
      | 'film'
      | 'dabbedMl'
      | 'filmShown'
    )
  | ('faults' | 'cues' | 'secondNotYetMs' | 'shown')
>;

/** A piece as it is poured: nothing has been done with it yet, and nobody said anything of it. */
export function freshPiece(): Later {
  return {
    ...{ flippedAtMs: null, offAtMs: null, fate: 'firstSide', flipTapId: null, offTapId: null },
    ...{ assumed: { first: false, second: false }, turn: null, centre: null, film: null },
    ...{ dabbedMl: 0, filmShown: null },
    ...{ faults: [], cues: [], secondNotYetMs: [], shown: { first: null, second: null } },
  };
}
