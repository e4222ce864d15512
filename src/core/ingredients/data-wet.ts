import { foods } from './data-build.ts';

/** Milk, its kin and what stands in for it. */
export const LIQUIDS = foods('liquid', {
  milk: {
    density: [1.031, 1.028, 1.034, 'FDC: 244 g a cup', 'high'],
    per100: [88.1, 3.2, 3.3, 4.8, 0, 4.8, 'FDC', 'high'],
    allergens: ['milk'],
    milkSolidsG: 11.3,
  },
  milkSemi: {
    density: [1.033, 1.03, 1.036, 'FDC: 244 g a cup', 'high'],
    per100: [89.2, 3.3, 2.0, 4.8, 0, 4.8, 'FDC', 'high'],
    allergens: ['milk'],
    milkSolidsG: 10.1,
  },
  milkSkim: {
    density: [1.036, 1.033, 1.037, 'FDC: 245 g a cup', 'high'],
    per100: [90.8, 3.4, 0.1, 5.0, 0, 5.0, 'FDC', 'high'],
    allergens: ['milk'],
    milkSolidsG: 8.5,
  },
  // as it is fed: as much water as flour by weight, sour and full of gas
  sourdoughStarter: {
    density: [0.8, 0.45, 1.1, 'CP: risen to just stirred', 'low'],
    per100: [56, 5.2, 0.5, 37.5, 1.4, 1.0, 'calc: FDC plain flour and water, one to one', 'medium'],
    allergens: ['wheat'],
    sodaPerG: [0.0075, 0.004, 0.012, 'CP: 0.8 % lactic acid, 0.4–1.3', 'low'],
  },
  buttermilk: {
    density: [1.036, 1.03, 1.045, 'FDC: 245 g a cup', 'high'],
    per100: [90.1, 3.3, 0.9, 4.8, 0, 4.8, 'FDC, low-fat', 'high'],
    allergens: ['milk'],
    milkSolidsG: 9.0,
    sodaPerG: [0.00793, 0.00653, 0.00933, 'Walstra: 0.85 % lactic acid, 0.7–1.0', 'medium'],
  },
  yogurt: {
    density: [1.036, 0.95, 1.045, 'FDC: 245 g a cup; thick yogurt traps air', 'medium'],
    per100: [87.9, 3.5, 3.3, 4.7, 0, 4.7, 'FDC, whole', 'high'],
    allergens: ['milk'],
    milkSolidsG: 11.5,
    sodaPerG: [0.00933, 0.0056, 0.0112, 'Codex CXS 243: 0.6 % lactic acid and more; about 1.0', 'medium'],
  },
  kefir: {
    density: [1.03, 1.02, 1.04, 'CP', 'medium'],
    per100: [89.7, 3.8, 1.0, 4.5, 0, 4.5, 'FDC', 'medium'],
    allergens: ['milk'],
    milkSolidsG: 9.5,
    sodaPerG: [0.0084, 0.0056, 0.0112, 'Codex CXS 243: 0.6 % lactic acid and more', 'low'],
  },
  sourCream: {
    density: [0.972, 0.95, 1.01, 'FDC: 230 g a cup', 'medium'],
    per100: [73.1, 2.4, 19.4, 4.6, 0, 3.4, 'FDC', 'medium'],
    allergens: ['milk'],
    milkSolidsG: 26.0,
    sodaPerG: [0.0065, 0.0047, 0.0084, 'CP: 0.5–0.9 % lactic acid', 'low'],
  },
  cream: {
    density: [1.006, 0.99, 1.015, 'FDC: 238 g a cup', 'high'],
    measuredAs: { whipped: [0.507, 0.45, 0.56, 'FDC: 120 g a cup', 'medium'] },
    per100: [57.7, 2.8, 36.1, 2.9, 0, 2.9, 'FDC, heavy', 'medium'],
    allergens: ['milk'],
    milkSolidsG: 41.8,
  },
  ricotta: {
    density: [1.04, 1.0, 1.08, 'FDC: 246 g a cup', 'medium'],
    per100: [71.7, 11.3, 13.0, 3.0, 0, 0.3, 'FDC, whole milk', 'medium'],
    allergens: ['milk'],
    milkSolidsG: 27.3,
  },
  cottageCheese: {
    density: [0.95, 0.89, 1.0, 'FDC: 225 g a cup', 'medium'],
    per100: [79.8, 11.1, 4.3, 3.4, 0, 2.7, 'FDC, creamed', 'medium'],
    allergens: ['milk'],
    milkSolidsG: 18.8,
  },
  water: {
    density: [0.9982, 0.997, 0.9991, 'IAPWS-95 at 20 °C', 'high'],
    per100: [100, 0, 0, 0, 0, 0, 'by definition', 'high'],
  },
  sparklingWater: {
    density: [0.9982, 0.99, 1.0, 'as water', 'high'],
    per100: [100, 0, 0, 0, 0, 0, 'as water', 'high'],
  },
  almondDrink: {
    density: [1.01, 1.0, 1.03, 'CP; the 1.107 of FDC is implausible', 'medium'],
    per100: [97, 0.5, 1.0, 1.3, 0.2, 0.8, 'FDC', 'low'],
    allergens: ['nuts'],
  },
  oatDrink: {
    density: [1.02, 1.01, 1.04, 'CP', 'low'],
    per100: [90, 1.0, 1.5, 6.7, 0.8, 4.0, 'CP, labels', 'low'],
    allergens: ['oats'],
  },
  soyDrink: {
    density: [1.027, 1.01, 1.04, 'FDC: 243 g a cup', 'medium'],
    per100: [91, 3.3, 1.8, 3.0, 0.5, 1.0, 'FDC, labels', 'medium'],
    allergens: ['soy'],
  },
  riceDrink: {
    density: [1.03, 1.01, 1.04, 'FDC: 244 g a cup', 'medium'],
    per100: [89.3, 0.3, 1.0, 9.2, 0.3, 5.3, 'FDC', 'medium'],
  },
  coconutDrink: {
    density: [1.01, 1.0, 1.03, 'CP', 'low'],
    per100: [94.6, 0.2, 2.1, 2.9, 0, 2.5, 'FDC', 'low'],
  },
  coconutMilk: {
    density: [0.955, 0.94, 1.0, 'FDC: 226 g a cup', 'medium'],
    per100: [72.9, 2.0, 21.3, 2.8, 0, 2.8, 'FDC, canned', 'medium'],
  },
  orangeJuice: {
    density: [1.048, 1.04, 1.055, 'FDC: 248 g a cup', 'high'],
    per100: [88.3, 0.7, 0.2, 10.4, 0.2, 8.4, 'FDC', 'high'],
    sodaPerG: [0.0118, 0.0079, 0.0157, 'CP: 0.6–1.2 % citric acid', 'low'],
  },
  beer: {
    density: [1.005, 1.0, 1.015, 'CP', 'medium'],
    per100: [92.0, 0.5, 0, 3.6, 0, 0, 'FDC', 'medium'],
    allergens: ['barley'],
  },
});

/** Eggs and their parts. */
export const EGGS = foods('egg', {
  egg: {
    density: [1.027, 1.02, 1.04, 'FDC: 243 g a cup', 'high'],
    per100: [76.15, 12.56, 9.51, 0.72, 0, 0.37, 'FDC', 'high'],
    allergens: ['egg'],
  },
  eggWhite: {
    density: [1.03, 1.02, 1.04, 'FDC: 243 g a cup', 'high'],
    per100: [87.57, 10.9, 0.17, 0.73, 0, 0.71, 'FDC', 'high'],
    allergens: ['egg'],
  },
  eggYolk: {
    density: [1.027, 1.02, 1.04, 'FDC: 243 g a cup', 'medium'],
    per100: [52.31, 15.86, 26.54, 3.59, 0, 0.56, 'FDC', 'high'],
    allergens: ['egg'],
  },
});

/** Fats, melted. */
export const FATS = foods('fat', {
  butter: {
    density: [0.92, 0.9, 0.96, 'calc by components, melted', 'medium'],
    measuredAs: { solid: [0.959, 0.94, 0.97, 'FDC: 227 g a cup', 'high'] },
    per100: [16, 0.85, 81.1, 0.06, 0, 0.06, 'FDC', 'high'],
    allergens: ['milk'],
    milkSolidsG: 0.9,
  },
  clarifiedButter: {
    density: [0.905, 0.867, 0.915, 'Walstra at 40 °C; FDC 205 g a cup', 'medium'],
    per100: [0.2, 0.3, 99.5, 0, 0, 0, 'FDC', 'high'],
    allergens: ['milk'],
    milkSolidsG: 0.3,
  },
  oil: {
    density: [0.921, 0.914, 0.923, 'FDC: 218 g a cup; Codex CXS 210', 'high'],
    per100: [0, 0, 100, 0, 0, 0, 'FDC', 'high'],
  },
  oliveOil: {
    density: [0.913, 0.91, 0.916, 'Codex CXS 33', 'high'],
    per100: [0, 0, 100, 0, 0, 0, 'FDC', 'high'],
  },
  coconutOil: {
    density: [0.92, 0.908, 0.925, 'FDC: 218 g a cup', 'medium'],
    per100: [0, 0, 99.1, 0, 0, 0, 'FDC', 'high'],
  },
  margarine: {
    density: [0.95, 0.93, 0.97, 'FDC: 225 g a cup; without milk, read the tub', 'medium'],
    per100: [17, 0.2, 80.7, 0.7, 0, 0, 'FDC', 'medium'],
  },
  lard: {
    density: [0.89, 0.866, 0.92, 'FDC: 205 g a cup', 'medium'],
    per100: [0, 0, 100, 0, 0, 0, 'FDC', 'high'],
  },
});
