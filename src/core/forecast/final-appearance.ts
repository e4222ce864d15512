import type { RunView } from '#core/setup';
import { BROWNING_LSTAR, appearanceAt, pieceAt, type Appearance, type SimulatedPiece } from '#core/piece';
import type { Piece, RunState } from '#core/run';
import { believedZones, withPieceEstimate } from './forecast.ts';

/** What a piece came off looking like, as far as the desk knows its plate and its times. */
export interface CookedPiece {
  readonly pieceId: string;
  readonly off: Appearance;
  /** What is wrong with it, the worst first; nothing: a piece to be proud of. */
  readonly wrong: CookedFault | null;
}

export const COOKED_FAULTS = ['burnt', 'raw', 'dark', 'pale'] as const;
export type CookedFault = (typeof COOKED_FAULTS)[number];

/** Every piece of a formula that was turned and lifted, by what is believed of its place now that all is seen. */
export function asCooked(run: RunView, formulaId: string, nowMs: number): CookedPiece[] {
  const lifted = liftedOf(run.state, formulaId);
  const stationIds = [...new Set(lifted.map(({ stationId }) => stationId))];
  const zones = believedZones(run, formulaId, stationIds, nowMs);
  return lifted.flatMap((piece) => {
    const simulated = withPieceEstimate(run, piece, zones, pieceAt);
    return simulated ? [cookedPiece(piece, simulated)] : [];
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

/** A piece as it came off, by how it went. */
function cookedPiece(piece: LiftedPiece, simulated: SimulatedPiece): CookedPiece {
  const after = (atMs: number) => (atMs - piece.pouredAtMs) / 1000;
  const [flippedS, offS] = [after(piece.flippedAtMs), after(piece.offAtMs)];
  const off = appearanceAt(simulated.appearances, offS, flippedS);
  return { pieceId: piece.id, off, wrong: wrongWith(simulated, off, flippedS, offS - flippedS) };
}

/** Moments are predicted to some seconds: nearer than this it is given the benefit of the doubt, as a share. Assumed. */
const DOUBT = 0.06;

function wrongWith(
  { holdsS, lift }: SimulatedPiece,
  { overLStar, underLStar }: Appearance,
  flippedS: number,
  secondS: number,
): CookedFault | null {
  const darkest = Math.min(overLStar, underLStar);
  if (darkest < BROWNING_LSTAR.burnt) return 'burnt';
  if (holdsS === undefined || flippedS < (1 - DOUBT) * holdsS || secondS < (1 - DOUBT) * lift.earliestS) return 'raw';
  if (darkest < BROWNING_LSTAR.dark) return 'dark';
  return overLStar > BROWNING_LSTAR.lightGold ? 'pale' : null;
}
