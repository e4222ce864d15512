import { cellMiddle, plateSimulator, zoneAt, type SpotOnPlate, type StationBody, type Zone } from '#core/plate';
import { TruePlate, type Draws, type TrueBurner } from '#core/truth';
import type { Kitchen } from './kitchen.ts';
import { plateFaults, plateTruth } from './truth-of.ts';

/** Whether plates are built as the desk builds them, with other figures, or otherwise. */
export const STRUCTURES = ['belief', 'own'] as const;
export type Structure = (typeof STRUCTURES)[number];

/** Cells of a plate: a fifteenth of its smaller side, a griddle's near 3 cm. Numerical. */
const CELLS = 15;
/** Plates and pieces share their steps, s. Numerical. */
export const STEP_S = 1;
/** What a kitchen asks of its plates. */
export interface KitchenPlate {
  at(xMm: number, yMm: number): number;
  turn(zoneId: string, mark: number): void;
  pour(disc: SpotOnPlate & { readonly diameterMm: number; readonly food: Draws }, name: string): void;
  lift(name: string): void;
  advanceTo(timeS: number): unknown;
  /** The heat that a twentieth of a zone's metal passes, and its mean, °C. */
  hotSpotC(zoneId: string): number;
  zoneMeanC(zoneId: string): number;
  /** The plate is taken off its burner, which stays as it is, or put back. */
  part(zoneId: string, off: boolean): void;
  /** A zone is moved to another burner, which is off; a zone is found as hot as this. */
  refit(zone: Zone, burner: TrueBurner): void;
  warmTo(zoneId: string, tempC: number): void;
}

/** A kitchen's plate as it truly is, cold. */
export function kitchenPlate(
  { body, hidden }: Kitchen['stations'][number],
  roomC: number,
  seed: number,
  structure: Structure,
): KitchenPlate {
  return structure === 'own'
    ? new TruePlate(body, plateFaults(body, hidden, seed), roomC)
    : asBelieved(body, hidden, roomC);
}

/** A plate of the desk's own kind, cut as finely as a truth is. */
function asBelieved(body: StationBody, hidden: Kitchen['stations'][number]['hidden'], roomC: number): KitchenPlate {
  const smallerMm =
    body.shape.kind === 'rectangle' ? Math.min(body.shape.widthMm, body.shape.depthMm) : body.shape.diameterMm;
  const cut = { cellMm: smallerMm / CELLS, stepS: STEP_S };
  const plate = plateSimulator(body, { startC: roomC, ambientC: roomC }, cut, plateTruth(body, hidden));
  const marks = new Map<string, number>();
  const cellsOf = (zoneId: string) =>
    [...plate.tempC.keys()].filter(
      (cell) => plate.grid.metal[cell] && zoneAt(body, cellMiddle(body, plate.grid, cell).xMm).id === zoneId,
    );
  return {
    ...{ at: plate.at, lift: plate.lift, advanceTo: plate.advanceTo, zoneMeanC: plate.zoneMeanC },
    turn(zoneId, mark) {
      marks.set(zoneId, mark);
      plate.turn(zoneId, mark);
    },
    refit: unlike,
    warmTo: unlike,
    // this structure has no plate beside its burner: off the heat is off
    part: (zoneId, off) => plate.turn(zoneId, off ? 0 : (marks.get(zoneId) ?? 0)),
    pour: ({ food, ...disc }, name) =>
      plate.pour({ ...disc, drawnWm2: () => food.drawnWm2, contactWm2K: 0, pouredC: roomC }, name),
    hotSpotC(zoneId) {
      const sorted = cellsOf(zoneId)
        .map((cell) => plate.tempC[cell]!)
        .sort((a, b) => a - b);
      return sorted[Math.floor(0.95 * (sorted.length - 1))]!;
    },
  };
}

function unlike(): never {
  throw new Error('Plates of the desk’s own kind are lit cold and keep their burners.');
}
