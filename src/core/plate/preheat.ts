import { Z_NINE_IN_TEN } from '#core/units';
import { markForTemperature, marksOf, setpointC, type Dial } from './dial.ts';
import { markForShare, powerShare } from './dial-curve.ts';
import { WET_BASE_C, degreesPerLnGain, lossW, steadyC, type ZoneThermal } from './heat-balance.ts';

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

/** One in twenty, and one in a thousand, of a normal lie above so many spreads. Definition. */
const Z = { oneInTwenty: Z_NINE_IN_TEN, oneInThousand: 3.09, oneInTen: 1.28 } as const;
/** No burner at a mark is further than this from its kind, ln of its power: 1.4 of its label on the dial that bends furthest. Assumed. */
const MAX_LN_POWER = 0.8;
const MAX_THERMOSTAT_C = 45;

/** Below this areal heat capacity a plate runs away within a minute or two of a high mark, J/m²K: 3.5 mm of steel. Assumed. */
const THIN_JM2K = 12_000;
/** An empty plate waits on a mark that would hold it at most so far over its target, °C. Assumed. */
const WAITS_ABOVE_C = 10;
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

/** How many times as strong as written a burner is that holds its plate `errorC` hotter. */
export function gainOf(zone: ZoneThermal, errorC: number, ambientC: number): number {
  return Math.exp(errorC / degreesPerLnGain(zone, ambientC));
}

/** The error that one in twenty, or one in a thousand, burners pass, as far as burners go. */
function hotErrorC(zone: ZoneThermal, dial: Dial, { errorC, sdC }: BurnerBelief, z: number, ambientC: number): number {
  const most = dial.kind === 'thermostat' ? MAX_THERMOSTAT_C : MAX_LN_POWER * degreesPerLnGain(zone, ambientC);
  return errorC + Math.min(z * sdC, Math.max(most, sdC));
}

/** Whether limits hold over all that a burner may be: what its batter bears one in twenty times, its face one in a thousand. */
export function isSafe(
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

/** A plate that runs away within a minute or two of a high mark. */
export function isThin(zone: ZoneThermal): boolean {
  return zone.heatCapacityJPerK / zone.areaM2 < THIN_JM2K;
}
