import { foods } from './data-build.ts';

export const SUGARS = foods('sugar', {
  sugar: {
    density: [0.845, 0.824, 0.866, 'FDC: 200 g a cup, 195–205', 'high'],
    per100: [0.02, 0, 0, 99.98, 0, 99.8, 'FDC', 'high'],
  },
  brownSugar: {
    density: [0.93, 0.88, 0.95, 'FDC: 220 g a cup, packed', 'high'],
    measuredAs: { loose: [0.613, 0.58, 0.66, 'FDC: 145 g a cup', 'high'] },
    per100: [1.3, 0.1, 0, 98.1, 0, 97.0, 'FDC', 'high'],
    sodaPerG: [0.0007, 0, 0.0014, 'CP: up to 0.3 g a cup', 'low'],
  },
  icingSugar: {
    density: [0.507, 0.46, 0.53, 'FDC: 120 g a cup unsifted', 'high'],
    measuredAs: { sifted: [0.423, 0.4, 0.45, 'FDC: 100 g a cup', 'high'] },
    per100: [0.2, 0, 0, 99.8, 0, 97.8, 'FDC', 'high'],
  },
  honey: {
    density: [1.433, 1.4, 1.44, 'FDC: 339 g a cup', 'high'],
    per100: [17.1, 0.3, 0, 82.4, 0.2, 82.1, 'FDC', 'high'],
    sodaPerG: [0.0021, 0.0008, 0.0042, 'Codex CXS 12: 25 meq/kg, at most 50', 'medium'],
  },
  mapleSyrup: {
    density: [1.33, 1.31, 1.34, 'FDC: 315 g a cup; 66 °Brix', 'high'],
    per100: [32.4, 0, 0.1, 67.0, 0, 60.5, 'FDC', 'high'],
  },
  goldenSyrup: {
    density: [1.43, 1.4, 1.45, 'CP', 'medium'],
    per100: [19, 0.3, 0, 79, 0, 79, 'CP, labels', 'low'],
  },
  molasses: {
    density: [1.425, 1.4, 1.45, 'FDC: 337 g a cup', 'high'],
    per100: [21.9, 0, 0.1, 74.7, 0, 74.7, 'FDC', 'high'],
    sodaPerG: [0.004, 0.001, 0.008, 'CP', 'low'],
  },
});

export const SALTS = foods('salt', {
  salt: {
    density: [1.234, 1.1, 1.3, 'FDC: fine, 6 g a teaspoon', 'high'],
    per100: [0.2, 0, 0, 0, 0, 0, 'FDC', 'high'],
  },
  saltFlaky: {
    density: [0.75, 0.55, 1.0, 'CP: 2.8–5 g a teaspoon; weigh it', 'medium'],
    per100: [0.2, 0, 0, 0, 0, 0, 'FDC', 'high'],
  },
});

export const POWDERS = foods('powder', {
  bakingPowder: {
    density: [0.93, 0.77, 1.01, 'FDC: 4.6 g a teaspoon, 3.8–5.0', 'high'],
    per100: [5, 0, 0, 27.7, 0.2, 0, 'FDC; starch filler', 'low'],
    co2Percent: [12, 8, 14, 'US definition 12 at least; Canada 10, UK 8; as sold 12–14', 'medium'],
  },
});

export const SODAS = foods('soda', {
  bakingSoda: {
    density: [0.93, 0.9, 1.0, 'FDC: 4.6 g a teaspoon', 'high'],
    per100: [0.2, 0, 0, 0, 0, 0, 'FDC', 'high'],
  },
});

/** Sour things whose work is to answer soda or to sour milk. */
export const ACIDS = foods('acid', {
  vinegar: {
    density: [1.01, 1.0, 1.02, 'FDC: 239 g a cup', 'high'],
    per100: [94.8, 0, 0, 0.04, 0, 0.04, 'FDC', 'high'],
    sodaPerG: [0.06995, 0.056, 0.084, 'label 5 % acetic acid, 4–6', 'high'],
  },
  lemonJuice: {
    density: [1.03, 1.02, 1.04, 'FDC: 244 g a cup', 'high'],
    per100: [92.3, 0.4, 0.2, 6.9, 0.3, 2.5, 'FDC', 'high'],
    sodaPerG: [0.0611, 0.0573, 0.0764, 'Penniston 2008: 48 g/L citric acid, 45–60', 'medium'],
  },
  creamOfTartar: {
    density: [0.61, 0.58, 0.69, 'FDC: 3.0 g a teaspoon, to 3.4', 'medium'],
    per100: [1.7, 0, 0, 61.5, 0.2, 0, 'FDC', 'medium'],
    sodaPerG: [0.4464, 0.44, 0.45, 'IUPAC weights; neutralising value 45 (Heidolph 1996)', 'high'],
  },
});

/** What holds a batter together without gluten or egg. */
export const BINDERS = foods('binder', {
  xanthanGum: {
    density: [0.6, 0.5, 0.75, 'CP: 2.5–3.5 g a teaspoon', 'low'],
    per100: [10, 5, 0, 78, 78, 0, 'CP, labels', 'low'],
  },
  guarGum: {
    density: [0.6, 0.5, 0.75, 'CP', 'low'],
    per100: [10, 5, 0.5, 83, 80, 0, 'CP, labels', 'low'],
  },
  psylliumHusk: {
    density: [0.34, 0.2, 0.45, 'CP: husk 5 g a tablespoon, powder 9', 'low'],
    per100: [8, 2, 1, 86, 80, 0, 'CP, labels', 'low'],
  },
  groundFlax: {
    density: [0.47, 0.44, 0.52, 'FDC: 7 g a tablespoon', 'medium'],
    per100: [7.0, 18.3, 42.2, 28.9, 27.3, 1.6, 'FDC', 'high'],
  },
  chiaSeed: {
    density: [0.71, 0.65, 0.78, 'FDC: 28 g for 2.7 tablespoons', 'medium'],
    per100: [5.8, 16.5, 30.7, 42.1, 34.4, 0, 'FDC', 'high'],
  },
  aquafaba: {
    density: [1.02, 1.0, 1.04, 'CP', 'low'],
    per100: [94, 1.0, 0, 3.5, 0, 0, 'CP', 'low'],
  },
  eggReplacer: {
    density: [0.6, 0.5, 0.7, 'CP: starch and leavener, read the packet', 'low'],
    per100: [8, 0, 0, 88, 1, 0, 'CP, labels', 'low'],
  },
});

export const FRUIT = foods('fruit', {
  banana: {
    density: [0.95, 0.9, 1.0, 'FDC: 225 g a cup mashed', 'high'],
    per100: [74.9, 1.1, 0.3, 22.8, 2.6, 12.2, 'FDC', 'high'],
    pieceG: [118, 80, 150, 'FDC: one of medium size, peeled', 'high'],
    sodaPerG: [0.0022, 0.0001, 0.0044, 'CP: 0.35 % malic acid at most', 'low'],
  },
  applesauce: {
    density: [1.03, 1.0, 1.06, 'FDC: 244 g a cup', 'high'],
    per100: [88.2, 0.2, 0.1, 11.3, 1.1, 9.4, 'FDC, unsweetened', 'high'],
    sodaPerG: [0.0025, 0.0001, 0.005, 'CP: 0.2–0.4 % malic acid', 'low'],
  },
  apple: {
    density: [0.46, 0.4, 0.55, 'FDC: 109 g a cup sliced', 'medium'],
    per100: [85.6, 0.3, 0.2, 13.8, 2.4, 10.4, 'FDC', 'high'],
    pieceG: [182, 120, 220, 'FDC: one of medium size', 'medium'],
  },
  blueberries: {
    density: [0.626, 0.58, 0.68, 'FDC: 148 g a cup', 'high'],
    per100: [84.2, 0.7, 0.3, 14.5, 2.4, 10.0, 'FDC', 'high'],
  },
  blueberriesFrozen: {
    density: [0.655, 0.6, 0.7, 'FDC: 155 g a cup', 'high'],
    per100: [86.6, 0.4, 0.6, 12.2, 2.7, 8.5, 'FDC', 'high'],
    frozen: true,
  },
  raisins: {
    density: [0.613, 0.58, 0.7, 'FDC: 145 g a cup', 'high'],
    per100: [15.4, 3.1, 0.5, 79.2, 3.7, 59.2, 'FDC', 'high'],
    allergens: ['sulphites'],
  },
  pumpkin: {
    density: [1.035, 1.0, 1.06, 'FDC: 245 g a cup', 'high'],
    per100: [90.0, 1.1, 0.3, 8.1, 2.9, 3.3, 'FDC, canned', 'high'],
  },
});

export const FLAVOURS = foods('flavour', {
  dryYeast: {
    density: [0.81, 0.7, 0.9, 'FDC: 4 g a teaspoon', 'high'],
    per100: [5.1, 40.4, 7.6, 41.2, 26.9, 0, 'FDC, active dry', 'high'],
  },
  freshYeast: {
    density: [0.6, 0.5, 1.0, 'CP: crumbled', 'low'],
    per100: [69, 8.4, 1.9, 18.1, 8.1, 0, 'FDC, compressed', 'high'],
  },
  vanilla: {
    density: [0.88, 0.86, 0.92, 'FDC: 4.2 g a teaspoon', 'high'],
    per100: [52.6, 0.1, 0.1, 12.7, 0, 12.7, 'FDC', 'high'],
  },
  cinnamon: {
    density: [0.53, 0.48, 0.58, 'FDC: 2.6 g a teaspoon', 'high'],
    per100: [10.6, 4.0, 1.2, 80.6, 53.1, 2.2, 'FDC', 'high'],
  },
  cocoa: {
    density: [0.364, 0.338, 0.499, 'FDC: 86 g a cup, 80–118', 'high'],
    per100: [3.0, 19.6, 13.7, 57.9, 33.2, 1.8, 'FDC', 'medium'],
  },
  matcha: {
    density: [0.4, 0.3, 0.5, 'CP: 2 g a teaspoon', 'low'],
    per100: [5, 30, 5.3, 39.5, 38.5, 0, 'CP', 'low'],
  },
  lemonZest: {
    density: [0.41, 0.35, 0.5, 'FDC: 6 g a tablespoon', 'medium'],
    per100: [81.6, 1.5, 0.3, 16.0, 10.6, 4.2, 'FDC', 'high'],
  },
  chocolateChips: {
    density: [0.71, 0.65, 0.76, 'FDC: 168 g a cup', 'medium'],
    per100: [0.7, 4.2, 30.0, 63.9, 5.9, 54.5, 'FDC, semisweet', 'medium'],
    allergens: ['milk', 'soy'],
  },
  walnuts: {
    density: [0.495, 0.45, 0.53, 'FDC: 117 g a cup, chopped', 'high'],
    per100: [4.1, 15.2, 65.2, 13.7, 6.7, 2.6, 'FDC', 'high'],
    allergens: ['nuts'],
  },
  cheddar: {
    density: [0.478, 0.45, 0.52, 'FDC: 113 g a cup, grated', 'high'],
    per100: [36.8, 24.0, 33.8, 2.4, 0, 0.5, 'FDC', 'high'],
    allergens: ['milk'],
    milkSolidsG: 60,
  },
});
