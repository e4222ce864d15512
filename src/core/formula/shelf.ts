import type { FormulaBody } from './formula.ts';
import { SCHOOL, lines } from './shelf-school.ts';

/** Liquid held back for the last dose, as a share. Invented. */
const BACK = { heldBack: 0.33 };
const JUST_BEFORE = { when: 'justBefore' } as const;
const OIL = { kind: 'oil', rule: 'once', reason: 'Without milk, so no butter on the plate.' } as const;

/** Formulas that ship, of Bluebell's own: percentages on dry grain, to be put into a kitchen's book. Invented. */
export const SHELF: readonly FormulaBody[] = [
  {
    ...{ ...SCHOOL.leavened, name: 'Buttermilk cakes', pieceWord: 'cakes', type: 'leavened' },
    lines: lines({
      ...{ plainFlour: 100, bakingPowder: 3, bakingSoda: 1.2, salt: 1.2, sugar: 8, egg: 40 },
      ...{ buttermilk: [170, BACK], butter: 15 },
    }),
    written: { grainG: 250, pieces: 11 },
  },
  {
    ...{ ...SCHOOL.leavened, name: 'Sweet-milk cakes', pieceWord: 'cakes', type: 'leavened' },
    lines: lines({
      ...{ plainFlour: 100, bakingPowder: 6, salt: 1, sugar: 8, egg: 40, milk: [150, BACK], butter: 15 },
    }),
    written: { grainG: 250, pieces: 11 },
  },
  {
    ...{ ...SCHOOL.leavened, name: 'Drop cakes', pieceWord: 'drops', type: 'leavened' },
    portion: { volumeMl: 40, reason: 'A spoonful.' },
    heat: { targetC: 172, lowC: 165, highC: 180, reason: 'Sugar colours them early.' },
    lines: lines({ plainFlour: 100, bakingPowder: 5, salt: 0.6, sugar: 20, egg: 30, milk: [120, BACK], butter: 6 }),
    written: { grainG: 330, pieces: 22 },
  },
  {
    ...{ ...SCHOOL.leavened, name: 'Half whole-grain cakes', pieceWord: 'cakes', type: 'leavened' },
    lines: lines({
      ...{ plainFlour: 50, wholeWheatFlour: 50, bakingPowder: 3, bakingSoda: 1.2, salt: 1.2, honey: 8, egg: 40 },
      ...{ buttermilk: [180, BACK], butter: 12 },
    }),
    written: { grainG: 250, pieces: 12 },
  },
  {
    ...{ ...SCHOOL.coarseMeal, name: 'Oat cakes from the griddle', pieceWord: 'cakes', type: 'coarseMeal' },
    heat: { targetC: 177, lowC: 170, highC: 180, reason: 'Oats colour early.' },
    lines: lines({
      ...{
        rolledOats: 60,
        oatFlour: 40,
        bakingPowder: 5,
        salt: 1,
        brownSugar: 8,
        egg: 50,
        milk: [180, BACK],
        butter: 10,
      },
    }),
    written: { grainG: 200, pieces: 9 },
  },
  {
    ...{ ...SCHOOL.coarseMeal, name: 'Maize cakes', pieceWord: 'cakes', type: 'coarseMeal' },
    lines: lines({
      ...{ cornmeal: 60, plainFlour: 40, bakingPowder: 3.5, bakingSoda: 0.9, salt: 1.4, sugar: 6, egg: 45 },
      ...{ buttermilk: [170, BACK], butter: 14 },
    }),
    written: { grainG: 240, pieces: 11 },
  },
  {
    ...{ ...SCHOOL.leavened, name: 'Cakes without gluten', pieceWord: 'cakes', type: 'leavened' },
    lines: lines({
      ...{
        glutenFreeBlend: 100,
        xanthanGum: 0.8,
        bakingPowder: 5,
        salt: 1,
        sugar: 8,
        egg: 50,
        milk: [150, BACK],
        butter: 14,
      },
    }),
    rest: {
      ...{ earliestMin: 10, bestMin: 20, latestMin: 45, where: 'counter', watch: 'bubblesCome' },
      reason: 'Starch and gum drink slowly; poured at once it is gritty.',
    },
    written: { grainG: 200, pieces: 9 },
  },
  {
    ...{ ...SCHOOL.leavened, name: 'Cakes without milk', pieceWord: 'cakes', type: 'leavened', fat: OIL },
    lines: lines({
      ...{ plainFlour: 100, bakingPowder: 3.5, bakingSoda: 0.8, salt: 1.2, sugar: 8, egg: 40 },
      ...{ oatDrink: [150, BACK], vinegar: 11, oil: 11 },
    }),
    written: { grainG: 250, pieces: 11 },
  },
  {
    ...{ ...SCHOOL.leavened, name: 'Cakes without egg', pieceWord: 'cakes', type: 'leavened' },
    lines: lines({
      ...{ plainFlour: 100, groundFlax: 6, bakingPowder: 4, bakingSoda: 1, salt: 1.2, sugar: 8 },
      ...{ buttermilk: [190, BACK], butter: 14 },
    }),
    written: { grainG: 250, pieces: 11 },
  },
  {
    ...{ ...SCHOOL.whippedWhite, name: 'Cloud cakes', pieceWord: 'clouds', type: 'whippedWhite' },
    lines: lines({
      ...{ cakeFlour: 100, bakingPowder: 3, eggYolk: 85, milk: 65, vanilla: 4 },
      ...{ eggWhite: [165, JUST_BEFORE], sugar: [60, JUST_BEFORE], lemonJuice: [3, JUST_BEFORE] },
    }),
    written: { grainG: 80, pieces: 8 },
  },
  {
    ...{ ...SCHOOL.thin, name: 'Plain crepes', pieceWord: 'crepes', type: 'thin' },
    lines: lines({ plainFlour: 100, salt: 0.8, sugar: 4, egg: 80, milk: 210, butter: 15 }),
    written: { grainG: 250, pieces: 16 },
  },
  {
    ...{ ...SCHOOL.eggRichThin, name: 'Spoon crepes, rich in egg', pieceWord: 'crepes', type: 'eggRichThin' },
    lines: lines({ plainFlour: 100, salt: 1, sugar: 4, egg: 200, milk: 430, butter: 20 }),
    written: { grainG: 120, pieces: 15 },
  },
  {
    ...{ ...SCHOOL.thin, name: 'Buckwheat galettes', pieceWord: 'galettes', type: 'thin' },
    rest: {
      ...{ earliestMin: 60, bestMin: 120, latestMin: 1440, where: 'fridge', watch: 'bubblesGo' },
      reason: 'Buckwheat drinks for hours, and sours a little overnight.',
    },
    heat: { targetC: 220, lowC: 210, highC: 250, reason: 'Hot, so that it laces and crisps.' },
    portion: { volumeMl: 90, reason: 'Covers a wide plate.' },
    lines: lines({ buckwheatFlour: 100, salt: 2, egg: 15, water: 220 }),
    written: { grainG: 330, pieces: 11 },
  },
  {
    ...{ ...SCHOOL.thin, name: 'Chickpea rounds', pieceWord: 'rounds', type: 'thin', fat: OIL },
    lines: lines({ chickpeaFlour: 100, salt: 1.6, oliveOil: 12, water: 200 }),
    written: { grainG: 200, pieces: 9 },
  },
];
