import { celsiusToKelvin, STEFAN_BOLTZMANN_WM2K4 } from '#core/units';
import { lagS, type Source } from './burner.ts';
import { faceEmissivity } from './face.ts';
import { METAL, arealHeatCapacityJm2K } from './metal.ts';
import { plateSizeMm, zoneAreaM2, type StationBody, type Zone } from './station.ts';

const { ceil, max } = Math; // bound once: asked for at every cell of every step

/** A wet base is near boiling: what it takes goes with what the plate is above that, °C. From the piece model. */
export const WET_BASE_C = 98;

/** A zone as one lump of metal. */
export interface ZoneThermal {
  readonly areaM2: number;
  readonly heatCapacityJPerK: number;
  readonly fullPowerW: number;
  /** What heats it: how its dial goes with its marks. */
  readonly source?: Source | undefined;
  /** Seconds in which the element takes up a turn of its dial. */
  readonly lagS?: number;
  /** Convection above and losses below and at the side, W/m²K; emissivity of the face. */
  readonly convectionWm2K: number;
  readonly lossBelowWm2K: number;
  readonly emissivity: number;
}

/** Losses of a plate in a quiet kitchen: free convection and supports. Handbook order of magnitude, ± 30 %. Numerical. */
const LOSSES = { convectionWm2K: 8, lossBelowWm2K: 4 };

export function lossesOf(station: StationBody) {
  return { ...LOSSES, emissivity: faceEmissivity(station).value };
}

export function zoneThermal(station: StationBody, zone: Zone): ZoneThermal {
  const areaM2 = zoneAreaM2(station);
  return {
    areaM2,
    heatCapacityJPerK: arealHeatCapacityJm2K(station.metal, station.thicknessMm) * areaM2,
    fullPowerW: zone.powerW,
    source: zone.source,
    lagS: lagS(zone),
    ...lossesOf(station),
  };
}

/**
 * What flows along the plate between two neighbouring zones for each kelvin between their means, W/K: of two fins joined
 * at an end, one of them heated (Incropera & DeWitt ch. 3.6, adiabatic tips). Less than their middles apart, since what
 * flows over lies near where they meet.
 */
export function betweenZonesWK(station: StationBody): number {
  const { widthMm, depthMm } = plateSizeMm(station);
  const sheetWK = METAL[station.metal].conductivityWmK * (station.thicknessMm / 1000);
  const { convectionWm2K, lossBelowWm2K, emissivity } = lossesOf(station);
  const radiatedWm2K = 4 * emissivity * STEFAN_BOLTZMANN_WM2K4 * celsiusToKelvin(IN_USE_C) ** 3;
  const perM = Math.sqrt((convectionWm2K + lossBelowWm2K + radiatedWm2K) / sheetWK);
  const reach = (perM * (widthMm / 1000)) / station.zones.length;
  const tanh = Math.tanh(reach);
  return ((depthMm / 1000) * sheetWK * perM * tanh) / 2 / (1 - tanh / reach);
}

/** A plate in use, where what it radiates is taken, °C. Common practice, no source. */
const IN_USE_C = 200;

/** Heat a zone at `tempC` gives to the room, W. */
export function lossW(zone: ZoneThermal, tempC: number, ambientC: number): number {
  const square = celsiusToKelvin(tempC) ** 2; // asked thousands of times a forecast: squares twice, not a power of four
  const room = celsiusToKelvin(ambientC) ** 2;
  const radiated = zone.emissivity * STEFAN_BOLTZMANN_WM2K4 * (square * square - room * room);
  return zone.areaM2 * ((zone.convectionWm2K + zone.lossBelowWm2K) * (tempC - ambientC) + radiated);
}

/** Temperature at which the zone settles under `powerW`, °C. Bisection: loss rises with temperature. */
export function steadyC(zone: ZoneThermal, powerW: number, ambientC: number): number {
  let low = ambientC - 100;
  let high = 1500;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (lossW(zone, middle, ambientC) < powerW) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The zone's temperature after `durationS` under constant power; fourth-order Runge–Kutta, steps of at most 5 s. */
export function heated(zone: ZoneThermal, startC: number, powerW: number, ambientC: number, durationS: number): number {
  const steps = max(1, ceil(durationS / 5));
  const dt = durationS / steps;
  const slope = (tempC: number) => (powerW - lossW(zone, tempC, ambientC)) / zone.heatCapacityJPerK;
  let tempC = startC;
  for (let i = 0; i < steps; i++) {
    const k1 = slope(tempC);
    const k2 = slope(tempC + (k1 * dt) / 2);
    const k3 = slope(tempC + (k2 * dt) / 2);
    const k4 = slope(tempC + k3 * dt);
    tempC += (dt * (k1 + 2 * k2 + 2 * k3 + k4)) / 6;
  }
  return tempC;
}

/** Where the error of a burner is told, °C: a griddle's usual surface. Numerical. */
const TOLD_AT_C = 185;

/** How many degrees a holding zone gains when the logarithm of its burner's strength does by one: at a griddle's usual surface. */
export function degreesPerLnGain(zone: ZoneThermal, ambientC: number): number {
  return lossW(zone, TOLD_AT_C, ambientC) / lossPerK(zone, ambientC);
}

/** In how long an empty zone comes within 1/e of what a turn of its burner makes of it, s: heat capacity over loss per kelvin. */
export function timeConstantS(zone: ZoneThermal, ambientC: number): number {
  return zone.heatCapacityJPerK / lossPerK(zone, ambientC);
}

/** What a kelvin more loses to the room at a griddle's usual surface, W/K. */
function lossPerK(zone: ZoneThermal, ambientC: number): number {
  return (lossW(zone, TOLD_AT_C + 1, ambientC) - lossW(zone, TOLD_AT_C - 1, ambientC)) / 2;
}
