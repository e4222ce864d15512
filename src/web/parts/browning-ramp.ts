/** The one ramp of browning, by lightness: from raw batter to burnt, so that it also reads without colour. */
const RAMP = [
  { lStar: 82, colour: 'var(--color-raw)' },
  { lStar: 78, colour: 'var(--color-pale)' },
  { lStar: 70, colour: 'var(--color-light-gold)' },
  { lStar: 60, colour: 'var(--color-golden)' },
  { lStar: 50, colour: 'var(--color-brown)' },
  { lStar: 40, colour: 'var(--color-dark)' },
  { lStar: 28, colour: 'var(--color-burnt)' },
] as const;

/** The colour of a face of this lightness, as CSS. */
export function browningColour(lStar: number): string {
  const below = RAMP.findIndex((step) => step.lStar <= lStar);
  if (below === 0) return RAMP[0].colour;
  if (below < 0) return RAMP[RAMP.length - 1]!.colour;
  const [light, dark] = [RAMP[below - 1]!, RAMP[below]!];
  const share = (light.lStar - lStar) / (light.lStar - dark.lStar);
  return `color-mix(in oklab, ${light.colour}, ${dark.colour} ${Math.round(100 * share)}%)`;
}
