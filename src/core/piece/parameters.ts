/**
 * Parameters of the piece model.
 * Physical values carry their source. `fitted` values were searched so that one set gives the trade's ranges of first
 * side, second side and order of cues (common practice, no source); no measurement stands behind them. See docs/models.md.
 */
export interface PieceParameters {
  /** Base contact while the base is wet, and once it has dried, W/m²K. Fitted. */
  readonly contactWetWm2K: number;
  readonly contactDryWm2K: number;
  /** Contact of the uneven second side, as a share of the first side's. Fitted. */
  readonly secondSideContact: number;
  /** Free convection over a small hot plate facing up, W/m²K. Handbook order of magnitude; value fitted. */
  readonly topConvectionWm2K: number;
  /** Share of the steam made at a boiling level that condenses in the cooler batter above. Fitted. */
  readonly recondensed: number;
  /** Conductivity of the gas-free batter, W/mK. Source: Choi & Okos order for 55 % water, from memory. */
  readonly conductivityWmK: number;
  /** Share of the thickness that is pores while it cooks; they carry heat by vapour. Assumed. */
  readonly pores: { readonly leavened: number; readonly thin: number };
  /** First-order rates at a reference temperature with their activation energy. */
  readonly starch: Kinetics; // Zanoni 1995, from memory
  readonly egg: Kinetics; // order of magnitude, from memory
  readonly leavening: Kinetics; // fitted
  readonly browning: Kinetics; // fitted; Purlis & Salvadori 2009 give about 72 kJ/mol, from memory
  /** Water activity at which browning runs at half its dry rate, and the width of the gate. Fitted. */
  readonly browningGate: { readonly at: number; readonly width: number };
  /** Where the browning skin sits between batter base (0) and plate (1). Fitted. */
  readonly skinTowardPlate: number;
  /** The rim is a thinner column: its share of the thickness. Fitted. */
  readonly rimThickness: number;
  /** Gas made per area that shows as rim bubbles and as a covered face, mm. Fitted. */
  readonly rimBubbleGasMm: number;
  readonly coveredFaceGasMm: number;
  /** Holes stay once the unset depth is below this share of the thickness. Fitted. */
  readonly holesStayUnset: number;
}

export interface Kinetics {
  readonly ratePerS: number;
  readonly atC: number;
  readonly activationJPerMol: number;
}

export const PIECE_PARAMETERS: PieceParameters = {
  contactWetWm2K: 202,
  contactDryWm2K: 130,
  secondSideContact: 0.85,
  topConvectionWm2K: 6,
  recondensed: 0.94,
  conductivityWmK: 0.45,
  pores: { leavened: 0.35, thin: 0.05 },
  starch: { ratePerS: 0.06, atC: 75, activationJPerMol: 139e3 },
  egg: { ratePerS: 0.12, atC: 76, activationJPerMol: 250e3 },
  leavening: { ratePerS: 0.05, atC: 60, activationJPerMol: 70e3 },
  browning: { ratePerS: 0.0192, atC: 150, activationJPerMol: 59e3 },
  browningGate: { at: 0.94, width: 0.08 },
  skinTowardPlate: 0.57,
  rimThickness: 0.5,
  rimBubbleGasMm: 3.2,
  coveredFaceGasMm: 12.5,
  holesStayUnset: 0.475,
};

/** L* of the underside at which each word begins. No published value for pancakes is known; bread and biscuit figures borrowed. */
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

const GAS_CONSTANT = 8.314462618; // J/mol K, CODATA

/** Arrhenius rate, 1/s, at `tempC`. */
export function rateAt(kinetics: Kinetics, tempC: number): number {
  const invK = 1 / (kinetics.atC + 273.15) - 1 / (tempC + 273.15);
  return kinetics.ratePerS * Math.exp((kinetics.activationJPerMol / GAS_CONSTANT) * invK);
}
