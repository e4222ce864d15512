import { ByTemperature } from './lookup.ts';
import { rateAt, type Kinetics } from './parameters.ts';

const KNOWN = new WeakMap<Kinetics, Map<number, ByTemperature>>();

/** What is left undone of a first-order change after `dt` seconds at a temperature: e^(−k·dt). */
export function leftAfter(kinetics: Kinetics, dt: number): ByTemperature {
  let bySteps = KNOWN.get(kinetics);
  if (!bySteps) KNOWN.set(kinetics, (bySteps = new Map()));
  let table = bySteps.get(dt);
  if (!table) bySteps.set(dt, (table = new ByTemperature((tempC) => Math.exp(-rateAt(kinetics, tempC) * dt))));
  return table;
}
