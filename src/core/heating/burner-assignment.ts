import { dialCurve, zoneThermal, type StationBody, type Zone } from '#core/plate';
import { plainLimits, preheatOf } from './zone-heat.ts';

/** Lighting a pan over one burner. */
export interface Lighting {
  readonly stationId: string;
  readonly burnerId: string;
  /** Seconds until it is at the surface; null when it never gets there. */
  readonly preheatS: number | null;
  readonly holdMark: number;
  /** How far the surface is from the wish on the nearest mark, °C: a coarse dial over a strong burner misses. */
  readonly missesC: number;
}

/**
 * Which pan over which burner: of every way to set the pans out, the one whose slowest pan is ready first, among those
 * that miss the wish by least on their nearest mark.
 */
export function whichBurner(
  pans: readonly { readonly id: string; readonly body: StationBody }[],
  burners: readonly { readonly id: string; readonly body: Omit<Zone, 'id' | 'burnerId'> }[],
  wish: { readonly targetC: number; readonly roomC: number },
): Lighting[] {
  const few = pans.slice(0, MAX_PANS);
  const options = few.map((pan) => burners.slice(0, MAX_BURNERS).map((burner) => lighting(pan, burner, wish)));
  let best: Lighting[] = [];
  let bestCost = Infinity;
  const place = (index: number, chosen: Lighting[], cost: number): void => {
    if (cost >= bestCost) return;
    if (index === few.length) {
      best = chosen;
      bestCost = cost;
      return;
    }
    for (const option of options[index]!)
      if (!chosen.some(({ burnerId }) => burnerId === option.burnerId))
        place(index + 1, [...chosen, option], Math.max(cost, costOf(option)));
  };
  place(0, [], 0);
  return best;
}

/** Every way of so many pans on so many burners is tried: more would be too many. Numerical. */
const MAX_PANS = 5;
const MAX_BURNERS = 7; // Numerical.
/** A degree off the wish is worth so many seconds of waiting. Assumed. */
const SECONDS_PER_DEGREE = 20;
const NEVER_S = 7200;

function costOf({ preheatS, missesC }: Lighting): number {
  return (preheatS ?? NEVER_S) + SECONDS_PER_DEGREE * missesC;
}

function lighting(
  pan: { readonly id: string; readonly body: StationBody },
  burner: { readonly id: string; readonly body: Omit<Zone, 'id' | 'burnerId'> },
  { targetC, roomC }: { readonly targetC: number; readonly roomC: number },
): Lighting {
  const zoneId = pan.body.zones[0]!.id;
  const station: StationBody = { ...pan.body, zones: [{ ...burner.body, id: zoneId, burnerId: burner.id }] };
  const plan = preheatOf(station, zoneId, {
    ...{ roomC, targetC, limits: plainLimits(station, targetC), believed: { errorC: 0, sdC: 0 } },
  });
  const curve = dialCurve(zoneThermal(station, station.zones[0]!), station.zones[0]!.dial, roomC);
  return {
    ...{ stationId: pan.id, burnerId: burner.id, holdMark: plan.holdMark },
    preheatS: plan.reachable ? plan.boostS + plan.coastS : null,
    missesC: Math.min(...curve.map(({ surfaceC }) => Math.abs(surfaceC - targetC))),
  };
}
