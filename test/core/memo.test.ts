import { describe, expect, it } from '@jest/globals';
import { belief, weigh, type Observation } from '#core/inference';
import { forecast, rowMadeAhead, tableFor } from '#core/forecast';
import { given } from '#core/given';
import { planRun } from '#core/guidance';
import { Memo, type Question } from '#core/memo';
import { spreadsAt, timelineTable } from '#core/piece';
import { patternOf, type StationBody } from '#core/plate';
import { fold, pieceIn, type Pins, type RunState, type StoredEvent } from '#core/run';
import { NotInRun, placesIn, runView } from '#core/setup';
import { portionSteps } from '#core/what-if';
import { CREPE_PAN_ONE, GRIDDLE } from '#demo';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, READ_PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';
import { cake, crepe } from './pieces.ts';

const T0 = SERVICE_MS - 3_600_000;
const DOUBLE: Question<number> = { name: 'double', most: 2 };

describe('19.2 a memo', () => {
  it('asks once for the same inputs, keeps no more than its bound, and tells questions apart', () => {
    const memo = new Memo();
    let asked = 0;
    const double = (n: number) => memo.recall(DOUBLE, String(n), () => (asked++, 2 * n));
    expect([double(1), double(1), asked]).toEqual([2, 2, 1]);
    for (let n = 2; n < 40; n++) double(n);
    expect(memo.kept(DOUBLE, '1')).toBeUndefined();
    expect(double(1)).toBe(2);
    expect(memo.recall({ name: 'triple', most: 2 }, '39', () => 117)).toBe(117);
    expect(double(39)).toBe(78);
  });

  it('keeps nothing, and null, as answers like any other', () => {
    const memo = new Memo();
    let asked = 0;
    const none: Question<null | undefined> = { name: 'none', most: 5 };
    for (const answer of [undefined, null])
      for (let n = 0; n < 2; n++) memo.recall(none, String(answer), () => (asked++, answer));
    expect(asked).toBe(2);
  });

  it('names long texts by short ones, each text by its own', () => {
    const memo = new Memo();
    const [a, b] = ['a'.repeat(400), 'a'.repeat(401)];
    expect(memo.nameOf(a)).toBe(memo.nameOf(a));
    expect(memo.nameOf(a)).not.toBe(memo.nameOf(b));
    expect(memo.nameOf(a).length).toBeLessThan(10);
  });
});

/** A morning with what asks most of what is kept: readings by spot, pieces of two sizes, a turned dial, signs and looks. */
function morning(pins: Pins): { readonly events: StoredEvent[]; readonly nowMs: number } {
  const event = writer(T0);
  const at = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
  const A = { stationId: GRIDDLE_ID, zoneId: 'A' };
  const pour = (n: number, placeId: string, s: number) =>
    event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, at(s));
  const [first, second] = placesIn(runView(pins, fold({ pins, rehearsal: false }, [])), CAKES, GRIDDLE_ID);
  const events = [
    event('brief-set', BRIEF, at(0)),
    event('burner-turned', { ...A, mark: 8 }, at(1)),
    event('burner-turned', { ...A, mark: 3 }, at(240)),
    event('reading-taken', { ...A, spot: { xMm: 150, yMm: 200 }, method: 'probe', surfaceC: 188, sdC: 2.5 }, at(500)),
    pour(1, first!.id, 520),
    event('cue-seen', { pieceId: id(1), cue: 'rimBubbles' }, at(560)),
    pour(2, second!.id, 565),
    event('cue-seen', { pieceId: id(1), cue: 'notYet' }, at(600)),
    event('burner-turned', { ...A, mark: 4 }, at(610)),
    event('flipped', { pieceId: id(1) }, at(640)),
    event('turn-judged', { pieceId: id(1), turn: 'right' }, at(645)),
    event(
      'reading-taken',
      { ...A, method: 'piece', formulaId: CAKES, afterS: 120, underside: 'golden', spot: { xMm: 150, yMm: 200 } },
      at(646),
    ),
  ];
  return { events: numbered(events), nowMs: T0 + 660_000 };
}

describe('19.2 what is worked out of a run', () => {
  const { events, nowMs } = morning(READ_PINS);
  const folded = (pins: Pins, until = events.length) => fold({ pins, rehearsal: false }, events.slice(0, until));
  const told = (memo: Memo, pins: Pins, state: RunState, atMs: number) =>
    JSON.stringify(forecast(runView(pins, state, memo), atMs));
  const hotter: Pins = { ...READ_PINS, roomC: 31 };
  const noCalibration = PINS;

  /** Every question of the same morning: whole and half done, at two moments, with other pins. */
  const questions: readonly ((memo: Memo) => string)[] = [
    (memo) => told(memo, READ_PINS, folded(READ_PINS), nowMs),
    (memo) => told(memo, hotter, folded(hotter), nowMs),
    (memo) => told(memo, noCalibration, folded(noCalibration), nowMs),
    (memo) => told(memo, READ_PINS, folded(READ_PINS, 7), T0 + 570_000),
    (memo) => told(memo, READ_PINS, folded(READ_PINS), nowMs + 3_000),
    (memo) => JSON.stringify(planRun(runView(READ_PINS, folded(READ_PINS, 1), memo), T0)),
    (memo) =>
      JSON.stringify(
        portionSteps(runView(READ_PINS, folded(READ_PINS), memo), CAKES, [{ volumeMl: 40 }, { volumeMl: 110 }], {
          pourMs: nowMs,
          nowMs,
        }),
      ),
  ];
  const alone = questions.map((ask) => ask(new Memo()));

  it('is the same whoever asked before: all of it in one order, and in the other', () => {
    const forwards = new Memo();
    expect(questions.map((ask) => ask(forwards))).toEqual(alone);
    const backwards = new Memo();
    expect([...questions].reverse().map((ask) => ask(backwards))).toEqual([...alone].reverse());
    // and once more, of what is kept by now
    expect(questions.map((ask) => ask(backwards))).toEqual(alone);
  });

  it('is the same from copies of pins and state, as a worker is sent them', () => {
    const memo = new Memo();
    const ask = (pins: Pins, state: RunState) => told(memo, pins, state, nowMs);
    const [pins, state] = [READ_PINS, folded(READ_PINS)];
    expect(ask(pins, state)).toBe(alone[0]);
    expect(ask(structuredClone(pins), structuredClone(state))).toBe(alone[0]);
  });

  it('leaves pins and state as they were', () => {
    const state = folded(READ_PINS);
    const before = structuredClone(state);
    told(new Memo(), READ_PINS, state, nowMs);
    expect(state).toEqual(before);
  });
});

describe('19.2 tables made ahead, a row at a time', () => {
  const asked = fold({ pins: PINS, rehearsal: false }, numbered([writer(T0)('brief-set', BRIEF)]));
  const ref = { formulaId: CAKES, stationId: GRIDDLE_ID, zoneId: 'A' };
  const MINUTE_MS = 60_000;

  it('are those that a pour a minute later would have made', () => {
    const run = runView(PINS, asked, new Memo());
    let rows = 0;
    while (rowMadeAhead(run, T0)) rows += 1;
    expect(rows).toBeGreaterThan(13);
    expect(rows % 14).toBe(0); // thirteen rows and the whole, for each batter and kind of plate
    expect(tableFor(run, ref, T0 + MINUTE_MS)).toEqual(tableFor(runView(PINS, asked, new Memo()), ref, T0 + MINUTE_MS));
  });

  it('a pour that comes before they are done takes the rows that are made', () => {
    const run = runView(PINS, asked, new Memo());
    for (let row = 0; row < 5; row++) rowMadeAhead(run, T0);
    expect(tableFor(run, ref, T0 + MINUTE_MS)).toEqual(tableFor(runView(PINS, asked, new Memo()), ref, T0 + MINUTE_MS));
  });
});

describe('19.2 answers that went by who asked first', () => {
  it('spreads of a piece: by its own batter, plate and room', () => {
    const inputs = [cake(182), { ...cake(182), pressurePa: 80_000 }, crepe(195)];
    const spread = (memo: Memo, i: number) => spreadsAt(timelineTable(inputs[i]!), 182, memo);
    const [forwards, backwards] = [new Memo(), new Memo()];
    const first = [0, 1, 2].map((i) => spread(forwards, i));
    expect([2, 1, 0].map((i) => spread(backwards, i)).reverse()).toEqual(first);
    expect(first[0]).not.toEqual(first[1]);
  });

  it('a belief: by all that an observation says, its roughness and the moment too', () => {
    const table = timelineTable(cake(182));
    const seen = (more: object): Observation =>
      ({
        ...{ kind: 'cue', cue: 'coveredFace', nth: 1, atS: 100, afterS: 80, table },
        ...{ expected: { modelC: 182, sensitivity: 1, roughC: 2 }, spot: { xMm: 100, yMm: 100 }, ...more },
      }) as Observation;
    const kinds = [
      seen({}),
      seen({ expected: { modelC: 182, sensitivity: 1, roughC: 25 } }),
      seen({ atS: 2000 }),
      { kind: 'moved', atS: 120, errorSdC: 10 } as Observation,
      { kind: 'moved', atS: 120, errorSdC: 40 } as Observation,
    ];
    const known = (memo: Memo, i: number) =>
      belief(weigh({ kind: 'open', errorSdC: 20 }, [seen({ afterS: 70, atS: 50 }), kinds[i]!], 2000, memo).posterior);
    const [forwards, backwards] = [new Memo(), new Memo()];
    const order = kinds.map((_kind, i) => i);
    const first = order.map((i) => known(forwards, i));
    expect([...order].reverse().map((i) => known(backwards, i))).toEqual([...first].reverse());
    expect(new Set(first.map((each) => JSON.stringify(each))).size).toBe(kinds.length);
  });

  it('the pattern of a plate: by its metal and burners, not by how strong they are', () => {
    const memo = new Memo();
    const thicker: StationBody = { ...GRIDDLE, thicknessMm: 20 };
    const stronger: StationBody = { ...GRIDDLE, zones: GRIDDLE.zones.map((zone) => ({ ...zone, powerW: 9000 })) };
    const uneven = (station: StationBody) => patternOf(station, 22, memo).unevenC;
    expect(uneven(GRIDDLE)).toBe(uneven(stronger));
    expect(uneven(thicker)).not.toBe(uneven(GRIDDLE));
    expect(uneven(CREPE_PAN_ONE)).toBe(patternOf(CREPE_PAN_ONE, 22, new Memo()).unevenC);
  });
});

describe('19.7 what is there though its type cannot tell', () => {
  it('is given, nought and the empty text too; what is not there says why it had to be', () => {
    expect([given(0, 'it is'), given('', 'it is'), given(false, 'it is')]).toEqual([0, '', false]);
    for (const nothing of [null, undefined])
      expect(() => given(nothing, 'a dial has marks')).toThrow('Something is missing, though a dial has marks.');
  });

  it('a piece by an id that its run does not have is named', () => {
    expect(() => pieceIn(fold({ pins: PINS, rehearsal: false }, []), id(9))).toThrow(id(9));
  });
});

describe('19.7 a run as it is read', () => {
  const run = runView(PINS, fold({ pins: PINS, rehearsal: false }, []));

  it('says by name what it does not have', () => {
    for (const ask of [() => run.formula(id(9)), () => run.station(id(9)), () => run.piece(id(9))]) {
      expect(ask).toThrow(NotInRun);
      expect(ask).toThrow(id(9));
    }
  });

  it('as it would be with something else decided is another run, and leaves the first as it was', () => {
    const wide = run.with({ mouldMm: new Map([[CAKES, 90]]) });
    expect(placesIn(wide, CAKES, GRIDDLE_ID)).not.toEqual(placesIn(run, CAKES, GRIDDLE_ID));
    expect(run.state.mouldMm.size).toBe(0);
  });
});
