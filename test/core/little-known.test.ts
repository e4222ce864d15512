import { runView } from '#core/setup';
import { describe, expect, it } from '@jest/globals';
import { belief, priorPosterior } from '#core/inference';
import { heatAlarm } from '#core/heating';
import { judgementAsked, planRun } from '#core/guidance';
import { LivePiece, USUAL_PACE, timelineTable, type PieceInput } from '#core/piece';
import { markForTemperature, zoneThermal, type Dial, type StationBody } from '#core/plate';
import { fold, type Pins, type StoredEvent } from '#core/run';
import { GRIDDLE } from '#demo';
import { spreadBy } from '../../src/core/inference/posterior.ts';
import { hottestWantedC, wantedSurfaceC } from '../../src/core/heating/target-surface.ts';
import { LyingFood, type FoodOnPlate } from '../../src/core/plate/food.ts';
import { roughAt, zoneTrack } from '../../src/core/plate/track.ts';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, id, numbered, writer } from './fixtures.ts';
import { cake, crepe, shelf } from './pieces.ts';

const ROOM_C = 22;
const griddle: StationBody = GRIDDLE;
const thermal = zoneThermal(griddle, griddle.zones[0]!);

describe('the surface wanted of a plate of which little is known', () => {
  const { heat } = shelf('Buttermilk cakes');
  const table = timelineTable(cake(182));
  const wanted = (sdC: number) => wantedSurfaceC(heat, table, USUAL_PACE, { sdC });

  it('is cooler the less is known, and the formula’s own once it is known', () => {
    expect(wanted(0)).toBe(heat.targetC);
    expect(wanted(15)).toBeLessThan(wanted(5) + 1e-9);
    expect(wanted(40)).toBeLessThan(heat.targetC - 2);
  });

  it('leaves nine plates in ten a window that hands can meet, or stands half way to where it would be slow', () => {
    const hottestC = hottestWantedC(heat, table, USUAL_PACE);
    expect(wanted(8)).toBeLessThanOrEqual(hottestC - 8);
    expect(wanted(200)).toBe(wanted(60)); // no plate is run colder than that
    expect(wanted(200)).toBeGreaterThanOrEqual(heat.lowC - 10);
  });
});

describe('a thermostat that runs hot', () => {
  const dial: Dial = { kind: 'thermostat', max: 230, step: 10, scale: 'celsius' };
  const electric: StationBody = {
    ...griddle,
    zones: [{ ...griddle.zones[0]!, source: 'electric', dial }],
  };
  const zone = (surfaceC: number) => ({
    ...{ key: 'k', stationId: 's', zoneId: 'A', mark: markForTemperature(dial, 180), surfaceC, sdC: 3 },
    ...{ basis: 'reading' as const, readings: [], lowC: surfaceC - 5, highC: surfaceC + 5 },
  });
  const span = { targetC: 182, highC: 190, roomC: ROOM_C };

  it('is never turned off for that: it stops burning by itself; a flame is', () => {
    expect(heatAlarm(electric, zone(225), span)).toBeNull();
    expect(heatAlarm(griddle, zone(225), span)?.kind).toBe('wait');
  });

  it('but near the ceiling of a coating it is, also where only its hottest spot is', () => {
    const coated = { ...electric, coating: 'nonStick' as const };
    expect(heatAlarm(coated, zone(245), span)?.kind).toBe('ceiling');
    expect(heatAlarm(coated, zone(200), span)).toBeNull();
    expect(heatAlarm(coated, zone(200), { ...span, hottestC: 250 })?.kind).toBe('ceiling');
  });
});

describe('what a turn of the dial leaves known', () => {
  it('spreads are added as squares, and what is likeliest stays', () => {
    const before = belief(priorPosterior(8));
    const after = belief(spreadBy(priorPosterior(8), 15));
    expect(after.errorC).toBeCloseTo(before.errorC, 3);
    expect(after.errorSdC).toBeCloseTo(Math.hypot(before.errorSdC, 15), 0);
  });
});

describe('a plate that warms', () => {
  it('may be off by how fast it answers, and where it holds it is not', () => {
    const track = zoneTrack(thermal, griddle.zones[0]!.dial, {
      ...{ startC: ROOM_C, ambientC: ROOM_C, turns: [{ atS: 0, mark: 3 }], loads: [], startS: 0, endS: 7200 },
    });
    expect(roughAt(track, 0)).toBe(0);
    expect(roughAt(track, 240)).toBeGreaterThan(4);
    expect(roughAt(track, 7100)).toBeLessThan(1);
    // soon after a look it is as well known as the look was
    expect(roughAt(track, 250, 240)).toBeLessThan(roughAt(track, 250) / 2);
    expect(roughAt(track, 400, 240)).toBeLessThanOrEqual(roughAt(track, 400));
  });
});

describe('what a piece draws from its plate, against the piece model', () => {
  const STEP_S = 2;
  /** Heat drawn from metal held at a surface, J/m², with the turn at `flipS`. */
  function drawnJm2(
    food: Omit<FoodOnPlate, 'xMm' | 'yMm' | 'diameterMm'>,
    plateC: number,
    flipS: number,
    endS: number,
  ) {
    const disc = { ...food, xMm: 0, yMm: 0, diameterMm: 100 };
    const lying = new LyingFood(disc, { cells: Int32Array.of(0), weight: Float64Array.of(1) }, 0);
    let sum = 0;
    for (let s = 0; s < endS; s += STEP_S) {
      if (s === flipS) lying.turnOver();
      const heat = new Float64Array(1);
      lying.draw(heat, Float64Array.of(plateC), s, STEP_S);
      sum -= heat[0]! * STEP_S;
    }
    return sum;
  }
  function byModel(input: PieceInput, plateC: number, flipS: number, endS: number) {
    const live = new LivePiece(input);
    let sum = 0;
    for (let s = 0; s < endS; s++) {
      if (s === flipS) live.flip();
      live.cook(plateC, 1);
      sum += live.drawnWm2;
    }
    return sum;
  }
  const cakeOnPlate = { contactWm2K: 150, wetterWm2K: 230, wetAgain: 0.4, pouredC: 20 };

  it.each([
    [150, 140, 200],
    [180, 110, 170],
    [200, 90, 130],
  ])('a cake at %d °C, turned at %d s: within a fifth', (plateC, flipS, endS) => {
    const ratio = drawnJm2(cakeOnPlate, plateC, flipS, endS) / byModel(cake(plateC), plateC, flipS, endS);
    expect(ratio).toBeGreaterThan(0.8);
    expect(ratio).toBeLessThan(1.2);
  });

  it('a film draws no more heat than dries it out, however long it is forgotten', () => {
    const film = { contactWm2K: 150, wetterWm2K: 230, driesOutJm2: 2e6, pouredC: 20 };
    expect(drawnJm2(film, 190, 40, 4000)).toBeLessThanOrEqual(2e6);
    const early = drawnJm2(film, 190, 40, 60) / byModel(crepe(190), 190, 40, 60);
    expect(early).toBeGreaterThan(0.75);
    expect(early).toBeLessThan(1.3);
  });
});

describe('the morning of a plate that nobody has read', () => {
  it('is hot early enough for a test piece and for its dial to be put right', () => {
    const planned = (pins: Pins) => {
      const state = fold({ pins, rehearsal: false }, numbered([writer()('brief-set', BRIEF)]));
      const { preheats, panfuls } = planRun(runView(pins, state), 0);
      const key = `${GRIDDLE_ID}/A`;
      const firstPourMs = Math.min(...panfuls.filter(({ zoneKey }) => zoneKey === key).map(({ pourMs }) => pourMs));
      return (firstPourMs - preheats.find(({ zoneKey }) => zoneKey === key)!.readyMs) / 1000;
    };
    const known = { zoneId: 'A', errorC: 0, sdC: 5, gain: 1, spots: [] };
    const read = PINS.stations.map((each) => (each.id === GRIDDLE_ID ? { ...each, calibration: [known] } : each));
    // both sides of a first piece, half as long again, and some five minutes for the dial
    expect(planned(PINS)).toBeGreaterThanOrEqual(240 + 300);
    expect(planned({ ...PINS, stations: read })).toBeLessThan(200);
  });
});

describe('what is asked of pieces', () => {
  const event = writer();
  const T0 = Date.UTC(2026, 5, 9, 6, 0);
  const brief = event('brief-set', { ...BRIEF, items: [{ formulaId: CAKES, pieces: 30, stationIds: [GRIDDLE_ID] }] });
  const at = (deviceAtMs: number) => ({ deviceAtMs });
  /** A piece poured, turned and lifted. */
  const cooked = (n: number, placeId: string, pouredMs: number): StoredEvent[] => [
    event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, at(pouredMs)),
    event('flipped', { pieceId: id(n) }, at(pouredMs + 110_000)),
    event('lifted', { pieceId: id(n) }, at(pouredMs + 160_000)),
  ];
  const verdict = (n: number, turn: 'early' | 'right' | 'late', pouredMs: number) =>
    event('turn-judged', { pieceId: id(n), turn }, at(pouredMs + 170_000));
  const centre = (n: number, pouredMs: number) =>
    event('centre-judged', { pieceId: id(n), centre: 'done' }, at(pouredMs + 171_000));
  const askedAt = (events: readonly StoredEvent[], nowMs: number) =>
    judgementAsked(runView(PINS, fold({ pins: PINS, rehearsal: false }, numbered([brief, ...events]))), nowMs);
  const second = T0 + 300_000;
  const first = (turn: 'early' | 'right') => [...cooked(1, 'A1', T0), verdict(1, turn, T0), centre(1, T0)];
  const panful = [...cooked(2, 'A1', second), ...cooked(3, 'A2', second + 5_000)];

  it('how its first turned, and the first of each panful of which nobody told anything, while it lies there', () => {
    expect(askedAt(cooked(1, 'A1', T0), T0 + 165_000)).toMatchObject({ pieceId: id(1), asks: 'turn' });
    expect(askedAt([...first('early'), ...panful], second + 168_000)).toMatchObject({ pieceId: id(2), asks: 'turn' });
    // a plate drifts: that the first turned right says nothing of a later panful
    expect(askedAt([...first('right'), ...panful], second + 168_000)).toMatchObject({ pieceId: id(2), asks: 'turn' });
    expect(askedAt([...first('right'), ...panful, verdict(2, 'right', second)], second + 168_000)).toBeNull();
    const offMs = second + 160_000;
    expect(askedAt([...first('right'), ...panful], offMs + 120_000)).toMatchObject({ pieceId: id(2) });
    expect(askedAt([...first('right'), ...panful], offMs + 240_000)).toBeNull();
  });

  it('a face that was just turned up comes before what lies on the tray: it is soon hidden', () => {
    const offMs = second + 160_000;
    const next = [
      event(
        'poured',
        { pieceId: id(4), formulaId: CAKES, stationId: GRIDDLE_ID, placeId: 'B1', volumeMl: 75 },
        at(second + 100_000),
      ),
      event('flipped', { pieceId: id(4) }, at(offMs + 20_000)),
    ];
    const log = [...first('right'), ...panful, ...next];
    expect(askedAt(log, offMs + 30_000)).toMatchObject({ pieceId: id(4), asks: 'underside' });
    expect(askedAt(log, offMs + 90_000)).toMatchObject({ pieceId: id(2), asks: 'turn' });
  });

  it('somebody who looked at one of a panful has told for all of it', () => {
    const looked = event(
      'reading-taken',
      {
        ...{ stationId: GRIDDLE_ID, zoneId: 'A', method: 'piece', formulaId: CAKES, afterS: 90, underside: 'golden' },
        spot: { xMm: 100, yMm: 100 },
      },
      at(second + 95_000),
    );
    expect(askedAt([...first('early'), ...panful, looked], second + 168_000)).toBeNull();
  });
});
