import { marksOf, powerShare, type HeatLimits, type StationBody } from '#core/plate';
import type { ZoneState } from '#core/run';
import { dialTurns } from './dial-turns.ts';
import { settlesOn, type ZoneHeat } from './zone-heat.ts';
import { zoneOf } from '#core/setup';

/** What a zone is held against: where it should be, what its burner is off by, the food it has, and the mark that answers it. */
export interface DialSituation {
  readonly hold: { readonly targetC: number; readonly roomC: number };
  readonly errorC: number;
  readonly foodW: number;
  readonly wantedMark: number;
  readonly nowMs: number;
  readonly limits: HeatLimits;
  /** It stands on a mark to wait on, empty, and a panful is on it now: that turn is the plan's own and comes at once. */
  readonly firstFood: boolean;
  /** The mark that its kind of burner would work on, were it as written. */
  readonly nominalMark: number;
}

/** A turn that brings a plate nearer by less than this is not worth a hand, °C. Assumed. */
const WORTH_A_TURN_C = 8;
/** A plate is turned once in so long; sooner only when it would settle far off, and then not before it has answered, s. Common practice, no source. */
const TURNED_ONCE_IN_S = 600;
const FAR_OFF_C = 25; // Assumed.
const ANSWERS_WITHIN_S = 150; // Assumed.

/**
 * Whether a dial should stand elsewhere: where it would settle on its mark is held against where it would on the mark
 * wanted. One turn in ten minutes, unless it would settle far off; what is on its way by itself is left to come.
 */
export function dialAdviceOf(
  station: StationBody,
  zone: ZoneHeat,
  state: ZoneState | undefined,
  { hold, errorC, foodW, wantedMark, nowMs, limits, firstFood, nominalMark }: DialSituation,
): { readonly offTarget: boolean; readonly advisedMark: number | null } {
  if (!zone.mark || Math.abs(wantedMark - zone.mark) < zoneOf(station, zone.zoneId).dial.step / 2) return LEFT;
  const on = (mark: number) =>
    settlesOn(station, zone.zoneId, mark, {
      ...{ roomC: hold.roomC, errorC },
      food: foodW > 0 ? { foodW, atC: hold.targetC } : undefined,
    });
  const nowOffC = on(zone.mark) - hold.targetC;
  const betterC = Math.abs(nowOffC) - Math.abs(on(wantedMark) - hold.targetC);
  const tooHot = on(zone.mark) > limits.batterC;
  if (betterC < WORTH_A_TURN_C || isOnItsWay(zone, wantedMark, hold.targetC)) return LEFT;
  const turnedS = (nowMs - (dialTurns(state?.turns ?? []).at(-1)?.atMs ?? -Infinity)) / 1000;
  const waitsS = firstFood ? 0 : Math.abs(nowOffC) > FAR_OFF_C || tooHot ? ANSWERS_WITHIN_S : TURNED_ONCE_IN_S;
  if (turnedS < waitsS) return LEFT;
  return { offTarget: true, advisedMark: stepped(station, zone, wantedMark, nominalMark) };
}

/** A plate that is surely below its wish is not turned down: it is on its way up. */
function isOnItsWay({ surfaceC, sdC, mark }: ZoneHeat, wantedMark: number, targetC: number): boolean {
  return mark !== null && wantedMark < mark && surfaceC + sdC < targetC;
}

/** Up by no more than a third as much power again at once, or over what its kind would want: a desk that is wrong about a dial finds out before it harms. Assumed. */
const MAX_MORE = 1.35;

function stepped(station: StationBody, { zoneId, mark }: ZoneHeat, wantedMark: number, nominalMark: number): number {
  const { dial, source } = zoneOf(station, zoneId);
  if (dial.kind === 'thermostat' || mark === null || wantedMark <= mark) return wantedMark;
  const most = MAX_MORE * powerShare({ source }, dial, mark);
  const within = marksOf(dial).filter((each) => each <= wantedMark && powerShare({ source }, dial, each) <= most);
  return Math.max(Math.min(wantedMark, nominalMark), within.at(-1) ?? 0, mark + dial.step);
}

const LEFT = { offTarget: false, advisedMark: null } as const;
