import type { Belief, Expected } from '#core/adapt';
import type { BatterFamily } from '#core/formula';
import {
  CEILING_MARGIN_C,
  ceilingC,
  degreesPerLnGain,
  heated,
  holdingMark,
  markForTemperature,
  powerAtMark,
  preheatPlan,
  zoneThermal,
  type PreheatPlan,
  type StationBody,
} from '#core/plate';
import { zoneKey, type Pins, type ZoneState } from '#core/run';
import { stationOf } from './batter-run.ts';
import { zoneOf } from './station-now.ts';
import { COOKING_HEAT_J_PER_G } from './surface-model.ts';
import type { ReadingSaid } from './zone-belief.ts';

export type SurfaceBasis = 'cold' | 'dial' | 'assumed' | 'reading';

export interface ZoneHeat {
  readonly key: string;
  readonly stationId: string;
  readonly zoneId: string;
  readonly mark: number | null;
  readonly surfaceC: number;
  readonly sdC: number;
  /** Nine in ten of the belief lie between these, °C. */
  readonly lowC: number;
  readonly highC: number;
  readonly basis: SurfaceBasis;
  readonly readings: readonly ReadingSaid[];
}

/** A zone as it stands: its dial, its surface with its spread, and what that rests on. */
export function zoneHeat(
  stationId: string,
  zoneId: string,
  zone: ZoneState | undefined,
  known: Belief,
  { modelC, share }: Expected,
  readings: readonly ReadingSaid[] = [],
): ZoneHeat {
  const swappedMs = zone?.swaps.at(-1)?.atMs ?? -Infinity;
  const turned = zone?.turns.findLast((turn) => turn.atMs >= swappedMs);
  return {
    key: zoneKey(stationId, zoneId),
    ...{ stationId, zoneId, readings },
    mark: turned?.mark ?? null,
    surfaceC: modelC + share * known.errorC,
    sdC: share * known.errorSdC,
    lowC: modelC + share * known.errorLowC,
    highC: modelC + share * known.errorHighC,
    basis: basisOf(zone),
  };
}

function basisOf(zone: ZoneState | undefined): SurfaceBasis {
  if (zone?.readings.length) return 'reading';
  if (zone?.turns.length) return 'dial';
  return zone?.assumed ? 'assumed' : 'cold';
}

/** An empty non-stick pan on high is past its ceiling in minutes: it is warmed on less. Common practice, no source. */
const NON_STICK_BOOST_SHARE = 0.5;

/** The burner's plan for a formula's surface on a zone as it was pinned, holding under a usual load of food. */
export function zonePreheat(
  pins: Pins,
  stationId: string,
  zoneId: string,
  targetC: number,
  foodW: number,
): PreheatPlan {
  return preheatOf(stationOf(pins, stationId), zoneId, { roomC: pins.roomC, targetC, foodW });
}

/** How a station's zone is brought to a surface from cold. */
export function preheatOf(
  station: StationBody,
  zoneId: string,
  { roomC, targetC, foodW }: { readonly roomC: number; readonly targetC: number; readonly foodW: number },
): PreheatPlan {
  const zone = zoneOf(station, zoneId);
  const heat = { startC: roomC, targetC, ambientC: roomC, foodW };
  const boostShare = station.coating === 'nonStick' ? NON_STICK_BOOST_SHARE : undefined;
  return preheatPlan(zoneThermal(station, zone), zone.dial, heat, boostShare);
}

/** Power that `count` pieces of `volumeMl` draw, panful after panful, W: what the holding mark must meet besides losses. */
export function usualFoodW(family: BatterFamily, count: number, volumeMl: number): number {
  return (count * volumeMl * COOKING_HEAT_J_PER_G[family]) / CYCLE_S[family];
}
/** Time on the plate and the turnaround, s: trade ranges. Common practice, no source. */
const CYCLE_S: Record<BatterFamily, number> = { leavened: 200, thin: 85 };

/** Turned further at once a plate overshoots when the desk is wrong about it. Common practice: step by step, no source. */
const MOST_STEPS = { power: 4, thermostat: 2 } as const;
/** So far off its surface a plate is not turned the other way, °C. Assumed. */
const LEFT_ALONE_C = 7;
/** A turn is to bring a plate back within this time: sooner overshoots, later is not felt. Assumed. */
const BACK_WITHIN_S = 240;

/**
 * The mark to turn a zone to: the plate model's power for losses and the food that lies on it, and what brings it back to
 * its target within minutes, by a burner as strong as this one showed to be. Null when that is how it stands or the dial
 * has no more room.
 */
export function advisedMark(
  station: StationBody,
  zone: ZoneHeat,
  known: Belief,
  { targetC, roomC, foodW }: { readonly targetC: number; readonly roomC: number; readonly foodW: number },
): number | null {
  if (!zone.mark) return null;
  const { dial } = zoneOf(station, zone.zoneId);
  const { heatCapacityJPerK } = zoneThermal(station, zoneOf(station, zone.zoneId));
  const backW = (heatCapacityJPerK * (targetC - zone.surfaceC)) / BACK_WITHIN_S;
  const wanted = markHolding(station, zone.zoneId, { targetC, roomC, foodW: foodW + backW, errorC: known.errorC });
  const most = MOST_STEPS[dial.kind] * dial.step;
  const mark = Math.min(zone.mark + most, Math.max(zone.mark - most, wanted));
  if (Math.abs(mark - zone.mark) < dial.step / 2 || mark < dial.step || mark > dial.max) return null;
  // what is on its way back by itself is left to come
  const wrongWay = (targetC - zone.surfaceC) * (mark - zone.mark) < 0;
  return wrongWay && Math.abs(targetC - zone.surfaceC) > LEFT_ALONE_C ? null : mark;
}

/** So far ahead a turn is felt, s. Assumed. */
const FELT_AFTER_S = 90;

/** Where a zone is heading on its mark under what lies on it, by a burner as strong as it showed to be, °C. */
export function headingC(
  station: StationBody,
  zone: ZoneHeat,
  known: Belief,
  { roomC, foodW }: { readonly roomC: number; readonly foodW: number },
): number {
  const own = zoneOf(station, zone.zoneId);
  // a thermostat answers by itself
  if (own.dial.kind === 'thermostat' || zone.mark === null) return zone.surfaceC;
  const thermal = zoneThermal(station, own);
  const gain = Math.exp(known.errorC / degreesPerLnGain(thermal, roomC));
  const powerW = gain * powerAtMark(thermal, own.dial, zone.mark) - foodW;
  return heated(thermal, zone.surfaceC, powerW, roomC, FELT_AFTER_S);
}

/** The mark that holds a surface on a zone whose burner is off by `errorC` where it holds. */
export function markHolding(
  station: StationBody,
  zoneId: string,
  hold: { readonly targetC: number; readonly roomC: number; readonly foodW: number; readonly errorC: number },
): number {
  const zone = zoneOf(station, zoneId);
  if (zone.dial.kind === 'thermostat') return markForTemperature(zone.dial, hold.targetC - hold.errorC);
  const thermal = zoneThermal(station, zone);
  const gain = Math.exp(hold.errorC / degreesPerLnGain(thermal, hold.roomC));
  const stronger = { ...thermal, fullPowerW: thermal.fullPowerW * gain };
  return holdingMark(stronger, zone.dial, { targetC: hold.targetC, ambientC: hold.roomC, foodW: hold.foodW });
}

/** What to do about a plate that runs away further than its dial can answer, or that nobody needs any more. */
export interface HeatAlarm {
  readonly kind: 'liftOff' | 'ceiling' | 'wait' | 'done';
  /** Seconds until it is where it should be: off the burner, or left alone. */
  readonly forS: number | null;
  readonly limitC: number | null;
}

/** A pan this far over its span comes off the burner: turning alone takes minutes. Assumed. */
const LIFT_OFF_ABOVE_C = 12;
const LONGEST_S = 600;

/**
 * Whether a zone needs more than a turn of its dial: a coating near its ceiling at the hot end of the belief, or a pan so
 * hot that it comes off the burner; with how long it cools.
 */
export function heatAlarm(
  station: StationBody,
  zone: ZoneHeat,
  span: { readonly targetC: number; readonly highC: number; readonly roomC: number },
): HeatAlarm | null {
  const ceiling = ceilingC(station);
  const coolS = (toC: number) => coolingS(station, zone, toC, span.roomC);
  if (ceiling !== null && zone.basis !== 'cold' && zone.highC > ceiling - CEILING_MARGIN_C)
    return { kind: 'ceiling', forS: coolS(span.targetC), limitC: ceiling };
  if (zone.basis === 'cold' || zone.surfaceC - zone.sdC < span.highC + LIFT_OFF_ABOVE_C) return null;
  const pan = station.shape.kind !== 'rectangle';
  return { kind: pan ? 'liftOff' : 'wait', forS: coolS(span.targetC), limitC: null };
}

/** Seconds in which a zone cools to a surface with its burner off; none when it never does within ten minutes. */
function coolingS(station: StationBody, zone: ZoneHeat, toC: number, roomC: number): number | null {
  const thermal = zoneThermal(station, zoneOf(station, zone.zoneId));
  const after = (s: number) => heated(thermal, zone.surfaceC, 0, roomC, s);
  if (after(LONGEST_S) > toC) return null;
  let low = 0;
  let high = LONGEST_S;
  for (let i = 0; i < 20; i++) {
    const middle = (low + high) / 2;
    if (after(middle) > toC) low = middle;
    else high = middle;
  }
  return high;
}
