import { fadedBatter } from '#core/inference';
import { RandomKitchen, WANTED_C, Z90, ZONE_SD_C } from './random-truths.ts';

const EVERY_S = 300;
const PIECES = 4;

/** Of a second morning's first piece, before anything is seen but one reading of the plate. */
export interface FirstPieceFigures {
  /** Root mean square of what was predicted, s. */
  readonly rmsS: number;
  /** How often it lay within nine in ten of what was predicted. */
  readonly held: number;
  /** Median half-width of that, s. */
  readonly medianHalfWidthS: number;
}

/**
 * Kitchens drawn at random on two mornings, nearly the same batter and another plate: the best flip predicted for the
 * second morning's first piece, by a desk that kept what the first morning showed of the batter and by one that did not.
 */
export function secondMorning(kitchens: number): {
  readonly kept: FirstPieceFigures;
  readonly afresh: FirstPieceFigures;
} {
  const first = (keeps: boolean): FirstPieceFigures => {
    let [squares, held] = [0, 0];
    const halves: number[] = [];
    for (let seed = 1; seed <= kitchens; seed++) {
      const kitchen = new RandomKitchen(20_000 + seed);
      const offC = ZONE_SD_C * kitchen.z();
      kitchen.probe(0, 0, WANTED_C + offC + kitchen.besideC(0), WANTED_C);
      for (let piece = 0; piece < PIECES; piece++)
        kitchen.look(kitchen.cooked(WANTED_C + offC + kitchen.besideC(piece)), piece, 10 + EVERY_S * piece, WANTED_C);
      const known = fadedBatter(kitchen.batterKnown(EVERY_S * PIECES), 1);
      kitchen.nextMorning(keeps ? known : null);
      const surfaceC = WANTED_C + ZONE_SD_C * kitchen.z() + kitchen.besideC(0);
      kitchen.probe(0, 0, surfaceC, WANTED_C);
      const predicted = kitchen.predicted(0, 10, WANTED_C);
      const missedS = kitchen.cooked(surfaceC).flip.bestS - predicted.bestS;
      squares += missedS ** 2;
      held += Math.abs(missedS) <= Z90 * predicted.spreadS ? 1 : 0;
      halves.push(Z90 * predicted.spreadS);
    }
    const medianHalfWidthS = halves.sort((a, b) => a - b)[Math.floor(kitchens / 2)]!;
    return { rmsS: Math.sqrt(squares / kitchens), held: held / kitchens, medianHalfWidthS };
  };
  return { kept: first(true), afresh: first(false) };
}
