export { batterTypeOf, formulaFrom } from './pasted-formula.ts';
export { DOUBTS, readLine, type Doubt, type PastedAmount, type PastedLine, type ReadOptions } from './recipe-line.ts';
export { readRecipe, type PastedRecipe, type PastedStep } from './recipe-text.ts';
