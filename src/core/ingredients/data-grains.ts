import { foods } from './data-build.ts';

/** Flours, meals and starches: what hydration is counted on. Density spooned and levelled. */
export const GRAINS = foods('grain', {
  plainFlour: {
    density: [0.528, 0.486, 0.55, 'FDC, AH456: 125 g a cup, 115–130', 'high'],
    measuredAs: {
      dipped: [0.579, 0.55, 0.655, 'AH456: 137 g a cup, 130–155', 'medium'],
      sifted: [0.486, 0.444, 0.499, 'AH456, HERR41: 115 g a cup, 105–118', 'high'],
    },
    per100: [11.9, 10.3, 1.0, 76.3, 2.7, 0.3, 'FDC', 'high'],
    allergens: ['wheat'],
  },
  cakeFlour: {
    density: [0.465, 0.41, 0.5, 'AH456: 109 g a cup spooned', 'medium'],
    measuredAs: {
      dipped: [0.499, 0.48, 0.58, 'AH456: 118 g a cup; FDC 137', 'medium'],
      sifted: [0.406, 0.38, 0.43, 'AH456: 96 g a cup', 'medium'],
    },
    per100: [12.5, 8.2, 0.9, 78.0, 1.7, 0.3, 'FDC', 'medium'],
    allergens: ['wheat'],
  },
  selfRaisingFlour: {
    density: [0.528, 0.486, 0.55, 'FDC: 125 g a cup', 'high'],
    per100: [10.6, 9.9, 1.0, 74.2, 2.7, 0.2, 'FDC', 'high'],
    allergens: ['wheat'],
    co2Percent: [0.55, 0.5, 0.7, '21 CFR 137.180: at least 0.5', 'medium'],
  },
  strongFlour: {
    density: [0.54, 0.5, 0.58, 'CP', 'low'],
    per100: [13.4, 12.0, 1.7, 72.5, 2.4, 0.3, 'FDC', 'medium'],
    allergens: ['wheat'],
  },
  wholeWheatFlour: {
    density: [0.507, 0.478, 0.571, 'FDC: 120 g a cup, 113–135', 'high'],
    per100: [10.7, 13.2, 2.5, 72.0, 10.7, 0.4, 'FDC', 'high'],
    allergens: ['wheat'],
  },
  speltFlour: {
    density: [0.5, 0.46, 0.55, 'CP', 'low'],
    per100: [11.0, 14.6, 2.4, 70.2, 10.7, 0.8, 'FDC, grain', 'low'],
    allergens: ['wheat'],
  },
  ryeFlour: {
    density: [0.435, 0.42, 0.54, 'FDC: 102 g a cup', 'medium'],
    per100: [11.0, 9.8, 1.3, 76.7, 11.8, 0.9, 'FDC', 'medium'],
    allergens: ['rye'],
  },
  barleyFlour: {
    density: [0.626, 0.5, 0.65, 'FDC: 148 g a cup', 'low'],
    per100: [12.1, 10.5, 1.6, 74.5, 10.1, 0.8, 'FDC', 'medium'],
    allergens: ['barley'],
  },
  buckwheatFlour: {
    density: [0.507, 0.486, 0.592, 'FDC: 120 g a cup, 115–140', 'high'],
    per100: [11.2, 12.6, 3.1, 70.6, 10.0, 2.6, 'FDC', 'high'],
    allergens: ['buckwheat'],
  },
  rolledOats: {
    density: [0.342, 0.338, 0.423, 'FDC: 81 g a cup, 80–100', 'high'],
    per100: [10.8, 13.2, 6.5, 67.7, 10.1, 1.0, 'FDC', 'high'],
    allergens: ['oats'],
  },
  oatFlour: {
    density: [0.44, 0.38, 0.5, 'FDC: 104 g a cup', 'medium'],
    per100: [8.6, 14.7, 9.1, 65.7, 6.5, 0.8, 'FDC', 'medium'],
    allergens: ['oats'],
  },
  cornmeal: {
    density: [0.516, 0.5, 0.6, 'FDC: 122 g a cup', 'high'],
    per100: [10.3, 8.1, 3.6, 76.9, 7.3, 0.6, 'FDC', 'high'],
  },
  cornmealDegermed: {
    density: [0.664, 0.58, 0.68, 'FDC: 157 g a cup, older 138; the grind matters', 'medium'],
    per100: [11.2, 7.1, 1.8, 79.5, 3.9, 1.6, 'FDC', 'medium'],
  },
  maizeFlour: {
    density: [0.495, 0.45, 0.55, 'FDC: 117 g a cup', 'medium'],
    per100: [10.9, 6.9, 3.9, 76.9, 7.3, 0.6, 'FDC', 'medium'],
  },
  masaFlour: {
    density: [0.482, 0.45, 0.52, 'FDC: 114 g a cup', 'medium'],
    per100: [9.0, 8.5, 3.7, 76.6, 6.4, 1.6, 'FDC', 'medium'],
  },
  semolina: {
    density: [0.706, 0.66, 0.75, 'FDC: 167 g a cup', 'medium'],
    per100: [12.7, 12.7, 1.1, 72.8, 3.9, 0.0, 'FDC', 'medium'],
    allergens: ['wheat'],
  },
  riceFlour: {
    density: [0.668, 0.55, 0.7, 'FDC: 158 g a cup', 'medium'],
    per100: [11.9, 6.0, 1.4, 80.1, 2.4, 0.1, 'FDC', 'medium'],
  },
  brownRiceFlour: {
    density: [0.668, 0.55, 0.7, 'FDC: 158 g a cup', 'medium'],
    per100: [12.0, 7.2, 2.8, 76.5, 4.6, 0.7, 'FDC', 'medium'],
  },
  sorghumFlour: {
    density: [0.511, 0.48, 0.58, 'FDC: 121 g a cup', 'low'],
    per100: [10.3, 8.4, 3.3, 76.6, 6.6, 1.9, 'FDC', 'medium'],
  },
  milletFlour: {
    density: [0.503, 0.46, 0.56, 'FDC: 119 g a cup', 'low'],
    per100: [8.7, 10.8, 4.3, 75.1, 3.5, 1.7, 'FDC', 'medium'],
  },
  teffFlour: {
    density: [0.6, 0.5, 0.68, 'CP', 'low'],
    per100: [8.8, 13.3, 2.4, 73.1, 8.0, 1.8, 'FDC, grain', 'low'],
  },
  chickpeaFlour: {
    density: [0.389, 0.37, 0.45, 'FDC: 92 g a cup', 'medium'],
    per100: [10.3, 22.4, 6.7, 57.8, 10.8, 10.9, 'FDC', 'medium'],
  },
  lupinFlour: {
    density: [0.5, 0.4, 0.55, 'CP', 'low'],
    per100: [10.0, 40.0, 9.0, 36.0, 28.0, 3.0, 'CP', 'low'],
    allergens: ['lupin'],
  },
  almondFlour: {
    density: [0.42, 0.38, 0.48, 'CP: 96–112 g a cup', 'low'],
    per100: [4.5, 21.4, 50.0, 20.0, 10.9, 4.4, 'FDC, ground almond', 'medium'],
    allergens: ['nuts'],
  },
  coconutFlour: {
    density: [0.47, 0.42, 0.54, 'CP: 112 g a cup', 'low'],
    per100: [4.0, 18.0, 13.0, 60.0, 38.0, 9.0, 'CP, labels', 'low'],
  },
  glutenFreeBlend: {
    density: [0.59, 0.5, 0.68, 'CP: rice, potato and tapioca', 'low'],
    per100: [12.0, 4.0, 0.9, 82.0, 2.0, 0.3, 'calc from 60 rice, 25 potato starch, 15 tapioca', 'low'],
  },
  cornStarch: {
    density: [0.541, 0.473, 0.549, 'FDC: 128 g a cup, 112–130', 'high'],
    per100: [8.3, 0.3, 0.1, 91.3, 0.9, 0.0, 'FDC', 'high'],
  },
  potatoStarch: {
    density: [0.68, 0.6, 0.78, 'CP: 160 g a cup', 'low'],
    per100: [16.0, 0.1, 0.1, 83.1, 0.0, 0.0, 'CP', 'low'],
  },
  tapiocaStarch: {
    density: [0.5, 0.46, 0.55, 'CP: 120 g a cup', 'low'],
    per100: [11.0, 0.2, 0.0, 88.7, 0.9, 3.4, 'FDC, pearl', 'low'],
  },
});
