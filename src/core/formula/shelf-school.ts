import type { BatterType, FormulaBody, FormulaLine } from './formula.ts';

/**
 * What formulas of a type share unless they say otherwise: rest, heat, flip, fat and hands. Rests and heats from textbook
 * synthesis and common practice, no source; the hands are assumed.
 */
export const SCHOOL: Record<BatterType, Omit<FormulaBody, 'name' | 'pieceWord' | 'type' | 'lines'>> = {
  leavened: {
    mix: {
      school: 'folded',
      steps: [
        'Whisk the dry alone',
        'Beat all that is wet together',
        {
          text: 'Fold about 30 s, until no dry pocket is left',
          reason: 'Lumps melt on the plate; beaten smooth it turns tough.',
        },
      ],
      workMin: 12,
      reason: 'Little stirring keeps it tender.',
    },
    rest: {
      ...{ earliestMin: 5, bestMin: 10, latestMin: 45, where: 'counter', watch: 'bubblesCome' },
      reason: 'Flour drinks and bubbles come; then the rise fades.',
    },
    heat: { targetC: 182, lowC: 175, highC: 190, reason: 'Colour and inside are ready together.' },
    portion: { volumeMl: 75, reason: 'Lies well on a plate, two or three to a helping.' },
    yieldStressPa: 20,
    flip: { rule: 'holesStay', reason: 'Holes that stay open say the face will hold.' },
    fat: { kind: 'butter', rule: 'once', reason: 'A dry wiped plate gives an even face.' },
    hands: { greaseS: 6, pourS: 4, flipS: 3.5, liftS: 2.5 },
  },
  coarseMeal: {
    mix: {
      school: 'folded',
      steps: [
        {
          text: 'Stir the meal into the liquid and let it stand 10 min',
          reason: 'Coarse meal drinks slowly; dry it stays gritty.',
        },
        'Beat in eggs and fat',
        'Fold in the rest of the dry',
      ],
      workMin: 14,
      reason: 'Meal needs its drink before flour is added.',
    },
    rest: {
      ...{ earliestMin: 10, bestMin: 20, latestMin: 60, where: 'counter', watch: 'bubblesCome' },
      reason: 'Coarse meal goes on drinking and thickens.',
    },
    heat: { targetC: 180, lowC: 170, highC: 190, reason: 'Sugar of the meal colours early.' },
    portion: { volumeMl: 70, reason: 'Small enough for meal to cook through.' },
    yieldStressPa: 18,
    flip: { rule: 'holesStay', reason: 'Holes that stay open say the face will hold.' },
    fat: { kind: 'butter', rule: 'eachPanful', reason: 'Meal holds on to a bare plate.' },
    hands: { greaseS: 6, pourS: 4, flipS: 3.5, liftS: 2.5 },
  },
  thin: {
    mix: {
      school: 'smooth',
      steps: [
        'Beat the eggs into the flour to a paste',
        { text: 'Liquid in quarters, smooth each time', reason: 'A stiff paste beats its own lumps out.' },
        'Fat last',
      ],
      workMin: 10,
      reason: 'A smooth film needs a smooth batter.',
    },
    rest: {
      ...{ earliestMin: 20, bestMin: 60, latestMin: 115, where: 'counter', watch: 'bubblesGo' },
      reason: 'Bubbles leave, so the film does not tear.',
    },
    heat: { targetC: 195, lowC: 180, highC: 220, reason: 'Sets while it still runs, and laces.' },
    portion: { volumeMl: 60, reason: 'A film that just covers the pan.' },
    yieldStressPa: 0.1,
    flip: { rule: 'dryEdge', reason: 'The edge dries and lifts by itself.' },
    fat: { kind: 'butter', rule: 'eachPanful', reason: 'A thin wipe keeps the film from holding on.' },
    hands: { greaseS: 4, pourS: 9, flipS: 4, liftS: 3 },
  },
  eggRichThin: {
    mix: {
      school: 'smooth',
      steps: [
        'Beat the flour into the eggs',
        'Milk in a thin stream',
        { text: 'Strain', reason: 'Much egg leaves threads.' },
      ],
      workMin: 10,
      reason: 'Egg carries it, so it stays supple.',
    },
    rest: {
      ...{ earliestMin: 20, bestMin: 60, latestMin: 115, where: 'counter', watch: 'bubblesGo' },
      reason: 'Bubbles leave, so the film does not tear.',
    },
    heat: { targetC: 185, lowC: 170, highC: 205, reason: 'Egg sets early and browns fast.' },
    portion: { volumeMl: 55, reason: 'A film that just covers the pan.' },
    yieldStressPa: 0.05,
    flip: { rule: 'dryEdge', reason: 'The edge dries and lifts by itself.' },
    fat: { kind: 'butter', rule: 'eachPanful', reason: 'Egg holds on to a bare pan.' },
    hands: { greaseS: 4, pourS: 9, flipS: 4, liftS: 3 },
  },
  whippedWhite: {
    mix: {
      school: 'whippedWhites',
      steps: [
        'Beat yolks, liquid and flour smooth',
        { text: 'Whip the whites with the sugar to soft peaks', reason: 'Stiff whites break into lumps.' },
        {
          text: 'Fold in a third, then the rest, just before the plate',
          reason: 'Folded whites sink within ten minutes.',
        },
      ],
      workMin: 15,
      reason: 'The air of the whites is all the rise there is.',
    },
    rest: {
      ...{ earliestMin: 0, bestMin: 0, latestMin: 10, where: 'counter', watch: 'bubblesGo' },
      reason: 'It does not rest: whites sink.',
    },
    heat: { targetC: 150, lowC: 130, highC: 160, reason: 'Low and slow, with a lid, or the inside stays wet.' },
    portion: { volumeMl: 120, reason: 'High rather than wide.' },
    yieldStressPa: 90,
    flip: { rule: 'dryEdge', reason: 'Few bubbles show; the edge turns firm.' },
    fat: { kind: 'butter', rule: 'once', reason: 'A film is enough on a low plate.' },
    hands: { greaseS: 6, pourS: 7, flipS: 5, liftS: 4 },
  },
  yeast: {
    mix: {
      school: 'smooth',
      steps: [
        { text: 'Stir yeast or starter into lukewarm liquid', reason: 'Hot liquid kills it, cold liquid stops it.' },
        'Beat in the flour, cover, let it rise',
        { text: 'Stir in egg, fat and salt before the plate', reason: 'Fat and salt slow the rise.' },
      ],
      workMin: 12,
      reason: 'Beaten smooth, so that the gas stays in it.',
    },
    rest: {
      ...{ earliestMin: 50, bestMin: 75, latestMin: 130, where: 'counter', watch: 'bubblesCome' },
      reason: 'Yeast makes the gas as it grows: ready when it has doubled, whatever the clock says.',
    },
    heat: { targetC: 182, lowC: 172, highC: 192, reason: 'Sugar that the yeast left colours it.' },
    portion: { volumeMl: 60, reason: 'It rises once more on the plate.' },
    yieldStressPa: 22,
    flip: { rule: 'holesStay', reason: 'Holes that stay open say the face will hold.' },
    fat: { kind: 'butter', rule: 'eachPanful', reason: 'A sour batter holds on to a bare plate.' },
    hands: { greaseS: 6, pourS: 4, flipS: 3.5, liftS: 2.5 },
  },
  other: {
    mix: {
      school: 'folded',
      steps: ['Mix it as its recipe says'],
      workMin: 12,
      reason: 'Of no kind that is known here: reckoned as a leavened batter until you say otherwise.',
    },
    rest: {
      ...{ earliestMin: 5, bestMin: 10, latestMin: 60, where: 'counter', watch: 'bubblesCome' },
      reason: 'Nothing is known of its rest: put down what you find.',
    },
    heat: { targetC: 180, lowC: 165, highC: 195, reason: 'The middle of most griddles: the first piece says more.' },
    portion: { volumeMl: 70, reason: 'The middle of most ladles.' },
    yieldStressPa: 20,
    flip: { rule: 'underside', reason: 'A look beneath tells more than the face of a batter nobody knows.' },
    fat: { kind: 'oil', rule: 'eachPanful', reason: 'So that the first ones come off.' },
    hands: { greaseS: 6, pourS: 4, flipS: 3.5, liftS: 2.5 },
  },
};

/** Lines from percentages; `-x` of a liquid's held-back share is written as a pair. */
export function lines(rows: Record<string, number | readonly [number, Partial<FormulaLine>]>): FormulaLine[] {
  return Object.entries(rows).map(([ingredientId, row]) =>
    typeof row === 'number' ? { ingredientId, percent: row } : { ingredientId, percent: row[0], ...row[1] },
  );
}
