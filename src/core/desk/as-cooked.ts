import { appearanceAt, appearancesAt, type Appearance, type Appearances } from '#core/piece';
import type { Piece, Pins, RunState } from '#core/run';
import { believedZones, goesBy } from './forecast.ts';
import type { TableCache } from './tables.ts';

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
  const lifted = liftedOf(state, formulaId);
  const stationIds = [...new Set(lifted.map(({ stationId }) => stationId))];
  const zones = believedZones(pins, state, formulaId, stationIds, nowMs, tables);
  return lifted.flatMap((piece) => {
    const appearances = goesBy(pins, state, piece, zones, tables, appearancesAt);
    return appearances ? [cookedPiece(piece, appearances)] : [];
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
