export { formulaFrom } from './pasted-formula.ts';
export { readLine, type PastedLine, type ReadOptions } from './recipe-line.ts';
export { readRecipe, type PastedRecipe } from './recipe-text.ts';
