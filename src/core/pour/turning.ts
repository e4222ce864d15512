import { given } from '#core/given';
import { normalCdf } from '#core/statistics';
import { STANDARD_GRAVITY_MS2 } from '#core/units';

/** What a piece is turned with: so many blades side by side, or a peel. */
export interface Turning {
  readonly with: 'turner' | 'twoTurners' | 'peel';
  readonly acrossMm: number;
}

/** Widths that lie beneath a piece, mm: a turner's blade, two of them side by side, a peel or a thin board. Common practice, no source. */
const TURNINGS: readonly Turning[] = [
  { with: 'turner', acrossMm: 120 },
  { with: 'twoTurners', acrossMm: 240 },
  { with: 'peel', acrossMm: 300 },
];

/** What a half-done cake bears before it tears, Pa, and how that varies (ln): between soft crumb and its crust. Assumed. */
const STRENGTH_PA = 20_000;
const STRENGTH_LN_SD = 0.4; // Assumed.
/** A swing of the hand weighs on the piece beside its own weight. Assumed. */
const SWING = 2;

/**
 * The chance that a disc breaks as it is turned: what hangs over the blade bends it like a cantilever under its own
 * weight, σ = 3 ρ g a² / h at the blade's edge (beam bending, Gere & Timoshenko, Mechanics of Materials), against a
 * strength that varies as a lognormal.
 */
export function breakChance(
  { diameterMm, thicknessMm }: { readonly diameterMm: number; readonly thicknessMm: number },
  densityKgM3: number,
  turning: Turning,
): number {
  const overM = Math.max(0, diameterMm - turning.acrossMm) / 2000;
  if (overM === 0) return 0;
  const stressPa = (SWING * 3 * densityKgM3 * STANDARD_GRAVITY_MS2 * overM ** 2) / (thicknessMm / 1000);
  return normalCdf(Math.log(stressPa / STRENGTH_PA) / STRENGTH_LN_SD);
}

/** A chance to break that a cook takes. Common practice, no source. */
const TAKEN = 0.05;

/** The least that turns a disc safely, or what comes nearest, and the chance that it breaks with one turner alone. */
export function turnersFor(
  disc: { readonly diameterMm: number; readonly thicknessMm: number },
  densityKgM3: number,
): { readonly turning: Turning; readonly chance: number; readonly oneTurner: number } {
  const chances = TURNINGS.map((turning) => ({ turning, chance: breakChance(disc, densityKgM3, turning) }));
  const widest = given(chances.at(-1), 'a peel is among what turns a cake');
  const oneTurner = given(chances[0], 'a turner is').chance;
  return { ...(chances.find(({ chance }) => chance <= TAKEN) ?? widest), oneTurner };
}
