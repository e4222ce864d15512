/**
 * ICAO standard atmosphere up to 11 km. Source: ICAO Doc 7488: 101 325 Pa and 288.15 K at sea level, 6.5 K less a
 * kilometre; exponent g·M/(R·L) = 5.25588. Weather moves it by about 3 kPa.
 */
const SEA_LEVEL_PA = 101325;
const SEA_LEVEL_K = 288.15;
const LAPSE_K_PER_M = 0.0065;
const EXPONENT = 5.25588;

/** Air pressure at a height above the sea, Pa. @throws RangeError outside −500 to 6000 m */
export function pressureAtAltitudePa(altitudeM: number): number {
  if (!(altitudeM >= -500 && altitudeM <= 6000)) throw new RangeError('A kitchen stands between −500 and 6000 m.');
  return SEA_LEVEL_PA * (1 - (LAPSE_K_PER_M * altitudeM) / SEA_LEVEL_K) ** EXPONENT;
}
