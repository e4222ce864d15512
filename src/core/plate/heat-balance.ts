import { celsiusToKelvin } from '#core/units';
import { arealHeatCapacityJm2K } from './metal.ts';
import { zoneAreaM2, type StationBody, type Zone } from './station.ts';

export const STEFAN_BOLTZMANN = 5.670374419e-8; // W/m²K⁴, CODATA

/** A zone as one lump of metal. */
export interface ZoneThermal {
  readonly areaM2: number;
  readonly heatCapacityJPerK: number;
  readonly fullPowerW: number;
  /** Convection above and losses below and at the side, W/m²K; emissivity of the face. */
  readonly convectionWm2K: number;
  readonly lossBelowWm2K: number;
  readonly emissivity: number;
}

/** Losses of a seasoned plate in a quiet kitchen: free convection and supports. Handbook order of magnitude, ± 30 %. */
export const LOSSES = { convectionWm2K: 8, lossBelowWm2K: 4, emissivity: 0.9 };

export function zoneThermal(station: StationBody, zone: Zone): ZoneThermal {
  const areaM2 = zoneAreaM2(station);
  return {
    areaM2,
    heatCapacityJPerK: arealHeatCapacityJm2K(station.metal, station.thicknessMm) * areaM2,
    fullPowerW: zone.powerW,
    ...LOSSES,
  };
}

/** Heat a zone at `tempC` gives to the room, W. */
export function lossW(zone: ZoneThermal, tempC: number, ambientC: number): number {
  const radiated = zone.emissivity * STEFAN_BOLTZMANN * (celsiusToKelvin(tempC) ** 4 - celsiusToKelvin(ambientC) ** 4);
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
  const steps = Math.max(1, Math.ceil(durationS / 5));
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
