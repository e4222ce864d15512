import fc from 'fast-check';

/** A Valibot schema as far as it tells of itself. */
interface Told {
  readonly type: string;
  readonly pipe?: readonly Told[];
  readonly requirement?: unknown;
  readonly entries?: Readonly<Record<string, Told>>;
  readonly item?: Told;
  readonly wrapped?: Told;
  readonly options?: readonly unknown[];
  readonly literal?: unknown;
}

/** Names that mean something in the run a payload is put into, by the field they stand in. */
export type Names = Readonly<Record<string, readonly string[]>>;

/** Payloads at the edges of what a schema lets pass: ends of every range, shortest and longest lists and texts. */
export function extremesOf(schema: unknown, names: Names, field = ''): fc.Arbitrary<unknown> {
  const told = schema as Told;
  const rules = told.pipe ?? [told];
  const rule = (type: string) => rules.find((each) => each.type === type)?.requirement;
  switch (told.type) {
    case 'object':
      return fc
        .record(
          Object.fromEntries(
            Object.entries(told.entries!).map(([name, part]) => [name, extremesOf(part, names, name)]),
          ),
        )
        .map((made) => Object.fromEntries(Object.entries(made).filter(([, value]) => value !== undefined)));
    case 'optional':
      return fc.option(extremesOf(told.wrapped, names, field), { nil: undefined, freq: 2 });
    case 'nullable':
      return fc.option(extremesOf(told.wrapped, names, field), { nil: null, freq: 2 });
    case 'array': {
      const most = (rule('max_length') as number | undefined) ?? 12;
      const least = (rule('min_length') as number | undefined) ?? 0;
      const item = extremesOf(told.item, names, field);
      return fc.oneof(
        { weight: 3, arbitrary: fc.array(item, { minLength: least, maxLength: Math.min(most, least + 3) }) },
        { weight: 1, arbitrary: fc.array(item, { minLength: Math.min(most, 40), maxLength: Math.min(most, 60) }) },
      );
    }
    case 'variant':
    case 'union':
      return fc.oneof(...told.options!.map((option) => extremesOf(option, names, field)));
    case 'picklist':
    case 'enum':
      return fc.constantFrom(...told.options!);
    case 'literal':
      return fc.constant(told.literal);
    case 'boolean':
      return fc.boolean();
    case 'number':
      return numbers(
        rule,
        rules.some(({ type }) => type === 'integer'),
      );
    case 'string':
      return texts(rule, names[field] ?? names['']!);
    default:
      throw new Error(`No extremes are known of ${told.type} in ${field}.`);
  }
}

function numbers(rule: (type: string) => unknown, whole: boolean): fc.Arbitrary<number> {
  const above = rule('gt_value') as number | undefined;
  const tiny = whole ? 1 : 1e-9;
  const low = (rule('min_value') as number | undefined) ?? (above === undefined ? -1e308 : above + tiny);
  const high = (rule('max_value') as number | undefined) ?? 1e308;
  const middle = low + (high - low) / 2;
  const ends = [low, high, ...(low < 0 && high > 0 ? [0] : []), low + tiny, whole ? Math.round(middle) : middle];
  const anywhere = whole
    ? fc.integer({ min: Math.ceil(low), max: Math.floor(high) })
    : fc.double({ min: low, max: high, noNaN: true });
  return fc.oneof(fc.constantFrom(...ends.filter((end) => end >= low && end <= high)), anywhere);
}

function texts(rule: (type: string) => unknown, known: readonly string[]): fc.Arbitrary<string> {
  const most = (rule('max_length') as number | undefined) ?? 40;
  const pattern = rule('regex') as RegExp | undefined;
  const fits = (text: string) => (!pattern || pattern.test(text)) && (!rule('uuid') || /^[0-9a-f-]{36}$/.test(text));
  const own = known.filter((name) => fits(name) && name.length <= most);
  if (pattern || rule('uuid')) return fc.constantFrom(...own);
  return fc.oneof(fc.constantFrom(...(own.length ? own : ['x'])), fc.constant('x'.repeat(most)));
}
