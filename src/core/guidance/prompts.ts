import type { RunView } from '#core/setup';
import { zoneMiddle, type SpotOnPlate } from '#core/plate';
import { zoneKey } from '#core/run';
import type { Forecast } from '#core/forecast';
import { looksBeneath } from './looks-beneath.ts';
import { heatSteps, type HeatStep } from './heat-steps.ts';
import { judgementAsked, type Judgement } from './judgements.ts';
import { morningTasks, type MorningTask } from './tasks.ts';
import { nextActions, type Hand } from './actions.ts';
import type { RunPlan } from './plan-run.ts';
import { whereToRead } from '#core/heating';
import type { ZoneForecast } from '#core/forecast';
import { placeOf } from '#core/surface';

interface Of {
  /** Tells it from every other; the same as long as it is the same thing to do. */
  readonly key: string;
  readonly dueMs: number;
}

/** One thing the desk asks of hands or eyes. */
export type Prompt =
  | (Of & { readonly kind: 'heat'; readonly step: HeatStep })
  | (Of & { readonly kind: 'hand'; readonly hand: Hand })
  | (Of & { readonly kind: 'look'; readonly look: Look })
  | (Of & { readonly kind: 'beneath'; readonly pieceId: string })
  | (Of & { readonly kind: 'judge'; readonly judgement: Judgement })
  | (Of & { readonly kind: 'task'; readonly task: MorningTask });

/** A look at a plate that nobody has read, with what the kitchen has. */
interface Look {
  readonly stationId: string;
  readonly zoneId: string;
  readonly placeId: string | null;
  readonly spot: SpotOnPlate;
}

/**
 * Everything the desk asks for, in one order of urgency over all plates: what is due first, danger before a lift or a
 * flip, heat before a pour, the rest after them; then what comes, by its time. The screens show these and no other.
 */
export function promptsNow(run: RunView, told: Forecast, plan: RunPlan | null, nowMs: number): Prompt[] {
  const prompts: Prompt[] = heatSteps(run.state, told, plan, nowMs).map((step) => ({
    ...{ kind: 'heat', key: `heat ${step.key} ${step.why} ${step.mark}`, dueMs: step.dueMs, step },
  }));
  if (plan)
    for (const task of morningTasks(run, plan, nowMs))
      if (task.doneMs === null && task.kind !== 'plate')
        prompts.push({ kind: 'task', key: `task ${task.id}`, dueMs: task.dueMs, task });
  for (const zone of told.zones) {
    const look = lookAsked(run, zone, plan);
    if (look) prompts.push({ kind: 'look', key: `look ${zone.key}`, dueMs: nowMs, look });
  }
  for (const { pieceId, dueMs } of looksBeneath(run.state, told))
    prompts.push({ kind: 'beneath', key: `beneath ${pieceId}`, dueMs, pieceId });
  const judgement = judgementAsked(run, nowMs);
  if (judgement) {
    const key = `judge ${judgement.pieceId} ${judgement.asks}`;
    prompts.push({ kind: 'judge', key, dueMs: judgement.sinceMs, judgement });
  }
  for (const hand of nextActions(run, told, plan, nowMs))
    prompts.push({ kind: 'hand', key: `${hand.verb} ${hand.pieceId ?? hand.placeId}`, dueMs: hand.dueMs, hand });
  const poured = new Set(
    prompts.flatMap((prompt) =>
      prompt.kind === 'hand' && prompt.hand.verb === 'pour' && prompt.dueMs <= nowMs
        ? [zoneKey(prompt.hand.stationId, prompt.hand.zoneId)]
        : [],
    ),
  );
  const order = (prompt: Prompt) => (prompt.dueMs <= nowMs ? urgency(prompt, poured) : LATER);
  return prompts.sort((a, b) => order(a) - order(b) || a.dueMs - b.dueMs);
}

/** After all that has a place of its own. Numerical. */
const LATER = 9;

/** @param poured zones that are to be poured on now: batter cools them sooner than a hand at the dial */
function urgency(prompt: Prompt, poured: ReadonlySet<string>): number {
  switch (prompt.kind) {
    case 'heat':
      if (prompt.step.why === 'danger') return 0;
      return prompt.step.why === 'park' && poured.has(prompt.step.key) ? 4.5 : 2;
    case 'hand':
      return prompt.hand.verb === 'pour' ? 4 : 1;
    case 'beneath':
      return 1.5;
    case 'look':
      return 3;
    case 'judge':
    case 'task':
      return 5;
  }
}

/** So far below the surface it is brought to a plate is worth a look: early enough to turn it, °C. Assumed. */
const LOOK_FROM_C = 20;

/** One look before the first pour, on a plate that nobody has read; it can be refused. */
function lookAsked(run: RunView, zone: ZoneForecast, plan: RunPlan | null): Look | null {
  const { stationId, zoneId, formulaId } = zone;
  if (!zone.unproven || zone.basis !== 'dial' || !zone.mark) return null;
  for (const piece of run.state.pieces.values())
    if (piece.stationId === stationId && piece.zoneId === zoneId) return null;
  const aimC = plan?.preheat[zone.key]?.aimC ?? zone.targetC;
  if (zone.surfaceC < aimC - LOOK_FROM_C) return null;
  const place = whereToRead(zone.places);
  const spot = place
    ? placeOf(run, { formulaId, stationId, zoneId, placeId: place.id })
    : zoneMiddle(run.station(stationId), zoneId);
  return { stationId, zoneId, placeId: place?.id ?? null, spot: { xMm: spot.xMm, yMm: spot.yMm } };
}
