import { markForTemperature, marksOf, roundedMark, setpointC, type Dial } from './dial.ts';
import { heated, lossW, steadyC, type ZoneThermal } from './heat-balance.ts';

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

/** Power at a mark: a power dial is taken as linear. No standard links marks to power; readings correct it. A thermostat burns fully or not at all. */
export function powerAtMark(zone: ZoneThermal, dial: Dial, mark: number): number {
  if (dial.kind === 'thermostat') return mark > 0 ? zone.fullPowerW : 0;
  return (zone.fullPowerW * mark) / dial.max;
}

/** The mark on a power dial nearest to what gives `powerW`, at least one step above off. */
export function markForPower(zone: ZoneThermal, dial: Dial, powerW: number): number {
  const exact = (powerW / zone.fullPowerW) * dial.max;
  return Math.min(dial.max, Math.max(dial.step, roundedMark(Math.round(exact / dial.step) * dial.step)));
}

/** The mark that holds a surface while `foodW` goes into food, by the dial's kind. */
export function holdingMark(
  zone: ZoneThermal,
  dial: Dial,
  hold: { targetC: number; ambientC: number; foodW: number },
): number {
  if (dial.kind === 'thermostat') return markForTemperature(dial, hold.targetC);
  return markForPower(zone, dial, lossW(zone, hold.targetC, hold.ambientC) + hold.foodW);
}

/** The surface at which an empty zone settles on each mark of its dial, lowest mark first. */
export function dialCurve(
  zone: ZoneThermal,
  dial: Dial,
  ambientC: number,
): { readonly mark: number; readonly surfaceC: number }[] {
  return marksOf(dial).map((mark) => ({
    mark,
    surfaceC:
      dial.kind === 'thermostat'
        ? Math.min(setpointC(dial, mark), steadyC(zone, zone.fullPowerW, ambientC))
        : steadyC(zone, powerAtMark(zone, dial, mark), ambientC),
  }));
}

/**
 * How to bring a zone from `startC` to `targetC`, and the mark that holds it there while `foodW` goes into food.
 */
export function preheatPlan(
  zone: ZoneThermal,
  dial: Dial,
  heat: { startC: number; targetC: number; ambientC: number; foodW: number },
  boostShare: number = BOOST_SHARE,
): PreheatPlan {
  const holdMark = holdingMark(zone, dial, heat);
  const boostMark =
    dial.kind === 'thermostat'
      ? holdMark // it burns fully until it is there, whatever the mark
      : Math.max(holdMark, roundedMark(Math.round((dial.max * boostShare) / dial.step) * dial.step));
  if (heat.startC >= heat.targetC) return { boostMark, boostS: 0, holdMark, reachable: true };
  const powerW = powerAtMark(zone, dial, boostMark);
  const at = (seconds: number) =>
    heated(zone, heat.startC, powerW, heat.ambientC, Math.max(0, seconds - (zone.lagS ?? 0)));
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
