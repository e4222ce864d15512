import { placeKey, zoneKey, type RunState } from '#core/run';
import type { Forecast } from '#core/forecast';
import { pourDue } from './actions.ts';
import { piecesLeft } from '#core/setup';
import type { RunPlan } from './plan-run.ts';
import type { ZoneForecast } from '#core/forecast';

type HeatWhy = 'light' | 'down' | 'correct' | 'danger' | 'park' | 'again' | 'done';

/** The one thing to do with a zone's dial, and when. Mark 0 is off. */
export interface HeatStep {
  readonly key: string;
  readonly stationId: string;
  readonly zoneId: string;
  /** What stands on the dial when it is done. */
  readonly mark: number;
  /** The plate is taken off its burner, or put back on it; null: it stays where it is. */
  readonly stands: 'aside' | 'back' | null;
  readonly why: HeatWhy;
  readonly dueMs: number;
}

/** Nearer than this a plate that is heating is there, °C. Assumed. */
const NEAR_C = 4;
/** A plate that was turned off in danger is lit again when it is so near above its surface: food is about to cool it, °C. Assumed. */
const AGAIN_WITHIN_C = 3;

/**
 * What each zone's dial asks for, at most one thing a zone: off when nobody needs it or it runs away, lit when the plan
 * has it, down once when it is there, then where it strays. Every screen shows these and no other.
 */
export function heatSteps(
  state: RunState,
  told: Pick<Forecast, 'zones'>,
  plan: RunPlan | null,
  nowMs: number,
): HeatStep[] {
  if (state.finishedAtMs !== null) return [];
  const steps = new Map<string, HeatStep>();
  for (const zone of told.zones) {
    if (steps.has(zone.key) && !inHand(state, zone)) continue;
    const step = stepOf(state, told, zone, plan, nowMs);
    if (step)
      steps.set(zone.key, { key: zone.key, stationId: zone.stationId, zoneId: zone.zoneId, stands: null, ...step });
  }
  return [...steps.values()].sort((a, b) => a.dueMs - b.dueMs);
}

/** Of several batters on a zone the one that lies there speaks for it. */
function inHand(state: RunState, { formulaId, stationId, places }: ZoneForecast): boolean {
  return places.some(({ id }) => {
    const piece = state.pieces.get(state.onPlate.get(placeKey(stationId, id)) ?? '');
    return piece?.formulaId === formulaId;
  });
}

type Step = Pick<HeatStep, 'mark' | 'why' | 'dueMs'> & Partial<Pick<HeatStep, 'stands'>>;

function stepOf(
  state: RunState,
  told: Pick<Forecast, 'zones'>,
  zone: ZoneForecast,
  plan: RunPlan | null,
  nowMs: number,
): Step | null {
  const turns = state.zones.get(zoneKey(zone.stationId, zone.zoneId))?.turns ?? [];
  const heat = plan?.preheat[zone.key];
  if (turns.length === 0) {
    const planned = plan?.preheats.find((each) => each.zoneKey === zone.key);
    const taken = zone.basis === 'assumed' || zone.basis === 'reading';
    return planned && heat && !taken ? { mark: heat.boostMark, why: 'light', dueMs: planned.lightMs } : null;
  }
  if (zone.alarm?.kind === 'done') return { mark: 0, why: 'done', dueMs: nowMs };
  if (zone.alarm) return { ...offTheHeat(zone), why: 'danger', dueMs: nowMs };
  if (!zone.mark) return again(state, told, zone, plan, nowMs);
  const { offTarget, advisedMark } = zone;
  const corrected: Step | null =
    offTarget && advisedMark !== null ? { mark: advisedMark, why: 'correct', dueMs: nowMs } : null;
  // a burner far weaker than thought is turned up before it was ever turned down
  if (corrected && corrected.mark > zone.mark) return corrected;
  if (turns.length === 1 && heat && heat.boostMark > heat.holdMark && zone.mark >= heat.boostMark) {
    const mark = zone.waitingMark;
    const down = { mark, why: 'down' } as const;
    if (zone.surfaceC < zone.downFromC - NEAR_C)
      return { ...down, dueMs: Math.max(nowMs + LATER_MS, turns[0]!.atMs + 1000 * heat.boostS) };
    // where it is poured on at once, the food holds it down
    const poured =
      mark === 0 && zone.ready && pourDue(state, told, plan, zone, nowMs).dueMs <= nowMs + POURED_WITHIN_MS;
    if (!poured) return { ...down, dueMs: nowMs };
  }
  if (zone.runsAwayEmpty) return { ...offTheHeat(zone), why: 'park', dueMs: nowMs };
  return corrected;
}

/** A pan is taken off its burner, whose dial is left; what cannot be lifted is turned off. */
function offTheHeat({ canStandAside, dialMark }: ZoneForecast): Pick<HeatStep, 'mark' | 'stands'> {
  return canStandAside ? { mark: dialMark, stands: 'aside' } : { mark: 0, stands: null };
}

/** A pour so near is not preceded by a turn of the dial, ms. Assumed. */
const POURED_WITHIN_MS = 30_000;

/** What is not there yet is looked at again after this, ms. Numerical. */
const LATER_MS = 5_000;

/** It is put back on the heat so long before it is to be poured on, ms: a pan is there in about that. Assumed. */
const AGAIN_AHEAD_MS = 120_000;

/** A dial that was just turned off is left so for a while: plates answer slowly, and hands are not sent back and forth, ms. Assumed. */
const STAYS_OFF_MS = 60_000;

/** A plate that was turned off or set aside because it ran away goes back when it has cooled and is wanted soon, or food lies on it. */
function again(
  state: RunState,
  told: Pick<Forecast, 'zones'>,
  zone: ZoneForecast,
  plan: RunPlan | null,
  nowMs: number,
): Step | null {
  const lies = inHand(state, zone);
  const offMs = state.zones.get(zone.key)?.turns.at(-1)?.atMs ?? -Infinity;
  if (!zone.aside && nowMs - offMs < STAYS_OFF_MS) return null;
  if (!lies && piecesLeft(state, zone.formulaId) === 0) return null;
  if (zone.surfaceC > zone.targetC + AGAIN_WITHIN_C) return null;
  if (!lies && zone.surfaceC >= zone.readyFromC) return null; // it is poured on first
  if (!lies && pourDue(state, told, plan, zone, nowMs).dueMs > nowMs + AGAIN_AHEAD_MS) return null;
  // one thing at a time: where its dial stands wrong, that is told once it is back
  if (zone.aside && zone.dialMark > 0) return { mark: zone.dialMark, stands: 'back', why: 'again', dueMs: nowMs };
  const mark = (lies && !zone.unproven) || zone.surfaceC < zone.readyFromC ? zone.workingMark : zone.waitingMark;
  return mark > 0 ? { mark, why: 'again', dueMs: nowMs } : null;
}
