import { ingredientOf, type IngredientRole, type Larder } from '#core/ingredients';
import type { FormulaBody, MIX_SCHOOLS } from './formula.ts';

type School = (typeof MIX_SCHOOLS)[number];

/** Bowls and turns in which the lines of a batter go in. */
export type MixGroupId = 'dry' | 'wet' | 'paste' | 'jug' | 'yolks' | 'thinOut' | 'last';

export interface MixGroup {
  readonly id: MixGroupId;
  readonly ingredientIds: readonly string[];
}

const DRY: readonly IngredientRole[] = ['grain', 'sugar', 'salt', 'powder', 'soda', 'binder'];
const WET: readonly IngredientRole[] = ['egg', 'liquid', 'acid', 'flavour', 'fat'];

/**
 * Order of addition by school: dry apart from wet and folded; a stiff paste of flour and egg thinned out; wet first in a
 * blender, so that no flour cakes below the knife; yolks first where the whites are whipped. Fat comes last where a smooth
 * batter would be greased by it. Common practice, no source.
 */
const ORDER: Record<School, readonly (readonly [MixGroupId, readonly IngredientRole[]])[]> = {
  folded: [
    ['dry', DRY],
    ['wet', WET],
    ['last', ['fruit']],
  ],
  smooth: [
    ['paste', [...DRY, 'egg']],
    ['thinOut', ['liquid', 'acid', 'flavour']],
    ['last', ['fat', 'fruit']],
  ],
  blender: [
    ['jug', ['liquid', 'egg', 'acid', 'flavour']],
    ['dry', DRY],
    ['last', ['fat', 'fruit']],
  ],
  whippedWhites: [
    ['yolks', WET],
    ['dry', DRY],
    ['last', ['fruit']],
  ],
};

/** Lines that go into the bowl now, in the order of the formula's school. Empty groups are left out. */
export function mixGroups(body: FormulaBody, larder: Larder): MixGroup[] {
  const now = body.lines.filter((line) => (line.when ?? 'mix') === 'mix');
  return ORDER[body.mix.school]
    .map(([id, roles]) => ({
      id,
      ingredientIds: now
        .filter((line) => roles.includes(ingredientOf(larder, line.ingredientId).role))
        .map((line) => line.ingredientId),
    }))
    .filter((group) => group.ingredientIds.length > 0);
}

export type MixLimit = NonNullable<FormulaBody['mix']['limit']>;

/** From wet meets dry. Folded: about 30 s or until no dry pocket is left (common practice, no source). */
const LIMIT: Record<School, MixLimit | null> = {
  folded: { unit: 'seconds', count: 30 },
  smooth: null,
  blender: { unit: 'seconds', count: 20 },
  whippedWhites: null,
};

/** How long a batter is stirred once wet meets dry; null: until it is smooth. */
export function mixLimit(body: FormulaBody): MixLimit | null {
  return body.mix.limit === undefined ? LIMIT[body.mix.school] : body.mix.limit;
}

export function lumpsOf(body: FormulaBody): NonNullable<FormulaBody['mix']['lumps']> {
  return body.mix.lumps ?? (body.mix.school === 'folded' ? 'stay' : 'none');
}
