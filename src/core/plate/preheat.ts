import { markForTemperature, marksOf, roundedMark, setpointC, type Dial } from './dial.ts';
import { markForShare, powerShare } from './dial-curve.ts';
import { WET_BASE_C, degreesPerLnGain, heated, lossW, steadyC, type ZoneThermal } from './heat-balance.ts';

/** Light, wait until it is there, turn to the mark it may wait on. */
export interface PreheatPlan {
  readonly boostMark: number;
  /** Until it is at `aimC`, by what is likeliest of its burner, s. */
  readonly boostS: number;
  /** A mark on which it may stand empty. */
  readonly holdMark: number;
  /** The surface it is brought to: the wish, or so much less that a burner stronger than thought does no harm. */
  readonly aimC: number;
  /** False when even the highest mark never reaches the surface asked for. */
  readonly reachable: boolean;
}

/** What is believed of a burner: how much hotter than written it holds its plate, with its spread, °C. */
export interface BurnerBelief {
  readonly errorC: number;
  readonly sdC: number;
}

/** What a surface must not pass: what its batter bears, and what its face or fat does; °C. */
export interface HeatLimits {
  readonly batterC: number;
  readonly faceC: number | null;
}

/** What is asked of an empty plate. */
export interface Preheating {
  readonly startC: number;
  readonly targetC: number;
  readonly ambientC: number;
  readonly limits: HeatLimits;
  readonly believed: BurnerBelief;
}

/** One in twenty, and one in a thousand, of a normal lie above so many spreads. */
const Z = { oneInTwenty: 1.645, oneInThousand: 3.09, oneInTen: 1.28 } as const;
/** No burner at a mark is further than this from its kind, ln of its power: 1.4 of its label on the dial that bends furthest. Assumed. */
const MOST_LN_POWER = 0.8;
const MOST_THERMOSTAT_C = 45;

/** Share of the dial used to heat up a thick plate: the top mark burns the middle of a cold one. Common practice, no source. */
const BOOST_SHARE = 0.8;
const LONGEST_PREHEAT_S = 3600;
/** Below this areal heat capacity a plate runs away within a minute or two of a high mark, J/m²K: 3.5 mm of steel. Assumed. */
const THIN_JM2K = 12_000;
/** An empty plate waits on a mark that would hold it at most so far over its target, °C. Assumed. */
const WAITS_ABOVE_C = 10;
/** What settles on a mark is there when it has come so far of the way. Assumed. */
const SETTLED_SHARE = 0.94;

/** Power at a mark by the usual curve of the burner's kind; a thermostat burns fully or not at all. */
export function powerAtMark(zone: ZoneThermal, dial: Dial, mark: number): number {
  if (dial.kind === 'thermostat') return mark > 0 ? zone.fullPowerW : 0;
  return zone.fullPowerW * powerShare(zone, dial, mark);
}

/** The mark on a power dial nearest to what gives `powerW`, at least one step above off. */
export function markForPower(zone: ZoneThermal, dial: Dial, powerW: number): number {
  return markForShare(zone, dial, powerW / zone.fullPowerW).mark;
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
  return marksOf(dial).map((mark) => ({ mark, surfaceC: settlesAtC(zone, dial, mark, { ambientC }) }));
}

/** Food on a zone: what it takes on the mean while the zone is at a surface, W. It takes more from a hotter plate, as it cooks faster. */
export interface FoodTaken {
  readonly foodW: number;
  readonly atC: number;
}

/** Where a zone settles on a mark under food, or empty, its burner off by `errorC` where it holds. */
export function settlesAtC(
  zone: ZoneThermal,
  dial: Dial,
  mark: number,
  { ambientC, food, errorC = 0 }: { readonly ambientC: number; readonly food?: FoodTaken; readonly errorC?: number },
): number {
  const powerW =
    dial.kind === 'thermostat' ? zone.fullPowerW : gainOf(zone, errorC, ambientC) * powerAtMark(zone, dial, mark);
  const settledC = food ? steadyUnder(zone, powerW, ambientC, food) : steadyC(zone, powerW, ambientC);
  return dial.kind === 'thermostat' ? Math.min(setpointC(dial, mark) + errorC, settledC) : settledC;
}

/** The surface at which what a zone loses and what its food takes balance its burner, °C. Bisection. */
function steadyUnder(zone: ZoneThermal, powerW: number, ambientC: number, { foodW, atC }: FoodTaken): number {
  let low = ambientC - 20;
  let high = 900;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    const takenW = (foodW * Math.max(0, middle - WET_BASE_C)) / (atC - WET_BASE_C);
    if (lossW(zone, middle, ambientC) + takenW < powerW) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

function gainOf(zone: ZoneThermal, errorC: number, ambientC: number): number {
  return Math.exp(errorC / degreesPerLnGain(zone, ambientC));
}

/** The error that one in twenty, or one in a thousand, burners pass, as far as burners go. */
function hotErrorC(zone: ZoneThermal, dial: Dial, { errorC, sdC }: BurnerBelief, z: number, ambientC: number): number {
  const most = dial.kind === 'thermostat' ? MOST_THERMOSTAT_C : MOST_LN_POWER * degreesPerLnGain(zone, ambientC);
  return errorC + Math.min(z * sdC, Math.max(most, sdC));
}

/** Whether limits hold over all that a burner may be: what it bears one in twenty times, its face one in a thousand. */
function isSafe(
  zone: ZoneThermal,
  dial: Dial,
  { believed, limits, ambientC }: Pick<Preheating, 'believed' | 'limits' | 'ambientC'>,
  surfaceAt: (errorC: number) => number,
  zOfBatter: number = Z.oneInTwenty,
): boolean {
  const hot = (z: number) => surfaceAt(hotErrorC(zone, dial, believed, z, ambientC));
  return hot(zOfBatter) <= limits.batterC && (limits.faceC === null || hot(Z.oneInThousand) <= limits.faceC);
}

/**
 * The mark an empty plate may wait on: the highest whose settled surface is safe over all that its burner may be and not
 * far over the wish. The lowest mark when none is, and off where even that would carry it away.
 */
export function waitingMark(zone: ZoneThermal, dial: Dial, heat: Omit<Preheating, 'startC'>): number {
  const { targetC, ambientC, believed } = heat;
  if (dial.kind === 'thermostat') return safeSetting(zone, dial, heat);
  const settles = (mark: number, errorC: number) => settlesAtC(zone, dial, mark, { ambientC, errorC });
  const marks = marksOf(dial);
  const safe = marks.filter(
    (mark) =>
      settles(mark, believed.errorC) <= targetC + WAITS_ABOVE_C &&
      isSafe(zone, dial, heat, (errorC) => settles(mark, errorC), Z.oneInTen),
  );
  return safe.at(-1) ?? (settles(marks[0]!, believed.errorC) > targetC + WAITS_ABOVE_C ? 0 : marks[0]!);
}

/** The mark of a thermostat nearest to the wish that is safe over all it may be off. */
function safeSetting(zone: ZoneThermal, dial: Dial, heat: Omit<Preheating, 'startC'>): number {
  const wished = holdingMark(zone, dial, {
    ...{ targetC: heat.targetC - heat.believed.errorC, ambientC: heat.ambientC, foodW: 0 },
  });
  const safe = marksOf(dial).filter(
    (mark) =>
      mark <= wished &&
      isSafe(zone, dial, heat, (errorC) => settlesAtC(zone, dial, mark, { ambientC: heat.ambientC, errorC })),
  );
  return safe.at(-1) ?? marksOf(dial)[0]!;
}

/** How a plate is used, panful after panful. */
export interface MeanLoad {
  /** What food takes on the mean over a cycle, W. */
  readonly foodW: number;
  /** Between two panfuls nothing lies on it for so long, s. */
  readonly gapS: number;
}

/**
 * The one mark for a plate's mean load of food: the one that settles nearest to the wish of those that are safe over all
 * that its burner may be, the rise between two panfuls counted. The lowest mark when none is.
 */
export function workingMark(
  zone: ZoneThermal,
  dial: Dial,
  heat: Omit<Preheating, 'startC'>,
  { foodW, gapS }: MeanLoad,
): number {
  if (dial.kind === 'thermostat') return safeSetting(zone, dial, heat);
  const { ambientC, targetC, believed } = heat;
  const food = { foodW, atC: targetC };
  const after = (mark: number, errorC: number) => {
    const settledC = settlesAtC(zone, dial, mark, { ambientC, food, errorC });
    return settledC + (foodW * gapS) / zone.heatCapacityJPerK;
  };
  const marks = marksOf(dial);
  const safe = marks.filter((mark) => isSafe(zone, dial, heat, (errorC) => after(mark, errorC)));
  const off = (mark: number) =>
    Math.abs(settlesAtC(zone, dial, mark, { ambientC, food, errorC: believed.errorC }) - targetC);
  return safe.length ? safe.reduce((best, mark) => (off(mark) < off(best) ? mark : best)) : marks[0]!;
}

/**
 * How to bring an empty zone from `startC` towards `targetC`. A thin plate is heated on the mark it may wait on; a thick
 * one high first, for as long as a burner stronger than thought does no harm, then down once.
 */
export function preheatPlan(zone: ZoneThermal, dial: Dial, heat: Preheating, boostShare = BOOST_SHARE): PreheatPlan {
  const { startC, targetC, ambientC, believed } = heat;
  const holdMark = waitingMark(zone, dial, heat);
  const likeliest = gainOf(zone, dial.kind === 'power' ? believed.errorC : 0, ambientC);
  const reachable = at(zone, ambientC, likeliest * zone.fullPowerW, startC, LONGEST_PREHEAT_S) >= targetC;
  const settledC = settlesAtC(zone, dial, holdMark > 0 ? holdMark : marksOf(dial)[0]!, {
    ambientC,
    errorC: believed.errorC,
  });
  const waitsC = Math.min(targetC, ambientC + SETTLED_SHARE * (settledC - ambientC));
  if (startC >= waitsC) return { boostMark: holdMark, boostS: 0, holdMark, aimC: waitsC, reachable };
  const until = (mark: number, toC: number) =>
    secondsUntil((s) => at(zone, ambientC, likeliest * powerAtMark(zone, dial, mark), startC, s), toC);
  const lit = holdMark > 0 ? holdMark : marksOf(dial)[0]!;
  const straight = { boostMark: lit, boostS: until(lit, waitsC), holdMark, aimC: waitsC, reachable };
  if (dial.kind === 'thermostat') return straight;
  const high = Math.max(holdMark, roundedMark(Math.round((dial.max * boostShare) / dial.step) * dial.step));
  // a dial of few steps may have none on which a thin plate waits hot enough: then the next one up, for a while
  const next = marksOf(dial).find((mark) => mark > holdMark) ?? holdMark;
  const thin = isThin(zone);
  // a mark it may wait on takes a thin plate there by itself, if it is hot enough
  if (thin && holdMark > 0 && (waitsC > targetC - COARSE_C || next === holdMark)) return straight;
  const boostMark = !thin ? high : holdMark > 0 ? next : lit;
  const aimC = boostedToC(zone, dial, heat, boostMark, Math.max(waitsC, Math.min(targetC, settledC)));
  return { boostMark, boostS: until(boostMark, aimC), holdMark, aimC, reachable };
}

/** A plate that runs away within a minute or two of a high mark. */
export function isThin(zone: ZoneThermal): boolean {
  return zone.heatCapacityJPerK / zone.areaM2 < THIN_JM2K;
}
/** A mark that leaves a thin plate so far below its wish is too cool to wait on, °C. Assumed. */
const COARSE_C = 35;

/** How far a thick plate may be boosted: to the wish, or so far that the strongest burner does no harm in the same time. */
function boostedToC(zone: ZoneThermal, dial: Dial, heat: Preheating, mark: number, wishC: number): number {
  const { startC, ambientC, believed } = heat;
  const powerW = powerAtMark(zone, dial, mark);
  const likeliest = gainOf(zone, believed.errorC, ambientC);
  let toC = wishC;
  for (; toC > startC + BOOST_STEP_C; toC -= BOOST_STEP_C) {
    const s = secondsUntil((each) => at(zone, ambientC, likeliest * powerW, startC, each), toC);
    if (isSafe(zone, dial, heat, (errorC) => at(zone, ambientC, gainOf(zone, errorC, ambientC) * powerW, startC, s)))
      break;
  }
  return toC;
}
const BOOST_STEP_C = 4;

/** A zone `s` seconds after it was lit with so much power; its element takes that up first. */
function at(zone: ZoneThermal, ambientC: number, powerW: number, startC: number, s: number): number {
  return heated(zone, startC, powerW, ambientC, Math.max(0, s - (zone.lagS ?? 0)));
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
