import { lotLeft, thinningFor } from '#core/lot';
import { isMixed, lotInUse } from '#core/run';
import { lossW, zoneThermal } from '#core/plate';
import { filmOn, portionMl, stationNow, type RunView } from '#core/setup';
import { COVERS, SWIRL_SD_LN, areaMm2, filmLaw, readingOfFilm, type FilmWord, type SwirlSetup } from '#core/swirl';
import { chanceToCover, filmBears, type Runs } from './film-bears.ts';
import { filmSetup } from './film.ts';

/** A pour is worth its batter when it covers in so many of ten. Common practice, no source. */
const SURE = 0.9;
/** A pour is changed by whole fives, mL. Common practice, no source. */
const STEP_ML = 5;
/** Deeper than this it is no film, mm: then the batter is thinned, not poured more of. Common practice, no source. */
const DEEPEST_MM = 2.2;
/** A film that lay too thick is poured so much smaller next. Assumed. */
const LESS = 0.85;
/** A plate is turned down by so much at a time, and at most by so much, K. Common practice, no source. */
const STEP_K = 5;
const MOST_K = 25; // Common practice, no source.
/** A dose smaller than this is not stirred in, g. Common practice, no source. */
const LEAST_G = 3;
/** Nor one of more than this, as a share of what is in the bowl: then the pour is too small for its pan. Common practice, no source. */
const MOST_SHARE = 0.25;

/** What would make the next pour cover, each with its chance then. */
type FilmStep =
  | { readonly do: 'pour'; readonly volumeMl: number; readonly chance: number }
  | { readonly do: 'dose'; readonly ingredientId: string; readonly massG: number; readonly chance: number }
  | {
      readonly do: 'cooler';
      readonly byK: number;
      /** So long off the heat does the same, s; nothing where that would take too long, or a plate is not lifted. */
      readonly airS: number | null;
      readonly chance: number;
    };

/** The next pour on a pan: its chance to cover, and what would make it better, the least trouble first. */
export interface FilmAdvice {
  readonly formulaId: string;
  readonly volumeMl: number;
  readonly chance: number;
  readonly setsS: number;
  readonly steps: readonly FilmStep[];
}

/** Nothing where nothing is swirled. */
export function filmAdvice(run: RunView, formulaId: string, stationId: string, nowMs: number): FilmAdvice | null {
  const setup = filmSetup(run, { formulaId, stationId }, nowMs);
  if (!setup) return null;
  const { swirl, spread } = setup;
  const volumeMl = portionMl(run, formulaId);
  const runs: Runs = { lnPaS: Math.log(swirl.batter.consistencyPaSn), sdLn: spread };
  const bears = filmBears(swirl, volumeMl);
  const chance = chanceToCover(runs, bears.holeFromPaS);
  const steps = chance >= SURE ? tooThick(run, formulaId, stationId, swirl, runs, volumeMl) : [];
  if (chance < SURE) {
    const least = leastMl(swirl, runs);
    if (least !== null && least > volumeMl)
      steps.push({ do: 'pour', volumeMl: least, chance: chanceOf(swirl, runs, least) });
    const lot = lotInUse(run.state, formulaId);
    if (isMixed(lot)) {
      const aimPaS = bears.holeFromPaS * Math.exp(-Z_SURE * Math.hypot(spread, SWIRL_SD_LN));
      const dose = thinningFor(run, lot, nowMs, aimPaS);
      if (dose && dose.massG >= LEAST_G && dose.massG <= MOST_SHARE * lotLeft(run, lot))
        steps.push({
          do: 'dose',
          ...dose,
          chance: chanceToCover({ ...runs, lnPaS: Math.log(aimPaS) }, bears.holeFromPaS),
        });
    }
    const cooler = coolerBy(swirl, runs, volumeMl, chance);
    if (cooler) steps.push({ do: 'cooler', ...cooler, airS: airS(run, { formulaId, stationId }, swirl, cooler.byK) });
  }
  return { formulaId, volumeMl, chance, setsS: bears.setsS, steps };
}

/** The normal deviate below which lies what is sure. Definition: Φ(1.2816) = 0.9. */
const Z_SURE = 1.2816;

function chanceOf(setup: SwirlSetup, runs: Runs, volumeMl: number): number {
  return chanceToCover(runs, filmBears(setup, volumeMl).holeFromPaS);
}

/** The least pour that surely covers, by whole fives; nothing where only a pour that is no film would. */
function leastMl(setup: SwirlSetup, runs: Runs): number | null {
  const law = filmLaw(setup);
  const believed = Math.log(setup.batter.consistencyPaSn);
  // as thick as it may well run
  const thicker = Math.exp(runs.lnPaS - believed + Z_SURE * Math.hypot(runs.sdLn, SWIRL_SD_LN));
  const mostMl = (DEEPEST_MM * areaMm2(setup.base)) / MM2_PER_ML;
  for (let ml = STEP_ML; ml <= mostMl; ml += STEP_ML) if (law(ml, thicker).coverage >= COVERS) return ml;
  return null;
}
const MM2_PER_ML = 1000; // Definition: a millimetre deep.

/** The last film lay too thick: less of it, as long as that surely covers. */
function tooThick(
  run: RunView,
  formulaId: string,
  stationId: string,
  setup: SwirlSetup,
  runs: Runs,
  volumeMl: number,
): FilmStep[] {
  const last = [...run.state.pieces.values()].findLast(
    (piece) => piece.formulaId === formulaId && piece.stationId === stationId && piece.film !== null,
  );
  if (last?.film !== 'thick' || last.volumeMl !== volumeMl) return [];
  const least = leastMl(setup, runs);
  const less = Math.max(least ?? volumeMl, Math.round((LESS * volumeMl) / STEP_ML) * STEP_ML);
  return less < volumeMl ? [{ do: 'pour', volumeMl: less, chance: chanceOf(setup, runs, less) }] : [];
}

/** A pan is held in the air no longer than this, s. Common practice, no source. */
const LONGEST_AIR_S = 60;

/** How long a bare pan off the heat takes to lose so much, s, by what it gives to the room midway; nothing beyond what a hand waits. */
function airS(
  run: RunView,
  of: { readonly formulaId: string; readonly stationId: string },
  { plate }: SwirlSetup,
  byK: number,
): number | null {
  if (!filmOn(run, of).inHand) return null;
  const station = stationNow(run, of.stationId);
  const zone = zoneThermal(station, station.zones[0]!);
  const givesWm2 = lossW(zone, plate.surfaceC - byK / 2, run.pins.roomC) / zone.areaM2;
  const seconds = (byK * plate.arealHeatCapacityJm2K) / givesWm2;
  return seconds <= LONGEST_AIR_S ? seconds : null;
}

function coolerBy(
  setup: SwirlSetup,
  runs: Runs,
  volumeMl: number,
  chance: number,
): { readonly byK: number; readonly chance: number } | null {
  for (let byK = STEP_K; byK <= MOST_K; byK += STEP_K) {
    const plate = { ...setup.plate, surfaceC: setup.plate.surfaceC - byK };
    const then = chanceOf({ ...setup, plate }, runs, volumeMl);
    if (then >= SURE || (byK + STEP_K > MOST_K && then > chance + WORTH_IT)) return { byK, chance: then };
  }
  return null;
}
/** A plate is not turned down for less of a chance. Assumed. */
const WORTH_IT = 0.15;

/** Whether a word on a film would change the next pour: what is poured surely covers, or another amount does. */
export function wordMatters(setup: SwirlSetup, runs: Runs, volumeMl: number): boolean {
  const bears = filmBears(setup, volumeMl);
  const chance = chanceToCover(runs, bears.holeFromPaS);
  if (chance < RARE || chance > 1 - RARE) return false;
  const after = (word: FilmWord) => {
    const told = readingOfFilm(word, bears, {
      quantity: 'viscosity',
      value: Math.exp(runs.lnPaS),
      sdLn: runs.sdLn,
    });
    return told ? leastMl(setup, joined(runs, told.value, told.sdLn)) : leastMl(setup, runs);
  };
  return after('covered') !== after('hole');
}
/** An answer that is foreseen so surely is not asked for. Assumed. */
const RARE = 0.06;

/** Two normals of one thing. */
function joined({ lnPaS, sdLn }: Runs, value: number, readSdLn: number): Runs {
  const [a, b] = [sdLn ** -2, readSdLn ** -2];
  return { lnPaS: (a * lnPaS + b * Math.log(value)) / (a + b), sdLn: (a + b) ** -0.5 };
}
