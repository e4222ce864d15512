import { ingredientOf, type Larder } from '#core/ingredients';
import { familyOf, type FormulaBody, type FormulaLine } from './formula.ts';

/** % of grain. A little sugar stays for colour; salt of a savoury batter. Common practice, no source. */
const SUGAR_SAVOURY = 1;
const SALT_SAVOURY = 1.6;
const SUGAR_SWEET = { leavened: 9, thin: 6 };
const SALT_SWEET = 1;
/** Flavours that belong to a sweet batter alone. */
const SWEET_ONLY = new Set(['vanilla', 'cinnamon', 'chocolateChips', 'cocoa']);

export type Taste = 'sweet' | 'savoury';

/** A batter is sweet above this much sugar, % of grain. Common practice, no source. */
const SWEET_ABOVE = 3;

export function tasteOf(body: FormulaBody, larder: Larder): Taste {
  const sugar = body.lines.filter((line) => ingredientOf(larder, line.ingredientId).role === 'sugar');
  return sugar.reduce((sum, line) => sum + (line.percent ?? 0), 0) > SWEET_ABOVE ? 'sweet' : 'savoury';
}

/** Turns a batter sweet or savoury: sugar, salt and sweet flavours change, nothing else. */
export function withTaste(body: FormulaBody, taste: Taste, larder: Larder): FormulaBody {
  const roleOf = (line: FormulaLine) => ingredientOf(larder, line.ingredientId).role;
  const sugarG = taste === 'savoury' ? SUGAR_SAVOURY : SUGAR_SWEET[familyOf(body.type)];
  const sugars = body.lines.filter((line) => roleOf(line) === 'sugar');
  const salts = body.lines.filter((line) => roleOf(line) === 'salt');
  const kept = body.lines.filter(
    (line) =>
      roleOf(line) !== 'sugar' &&
      roleOf(line) !== 'salt' &&
      !(taste === 'savoury' && SWEET_ONLY.has(line.ingredientId)),
  );
  const saltG = salts[0]?.percent ?? SALT_SWEET;
  return {
    ...body,
    lines: [
      ...kept,
      {
        ingredientId: salts[0]?.ingredientId ?? 'salt',
        percent: taste === 'savoury' ? Math.max(saltG, SALT_SAVOURY) : Math.min(saltG, SALT_SWEET),
      },
      { ingredientId: sugars[0]?.ingredientId ?? 'sugar', percent: sugarG },
    ],
  };
}
