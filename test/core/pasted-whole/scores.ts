import { readRecipe } from '#core/formats';
import { SHIPPED_LARDER } from '#core/ingredients';
import type { MethodFigures } from '#core/method-text';
import { lineFaults, sameText, stepFaults } from '../pasted/faults.ts';
import type { WholeRecipe } from './readings.ts';

/** What of a recipe was read as a careful cook reads it: of its list and steps, or of its figures. */
export interface Score {
  readonly right: number;
  readonly of: number;
  readonly faults: readonly string[];
}

const readWhole = ({ text, system, eggClass }: WholeRecipe) =>
  readRecipe(text, { system, eggClass, larder: SHIPPED_LARDER });

export function listScore(recipe: WholeRecipe): Score {
  const read = readWhole(recipe);
  const lines = [...read.lines, ...read.plate];
  const steps = [...read.steps];
  const faults = recipe.readings.flatMap((readings) => {
    const { kind, text } = readings[0]!;
    if (kind === 'step') {
      const at = steps.findIndex((step) => sameText(step.text, text));
      const step = at < 0 ? undefined : steps.splice(at, 1)[0];
      return stepFaults(readings[0]!, step).length > 0 ? [`${text}: no step`] : [];
    }
    const wrong = readings.flatMap((reading) => {
      const own = lines.filter((line) => sameText(line.text, text));
      const line = own.find(({ ingredientId }) => ingredientId === reading.ingredientId) ?? own[0];
      if (line) lines.splice(lines.indexOf(line), 1);
      return line ? lineFaults(reading, line) : [`${text}: not read`];
    });
    return wrong.slice(0, 1);
  });
  const of = recipe.readings.length;
  return { right: of - faults.length, of, faults: [...faults, ...lines.map((line) => `${line.text}: no line`)] };
}

interface SaidFigure {
  readonly key: string;
  readonly value: string;
  readonly doubtful: boolean;
}

const RULE_WORDS: Readonly<Record<string, string>> = {
  ...{ coveredFace: 'bubbles', liftingEdge: 'edge', underside: 'beneath' },
};
const rounded = (value: number) => String(Math.round(value * 10) / 10);
const range = ({ low, high }: { low: number; high: number }) =>
  low === high ? rounded(low) : `${rounded(low)}-${rounded(high)}`;
const minutes = (length: { low: number; high: number } | null) =>
  length ? range({ low: length.low / 60, high: length.high / 60 }) : 'overnight';

/** The figures of a method in the words of README.md. */
function saidFigures(figures: MethodFigures): SaidFigure[] {
  const { pieces, pour, rest, heat, first, second, flip, fat, lid, mix, soak, hold, keep } = figures;
  const as = <T>(key: string, told: { value: T; doubts: readonly unknown[] } | null, words: (value: T) => string) =>
    told ? [{ key, value: words(told.value), doubtful: told.doubts.length > 0 }] : [];
  return [
    ...as('yield', pieces, range),
    ...as('pour', pour, range),
    ...as('rest', rest, ({ lengthS, where }) => [minutes(lengthS), where].filter(Boolean).join(' ')),
    ...as('heat', heat, (value) => {
      if (value.kind === 'surfaceC') return range(value.c);
      return value.kind === 'word' ? value.word : `${value.mark}/${value.of}`;
    }),
    ...as('first', first, range),
    ...as('second', second, range),
    ...as('flip', flip, (rule) => RULE_WORDS[rule] ?? rule),
    ...as('fat', fat, ({ kind, rule }) => `${kind} ${rule}`),
    ...as('lid', lid, () => 'yes'),
    ...as('mix', mix, String),
    ...as('soak', soak, ({ ingredientId, lengthS }) => `${ingredientId} ${minutes(lengthS)}`),
    ...as('hold', hold, (value) => (value.kind === 'oven' ? `oven ${rounded(value.c)}` : 'cloth')),
    ...keep.flatMap((each) =>
      as('keep', each, (value) => {
        if (value.kind === 'freezer') return 'freezer';
        const length = value.lengthS ?? 0;
        return `${value.kind} ${value.kind === 'batter' ? length / 3600 : length / 86_400}`;
      }),
    ),
  ];
}

/** Numbers within 4 %, or what `~` says; words alike, `*` for any. */
function same(wanted: string, read: string): boolean {
  const parts = wanted.split(' ');
  const own = read.split(' ');
  return (
    parts.length === own.length &&
    parts.every((part, at) => {
      const [figure = '', percent] = part.split('~');
      if (figure === '*') return true;
      const numbers = figure.split('-').map(Number);
      const others = own[at]!.split('-').map(Number);
      if ([...numbers, ...others].some(Number.isNaN)) return figure === own[at];
      const within = Number(percent ?? 4) / 100;
      return (
        numbers.length === others.length &&
        numbers.every((number, index) => Math.abs(others[index]! - number) <= within * number)
      );
    })
  );
}

/** Of what is written and what is read beside it: a figure that nobody wrote counts as one read wrong. */
export function figureScore(recipe: WholeRecipe): Score {
  const read = readWhole(recipe);
  const left: SaidFigure[] = [{ key: 'type', value: read.type.value, doubtful: true }, ...saidFigures(read.figures)];
  const faults = recipe.figures.flatMap(({ key, value, doubtful }) => {
    const of = left.filter((each) => each.key === key);
    const at = of.find((each) => same(value, each.value)) ?? of[0];
    if (at) left.splice(left.indexOf(at), 1);
    if (!at || !same(value, at.value)) return [`${key} ${value}: ${at?.value}`];
    return doubtful && !at.doubtful ? [`${key} ${value}: not marked`] : [];
  });
  const beside = left.filter(({ key }) => key !== 'type').map(({ key, value }) => `${key} ${value}: not written`);
  const right = recipe.figures.length - faults.length;
  return { right: right - beside.length, of: recipe.figures.length, faults: [...faults, ...beside] };
}
