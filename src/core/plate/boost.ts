import { marksOf, roundedMark, type Dial } from './dial.ts';
import { heated, lossW, type ZoneThermal } from './heat-balance.ts';
import { gainOf, isSafe, isThin, powerAtMark, settlesAtC, waitingMark, type Preheating } from './preheat.ts';

/** Light, wait until it is on its way, turn to the mark it may wait on. */
export interface PreheatPlan {
  readonly boostMark: number;
  /** Until it is turned down, by what is likeliest of its burner, s; and how long it goes on rising after that, s. */
  readonly boostS: number;
  readonly coastS: number;
  /** The surface from which it is turned down: what its element has stored brings it on from there. */
  readonly downFromC: number;
  /** A mark on which it may stand empty. */
  readonly holdMark: number;
  /** The surface it is brought to: the wish, or so much less that a burner stronger than thought does no harm. */
  readonly aimC: number;
  /** False when even the highest mark never reaches the surface asked for. */
  readonly reachable: boolean;
}

/** Share of the dial used to heat up a thick plate: the top mark burns the middle of a cold one. Common practice, no source. */
const BOOST_SHARE = 0.8;
const LONGEST_PREHEAT_S = 3600;
/** Hands come to a dial so late, s. Assumed. */
const LATE_S = 10;
/** A plate that is let coast is followed to so much, °C. Assumed. */
const ROUGH_C = 5;
/** What settles on a mark is there when it has come so far of the way. Assumed. */
const SETTLED_SHARE = 0.94;
/** A mark that leaves a thin plate so far below its wish is too cool to wait on, °C. Assumed. */
const COARSE_C = 35;
const BOOST_STEP_C = 4;

/**
 * How to bring an empty zone from `startC` towards `targetC`. A thin plate is heated on the mark it may wait on; a thick
 * one high first, for as long as a burner stronger than thought does no harm, then down once.
 */
export function preheatPlan(zone: ZoneThermal, dial: Dial, heat: Preheating, boostShare = BOOST_SHARE): PreheatPlan {
  const { startC, targetC, ambientC, believed } = heat;
  const holdMark = waitingMark(zone, dial, heat);
  const likeliest = gainOf(zone, dial.kind === 'power' ? believed.errorC : 0, ambientC);
  const reachable = risen(zone, ambientC, likeliest * zone.fullPowerW, startC, LONGEST_PREHEAT_S) >= targetC;
  const lit = holdMark > 0 ? holdMark : marksOf(dial)[0]!;
  const settledC = settlesAtC(zone, dial, lit, { ambientC, errorC: believed.errorC });
  const waitsC = Math.min(targetC, ambientC + SETTLED_SHARE * (settledC - ambientC));
  const there = { coastS: 0, downFromC: waitsC, holdMark, aimC: waitsC, reachable };
  if (startC >= waitsC) return { boostMark: holdMark, boostS: 0, ...there };
  const straightS = secondsUntil(
    (s) => risen(zone, ambientC, likeliest * powerAtMark(zone, dial, lit), startC, s),
    waitsC,
  );
  const straight = { boostMark: lit, boostS: straightS, ...there };
  if (dial.kind === 'thermostat') return straight;
  const high = Math.max(holdMark, roundedMark(Math.round((dial.max * boostShare) / dial.step) * dial.step));
  // a dial of few steps may have none on which a thin plate waits hot enough: then the next one up, for a while
  const next = marksOf(dial).find((mark) => mark > holdMark) ?? holdMark;
  const thin = isThin(zone);
  // a mark it may wait on takes a thin plate there by itself, if it is hot enough
  if (thin && holdMark > 0 && (waitsC > targetC - COARSE_C || next === holdMark)) return straight;
  const boostMark = !thin ? high : holdMark > 0 ? next : lit;
  const wishC = Math.max(waitsC, Math.min(targetC, settledC));
  return { boostMark, holdMark, reachable, ...boosted(zone, dial, heat, { boostMark, holdMark }, wishC) };
}

/**
 * How far a plate may be boosted: to the wish, or so far that the strongest burner does no harm in the same time, hands
 * that come late and what its element has stored counted.
 */
function boosted(
  zone: ZoneThermal,
  dial: Dial,
  heat: Preheating,
  { boostMark, holdMark }: { readonly boostMark: number; readonly holdMark: number },
  wishC: number,
): Pick<PreheatPlan, 'boostS' | 'coastS' | 'downFromC' | 'aimC'> {
  const { startC, ambientC, believed } = heat;
  const [highW, lowW] = [boostMark, holdMark].map((mark) => powerAtMark(zone, dial, mark)) as [number, number];
  /** A plate that is turned down after `s`: how hot it is then, and comes to. */
  const after = (s: number, errorC: number) => {
    const gain = gainOf(zone, errorC, ambientC);
    const turnedC = risen(zone, ambientC, gain * highW, startC, s);
    const givenW = gain * highW * (zone.lagS ? 1 - Math.exp(-s / zone.lagS) : 1);
    return { turnedC, ...coasted(zone, ambientC, turnedC, givenW, gain * lowW) };
  };
  for (let aimC = wishC; ; aimC -= BOOST_STEP_C) {
    const boostS = secondsUntil((s) => after(s, believed.errorC).peakC, aimC);
    const isLast = aimC <= startC + BOOST_STEP_C;
    if (!isLast && !isSafe(zone, dial, heat, (errorC) => after(boostS + LATE_S, errorC).peakC + ROUGH_C)) continue;
    const { turnedC, coastS } = after(boostS, believed.errorC);
    return { aimC, boostS, coastS, downFromC: turnedC };
  }
}

/** A zone `s` seconds after it was lit with so much power; its element takes that up first. */
function risen(zone: ZoneThermal, ambientC: number, powerW: number, startC: number, s: number): number {
  return heated(zone, startC, powerW, ambientC, Math.max(0, s - (zone.lagS ?? 0)));
}

/** Steps in which an element's lag is followed, and for how many lags. Numerical. */
const COAST = { stepsALag: 6, lags: 4 };

/** After its dial was turned down an element gives up what it stored, by its lag: the hottest its zone comes to, °C, and when, s. */
function coasted(
  zone: ZoneThermal,
  ambientC: number,
  fromC: number,
  givenW: number,
  lowW: number,
): { readonly peakC: number; readonly coastS: number } {
  const { lagS = 0 } = zone;
  let [peakC, coastS, tempC] = [fromC, 0, fromC];
  const dt = lagS / COAST.stepsALag;
  for (let step = 1; lagS > 0 && step <= COAST.lags * COAST.stepsALag; step++) {
    const nowW = lowW + (givenW - lowW) * Math.exp(-((step - 0.5) * dt) / lagS);
    tempC += (dt * (nowW - lossW(zone, tempC, ambientC))) / zone.heatCapacityJPerK;
    if (tempC <= peakC) break;
    [peakC, coastS] = [tempC, step * dt];
  }
  return { peakC, coastS };
}

/** When a rising surface comes to `toC`, s; an hour when it does not within one. */
function secondsUntil(surfaceAt: (s: number) => number, toC: number): number {
  if (surfaceAt(LONGEST_PREHEAT_S) < toC) return LONGEST_PREHEAT_S;
  let low = 0;
  let high = LONGEST_PREHEAT_S;
  for (let i = 0; i < 20; i++) {
    const middle = (low + high) / 2;
    if (surfaceAt(middle) < toC) low = middle;
    else high = middle;
  }
  return high;
}
