import { given } from '#core/given';
import { MS_PER_MIN } from '#core/units';
import type { RunView } from '#core/setup';
import { leaveningBalance } from '#core/formula';
import type { FormulaBody } from '#core/formula';
import { massByRole } from '#core/ingredients';
import {
  counterAgeMin,
  gasLeft,
  lotTemperatureC,
  restPhase,
  restWindow,
  riseWindow,
  timesRisen,
  warmingMin,
  type GasLeft,
  type RestPhase,
  type RestWindow,
  type Rising,
  type Stay,
} from '#core/rest';
import { COOL_WITHIN_MIN, exposureOf, type Exposure } from '#core/safety';
import { rulesOf, type Lot } from '#core/run';
import { lotAmounts } from './amounts.ts';

/** What a small lot holds when nobody measured it, mL. Assumed. */
const USUAL_VOLUME_ML = 1000;

/** Where a mixed lot has stood: as its formula says from the mixing on, then as it was moved. */
function staysOf(body: FormulaBody, lot: Lot): Stay[] {
  return [
    { fromMs: lot.mixedAtMs ?? 0, where: body.rest.where },
    ...lot.moves.map(({ atMs, to }) => ({ fromMs: atMs, where: to })),
    // what is brought to the plate stands beside it
    ...(lot.restEndedAtMs === null ? [] : [{ fromMs: lot.restEndedAtMs, where: 'counter' as const }]),
  ].sort((a, b) => a.fromMs - b.fromMs);
}

/** How warm a lot is at a moment, °C: from what was last read of it, or from how it was mixed. */
export function lotTemperature(run: RunView, body: FormulaBody, lot: Lot, atMs: number): number {
  const volumeMl = lot.volumeMl ?? USUAL_VOLUME_ML;
  const read = lot.warmths.findLast((each) => each.atMs <= atMs);
  const stays = staysOf(body, lot);
  const since = read
    ? stays
        .filter(({ fromMs }, index) => (stays[index + 1]?.fromMs ?? Infinity) > read.atMs || fromMs > read.atMs)
        .map((stay) => ({ ...stay, fromMs: Math.max(stay.fromMs, read.atMs) }))
    : stays;
  return lotTemperatureC(since, read?.batterC ?? lot.batterC ?? run.climate.roomC, volumeMl, run.climate, atMs);
}

/** Minutes a lot has aged at a moment, as they count on the counter. */
export function lotAgeMin(run: RunView, body: FormulaBody, lot: Lot, atMs: number): number {
  return lot.mixedAtMs === null ? 0 : counterAgeMin(staysOf(body, lot), run.climate, atMs);
}

/** A lot at rest, as the Rest stage tells it. */
export interface LotRest {
  readonly where: Stay['where'];
  readonly window: RestWindow;
  readonly phase: RestPhase;
  readonly batterC: number;
  /** Left of its rise now, and at the pour it waits for; null for a batter that does not rise. */
  readonly rise: { readonly now: GasLeft[]; readonly left: number; readonly low: number; readonly high: number } | null;
  /** Of a batter that yeast raises: times its first volume by now; null of others. */
  readonly risenTimes: number | null;
  readonly exposure: Exposure;
  /** In the fridge: when it will be cold, and whether that is later than the rule allows. */
  readonly cold: { readonly atMs: number; readonly tooLate: boolean } | null;
  /** In the fridge: when to take it out for its first pour. */
  readonly takeOutMs: number | null;
}

/** A batter from the fridge stands out this long before use, minutes. Common practice, no source. */
export const OUT_BEFORE_MIN = 30;

/** @param pourMs when it is to be poured first @throws RangeError for a lot that is not mixed */
export function lotRest(run: RunView, lot: Lot, nowMs: number, pourMs: number | null): LotRest {
  if (lot.mixedAtMs === null) throw new RangeError('A lot rests once it is mixed.');
  const body = run.formula(lot.formulaId);
  const climate = run.climate;
  const stays = staysOf(body, lot);
  const where = stays.findLast((stay) => stay.fromMs <= nowMs)?.where ?? stays[0]!.where;
  const temperature = (atMs: number) => lotTemperature(run, body, lot, atMs);
  // a rise in the fridge is meant in the minutes of the fridge, as every rest there
  const rising =
    body.type === 'yeast' && body.rest.where === 'counter' ? risingOf(run, body, lot, lot.mixedAtMs) : null;
  const window = rising ? riseWindow(rising, nowMs) : restWindow(body.rest, stays, climate);
  const rules = rulesOf(run.pins);
  return {
    where,
    window,
    phase: restPhase(window, nowMs),
    batterC: temperature(nowMs),
    rise: riseOf(run, lot, body, nowMs),
    risenTimes: rising ? timesRisen(rising, nowMs) : null,
    exposure: exposureOf(stays, temperature, rules, run.climate.roomC, nowMs),
    cold: where === 'fridge' ? coldOf() : null,
    takeOutMs: where === 'fridge' && pourMs !== null ? pourMs - OUT_BEFORE_MIN * MS_PER_MIN : null,
  };

  function coldOf(): LotRest['cold'] {
    const since = given(
      stays.findLast((stay) => stay.fromMs <= nowMs),
      'who stands in the cold was put there',
    ).fromMs;
    const startC = temperature(since);
    if (startC <= rules.coldC) return { atMs: since, tooLate: false };
    if (climate.fridgeC >= rules.coldC) return { atMs: Infinity, tooLate: true };
    const tau = warmingMin(lot.volumeMl ?? USUAL_VOLUME_ML);
    const minutes = tau * Math.log((startC - climate.fridgeC) / (rules.coldC - climate.fridgeC));
    return { atMs: since + minutes * MS_PER_MIN, tooLate: minutes > COOL_WITHIN_MIN };
  }
}

function risingOf(run: RunView, body: FormulaBody, lot: Lot, mixedMs: number): Rising {
  return { rest: body.rest, mixedMs, tempC: (atMs) => lotTemperature(run, body, lot, atMs), seen: lot.risen };
}

function riseOf(run: RunView, lot: Lot, body: FormulaBody, nowMs: number): LotRest['rise'] {
  const larder = run.larder;
  const amounts = lotAmounts(run, lot.formulaId, lot);
  if (body.type === 'whippedWhite') {
    if (lot.foldedAtMs === null) return null;
    const { all, by } = gasLeft({ whites: 1 }, (nowMs - lot.foldedAtMs) / MS_PER_MIN);
    return { now: by, ...all };
  }
  if (!(massByRole(amounts, 'grain', larder) > 0)) return null;
  const { sodaG, gasMlPer100g } = leaveningBalance(amounts, larder, run.pins.pressurePa);
  if (gasMlPer100g.value === 0) return null;
  const withoutSoda = amounts.filter(({ ingredientId }) => larder.get(ingredientId)?.role !== 'soda');
  const powder = leaveningBalance(withoutSoda, larder, run.pins.pressurePa).gasMlPer100g.value;
  const soda = sodaG > 0 ? Math.max(0, gasMlPer100g.value - powder) : 0;
  const { all, by } = gasLeft({ powder, soda }, lotAgeMin(run, body, lot, nowMs));
  return { now: by, ...all };
}
