import { placeKey, zoneKey, type Pins, type RunState } from '#core/run';
import { formulaOf, placesIn, stationOf } from './batter-run.ts';
import type { Forecast } from './forecast.ts';
import type { RunPlan } from './plan-run.ts';

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
}

/** After a lift: wipe and fat before the place is poured again, s. */
const TURNAROUND_S = 10;
/** A pour waits when a flip or lift falls inside the hands' time it needs. */
const POUR_SLACK_MS = 60_000;

/**
 * All that the hands have to do, soonest first. Flips and lifts stand at their best moment; pours fill a zone that is
 * empty, from its first place on, when the plan had them or at once when the plan has slipped, and never so that the pour
 * would run into a flip or lift already due.
 */
export function nextHands(
  pins: Pins,
  state: RunState,
  forecast: Forecast,
  plan: RunPlan | null,
  nowMs: number,
): Hand[] {
  const turns: Hand[] = [];
  for (const pieceId of state.onPlate.values()) {
    const piece = state.pieces.get(pieceId)!;
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
    });
  }
  const pours = state.finishedAtMs === null ? poursToCome(pins, state, forecast, plan, turns, nowMs) : [];
  return [...turns, ...pours].sort((a, b) => a.dueMs - b.dueMs || ORDER[a.verb] - ORDER[b.verb] || byPlace(a, b));
}

const ORDER = { lift: 0, flip: 1, pour: 2 } as const;

function byPlace(a: Hand, b: Hand): number {
  return a.placeId.localeCompare(b.placeId, 'en', { numeric: true });
}

/** Pieces still to be poured of a formula: what the brief asks less what is served or on a plate. */
export function piecesLeft(state: RunState, formulaId: string): number {
  const asked = state.brief?.items.find((item) => item.formulaId === formulaId)?.pieces ?? 0;
  let counted = 0;
  for (const piece of state.pieces.values()) if (piece.formulaId === formulaId && piece.fate !== 'failed') counted += 1;
  return Math.max(0, asked - counted);
}

/** A zone that may be poured next for a formula. */
interface PourTarget {
  readonly formulaId: string;
  readonly stationId: string;
  readonly zoneId: string;
  readonly dueMs: number;
}

function poursToCome(
  pins: Pins,
  state: RunState,
  forecast: Forecast,
  plan: RunPlan | null,
  turns: readonly Hand[],
  nowMs: number,
): Hand[] {
  const targets: PourTarget[] = (state.brief?.items ?? []).flatMap(({ formulaId, stationIds }) =>
    stationIds.flatMap((stationId) =>
      stationOf(pins, stationId).zones.map(({ id: zoneId }) => ({
        formulaId,
        stationId,
        zoneId,
        dueMs: pourDue(state, plan, formulaId, stationId, zoneId, nowMs),
      })),
    ),
  );
  const left = new Map((state.brief?.items ?? []).map(({ formulaId }) => [formulaId, piecesLeft(state, formulaId)]));
  const pours: Hand[] = [];
  let handsFreeMs = -Infinity;
  for (const target of targets.sort((a, b) => a.dueMs - b.dueMs)) {
    if (target.dueMs === Infinity) continue;
    const pieces = left.get(target.formulaId)!;
    const free = fitPlaces(forecast, target, freePlaces(pins, state, target, nowMs)).slice(0, pieces);
    if (free.length === 0) continue;
    const { hands } = formulaOf(pins, target.formulaId);
    const lengthMs = (hands.greaseS + hands.pourS * free.length) * 1000;
    const begun = [...state.onPlate.values()].some((id) => isOn(state, id, target));
    const startMs = begun ? target.dueMs : clearOf(turns, Math.max(target.dueMs, handsFreeMs), lengthMs);
    handsFreeMs = startMs + lengthMs;
    left.set(target.formulaId, pieces - free.length);
    free.forEach((placeId, index) => {
      const dueMs = Math.round(startMs + index * hands.pourS * 1000);
      pours.push({
        verb: 'pour',
        formulaId: target.formulaId,
        stationId: target.stationId,
        zoneId: target.zoneId,
        placeId,
        pieceId: null,
        earliestMs: startMs,
        dueMs,
        latestMs: dueMs + POUR_SLACK_MS,
      });
    });
  }
  return pours;
}

/**
 * Free places of a zone that may be poured now. A panful that has begun to turn, or was begun a while ago, is not topped
 * up: its zone is poured again when it is empty.
 */
function freePlaces(pins: Pins, state: RunState, target: PourTarget, nowMs: number): string[] {
  const onZone = [...state.onPlate.values()].filter((id) => isOn(state, id, target)).map((id) => state.pieces.get(id)!);
  const closed = onZone.some(
    (piece) =>
      piece.flippedAtMs !== null || piece.formulaId !== target.formulaId || nowMs - piece.pouredAtMs > POUR_SLACK_MS,
  );
  if (closed) return [];
  return placesIn(pins, state, target.formulaId, target.stationId)
    .filter((place) => place.zoneId === target.zoneId && !state.onPlate.has(placeKey(target.stationId, place.id)))
    .map((place) => place.id);
}

/** Places where a piece would come out; a zone of which none is left is poured as it is. */
function fitPlaces(forecast: Forecast, target: PourTarget, free: readonly string[]): readonly string[] {
  const zone = forecast.zones.find(
    (each) =>
      each.formulaId === target.formulaId && each.stationId === target.stationId && each.zoneId === target.zoneId,
  );
  if (zone?.basis !== 'reading') return free;
  const fit = new Set(zone.places.filter(({ fitness }) => fitness === 'good').map(({ id }) => id));
  return fit.size > 0 ? free.filter((id) => fit.has(id)) : free;
}

function isOn(state: RunState, pieceId: string, target: PourTarget): boolean {
  const piece = state.pieces.get(pieceId)!;
  return piece.stationId === target.stationId && piece.zoneId === target.zoneId;
}

/** When a zone's next panful is poured: as planned, but not before it is free again; at once when the plan has slipped. */
function pourDue(
  state: RunState,
  plan: RunPlan | null,
  formulaId: string,
  stationId: string,
  zoneId: string,
  nowMs: number,
): number {
  const key = zoneKey(stationId, zoneId);
  let lastOffMs = -Infinity;
  let poured = 0;
  let pouringSince: number | null = null;
  for (const piece of state.pieces.values()) {
    if (piece.stationId !== stationId || piece.zoneId !== zoneId) continue;
    if (piece.offAtMs === null) pouringSince = Math.min(pouringSince ?? Infinity, piece.pouredAtMs);
    else {
      lastOffMs = Math.max(lastOffMs, piece.offAtMs);
      poured += 1;
    }
  }
  if (pouringSince !== null) return nowMs;
  const planned = plan?.panfuls.filter((panful) => panful.zoneKey === key && panful.formulaId === formulaId) ?? [];
  // a zone the plan leaves cold is not poured, as long as the plan has others for this formula
  const elsewhere = plan?.panfuls.some((panful) => panful.formulaId === formulaId) ?? false;
  if (planned.length === 0 && elsewhere) return Infinity;
  let before = 0;
  const next = planned.find((panful) => {
    before += panful.size;
    return before > poured;
  });
  const freeMs = lastOffMs + TURNAROUND_S * 1000;
  return Math.max(next?.pourMs ?? nowMs, freeMs, nowMs);
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
