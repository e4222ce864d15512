/** Temperatures. Source: NIST SP 811 (2008), Appendix B.8: °F = °C × 9/5 + 32. */
export const KELVIN_AT_ZERO_C = 273.15;

export type TemperatureUnit = 'C' | 'F';

export function celsiusToFahrenheit(tempC: number): number {
  return (tempC * 9) / 5 + 32;
}

export function fahrenheitToCelsius(tempF: number): number {
  return ((tempF - 32) * 5) / 9;
}

export function celsiusToKelvin(tempC: number): number {
  return tempC + KELVIN_AT_ZERO_C;
}

/** A temperature in the cook's unit. */
export function fromCelsius(tempC: number, unit: TemperatureUnit): number {
  return unit === 'F' ? celsiusToFahrenheit(tempC) : tempC;
}

/** A temperature in the cook's unit back to °C. */
export function toCelsius(temp: number, unit: TemperatureUnit): number {
  return unit === 'F' ? fahrenheitToCelsius(temp) : temp;
}

/** A difference of temperatures in the cook's unit: a scale factor only, no offset. */
export function differenceFromCelsius(differenceC: number, unit: TemperatureUnit): number {
  return unit === 'F' ? (differenceC * 9) / 5 : differenceC;
}
