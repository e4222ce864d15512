import { describe, expect, it } from '@jest/globals';
import type { TableCache } from '#core/desk';
import { cookThrough, seeded } from '#core/rehearsal';
import { reviewRun } from '#core/review';
import { fold } from '#core/run';
import {
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
} from '../core/fixtures.ts';

describe('many mornings', () => {
  it('of any size are cooked to the end by simulated hands in kitchens with hidden faults: all served, nothing refused', () => {
    const random = seeded(2026);
    let pieces = 0;
    const rms: number[] = [];
    const tables: TableCache = new Map();
    for (let seed = 1; seed <= 30; seed++) {
      const cakes = 1 + Math.floor(30 * random());
      const crepes = 1 + Math.floor(12 * random());
      const begun = [
        writer(SERVICE_MS - 7_200_000)('brief-set', {
          serviceAtMs: SERVICE_MS,
          items: [
            { formulaId: CAKES, pieces: cakes, stationIds: [GRIDDLE_ID] },
            { formulaId: CREPES, pieces: crepes, stationIds: [PAN_ONE, PAN_TWO].slice(0, 1 + (seed % 2)) },
          ],
        }),
      ];
      const events = cookThrough({
        pins: PINS,
        begun,
        rehearsal: false,
        seed,
        latenessS: { mean: 1, sd: 2 },
        attention: random(),
        makeId: (n) => id(0x100000 + n),
        deviceId: id(0xd),
        tables,
      });
      const state = fold({ pins: PINS, rehearsal: false }, numbered([...begun, ...events]));
      const review = reviewRun(state);
      expect([seed, state.refused]).toEqual([seed, []]);
      expect([seed, review.served, review.stillOn]).toEqual([seed, cakes + crepes, 0]);
      pieces += review.served;
      rms.push(review.flips.rmsS!);
    }
    console.log(
      `${pieces} pieces in 30 mornings; flips against shown, root mean square ${Math.max(...rms).toFixed(1)} s at worst`,
    );
    expect(Math.max(...rms)).toBeLessThan(12);
  }, 1_500_000);
});
