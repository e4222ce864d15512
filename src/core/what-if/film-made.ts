import { lotsOf } from '#core/run';
import type { RunView } from '#core/setup';
import { handsOf, pouredFilm, type FilmWord, type PouredFilm } from '#core/swirl';
import { filmBears, type FilmBears } from './film-bears.ts';
import { filmSetup } from './film.ts';

/** A film on a board is followed on so many cells across. Numerical. */
const CELLS = 36;
/** One that was said to have fallen short ran so much thicker than the thickest that reaches. Assumed. */
const BEYOND = 1.3;

/** The film that was made of a piece: as it is believed to have run, and as it was said to lie. Nothing of what is not swirled. */
export function filmMade(run: RunView, pieceId: string): PouredFilm | null {
  const piece = run.state.pieces.get(pieceId);
  if (!piece) return null;
  const { formulaId, stationId, doses, volumeMl, pouredAtMs, film, dabbedMl } = piece;
  const lot = lotsOf(run.state, formulaId).find(({ number }) => number === piece.lot);
  const setup = filmSetup(run, { formulaId, stationId, lot, doses }, pouredAtMs);
  if (!setup) return null;
  const { swirl } = setup;
  const believedPaS = swirl.batter.consistencyPaSn;
  const consistencyPaSn = asSaid(film, filmBears(swirl, volumeMl), believedPaS);
  return run.once(`film of ${pieceId} ${film} ${consistencyPaSn.toPrecision(3)} ${volumeMl} ${dabbedMl}`, () =>
    pouredFilm(
      { ...swirl, cells: CELLS, batter: { ...swirl.batter, consistencyPaSn } },
      ...([volumeMl, handsOf(swirl.way), dabbedMl] as const),
    ),
  );
}

/** How thick it ran by what was said of it; as believed where that fits. */
function asSaid(word: FilmWord | null, { holeFromPaS, shortFromPaS }: FilmBears, believedPaS: number): number {
  switch (word) {
    case null:
      return believedPaS;
    case 'covered':
    case 'thick':
      return Math.min(believedPaS, holeFromPaS);
    case 'hole':
      return Math.sqrt(holeFromPaS * shortFromPaS);
    case 'short':
      return Math.max(believedPaS, BEYOND * shortFromPaS);
  }
}
