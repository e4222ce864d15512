import { Z_NINE_IN_TEN } from '#core/units';
import type { Question } from '#core/memo';
import type { RunView } from '#core/setup';
import { unreadSdC, type Belief, type Expected } from '#core/inference';
import { familyOf, type BatterType, type FormulaBody } from '#core/formula';
import type { Pace, TimelineTable } from '#core/piece';
import {
  CEILING_MARGIN_C,
  FAT_LIMIT_C,
  OVER_BATTER_C,
  ceilingC,
  degreesPerLnGain,
  heated,
  holdingMark,
  isThin,
  markForTemperature,
  preheatPlan,
  settlesAtC,
  waitingMark,
  workingMark,
  zoneThermal,
  type BurnerBelief,
  type FoodTaken,
  type HeatLimits,
  type PreheatPlan,
  type StationBody,
} from '#core/plate';
import { pinnedStation, zoneKey, type ZoneState } from '#core/run';
import { dialMarkOf } from './dial-turns.ts';
import { zoneOf } from '#core/setup';
import { COOKING_HEAT_J_PER_G } from '#core/surface';
import { wantedSurfaceC } from './target-surface.ts';
import type { ReadingSaid } from '#core/surface';

export type SurfaceBasis = 'cold' | 'dial' | 'assumed' | 'reading';

export interface ZoneHeat {
  readonly key: string;
  readonly stationId: string;
  readonly zoneId: string;
  /** What heats it: 0 while it stands aside. */
  readonly mark: number | null;
  /** It stands beside its burner, whose dial is at `dialMark` all the same. */
  readonly aside: boolean;
  readonly dialMark: number;
  readonly surfaceC: number;
  readonly sdC: number;
  /** Nine in ten of the belief lie between these, °C. */
  readonly lowC: number;
  readonly highC: number;
  readonly basis: SurfaceBasis;
  readonly readings: readonly ReadingSaid[];
}

/** A zone by its heat and what heats it, wherever it stands. */
type Standing = Omit<ZoneHeat, 'aside' | 'dialMark'>;

/** A zone as it stands: its dial, its surface with its spread, and what that rests on. */
export function zoneHeat(
  stationId: string,
  zoneId: string,
  zone: ZoneState | undefined,
  known: Belief,
  { modelC, sensitivity, roughC = 0 }: Expected,
  readings: readonly ReadingSaid[] = [],
): ZoneHeat {
  const swappedMs = zone?.swaps.at(-1)?.atMs ?? -Infinity;
  const turned = zone?.turns.findLast((turn) => turn.atMs >= swappedMs);
  const surfaceC = modelC + sensitivity * known.errorC;
  return {
    key: zoneKey(stationId, zoneId),
    ...{ stationId, zoneId, readings },
    mark: turned?.mark ?? null,
    aside: turned?.dialMark !== undefined,
    dialMark: turned ? dialMarkOf(turned) : 0,
    surfaceC,
    sdC: Math.hypot(sensitivity * known.errorSdC, roughC),
    lowC: surfaceC - Math.hypot(sensitivity * (known.errorC - known.errorLowC), Z_NINE_IN_TEN * roughC),
    highC: surfaceC + Math.hypot(sensitivity * (known.errorHighC - known.errorC), Z_NINE_IN_TEN * roughC),
    basis: basisOf(zone),
  };
}

function basisOf(zone: ZoneState | undefined): SurfaceBasis {
  if (zone?.readings.length) return 'reading';
  if (zone?.turns.length) return 'dial';
  return zone?.assumed ? 'assumed' : 'cold';
}

/** What a formula's batter and fat, and a plate's face, bear of heat. */
export function limitsOf(station: StationBody, { heat, fat }: Pick<FormulaBody, 'heat' | 'fat'>): HeatLimits {
  // fat that fails below the surface wanted is advised against, not heeded: it would hold every plate cold
  const fatC = FAT_LIMIT_C[fat.kind];
  const heeded = fatC !== null && fatC >= heat.targetC + LEAST_OVER_AIM_C ? fatC : Infinity;
  return { batterC: Math.min(heat.highC + OVER_BATTER_C, heeded), faceC: ceilingC(station) };
}
/** A fat that fails less than this over the surface wanted is the wrong fat for it, °C. Assumed. */
const LEAST_OVER_AIM_C = 15;

/** The same where only a surface is wished for and no batter is known. */
export function plainLimits(station: StationBody, targetC: number): HeatLimits {
  return { batterC: targetC + USUAL_SPAN_C + OVER_BATTER_C, faceC: ceilingC(station) };
}
/** From a batter's usual surface to the highest it is cooked at, °C. Common practice, no source. */
const USUAL_SPAN_C = 8;

/** What a run began with of a zone's burner: nothing is known of it beyond its kind, or what its readings said. */
export function burnerBefore(run: RunView, stationId: string, zoneId: string): BurnerBelief {
  const station = run.station(stationId);
  const calibration = pinnedStation(run.pins, stationId)?.calibration?.find((each) => each.zoneId === zoneId);
  return { errorC: 0, sdC: calibration?.sdC ?? unreadSdC(station, zoneOf(station, zoneId)) };
}

/** How a formula's zone is brought to heat in a run, by what the run began with of burner and batter. */
export function zonePreheat(
  run: RunView,
  stationId: string,
  zoneId: string,
  body: Pick<FormulaBody, 'heat' | 'fat'>,
  { table, pace }: { readonly table: TimelineTable; readonly pace: Pace },
): PreheatPlan {
  const station = run.station(stationId);
  const limits = limitsOf(station, body);
  const believed = burnerBefore(run, stationId, zoneId);
  const targetC = wantedSurfaceC(body.heat, table, pace, { sdC: believed.sdC });
  const wish = { roomC: run.pins.roomC, targetC, limits, believed };
  return run.memo.recall(
    PREHEATS,
    JSON.stringify([station.shape, station.metal, station.thicknessMm, station.coating, zoneOf(station, zoneId), wish]),
    () => preheatOf(station, zoneId, wish),
  );
}
const PREHEATS: Question<PreheatPlan> = { name: 'preheat', most: 200 };

/** What is wished of an empty plate, and what is believed of its burner. */
export interface HeatWish {
  readonly roomC: number;
  readonly targetC: number;
  readonly limits: HeatLimits;
  readonly believed: BurnerBelief;
}

/** An empty non-stick pan on high is past its ceiling in minutes: it is warmed on less. Common practice, no source. */
const NON_STICK_BOOST_SHARE = 0.5;

/** How a station's zone is brought towards a surface from cold. */
export function preheatOf(station: StationBody, zoneId: string, wish: HeatWish): PreheatPlan {
  const zone = zoneOf(station, zoneId);
  const { roomC, targetC, limits, believed } = wish;
  const heat = { startC: roomC, targetC, ambientC: roomC, limits, believed };
  const boostShare = station.coating === 'nonStick' ? NON_STICK_BOOST_SHARE : undefined;
  return preheatPlan(zoneThermal(station, zone), zone.dial, heat, boostShare);
}

/** Power that `count` pieces of `massG` draw, panful after panful, W: what the working mark must meet besides losses. */
export function usualFoodW(type: BatterType, count: number, massG: number): number {
  return (count * massG * COOKING_HEAT_J_PER_G[familyOf(type)]) / CYCLE_S[type];
}
/** Time on the plate and the turnaround, s: trade ranges. Common practice, no source. */
const CYCLE_S: Record<BatterType, number> = {
  leavened: 200,
  coarseMeal: 190,
  yeast: 190,
  other: 200,
  thin: 85,
  eggRichThin: 95,
  whippedWhite: 330,
};
/** Between the last lift of a panful and the next pour nothing lies on a plate, s. Common practice, no source. */
export const GAP_S = 20;

/** The mark for a zone's mean load of food, by what is believed of it now, safe over all that may be. */
export function steadyMark(station: StationBody, zoneId: string, wish: HeatWish, foodW: number): number {
  const zone = zoneOf(station, zoneId);
  const { roomC, targetC, limits, believed } = wish;
  const heat = { targetC, ambientC: roomC, limits, believed };
  return workingMark(zoneThermal(station, zone), zone.dial, heat, { foodW, gapS: GAP_S });
}

/** The mark on which a zone may stand empty, by what is believed of it now. */
export function emptyMark(station: StationBody, zoneId: string, wish: HeatWish): number {
  const zone = zoneOf(station, zoneId);
  const { roomC, targetC, limits, believed } = wish;
  return waitingMark(zoneThermal(station, zone), zone.dial, { targetC, ambientC: roomC, limits, believed });
}

/** Where a zone settles on a mark under food or empty, by a burner as strong as it showed to be, °C. */
export function settlesOn(
  station: StationBody,
  zoneId: string,
  mark: number,
  { roomC, errorC, food }: { readonly roomC: number; readonly errorC: number; readonly food?: FoodTaken | undefined },
): number {
  const zone = zoneOf(station, zoneId);
  return settlesAtC(zoneThermal(station, zone), zone.dial, mark, { ambientC: roomC, errorC, ...(food && { food }) });
}

/** Whether a zone runs away within a minute or two of a high mark. */
export function isThinZone(station: StationBody, zoneId: string): boolean {
  return isThin(zoneThermal(station, zoneOf(station, zoneId)));
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
/** A coating is in danger so near its ceiling, or when it may be there in more than one of six cases: z of that. Assumed. */
const DANGER_Z = 1;
const LONGEST_S = 600; // Numerical.

/**
 * Whether a zone needs more than a turn of its dial: a coating that may be near its ceiling at its hottest spot, or a pan so hot that it comes
 * off the burner; with how long it cools.
 */
export function heatAlarm(
  station: StationBody,
  zone: Standing,
  span: {
    readonly targetC: number;
    readonly highC: number;
    readonly roomC: number;
    readonly hottestC?: number | undefined;
  },
): HeatAlarm | null {
  if (zone.basis === 'cold' || !zone.mark) return null;
  const ceiling = ceilingC(station);
  const coolS = (toC: number) => coolingS(station, zone, toC, span.roomC);
  if (
    ceiling !== null &&
    Math.max(zone.surfaceC, span.hottestC ?? -Infinity) + Math.max(CEILING_MARGIN_C, DANGER_Z * zone.sdC) > ceiling
  )
    return { kind: 'ceiling', forS: coolS(span.targetC), limitC: ceiling };
  // a thermostat lets its plate cool by itself
  if (zoneOf(station, zone.zoneId).dial.kind === 'thermostat') return null;
  if (zone.surfaceC - zone.sdC < span.highC + LIFT_OFF_ABOVE_C) return null;
  const pan = station.shape.kind !== 'rectangle';
  return { kind: pan ? 'liftOff' : 'wait', forS: coolS(span.targetC), limitC: null };
}

/** Seconds in which a zone cools to a surface with its burner off; none when it never does within ten minutes. */
function coolingS(station: StationBody, zone: Standing, toC: number, roomC: number): number | null {
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
