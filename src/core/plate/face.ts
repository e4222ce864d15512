import { KELVIN_AT_ZERO_C } from '#core/units';
import type { StationBody } from './station.ts';

/** How well a face gives off heat as light, and how far faces of its kind differ. */
export interface Emissivity {
  readonly value: number;
  readonly sd: number;
}

/**
 * Emissivity between 8 and 14 µm. Source: Incropera & DeWitt, Table A.11 (polished aluminium 0.04–0.1, cleaned
 * stainless 0.2, oxidised steel 0.6–0.8; organic films 0.9 and more), from memory; spreads assumed.
 */
const EMISSIVITY = {
  bareAluminium: { value: 0.1, sd: 0.04 },
  bareStainless: { value: 0.2, sd: 0.06 },
  bareSteel: { value: 0.7, sd: 0.1 },
  bareIron: { value: 0.8, sd: 0.07 },
  seasoned: { value: 0.95, sd: 0.02 },
  nonStick: { value: 0.95, sd: 0.02 },
  enamel: { value: 0.92, sd: 0.03 },
  /** A film of oil, a drop of batter or a patch of soot hides the metal. */
  covered: { value: 0.95, sd: 0.02 },
} as const satisfies Record<string, Emissivity>;

/** The face of a plate as a thermometer that looks at it sees it. */
export function faceEmissivity(station: Pick<StationBody, 'metal' | 'coating'>, oiled = false): Emissivity {
  if (oiled) return EMISSIVITY.covered;
  if (station.coating !== 'none') return EMISSIVITY[station.coating];
  switch (station.metal) {
    case 'aluminium':
      return EMISSIVITY.bareAluminium;
    case 'stainless':
      return EMISSIVITY.bareStainless;
    case 'carbonSteel':
      return EMISSIVITY.bareSteel;
    case 'castIron':
      return EMISSIVITY.bareIron;
  }
}

/** What most guns are set to when nobody set them. Common practice, no source. */
export const USUAL_GUN_EMISSIVITY = 0.95;

/** Second radiation constant hc/k, µm·K (CODATA). */
const C2_UM_K = 14387.768775;
/** What a kitchen's gun looks at, µm. Common practice, no source. */
const BAND_UM = { from: 8, to: 14, steps: 24 };

/** Light of a black face between 8 and 14 µm, in units that cancel: Planck's law, midpoint rule. */
function bandRadiance(tempC: number): number {
  const kelvin = tempC + KELVIN_AT_ZERO_C;
  const width = (BAND_UM.to - BAND_UM.from) / BAND_UM.steps;
  let sum = 0;
  for (let i = 0; i < BAND_UM.steps; i++) {
    const um = BAND_UM.from + (i + 0.5) * width;
    sum += width / (um ** 5 * (Math.exp(C2_UM_K / (um * kelvin)) - 1));
  }
  return sum;
}

/**
 * What an infrared gun shows on a face: it sees the face's own light and the room's mirrored in it, and takes both for
 * the light of a face of the emissivity it is set to.
 */
export function infraredShownC(trueC: number, face: number, gun: number, roomC: number): number {
  const room = bandRadiance(roomC);
  const seen = face * bandRadiance(trueC) + (1 - face) * room;
  return temperatureOf((seen - (1 - gun) * room) / gun);
}

/** The true surface behind what a gun shows. */
export function infraredTrueC(shownC: number, face: number, gun: number, roomC: number): number {
  const room = bandRadiance(roomC);
  const seen = gun * bandRadiance(shownC) + (1 - gun) * room;
  return temperatureOf((seen - (1 - face) * room) / face);
}

function temperatureOf(radiance: number): number {
  let low = -50;
  let high = 700;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (bandRadiance(middle) < radiance) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
