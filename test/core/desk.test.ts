import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { runView, briefPanfuls, discOn, wholeBatter, piecesLeft, runAllergens } from '#core/setup';
import { forecast, pieceInput } from '#core/forecast';
import { batterLeft } from '#core/lot';
import { askedMorning, nextActions, nextMoment, planRun } from '#core/guidance';
import { unrecordedWindows } from '#core/carry-over';
import { GRIDDLE, GRIDDLE_CAKES, SKERRY_CREPES, CREPE_PAN_ONE } from '#demo';
import { pouredDensityGPerMl } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import { placesOn } from '#core/pour';
import { fold, type Payload, type StoredEvent } from '#core/run';
import {
  BRIEF,
  CAKES,
  CREPES,
  GRIDDLE_ID,
  PAN_ONE,
  READ_PINS as PINS,
  SERVICE_MS,
  id,
  numbered,
  writer,
} from './fixtures.ts';

const RUN = { pins: PINS, rehearsal: false };
const tables = new Memo();
const T0 = SERVICE_MS - 1_800_000;
const stateOf = (events: StoredEvent[]) => fold(RUN, numbered(events));
const see = (events: StoredEvent[], nowMs: number) => forecast(runView(PINS, stateOf(events), tables), nowMs);

/** The brief, and a plate assumed at its target: as after "cook now". */
function atHeat(event: ReturnType<typeof writer>, surfaceC = 182): StoredEvent[] {
  return [
    event('brief-set', BRIEF),
    ...['A', 'B', 'C'].map((zoneId) => event('surface-assumed', { stationId: GRIDDLE_ID, zoneId, surfaceC, sdC: 15 })),
  ];
}
const pour = (event: ReturnType<typeof writer>, n: number, placeId: string, atMs: number) =>
  event(
    'poured',
    { pieceId: id(0xa0 + n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 },
    { deviceAtMs: atMs },
  );
const zoneA = (result: ReturnType<typeof see>) => result.zones.find((zone) => zone.zoneId === 'A')!;

const DENSITY = {
  cakes: pouredDensityGPerMl(GRIDDLE_CAKES, SHIPPED_LARDER),
  crepes: pouredDensityGPerMl(SKERRY_CREPES, SHIPPED_LARDER),
};

describe('forecast', () => {
  it('predicts a poured piece from its pour, in order, with a spread', () => {
    const event = writer(T0);
    const result = see([...atHeat(event), pour(event, 1, 'A1', T0)], T0 + 5000);
    const piece = result.pieces[id(0xa1)]!;
    expect(piece.flip.earliestMs).toBeLessThanOrEqual(piece.flip.bestMs);
    expect(piece.flip.bestMs).toBeLessThanOrEqual(piece.flip.latestMs);
    expect((piece.flip.bestMs - T0) / 1000).toBeGreaterThan(85);
    expect((piece.flip.bestMs - T0) / 1000).toBeLessThan(130);
    expect(piece.flipSpreadS).toBeGreaterThan(8); // nothing was read: the guess is wide
    expect(piece.lift.bestMs).toBeGreaterThan(piece.flip.bestMs);
  });

  it('liquid stirred into a lot changes what is poured from then on, and what is left to pour', () => {
    const event = writer(T0);
    const thinnedAt = T0 + 60_000;
    const events = [
      ...atHeat(event),
      event('lot-mixed', { formulaId: CAKES, atMs: T0 - 600_000, volumeMl: 1000, batterC: 20 }),
      pour(event, 1, 'A1', T0 + 30_000),
      event('lot-thinned', { formulaId: CAKES, ingredientId: 'milk', massG: 150 }, { deviceAtMs: thinnedAt }),
      pour(event, 2, 'A2', thinnedAt + 30_000),
    ];
    const state = stateOf(events);
    const where = { formulaId: CAKES, stationId: GRIDDLE_ID, zoneId: 'A' };
    const water = (atMs: number) => pieceInput(runView(PINS, state), where, atMs).batter.waterFraction;
    expect(water(thinnedAt)).toBeGreaterThan(water(thinnedAt - 1) * 1.02);
    expect(water(thinnedAt - 1)).toBeCloseTo(
      pieceInput(runView(PINS, stateOf(events.slice(0, -2))), where, thinnedAt).batter.waterFraction,
      12,
    );
    // 150 g of milk is 146 mL (1.03 g/mL, USDA FoodData Central, from memory); two pours are gone, and 20 mL stay on the bowl
    const pouredMl = [...state.pieces.values()].reduce((sum, { volumeMl }) => sum + volumeMl, 0);
    expect(batterLeft(runView(PINS, state), CAKES)!.leftMl).toBeCloseTo(1146 - pouredMl - 20, -0.5);
    expect(batterLeft(runView(PINS, stateOf(atHeat(event))), CAKES)).toBeNull();
    const { pieces } = forecast(runView(PINS, state, tables), thinnedAt + 31_000);
    const firstSide = (n: number, pouredMs: number) => pieces[id(0xa0 + n)]!.flip.bestMs - pouredMs;
    expect(firstSide(2, thinnedAt + 30_000)).toBeLessThan(firstSide(1, T0 + 30_000)); // it runs wider and lies thinner
  });

  it('a reading moves the surface and narrows the spread', () => {
    const event = writer(T0);
    const events = atHeat(event);
    const before = zoneA(see(events, T0 + 10_000));
    const after = zoneA(
      see(
        [
          ...events,
          event('reading-taken', { stationId: GRIDDLE_ID, zoneId: 'A', method: 'probe', surfaceC: 208, sdC: 2 }),
        ],
        T0 + 10_000,
      ),
    );
    expect(before.surfaceC).toBeCloseTo(182, 0);
    expect(after.surfaceC).toBeGreaterThan(196);
    expect(after.sdC).toBeLessThan(before.sdC / 2); // the probe knows its spot, the zone may differ
    expect(after.next.flip.bestS).toBeLessThan(before.next.flip.bestS);
    expect([before.ready, after.ready]).toEqual([true, false]);
    expect(after.basis).toBe('reading');
  });

  it('of a finished run stands as it was at its end, whenever it is asked for', () => {
    const event = writer(T0);
    const events = [...atHeat(event), event('run-finished', {}, { deviceAtMs: T0 + 60_000 })];
    const atEnd = see(events, T0 + 60_000);
    expect(zoneA(atEnd).surfaceC).toBeGreaterThan(100);
    expect(see(events, T0 + 7 * 86_400_000)).toEqual(atEnd);
  });

  it('a cue seen early moves this piece and the next one on its zone, and those of its batter on another zone less', () => {
    const event = writer(T0);
    const events = [...atHeat(event), pour(event, 1, 'A1', T0), pour(event, 2, 'B1', T0)];
    const before = see(events, T0 + 30_000);
    const coveredMs = before.pieces[id(0xa1)]!.cues.coveredFace!;
    const seen = event(
      'cue-seen',
      { pieceId: id(0xa1), cue: 'coveredFace' },
      { deviceAtMs: T0 + 0.75 * (coveredMs - T0) },
    );
    const after = see([...events, seen], T0 + 40_000);
    expect(after.pieces[id(0xa1)]!.flip.bestMs).toBeLessThan(before.pieces[id(0xa1)]!.flip.bestMs - 4000);
    expect(zoneA(after).next.flip.bestS).toBeLessThan(zoneA(before).next.flip.bestS - 4);
    const sooner = (n: number) => before.pieces[id(n)]!.flip.bestMs - after.pieces[id(n)]!.flip.bestMs;
    expect(sooner(0xa2)).toBeGreaterThan(0);
    expect(sooner(0xa2)).toBeLessThan(sooner(0xa1));
    // undone, it is as before
    const undone = see([...events, seen, event('undone', { eventIds: [seen.id] })], T0 + 40_000);
    expect(undone.pieces[id(0xa1)]!.flip.bestMs).toBe(before.pieces[id(0xa1)]!.flip.bestMs);
  });

  it('follows a burner from cold to hot, and says what it rests on', () => {
    const event = writer(T0);
    const events = [
      event('brief-set', BRIEF),
      event('burner-turned', { stationId: GRIDDLE_ID, zoneId: 'A', mark: 7 }, { deviceAtMs: T0 }),
    ];
    const surface = (s: number) => zoneA(see(events, T0 + s * 1000));
    expect(Math.abs(surface(1).surfaceC - 22)).toBeLessThan(2);
    expect(surface(1).sdC).toBeLessThan(1);
    expect(surface(120).surfaceC).toBeGreaterThan(90);
    expect(surface(240).surfaceC).toBeGreaterThan(surface(120).surfaceC + 40);
    expect(surface(240).sdC).toBeGreaterThan(10);
    expect(surface(240).basis).toBe('dial');
    expect(see([event('brief-set', BRIEF)], T0).zones[0]).toMatchObject({ basis: 'cold', ready: false });
  });

  it('advises a lower mark for a hot zone, a higher one for a cool one, none when it is off', () => {
    const event = writer(T0);
    const lit = (mark: number) => [
      event('brief-set', BRIEF),
      event('burner-turned', { stationId: GRIDDLE_ID, zoneId: 'A', mark }, { deviceAtMs: T0 }),
    ];
    const read = (surfaceC: number) =>
      event(
        'reading-taken',
        { stationId: GRIDDLE_ID, zoneId: 'A', method: 'probe', surfaceC, sdC: 2 },
        { deviceAtMs: T0 + 240_000 },
      );
    expect(zoneA(see([...lit(5), read(225)], T0 + 241_000)).advisedMark).toBeLessThan(5);
    expect(zoneA(see([...lit(1), read(60)], T0 + 241_000)).advisedMark).toBeGreaterThan(1);
    // on its way up it is left to come, not turned down
    expect(zoneA(see([...lit(5), read(120)], T0 + 241_000)).advisedMark).toBeNull();
    expect(zoneA(see(atHeat(writer(T0)), T0)).advisedMark).toBeNull();
  });
});

describe('next hands', () => {
  it('pours zone by zone in reading order, spaced by the hands, the first at once when late', () => {
    const event = writer(T0);
    const state = stateOf(atHeat(event));
    const nowMs = T0 + 10_000;
    const pours = nextActions(runView(PINS, state), forecast(runView(PINS, state, tables), nowMs), null, nowMs).filter(
      (hand) => hand.formulaId === CAKES,
    );
    expect(pours.map((hand) => hand.placeId)).toEqual([
      'A1',
      'A2',
      'A3',
      'A4',
      'A5',
      'A6',
      'B1',
      'B2',
      'B3',
      'B4',
      'B5',
      'B6',
    ]);
    expect(pours[0]!.dueMs).toBe(nowMs);
    expect(pours[1]!.dueMs - pours[0]!.dueMs).toBe(GRIDDLE_CAKES.hands.pourS * 1000);
    expect(pours[6]!.dueMs).toBeGreaterThan(pours[5]!.dueMs);
  });

  it('puts flips and lifts at their moment, and a pour that would run into them after them', () => {
    const event = writer(T0);
    const events = [...atHeat(event), ...[1, 2, 3, 4, 5, 6].map((n) => pour(event, n, `A${n}`, T0 + n * 4000))];
    const state = stateOf(events);
    const due = forecast(runView(PINS, state, tables), T0 + 100_000).pieces[id(0xa1)]!.flip.bestMs;
    const nowMs = due - 6000;
    const hands = nextActions(runView(PINS, state), forecast(runView(PINS, state, tables), nowMs), null, nowMs);
    expect(hands[0]!.verb).toBe('flip');
    expect(hands.find(({ pieceId }) => pieceId === id(0xa1))).toMatchObject({
      verb: 'flip',
      placeId: 'A1',
      dueMs: due,
    });
    const pourB = hands.find((hand) => hand.verb === 'pour' && hand.placeId === 'B1')!;
    expect(pourB.dueMs).toBeGreaterThan(due);
  });

  it('does not pour a zone whose panful is turning, and tops up one just begun', () => {
    const event = writer(T0);
    const begun = [...atHeat(event), pour(event, 1, 'A1', T0), pour(event, 2, 'A2', T0 + 4000)];
    const pours = (events: StoredEvent[], nowMs: number) => {
      const state = stateOf(events);
      return nextActions(runView(PINS, state), forecast(runView(PINS, state, tables), nowMs), null, nowMs)
        .filter((hand) => hand.verb === 'pour' && hand.zoneId === 'A')
        .map((hand) => hand.placeId);
    };
    expect(pours(begun, T0 + 8000)).toEqual(['A3', 'A4', 'A5', 'A6']);
    const turning = [...begun, event('flipped', { pieceId: id(0xa1) }, { deviceAtMs: T0 + 100_000 })];
    expect(pours(turning, T0 + 101_000)).toEqual([]);
  });

  it('counts what is left: served and on the plate off, lost pieces again', () => {
    const event = writer(T0);
    const events = [...atHeat(event), pour(event, 1, 'A1', T0), pour(event, 2, 'A2', T0)];
    expect(piecesLeft(stateOf(events), CAKES)).toBe(10);
    expect(piecesLeft(stateOf([...events, event('failed', { pieceId: id(0xa1) })]), CAKES)).toBe(11);
    expect(piecesLeft(stateOf(events), CREPES)).toBe(4);
  });

  it('stops pouring when the run is finished', () => {
    const event = writer(T0);
    const state = stateOf([...atHeat(event), event('run-finished', {})]);
    expect(nextActions(runView(PINS, state), forecast(runView(PINS, state, tables), T0), null, T0)).toEqual([]);
  });
});

describe('facts of advice', () => {
  it('are recorded once, again when they move, and for the second side after the flip', () => {
    const event = writer(T0);
    const events = [...atHeat(event), pour(event, 1, 'A1', T0)];
    const facts = (log: StoredEvent[], nowMs: number) => unrecordedWindows(stateOf(log), see(log, nowMs));
    const [first] = facts(events, T0 + 1000);
    expect(first).toMatchObject({ pieceId: id(0xa1), side: 1 });
    const recorded = [...events, event('window-shown', first!)];
    expect(facts(recorded, T0 + 2000)).toEqual([]);
    const moved = [
      ...recorded,
      event('reading-taken', { stationId: GRIDDLE_ID, zoneId: 'A', method: 'probe', surfaceC: 205, sdC: 2 }),
    ];
    expect(facts(moved, T0 + 20_000)).toHaveLength(1);
    const flipped = [...recorded, event('flipped', { pieceId: id(0xa1) }, { deviceAtMs: T0 + 110_000 })];
    expect(facts(flipped, T0 + 111_000)[0]).toMatchObject({ side: 2 });
  });
});

describe('the plan of a run', () => {
  it('covers every piece, both batters, and every zone it uses', () => {
    const state = stateOf([writer(T0)('brief-set', BRIEF)]);
    const plan = planRun(runView(PINS, state, tables), 0);
    const pieces = (formulaId: string) =>
      plan.panfuls.filter((panful) => panful.formulaId === formulaId).reduce((sum, panful) => sum + panful.size, 0);
    expect([pieces(CAKES), pieces(CREPES)]).toEqual([12, 4]);
    expect(plan.capacity[`${GRIDDLE_ID}/A`]).toBe(6);
    expect(plan.lots).toHaveLength(2);
    expect(plan.preheats.map((preheat) => preheat.zoneKey)).toContain(`${PAN_ONE}/P`);
    expect(plan.lastLiftMs).toBeLessThan(SERVICE_MS);
    expect(nextMoment(plan, [], plan.startMs - 60_000)).toBe(plan.startMs);
    expect(nextMoment(null, [], 0)).toBeNull();
    // whatever is asked for stops the clock: a task, a look beneath, a dial
    const [firstMs, asked] = [plan.startMs, [{ dueMs: plan.startMs - 20_000 }, { dueMs: plan.startMs - 40_000 }]];
    expect(nextMoment(plan, asked, firstMs - 60_000)).toBe(firstMs - 40_000);
    expect(nextMoment(plan, asked, firstMs - 40_000)).toBe(firstMs - 20_000);
  });

  it('answers a larger pour with a longer first side and fewer places', () => {
    const event = writer(T0);
    const small = [event('brief-set', BRIEF)];
    const large = [...small, event('portion-set', { formulaId: CAKES, volumeMl: 120 })];
    const plan = (events: StoredEvent[]) => planRun(runView(PINS, stateOf(events), tables), 0);
    expect(plan(large).capacity[`${GRIDDLE_ID}/A`]).toBeLessThanOrEqual(plan(small).capacity[`${GRIDDLE_ID}/A`]!);
    const firstS = (events: StoredEvent[]) =>
      askedMorning(runView(PINS, stateOf(events), tables), BRIEF, 0).jobs.find(({ formulaId }) => formulaId === CAKES)!
        .first.bestS;
    expect(firstS(large)).toBeGreaterThan(firstS(small) + 5);
  });

  it('says what is missing', () => {
    expect(() => planRun(runView(PINS, stateOf([]), tables), 0)).toThrow('no brief');
    const huge = [
      writer(T0)('brief-set', BRIEF),
      writer(T0 + 5000)('portion-set', { formulaId: CAKES, volumeMl: 3900 }, { id: id(0x99) }),
    ];
    expect(() => planRun(runView(PINS, stateOf(huge), tables), 0)).toThrow('Griddle cakes fits on none of its plates');
  });
});

describe('lots and discs', () => {
  it('a lot covers its pieces with a little over and follows the portion', () => {
    const event = writer(T0);
    const brief = event('brief-set', BRIEF);
    const lot = wholeBatter(runView(PINS, stateOf([brief])), CAKES)!;
    expect(lot.pours).toBeGreaterThanOrEqual(12 * 1.05 - 1e-9);
    expect(lot.pours).toBeLessThan(14);
    const larger = wholeBatter(
      runView(PINS, stateOf([brief, event('portion-set', { formulaId: CAKES, volumeMl: 100 })])),
      CAKES,
    )!;
    expect(larger.volumeMl).toBeGreaterThan(lot.volumeMl * 1.25);
    expect(wholeBatter(runView(PINS, stateOf([])), CAKES)).toBeUndefined();
  });

  it('is what the cook sized it to, by what is left; an impossible size leaves the brief’s', () => {
    const event = writer();
    const brief = event('brief-set', BRIEF);
    const sized = (target: Payload<'lot-sized'>['target']) =>
      wholeBatter(
        runView(PINS, stateOf([brief, event('lot-sized', { formulaId: CAKES, target, eggs: 'whole' })])),
        CAKES,
      )!;
    const buttermilk = (lot: ReturnType<typeof sized>) =>
      lot.lines.find((line) => line.ingredientId === 'buttermilk')!.massG!;
    expect(buttermilk(sized({ by: 'onHand', ingredientId: 'buttermilk', massG: 900 }))).toBeCloseTo(900, 6);
    const asBriefed = wholeBatter(runView(PINS, stateOf([brief])), CAKES)!;
    expect(sized({ by: 'onHand', ingredientId: 'milk', massG: 900 }).volumeMl).toBeCloseTo(asBriefed.volumeMl, 6);
    expect(sized(null).volumeMl).toBeCloseTo(asBriefed.volumeMl, 6);
    const late = stateOf([
      brief,
      event('lot-mixed', { formulaId: CAKES, atMs: T0, volumeMl: 1000, batterC: 20 }),
      event('lot-sized', { formulaId: CAKES, target: { by: 'eggs', eggs: 2 }, eggs: 'whole' }),
    ]);
    expect(late.refused.map((each) => each.reason)).toEqual(['alreadyMixed']);
  });

  it('tells the numbers of pieces near the brief’s that fill whole panfuls', () => {
    const item = { ...BRIEF.items[0]!, pieces: 20 };
    const { size, exact, fewer, more } = briefPanfuls(runView(PINS, stateOf([])), item);
    const zone = placesOn(GRIDDLE, discOn(GRIDDLE_CAKES, GRIDDLE, 75, DENSITY.cakes).diameterMm).filter(
      (place) => place.zoneId === 'A',
    ).length;
    expect(size).toBe(zone);
    expect(exact).toBeCloseTo(20 / zone, 9);
    expect([fewer!.pieces % zone, more.pieces % zone]).toEqual([0, 0]);
    expect(fewer!.pieces < 20 && more.pieces > 20).toBe(true);
  });

  it('what a batter may take on from the run’s others is told, with where it comes from', () => {
    const vegan = {
      ...GRIDDLE_CAKES,
      fat: { ...GRIDDLE_CAKES.fat, kind: 'oil' as const },
      lines: [
        { ingredientId: 'riceFlour', percent: 100 },
        { ingredientId: 'water', percent: 150 },
      ],
    };
    const pins = { ...PINS, formulas: [{ id: CAKES, revision: 1, body: vegan }, PINS.formulas[1]!] };
    const { batter, plate, carried } = runAllergens(runView(pins, stateOf([writer()('brief-set', BRIEF)])), CAKES);
    expect([batter, plate]).toEqual([[], []]);
    expect(carried).toEqual(['wheat', 'egg', 'milk'].map((allergen) => ({ allergen, formulaId: CREPES })));
  });

  it('a thick pour is a disc, a thin one fills its pan', () => {
    expect(discOn(GRIDDLE_CAKES, GRIDDLE, 75, DENSITY.cakes).diameterMm).toBeCloseTo(106, 0);
    expect(discOn(SKERRY_CREPES, CREPE_PAN_ONE, 60, DENSITY.crepes)).toMatchObject({ diameterMm: 240 });
    expect(placesOn(CREPE_PAN_ONE, discOn(SKERRY_CREPES, CREPE_PAN_ONE, 60, DENSITY.crepes).diameterMm)).toHaveLength(
      1,
    );
  });
});
