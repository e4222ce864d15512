import { gasFreeDensityGPerMl, mixtureComposition, type Amount } from '#core/ingredients';
import type { BatterType } from '#core/formula';

/** What the piece model needs to know of a batter. */
export interface BatterProperties {
  readonly type: BatterType;
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
 * Gas share in the bowl: from the gap between gas-free and aerated densities of leavened batters; low certainty.
 */
const BY_TYPE: Record<BatterType, { ph: number; gasFraction: number }> = {
  leavened: { ph: 7.0, gasFraction: 0.1 },
  thin: { ph: 6.7, gasFraction: 0.01 },
};

/** CO₂ per g of leavener, mol: soda by the acid route 1/84.007 (IUPAC weights); powder at 12 % available CO₂ (as sold, from memory). */
const CO2_MOL_PER_G = { soda: 1 / 84.007, powder: 0.12 / 44.009 };

/** Properties of a mixed batter from what went into it. */
export function batterProperties(amounts: readonly Amount[], type: BatterType): BatterProperties {
  const c = mixtureComposition(amounts);
  const massOf = (id: string) => amounts.filter((a) => a.ingredientId === id).reduce((sum, a) => sum + a.massG, 0);
  const gasMol = massOf('bakingSoda') * CO2_MOL_PER_G.soda + massOf('bakingPowder') * CO2_MOL_PER_G.powder;
  return {
    type,
    densityKgM3: gasFreeDensityGPerMl(amounts) * 1000,
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
