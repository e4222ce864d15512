import type { RunView } from '#core/setup';
import { familyOf } from '#core/formula';
import { zoneKey, type Piece, type RunState, piecesOnPlates } from '#core/run';

/** Pieces poured this near to each other on a zone are one panful: one of them is looked at for all, ms. Assumed. */
const ONE_PANFUL_MS = 90_000;
/** A face is looked at as it is turned; later nobody remembers it, ms. Assumed. */
const ASKED_FOR_MS = 45_000;
/** A piece that came off lies there to be looked at, and to be cut open, for so long, ms. Assumed. */
const LIES_THERE_MS = 180_000;

/** What is asked of a piece: how it turned, how its middle is, or the colour of the face that was turned up. */
export interface Judgement {
  readonly pieceId: string;
  readonly asks: 'turn' | 'centre' | 'underside' | 'film';
  /** Since when it can be told. */
  readonly sinceMs: number;
}

/**
 * What the board would like to know of a piece now, one thing at a time: how the last film lies, where a word would change
 * the next pour; of a zone's test piece, once it is off and cut open, how it turned and how its middle is; the colour of
 * the piece turned last, which is soon forgotten; else how a later panful turned, which lies on the tray. Never more than
 * one question.
 */
export function judgementAsked(run: RunView, nowMs: number): Judgement | null {
  const film = ofFilm(run.state, nowMs);
  if (film) return film;
  const lying = ofTray(run, nowMs);
  return lying.ofTest ?? ofFace(run.state, nowMs) ?? lying.ofPanful;
}

/**
 * What lies on the tray: of a zone its first piece, its test, and the first of each panful after it of which nobody told anything else: a plate
 * that drifts is found by that, and one look at what lies on the tray is no trouble.
 */
function ofTray(run: RunView, nowMs: number): Record<'ofTest' | 'ofPanful', Judgement | null> {
  const tests = new Map<string, Piece>();
  let ofTest: Judgement | null = null;
  let ofPanful: Judgement | null = null;
  for (const piece of run.state.pieces.values()) {
    const key = `${piece.formulaId} ${zoneKey(piece.stationId, piece.zoneId)}`;
    const before = tests.get(key);
    if (before && piece.pouredAtMs - before.pouredAtMs < ONE_PANFUL_MS) continue;
    tests.set(key, piece);
    if (piece.flippedAtMs === null || piece.fate !== 'lifted' || piece.offAtMs === null) continue;
    if (nowMs - piece.offAtMs >= LIES_THERE_MS) continue;
    if (before && wasSeen(run.state, piece)) continue;
    const asks = openOf(run, piece, before === undefined);
    if (!asks) continue;
    const judgement = { pieceId: piece.id, asks, sinceMs: piece.offAtMs };
    if (before) ofPanful ??= judgement;
    else ofTest ??= judgement;
  }
  return { ofTest, ofPanful };
}

/** How it turned, then how the middle of the first is; of a guessed moment nothing, and a film has no middle. */
function openOf(run: RunView, { turn, centre, assumed, formulaId }: Piece, first: boolean): 'turn' | 'centre' | null {
  if (turn === null && !assumed.first) return 'turn';
  return first && centre === null && !assumed.second && familyOf(run.formula(formulaId).type) === 'leavened'
    ? 'centre'
    : null;
}

/** The film poured last, once it has set, where a word on it would change the next pour. */
function ofFilm(state: RunState, nowMs: number): Judgement | null {
  const last = piecesOnPlates(state)
    .filter(({ filmShown }) => filmShown !== null)
    .reduce<Piece | null>((best, piece) => (best && best.pouredAtMs > piece.pouredAtMs ? best : piece), null);
  if (!last?.filmShown?.asks || last.film !== null || last.flippedAtMs !== null) return null;
  const sinceMs = last.pouredAtMs + 1000 * (last.filmShown.setsS + POURED_S);
  return nowMs >= sinceMs && nowMs < sinceMs + FILM_ASKED_FOR_MS ? { pieceId: last.id, asks: 'film', sinceMs } : null;
}
/** A thin pour takes so long, s. Common practice, no source. */
const POURED_S = 1;
/** A film is looked at until the next thing is on hand, ms. Assumed. */
const FILM_ASKED_FOR_MS = 20_000;

function ofFace(state: RunState, nowMs: number): Judgement | null {
  let last: { readonly piece: Piece; readonly flippedMs: number } | undefined;
  for (const piece of piecesOnPlates(state)) {
    const flippedMs = piece.flippedAtMs;
    if (flippedMs === null || nowMs - flippedMs >= ASKED_FOR_MS) continue;
    if (!last || flippedMs > last.flippedMs) last = { piece, flippedMs };
  }
  if (!last || wasSeen(state, last.piece)) return null;
  return { pieceId: last.piece.id, asks: 'underside', sinceMs: last.flippedMs };
}

/** Somebody has looked at this piece, or at another of its panful, since it was poured: one of them tells for all. */
function wasSeen(state: RunState, piece: Piece): boolean {
  return (state.zones.get(zoneKey(piece.stationId, piece.zoneId))?.readings ?? []).some(
    ({ method, atMs }) =>
      method === 'piece' && atMs >= piece.pouredAtMs - ONE_PANFUL_MS && atMs < (piece.offAtMs ?? Infinity),
  );
}
