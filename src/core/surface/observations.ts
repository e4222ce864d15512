import { given } from '#core/given';
import type { Disc } from '#core/pour';
import { discOfPiece, spotOfPiece } from '#core/setup';
import type { RunView } from '#core/setup';
import { rowWeight, unreadSdC, type Expected, type Observation } from '#core/inference';
import { BENEATH_SPANS_S, surfaceForBeneath, type Cue, type TimelineTable } from '#core/piece';
import { zoneMiddle, type SpotOnPlate } from '#core/plate';
import type { Piece, ZoneState } from '#core/run';
import { discInRun, placesIn } from '#core/setup';
import { unpromptedFlips } from './unprompted.ts';
import { stationNow, zoneOf } from '#core/setup';
import type { SurfaceModel } from './surface-model.ts';
import { turnedDials } from './turned-dials.ts';

/** The table of a batter's next piece, or of a piece that was poured. */
export type TableOf = (formulaId: string, piece?: Piece) => TimelineTable;

/** All that was seen of a zone for a formula up to now: burners moved, readings, and cues, turns and verdicts of its pieces. */
export function observationsOf(
  run: RunView,
  zone: ZoneState,
  formulaId: string,
  model: SurfaceModel,
  tableOf: TableOf,
  nowMs: number,
): Observation[] {
  const { stationId, zoneId } = zone;
  const station = stationNow(run, stationId);
  const list: Observation[] = zone.swaps.map(({ atMs }) => ({
    kind: 'moved',
    ...{ atS: atMs / 1000, errorSdC: unreadSdC(station, zoneOf(station, zoneId)) },
  }));
  const face = { metal: station.metal, coating: station.coating };
  let colours = 0;
  for (const reading of zone.readings) {
    const base = { reading, atS: reading.atMs / 1000, spot: reading.spot };
    if (reading.method === 'piece') {
      if (reading.formulaId !== formulaId) continue; // another batter browns by its own clock
      const table = tableOf(reading.formulaId);
      const pouredAtMs = reading.atMs - reading.afterS * 1000;
      const disc = pouredAt(run, zone, pouredAtMs) ?? discInRun(run, formulaId, stationId);
      const expected = reading.spot
        ? underPour(model, { ...disc, spot: reading.spot, pouredAtMs }, table, reading.afterS)
        : model(pouredAtMs);
      const { afterS, underside } = reading;
      const of = { ...base, expected, table, afterS, seen: underside, nth: ++colours };
      list.push({ kind: 'underside', ...of } as Observation);
    } else {
      const expected = model(reading.atMs, reading.spot);
      list.push({ kind: 'surface', ...base, reading, face, roomC: run.pins.roomC, expected });
    }
  }
  const count: Partial<Record<Cue, number>> = {};
  const own = [...run.state.pieces.values()].filter(
    (piece) => piece.formulaId === formulaId && piece.stationId === stationId && piece.zoneId === zoneId,
  );
  const unprompted = unpromptedFlips(run.state, own);
  const tooSoon = notYetWeights(own);
  let turned = 0;
  for (const piece of own) {
    if (piece.cues.length === 0 && piece.turn === null && !unprompted.has(piece.id)) continue;
    const spot = placeOf(run, piece);
    const table = tableOf(formulaId, piece);
    for (const seen of piece.cues) {
      const { cue, atMs } = seen;
      // of several on one piece the last says what the others did
      const weight = cue === 'notYet' ? tooSoon.get(seen) : 1;
      if (weight === undefined) continue;
      const afterS = (atMs - piece.pouredAtMs) / 1000;
      const expected = underPiece(run, model, piece, table, afterS);
      const nth = cue === 'notYet' ? 1 : (count[cue] = (count[cue] ?? 0) + 1);
      const of = { atS: atMs / 1000, spot, expected, table, afterS };
      list.push(cue === 'notYet' ? { kind: 'notYet', weight, ...of } : { kind: 'cue', cue, nth, ...of });
    }
    if (unprompted.has(piece.id)) {
      const flippedMs = given(piece.flippedAtMs, 'what was turned by eye was turned');
      const afterS = (flippedMs - piece.pouredAtMs) / 1000;
      const expected = underPiece(run, model, piece, table, afterS);
      const atS = flippedMs / 1000;
      list.push({ kind: 'unpromptedFlip', atS, spot, expected, table, afterS, nth: ++turned });
    }
    // a verdict on a turn that nobody timed would speak of another moment
    if (piece.turn !== null && piece.flippedAtMs !== null && !piece.assumed.first) {
      const afterS = (piece.flippedAtMs - piece.pouredAtMs) / 1000;
      const { turn } = piece;
      const expected = underPiece(run, model, piece, table, afterS);
      list.push({ kind: 'turn', atS: piece.flippedAtMs / 1000, spot, expected, table, afterS, turn });
    }
  }
  return [...list, ...turnedDials(run, station, zone, Math.min(...list.map(({ atS }) => atS)), nowMs / 1000)];
}

/** What the piece became that was poured on a zone at a moment; nothing when none was. */
function pouredAt(run: RunView, { stationId, zoneId }: ZoneState, atMs: number): Disc | undefined {
  for (const piece of run.state.pieces.values())
    if (piece.stationId === stationId && piece.zoneId === zoneId && Math.abs(piece.pouredAtMs - atMs) <= SAME_POUR_MS)
      return discOfPiece(run, piece);
  return undefined;
}
/** How long a piece lies is told in whole seconds, ms. Common practice, no source. */
const SAME_POUR_MS = 1000;

/** Looks at pieces of one zone this near to each other are one look along a row, ms. Assumed. */
const ONE_LOOK_MS = 20_000;

type Seen = Piece['cues'][number];

/** How much each piece's last "not yet" counts: those of one row share a look. */
function notYetWeights(pieces: readonly Piece[]): ReadonlyMap<Seen, number> {
  const last = pieces
    .flatMap(({ cues }) => cues.findLast(({ cue }) => cue === 'notYet') ?? [])
    .sort((a, b) => a.atMs - b.atMs);
  const rows: Seen[][] = [];
  for (const seen of last) {
    const row = rows.at(-1);
    if (row && seen.atMs - row[row.length - 1]!.atMs < ONE_LOOK_MS) row.push(seen);
    else rows.push([seen]);
  }
  return new Map(rows.flatMap((row) => row.map((seen) => [seen, rowWeight(row.length)])));
}

/**
 * The surface before its pour by which a piece cooks as it does on its plate up to `byS` after its pour: burners,
 * neighbours and all.
 */
export function underPiece(
  run: RunView,
  model: SurfaceModel,
  piece: Piece,
  table: TimelineTable,
  byS = Infinity,
): Expected {
  const { diameterMm } = discOfPiece(run, piece);
  return underPour(model, { pouredAtMs: piece.pouredAtMs, spot: placeOf(run, piece), diameterMm }, table, byS);
}

function underPour(
  model: SurfaceModel,
  pour: Pick<Piece, 'pouredAtMs'> & { readonly spot: SpotOnPlate; readonly diameterMm: number },
  table: TimelineTable,
  byS: number,
): Expected {
  const spans = BENEATH_SPANS_S[table.input.batter.type];
  const within = spans.findLastIndex((spanS) => spanS <= byS * SPAN_REACH);
  const span = Math.max(0, within);
  const beneath = model.beneath(pour, { ...pour.spot, diameterMm: pour.diameterMm }, spans[span]!);
  if (!beneath) return model(pour.pouredAtMs, pour.spot);
  return { ...beneath, modelC: surfaceForBeneath(table, beneath.modelC, span) };
}

/** For what shares of its first side the metal beneath a piece is compared, before its flip and after it. Assumed. */
const COMPARED = { before: 0.25, after: 0.4 } as const;
/** A plate is not taken to change by more than this under one piece, °C. Assumed. */
const MAX_CHANGE_C = 40;

/**
 * The surface by which a turned piece cooks its second side: that of its first, as much hotter or cooler as the metal
 * beneath it has become since by the plate model, a dial that was turned and all.
 * @param first the surface of its first side, as `underPiece` has it
 */
export function underSecond(run: RunView, model: SurfaceModel, piece: Piece, first: Expected): Expected {
  if (piece.flippedAtMs === null) return first;
  const { diameterMm } = discOfPiece(run, piece);
  const disc = { ...placeOf(run, piece), diameterMm };
  const from = (atMs: number, spanS: number) => model.beneath({ pouredAtMs: atMs }, disc, spanS);
  const firstS = (piece.flippedAtMs - piece.pouredAtMs) / 1000;
  const before = from(piece.flippedAtMs - 1000 * COMPARED.before * firstS, COMPARED.before * firstS);
  const after = from(piece.flippedAtMs, COMPARED.after * firstS);
  if (!before || !after) return first;
  const byC = Math.max(-MAX_CHANGE_C, Math.min(MAX_CHANGE_C, after.modelC - before.modelC));
  return { ...first, modelC: first.modelC + byC, roughC: after.roughC ?? 0, sensitivity: after.sensitivity };
}

/** A span that runs on a little past what was seen still tells of it. Assumed. */
const SPAN_REACH = 1.25;

/** A place of a formula on a zone. */
type PlaceRef = Pick<Piece, 'formulaId' | 'stationId' | 'zoneId' | 'placeId'>;

/** Where a piece lies, as it was poured; where one would lie that is still to come. The middle of the zone when it has no such place. */
export function placeOf(run: RunView, of: Piece | PlaceRef): SpotOnPlate {
  const place =
    'laid' in of ? spotOfPiece(run, of) : placesIn(run, of.formulaId, of.stationId).find(({ id }) => id === of.placeId);
  return place ?? zoneMiddle(stationNow(run, of.stationId), of.zoneId);
}
