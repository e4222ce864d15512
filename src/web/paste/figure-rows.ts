import { surfaceOf, type MethodFigures, type Told } from '#core/method-text';
import { millilitres, minutes, stretch, temperature } from '../parts/format.ts';
import { t } from '../words/index.ts';

/** A figure of the method as a row of the page: what it is, what was read, the sentence that says it, and why it is not sure. */
export interface FigureRow {
  readonly key: keyof MethodFigures;
  readonly index: number;
  readonly what: string;
  readonly said: string;
  readonly text: string;
  readonly doubts: readonly string[];
}

const between = (low: string, high: string) => (low === high ? low : t('paste.from', { low, high }));

/** What a method says, a row each, in the cook's own units. */
export function figureRows(figures: MethodFigures): FigureRow[] {
  const row = <T>(key: keyof MethodFigures, told: Told<T> | null, say: (value: T) => string, index = 0): FigureRow[] =>
    told
      ? [
          {
            ...{ key, index, text: told.text, said: say(told.value) },
            what: t(`paste.figure.${key}`),
            doubts: told.doubts.map((doubt) => t(`figureDoubt.${doubt}`)),
          },
        ]
      : [];
  const length = (range: { low: number; high: number } | null) =>
    range ? between(minutes(range.low), minutes(range.high)) : t('paste.overnight');
  const { heat } = figures;
  const guessed = heat && surfaceOf(heat.value);
  return [
    ...row('pieces', figures.pieces, ({ low, high }) => between(String(low), String(high))),
    ...row('pour', figures.pour, ({ low, high }) => between(millilitres(low), millilitres(high))),
    ...row('mix', figures.mix, (mix) => t(`paste.mixed.${mix}`)),
    ...row('soak', figures.soak, ({ lengthS }) => length(lengthS)),
    ...row('rest', figures.rest, ({ lengthS, where }) =>
      [length(lengthS), where && t(`making.where.${where}`)].filter(Boolean).join(', '),
    ),
    ...row('heat', heat, (value) => {
      const { low, high } = surfaceOf(value);
      if (value.kind === 'surfaceC') return between(temperature(value.c.low), temperature(value.c.high));
      const word =
        value.kind === 'word' ? t(`paste.dial.${value.word}`) : t('paste.mark', { n: value.mark, of: value.of });
      return t('paste.dialIs', { word, low: temperature(low), high: temperature(high) });
    }).map((each) => (guessed?.guessed ? { ...each, doubts: [...each.doubts, t('figureDoubt.byDial')] } : each)),
    ...row('fat', figures.fat, ({ kind, rule }) =>
      kind === 'none' ? t('paste.noFat') : `${t(`fatKind.${kind}`)}, ${t(`paste.fatRule.${rule}`)}`,
    ),
    ...row('lid', figures.lid, () => t('making.cover.lid')),
    ...row('first', figures.first, ({ low, high }) => between(stretch(low), stretch(high))),
    ...row('flip', figures.flip, (rule) => t(`making.rule.${rule}`)),
    ...row('second', figures.second, ({ low, high }) => between(stretch(low), stretch(high))),
    ...row('hold', figures.hold, (value) =>
      value.kind === 'oven' ? t('paste.oven', { at: temperature(value.c) }) : t('paste.cloth'),
    ),
    ...figures.keep.flatMap((each, index) =>
      row(
        'keep',
        each,
        (value) => {
          if (value.kind === 'freezer') return t('paste.freezer');
          const hours = Math.round((value.lengthS ?? 0) / 3600);
          return t(`paste.kept.${value.kind}`, { hours });
        },
        index,
      ),
    ),
  ];
}

/** The figures without those that the cook crossed out. */
export function withoutRows(figures: MethodFigures, out: ReadonlySet<string>): MethodFigures {
  const kept = Object.fromEntries(
    Object.entries(figures).map(([key, told]) => [key, out.has(`${key}0`) && key !== 'keep' ? null : told]),
  ) as unknown as MethodFigures;
  return { ...kept, keep: figures.keep.filter((_each, index) => !out.has(`keep${index}`)) };
}
