/**
 * Colours of heat on a plate, cool to hot: lightness rises all the way, so that they read in grey and from two metres.
 * Plate indigo, through the ember of the token sheet, to a pale glow.
 */
const RAMP = ['#23263a', '#3b3548', '#5d4049', '#8a4c3a', '#b8662f', '#dd9148', '#f1c27b', '#fbe9c2'] as const;

/** The colour of a temperature between two ends, as CSS. */
export function heatColour(tempC: number, fromC: number, toC: number): string {
  const position = Math.min(1, Math.max(0, (tempC - fromC) / Math.max(1, toC - fromC))) * (RAMP.length - 1);
  const low = Math.min(RAMP.length - 2, Math.floor(position));
  return `color-mix(in oklab, ${RAMP[low]}, ${RAMP[low + 1]} ${Math.round(100 * (position - low))}%)`;
}

/** Ends of the ramp about a wished surface: a cold plate is dark, one that glows past the wish is pale. */
export function rampEnds(targetC: number): readonly [number, number] {
  return [targetC - HALF_SPAN_C, targetC + HALF_SPAN_C];
}

/** Farther off than this a plate is simply too cool or too hot. Common practice, no source. */
const HALF_SPAN_C = 40;
