import { appearanceAt, type Appearance, type Appearances } from '#core/piece';
import { zoneKey, type Piece, type Pins, type RunState } from '#core/run';
import { tableFor, type TableCache } from './tables.ts';
import { surfaceModel } from './surface-model.ts';
import { pieceBelieved } from './piece-forecast.ts';
import { zoneBelief } from './zone-belief.ts';

/** What a piece came off looking like, as far as the desk knows its plate and its times. */
export interface CookedPiece {
  readonly pieceId: string;
  readonly off: Appearance;
}

/** Every piece of a formula that was turned and lifted, by what is believed of its place now that all is seen. */
export function asCooked(
  pins: Pins,
  state: RunState,
  formulaId: string,
  nowMs: number,
  tables: TableCache,
): CookedPiece[] {
  const models = new Map<string, ReturnType<typeof surfaceModel>>();
  const beliefs = new Map<string, ReturnType<typeof zoneBelief>>();
  return liftedOf(state, formulaId).map((piece) => {
    const { stationId, zoneId, pouredAtMs } = piece;
    const key = zoneKey(stationId, zoneId);
    const table = tableFor(pins, state, piece, tables, pouredAtMs);
    const model = models.get(key) ?? surfaceModel(pins, state, stationId, zoneId, nowMs);
    models.set(key, model);
    const believed =
      beliefs.get(key) ??
      zoneBelief(
        pins,
        state,
        state.zones.get(key) ?? piece,
        formulaId,
        model,
        (_id, of) => (of ? tableFor(pins, state, of, tables, of.pouredAtMs) : table),
        nowMs,
      );
    beliefs.set(key, believed);
    return cookedPiece(piece, pieceBelieved(pins, state, piece, table, model, believed).timeline.appearances);
  });
}

type LiftedPiece = Piece & { readonly flippedAtMs: number; readonly offAtMs: number };

/** Pieces of a formula that were turned and lifted. */
export function liftedOf(state: RunState, formulaId: string): LiftedPiece[] {
  return [...state.pieces.values()].filter(
    (piece): piece is LiftedPiece =>
      piece.formulaId === formulaId && piece.fate === 'lifted' && piece.flippedAtMs !== null && piece.offAtMs !== null,
  );
}

/** A piece as it came off, by what it looked like on the way. */
export function cookedPiece(piece: LiftedPiece, appearances: Appearances): CookedPiece {
  const after = (atMs: number) => (atMs - piece.pouredAtMs) / 1000;
  return { pieceId: piece.id, off: appearanceAt(appearances, after(piece.offAtMs), after(piece.flippedAtMs)) };
}
