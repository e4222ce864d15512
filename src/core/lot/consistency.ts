import type { RunView } from '#core/setup';
import {
  ConsistencyFault,
  targetConsistency,
  consistencyAt,
  doseTo,
  estimateOf,
  priorBelief,
  quantityOf,
  withReading,
  type BatterMoment,
  type ConsistencyBelief,
  type Dose,
  type Estimate,
} from '#core/consistency';
import { hydration, inBatter, linesFor, grainOf, type FormulaBody } from '#core/formula';
import { ingredientOf, massByRole } from '#core/ingredients';
import { USUAL_CLIMATE, ageingRate } from '#core/rest';
import { withDoses, type Lot } from '#core/run';
import { bodyInRun } from '#core/setup';
import { lotAmounts } from './amounts.ts';
import { lotAgeMin, lotTemperature } from './resting.ts';

/** At which a formula's consistency is meant, °C. Assumed. */
const USUAL_BATTER_C = 20;

/** Density at which a lot is measured, kg/m³. */
export function lotDensityKgM3(run: RunView, formulaId: string): number {
  return run.densityGPerMl(formulaId) * 1000;
}

/** What is believed of how a lot runs: its formula's promise, moved by every reading taken of it. */
function lotBelief(run: RunView, lot: Lot): ConsistencyBelief {
  const written = JSON.stringify([lot, [...lot.weighed]]);
  return run.once(`belief of lot ${written}`, () => beliefOf(run, lot));
}

function beliefOf(run: RunView, lot: Lot): ConsistencyBelief {
  const body = run.formula(lot.formulaId);
  const larder = run.larder;
  const promised = inBatter(body, linesFor(body, 100));
  const prior = priorBelief(quantityOf(body.type), targetConsistency(body), {
    waterPerGrain: hydration(promised, larder).withEggG / 100,
    ageMin: body.rest.bestMin * ageingRate(body.rest.where, USUAL_CLIMATE),
    tempC: USUAL_BATTER_C,
  });
  const density = lotDensityKgM3(run, lot.formulaId);
  return lot.readings.reduce((belief, { atMs, doses, reading }) => {
    try {
      const estimate = estimateOf(reading, body.type, density, run.pins.funnels ?? []);
      return withReading(belief, momentOf(run, body, withDoses(lot, doses), atMs), estimate);
    } catch (error) {
      if (error instanceof ConsistencyFault) return belief; // kept in the log, and says nothing
      throw error;
    }
  }, prior);
}

/** Where a lot stands at a moment: its water with the doses it has, its age, its warmth. */
function momentOf(run: RunView, body: FormulaBody, lot: Lot, atMs: number): BatterMoment {
  const larder = run.larder;
  const amounts = lotAmounts(run, lot.formulaId, lot);
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

/** How a lot runs at a moment with its first so many doses, Pa or Pa·s, with its spread. */
export function lotConsistency(run: RunView, lot: Lot, atMs: number, doses = Infinity): Estimate {
  const then = momentOf(run, run.formula(lot.formulaId), withDoses(lot, doses), atMs);
  return consistencyAt(lotBelief(run, lot), then);
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
  const larder = run.larder;
  const belief = lotBelief(run, lot);
  const amounts = lotAmounts(run, lot.formulaId, lot);
  // by then it stands beside the plate
  const moment = momentOf(run, body, lot, Math.max(nowMs, pourMs));
  const liquid = mainOf(run, lot.formulaId, 'liquid');
  const aim = targetConsistency(body);
  const dose = doseTo(belief, {
    grainG: grainOf(amounts, larder),
    liquidWaterShare: (ingredientOf(larder, liquid).composition?.waterG ?? 100) / 100,
    atPour: moment,
    target: aim,
    answered: answeredDoses(lot),
  });
  return {
    ...dose,
    ingredientId: dose.what === 'flour' ? mainOf(run, lot.formulaId, 'grain') : liquid,
    now: consistencyAt(belief, momentOf(run, body, lot, nowMs)),
    atPour: consistencyAt(belief, moment),
    aim,
  };
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
