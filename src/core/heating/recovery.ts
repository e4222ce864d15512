import { plateTracks, trackAt, zoneThermal, type StationBody } from '#core/plate';
import { markHolding } from './zone-heat.ts';
import { zoneOf } from '#core/setup';

/** How a zone answers a panful: how far it dips, and how long after the last lift it lacks heat. */
export interface Recovery {
  readonly dipC: number;
  /** It dips so far that what lies on it boils in place of browning. */
  readonly tooMuch: boolean;
  /** Seconds after the panful is off until the zone is back; null when it is not within a quarter of an hour. */
  readonly backS: number | null;
}

/** Back means this near to the wish, °C: less is no difference to a cook. Common practice, no source. */
const BACK_WITHIN_C = 5;
const LONGEST_S = 900;
/** Below this a base boils and hardly browns, °C. Common practice, no source. */
const BROWNS_FROM_C = 115;

/**
 * A panful on a zone that holds its surface on its mark: the dip while it draws heat, and the time to come back once it
 * is off. A thin pan dips far and is back soon, a thick plate the other way round.
 */
export function recoveryOf(
  station: StationBody,
  zoneId: string,
  hold: { readonly targetC: number; readonly roomC: number; readonly meanFoodW: number },
  panful: { readonly powerW: number; readonly cookS: number },
): Recovery {
  const zone = zoneOf(station, zoneId);
  const mark = markHolding(station, zoneId, { ...hold, foodW: hold.meanFoodW, errorC: 0 });
  const track = plateTracks({
    ...{ betweenWK: 0, ambientC: hold.roomC, startS: 0, endS: panful.cookS + LONGEST_S },
    zones: [
      {
        zone: zoneThermal(station, zone),
        dial: zone.dial,
        startC: hold.targetC,
        turns: [{ atS: 0, mark }],
        loads: [{ fromS: 0, toS: panful.cookS, powerW: panful.powerW, atC: hold.targetC }],
      },
    ],
  })[0]!;
  const lowestC = Math.min(...Array.from({ length: 60 }, (_t, i) => trackAt(track, (panful.cookS * (i + 1)) / 60)));
  let backS: number | null = null;
  for (let s = 0; s <= LONGEST_S && backS === null; s += 5)
    if (trackAt(track, panful.cookS + s) >= hold.targetC - BACK_WITHIN_C) backS = s;
  return { dipC: Math.max(0, hold.targetC - lowestC), tooMuch: lowestC < BROWNS_FROM_C, backS };
}
