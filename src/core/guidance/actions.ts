import type { RunView } from '#core/setup';
import type { FlipRule } from '#core/formula';
import { lotInUse, placeKey, zoneKey, type RunState, piecesOnPlates, type Piece } from '#core/run';
import { liesBeside, placesIn, zonesUsed } from '#core/setup';
import { fitPlaces } from '#core/forecast';
import { POUR_SLACK_MS, piecesLeft } from '#core/setup';
import type { Forecast } from '#core/forecast';
import type { RunPlan } from './plan-run.ts';
import type { ZoneForecast } from '#core/forecast';

/** One thing for the hands: a verb, a place and a time. */
export interface Hand {
  readonly verb: 'pour' | 'flip' | 'lift';
  readonly formulaId: string;
  readonly stationId: string;
  readonly zoneId: string;
  readonly placeId: string;
  readonly pieceId: string | null;
  readonly earliestMs: number;
  readonly dueMs: number;
  readonly latestMs: number;
  /** Of a pour: the plate is not as it should be yet, and is waited for; pouring all the same is the cook's to decide. */
  readonly waitsFor?: 'tooCool' | 'tooHot';
  /** What eyes and fingers should find before it is done; without it, it is too soon. */
  readonly sign?: Sign;
  /** Of a flip: the underside may be past brown by now; it is turned whatever shows. */
  readonly mayBurn?: boolean;
}

/** The sign by which a piece is turned, by its formula's rule, or lifted. */
type Sign = Exclude<FlipRule, 'time'> | 'springsBack';

/** After a lift: wipe and fat before the place is poured again, s. Common practice, no source. */
const TURNAROUND_S = 10;
/**
 * All that the hands have to do, soonest first. Flips and lifts stand at their best moment; pours fill a zone that is
 * empty, from its first place on, when the plan had them or at once when the plan has slipped, and never so that the pour
 * would run into a flip or lift already due.
 */
export function nextActions(run: RunView, forecast: Forecast, plan: RunPlan | null, nowMs: number): Hand[] {
  const turns: Hand[] = [];
  for (const piece of piecesOnPlates(run.state)) {
    const pieceId = piece.id;
    const predicted = forecast.pieces[pieceId];
    if (!predicted) continue;
    const verb = piece.flippedAtMs === null ? 'flip' : 'lift';
    const window = predicted[verb];
    turns.push({
      verb,
      formulaId: piece.formulaId,
      stationId: piece.stationId,
      zoneId: piece.zoneId,
      placeId: piece.placeId,
      pieceId,
      earliestMs: window.earliestMs,
      dueMs: window.bestMs,
      latestMs: window.latestMs,
      ...signOf(run, piece.formulaId, verb),
      ...(verb === 'flip' && (predicted.mayBurnMs ?? Infinity) <= nowMs ? { mayBurn: true } : {}),
    });
  }
  const pours = run.state.finishedAtMs === null ? poursToCome(run, forecast, plan, turns, nowMs) : [];
  return [...turns, ...pours].sort((a, b) => a.dueMs - b.dueMs || ORDER[a.verb] - ORDER[b.verb] || byPlace(a, b));
}

function signOf(run: RunView, formulaId: string, verb: 'flip' | 'lift'): Pick<Hand, 'sign'> {
  if (verb === 'lift') return { sign: 'springsBack' };
  const { rule } = run.formula(formulaId).flip;
  return rule === 'time' ? {} : { sign: rule };
}

/** What goes first of two at one moment. Numerical. */
const ORDER = { lift: 0, flip: 1, pour: 2 } as const;

function byPlace(a: Hand, b: Hand): number {
  return a.placeId.localeCompare(b.placeId, 'en', { numeric: true });
}

/** A zone that may be poured next for a formula. */
interface PourTarget {
  readonly formulaId: string;
  readonly stationId: string;
  readonly zoneId: string;
  readonly dueMs: number;
  /** From when its heat may be waited for: when it was to be poured, or when it was last lifted from. */
  readonly sinceMs: number;
}

function poursToCome(
  run: RunView,
  forecast: Forecast,
  plan: RunPlan | null,
  turns: readonly Hand[],
  nowMs: number,
): Hand[] {
  const targets: PourTarget[] = (run.state.brief?.items ?? []).flatMap(({ formulaId, stationIds }) =>
    stationIds.flatMap((stationId) =>
      zonesUsed(run, formulaId, stationId).map(({ id: zoneId }) => ({
        formulaId,
        stationId,
        zoneId,
        ...pourDue(run.state, forecast, plan, { formulaId, stationId, zoneId }, nowMs),
      })),
    ),
  );
  const left = new Map(
    (run.state.brief?.items ?? []).map(({ formulaId }) => [formulaId, piecesLeft(run.state, formulaId)]),
  );
  const pours: Hand[] = [];
  let handsFreeMs = -Infinity;
  for (const target of targets.sort((a, b) => a.dueMs - b.dueMs)) {
    if (target.dueMs === Infinity) continue;
    const pieces = left.get(target.formulaId) ?? 0;
    const zone = zoneFor(forecast, target);
    // on a plate that nobody has proven one piece goes alone
    const most = zone?.unproven ? Math.min(1, pieces) : pieces;
    const free = fitPlaces(zone, freePlaces(run, target, nowMs, zone?.unproven)).slice(0, most);
    if (free.length === 0) continue;
    const { hands } = run.formula(target.formulaId);
    const lengthMs = (hands.greaseS + hands.pourS * free.length) * 1000;
    const begun = piecesOnPlates(run.state).some((piece) => isOn(piece, target));
    const waitsFor = begun ? undefined : heatWaited(zone, target, nowMs);
    const dueMs = waitsFor ? Math.max(target.dueMs, nowMs + WAITS_AGAIN_MS) : target.dueMs;
    const startMs = begun ? dueMs : clearOf(turns, Math.max(dueMs, handsFreeMs), lengthMs);
    handsFreeMs = startMs + lengthMs;
    left.set(target.formulaId, pieces - free.length);
    free.forEach((placeId, index) => {
      const pourMs = Math.round(startMs + index * hands.pourS * 1000);
      pours.push({
        ...(waitsFor ? { waitsFor } : {}),
        verb: 'pour',
        formulaId: target.formulaId,
        stationId: target.stationId,
        zoneId: target.zoneId,
        placeId,
        pieceId: null,
        earliestMs: startMs,
        dueMs: pourMs,
        latestMs: pourMs + POUR_SLACK_MS,
      });
    });
  }
  return pours;
}

/**
 * Free places of a zone that may be poured now. A panful that has begun to turn, or was begun a while ago, is not topped
 * up: its zone is poured again when it is empty.
 */
function freePlaces(run: RunView, target: PourTarget, nowMs: number, unproven = false): string[] {
  const onZone = piecesOnPlates(run.state).filter((piece) => isOn(piece, target));
  const closed = onZone.some(
    (piece) =>
      (piece.formulaId !== target.formulaId && !liesBeside(run, target.formulaId, piece.formulaId, target.stationId)) ||
      (piece.formulaId === target.formulaId &&
        (piece.flippedAtMs !== null || nowMs - piece.pouredAtMs > POUR_SLACK_MS)),
  );
  if (closed || (unproven && onZone.length > 0)) return [];
  return placesIn(run, target.formulaId, target.stationId)
    .filter((place) => place.zoneId === target.zoneId && !run.state.onPlate.has(placeKey(target.stationId, place.id)))
    .map((place) => place.id);
}

/** A plate that is not ready is waited for so long after its moment, then poured on all the same, ms. Assumed. */
const LONGEST_WAIT_MS = 150_000;
/** While it is waited for its pour stands so far ahead, ms. Assumed. */
const WAITS_AGAIN_MS = 15_000;

/** Why a zone that nothing lies on is not to be poured on yet. */
function heatWaited(zone: ZoneForecast | undefined, { dueMs, sinceMs }: PourTarget, nowMs: number): Hand['waitsFor'] {
  if (!zone || zone.ready || nowMs - sinceMs > LONGEST_WAIT_MS || dueMs > nowMs + WAITS_AGAIN_MS) return undefined;
  return zone.surfaceC < zone.targetC ? 'tooCool' : 'tooHot';
}

function zoneFor(
  forecast: Pick<Forecast, 'zones'>,
  target: Pick<PourTarget, 'formulaId' | 'stationId' | 'zoneId'>,
): ZoneForecast | undefined {
  return forecast.zones.find(
    (each) =>
      each.formulaId === target.formulaId && each.stationId === target.stationId && each.zoneId === target.zoneId,
  );
}

function isOn(piece: Piece, target: PourTarget): boolean {
  return piece.stationId === target.stationId && piece.zoneId === target.zoneId;
}

/** When a zone's next panful is poured: as planned, but not before it is free again; at once when the plan has slipped. */
export function pourDue(
  state: RunState,
  forecast: Pick<Forecast, 'zones'>,
  plan: RunPlan | null,
  { formulaId, stationId, zoneId }: Pick<PourTarget, 'formulaId' | 'stationId' | 'zoneId'>,
  nowMs: number,
): Pick<PourTarget, 'dueMs' | 'sinceMs'> {
  const key = zoneKey(stationId, zoneId);
  let lastOffMs = -Infinity;
  let poured = 0;
  let lies = false;
  for (const piece of state.pieces.values()) {
    if (piece.stationId !== stationId || piece.zoneId !== zoneId) continue;
    if (piece.offAtMs === null) lies = true;
    else {
      lastOffMs = Math.max(lastOffMs, piece.offAtMs);
      poured += 1;
    }
  }
  if (lies) return { dueMs: nowMs, sinceMs: nowMs };
  const planned = plan?.panfuls.filter((panful) => panful.zoneKey === key && panful.formulaId === formulaId) ?? [];
  // a zone the plan leaves cold is not poured, as long as the plan has others for this formula
  const elsewhere = plan?.panfuls.some((panful) => panful.formulaId === formulaId) ?? false;
  if (planned.length === 0 && elsewhere) return { dueMs: Infinity, sinceMs: Infinity };
  let before = 0;
  const next = planned.find((panful) => {
    before += panful.size;
    return before > poured;
  });
  // before its first panful a plate that nobody has proven takes its test piece as soon as it is hot
  const test = poured === 0 ? plan?.preheats.find((each) => each.zoneKey === key && each.testS > 0) : undefined;
  const hot = zoneFor(forecast, { formulaId, stationId, zoneId })?.ready && lotInUse(state, formulaId) !== undefined;
  const freeMs = lastOffMs + TURNAROUND_S * 1000;
  // and what follows on it need not wait for the plan: it would stand hot and empty meanwhile
  const followsTest = poured === 1 && plan?.preheats.some((each) => each.zoneKey === key && each.testS > 0);
  const wishedMs = (test && (hot ? nowMs : test.readyMs)) ?? (followsTest ? lastOffMs : next?.pourMs) ?? nowMs;
  return { dueMs: Math.max(wishedMs, freeMs, nowMs), sinceMs: Math.max(wishedMs, freeMs) };
}

/** First moment from `fromMs` on at which `lengthMs` of pouring runs into no flip or lift. */
function clearOf(turns: readonly Hand[], fromMs: number, lengthMs: number): number {
  let start = fromMs;
  for (const turn of [...turns].sort((a, b) => a.dueMs - b.dueMs)) {
    const handsMs = 4000; // a flip or lift
    if (turn.dueMs + handsMs <= start || turn.dueMs >= start + lengthMs) continue;
    start = turn.dueMs + handsMs;
  }
  return start;
}
