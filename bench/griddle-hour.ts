import { performance } from 'node:perf_hooks';
import { plateSimulator, type StationBody } from '#core/plate';
import { placesOn } from '#core/pour';
import { GRIDDLE } from '#demo';

const DISC_MM = 125;
const CYCLE_S = 210;
const PREHEAT_S = 900;
const COARSE = { cellMm: 10, stepS: 5 };
const FINE = { cellMm: 5, stepS: 0.25 };

/** A griddle lit, turned down and cooked on in panfuls of 18; the surface of every place at the pour, in its middle and after it. */
function cookedFor(station: StationBody, size: { cellMm: number; stepS: number }, untilS: number) {
  const started = performance.now();
  const places = placesOn(station, DISC_MM);
  const plate = plateSimulator(station, { startC: 22, ambientC: 22 }, size);
  const surfaces: number[] = [];
  const look = () => places.forEach(({ xMm, yMm }) => surfaces.push(plate.at(xMm, yMm)));
  const turn = (mark: number) => station.zones.forEach((zone) => plate.turn(zone.id, mark));
  turn(8);
  plate.advanceTo(700);
  turn(5.5);
  for (let startS = PREHEAT_S; startS + CYCLE_S <= untilS; startS += CYCLE_S) {
    places.forEach(({ xMm, yMm }, i) => {
      plate.advanceTo(startS + i * 4);
      plate.pour({ xMm, yMm, diameterMm: DISC_MM, contactWm2K: 200, pouredC: 18 }, `${i}`);
    });
    look();
    plate.advanceTo(startS + 120);
    look();
    places.forEach((_place, i) => {
      plate.advanceTo(startS + 130 + i * 3);
      plate.lift(`${i}`);
    });
    plate.advanceTo(startS + CYCLE_S);
    look();
  }
  plate.advanceTo(untilS);
  return { surfaces, ms: performance.now() - started };
}

/** The hour on the grid in use against a fine one: how far apart at worst, and how long each took. */
export function griddleHour(untilS = 3600) {
  const coarse = cookedFor(GRIDDLE, COARSE, untilS);
  const fine = cookedFor(GRIDDLE, FINE, untilS);
  const worstC = Math.max(...coarse.surfaces.map((c, i) => Math.abs(c - fine.surfaces[i]!)));
  return { worstC, surfaces: coarse.surfaces.length, coarseMs: coarse.ms, fineMs: fine.ms };
}
