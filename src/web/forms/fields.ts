import * as v from 'valibot';
import { t } from '../words/index.ts';
import { readFigure } from './read-figure.ts';

type Words = () => string;
const NO_NUMBER: Words = () => t('form.error.number');

/** Words that may not be left out. */
export const filled = (fault: Words = () => t('form.error.name')) => v.pipe(v.string(), v.trim(), v.nonEmpty(fault));

/** A figure between bounds, with a point or a comma. */
export const figure = (
  low: number,
  high: number,
  range: Words = () => t('form.error.range', { low, high }),
  noNumber: Words = NO_NUMBER,
) =>
  v.pipe(
    v.string(),
    v.transform(readFigure),
    v.number(noNumber),
    v.check((value) => value >= low && value <= high, range),
  );

/** A whole number between bounds; `fault` says all that can be wrong with it. */
export const whole = (low: number, high: number, fault: Words) =>
  v.pipe(figure(low, high, fault, fault), v.integer(fault));

const NOTHING = v.pipe(
  v.string(),
  v.transform((): undefined => undefined),
);
/** What may be left empty, or said to be none: undefined then. */
export const orNothing = <Meaning>(schema: v.GenericSchema<string, Meaning>, none = '') =>
  v.lazy<v.GenericSchema<string, Meaning | undefined>>((typed) =>
    typeof typed === 'string' && ['', none].includes(typed.trim()) ? NOTHING : schema,
  );

/** Where a fault stands that lies between fields, or beside them: the field to tell it at. */
export const at = (typed: object, field: string): [v.IssuePathItem] => [
  { type: 'unknown', origin: 'value', input: typed, key: field, value: undefined },
];

/** A schema of the fields that count, as one of a whole form: what is hidden is not read. */
export const ofForm =
  <Typed>() =>
  <Meaning>(counting: v.GenericSchema<unknown, Meaning>): v.GenericSchema<Typed, Meaning> =>
    counting as v.GenericSchema<Typed, Meaning>;

/**
 * What is typed, put as the contract has it, right or wrong, and read by the contract's own schema: it says the same as
 * the server would. `fieldOf` names the form's field for a place in it ("rest.bestMin"), where that is another.
 */
export const asContract = <Typed, Meaning>(
  written: (typed: Typed) => unknown,
  contract: v.GenericSchema<unknown, Meaning>,
  fieldOf: (place: string) => string = (place) => place,
): v.GenericSchema<Typed, Meaning> =>
  v.pipe(
    v.custom<Typed>((typed) => typeof typed === 'object'),
    v.rawTransform(({ dataset: { value: typed }, addIssue, NEVER }) => {
      const read = v.safeParse(contract, written(typed));
      if (read.success) return read.output;
      for (const issue of read.issues)
        addIssue({ message: issue.message, path: at(typed as object, fieldOf(v.getDotPath(issue) ?? '')) });
      return NEVER;
    }),
  );
