import { discOfPiece, spotOfPiece } from '#core/setup';
import type { RunView } from '#core/setup';
import { familyOf, type BatterType } from '#core/formula';
import { zoneMiddle, type FoodLoad, type RecordedFood } from '#core/plate';
import { type Piece } from '#core/run';

/** Heat a gram of batter takes while it cooks, J: warming by 75 K, and the steam that leaves: a tenth of a cake, a third of a film. From the piece model. */
export const COOKING_HEAT_J_PER_G = { leavened: 320, thin: 800 } as const;

/** Both sides of a piece together, s. Trade ranges; common practice, no source. */
const USUAL_COOK_S = { leavened: 160, thin: 60 } as const;

/**
 * How a piece draws from the metal: when its crust has formed, and how much more while it is wet, W/m²K; a cake's other
 * face comes down half wet, a film's is set. From the piece model.
 */
const DRAWS = {
  leavened: { contactWm2K: 150, wetterWm2K: 230, wetAgain: 0.4 },
  thin: { contactWm2K: 150, wetterWm2K: 230 },
} as const;

/** Pieces as discs where they lie; one that lies there now stays as long as pieces do. */
export function foodsOn(run: RunView, stationId: string, startMs: number): RecordedFood[] {
  return [...run.state.pieces.values()]
    .filter((piece) => piece.stationId === stationId)
    .map((piece) => {
      const family = familyOf(run.formula(piece.formulaId).type);
      const cookS = USUAL_COOK_S[family];
      const { diameterMm, thicknessMm } = discOfPiece(run, piece);
      const driesOutJm2 = DRIES_OUT_J_PER_KG * (run.densityGPerMl(piece.formulaId) * thicknessMm);
      const { xMm, yMm } = spotOfPiece(run, piece) ?? zoneMiddle(run.station(stationId), piece.zoneId);
      const fromS = (piece.pouredAtMs - startMs) / 1000;
      const toS = piece.offAtMs === null ? fromS + LIES_AT_MOST * cookS : (piece.offAtMs - startMs) / 1000;
      const turnedS = piece.flippedAtMs === null ? undefined : (piece.flippedAtMs - startMs) / 1000;
      return { ...DRAWS[family], driesOutJm2, fromS, turnedS, toS, xMm, yMm, diameterMm, pouredC: run.pins.roomC };
    });
}
/** Heat that dries batter out: six tenths of it is water, which warms and boils off. Source: latent heat of water, from memory. */
const DRIES_OUT_J_PER_KG = 1.6e6;
/** A piece nobody took off is taken for gone after so many times its usual. Assumed. */
const LIES_AT_MOST = 2;

function loadOf(run: RunView, piece: Piece, startMs: number, untilMs: number): FoodLoad {
  const offMs = piece.offAtMs ?? untilMs;
  const family = familyOf(run.formula(piece.formulaId).type);
  const cookS = USUAL_COOK_S[family];
  const fromS = (piece.pouredAtMs - startMs) / 1000;
  return {
    fromS,
    toS: Math.min((offMs - startMs) / 1000, fromS + cookS),
    powerW: (piece.volumeMl * run.densityGPerMl(piece.formulaId) * COOKING_HEAT_J_PER_G[family]) / cookS,
  };
}

export function loadsOn(run: RunView, stationId: string, zoneId: string, startMs: number, untilMs: number): FoodLoad[] {
  return [...run.state.pieces.values()]
    .filter((piece) => piece.stationId === stationId && piece.zoneId === zoneId)
    .map((piece) => loadOf(run, piece, startMs, untilMs));
}

/** A panful as its zone feels it. */
export function panfulLoad(type: BatterType, pieces: number, massG: number) {
  const family = familyOf(type);
  const cookS = USUAL_COOK_S[family];
  return { cookS, powerW: (pieces * massG * COOKING_HEAT_J_PER_G[family]) / cookS };
}
