import {
  forecast,
  heatSteps,
  morningTasks,
  nextHands,
  planRun,
  plannedLot,
  unrecordedLearning,
  stationOf,
  unrecordedWindows,
  zoneOf,
  type Forecast,
  type Hand,
  type HeatStep,
  type RunPlan,
  type TableCache,
  type ZoneForecast,
} from '#core/desk';
import {
  CURRENT_VERSION,
  fold,
  type EventKind,
  type Payload,
  type Pins,
  type RunState,
  type StoredEvent,
} from '#core/run';
import { hiddenKitchen, simulatedProbe, trueSurface, trueTimeline, type TrueTables } from './hidden-kitchen.ts';
import { PROBE_SD_C } from '#core/plate';
import { normal, seeded } from './random.ts';

export interface SimulatedCook {
  readonly pins: Pins;
  /** Events already in the log, the brief among them. */
  readonly begun: readonly StoredEvent[];
  readonly rehearsal: boolean;
  readonly seed: number;
  /** Hands act this long after what they are told, s: mean and spread. */
  readonly latenessS: { readonly mean: number; readonly sd: number };
  /** Share of rim or dry-edge cues that eyes notice and tap. */
  readonly attention: number;
  /** Makes an id from a counter; the caller decides what ids look like. */
  readonly makeId: (n: number) => string;
  readonly deviceId: string;
  /** The desk's tables, when several mornings share them: they hold nothing of the truth. */
  readonly tables?: TableCache;
}

/**
 * Simulated hands and eyes cook a whole run as the board tells them: mix, light, read, pour, flip and lift, to the end.
 * Returns the events they made, in order. The truth is the hidden kitchen of the seed.
 * @throws Error when the morning does not end within the bound of events (a fault of the desk, not of the caller).
 */
export function cookThrough(cook: SimulatedCook): StoredEvent[] {
  const { pins, rehearsal } = cook;
  const kitchen = hiddenKitchen(cook.seed);
  const random = seeded(cook.seed);
  const tables: TableCache = cook.tables ?? new Map();
  const truth: TrueTables = new Map();
  const made: StoredEvent[] = [];
  let count = 0;
  const state = () => fold({ pins, rehearsal }, [], [...cook.begun, ...made]);
  const emit = <K extends EventKind>(atMs: number, kind: K, payload: Payload<K>, tapId = cook.makeId(++count)) => {
    made.push({
      id: cook.makeId(++count),
      kind,
      v: CURRENT_VERSION,
      deviceId: cook.deviceId,
      deviceAtMs: Math.round(atMs),
      offsetMs: 0,
      offsetSpreadMs: 5,
      ...(rehearsal ? { simAtMs: Math.round(atMs) } : {}),
      tapId,
      payload: payload as Record<string, unknown>,
    });
  };

  const plan = planRun(pins, state(), 0, tables);
  emit(plan.startMs, 'plan-adopted', {
    startMs: plan.startMs,
    firstPourMs: plan.firstPourMs,
    lastLiftMs: plan.lastLiftMs,
    spareS: plan.spareS,
    modelVersion: pins.modelVersion,
  });
  mixAndLight(plan);

  const turnedAt = new Map<string, number>();
  const waitingSince = new Map<string, number>();
  const readAt = new Map(plan.preheats.map(({ zoneKey, readyMs }) => [zoneKey, readyMs + READ_AFTER_MS]));
  let nowMs = Math.min(plan.firstPourMs, ...readAt.values());
  for (let step = 0; ; step++) {
    if (step > MAX_STEPS) throw new Error('The simulated morning did not end.');
    const current = state();
    const predicted = forecast(pins, current, nowMs, tables);
    for (const fact of unrecordedWindows(current, predicted)) emit(nowMs, 'window-shown', fact);
    const hands = nextHands(pins, current, predicted, plan, nowMs);
    if (hands.length === 0) break;
    const hand = hands.find((each) => each.verb !== 'pour' || !waits(zoneFor(predicted, each), current));
    for (const step of heatSteps(current, predicted, plan, nowMs))
      if (step.dueMs <= nowMs && step.why !== 'light' && nowMs >= (readAt.get(step.key) ?? 0)) turn(step, step.mark);
    if (!hand || (hands[0] !== hand && hand.dueMs > nowMs + LOOK_AGAIN_MS)) {
      nowMs += LOOK_AGAIN_MS; // a plate is waited for: look again
      continue;
    }
    const cue = noticed(nowMs, hand.dueMs);
    if (cue) {
      nowMs = cue.atMs;
      emit(nowMs, 'cue-seen', { pieceId: cue.pieceId, cue: cue.cue });
      continue;
    }
    const late = Math.max(0, cook.latenessS.mean + cook.latenessS.sd * normal(random)) * 1000;
    nowMs = Math.max(nowMs + 500, hand.dueMs + (hand.verb === 'pour' ? 0 : late));
    if (hand.verb === 'pour') {
      emit(nowMs, 'poured', {
        pieceId: cook.makeId(++count),
        formulaId: hand.formulaId,
        stationId: hand.stationId,
        placeId: hand.placeId,
        volumeMl: volumeOf(hand.formulaId),
      });
    } else {
      emit(nowMs, hand.verb === 'flip' ? 'flipped' : 'lifted', { pieceId: hand.pieceId! });
    }
  }
  emit(nowMs + 20_000, 'run-finished', {});
  const learned = rehearsal ? null : unrecordedLearning(pins, state(), nowMs + 20_000, tables);
  if (learned) emit(nowMs + 20_000, 'run-learned', learned);
  return made;

  /** Turns a burner as told, unless it was turned just before. */
  function turn({ key, stationId, zoneId, why }: HeatStep, mark: number): void {
    if (why === 'correct' && nowMs - (turnedAt.get(key) ?? -Infinity) < PATIENCE_MS) return;
    turnedAt.set(key, nowMs);
    emit(nowMs, 'burner-turned', { stationId, zoneId, mark });
  }

  /** A plate that is not ready is waited for, as the board asks, but not for ever. */
  function waits(zone: ZoneForecast, current: RunState): boolean {
    const since = waitingSince.get(zone.key) ?? nowMs;
    const waiting = !zone.ready && isEmpty(current, zone) && nowMs - since < LONGEST_WAIT_MS;
    if (zone.ready) waitingSince.delete(zone.key);
    else waitingSince.set(zone.key, since);
    return waiting;
  }

  function volumeOf(formulaId: string): number {
    return pins.formulas.find((formula) => formula.id === formulaId)!.body.portion.volumeMl;
  }

  function mixAndLight(planned: RunPlan): void {
    const before: [number, () => void][] = [];
    for (const lot of planned.lots) {
      const { formulaId, number } = lot;
      const batch = plannedLot(pins, state(), formulaId, number)!;
      batch.lines.forEach((line, index) =>
        before.push([
          lot.mixStartMs + ((index + 1) * (lot.mixEndMs - lot.mixStartMs)) / (batch.lines.length + 1),
          () =>
            emit(lot.mixStartMs, 'line-weighed', {
              ...{ formulaId, lot: number },
              ingredientId: line.ingredientId,
              massG: line.massG === null ? null : Math.max(0.1, Math.round(line.massG * 10) / 10),
            }),
        ]),
      );
      before.push([
        lot.mixEndMs,
        () =>
          emit(lot.mixEndMs, 'lot-mixed', {
            ...{ formulaId, lot: number },
            atMs: lot.mixEndMs,
            volumeMl: Math.round(batch.volumeMl),
            batterC: 18,
          }),
      ]);
      if (number === 1)
        before.push([
          lot.firstPourMs - 60_000,
          () => emit(lot.firstPourMs - 60_000, 'rest-ended', { formulaId, lot: number }),
        ]);
    }
    for (const task of morningTasks(pins, state(), planned, planned.startMs))
      if (TASKS_BY_TAP.has(task.kind))
        before.push([task.dueMs, () => emit(task.dueMs, 'task-done', { taskId: task.id })]);
    for (const { zoneKey, lightMs, readyMs } of planned.preheats) {
      const [stationId, zoneId] = zoneKey.split('/') as [string, string];
      const heat = planned.preheat[zoneKey]!;
      before.push([lightMs, () => emit(lightMs, 'burner-turned', { stationId, zoneId, mark: heat.boostMark })]);
      const holds = heat.holdMark > 0 ? heat.holdMark : zoneOf(stationOf(pins, stationId), zoneId).dial.step;
      before.push([readyMs, () => emit(readyMs, 'burner-turned', { stationId, zoneId, mark: holds })]);
      before.push([
        readyMs + READ_AFTER_MS,
        () => {
          const atMs = readyMs + READ_AFTER_MS;
          const surfaceC = trueSurface(kitchen, pins, state(), stationId, zoneId, atMs)(atMs);
          emit(atMs, 'reading-taken', {
            stationId,
            zoneId,
            method: 'simulatedProbe',
            surfaceC: simulatedProbe(kitchen, zoneKey, surfaceC, atMs),
            sdC: PROBE_SD_C,
          });
        },
      ]);
    }
    for (const [, act] of before.sort((a, b) => a[0] - b[0])) act();
  }

  /** A true cue that shows before the next hand is due and was not tapped yet, if these eyes notice it. */
  function noticed(fromMs: number, untilMs: number) {
    const current = state();
    for (const pieceId of current.onPlate.values()) {
      const piece = current.pieces.get(pieceId)!;
      if (piece.flippedAtMs !== null || piece.cues.length > 0) continue;
      const timeline = trueTimeline(kitchen, pins, current, piece, fromMs, truth);
      const cue = timeline.cues.coveredFace === undefined ? 'faceSet' : 'coveredFace';
      const atS = timeline.cues[cue];
      if (atS === undefined) continue;
      const atMs = piece.pouredAtMs + atS * 1000 + 1000;
      const eyes = seeded(piece.number + cook.seed)();
      if (atMs >= fromMs && atMs < untilMs && eyes < cook.attention) return { pieceId, cue, atMs } as const;
    }
    return undefined;
  }
}

function zoneFor(predicted: Forecast, { stationId, zoneId, formulaId }: Hand): ZoneForecast {
  return predicted.zones.find(
    (zone) => zone.stationId === stationId && zone.zoneId === zoneId && zone.formulaId === formulaId,
  )!;
}

function isEmpty(state: RunState, { stationId, zoneId }: ZoneForecast): boolean {
  return ![...state.onPlate.values()].some((id) => {
    const piece = state.pieces.get(id)!;
    return piece.stationId === stationId && piece.zoneId === zoneId;
  });
}

/** Tasks that these hands do when they are due; the others show in the log by what they are. */
const TASKS_BY_TAP = new Set(['temper', 'melt', 'soak', 'oven', 'fruit']);

/** The probe is read so long after a plate should be there, ms. Assumed. */
const READ_AFTER_MS = 20_000;

/** A plate is given this long to answer a turn of its burner, ms. Common practice, no source. */
const PATIENCE_MS = 90_000;
/** A plate that is not ready is looked at again after a while, and waited for no longer than so, ms. Assumed. */
const LOOK_AGAIN_MS = 15_000;
const LONGEST_WAIT_MS = 60_000;

/** Far above what a morning of hundreds of pieces needs: five acts a piece. */
const MAX_STEPS = 5000;
