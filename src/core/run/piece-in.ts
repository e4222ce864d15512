import { given } from '#core/given';
import type { Piece, RunState } from './state.ts';

/** A piece by an id that the state itself gave. @throws NotGiven */
export function pieceIn({ pieces }: Pick<RunState, 'pieces'>, pieceId: string): Piece {
  return given(pieces.get(pieceId), `piece ${pieceId} was poured`);
}

/** The pieces that lie on plates, in the order of their places. */
export function piecesOnPlates(state: Pick<RunState, 'pieces' | 'onPlate'>): Piece[] {
  return [...state.onPlate.values()].map((id) => pieceIn(state, id));
}
