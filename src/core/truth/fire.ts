import { setpointC, type Zone } from '#core/plate';
import { dialShare, type TrueDial } from './dial.ts';

const { exp } = Math; // bound once: asked for at every step

/** How one burner really is, against what its station says of it. */
export interface TrueBurner {
  /** Share of its written power that it gives. */
  readonly gain: number;
  /** How much hotter than its mark a thermostat holds, °C. */
  readonly setErrorC: number;
  readonly offXMm: number;
  readonly offYMm: number;
  /** Share by which it weakens in an hour. */
  readonly fadesPerHour: number;
  readonly dial: TrueDial;
  /** Seconds in which it takes up a turn, and gives off its own heat when it is off. */
  readonly lagS: number;
}

/** A burner at work under its part of a plate. */
export interface Fire {
  readonly zone: Zone;
  readonly burner: TrueBurner;
  /** Where its heat falls: W/m² in each cell for a watt. */
  readonly pattern: Float64Array;
  /** Cells of its zone. */
  readonly cells: Int32Array;
  mark: number;
  /** The plate stands on it. */
  under: boolean;
  calls: boolean;
  feltC: number;
  powerW: number;
}

/** A thermostat's bulb follows its plate with this lag, s. Assumed. */
const BULB_S = 8;
const USUAL_SWING_C = 10;

/** Power that reaches the plate in a step of `dtS` that begins at `nowS`, W; `meanC` is the heat of its zone. */
export function fired(fire: Fire, meanC: number, nowS: number, dtS: number): number {
  const { zone, burner, mark } = fire;
  let share: number;
  if (zone.dial.kind === 'thermostat') {
    fire.feltC += (meanC - fire.feltC) * (1 - exp(-dtS / BULB_S));
    const setC = setpointC(zone.dial, mark) + burner.setErrorC;
    const half = (zone.dial.swingC ?? USUAL_SWING_C) / 2;
    if (fire.feltC < setC - half) fire.calls = true;
    if (fire.feltC > setC + half) fire.calls = false;
    share = mark > 0 && fire.calls ? 1 : 0;
  } else share = dialShare(burner.dial, mark / zone.dial.max);
  const fullW = zone.powerW * burner.gain * exp((-burner.fadesPerHour * nowS) / 3600);
  const wanted = share * fullW;
  fire.powerW = burner.lagS > 0 ? wanted + (fire.powerW - wanted) * exp(-dtS / burner.lagS) : wanted;
  return fire.under ? fire.powerW : 0;
}
