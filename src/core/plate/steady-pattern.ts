import { given } from '#core/given';
import type { Memo, Question } from '#core/memo';
import { lossW, zoneThermal } from './heat-balance.ts';
import type { SpotOnPlate } from './reading.ts';
import { plateSimulator } from './simulator.ts';
import { cellMiddle, plateSizeMm, zoneAt, type StationBody, type Zone } from './station.ts';

/** How much warmer or cooler than its zone each part of a plate is while it holds a surface. */
export interface SteadyPattern {
  readonly columns: number;
  readonly rows: number;
  /** °C above the mean of the zone; NaN where there is no metal. */
  readonly offsetC: Float64Array;
  /** The surface it was worked out at: offsets grow with the rise above the room. */
  readonly surfaceC: number;
  readonly roomC: number;
  /** How uneven it is: root mean square of the offsets, °C. */
  readonly unevenC: number;
  at(xMm: number, yMm: number): number;
}

/** Cells across the smaller side: enough to tell a burner's ring from its middle. Numerical. */
const CELLS = 18;
const SETTLE_S = 3600; // Numerical.
/** A dial that is on or off. Numerical. */
const FULL: Zone['dial'] = { kind: 'power', max: 1, step: 1 };

/**
 * The pattern of heat that a plate settles into at a surface, from where its burners lie and how well it conducts. Each
 * burner gives what its zone loses there, so that only the pattern is told and not how strong the burners are.
 */
export function steadyPattern(station: StationBody, surfaceC: number, roomC: number): SteadyPattern {
  const { widthMm, depthMm } = plateSizeMm(station);
  const steady: StationBody = {
    ...station,
    zones: station.zones.map((zone) => ({
      ...zone,
      powerW: lossW(zoneThermal(station, zone), surfaceC, roomC),
      dial: FULL,
    })),
  };
  const cellMm = Math.min(widthMm, depthMm) / CELLS;
  const plate = plateSimulator(steady, { startC: surfaceC, ambientC: roomC }, { cellMm, stepS: 20 });
  for (const zone of steady.zones) plate.turn(zone.id, 1);
  plate.advanceTo(SETTLE_S);
  const { columns, rows, metal } = plate.grid;
  const means = new Map(steady.zones.map((zone) => [zone.id, plate.zoneMeanC(zone.id)]));
  const offset = (xMm: number, yMm: number) =>
    plate.at(xMm, yMm) - given(means.get(zoneAt(station, xMm).id), 'each zone has its mean');
  const offsetC = Float64Array.from({ length: columns * rows }, (_cell, i) => {
    const { xMm, yMm } = cellMiddle(station, plate.grid, i);
    return metal[i] ? offset(xMm, yMm) : NaN;
  });
  const there = offsetC.filter((each) => !Number.isNaN(each));
  return {
    ...{ columns, rows, surfaceC, roomC, offsetC },
    unevenC: Math.sqrt(there.reduce((sum, each) => sum + each * each, 0) / Math.max(1, there.length)),
    at: offset,
  };
}

/** A griddle's usual surface, where patterns are worked out, °C; they grow with the rise above the room. Numerical. */
const PATTERN_AT_C = 185;

/** How much hotter or cooler than its zone the plate model holds a spot, while the zone stands at `modelC`. */
export function besideZoneC(pattern: SteadyPattern, at: SpotOnPlate, modelC: number): number {
  const rise = Math.max(0, modelC - pattern.roomC) / (pattern.surfaceC - pattern.roomC);
  return pattern.at(at.xMm, at.yMm) * rise;
}

/** Where a zone is hottest while its plate holds. */
export function hottestSpot(
  { columns, rows, offsetC }: SteadyPattern,
  station: StationBody,
  zoneId: string,
): SpotOnPlate {
  const { widthMm, depthMm } = plateSizeMm(station);
  const middleOf = (cell: number) => ({
    xMm: (((cell % columns) + 0.5) * widthMm) / columns,
    yMm: ((Math.floor(cell / columns) + 0.5) * depthMm) / rows,
  });
  let [hottest, mostC] = [middleOf(0), -Infinity];
  offsetC.forEach((each, cell) => {
    const at = middleOf(cell);
    if (each > mostC && zoneAt(station, at.xMm).id === zoneId) [hottest, mostC] = [at, each];
  });
  return hottest;
}

/**
 * A plate's steady pattern in a room, to the degree; worked out once for what it depends on, some tens of milliseconds:
 * how strong its burners are and what its dials are like does not count.
 */
export function patternOf(station: StationBody, roomC: number, memo: Memo): SteadyPattern {
  const { shape, metal, thicknessMm, coating, zones } = station;
  const plate: StationBody = {
    ...{ name: '', shape, metal, thicknessMm, coating },
    zones: zones.map(({ id, source, acrossMm }) => ({ id, source, acrossMm, powerW: 1, dial: FULL })),
  };
  const aroundC = Math.round(roomC);
  return memo.recall(PATTERNS, JSON.stringify([plate, aroundC]), () => steadyPattern(plate, PATTERN_AT_C, aroundC));
}

const PATTERNS: Question<SteadyPattern> = { name: 'steady pattern', most: 64 };
