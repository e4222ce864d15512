import { given } from '#core/given';
import type { FoodOnPlate } from './food.ts';
import type { SpotOnPlate } from './reading.ts';
import { plateSimulator, type PlateSimulator, type PlateTruth, type SavedPlate } from './simulator.ts';
import { cellMiddle, plateSizeMm, zoneAt, type StationBody } from './station.ts';

const { ceil, max, min } = Math; // bound once: asked for at every cell of every step

/** A plate between two changes of its burners. */
export interface RecordedStretch {
  readonly fromS: number;
  readonly toS: number;
  readonly station: StationBody;
  /** How warm each zone is as the stretch begins, °C; the first stretch's pattern is flat. */
  readonly startC: readonly number[];
  readonly turns: readonly { readonly atS: number; readonly zoneId: string; readonly mark: number }[];
}

export interface RecordedFood extends FoodOnPlate {
  readonly fromS: number;
  /** When it was turned over, as far as that is known. */
  readonly turnedS?: number | undefined;
  readonly toS: number;
}

/** How warm a plate was and will be, as far as it was followed. At a pour it tells how it was just before. */
export interface PlateRecord {
  /** What was done to it, and how it was after each action: for a record that goes on from it. */
  readonly tape: readonly Recorded[];
  zoneC(atS: number, zoneId: string): number;
  at(atS: number, spot: SpotOnPlate): number;
  /** Mean of the metal beneath a disc from one moment to another, °C. */
  beneathC(fromS: number, toS: number, disc: SpotOnPlate & { readonly diameterMm: number }): number;
}

/** Coarse, for it is asked at every tap: cells across the smaller side, and s. Numerical. */
const CELLS = 12;
const STEP_S = 6; // Numerical.
const SHOT_EVERY_S = 12; // Numerical.
/** A thermostat is followed at its mean: its swings are not in step with the real one's. Assumed. */
const STEADY_SWING_C = 1;

/**
 * Follows a plate through its history and on to the end of the last stretch: burners heat their own place first, food
 * cools its own, and metal evens out over minutes.
 * @param otherwise what is taken to differ from what its maker says
 * @param earlier a record of the same plate: as far as the same was done to it, it is taken over and not followed anew
 */
export function plateRecord(
  stretches: readonly RecordedStretch[],
  foods: readonly RecordedFood[],
  ambientC: number,
  otherwise: PlateTruth = {},
  earlier?: PlateRecord,
): PlateRecord {
  const actions = stretches.flatMap((stretch) => actionsOf(stretch, foods, ambientC, otherwise));
  const known = earlier?.tape ?? [];
  let same = 0;
  while (same < known.length && same < actions.length && known[same]!.name === actions[same]!.name) same++;
  const tape = known.slice(0, same);
  const last = tape.at(-1);
  let plate = last?.plate;
  if (last) last.plate.resume(last.after);
  for (const { name, atS, fromS, begin, act } of actions.slice(same)) {
    plate?.advanceTo(max(plate.timeS(), atS - fromS));
    if (begin) plate = begin(plate);
    const now = given(plate, 'the first of a stretch lays its plate under the burners');
    act?.(now);
    tape.push({ name, atS, begins: begin !== undefined, plate: now, after: now.saved(), means: new Map() });
  }
  // at a pour it tells how it was just before, which is how it is: only what comes after differs
  const shots = tape.filter(({ atS, begins }, i) => begins || atS !== tape[i - 1]?.atS);
  return {
    tape,
    zoneC: (atS, zoneId) => shots[lastUpTo(shots, atS)]!.after.view.zoneMeanC(zoneId),
    at: (atS, { xMm, yMm }) => shots[lastUpTo(shots, atS)]!.after.view.at(xMm, yMm),
    beneathC(fromS, toS, { xMm, yMm, diameterMm }) {
      const first = lastUpTo(shots, fromS) + 1;
      if (first >= shots.length) return shots[shots.length - 1]!.after.view.at(xMm, yMm);
      const last = max(first, lastUpTo(shots, toS));
      const { means } = shots[last]!;
      const asked = `${shots[first]!.atS} ${xMm} ${yMm} ${diameterMm}`;
      let meanC = means.get(asked);
      if (meanC !== undefined) return meanC;
      const r = ASKED_AT * (diameterMm / 2);
      let sum = 0;
      for (let i = first; i <= last; i++) {
        const { at } = shots[i]!.after.view;
        sum += (at(xMm, yMm) + at(xMm - r, yMm) + at(xMm + r, yMm) + at(xMm, yMm - r) + at(xMm, yMm + r)) / 5;
      }
      means.set(asked, (meanC = sum / (last - first + 1)));
      return meanC;
    },
  };
}

/** Share of a disc's radius at which the metal beneath is asked besides its middle. Numerical. */
const ASKED_AT = 0.6;

/** Something done to a plate, by a name that tells all of it; the first of a stretch lays its plate under the burners. */
interface PlateAction {
  readonly name: string;
  readonly atS: number;
  readonly fromS: number;
  readonly begin?: (before: PlateSimulator | undefined) => PlateSimulator;
  readonly act?: (plate: PlateSimulator) => void;
}

interface Recorded extends Pick<PlateAction, 'name' | 'atS'> {
  readonly begins: boolean;
  readonly plate: PlateSimulator;
  readonly after: SavedPlate;
  /** Means of the metal beneath discs up to this moment, as they were asked: what lies before it does not change. */
  readonly means: Map<string, number>;
}

/** Everything done in a stretch, in order: burners turned, food laid down and taken off, and looks in between. */
function actionsOf(
  stretch: RecordedStretch,
  foods: readonly RecordedFood[],
  ambientC: number,
  otherwise: PlateTruth,
): PlateAction[] {
  const { station, fromS, toS, startC, turns } = stretch;
  const actions: PlateAction[] = turns.map(({ atS, zoneId, mark }) => ({
    ...{ name: `turn ${atS} ${zoneId} ${mark}`, atS, fromS },
    act: (plate) => plate.turn(zoneId, mark),
  }));
  for (const food of foods) {
    if (food.toS <= fromS || food.fromS >= toS) continue;
    const { turnedS, toS: takenS, ...poured } = food;
    const called = JSON.stringify(poured);
    actions.push(
      { name: `pour ${called}`, atS: food.fromS, fromS, act: (plate) => void plate.pour(food, called) },
      { name: `lift ${takenS} ${called}`, atS: takenS, fromS, act: (plate) => plate.lift(called) },
    );
    if (turnedS !== undefined && turnedS > fromS && turnedS < toS)
      actions.push({ name: `turn over ${called}`, atS: turnedS, fromS, act: (plate) => plate.turnOver(called) });
  }
  const look = (atS: number) => actions.push({ name: `look ${atS}`, atS, fromS });
  for (let atS = fromS; atS < toS; atS += SHOT_EVERY_S) look(atS);
  look(toS);
  const name = `begin ${fromS} ${ambientC} ${startC.join()} ${JSON.stringify([station, otherwise])}`;
  return [
    { name, atS: fromS, fromS, begin: (before) => beginning(stretch, ambientC, otherwise, before) },
    ...actions.filter(({ atS }) => atS <= toS).sort((a, b) => a.atS - b.atS),
  ];
}

/** A plate as it comes under a stretch's burners: its pattern as it was, its zones as warm as told. */
function beginning(
  { station, startC }: RecordedStretch,
  ambientC: number,
  otherwise: PlateTruth,
  before: PlateSimulator | undefined,
): PlateSimulator {
  const { widthMm, depthMm } = plateSizeMm(station);
  const cut = { cellMm: min(widthMm, depthMm) / CELLS, stepS: STEP_S };
  const plate = plateSimulator(steadied(station), { startC: startC[0]!, ambientC }, cut, otherwise);
  if (before) plate.tempC.set(before.tempC);
  const means = station.zones.map(({ id }) => plate.zoneMeanC(id));
  plate.tempC.forEach((tempC, cell) => {
    const zone = station.zones.indexOf(zoneAt(station, cellMiddle(station, plate.grid, cell).xMm));
    plate.tempC[cell] = tempC + startC[zone]! - means[zone]!;
  });
  return plate;
}

/** Index of the last shot up to a moment. */
function lastUpTo(shots: readonly Pick<Recorded, 'atS'>[], atS: number): number {
  let low = 0;
  let high = shots.length - 1;
  while (low < high) {
    const middle = ceil((low + high) / 2);
    if (shots[middle]!.atS <= atS) low = middle;
    else high = middle - 1;
  }
  return low;
}

function steadied(station: StationBody): StationBody {
  return {
    ...station,
    zones: station.zones.map((zone) =>
      zone.dial.kind === 'thermostat' ? { ...zone, dial: { ...zone.dial, swingC: STEADY_SWING_C } } : zone,
    ),
  };
}
