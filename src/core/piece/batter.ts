import { gasFreeDensityGPerMl, ingredientOf, mixtureComposition, type Amount, type Larder } from '#core/ingredients';
import { familyOf, type BatterFamily, type BatterType } from '#core/formula';

/** What the piece model needs to know of a batter. */
export interface BatterProperties {
  readonly type: BatterFamily;
  /** Without gas, kg/m³. */
  readonly densityKgM3: number;
  readonly waterFraction: number;
  readonly specificHeatJKgK: number;
  /** Per 100 g batter: what browns. */
  readonly sugarsPercent: number;
  readonly milkSolidsPercent: number;
  readonly ph: number;
  /** Share of volume that is gas when it is poured. */
  readonly gasFraction: number;
  /** CO₂ the leavener can give, mol per kg batter. */
  readonly leaveningMolPerKg: number;
}

/** Specific heats near 40 °C, J/kgK. Source: Choi & Okos 1986, from memory. */
const SPECIFIC_HEAT = { water: 4179, protein: 2043, fat: 2013, carbohydrate: 1602 };

/**
 * pH of a batter by type: soda and buttermilk in balance, and milk with egg and flour. Assumed, ± 0.4.
 * Gas share in the bowl: from the gap between gas-free and aerated densities; low certainty.
 */
const BY_TYPE: Record<BatterType, { ph: number; gasFraction: number }> = {
  leavened: { ph: 7.0, gasFraction: 0.1 },
  thin: { ph: 6.7, gasFraction: 0.01 },
  eggRichThin: { ph: 6.9, gasFraction: 0.01 },
  whippedWhite: { ph: 7.4, gasFraction: 0.65 },
  coarseMeal: { ph: 6.9, gasFraction: 0.08 },
};

/** g/mol, IUPAC weights: soda gives one CO₂ by the acid route; powder its declared share of CO₂. */
const SODA_G_PER_MOL = 84.007;
const CO2_G_PER_MOL = 44.009;

/** Properties of a mixed batter from what went into it. */
export function batterProperties(amounts: readonly Amount[], type: BatterType, larder: Larder): BatterProperties {
  const c = mixtureComposition(amounts, larder);
  const gasMol = amounts.reduce((sum, { ingredientId, massG }) => {
    const { role, co2Percent } = ingredientOf(larder, ingredientId);
    const molPerG = role === 'soda' ? 1 / SODA_G_PER_MOL : (co2Percent?.value ?? 0) / 100 / CO2_G_PER_MOL;
    return sum + (massG ?? 0) * molPerG;
  }, 0);
  return {
    type: familyOf(type),
    densityKgM3: gasFreeDensityGPerMl(amounts, larder) * 1000,
    waterFraction: c.waterG / 100,
    specificHeatJKgK:
      (c.waterG * SPECIFIC_HEAT.water +
        c.proteinG * SPECIFIC_HEAT.protein +
        c.fatG * SPECIFIC_HEAT.fat +
        c.carbohydrateG * SPECIFIC_HEAT.carbohydrate) /
      100,
    sugarsPercent: c.sugarsG,
    milkSolidsPercent: c.milkSolidsG,
    ph: BY_TYPE[type].ph,
    gasFraction: BY_TYPE[type].gasFraction,
    leaveningMolPerKg: (gasMol / c.massG) * 1000,
  };
}
