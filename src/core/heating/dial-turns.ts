import type { StationBody } from '#core/plate';
import type { BurnerTurned } from '#core/run';

/** What is on the dial, whether the plate stands on its burner or not. */
export function dialMarkOf({ mark, dialMark = mark }: BurnerTurned): number {
  return dialMark;
}

/** Turns that changed what is on the dial: a plate that is taken off its burner or put back turns none. */
export function dialTurns(turns: readonly BurnerTurned[]): BurnerTurned[] {
  return turns.filter((turn, n) => dialMarkOf(turn) !== (n > 0 ? dialMarkOf(turns[n - 1]!) : 0));
}

/** Whether a plate can be taken off its burner by hand: a pan, not a griddle, nor one with its element cast to it. */
export function canStandAside({ shape, zones }: StationBody): boolean {
  return shape.kind !== 'rectangle' && zones.every(({ dial }) => dial.kind !== 'thermostat');
}
