import type { RunView } from '#core/setup';
import type { Observation } from '#core/inference';
import { degreesPerLnGain, powerShare, timeConstantS, turnSdLn, zoneThermal, type StationBody } from '#core/plate';
import { pinnedStation, type ZoneState } from '#core/run';
import { zoneOf } from '#core/setup';

type Turned = Extract<Observation, { kind: 'turned' }>;

/**
 * What turns of a dial leave unknown after something was learned on another mark: a burner at the new one may give more or
 * less than thought. Metal holds its heat: nothing of that shows at once, and all of it once the plate has come to the new
 * mark, so it is let in by steps. A plate that has hardly left its old heat when it is turned back is known as before.
 * A plate that was read before the run was read where it holds.
 * @param sinceS nothing was learned before
 */
export function turnedDials(
  run: RunView,
  station: StationBody,
  { stationId, zoneId, turns }: ZoneState,
  sinceS: number,
  nowS: number,
): Turned[] {
  const zone = zoneOf(station, zoneId);
  const read = pinnedStation(run.pins, stationId)?.calibration?.some((each) => each.zoneId === zoneId);
  const lit = turns.filter(({ mark }) => mark > 0);
  if (read || zone.dial.kind === 'thermostat' || lit.length < 2) return [];
  const thermal = zoneThermal(station, zone);
  const perLn = degreesPerLnGain(thermal, run.pins.roomC);
  const tauS = timeConstantS(thermal, run.pins.roomC) / FOOD_QUICKENS;
  const lnPower = (mark: number) => Math.log(powerShare(zone, zone.dial, mark));
  const shown: Turned[] = [];
  /** The heat that the plate has come from, as ln of a burner's power. */
  let heldLn = lnPower(lit[0]!.mark);
  lit.slice(1).forEach(({ atMs, mark }, n) => {
    const fromS = Math.max(atMs / 1000, sinceS);
    const untilS = (lit[n + 2]?.atMs ?? Infinity) / 1000;
    const toLn = lnPower(mark);
    const sdC = turnSdLn(toLn - heldLn) * perLn;
    if (fromS < untilS && sdC >= LEAST_SD_C) {
      let before = 0;
      for (const step of STEPS) {
        const atS = fromS + step * tauS;
        if (atS > Math.min(nowS, untilS)) break;
        const come = 1 - Math.exp(-step);
        const errorSdC = sdC * Math.sqrt(come ** 2 - before ** 2);
        shown.push({ kind: 'turned', atS, errorSdC });
        before = come;
      }
    }
    heldLn += (toLn - heldLn) * (1 - Math.exp(-(Math.min(untilS, nowS) - atMs / 1000) / tauS));
  });
  return shown;
}

/** A turn that says less than this of the heat it comes to is none, °C. Assumed. */
const LEAST_SD_C = 1;
/** When a part of it is let in, in time constants of the plate. Numerical. */
const STEPS = [0.1, 0.25, 0.5, 0.9, 1.5, 2.5];
/** With food on it a plate answers so much quicker than empty: food draws about what the room does. Assumed. */
const FOOD_QUICKENS = 2;
