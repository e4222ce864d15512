import type { FormulaBody } from '#core/formula';

/** Bluebell's own formulas. Invented for Skerry Point; the amounts are ours. */
export const GRIDDLE_CAKES: FormulaBody = {
  name: 'Griddle cakes',
  pieceWord: 'cakes',
  type: 'leavened',
  lines: [
    { ingredientId: 'plainFlour', percent: 100 },
    { ingredientId: 'bakingPowder', percent: 3.4 },
    { ingredientId: 'bakingSoda', percent: 1.3 },
    { ingredientId: 'salt', percent: 1.2 },
    { ingredientId: 'sugar', percent: 9 },
    { ingredientId: 'egg', percent: 35 },
    { ingredientId: 'buttermilk', percent: 172, heldBack: 0.33 },
    { ingredientId: 'butter', percent: 14 },
  ],
  mix: {
    school: 'folded',
    steps: ['Whisk the dry alone', 'Beat eggs, buttermilk and butter', 'Fold 30 s, lumps stay'],
    workMin: 12,
    reason: 'Lumps melt on the plate; beaten smooth it turns tough.',
  },
  rest: {
    earliestMin: 5,
    bestMin: 12,
    latestMin: 55,
    where: 'counter',
    watch: 'bubblesCome',
    reason: 'Flour drinks and bubbles come; after an hour the rise fades.',
  },
  heat: { targetC: 182, lowC: 172, highC: 194, reason: 'Colour and inside are ready together.' },
  portion: { volumeMl: 75, reason: 'Three to a plate make a breakfast.' },
  yieldStressPa: 20,
  flip: { rule: 'holesStay', reason: 'Holes that stay open say the face will hold.' },
  fat: { kind: 'butter', rule: 'once', reason: 'A dry wiped plate gives an even face.' },
  hands: { greaseS: 6, pourS: 4, flipS: 3.5, liftS: 2.5 },
};

export const SKERRY_CREPES: FormulaBody = {
  name: 'Skerry crepes',
  pieceWord: 'crepes',
  type: 'thin',
  lines: [
    { ingredientId: 'plainFlour', percent: 100 },
    { ingredientId: 'salt', percent: 0.8 },
    { ingredientId: 'sugar', percent: 6 },
    { ingredientId: 'egg', percent: 95 },
    { ingredientId: 'milk', percent: 215 },
    { ingredientId: 'butter', percent: 13 },
  ],
  mix: {
    school: 'smooth',
    steps: ['Beat eggs into the flour to a paste', 'Milk in quarters, smooth each time', 'Butter last'],
    workMin: 10,
    reason: 'A smooth film needs a smooth batter.',
  },
  rest: {
    earliestMin: 15,
    bestMin: 40,
    latestMin: 115,
    where: 'counter',
    watch: 'bubblesGo',
    reason: 'Bubbles leave, so the film does not tear.',
  },
  heat: { targetC: 195, lowC: 180, highC: 210, reason: 'Sets while it still runs, and laces.' },
  portion: { volumeMl: 60, reason: 'A film that just covers the pan.' },
  yieldStressPa: 0.1,
  flip: { rule: 'dryEdge', reason: 'The edge dries and lifts by itself.' },
  fat: { kind: 'butter', rule: 'eachPanful', reason: 'A thin wipe keeps the film from holding on.' },
  hands: { greaseS: 4, pourS: 9, flipS: 4, liftS: 3 },
};
