import { MODEL_VERSION, lotsOf, type Payload } from '#core/run';
import type { RunView } from '#core/setup';
import { wordMatters } from './film-advice.ts';
import { filmBears } from './film-bears.ts';
import { filmSetup } from './film.ts';
import { filmsUntold } from './films-untold.ts';

/** Facts of advice not yet in the log: what each film on a plate bears, as it was poured. */
export function filmFacts(run: RunView): Payload<'film-shown'>[] {
  const facts: Payload<'film-shown'>[] = [];
  for (const piece of filmsUntold(run)) {
    const { id: pieceId, formulaId, stationId, doses, volumeMl, pouredAtMs } = piece;
    const lot = lotsOf(run.state, formulaId).find(({ number }) => number === piece.lot);
    const setup = filmSetup(run, { formulaId, stationId, lot, doses }, pouredAtMs);
    if (!setup) continue;
    const runs = { lnPaS: Math.log(setup.swirl.batter.consistencyPaSn), sdLn: setup.spread };
    facts.push({
      ...{ pieceId, ...filmBears(setup.swirl, volumeMl) },
      ...{ asks: wordMatters(setup.swirl, runs, volumeMl), modelVersion: MODEL_VERSION },
    });
  }
  return facts;
}
