import { heated, lossW, type ZoneThermal } from './heat-balance.ts';
import type { Dial } from './station.ts';

/** Light high, then turn to the mark that holds. */
export interface PreheatPlan {
  readonly boostMark: number;
  readonly boostS: number;
  readonly holdMark: number;
  /** False when even the highest mark never reaches the surface asked for. */
  readonly reachable: boolean;
}

/** Share of the dial used to heat up: the top mark burns the middle of a cold plate. Common practice, no source. */
const BOOST_SHARE = 0.8;
const LONGEST_PREHEAT_S = 3600;

/** Power at a mark: a power dial is taken as linear. No standard links marks to power; readings correct it. */
export function powerAtMark(zone: ZoneThermal, dial: Dial, mark: number): number {
  return (zone.fullPowerW * mark) / dial.max;
}

/** The mark on the dial nearest to what gives `powerW`, at least one step above off. */
export function markForPower(zone: ZoneThermal, dial: Dial, powerW: number): number {
  const exact = (powerW / zone.fullPowerW) * dial.max;
  return Math.min(dial.max, Math.max(dial.step, Math.round(exact / dial.step) * dial.step));
}

/**
 * How to bring a zone from `startC` to `targetC`, and the mark that holds it there while `foodW` goes into food.
 */
export function preheatPlan(
  zone: ZoneThermal,
  dial: Dial,
  heat: { startC: number; targetC: number; ambientC: number; foodW: number },
): PreheatPlan {
  const holdMark = markForPower(zone, dial, lossW(zone, heat.targetC, heat.ambientC) + heat.foodW);
  const boostMark = Math.max(holdMark, Math.round((dial.max * BOOST_SHARE) / dial.step) * dial.step);
  if (heat.startC >= heat.targetC) return { boostMark, boostS: 0, holdMark, reachable: true };
  const powerW = powerAtMark(zone, dial, boostMark);
  const at = (seconds: number) => heated(zone, heat.startC, powerW, heat.ambientC, seconds);
  if (at(LONGEST_PREHEAT_S) < heat.targetC) {
    return { boostMark, boostS: LONGEST_PREHEAT_S, holdMark, reachable: false };
  }
  let low = 0;
  let high = LONGEST_PREHEAT_S;
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2;
    if (at(middle) < heat.targetC) low = middle;
    else high = middle;
  }
  return { boostMark, boostS: high, holdMark, reachable: true };
}
