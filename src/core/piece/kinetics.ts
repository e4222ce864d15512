import { ByTemperature } from './lookup.ts';
import { rateAt, type Kinetics } from './parameters.ts';

/** What is left undone of a first-order change after `dt` seconds at a temperature: e^(−k·dt). */
export type LeftAfter = (kinetics: Kinetics, dt: number) => ByTemperature;

/** Tabulated for the steps of one simulation, each once. */
export function leftAfterSteps(): LeftAfter {
  const tables = new Map<Kinetics, Map<number, ByTemperature>>();
  return (kinetics, dt) => {
    let bySteps = tables.get(kinetics);
    if (!bySteps) tables.set(kinetics, (bySteps = new Map()));
    let table = bySteps.get(dt);
    if (!table) bySteps.set(dt, (table = new ByTemperature((tempC) => Math.exp(-rateAt(kinetics, tempC) * dt))));
    return table;
  };
}
