/** A place known this well needs no thermometer: a flip moves by about a second a degree, °C. Assumed. */
const KNOWN_ENOUGH_C = 4;

/**
 * Where a thermometer would tell most before the next pour: the place whose surface is known least. Null when all are
 * known well enough.
 */
export function whereToRead<P extends { readonly sdC: number }>(places: readonly P[]): P | null {
  const least = places.reduce<P | null>((a, b) => (a && a.sdC >= b.sdC ? a : b), null);
  return least && least.sdC > KNOWN_ENOUGH_C ? least : null;
}
