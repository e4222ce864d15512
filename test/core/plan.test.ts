import { describe, expect, it } from '@jest/globals';
import {
  cookingOf,
  foundPanfuls,
  panfulBlocks,
  planMorning as planFound,
  type Job,
  type MorningJob,
  type MorningZone,
} from '#core/plan';
import { C, P } from './plan-formulas.ts';

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

/** The morning with panfuls sought for a moment. */
const planMorning = (jobs: MorningJob[], zones: MorningZone[], serviceAtMs: number, nowMs: number) =>
  planFound(jobs, zones, { serviceAtMs, nowMs }, foundPanfuls(cookingOf(jobs), { seed: 1, tries: 400 }));

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
