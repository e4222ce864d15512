import type { Cooking } from './problem.ts';
import type { PlannedPanful } from './schedule.ts';

/** A panful as it stands in a plan, s. */
type Planned = Pick<PlannedPanful, 'formulaId' | 'zoneKey' | 'size' | 'cook' | 'pourS' | 'flipS' | 'liftS'>;

/** What is wrong with a plan; nothing where it can be cooked as it stands. */
export type PlanFault =
  | { readonly code: 'tooMany' | 'window' | 'overlap' | 'zone' | 'late'; readonly formulaId: string }
  | { readonly code: 'pieces'; readonly formulaId: string; readonly planned: number; readonly wanted: number }
  | { readonly code: 'unknown' };

/** Two moments this near are one, s. Numerical. */
const NEAR_S = 1e-5;

/**
 * Follows a plan piece by piece, with nothing of how it was made: every piece in its windows, hands at one thing at a time,
 * zones at one panful, all that was wanted, and nothing after its table.
 */
export function planFaults({ jobs, cooks, tables }: Cooking, panfuls: readonly Planned[]): PlanFault[] {
  const faults: PlanFault[] = [];
  const busy = new Map<number, { fromS: number; toS: number; formulaId: string }[]>();
  const zones = new Map<string, { fromS: number; toS: number; formulaId: string }[]>();
  const lifts = new Map<string, number[]>();
  const into = <K>(
    of: Map<K, { fromS: number; toS: number; formulaId: string }[]>,
    key: K,
    fromS: number,
    toS: number,
    formulaId: string,
  ) => of.set(key, [...(of.get(key) ?? []), { fromS, toS, formulaId }]);
  for (const { formulaId, zoneKey, size, cook, pourS, flipS, liftS } of panfuls) {
    const job = jobs.find((each) => each.formulaId === formulaId);
    const zone = job?.zones.find(({ key }) => key === zoneKey);
    if (!job || !zone || cook < 0 || cook >= cooks || !Number.isInteger(size) || size < 1) {
      faults.push({ code: 'unknown' });
      continue;
    }
    if (size > zone.capacity) faults.push({ code: 'tooMany', formulaId });
    const { hands, first, second } = job;
    const { heatFactor = 1 } = zone;
    for (let n = 0; n < size; n++) {
      const pouredS = pourS + hands.greaseS + (n + 1) * hands.pourS;
      const firstS = (flipS + n * hands.flipS - pouredS) * heatFactor;
      const secondS = (liftS + n * hands.liftS - (flipS + (n + 1) * hands.flipS)) * heatFactor;
      const isIn = (s: number, { bestS, earlyS, lateS }: typeof first) =>
        s >= bestS - earlyS - NEAR_S && s <= bestS + lateS + NEAR_S;
      if (!isIn(firstS, first) || !isIn(secondS, second)) faults.push({ code: 'window', formulaId });
      lifts.set(formulaId, [...(lifts.get(formulaId) ?? []), liftS + (n + 1) * hands.liftS]);
    }
    into(busy, cook, pourS, pourS + hands.greaseS + size * hands.pourS, formulaId);
    into(busy, cook, flipS, flipS + size * hands.flipS, formulaId);
    into(busy, cook, liftS, liftS + size * hands.liftS, formulaId);
    into(zones, zoneKey, pourS, liftS + size * hands.liftS + zone.recoveryS, formulaId);
  }
  const meet = (spans: { fromS: number; toS: number; formulaId: string }[], code: 'overlap' | 'zone') => {
    const inOrder = [...spans].sort((a, b) => a.fromS - b.fromS);
    for (let i = 1; i < inOrder.length; i++)
      if (inOrder[i]!.fromS < inOrder[i - 1]!.toS - NEAR_S) faults.push({ code, formulaId: inOrder[i]!.formulaId });
  };
  for (const spans of busy.values()) meet(spans, 'overlap');
  for (const spans of zones.values()) meet(spans, 'zone');
  jobs.forEach(({ formulaId, pieces }, job) => {
    const off = (lifts.get(formulaId) ?? []).sort((a, b) => a - b);
    if (off.length !== pieces) faults.push({ code: 'pieces', formulaId, planned: off.length, wanted: pieces });
    // by each table's moment all are off that it and those before it want
    let by = 0;
    for (const table of [...(tables ?? [{ atS: 0, pieces: jobs.map((each) => each.pieces) }])].sort(
      (a, b) => a.atS - b.atS,
    )) {
      by += table.pieces[job]!;
      const last = off[by - 1];
      if (by > 0 && last !== undefined && last > table.atS + NEAR_S) faults.push({ code: 'late', formulaId });
    }
  });
  return faults;
}
