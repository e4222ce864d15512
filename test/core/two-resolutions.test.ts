import { describe, expect, it } from '@jest/globals';
import { betweenZonesWK, plateSimulator, plateTracks, trackAt, zoneThermal, type StationBody } from '#core/plate';
import { DEMO_STATIONS } from '#demo';

const ROOM_C = 22;
const END_S = 1800;
/** Zones and cells are the same balance of heat; a zone’s mean leaves out that its middle is hotter and radiates more. */
const APART_SHARE = 0.045;

function warmed(station: StationBody, marks: readonly number[]) {
  const turns = marks.map((mark) => [{ atS: 0, mark }]);
  const tracks = plateTracks({
    zones: station.zones.map((zone, i) => ({
      zone: zoneThermal(station, zone),
      dial: zone.dial,
      startC: ROOM_C,
      turns: turns[i]!,
      loads: [],
    })),
    betweenWK: betweenZonesWK(station),
    ...{ ambientC: ROOM_C, startS: 0, endS: END_S },
  });
  const cells = plateSimulator(station, { startC: ROOM_C, ambientC: ROOM_C }, { cellMm: 15, stepS: 2 });
  station.zones.forEach(({ id }, i) => cells.turn(id, marks[i]!));
  return [120, 300, 600, 1200, 1800].map((atS) => {
    cells.advanceTo(atS);
    return station.zones.map(({ id }, i) => ({
      byZoneC: trackAt(tracks[i]!, atS),
      byCellsC: cells.zoneMeanC(id),
    }));
  });
}

const rise = (tempC: number) => tempC - ROOM_C;
/** The largest miss of a zone's rise by its cells' as a share of it, over zones that are warm enough to tell. */
function worstShare(body: StationBody, marks: readonly number[]): number {
  const misses = warmed(body, marks)
    .flat()
    .filter(({ byCellsC }) => rise(byCellsC) > 20)
    .map(({ byZoneC, byCellsC }) => Math.abs(byZoneC - byCellsC) / rise(byCellsC));
  return Math.max(...misses);
}
const byPower = DEMO_STATIONS.map(({ body }) => body).filter(({ zones }) => zones[0]!.dial.kind === 'power');
const byThermostat = DEMO_STATIONS.map(({ body }) => body).filter(({ zones }) => zones[0]!.dial.kind === 'thermostat');
const halfway = ({ zones }: StationBody) => zones.map(({ dial }) => dial.max / 2);

describe('one plate model at two resolutions', () => {
  it.each(byPower.map((body) => [body.name, body] as const))(
    '%s with its burners turned alike warms zone by zone as it does cell by cell',
    (_name, body) => expect(worstShare(body, halfway(body))).toBeLessThan(APART_SHARE),
  );

  const [griddle] = byPower;
  const firstAlone = griddle!.zones.map(({ dial }, i) => (i === 0 ? dial.max / 2 : 0));

  it('one burner alone warms its neighbours through the metal to within 10 °C of that', () => {
    const misses = warmed(griddle!, firstAlone)
      .flat()
      .map(({ byZoneC, byCellsC }) => Math.abs(byZoneC - byCellsC));
    expect(Math.max(...misses)).toBeLessThan(10);
  });

  // two misses of the coarse one, named: what a screen shows is followed cell by cell
  it.failing('one burner alone, as near as all alike', () => {
    expect(worstShare(griddle!, firstAlone)).toBeLessThan(APART_SHARE);
  });
  it.failing('a thermostat, with the heat that its element still gives after it has switched off', () => {
    expect(worstShare(byThermostat[0]!, halfway(byThermostat[0]!))).toBeLessThan(APART_SHARE);
  });
});
