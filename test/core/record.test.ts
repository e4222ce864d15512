import { describe, expect, it } from '@jest/globals';
import {
  plateRecord,
  type PlateRecord,
  type PlateTruth,
  type RecordedFood,
  type RecordedStretch,
  type StationBody,
} from '#core/plate';
import { CREPE_PAN_ONE, GRIDDLE } from '#demo';

const ROOM_C = 22;
const griddle: StationBody = GRIDDLE;
const ids = griddle.zones.map(({ id }) => id);
type Turn = RecordedStretch['turns'][number];

function stretch(toS: number, turns: readonly Turn[], station = griddle, fromS = 0): RecordedStretch {
  return { fromS, toS, station, startC: station.zones.map(() => ROOM_C), turns };
}
const heated: Turn[] = ids.flatMap((zoneId) => [
  { atS: 0, zoneId, mark: 8 },
  { atS: 600, zoneId, mark: 4 },
]);
const food = (fromS: number, toS: number, xMm = 150): RecordedFood => ({
  ...{ fromS, toS, xMm, yMm: 225, diameterMm: 106 },
  ...{ contactWm2K: 150, wetterWm2K: 230, pouredC: ROOM_C },
});
const SPOTS = [150, 450, 780].map((xMm) => ({ xMm, yMm: 225 }));
/** Everything a record can be asked, at many moments. */
function asked(record: PlateRecord, untilS: number): number[] {
  const answers: number[] = [];
  for (let s = 30; s < untilS; s += 45) {
    for (const spot of SPOTS)
      answers.push(record.at(s, spot), record.beneathC(s, s + 60, { ...spot, diameterMm: 106 }));
    for (const id of ids) answers.push(record.zoneC(s, id));
  }
  return answers;
}

describe('a record that goes on from an earlier one', () => {
  const early = plateRecord([stretch(700, heated)], [], ROOM_C);

  it('says what a record made afresh says, to the last figure', () => {
    const foods = [food(720, 860)];
    const fresh = plateRecord([stretch(1000, heated)], foods, ROOM_C);
    const gone = plateRecord([stretch(1000, heated)], foods, ROOM_C, {}, early);
    expect(asked(gone, 1000)).toEqual(asked(fresh, 1000));
  });

  it('also when a piece thought to lie on came off, and when a tap came late', () => {
    const thought = plateRecord([stretch(1000, heated)], [food(720, 1000)], ROOM_C, {}, early);
    const known = [food(720, 850), food(700, 840, 450)];
    const fresh = plateRecord([stretch(1100, heated)], known, ROOM_C);
    expect(asked(plateRecord([stretch(1100, heated)], known, ROOM_C, {}, thought), 1100)).toEqual(asked(fresh, 1100));
  });

  it('leaves the earlier one as it was', () => {
    const before = asked(early, 700);
    plateRecord(
      [stretch(1200, [...heated, { atS: 650, zoneId: ids[0]!, mark: 0 }])],
      [food(660, 800)],
      ROOM_C,
      {},
      early,
    );
    expect(asked(early, 700)).toEqual(before);
  });

  it('of another plate, or of other burners, begins anew', () => {
    const stronger: PlateTruth = { gain: Object.fromEntries(ids.map((id) => [id, 1.2])) };
    const fresh = plateRecord([stretch(900, heated)], [], ROOM_C, stronger);
    const gone = plateRecord([stretch(900, heated)], [], ROOM_C, stronger, early);
    expect(asked(gone, 900)).toEqual(asked(fresh, 900));
    expect(gone.zoneC(600, ids[0]!)).toBeGreaterThan(early.zoneC(600, ids[0]!) + 15);
    const pan = [stretch(500, [{ atS: 0, zoneId: 'P', mark: 5 }], CREPE_PAN_ONE)];
    const own = plateRecord(pan, [], ROOM_C, {}, early);
    expect(own.zoneC(300, 'P')).toBe(plateRecord(pan, [], ROOM_C).zoneC(300, 'P'));
  });

  it('over a change of burner keeps the plate’s warmth and starts the new one from it', () => {
    const turns = (fromS: number): Turn[] => [{ atS: fromS, zoneId: 'P', mark: 5 }];
    const first = stretch(300, turns(0), CREPE_PAN_ONE);
    const second = { ...stretch(600, turns(320), CREPE_PAN_ONE, 300), startC: [150] };
    const fresh = plateRecord([first, second], [], ROOM_C);
    const gone = plateRecord([first, second], [], ROOM_C, {}, plateRecord([first], [], ROOM_C));
    for (const s of [100, 299, 301, 400, 599]) expect(gone.zoneC(s, 'P')).toBe(fresh.zoneC(s, 'P'));
    expect(fresh.zoneC(301, 'P')).toBeCloseTo(150, 0);
  });
});

describe('a record', () => {
  it('shows food under its own place and hardly across the griddle, and the metal beneath it as it sinks', () => {
    const plain = plateRecord([stretch(1000, heated)], [], ROOM_C);
    const cooked = plateRecord([stretch(1000, heated)], [food(700, 860)], ROOM_C);
    const dip = (spot: (typeof SPOTS)[number]) => plain.at(760, spot) - cooked.at(760, spot);
    expect(dip(SPOTS[0]!)).toBeGreaterThan(10);
    expect(Math.abs(dip(SPOTS[2]!))).toBeLessThan(2);
    const beneath = (fromS: number, toS: number) => cooked.beneathC(fromS, toS, { ...SPOTS[0]!, diameterMm: 106 });
    expect(beneath(700, 730)).toBeGreaterThan(beneath(700, 790));
    // at the pour, as it was just before: looks lie twelve seconds apart
    expect(Math.abs(cooked.at(700, SPOTS[0]!) - plain.at(700, SPOTS[0]!))).toBeLessThan(1);
  });

  it('of a burner that slipped is warmer on that side and cooler on the other, its mean hardly changed', () => {
    const turns: Turn[] = [{ atS: 0, zoneId: 'P', mark: 5 }];
    const middle = plateRecord([stretch(400, turns, CREPE_PAN_ONE)], [], ROOM_C);
    const slipped = plateRecord([stretch(400, turns, CREPE_PAN_ONE)], [], ROOM_C, { off: { P: { xMm: 18, yMm: 0 } } });
    const { shape } = CREPE_PAN_ONE;
    const across = shape.kind === 'rectangle' ? shape.widthMm : shape.diameterMm;
    const change = (share: number) => {
      const spot = { xMm: share * across, yMm: across / 2 };
      return slipped.at(300, spot) - middle.at(300, spot);
    };
    expect(change(0.85)).toBeGreaterThan(1);
    expect(change(0.15)).toBeLessThan(-1);
    expect(Math.abs(slipped.zoneC(300, 'P') - middle.zoneC(300, 'P'))).toBeLessThan(3);
  });
});
