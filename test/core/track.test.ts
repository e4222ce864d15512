import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { betweenZonesWK, plateTracks, zoneThermal, type PlateHistory, type StationBody } from '#core/plate';
import { CREPE_PAN_ONE, ELECTRIC_PLATE, GRIDDLE } from '#demo';

/** A plate with what was done to each of its zones, up to a moment. */
function history(
  station: StationBody,
  done: readonly { readonly turns: readonly [number, number][]; readonly loads: readonly [number, number][] }[],
  endS: number,
): PlateHistory {
  return {
    ...{ betweenWK: betweenZonesWK(station), ambientC: 22, startS: 0, endS },
    zones: station.zones.map((zone, z) => ({
      ...{ zone: zoneThermal(station, zone), dial: zone.dial, startC: 22 },
      turns: (done[z]?.turns ?? []).map(([atS, share]) => ({ atS, mark: share * zone.dial.max })),
      loads: (done[z]?.loads ?? []).map(([fromS, forS]) => ({ fromS, toS: fromS + forS, powerW: 700 })),
    })),
  };
}

describe('19.3 the past of a plate is not followed anew', () => {
  const turns = fc.array(fc.tuple(fc.integer({ min: 0, max: 600 }), fc.double({ min: 0, max: 1, noNaN: true })), {
    maxLength: 4,
  });
  const loads = fc.array(fc.tuple(fc.integer({ min: 0, max: 700 }), fc.integer({ min: 1, max: 200 })), {
    maxLength: 5,
  });
  const zone = fc.record({ turns, loads });
  const plate = fc.record({
    zones: fc.array(zone, { minLength: 3, maxLength: 3 }),
    endS: fc.integer({ min: 60, max: 900 }),
  });

  it.each([
    ['three zones side by side', GRIDDLE],
    ['a pan', CREPE_PAN_ONE],
    ['a thermostat', ELECTRIC_PLATE],
  ])('%s: gone on from, it is to the last bit what it is followed anew, whatever was done before', (_name, station) => {
    fc.assert(
      fc.property(fc.array(plate, { minLength: 2, maxLength: 4 }), (mornings) => {
        let earlier: ReturnType<typeof plateTracks> = [];
        for (const { zones, endS } of mornings) {
          const now = plateTracks(history(station, zones, endS), earlier);
          const anew = plateTracks(history(station, zones, endS));
          now.forEach(({ tempC, share, quickerC }, z) => {
            expect(tempC).toEqual(anew[z]!.tempC);
            expect(share).toEqual(anew[z]!.share);
            expect(quickerC).toEqual(anew[z]!.quickerC);
          });
          earlier = now;
        }
      }),
      { numRuns: 40 },
    );
  });
});
