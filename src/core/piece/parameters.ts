import { GAS_CONSTANT_J_MOLK, KELVIN_AT_ZERO_C } from '#core/units';
/**
 * Parameters of the piece model.
 * Physical values carry their source. `fitted` values were searched so that one set gives the trade's ranges of first
 * side, second side, cues and weight lost (common practice, no source); no measurement stands behind them. See
 * docs/models.md.
 */
export interface PieceParameters {
  /** Base contact while the base is wet, and once it has dried, W/m²K. Fitted; handbooks give 200–1200 for meat on a plate. */
  readonly contactWetWm2K: number;
  readonly contactDryWm2K: number;
  /** Share of a set, uneven face that touches the plate when it is turned onto it; a soft one lies down wholly. Fitted. */
  readonly stiffContact: number;
  /** Convection and radiation from the face in the air, W/m²K. Handbook order of magnitude; value fitted. */
  readonly topConvectionWm2K: number;
  /** Share of the steam that finds a way out at the side and beneath instead of rising into the batter. Fitted. */
  readonly vented: number;
  /** Depth of cooler batter in which 63 % of the rising steam has condensed, mm. Fitted. */
  readonly condensingMm: number;
  /** Diffusivity of water in batter and crumb, m²/s. Order of magnitude from bread, from memory; fitted. */
  readonly moistureM2S: number;
  /** First-order rates at a reference temperature with their activation energy. */
  readonly starch: Kinetics; // energy: Zanoni 1995, from memory; rate fitted, about twice his 0.06
  readonly egg: Kinetics; // energy: order of magnitude, from memory; rate fitted
  readonly leavening: Kinetics; // fitted
  readonly browning: Kinetics; // fitted; Purlis & Salvadori 2009 give about 72 kJ/mol, from memory
  /** Water activity at which browning runs at half its dry rate, and the width of the gate. Fitted. */
  readonly browningGate: { readonly at: number; readonly width: number };
  /** Where the browning skin sits between batter base (0) and plate (1). Fitted. */
  readonly skinTowardPlate: number;
  /** The rim is a thinner column: its share of the thickness. Fitted. */
  readonly rimThickness: number;
  /** ln of the viscosity gained from raw to set. Fitted. */
  readonly thickening: number;
  /** Bubbles in a litre of batter as poured. Assumed, from their size on a face. */
  readonly bubblesPerL: number;
  /** Radius at which a bubble overcomes the batter's yield and rises, mm. Fitted. */
  readonly risingMm: number;
  /** Bubbles that have burst on a square centimetre when the rim shows them, and when the face is covered. Fitted. */
  readonly rimBurstsPerCm2: number;
  readonly coveredBurstsPerCm2: number;
  /** How many times as slowly as in the raw batter a hole closes when it is seen to stay open, and when it is seen as it bursts. Fitted. */
  readonly holesStayGain: number;
  readonly poppingGain: number;
  /** Share of its water that a set face has lost when it looks dull. Fitted. */
  readonly dullLoss: number;
  /** Unset share of the thickness at which a leavened piece just holds a flip. Fitted. */
  readonly holdsUnset: number;
  /** Share of the rim's mass that has gone as water when its edge lifts. Fitted. */
  readonly liftingLoss: number;
  /** Ways in which a batter may be otherwise built than the model: at rest in the model, at work in hidden kitchens. */
  readonly otherwise: Otherwise;
}

/** What the model leaves out on purpose, so that the truth of a rehearsal is not of its family. */
export interface Otherwise {
  /** Share by which the contact weakens as the base sets and stiffens. */
  readonly contactLost: number;
  /** Share of the steam that finds a way out besides `vented` once the base has set. */
  readonly ventedOnceSet: number;
  /** Order of browning in what is left to darken, 1 is first order. */
  readonly browningOrder: number;
  /** Holes stay when so many stand open on a square centimetre, instead of by how slowly one closes. */
  readonly holesOpenPerCm2: number | null;
}

export interface Kinetics {
  readonly ratePerS: number;
  readonly atC: number;
  readonly activationJPerMol: number;
}

/** Fitted, see docs/models.md. */
export const PIECE_PARAMETERS: PieceParameters = {
  contactWetWm2K: 354,
  contactDryWm2K: 265,
  stiffContact: 0.846,
  topConvectionWm2K: 5.65,
  vented: 0.0219,
  condensingMm: 6.48,
  moistureM2S: 5e-11,
  starch: { ratePerS: 0.118, atC: 75, activationJPerMol: 139000 },
  egg: { ratePerS: 0.199, atC: 76, activationJPerMol: 250000 },
  leavening: { ratePerS: 0.0154, atC: 60, activationJPerMol: 70000 },
  browning: { ratePerS: 0.0105, atC: 150, activationJPerMol: 50000 },
  browningGate: { at: 0.835, width: 0.03 },
  skinTowardPlate: 0.585,
  rimThickness: 0.367,
  thickening: 13.4,
  bubblesPerL: 20000,
  risingMm: 1.2,
  rimBurstsPerCm2: 5.47,
  coveredBurstsPerCm2: 17.1,
  holesStayGain: 3.86,
  poppingGain: 1.29,
  dullLoss: 0.75,
  holdsUnset: 0.412,
  liftingLoss: 0.447,
  otherwise: { contactLost: 0, ventedOnceSet: 0, browningOrder: 1, holesOpenPerCm2: null },
};

/** L* of the underside at which each word begins. No published value for pancakes is known; bread and biscuit figures borrowed. From the piece model. */
export const BROWNING_LSTAR = { raw: 82, lightGold: 74, golden: 65, brown: 55, dark: 46, burnt: 35 } as const;

export type BrowningWord = 'raw' | 'pale' | 'lightGold' | 'golden' | 'brown' | 'dark' | 'burnt';

/** The word for a browning, from raw to burnt. */
export function browningWord(lStar: number): BrowningWord {
  if (lStar > 80) return 'raw';
  if (lStar > BROWNING_LSTAR.lightGold) return 'pale';
  if (lStar > BROWNING_LSTAR.golden) return 'lightGold';
  if (lStar > BROWNING_LSTAR.brown) return 'golden';
  if (lStar > BROWNING_LSTAR.dark) return 'brown';
  if (lStar > BROWNING_LSTAR.burnt) return 'dark';
  return 'burnt';
}

/** Arrhenius rate, 1/s, at `tempC`. */
export function rateAt(kinetics: Kinetics, tempC: number): number {
  const invK = 1 / (kinetics.atC + KELVIN_AT_ZERO_C) - 1 / (tempC + KELVIN_AT_ZERO_C);
  return kinetics.ratePerS * Math.exp((kinetics.activationJPerMol / GAS_CONSTANT_J_MOLK) * invK);
}
