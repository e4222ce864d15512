import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { NON_STICK_PAN } from '#demo';
import { forecast } from '#core/forecast';
import { heatAlarm, preheatOf } from '#core/heating';
import { heatSteps, planRun, promptsNow, type HeatStep } from '#core/guidance';
import { fold, type StoredEvent } from '#core/run';
import { BRIEF, CAKES, CREPES, GRIDDLE_ID, PAN_ONE, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const tables = new Memo();
const stateOf = (events: readonly StoredEvent[]) => fold({ pins: PINS, rehearsal: false }, numbered(events));
const event = writer(SERVICE_MS - 7_200_000);
const brief = event('brief-set', BRIEF);
const plan = planRun(runView(PINS, stateOf([brief]), tables), 0);
const preheat = plan.preheats.find(({ zoneKey }) => zoneKey.startsWith(GRIDDLE_ID))!;
const [stationId, zoneId] = preheat.zoneKey.split('/') as [string, string];
const heat = plan.preheat[preheat.zoneKey]!;
const turned = (mark: number, atMs: number) =>
  event('burner-turned', { stationId, zoneId, mark }, { deviceAtMs: atMs });
const stepsAt = (events: readonly StoredEvent[], nowMs: number): HeatStep[] =>
  heatSteps(stateOf(events), forecast(runView(PINS, stateOf(events), tables), nowMs), plan, nowMs);
const stepOf = (events: readonly StoredEvent[], nowMs: number) =>
  stepsAt(events, nowMs).find(({ key }) => key === preheat.zoneKey);

describe('heat as steps', () => {
  it('a plate is lit at its moment, at the mark the plan says', () => {
    expect(stepOf([brief], preheat.lightMs - 60_000)).toMatchObject({
      ...{ why: 'light', mark: heat.boostMark, dueMs: preheat.lightMs },
    });
  });

  it('once lit high it is turned down once, when it is there, and not before', () => {
    expect(heat.boostMark).toBeGreaterThan(heat.holdMark);
    const lit = [brief, turned(heat.boostMark, preheat.lightMs)];
    const soon = stepOf(lit, preheat.lightMs + 20_000)!;
    expect(soon.why).toBe('down');
    expect(soon.dueMs).toBeGreaterThan(preheat.lightMs + 20_000);
    const there = stepOf(lit, preheat.lightMs + heat.boostS * 1000 + 30_000)!;
    expect(there).toMatchObject({ why: 'down' });
    expect(there.mark).toBeLessThan(heat.boostMark);
  });

  it('a plate that a look finds far cooler than thought is turned up, though it was never turned down', () => {
    const pan = plan.preheats.find(({ zoneKey }) => zoneKey.startsWith(PAN_ONE))!;
    const { boostMark } = plan.preheat[pan.zoneKey]!;
    const of = { stationId: PAN_ONE, zoneId: 'P' };
    const at = (min: number) => pan.lightMs + min * 60_000;
    const read = { ...of, method: 'probe', surfaceC: 105, sdC: 2 } as const;
    const log = [
      brief,
      event('burner-turned', { ...of, mark: boostMark }, { deviceAtMs: at(0) }),
      event('reading-taken', read, { deviceAtMs: at(6) }),
    ];
    const step = stepsAt(log, at(9)).find(({ stationId: own }) => own === PAN_ONE)!;
    expect(step.why).toBe('correct');
    expect(step.mark).toBeGreaterThan(boostMark);
  });

  it('a pan that is read and heats as planned is left to come: no turn of its dial before it is there', () => {
    const calibration = [{ zoneId: 'P', errorC: 0, sdC: 12, gain: 1, spots: [] }];
    const read = { ...PINS, stations: PINS.stations.map((s) => (s.id === PAN_ONE ? { ...s, calibration } : s)) };
    const of = (events: readonly StoredEvent[]) => fold({ pins: read, rehearsal: false }, numbered(events));
    const own = new Memo();
    const plans = planRun(runView(read, of([brief]), own), 0);
    const pan = plans.preheats.find(({ zoneKey }) => zoneKey.startsWith(PAN_ONE))!;
    const { boostMark, boostS } = plans.preheat[pan.zoneKey]!;
    const lit = { stationId: PAN_ONE, zoneId: 'P', mark: boostMark };
    const state = of([brief, event('burner-turned', lit, { deviceAtMs: pan.lightMs })]);
    const due = [0.3, 0.4, 0.5, 0.7, 0.9].flatMap((share) => {
      const nowMs = pan.lightMs + share * boostS * 1000;
      return heatSteps(state, forecast(runView(read, state, own), nowMs), plans, nowMs).filter(
        ({ stationId: each, dueMs }) => each === PAN_ONE && dueMs <= nowMs,
      );
    });
    expect(boostS).toBeGreaterThan(300);
    expect(due).toEqual([]);
  });

  it('a plate that runs away empty is turned off, and the words, the mark and the button are one thing', () => {
    const hot = [
      brief,
      turned(heat.boostMark, preheat.lightMs),
      turned(heat.boostMark - 0.5, preheat.lightMs + 60_000),
      event(
        'reading-taken',
        { stationId, zoneId, method: 'probe', surfaceC: 270, sdC: 2 },
        {
          deviceAtMs: preheat.lightMs + 400_000,
        },
      ),
    ];
    const step = stepOf(hot, preheat.lightMs + 405_000)!;
    expect(['danger', 'park']).toContain(step.why);
    expect(step.mark).toBe(0);
  });

  it('a dial that was just turned off is left so for a minute, though food lies there; then it is lit again', () => {
    const offMs = preheat.readyMs + 30_000;
    const begun = [
      brief,
      turned(2, preheat.lightMs),
      event(
        'reading-taken',
        { stationId, zoneId, method: 'probe', surfaceC: 178, sdC: 2 },
        { deviceAtMs: preheat.readyMs },
      ),
      event(
        'poured',
        { pieceId: id(0xc31), formulaId: CAKES, stationId, placeId: `${zoneId}1`, volumeMl: 75 },
        { deviceAtMs: preheat.readyMs + 5000 },
      ),
      turned(0, offMs),
    ];
    expect(stepOf(begun, offMs + 20_000)).toBeUndefined();
    expect(stepOf(begun, offMs + 75_000)).toMatchObject({ why: 'again' });
  });

  it('asks one thing of one plate at one moment, whatever happens', () => {
    const lit = [brief, turned(heat.boostMark, preheat.lightMs)];
    for (let s = 0; s <= 900; s += 90) {
      const keys = stepsAt(lit, preheat.lightMs + s * 1000).map(({ key }) => key);
      expect(new Set(keys).size).toBe(keys.length);
    }
  });
});

describe('what the desk asks for', () => {
  it('comes in one order of urgency: danger before a flip, a flip before heat, heat before a pour', () => {
    const piece = id(0xb1);
    const events = [
      event('brief-set', { ...BRIEF, items: [{ formulaId: CAKES, pieces: 30, stationIds: [GRIDDLE_ID] }] }),
      event('surface-assumed', { stationId, zoneId, surfaceC: 182, sdC: 6 }, { deviceAtMs: preheat.lightMs }),
      event(
        'poured',
        { pieceId: piece, formulaId: CAKES, stationId, placeId: `${zoneId}1`, volumeMl: 75 },
        { deviceAtMs: preheat.lightMs },
      ),
    ];
    const state = stateOf(events);
    const told = forecast(runView(PINS, state, tables), preheat.lightMs + 100_000);
    const flipMs = told.pieces[piece]!.flip.bestMs;
    const asked = promptsNow(runView(PINS, state), told, plan, flipMs + 1000).filter(
      ({ dueMs }) => dueMs <= flipMs + 1000,
    );
    const rank = asked.map((prompt) => (prompt.kind === 'hand' ? prompt.hand.verb : prompt.kind));
    expect(rank).toContain('flip');
    if (rank.includes('pour')) expect(rank.indexOf('flip')).toBeLessThan(rank.indexOf('pour'));
    if (rank.includes('heat')) expect(rank.indexOf('flip')).toBeLessThan(rank.indexOf('heat'));
  });

  it('one look at a plate that nobody has read, before its first pour, and none once it was read or poured on', () => {
    const pan = plan.preheats.find(({ zoneKey }) => zoneKey.startsWith(PAN_ONE))!;
    const [pansId, pansZone] = pan.zoneKey.split('/') as [string, string];
    const { boostMark } = plan.preheat[pan.zoneKey]!;
    const lit = [
      brief,
      event('burner-turned', { stationId: pansId, zoneId: pansZone, mark: boostMark }, { deviceAtMs: pan.lightMs }),
    ];
    const looksAt = (events: readonly StoredEvent[]) => {
      const state = stateOf(events);
      const told = forecast(runView(PINS, state, tables), pan.readyMs);
      return promptsNow(runView(PINS, state), told, plan, pan.readyMs).filter(
        (prompt) => prompt.kind === 'look' && prompt.look.stationId === pansId,
      ).length;
    };
    expect(looksAt(lit)).toBe(1);
    const read = event(
      'reading-taken',
      { stationId: pansId, zoneId: pansZone, method: 'butter', seen: 'foams' },
      { deviceAtMs: pan.readyMs - 5000 },
    );
    expect(looksAt([...lit, read])).toBe(0);
  });
});

describe('a coating', () => {
  const coated = { ...NON_STICK_PAN, thicknessMm: 6, zones: [{ ...NON_STICK_PAN.zones[0]!, source: 'coil' as const }] };
  const zoneId = coated.zones[0]!.id;

  it('is not warmed empty on more than half of its dial (common practice, no source)', () => {
    const wish = { roomC: 22, targetC: 182, limits: { batterC: 220, faceC: 260 }, believed: { errorC: 0, sdC: 5 } };
    expect(preheatOf(coated, zoneId, wish).boostMark).toBeLessThanOrEqual(coated.zones[0]!.dial.max / 2);
  });

  it('is told of twenty degrees before its ceiling, however well its plate is known (BfR, from memory)', () => {
    const zone = (surfaceC: number, sdC: number) => ({
      ...{ key: 'k', stationId: 's', zoneId, mark: 3, surfaceC, sdC, basis: 'reading' as const, readings: [] },
      ...{ lowC: surfaceC - 1.6 * sdC, highC: surfaceC + 1.6 * sdC },
    });
    const span = { targetC: 182, highC: 190, roomC: 22 };
    expect(heatAlarm(coated, zone(243, 2), span)?.kind).toBe('ceiling');
    expect(heatAlarm(coated, zone(190, 2), span)).toBeNull();
    expect(heatAlarm(coated, zone(225, 40), span)?.kind).toBe('ceiling');
  });
});

describe('a pan that stands beside its burner', () => {
  it('is told to be turned off once nothing more goes on it: its flame burns on', () => {
    const of = { stationId: PAN_ONE, zoneId: 'P' };
    const at = (s: number) => ({ deviceAtMs: SERVICE_MS - 900_000 + 1000 * s });
    const items = [{ formulaId: CREPES, pieces: 1, stationIds: [PAN_ONE] }];
    const pieceId = id(0xd01);
    const log = [
      event('brief-set', { serviceAtMs: SERVICE_MS, items }, at(-600)),
      event('burner-turned', { ...of, mark: 3 }, at(-300)),
      event('poured', { pieceId, formulaId: CREPES, stationId: PAN_ONE, placeId: 'P1', volumeMl: 60 }, at(0)),
      event('flipped', { pieceId }, at(40)),
      event('burner-turned', { ...of, mark: 3, aside: true }, at(60)),
      event('lifted', { pieceId }, at(65)),
    ];
    const step = stepsAt(log, SERVICE_MS - 900_000 + 70_000).find(({ stationId: own }) => own === PAN_ONE);
    expect(step).toMatchObject({ why: 'done', mark: 0 });
  });
});

describe('the one mark for a plate’s food', () => {
  const at = (s: number) => ({ deviceAtMs: preheat.readyMs + 1000 * s });
  const pour = (n: number, s: number) =>
    event(
      'poured',
      { pieceId: id(0xc00 + n), formulaId: CAKES, stationId, placeId: `${zoneId}${n}`, volumeMl: 75 },
      at(s),
    );
  const lit = [
    event('brief-set', { ...BRIEF, items: [{ formulaId: CAKES, pieces: 30, stationIds: [GRIDDLE_ID] }] }),
    turned(heat.boostMark, preheat.lightMs),
    event('reading-taken', { stationId, zoneId, method: 'probe', surfaceC: 160, sdC: 2 }, at(0)),
    turned(2, preheat.readyMs + 1000),
    pour(1, 10),
    event('flipped', { pieceId: id(0xc01) }, at(120)),
    event('lifted', { pieceId: id(0xc01) }, at(180)),
  ];
  const markAt = (events: readonly StoredEvent[], s: number) =>
    forecast(runView(PINS, stateOf(events), tables), preheat.readyMs + 1000 * s).zones.find(
      ({ key }) => key === preheat.zoneKey,
    )!.workingMark;
  const two = [...lit, pour(1, 200), pour(2, 204)];

  it('is for the pieces that lie there, once nothing is added to them, and not for as many as would go on it', () => {
    const six = [...two, ...[3, 4, 5, 6].map((n) => pour(n, 200 + 4 * n))];
    expect(markAt(two, 290)).toBeLessThan(markAt(six, 290));
  });

  it('stays while a panful comes off piece by piece', () => {
    const turnedOver = [...two, ...[1, 2].map((n) => event('flipped', { pieceId: id(0xc00 + n) }, at(330 + n)))];
    const one = [...turnedOver, event('lifted', { pieceId: id(0xc01) }, at(400))];
    expect(Math.abs(markAt(one, 402) - markAt(turnedOver, 399))).toBeLessThanOrEqual(0.5);
  });
});
