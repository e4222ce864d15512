import { describe, expect, it } from '@jest/globals';
import { forecast } from '#core/forecast';
import { allOff, planRun, type AllOff } from '#core/guidance';
import { Memo } from '#core/memo';
import { fold, type StoredEvent } from '#core/run';
import { runView } from '#core/setup';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const memo = new Memo();
const event = writer(SERVICE_MS - 8 * 3_600_000);
const MIN_MS = 60_000;
const toldAt = (events: readonly StoredEvent[], nowMs: number): AllOff | null => {
  const run = runView(PINS, fold({ pins: PINS, rehearsal: false }, numbered(events)), memo);
  const search = allOff(run, forecast(run, nowMs), nowMs);
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
  }
};
const brief = event('brief-set', BRIEF);
const plan = planRun(runView(PINS, fold({ pins: PINS, rehearsal: false }, numbered([brief])), memo), 0);
const begun = (atMs: number) => [
  brief,
  event('lot-mixed', { formulaId: CAKES, lot: 1, atMs: atMs - 30 * MIN_MS, volumeMl: 5000, batterC: 20 }),
  event(
    'poured',
    { pieceId: id(1), formulaId: CAKES, stationId: GRIDDLE_ID, placeId: 'A1', volumeMl: 75 },
    { deviceAtMs: atMs },
  ),
];

describe('22 whether a morning is in time is told by what was really poured', () => {
  it('begun as planned it is; eight minutes later it is not, by about as much', () => {
    const { firstPourMs } = plan;
    expect(toldAt(begun(firstPourMs), firstPourMs + 5000)).toMatchObject({ lateMin: 0 });
    const slips = [8, 16].map((min) => toldAt(begun(firstPourMs + min * MIN_MS), firstPourMs + min * MIN_MS + 5000)!);
    expect(slips[0]!.lateMin).toBeGreaterThan(0);
    expect(slips[0]!.lateMin).toBeLessThanOrEqual(8);
    expect(slips[1]!.lateMin - slips[0]!.lateMin).toBe(8);
  });

  it('six more, wanted while the last are cooked, are not in time', () => {
    const nowMs = SERVICE_MS - 2 * MIN_MS;
    const [first, ...rest] = begun(plan.firstPourMs);
    const cooked = BRIEF.items.map((item) => ({ ...item, pieces: item.formulaId === CAKES ? 1 : item.pieces }));
    const six = event('brief-set', {
      ...BRIEF,
      items: cooked.map((item) => (item.formulaId === CAKES ? { ...item, pieces: 7 } : item)).slice(0, 1),
    });
    expect(toldAt([first!, ...rest, six], nowMs)!.lateMin).toBeGreaterThan(0);
  });

  it('nothing is said before the first pour, or once all is off', () => {
    expect(toldAt([brief], plan.firstPourMs)).toBeNull();
    const one = event('brief-set', { ...BRIEF, items: [{ ...BRIEF.items[0]!, pieces: 1 }] });
    const off = [
      ...[one, ...begun(plan.firstPourMs).slice(1)],
      event('flipped', { pieceId: id(1) }, { deviceAtMs: plan.firstPourMs + 2 * MIN_MS }),
      event('lifted', { pieceId: id(1) }, { deviceAtMs: plan.firstPourMs + 3 * MIN_MS }),
    ];
    expect(toldAt(off, plan.firstPourMs + 4 * MIN_MS)).toBeNull();
  });
});
