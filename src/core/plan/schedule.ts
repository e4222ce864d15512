import { plannedPanfuls, type Budget, type Panfuls } from './search.ts';
import type { Cooking, Job } from './problem.ts';

/** One panful, times in seconds; 0 is when the last piece must be off, so they are negative. */
export interface PlannedPanful {
  readonly formulaId: string;
  readonly zoneKey: string;
  readonly size: number;
  /** Which pair of hands, from 0. */
  readonly cook: number;
  readonly pourS: number;
  readonly flipS: number;
  readonly liftS: number;
  /** Last piece off. */
  readonly endS: number;
  /** How long hands are at it each time. */
  readonly handsS: { readonly pour: number; readonly flip: number; readonly lift: number };
}

/** Panfuls as they were found, in order of pouring, with the names of their zones and formulas. */
export function panfulsOf({ turns, zoneKeys }: Panfuls, jobs: readonly Job[]): PlannedPanful[] {
  return firstZonesFirst(
    turns.map(({ job, zone, size, cook, pourS, flipS, liftS, endS }) => {
      const { formulaId, hands } = jobs[job]!;
      const handsS = { pour: hands.greaseS + size * hands.pourS, flip: size * hands.flipS, lift: size * hands.liftS };
      return { formulaId, zoneKey: zoneKeys[zone]!, size, cook, pourS, flipS, liftS, endS, handsS };
    }),
    jobs,
  );
}

/** The best panfuls found within a budget, at once. */
export function foundPanfuls(cooking: Cooking, budget: Budget): Panfuls {
  const search = plannedPanfuls(cooking, budget);
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
  }
}

/**
 * Gives zones that are alike their names in order of first use, so that a cook starts at A and leaves the last ones cold.
 * Zones that two formulas share keep their names.
 */
function firstZonesFirst(panfuls: PlannedPanful[], jobs: readonly Job[]): PlannedPanful[] {
  const names = new Map<string, string>();
  for (const job of jobs) {
    const shared = jobs.some(
      (other) => other !== job && other.zones.some((zone) => job.zones.some((own) => own.key === zone.key)),
    );
    const [first] = job.zones;
    const alike = job.zones.every((zone) => zone.capacity === first?.capacity && zone.recoveryS === first.recoveryS);
    if (shared || !alike) continue;
    const used = [
      ...new Set(panfuls.filter((panful) => panful.formulaId === job.formulaId).map((panful) => panful.zoneKey)),
    ];
    used.forEach((key, index) => names.set(key, job.zones[index]!.key));
  }
  return panfuls.map((panful) => ({ ...panful, zoneKey: names.get(panful.zoneKey) ?? panful.zoneKey }));
}
