import type { SMOKE_FATS } from './reading.ts';
import type { StationBody } from './station.ts';

export type SmokeFat = (typeof SMOKE_FATS)[number];

/**
 * Where fats begin to smoke, °C: the middle of what is published and how far kinds and ages differ. McGee (butter,
 * clarified), other ranges by AOCS Cc 9a-48 as usually quoted; from memory, low certainty.
 */
export const SMOKE_POINT: Record<SmokeFat, { readonly atC: number; readonly sdC: number }> = {
  butter: { atC: 150, sdC: 15 },
  clarifiedButter: { atC: 225, sdC: 13 },
  rapeseed: { atC: 220, sdC: 9 },
  sunflower: { atC: 228, sdC: 6 },
  olive: { atC: 190, sdC: 16 },
};

/** Whole butter blackens within ten seconds from about here, °C. Common practice, no source. */
export const BUTTER_BLACKENS_C = 222;

/** What a plate must stay under while a fat is on it, °C: whole butter fails where it blackens at once, others where they smoke. */
export const FAT_LIMIT_C = {
  none: null,
  butter: BUTTER_BLACKENS_C,
  clarifiedButter: SMOKE_POINT.clarifiedButter.atC,
  oil: SMOKE_POINT.rapeseed.atC,
  // from memory: lard smokes at 185 to 200 °C, fresh and rendered well
  lard: 190,
  // oil with lecithin, which browns and gums before the oil smokes. Common practice, no source
  spray: 205,
} as const;
/** So far over what a batter bears a plate is too hot for it, whatever its face, °C. Common practice, no source. */
export const OVER_BATTER_C = 30;

/** A coating of PTFE is kept below this, °C (BfR FAQ; from memory). An empty pan gets there in two to five minutes. */
const NON_STICK_CEILING_C = 260;
/** Told this far below the ceiling, °C: what a wrong estimate may be off. Assumed. */
export const CEILING_MARGIN_C = 20;

/** The surface a plate must stay under, °C; none for bare metal. */
export function ceilingC(station: Pick<StationBody, 'coating'>): number | null {
  return station.coating === 'nonStick' ? NON_STICK_CEILING_C : null;
}
