import { NO_COLOUR_SEEN, USUALLY_AT, type ColourSeen } from '#core/inference';
import type { PieceTimeline } from '#core/piece';
import type { SpotOnPlate } from '#core/plate';
import { zoneKey, type Piece, type Reading, type RunState } from '#core/run';

/** The colour that ends each one seen. */
const ENDS_AT = { pale: 'lightGold', lightGold: 'golden', golden: 'brown', brown: 'dark' } as const;

/** Eyes judge a colour to a tenth of its time; that of a neighbour in the same panful tells so much of this one. Assumed. */
const JUDGED_TO = 0.9;
const NEIGHBOUR_TELLS = 0.85;
/** Pieces of a panful are poured within so long, ms. Assumed. */
const PANFUL_MS = 60_000;
/** A look is told of a pour to so much, ms. Common practice, no source. */
const SAME_POUR_MS = 1500;

type Look = Extract<Reading, { method: 'piece' }>;

/**
 * What looks beneath a piece, or beneath a neighbour of its panful, leave of how soon it may be coloured: eyes outrank what
 * is believed of its heat.
 * @param times when its underside comes to each colour by what is believed
 */
export function colourBeneath(
  state: RunState,
  piece: Piece,
  place: SpotOnPlate,
  times: PieceTimeline['brownedAt'],
): ColourSeen {
  const looks = (state.zones.get(zoneKey(piece.stationId, piece.zoneId))?.readings ?? []).filter(
    (reading): reading is Look & { atMs: number } =>
      reading.method === 'piece' && reading.formulaId === piece.formulaId,
  );
  let [notLightGoldBeforeS, notDarkBeforeS] = [0, 0];
  for (const { atMs, afterS, underside, spot } of looks) {
    const pouredAtMs = atMs - 1000 * afterS;
    if (underside === 'dark' || Math.abs(pouredAtMs - piece.pouredAtMs) > PANFUL_MS) continue;
    const own =
      Math.abs(pouredAtMs - piece.pouredAtMs) < SAME_POUR_MS && spot?.xMm === place.xMm && spot.yMm === place.yMm;
    const seenS = JUDGED_TO * (own ? 1 : NEIGHBOUR_TELLS) * afterS;
    const end = ENDS_AT[underside];
    const [endS, darkS] = [times[end], times.dark];
    const later = endS && darkS ? darkS / endS : USUALLY_AT.dark / USUALLY_AT[end];
    notDarkBeforeS = Math.max(notDarkBeforeS, seenS * later);
    if (underside === 'pale') notLightGoldBeforeS = Math.max(notLightGoldBeforeS, seenS);
  }
  return notDarkBeforeS > 0 ? { notLightGoldBeforeS, notDarkBeforeS } : NO_COLOUR_SEEN;
}
