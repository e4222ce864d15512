import type { RunView } from '#core/setup';
import { atWarmth, targetConsistency, type Estimate } from '#core/consistency';
import { familyOf } from '#core/formula';
import type { Disc } from '#core/pour';
import { type Lot } from '#core/run';
import { discOn, firstZoneOf, portionMl } from '#core/setup';
import type { CoverBy } from './film-cover.ts';
import { firstSideOn, pourHeat, type PourMoment } from './first-side.ts';
import { tableOf } from '#core/forecast';
import { pieceInput, toldApart } from '#core/forecast';
import { lotTemperature } from '#core/lot';

/** What a pour of a lot becomes at a consistency and warmth, on the first plate of its formula. */
interface PourEffect {
  readonly disc: Disc;
  /** Of a thin batter: share of the pan that the usual pour covers. */
  readonly cover: number | null;
  readonly batterC: number;
  readonly firstSideS: number;
}

/** The same pour as it would be now, as the formula wants it, and as it would be once it had warmed. */
export interface PourEffects {
  readonly asIs: PourEffect;
  readonly atAim: PourEffect;
  readonly warmed: PourEffect;
}

/**
 * Disc, film and first side before anything is poured. Costs up to three tables (about a quarter second each). Nothing when no
 * plate of the run takes the batter.
 * @param atPour how the lot will run when it is poured
 * @param coverBy of a thin batter on its pan: what the pour covers; left out, it covers all
 */
export function pourEffects(
  run: RunView,
  lot: Lot,
  atPour: Estimate,
  when: PourMoment,
  coverBy: CoverBy | null = null,
): PourEffects | null {
  const { formulaId } = lot;
  const body = run.formula(formulaId);
  const where = firstZoneOf(run, formulaId);
  const heat = where && pourHeat(run, where, when);
  if (!heat) return null;
  const { pourMs } = when;
  const station = run.station(where.stationId);
  const base = pieceInput(run, { ...where, lot: lot.number }, pourMs);
  const volumeMl = portionMl(run, formulaId);
  const thin = familyOf(body.type) === 'thin';
  const effect = (value: number, batterC: number): PourEffect => {
    const disc = discOn(
      body,
      station,
      volumeMl,
      run.densityGPerMl(formulaId),
      run.state.mouldMm.get(formulaId),
      thin ? undefined : value,
    );
    const cover = coverBy?.(value, batterC) ?? null;
    // what does not cover the pan lies thicker where it is
    const thicknessMm = disc.thicknessMm / (cover ?? 1);
    const { bestS: firstSideS } = firstSideOn(
      heat,
      tableOf({ ...base, ...toldApart(body, thicknessMm, batterC) }, run.memo),
    );
    return { disc: { ...disc, thicknessMm }, cover, batterC, firstSideS };
  };
  const coldC = lotTemperature(run, body, lot, pourMs);
  return {
    asIs: effect(atPour.value, coldC),
    atAim: effect(targetConsistency(body), coldC),
    warmed: effect(atWarmth(atPour.value, coldC, run.climate.roomC), run.climate.roomC),
  };
}
