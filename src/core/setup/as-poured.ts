import type { SpotOnPlate } from '#core/plate';
import type { Disc } from '#core/pour';
import type { Piece } from '#core/run';
import { placesFor } from './places.ts';
import { discOn } from './poured-disc.ts';
import type { RunView } from './run-view.ts';

type Poured = Pick<Piece, 'formulaId' | 'stationId' | 'placeId' | 'volumeMl' | 'mouldMm' | 'laid'>;

/** What a piece became on its plate as it was poured, before its lot was measured: whatever the portion is by now. */
export function discOfPiece(run: RunView, { formulaId, stationId, volumeMl, mouldMm }: Poured): Disc {
  return run.once(`disc ${formulaId} ${stationId} ${volumeMl} ${mouldMm}`, () =>
    discOn(
      run.formula(formulaId),
      run.station(stationId),
      volumeMl,
      run.densityGPerMl(formulaId),
      mouldMm ?? undefined,
    ),
  );
}

/** Where a piece lies: the place it was poured on, as places were laid then; nothing when they had none of its name. */
export function spotOfPiece(run: RunView, piece: Poured): SpotOnPlate | undefined {
  const own = piece.laid?.find(({ id, pour }) => id === piece.placeId && pour !== undefined);
  if (own) return own; // a place of its own size was laid for it
  const { diameterMm } = discOfPiece(run, piece);
  return placesFor(run, piece, diameterMm, piece.laid).find(({ id }) => id === piece.placeId);
}
