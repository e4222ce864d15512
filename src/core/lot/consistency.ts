import type { RunView } from '#core/setup';
import {
  ConsistencyFault,
  targetConsistency,
  consistencyAt,
  doseTo,
  estimateOf,
  handsOf,
  priorBelief,
  quantityOf,
  waterTo,
  withReading,
  type BatterMoment,
  type ConsistencyBelief,
  type Dose,
  type Estimate,
  type ToldBy,
} from '#core/consistency';
import { hydration, inBatter, linesFor, grainOf, type FormulaBody } from '#core/formula';
import { ingredientOf, massByRole } from '#core/ingredients';
import { USUAL_CLIMATE, ageingRate } from '#core/rest';
import { isMixed, lotsOf, withDoses, type FilmShown, type Lot, type Piece } from '#core/run';
import { readingOfFilm } from '#core/swirl';
import { bodyInRun } from '#core/setup';
import { lotAmounts } from './amounts.ts';
import { lotProportions, sharesLeft } from './share-left.ts';
import { lotAgeMin, lotTemperature } from './resting.ts';

/** At which a formula's consistency is meant, °C. Assumed. */
const USUAL_BATTER_C = 20;

/** Density at which a lot is measured, kg/m³. */
export function lotDensityKgM3(run: RunView, formulaId: string): number {
  return run.densityGPerMl(formulaId) * 1000;
}

/** What is believed of how a lot runs: its formula's promise, moved by every reading and by every film poured of it. */
function lotBelief(run: RunView, lot: Lot): ConsistencyBelief {
  const films = swirledOf(run, lot);
  const told = films.map(({ pouredAtMs, film, filmShown, doses }) => [pouredAtMs, film, filmShown, doses]);
  // a dose counts by what was left as it went in
  const doses = lot.doses.length > 0 ? sharesLeft(run, lot).atDose : [];
  const written = JSON.stringify([lot, [...lot.weighed], told, doses]);
  return run.once(`belief of lot ${written}`, () => beliefOf(run, lot, films));
}

/** What a formula promises of any batter of it, under hands of which so much is known. */
function promiseOf(run: RunView, body: FormulaBody, hands?: ReturnType<typeof handsOf>): ConsistencyBelief {
  const ready = {
    waterPerGrain: hydration(inBatter(body, linesFor(body, 100)), run.larder).withEggG / 100,
    ageMin: body.rest.bestMin * ageingRate(body.rest.where, USUAL_CLIMATE),
    tempC: USUAL_BATTER_C,
  };
  return priorBelief(quantityOf(body.type), targetConsistency(body), ready, hands);
}

type Swirled = Piece & { readonly filmShown: FilmShown };

/** Pours of a lot whose films tell of it: judged, or asked of and turned without a word; where nobody asked, silence says nothing. */
function swirledOf(run: RunView, lot: Lot): Swirled[] {
  if (quantityOf(run.formula(lot.formulaId).type) !== 'viscosity') return [];
  return [...run.state.pieces.values()].filter(
    (piece): piece is Swirled =>
      piece.formulaId === lot.formulaId &&
      piece.lot === lot.number &&
      piece.filmShown !== null &&
      (piece.film !== null || (piece.filmShown.asks && piece.flippedAtMs !== null)),
  );
}

function beliefOf(run: RunView, lot: Lot, films: readonly Swirled[]): ConsistencyBelief {
  const body = run.formula(lot.formulaId);
  // hands are the morning's, not the lot's
  const before = lotsOf(run.state, lot.formulaId).findLast((other) => other.number < lot.number && isMixed(other));
  const hands = before && handsOf(lotBelief(run, before));
  const prior = promiseOf(run, body, hands);
  const density = lotDensityKgM3(run, lot.formulaId);
  const looks = lot.readings.map((look) => ({ atMs: look.atMs, look, piece: null }));
  const pours = films.map((piece) => ({ atMs: piece.pouredAtMs, look: null, piece }));
  return [...looks, ...pours]
    .sort((a, b) => a.atMs - b.atMs)
    .reduce((belief, { atMs, look, piece }) => {
      const moment = momentOf(run, body, withDoses(lot, (look ?? piece).doses), atMs);
      if (piece) {
        const like = readingOfFilm(piece.film, piece.filmShown, consistencyAt(belief, moment, 'swirl'));
        return like ? withReading(belief, moment, like, 'swirl') : belief;
      }
      const { reading } = look;
      try {
        if (reading.method === 'asWanted') return withReading(belief, moment, asWanted(belief, body, moment));
        return withReading(belief, moment, estimateOf(reading, body.type, density, run.pins.funnels ?? []));
      } catch (error) {
        if (error instanceof ConsistencyFault) return belief; // kept in the log, and says nothing
        throw error;
      }
    }, prior);
}

/** What a cook's eye is worth who says that it falls right, ln. Assumed: half a word of the ladle's. */
const EYE_SD_LN = 0.15;

/** "It falls right" of a batter on the way to its pour: so that its best rest makes of it what its formula wants. */
function asWanted(belief: ConsistencyBelief, body: FormulaBody, moment: BatterMoment): Estimate {
  const bestMin = body.rest.bestMin * ageingRate(body.rest.where, USUAL_CLIMATE);
  const rested = { ...moment, ageMin: Math.max(moment.ageMin, bestMin) };
  const thickens = consistencyAt(belief, rested).value / consistencyAt(belief, moment).value;
  return { quantity: quantityOf(body.type), value: targetConsistency(body) / thickens, sdLn: EYE_SD_LN };
}

/** Whether the last that was done to a lot was to find it right: nothing overrules that but another look or another dose. */
function foundRight(lot: Lot): boolean {
  const last = lot.readings.at(-1);
  return last?.reading.method === 'asWanted' && last.doses === lot.doses.length;
}

/** Where a lot stands at a moment: its water with the doses it has, its age, its warmth. */
function momentOf(run: RunView, body: FormulaBody, lot: Lot, atMs: number): BatterMoment {
  const larder = run.larder;
  const amounts = lotProportions(run, lot.formulaId, lot);
  const grain = massByRole(amounts, 'grain', larder);
  return {
    waterPerGrain:
      grain > 0
        ? hydration(amounts, larder).withEggG / 100
        : hydration(inBatter(body, linesFor(body, 100)), larder).withEggG / 100,
    ageMin: lotAgeMin(run, body, lot, atMs),
    tempC: lotTemperature(run, body, lot, atMs),
  };
}

/** How a lot runs at a moment with its first so many doses, Pa or Pa·s, with its spread; by itself, or as these hands swirl it. */
export function lotConsistency(
  run: RunView,
  lot: Lot,
  atMs: number,
  doses = Infinity,
  told: ToldBy = 'itself',
): Estimate {
  const then = momentOf(run, run.formula(lot.formulaId), withDoses(lot, doses), atMs);
  return consistencyAt(lotBelief(run, lot), then, told);
}

/** What the first so many doses of a lot do to how it runs, as a factor, by what is thought of any batter: no reading counts. */
export function thinnedBy(run: RunView, lot: Lot, atMs: number, doses = Infinity): number {
  const body = run.formula(lot.formulaId);
  const prior = promiseOf(run, body);
  const runs = (n: number) => consistencyAt(prior, momentOf(run, body, withDoses(lot, n), atMs)).value;
  return runs(doses) / runs(0);
}

/** Liquid that makes a lot run like `targetPaS` as these hands swirl it now, g; nothing where it does already. */
export function thinningFor(
  run: RunView,
  lot: Lot,
  nowMs: number,
  targetPaS: number,
): { readonly ingredientId: string; readonly massG: number } | null {
  const body = run.formula(lot.formulaId);
  const { perGrain } = waterTo(lotBelief(run, lot), momentOf(run, body, lot, nowMs), targetPaS, 'swirl');
  if (!(perGrain > 0)) return null;
  const ingredientId = thinningLiquid(run, lot);
  return { ingredientId, massG: (perGrain * grainLeftG(run, lot)) / waterShareOf(run, ingredientId) };
}

/** Flour that is still in the bowl: what a dose is measured by. */
function grainLeftG(run: RunView, lot: Lot): number {
  return sharesLeft(run, lot).now * grainOf(lotAmounts(run, lot.formulaId, lot), run.larder);
}

/** Share of an ingredient that is water. */
function waterShareOf(run: RunView, ingredientId: string): number {
  return (ingredientOf(run.larder, ingredientId).composition?.waterG ?? 100) / 100;
}

/** What to stir into a lot so that it runs as its formula wants when it is poured. */
export interface LotDose extends Dose {
  readonly ingredientId: string;
  readonly now: Estimate;
  readonly atPour: Estimate;
  readonly aim: number;
}

/** @param pourMs when it is poured first; now when that has come */
export function lotDose(run: RunView, lot: Lot, nowMs: number, pourMs: number): LotDose {
  const body = run.formula(lot.formulaId);
  const belief = lotBelief(run, lot);
  // by then it stands beside the plate
  const moment = momentOf(run, body, lot, Math.max(nowMs, pourMs));
  const liquid = thinningLiquid(run, lot);
  const aim = targetConsistency(body);
  const dose = doseTo(belief, {
    grainG: grainLeftG(run, lot),
    liquidWaterShare: waterShareOf(run, liquid),
    atPour: moment,
    target: aim,
    answered: answeredDoses(lot),
  });
  return {
    ...(foundRight(lot) ? { what: 'nothing' as const, massG: 0, lowG: 0, highG: 0, nowG: 0 } : dose),
    ingredientId: dose.what === 'flour' ? mainOf(run, lot.formulaId, 'grain') : liquid,
    now: consistencyAt(belief, momentOf(run, body, lot, nowMs)),
    atPour: consistencyAt(belief, moment),
    aim,
  };
}

/** What a lot is thinned with: the liquid that its formula holds back, there or used up, before any other. */
function thinningLiquid(run: RunView, lot: Lot): string {
  const held = bodyInRun(run, lot.formulaId).lines.find(
    ({ ingredientId, heldBack }) => heldBack && ingredientOf(run.larder, ingredientId).role === 'liquid',
  );
  return held?.ingredientId ?? mainOf(run, lot.formulaId, 'liquid');
}

/** The most of a batter's lines of a role: what a cook thins or thickens it with. */
function mainOf(run: RunView, formulaId: string, role: 'liquid' | 'grain'): string {
  const larder = run.larder;
  const lines = bodyInRun(run, formulaId).lines.filter((line) => ingredientOf(larder, line.ingredientId).role === role);
  return [...lines].sort((a, b) => (b.percent ?? 0) - (a.percent ?? 0))[0]?.ingredientId ?? 'water';
}

/** Doses that were followed by a reading. */
function answeredDoses(lot: Lot): number {
  return (lot.readings.at(-1)?.doses ?? 0) - (lot.readings[0]?.doses ?? 0);
}
