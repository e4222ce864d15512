import type { Reducer, Draft } from './draft.ts';
import type { EventKind } from './payloads.ts';
import { pinnedFormula, pinnedStation } from './pins.ts';
import { lotInUse } from './lot-state.ts';
import { freshPiece } from './fresh-piece.ts';
import { onStation, placeKey, type Piece } from './state.ts';

type PieceKind = Extract<
  EventKind,
  | 'poured'
  | 'flipped'
  | 'lifted'
  | 'failed'
  | 'cue-seen'
  | 'turn-judged'
  | 'centre-judged'
  | 'film-shown'
  | 'film-judged'
  | 'film-dabbed'
  | 'fault-seen'
  | 'aim-set'
  | 'second-side-set'
  | 'window-shown'
>;

/** What is done to pieces and seen of them. They carry on after the end: only new pours are refused once a run is finished. */
export const pieceReducers: { readonly [K in PieceKind]: Reducer<K> } = {
  poured: (draft, { pieceId, formulaId, stationId, placeId, volumeMl }, atMs) => {
    if (draft.finishedAtMs !== null) return 'runFinished';
    const formula = pinnedFormula(draft.run.pins, formulaId);
    if (!formula) return 'unknownFormula';
    const station = pinnedStation(draft.run.pins, stationId);
    if (!station) return 'unknownStation';
    const zoneId = placeId.slice(0, 1);
    if (!station.body.zones.some((zone) => zone.id === zoneId)) return 'unknownPlace';
    if (draft.pieces.has(pieceId)) return 'pieceExists';
    const key = placeKey(stationId, placeId);
    const there = draft.pieces.get(draft.onPlate.get(key) ?? '');
    if (there && atMs > there.pouredAtMs - SAME_POUR_MS) return 'placeTaken';
    // a device that was away tells late of a piece that lay here before: it counts, but the place is the later one's
    if (!there) draft.onPlate.set(key, pieceId);
    const from = lotInUse(draft, formulaId);
    const laid = draft.places.get(onStation(formulaId, stationId)) ?? null;
    const own = laid?.find(({ id }) => id === placeId)?.pour;
    draft.pieces.set(pieceId, {
      id: pieceId,
      number: draft.pieces.size + 1,
      formulaId,
      lot: from?.number ?? 1,
      doses: from?.doses.length ?? 0,
      stationId,
      placeId,
      zoneId,
      volumeMl,
      worth: own ? volumeMl / (draft.portionMl.get(formulaId) ?? formula.body.portion.volumeMl) : 1,
      mouldMm: (own ? own.mouldMm : draft.mouldMm.get(formulaId)) ?? null,
      laid,
      pouredAtMs: atMs,
      ...freshPiece(),
    });
  },
  flipped: (draft, { pieceId, assumed = false }, atMs, { tapId }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs !== null) return 'alreadyOff';
    if (piece.flippedAtMs !== null) return 'alreadyFlipped';
    piece.flippedAtMs = atMs;
    piece.fate = 'secondSide';
    piece.assumed.first = assumed;
    piece.flipTapId = tapId;
  },
  lifted: (draft, { pieceId, assumed = false }, atMs, { tapId }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs !== null) return 'alreadyOff';
    if (piece.flippedAtMs === null) return 'notFlipped';
    piece.assumed.second = assumed;
    piece.offTapId = tapId;
    takeOff(draft, piece, 'lifted', atMs);
  },
  failed: (draft, { pieceId }, atMs) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs !== null) return 'alreadyOff';
    takeOff(draft, piece, 'failed', atMs);
  },
  'cue-seen': (draft, seen, atMs) => {
    const piece = draft.pieces.get(seen.pieceId);
    if (!piece) return 'noSuchPiece';
    const ofSecond = seen.cue === 'notYet' && seen.side === 2;
    if (ofSecond && piece.flippedAtMs === null) return 'notFlipped';
    if (!ofSecond && piece.flippedAtMs !== null) return 'alreadyFlipped';
    if (piece.offAtMs !== null) return 'alreadyOff';
    if (ofSecond) piece.secondNotYetMs.push(atMs);
    else piece.cues.push({ cue: seen.cue, atMs });
  },
  'turn-judged': (draft, { pieceId, turn }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.flippedAtMs === null) return 'notFlipped';
    piece.turn = turn;
  },
  'centre-judged': (draft, { pieceId, centre }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs === null) return 'stillOnPlate';
    piece.centre = centre;
  },
  'film-shown': (draft, { pieceId, holeFromPaS, shortFromPaS, setsS, asks }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    piece.filmShown = { holeFromPaS, shortFromPaS, setsS, asks };
  },
  'film-judged': (draft, { pieceId, film }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    piece.film = film;
  },
  'film-dabbed': (draft, { pieceId, volumeMl }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    piece.dabbedMl = volumeMl;
  },
  'fault-seen': (draft, { pieceId, fault }, atMs) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    piece.faults.push({ fault, atMs });
  },
  'aim-set': (draft, { formulaId, pieceId }) => {
    if (!pinnedFormula(draft.run.pins, formulaId)) return 'unknownFormula';
    if (pieceId === null) {
      draft.aims.delete(formulaId);
      return;
    }
    const piece = draft.pieces.get(pieceId);
    if (piece?.formulaId !== formulaId) return 'noSuchPiece';
    if (piece.flippedAtMs === null) return 'notFlipped';
    draft.aims.set(formulaId, pieceId);
  },
  'second-side-set': (draft, { formulaId, seconds }) => {
    if (!pinnedFormula(draft.run.pins, formulaId)) return 'unknownFormula';
    if (seconds === null) draft.secondSideS.delete(formulaId);
    else draft.secondSideS.set(formulaId, seconds);
  },
  'window-shown': (draft, { pieceId, side, window }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    piece.shown[side === 1 ? 'first' : 'second'] = window;
  },
};

/** Two pours on one place closer than this are one pour tapped on two devices: no piece is off sooner. Assumed. */
const SAME_POUR_MS = 20_000;

function takeOff(draft: Draft, piece: Piece, fate: 'lifted' | 'failed', atMs: number): void {
  piece.offAtMs = atMs;
  piece.fate = fate;
  const key = placeKey(piece.stationId, piece.placeId);
  if (draft.onPlate.get(key) === piece.id) draft.onPlate.delete(key);
}
