import { gasFreeDensityGPerMl, ingredientOf, mixtureComposition, type Amount, type Larder } from '#core/ingredients';
import { familyOf, gasShare, type BatterFamily, type BatterType } from '#core/formula';

/** What the piece model needs to know of a batter. */
export interface BatterProperties {
  readonly type: BatterFamily;
  /** Without gas, kg/m³. */
  readonly densityKgM3: number;
  readonly waterFraction: number;
  /** Of the dry matter alone: what water does not do. */
  readonly dryHeatJKgK: number;
  readonly dryDensityKgM3: number;
  readonly dryConductivityWmK: number;
  /** Per 100 g batter: what browns. */
  readonly sugarsPercent: number;
  readonly milkSolidsPercent: number;
  readonly ph: number;
  /** Share of volume that is gas when it is poured. */
  readonly gasFraction: number;
  /** CO₂ the leavener can give, mol per kg batter. */
  readonly leaveningMolPerKg: number;
  /** Apparent viscosity against a rising bubble, Pa·s. */
  readonly viscosityPaS: number;
}

/** Dry matter near 40 °C: J/kgK, kg/m³, W/mK. Source: Choi & Okos 1986, from memory. */
const DRY = {
  protein: { heat: 2043, density: 1320, conductivity: 0.2 },
  fat: { heat: 2013, density: 917, conductivity: 0.18 },
  carbohydrate: { heat: 1602, density: 1590, conductivity: 0.25 },
};

/**
 * pH of a batter by type: soda and buttermilk in balance, and milk with egg and flour. Assumed, ± 0.4.
 * Viscosities: from memory, weak.
 */
const BY_TYPE: Record<BatterType, { ph: number; viscosityPaS: number }> = {
  leavened: { ph: 7.0, viscosityPaS: 6 },
  thin: { ph: 6.7, viscosityPaS: 0.35 },
  eggRichThin: { ph: 6.9, viscosityPaS: 0.35 },
  whippedWhite: { ph: 7.4, viscosityPaS: 60 },
  coarseMeal: { ph: 6.9, viscosityPaS: 10 },
  yeast: { ph: 5.6, viscosityPaS: 8 },
  other: { ph: 6.8, viscosityPaS: 6 },
};

/** Bubbles that stirring leaves in any batter, share of its volume. Assumed. */
const LEAST_GAS = 0.01;

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
    ...dryMatter(c),
    sugarsPercent: c.sugarsG,
    milkSolidsPercent: c.milkSolidsG,
    ...BY_TYPE[type],
    // some bubbles are in the thinnest batter
    gasFraction: Math.max(LEAST_GAS, gasShare(type, amounts, larder)),
    leaveningMolPerKg: (gasMol / c.massG) * 1000,
  };
}

/** Dry matter of a mixture: heat by mass, density and conductivity by volume. */
function dryMatter(c: { readonly proteinG: number; readonly fatG: number; readonly carbohydrateG: number }) {
  const parts = [
    { g: c.proteinG, of: DRY.protein },
    { g: c.fatG, of: DRY.fat },
    { g: c.carbohydrateG, of: DRY.carbohydrate },
  ];
  const sum = (value: (part: (typeof parts)[number]) => number) =>
    parts.reduce((total, part) => total + value(part), 0);
  const massG = sum(({ g }) => g);
  const volume = sum(({ g, of }) => g / of.density);
  return {
    dryHeatJKgK: sum(({ g, of }) => g * of.heat) / massG,
    dryDensityKgM3: massG / volume,
    dryConductivityWmK: sum(({ g, of }) => (g / of.density) * of.conductivity) / volume,
  };
}
