import type { HeatLimits, PreheatPlan, StationBody } from '#core/plate';
import type { ZoneState } from '#core/run';
import { isThinZone, settlesOn, type ZoneHeat } from './zone-heat.ts';
import { zoneOf } from '#core/setup';

/** Nearer than this a plate that is heating is there, °C: the next look finds it. Assumed. */
export const NEAR_C = 4;

/**
 * On the mark it stands on it comes to where it may be poured on: soon, or, as it was lit, within the time the plan
 * gives it.
 */
export function comesByItself(
  station: StationBody,
  { zoneId, mark, surfaceC }: ZoneHeat,
  zone: ZoneState | undefined,
  { boostMark, boostS, coastS }: Pick<PreheatPlan, 'boostMark' | 'boostS' | 'coastS'>,
  { readyFromC, ...on }: { readonly readyFromC: number; readonly roomC: number; readonly errorC: number },
  nowMs: number,
): boolean {
  if (mark === null) return false;
  const settledC = settlesOn(station, zoneId, mark, on);
  if (settledC < readyFromC) return false;
  const [lit, ...later] = zone?.turns ?? [];
  const asPlanned =
    lit && later.length === 0 && mark >= boostMark && nowMs <= lit.atMs + 1000 * LATER_THAN_PLANNED * (boostS + coastS);
  return asPlanned || (isThinZone(station, zoneId) && settledC - readyFromC >= SOON_SHARE * (settledC - surfaceC));
}

/** A plate that takes so many times as long as planned is turned up. Assumed. */
const LATER_THAN_PLANNED = 1.25;
/** A thin plate is there within one time constant, some two minutes, when so much of the way to where it settles remains beyond. Assumed. */
const SOON_SHARE = 0.4;

/** It is still rising, and may be past what its batter or its face bears in more than one of four cases. */
export function mayPass(
  station: StationBody,
  { zoneId, mark, surfaceC, sdC }: ZoneHeat,
  { batterC, faceC }: HeatLimits,
  { roomC, targetC }: { readonly roomC: number; readonly targetC: number },
  errorC: number,
): boolean {
  // a thermostat stops by itself
  if (!mark || zoneOf(station, zoneId).dial.kind === 'thermostat') return false;
  if (settlesOn(station, zoneId, mark, { roomC, errorC }) < surfaceC + NEAR_C) return false;
  const slow = !isThinZone(station, zoneId) && surfaceC > targetC + OVER_WISH_C;
  return slow || surfaceC + 0.67 * sdC > Math.min(batterC - TOO_NEAR_C, faceC ?? Infinity);
}

/** So far below what a batter bears an empty plate that rises is stopped, °C. Assumed. */
const TOO_NEAR_C = 15;
/** A thick plate takes minutes to come down again: it is stopped so far over its wish, °C. Assumed. */
const OVER_WISH_C = 8;
