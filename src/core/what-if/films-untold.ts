import { piecesOnPlates, type Piece } from '#core/run';
import { isSwirled, type RunView } from '#core/setup';

/** Pieces on plates that were swirled and of whose films nothing was told yet. */
export function filmsUntold(run: RunView): Piece[] {
  return piecesOnPlates(run.state).filter(
    (piece) => piece.filmShown === null && piece.flippedAtMs === null && isSwirled(run, piece),
  );
}
