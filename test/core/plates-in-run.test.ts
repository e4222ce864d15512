import { Memo } from '#core/memo';
import { beforeEach, describe, expect, it } from '@jest/globals';
import { runView, calibrationPins, placesIn } from '#core/setup';
import { discNow, portionSteps, volumeFor, wishedPlaces } from '#core/what-if';
import { fatAsked, fatFails, nextActions } from '#core/guidance';
import { forecast, tableFor } from '#core/forecast';
import { plateMap, surfaceModel } from '#core/surface';
import { recoveryOf, stationFigures, whichBurner } from '#core/heating';
import type { CalibrationReading } from '#core/inference';
import { zoneMiddle, type StationBody } from '#core/plate';
import { fruitShares, ladleVolume } from '#core/pour';
import { fold, type Payload, type Pins, type StoredEvent } from '#core/run';
import { pouredDensityGPerMl } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import {
  CREPE_PAN_ONE,
  DEMO_BURNERS,
  DEMO_IDS,
  ELECTRIC_PLATE,
  GRIDDLE,
  GRIDDLE_CAKES,
  NON_STICK_PAN,
  electricReadings,
} from '#demo';
import {
  BRIEF,
  CAKES,
  CREPES,
  GRIDDLE_ID,
  PAN_ONE,
  PAN_TWO,
  PINS,
  SERVICE_MS,
  id,
  numbered,
  writer,
} from './fixtures.ts';

const tables = new Memo();
const T0 = SERVICE_MS - 3_600_000;
let event: ReturnType<typeof writer>;
beforeEach(() => {
  event = writer(T0);
});
const stateOf = (events: StoredEvent[], pins: Pins = PINS) => fold({ pins, rehearsal: false }, numbered(events));
const at = (minutes: number) => ({ deviceAtMs: T0 + minutes * 60_000 });
const A = { stationId: GRIDDLE_ID, zoneId: 'A' };
const P = { stationId: PAN_ONE, zoneId: 'P' };
type Ref = { readonly stationId: string; readonly zoneId: string };
const turned = (zone: Ref, mark: number, minutes: number) => event('burner-turned', { ...zone, mark }, at(minutes));
const read = (zone: Ref, reading: object, minutes: number, spot?: { xMm: number; yMm: number }) =>
  event('reading-taken', { ...zone, ...(spot ? { spot } : {}), ...reading } as Payload<'reading-taken'>, at(minutes));
const probe = (surfaceC: number) => ({ method: 'probe', surfaceC, sdC: 2.5 });
const zoneOf = (events: StoredEvent[], zoneId: string, minutes: number, pins: Pins = PINS) =>
  forecast(runView(pins, stateOf(events, pins), tables), T0 + minutes * 60_000).zones.find(
    (zone) => zone.zoneId === zoneId,
  )!;

describe('a plate in a run', () => {
  it('a burner lit warms its neighbour through the metal, and less the one beyond', () => {
    const events = [event('brief-set', BRIEF), turned(A, 6, 0)];
    const zones = ['A', 'B', 'C'].map((zoneId) => zoneOf(events, zoneId, 30).surfaceC);
    expect(zones[0]).toBeGreaterThan(180);
    expect(zones[1]).toBeGreaterThan(30);
    expect(zones[2]).toBeLessThan(zones[1]! - 5);
  });

  it('takes every way to look as one belief, says what each says, and which do not agree', () => {
    const lit = [event('brief-set', BRIEF), turned(A, 5, 0)];
    const before = zoneOf(lit, 'A', 40);
    const spread = (zone: typeof before) => zone.highC - zone.lowC;
    const looked = [
      ...lit,
      read(A, { method: 'butter', seen: 'browns' }, 40),
      read(A, { method: 'piece', formulaId: CAKES, afterS: 80, underside: 'golden' }, 42),
    ];
    const after = zoneOf(looked, 'A', 42);
    expect(spread(after)).toBeLessThan(0.8 * spread(before));
    expect(after.readings.map(({ contradicted }) => contradicted)).toEqual([false, false]);
    const torn = zoneOf([...looked, read(A, { method: 'butter', seen: 'blackens' }, 42)], 'A', 42);
    expect(torn.readings.some(({ contradicted }) => contradicted)).toBe(true);
  });

  it('tells a spot that was read from its zone: its pieces flip by their own surface', () => {
    const corner = { xMm: 64, yMm: 76 };
    const events = [event('brief-set', BRIEF), turned(A, 5, 0)];
    const model = surfaceModel(
      runView(PINS, stateOf(events)),
      GRIDDLE_ID,
      'A',
      T0 + 2_400_000,
    )(T0 + 2_400_000, corner).modelC;
    const zone = zoneOf([...events, read(A, probe(model + 20), 40, corner)], 'A', 40);
    const places = placesIn(runView(PINS, stateOf(events)), CAKES, GRIDDLE_ID).filter((place) => place.zoneId === 'A');
    const near = zone.places.find(({ id: placeId }) => placeId === places[0]!.id)!;
    const far = zone.places.find(({ id: placeId }) => placeId === places.at(-1)!.id)!;
    const without = zoneOf(events, 'A', 40).places;
    const rise = (place: typeof near) =>
      place.surfaceC - without.find(({ id: placeId }) => placeId === place.id)!.surfaceC;
    expect(rise(near)).toBeGreaterThan(rise(far) + 0.5);
    expect(near.sdC).toBeLessThan(far.sdC);
  });

  it('put on another burner it keeps its heat, is off until it is turned, and is as unsure as at first', () => {
    const stronger = { burnerId: DEMO_IDS.burners.hobBack, ...DEMO_BURNERS[5].body };
    const hot = [event('brief-set', BRIEF), turned(P, 1.5, 0), read(P, probe(195), 20)];
    const sure = zoneOf(hot, 'P', 20);
    const moved = [...hot, event('burner-swapped', { ...P, burner: stronger }, at(20.1))];
    const just = zoneOf(moved, 'P', 20.1);
    expect(just.mark).toBeNull();
    expect(Math.abs(just.surfaceC - 195)).toBeLessThan(6);
    expect(just.sdC).toBeGreaterThan(1.5 * sure.sdC);
    expect(zoneOf(moved, 'P', 24).surfaceC).toBeLessThan(just.surfaceC - 20);
    const again = zoneOf([...moved, turned(P, 1.5, 21)], 'P', 40);
    expect(again.surfaceC).toBeGreaterThan(zoneOf([...hot, turned(P, 1.5, 21)], 'P', 40).surfaceC + 15);
  });

  it('a pan that nothing more goes on is to be turned off, and says no more once it is', () => {
    const one = { ...BRIEF, items: [{ formulaId: CREPES, pieces: 1, stationIds: [PAN_ONE] }] };
    const pieceId = crypto.randomUUID();
    const where = { pieceId, formulaId: CREPES, stationId: PAN_ONE, placeId: 'P1', volumeMl: 60 };
    const lying = [event('brief-set', one), turned(P, 4, 0), read(P, probe(195), 5), event('poured', where, at(6))];
    expect(zoneOf(lying, 'P', 7).alarm).toBeNull();
    const off = [...lying, event('flipped', { pieceId }, at(7)), event('lifted', { pieceId }, at(8))];
    expect(zoneOf(off, 'P', 9).alarm?.kind).toBe('done');
    expect(zoneOf([...off, turned(P, 0, 10)], 'P', 11).alarm).toBeNull();
  });

  it('of a pan that runs away it says to lift it off and for how long; of non-stick, its ceiling', () => {
    const runaway = zoneOf([event('brief-set', BRIEF), turned(P, 9, 0), read(P, probe(300), 10)], 'P', 10);
    expect(runaway.alarm?.kind).toBe('liftOff');
    expect(runaway.alarm!.forS!).toBeGreaterThan(20);
    expect(runaway.alarm!.forS!).toBeLessThan(400);
    const station = {
      id: PAN_ONE,
      version: 1,
      body: { ...NON_STICK_PAN, zones: [{ ...NON_STICK_PAN.zones[0]!, id: 'P' }] },
    };
    const pins = { ...PINS, stations: PINS.stations.map((each) => (each.id === PAN_ONE ? station : each)) };
    const coated = zoneOf([event('brief-set', BRIEF), turned(P, 9, 0), read(P, probe(246), 6)], 'P', 6, pins);
    expect(coated.alarm).toMatchObject({ kind: 'ceiling', limitC: 260 });
    expect(zoneOf([event('brief-set', BRIEF), turned(P, 5, 0), read(P, probe(190), 20)], 'P', 20).alarm).toBeNull();
  });

  it('is drawn as it is believed: its level as the zones say, a cold pour as a dip, nothing colder than the room', () => {
    const events = [event('brief-set', BRIEF), turned(A, 6, 0), read(A, probe(190), 25)];
    const table = tableFor(runView(PINS, stateOf(events), tables), { formulaId: CAKES, ...A }, T0);
    const mapAt = (log: StoredEvent[], minutes: number) =>
      plateMap(runView(PINS, stateOf(log)), GRIDDLE_ID, T0 + minutes * 60_000, () => table);
    const map = mapAt(events, 25);
    const zoneA = [...map.tempC].filter((_t, i) => i % map.columns < map.columns / 3);
    const mean = zoneA.reduce((sum, t) => sum + t, 0) / zoneA.length;
    expect(Math.abs(mean - zoneOf(events, 'A', 25).surfaceC)).toBeLessThan(3);
    expect(Math.min(...map.tempC)).toBeGreaterThanOrEqual(22 - 1e-3);
    const poured = event(
      'poured',
      { pieceId: id(0xa1), formulaId: CAKES, stationId: GRIDDLE_ID, placeId: 'A1', volumeMl: 75 },
      at(25),
    );
    const { xMm, yMm } = placesIn(runView(PINS, stateOf(events)), CAKES, GRIDDLE_ID)[0]!;
    const dipped = mapAt([...events, poured], 26);
    const bare = mapAt(events, 26);
    const cell = Math.floor((yMm / 450) * map.rows) * map.columns + Math.floor((xMm / 900) * map.columns);
    expect(dipped.tempC[cell]! - Math.max(...dipped.tempC)).toBeLessThan(
      bare.tempC[cell]! - Math.max(...bare.tempC) - 5,
    );
  });
});

describe('what is known of a station from before', () => {
  const readings = electricReadings(T0).map((each): CalibrationReading => ({
    ...each.body,
    reading: each.body.reading as CalibrationReading['reading'],
    atMs: each.madeAt.getTime(),
  }));
  const body = ELECTRIC_PLATE;

  it('narrows its dial, finds the hot side, and is pinned', () => {
    const unread = stationFigures(body, [], 22, 182, new Memo());
    const known = stationFigures(body, readings, 22, 182, new Memo());
    const width = (figures: typeof known) =>
      figures.pairs[0]!.curve.at(-1)!.highC - figures.pairs[0]!.curve.at(-1)!.lowC;
    expect(width(known)).toBeLessThan(0.6 * width(unread));
    const { columns, rows, tempC } = known.map;
    const middleRow = Math.floor(rows / 2) * columns;
    expect(tempC[middleRow + 2]!).toBeGreaterThan(tempC[middleRow + columns - 3]! + 10);
    const [pinned] = calibrationPins(body, readings, new Memo());
    expect(pinned!.spots).toHaveLength(6);
    const pins: Pins = {
      ...PINS,
      stations: [{ id: GRIDDLE_ID, version: 1, body, calibration: [pinned!] }],
    };
    const zone = runView(pins, stateOf([], pins)).station(GRIDDLE_ID).zones[0]!;
    expect(zone.dial).toMatchObject({ offC: pinned!.errorC });
    expect(calibrationPins(body, [], new Memo())).toEqual([]);
  });

  it('says where no mark holds a plate empty, instead of one that runs away', () => {
    const adviceOf = (station: StationBody) => stationFigures(station, [], 22, 182, new Memo()).pairs[0]!;
    const pan = adviceOf(CREPE_PAN_ONE);
    expect(pan.advice.tooMuchEmpty).toBe(true);
    expect(pan.curve[0]!.surfaceC).toBeGreaterThan(182 + 10);
    expect(adviceOf(ELECTRIC_PLATE).advice.tooMuchEmpty).toBe(false);
  });

  it('only where it is right: places keep to the even part of a plate, known spots and burners together', () => {
    const brief = { ...BRIEF, items: [{ formulaId: CAKES, pieces: 12, stationIds: [GRIDDLE_ID] }] };
    const station = { id: GRIDDLE_ID, version: 1, body, calibration: calibrationPins(body, readings, new Memo()) };
    const pins: Pins = { ...PINS, stations: [station] };
    const state = stateOf([event('brief-set', brief)], pins);
    const all = wishedPlaces(runView(pins, state), CAKES, GRIDDLE_ID, { even: false, over: 'plate' });
    const even = wishedPlaces(runView(pins, state), CAKES, GRIDDLE_ID, { even: true, over: 'plate' });
    expect(even.length).toBeLessThan(all.length);
    expect(even.length).toBeGreaterThan(0);
    // the far right is its cold side: no place lies there
    expect(Math.max(...even.map(({ xMm }) => xMm))).toBeLessThan(Math.max(...all.map(({ xMm }) => xMm)));
  });

  it('a thermostat is lit at its temperature, is there by itself, and its advice is told on its own marks', () => {
    const brief = { ...BRIEF, items: [{ formulaId: CAKES, pieces: 12, stationIds: [GRIDDLE_ID] }] };
    const pins: Pins = { ...PINS, stations: [{ id: GRIDDLE_ID, version: 1, body }] };
    const element = { stationId: GRIDDLE_ID, zoneId: 'E' };
    const log = (mark: number) => [event('brief-set', brief), turned(element, mark, 0)];
    expect(stateOf(log(180), pins).refused).toEqual([]);
    const held = zoneOf(log(180), 'E', 30, pins);
    expect(Math.abs(held.surfaceC - 180)).toBeLessThan(3);
    expect(held.ready).toBe(true);
    const high = zoneOf(log(220), 'E', 30, pins);
    expect(high.advisedMark).toBeLessThan(220);
    expect(high.advisedMark).toBeGreaterThanOrEqual(150);
  });

  it('which pan where: the heavy pan gets the strong burner, each its own, and one that never gets there is last', () => {
    const pan = (name: string, thicknessMm: number): StationBody => ({
      ...NON_STICK_PAN,
      name,
      coating: 'seasoned',
      metal: 'castIron',
      thicknessMm,
    });
    const pans = [
      { id: 'light', body: pan('Light', 2) },
      { id: 'heavy', body: pan('Heavy', 8) },
    ];
    const burner = (burnerId: string, powerW: number) => ({ id: burnerId, body: { ...DEMO_BURNERS[3].body, powerW } });
    const wish = { targetC: 195, roomC: 22 };
    const found = whichBurner(pans, [burner('weak', 600), burner('strong', 1500)], wish);
    expect(found.map(({ stationId, burnerId }) => [stationId, burnerId])).toEqual([
      ['light', 'weak'],
      ['heavy', 'strong'],
    ]);
    expect(whichBurner(pans.slice(0, 1), [burner('candle', 80), burner('weak', 600)], wish)[0]!.burnerId).toBe('weak');
  });
});

describe('fat on the plate', () => {
  const crepe = { verb: 'pour', formulaId: CREPES, ...P } as const;
  const pour = (n: number, minutes: number) =>
    event(
      'poured',
      { pieceId: id(0xb0 + n), formulaId: CREPES, stationId: PAN_ONE, placeId: 'P1', volumeMl: 60 },
      at(minutes),
    );
  const lift = (n: number, minutes: number) => [
    event('flipped', { pieceId: id(0xb0 + n) }, at(minutes)),
    event('lifted', { pieceId: id(0xb0 + n) }, at(minutes)),
  ];

  it('before each panful: due until it is on, and due again once the pan was lifted from', () => {
    const due = (events: StoredEvent[]) =>
      fatAsked(runView(PINS, stateOf([event('brief-set', BRIEF), ...events])), crepe, []) === 'put';
    expect(due([])).toBe(true);
    const on = event('fat-put', P, at(1));
    expect(due([on])).toBe(false);
    const first = [on, pour(1, 2)];
    expect(due(first)).toBe(false);
    expect(due([...first, ...lift(1, 3)])).toBe(true);
    // the cook pours without: nothing is asked for while that panful lies there
    expect(due([...first, ...lift(1, 3), pour(2, 4)])).toBe(false);
    expect(fatAsked(runView(PINS, stateOf([event('brief-set', BRIEF)])), { ...crepe, verb: 'flip' }, [])).toBeNull();
  });

  it('left out where the hottest of its zone may be past what it bears', () => {
    const state = stateOf([event('brief-set', BRIEF)]);
    const zone = forecast(runView(PINS, state), at(0).deviceAtMs).zones.find(
      ({ formulaId, stationId }) => formulaId === crepe.formulaId && stationId === crepe.stationId,
    )!;
    // before it is lit it is held against the surface wanted and its burner's own ring
    expect(zone.hottest.surfaceC).toBeGreaterThan(zone.targetC);
    const asked = (surfaceC: number, sdC: number) =>
      fatAsked(runView(PINS, state), crepe, [{ ...zone, hottest: { surfaceC, sdC } }]);
    expect(asked(190, 15)).toBe('put');
    expect(asked(190, 45)).toBe('leaveOut');
    expect(asked(240, 5)).toBe('leaveOut');
    expect(fatFails('none', { surfaceC: 400, sdC: 50 })).toBe(false);
  });

  it('once in a run: not again after the first pour, with or without', () => {
    const cake = { verb: 'pour', formulaId: CAKES, ...A } as const;
    const state = (events: StoredEvent[]) => stateOf([event('brief-set', BRIEF), ...events]);
    expect(fatAsked(runView(PINS, state([])), cake, [])).toBe('put');
    const poured = event('poured', {
      pieceId: id(0xc1),
      formulaId: CAKES,
      stationId: GRIDDLE_ID,
      placeId: 'A1',
      volumeMl: 75,
    });
    expect(fatAsked(runView(PINS, state([poured])), cake, [])).toBeNull();
  });
});

describe('portions and places', () => {
  const NOW = { pourMs: T0, nowMs: T0 };
  it('places laid by hand are where pours go, until the pour outgrows them or they are given back', () => {
    const laid = [
      { id: 'A1', xMm: 100, yMm: 100 },
      { id: 'B1', xMm: 450, yMm: 225 },
    ];
    const set = (places: typeof laid | null) =>
      event('places-set', { formulaId: CAKES, stationId: GRIDDLE_ID, places });
    const log = [event('brief-set', BRIEF), set(laid)];
    const ids = (events: StoredEvent[]) =>
      placesIn(runView(PINS, stateOf(events)), CAKES, GRIDDLE_ID).map((place) => place.id);
    expect(ids(log)).toEqual(['A1', 'B1']);
    expect(ids([...log, set(null)])).toHaveLength(18);
    const close = [event('brief-set', BRIEF), set([laid[0]!, { id: 'A2', xMm: 210, yMm: 100 }])];
    expect(ids(close)).toHaveLength(2);
    expect(ids([...close, event('portion-set', { formulaId: CAKES, volumeMl: 120 })]).length).toBeGreaterThan(2);
    const state = stateOf([...log, turned(A, 5, 0)]);
    const predicted = forecast(runView(PINS, state, tables), T0 + 1_800_000);
    const pours = nextActions(runView(PINS, state), predicted, null, T0 + 1_800_000).filter(
      (hand) => hand.formulaId === CAKES,
    );
    expect(pours.map((hand) => hand.placeId).sort()).toEqual(['A1', 'B1']);
  });

  it('places that cannot be are refused whole: an unknown zone, a mark twice', () => {
    const set = (ids: string[]) =>
      event('places-set', {
        formulaId: CAKES,
        stationId: GRIDDLE_ID,
        places: ids.map((placeId, i) => ({ id: placeId, xMm: 100 + 120 * i, yMm: 100 })),
      });
    const reasons = (one: StoredEvent) => stateOf([event('brief-set', BRIEF), one]).refused.map(({ reason }) => reason);
    expect(reasons(set(['A1', 'Z1']))).toEqual(['unknownPlace']);
    expect(reasons(set(['A1', 'A1']))).toEqual(['placeTaken']);
    expect(reasons(set(['one']))).toEqual(['badPayload']);
  });

  it('a mould makes the disc as wide as itself; without it the pour runs as before', () => {
    const ring = event('portion-set', { formulaId: CAKES, volumeMl: 75, mouldMm: 90 });
    const steps = (events: StoredEvent[]) =>
      portionSteps(
        runView(PINS, stateOf([event('brief-set', BRIEF), ...events]), tables),
        CAKES,
        [{ volumeMl: 75 }],
        NOW,
      )[0]!;
    expect(steps([ring]).disc.diameterMm).toBe(90);
    expect(steps([ring]).disc.thicknessMm).toBeCloseTo(75_000 / ((Math.PI * 90 ** 2) / 4), 6);
    const out = event('portion-set', { formulaId: CAKES, volumeMl: 75, mouldMm: null });
    expect(steps([ring, out]).disc.diameterMm).toBeCloseTo(106, 0);
  });

  it('sizes side by side: a larger pour is wider, slower, fewer at once and fewer in all', () => {
    const state = stateOf([event('brief-set', BRIEF)]);
    const [small, large] = portionSteps(
      runView(PINS, state, tables),
      CAKES,
      [{ volumeMl: 45, spreadMl: 5 }, { volumeMl: 110 }],
      NOW,
    );
    expect(large!.disc.diameterMm).toBeGreaterThan(small!.disc.diameterMm);
    expect(large!.firstSideS!).toBeGreaterThan(small!.firstSideS!);
    expect(large!.atOnce).toBeLessThan(small!.atOnce);
    expect(large!.pieces!).toBeLessThan(small!.pieces!);
    expect(small!.spread!.diameterMm).toBeGreaterThan(1);
    expect(large!.spread).toBeNull();
    const tooLarge = portionSteps(runView(PINS, state, tables), CREPES, [{ volumeMl: 60 }], NOW);
    expect(tooLarge[0]!.atOnce).toBe([PAN_ONE, PAN_TWO].length);
  });

  it('a ladle’s mean is the jug’s last figure over its pours; reading the jug is not taken for the hand', () => {
    const even = ladleVolume([70, 140, 210, 280]);
    expect(even).toMatchObject({ volumeMl: 70, spreadMl: 0 });
    const uneven = ladleVolume([60, 140, 195, 280]);
    expect(uneven.volumeMl).toBe(70);
    // sample variance 217 (60, 80, 55, 85) less twice the jug's 9
    expect(uneven.spreadMl!).toBeCloseTo(Math.sqrt(650 / 3 - 18), 1);
    expect(ladleVolume([70, 140]).spreadMl).toBeNull();
  });

  it('fruit is shared evenly with what is over, and too much is told', () => {
    expect(fruitShares(200, 54, 106)).toMatchObject({ each: 3, over: 38 });
    expect(fruitShares(10, 12, 106)).toMatchObject({ each: 0, over: 10 });
    expect(fruitShares(300, 12, 56).each).toBeGreaterThan(fruitShares(300, 12, 56).most);
    expect(() => fruitShares(5, 0, 100)).toThrow(RangeError);
  });

  it('a wished size read backwards is the pour that makes it: V = (d/2)^2.5 √(128π²τ/225ρg)/0.90 (prototype), a film by D²πt/4', () => {
    const state = stateOf([event('brief-set', BRIEF)]);
    const volume = volumeFor(runView(PINS, state), CAKES, GRIDDLE_ID, { diameterMm: 120 }, T0)!;
    const density = pouredDensityGPerMl(GRIDDLE_CAKES, SHIPPED_LARDER) * 1000;
    const exact =
      (0.06 ** 2.5 * Math.sqrt((128 * Math.PI ** 2 * GRIDDLE_CAKES.yieldStressPa) / (225 * density * 9.80665))) / 0.9;
    expect(volume / (exact * 1e6)).toBeCloseTo(1, 1.5);
    const film = volumeFor(runView(PINS, state), CREPES, PAN_ONE, { thicknessMm: 1.3 }, T0)!;
    expect(film).toBeCloseTo((Math.PI * 240 ** 2 * 1.3) / 4 / 1000, 1);
    expect(volumeFor(runView(PINS, state), CAKES, GRIDDLE_ID, { diameterMm: 900 }, T0)).toBeNull();
  });

  it('a batter that was measured thinner needs less for the same width, and its sizes say so', () => {
    const mixed = [
      event('brief-set', BRIEF),
      event('lot-mixed', { formulaId: CAKES, atMs: T0, volumeMl: 1000, batterC: 20 }),
    ];
    const runny = [
      ...mixed,
      event(
        'consistency-read',
        { formulaId: CAKES, reading: { method: 'spread', volumeMl: 60, diameterMm: 135 } },
        at(10),
      ),
    ];
    const now = T0 + 900_000;
    const wish = { diameterMm: 110 };
    const volume = (events: StoredEvent[]) => volumeFor(runView(PINS, stateOf(events)), CAKES, GRIDDLE_ID, wish, now)!;
    expect(volume(runny)).toBeLessThan(0.85 * volume(mixed));
    const disc = (events: StoredEvent[]) => discNow(runView(PINS, stateOf(events)), CAKES, GRIDDLE_ID, now).diameterMm;
    expect(disc(runny)).toBeGreaterThan(disc(mixed) + 8);
  });

  it('a thin pan dips further than a thick plate, and is sooner back', () => {
    const pan = (thicknessMm: number): StationBody => ({ ...GRIDDLE, thicknessMm });
    const panful = { powerW: 600, cookS: 160 };
    const of = (thicknessMm: number) =>
      recoveryOf(pan(thicknessMm), 'A', { targetC: 182, roomC: 22, meanFoodW: 350 }, panful);
    expect(of(3).dipC).toBeGreaterThan(1.5 * of(12).dipC);
    const light = recoveryOf(pan(6), 'A', { targetC: 182, roomC: 22, meanFoodW: 350 }, { powerW: 150, cookS: 160 });
    expect(light.dipC).toBeLessThan(of(6).dipC);
    expect(light.backS!).toBeLessThanOrEqual(of(6).backS!);
  });

  it('the middle of a griddle’s zone is in that zone', () => {
    expect(GRIDDLE.zones.map(({ id: zoneId }) => zoneMiddle(GRIDDLE, zoneId).xMm)).toEqual([150, 450, 750]);
  });
});
