import { describe, expect, it } from '@jest/globals';
import type { Content } from 'pdfmake/interfaces';
import { cardsPage, type BatterCard } from '../../src/web/print/batter-card.ts';
import { labelsPage, type TubLabel } from '../../src/web/print/tub-labels.ts';

/** Every word of a page, in its order. */
function wordsOf(content: Content): string[] {
  if (typeof content === 'string') return [content];
  if (Array.isArray(content)) return content.flatMap(wordsOf);
  return Object.values(content as object).flatMap((part) =>
    typeof part === 'string' || (typeof part === 'object' && part !== null) ? wordsOf(part as Content) : [],
  );
}

const label = (n: number): TubLabel => ({
  ...{ title: `Batter ${n}`, lot: `Lot ${n} of 3`, mixed: 'Mixed 06:10', use: 'Best 06:22, use by 07:05' },
  ...{ discard: 'Discard 08:10', allergens: 'Contains: wheat, egg, milk', plate: n === 1 ? 'On the plate: milk' : '' },
  ...{ raw: 'Raw batter.', run: 'Boat day' },
});
const card: BatterCard = {
  ...{
    title: 'Griddle cakes',
    makes: 'Makes 12 pours.',
    run: 'Boat day',
    allergens: 'Contains: egg',
    raw: 'Raw batter.',
  },
  amounts: { title: 'Amounts', rows: [['Plain flour', '290 g', '2 1/3 cups']] },
  method: { title: 'Method', steps: ['Whisk', 'Fold'] },
  lines: [{ title: 'Rest', text: 'Counter, 5 to 55 min' }],
};

describe('pages to print', () => {
  it('a label a tub, two across, with its times and what it contains; an odd one leaves a gap', () => {
    const page = labelsPage([1, 2, 3].map(label));
    const [{ table }] = page.content as [{ table: { body: Content[][] } }];
    expect(table.body.map((row) => row.length)).toEqual([2, 2]);
    expect(table.body[1]![1]).toBe('');
    const words = wordsOf(table.body as Content);
    for (const told of ['Batter 3', 'Lot 2 of 3', 'Discard 08:10', 'Contains: wheat, egg, milk'])
      expect(words).toContain(told);
    expect(words.filter((word) => word === 'On the plate: milk')).toHaveLength(1); // only where the plate brings some
  });

  it('a batter a page: amounts, method, rest and allergens in their order', () => {
    const page = cardsPage([card, { ...card, title: 'Skerry crepes' }]);
    const pages = page.content as (Content & { pageBreak?: string })[];
    expect(pages.map((each) => each.pageBreak)).toEqual([undefined, 'before']);
    const words = wordsOf(pages[0]!);
    const order = ['Griddle cakes', 'Plain flour', '290 g', 'Whisk', 'Fold', 'Rest: ', 'Contains: egg'];
    const at = order.map((word) => words.indexOf(word));
    expect(at).toEqual([...at].sort((a, b) => a - b));
    expect(at).not.toContain(-1);
  });
});
