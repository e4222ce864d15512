import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { panfulBlocks, planMorning, scheduleBackwards, type Job, type MorningJob } from '#core/plan';

// The check formulas of the planning reference: a leavened one and a thin one.
const P = {
  hands: { greaseS: 6, pourS: 5, flipS: 3.5, liftS: 2.5 },
  first: { bestS: 95, earlyS: 12, lateS: 12 },
  second: { bestS: 45, earlyS: 0, lateS: 20 },
};
const C = {
  hands: { greaseS: 4, pourS: 10, flipS: 4, liftS: 3 },
  first: { bestS: 50, earlyS: 10, lateS: 10 },
  second: { bestS: 25, earlyS: 0, lateS: 12 },
};
const job = (
  formulaId: string,
  kind: typeof P,
  pieces: number,
  zones: string[],
  capacity: number,
  recoveryS: number,
): Job => ({
  formulaId,
  pieces,
  ...kind,
  zones: zones.map((key) => ({ key, capacity, recoveryS })),
});

describe('blocks of a panful (check values of the planning reference)', () => {
  it('leavened, six: B−A in [101.5, 118], C−B in [53.5, 68.5]', () => {
    const blocks = panfulBlocks(6, P.hands, P.first, P.second);
    expect(blocks.pourToFlip).toEqual([101.5, 118]);
    expect(blocks.flipToLift).toEqual([53.5, 68.5]);
    expect([blocks.pourS, blocks.flipS, blocks.liftS]).toEqual([36, 21, 15]);
  });

  it('thin, one: [54, 74] and [29, 41]; hands 21 s', () => {
    const blocks = panfulBlocks(1, C.hands, C.first, C.second);
    expect(blocks.pourToFlip).toEqual([54, 74]);
    expect(blocks.flipToLift).toEqual([29, 41]);
    expect(blocks.pourS + blocks.flipS + blocks.liftS).toBe(21);
  });

  it('leavened fits one pair of hands up to 17, not 18', () => {
    expect(panfulBlocks(17, P.hands, P.first, P.second).feasible).toBe(true);
    expect(panfulBlocks(18, P.hands, P.first, P.second).feasible).toBe(false);
  });
});

/** Checks a schedule piece by piece, sharing no code with the planner: hands in one place, windows, zones, order. */
function faultsOf(jobs: readonly Job[], panfuls: ReturnType<typeof scheduleBackwards>['panfuls']): string[] {
  const faults: string[] = [];
  const busy: [number, number][] = [];
  const zoneUse = new Map<string, [number, number][]>();
  for (const panful of panfuls) {
    const { hands, first, second, zones } = jobs.find((candidate) => candidate.formulaId === panful.formulaId)!;
    const zone = zones.find((candidate) => candidate.key === panful.zoneKey)!;
    if (panful.size > zone.capacity) faults.push('too many on a zone');
    busy.push([panful.pourS, panful.pourS + hands.greaseS + hands.pourS * panful.size]);
    busy.push([panful.flipS, panful.flipS + hands.flipS * panful.size]);
    busy.push([panful.liftS, panful.liftS + hands.liftS * panful.size]);
    for (let i = 0; i < panful.size; i++) {
      const pouredAt = panful.pourS + hands.greaseS + (i + 1) * hands.pourS;
      const flippedAt = panful.flipS + i * hands.flipS;
      const turnedAt = flippedAt + hands.flipS;
      const liftedAt = panful.liftS + i * hands.liftS;
      const firstS = flippedAt - pouredAt;
      const secondS = liftedAt - turnedAt;
      if (firstS < first.bestS - first.earlyS - 1e-6 || firstS > first.bestS + first.lateS + 1e-6)
        faults.push(`first side ${firstS}`);
      if (secondS < second.bestS - second.earlyS - 1e-6 || secondS > second.bestS + second.lateS + 1e-6)
        faults.push(`second side ${secondS}`);
    }
    const use = zoneUse.get(panful.zoneKey) ?? [];
    zoneUse.set(panful.zoneKey, [...use, [panful.pourS, panful.endS + zone.recoveryS]]);
  }
  for (const spans of [busy, ...zoneUse.values()]) {
    spans.sort((a, b) => a[0] - b[0]);
    for (let i = 1; i < spans.length; i++)
      if (spans[i]![0] < spans[i - 1]![1] - 1e-6) faults.push('two things at once');
  }
  for (const { formulaId, pieces } of jobs) {
    const made = panfuls
      .filter((panful) => panful.formulaId === formulaId)
      .reduce((sum, panful) => sum + panful.size, 0);
    if (made !== pieces) faults.push(`${made} of ${pieces} pieces`);
  }
  if (panfuls.some((panful) => panful.endS > 1e-6)) faults.push('after service');
  return faults;
}

describe('scheduling backwards', () => {
  it('one thin piece: pour −86, flip −32, lift −3 (check value)', () => {
    const { panfuls } = scheduleBackwards([job('c', C, 1, ['z'], 1, 12)]);
    expect(panfuls[0]).toMatchObject({ liftS: -3, flipS: -32, pourS: -86, endS: 0 });
  });

  it.each([
    ['three thin on one pan', [job('c', C, 3, ['z'], 1, 12)], 282],
    ['six leavened', [job('p', P, 6, ['z'], 6, 20)], 170],
    ['twelve leavened on one zone', [job('p', P, 12, ['z'], 6, 20)], 360],
    ['two thin on two pans', [job('c', C, 2, ['y', 'z'], 1, 12)], 100],
  ] as const)('%s: no longer than the reference plan', (_name, jobs, spanS) => {
    const { panfuls } = scheduleBackwards([...jobs]);
    expect(-panfuls[0]!.pourS).toBeLessThanOrEqual(spanS + 1e-6);
    expect(faultsOf(jobs, panfuls)).toEqual([]);
  });

  it('never asks hands to be in two places, nor a piece to leave its window (independent checker, random jobs)', () => {
    const size = fc.integer({ min: 1, max: 30 });
    fc.assert(
      fc.property(
        size,
        size,
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 2 }),
        (cakes, crepes, zones, pans) => {
          const jobs = [
            job('p', P, cakes, ['a', 'b', 'c'].slice(0, zones), 6, 20),
            job('c', C, crepes, ['y', 'z'].slice(0, pans), 1, 12),
          ];
          expect(faultsOf(jobs, scheduleBackwards(jobs).panfuls)).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('the odd remainder comes first in time', () => {
    const { panfuls } = scheduleBackwards([job('p', P, 13, ['z'], 6, 20)]);
    expect(panfuls.map((panful) => panful.size)).toEqual([1, 6, 6]);
  });

  it('names a formula that finds no place', () => {
    expect(() => scheduleBackwards([job('p', P, 3, ['z'], 0, 20)])).toThrow('formula p');
  });
});

describe('the morning', () => {
  const morning = (more: Partial<MorningJob> = {}): MorningJob => ({
    ...job('p', P, 24, ['a', 'b'], 6, 20),
    mixWorkS: 600,
    rest: { earliestS: 300, bestS: 720, latestS: 3600 },
    shares: [1],
    mixedTogether: false,
    folded: null,
    prepareS: 0,
    ...more,
  });
  const service = 10_000_000;

  it('mixes so that the first pour meets the best rest, and lights so that each zone is ready before it', () => {
    const plan = planMorning(
      [morning()],
      [
        { key: 'a', preheatS: 240 },
        { key: 'b', preheatS: 240 },
      ],
      service,
      0,
    );
    const [lot] = plan.lots;
    expect(lot!.firstPourMs - lot!.mixEndMs).toBe(720_000);
    expect(lot!.mixEndMs - lot!.mixStartMs).toBe(600_000);
    for (const preheat of plan.preheats) {
      const first = plan.panfuls.find((panful) => panful.zoneKey === preheat.zoneKey)!;
      expect(first.pourMs - preheat.readyMs).toBe(90_000);
      expect(preheat.readyMs - preheat.lightMs).toBe(240_000);
    }
    expect(plan.lastLiftMs).toBeLessThanOrEqual(service - 180_000);
    expect(plan.conflicts).toEqual([]);
    expect(plan.spareS).toBeCloseTo(plan.startMs / 1000, 6);
  });

  it('names what does not fit, in minutes', () => {
    const late = planMorning([morning()], [], service, service - 600_000);
    expect(late.conflicts[0]).toMatchObject({ code: 'startPassed' });
    expect(late.conflicts[0]!.minutes).toBe(Math.ceil((service - 600_000 - late.startMs) / 60_000));
    const stale = planMorning(
      [morning({ pieces: 90, rest: { earliestS: 300, bestS: 400, latestS: 500 } })],
      [],
      service,
      0,
    );
    expect(stale.conflicts.map((conflict) => conflict.code)).toContain('restOutlived');
    const held = planMorning([morning({ pieces: 160 })], [], service, 0);
    expect(held.conflicts.map((conflict) => conflict.code)).toContain('heldTooLong');
  });

  it('never mixes while the same hands cook', () => {
    const jobs = [
      morning(),
      morning({ ...job('c', C, 16, ['y'], 1, 12), rest: { earliestS: 60, bestS: 120, latestS: 7200 } }),
    ];
    const plan = planMorning(jobs, [], service, 0);
    const cooking = plan.panfuls.flatMap((panful) => {
      const { hands } = jobs.find((candidate) => candidate.formulaId === panful.formulaId)!;
      return [
        [panful.pourMs, panful.pourMs + (hands.greaseS + hands.pourS * panful.size) * 1000],
        [panful.flipMs, panful.flipMs + hands.flipS * panful.size * 1000],
      ] as const;
    });
    for (const lot of plan.lots) {
      for (const [from, to] of cooking) expect(lot.mixEndMs <= from + 1 || lot.mixStartMs >= to - 1).toBe(true);
    }
  });
});
