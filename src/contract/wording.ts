import * as v from 'valibot';

const units = (n: unknown, of: unknown): string => (typeof of === 'string' ? `${n} letters` : `${n} entries`);

/** What the schemas say in a cook's words where they have no message of their own. */
export function setWording(): void {
  v.setGlobalMessage((issue) => (issue.received === 'undefined' ? 'This is missing.' : 'This does not fit here.'));
  v.setSpecificMessage(v.minLength, (issue) =>
    issue.requirement === 1 ? 'This may not be empty.' : `Give at least ${units(issue.requirement, issue.input)}.`,
  );
  v.setSpecificMessage(v.maxLength, (issue) => `Use at most ${units(issue.requirement, issue.input)}.`);
  v.setSpecificMessage(v.minValue, (issue) => `Give at least ${String(issue.requirement)}.`);
  v.setSpecificMessage(v.maxValue, (issue) => `Give at most ${String(issue.requirement)}.`);
  v.setSpecificMessage(v.gtValue, (issue) => `Give more than ${String(issue.requirement)}.`);
  v.setSpecificMessage(v.integer, () => 'Give a whole number.');
  v.setSpecificMessage(v.number, () => 'Give a number.');
  v.setSpecificMessage(v.uuid, () => 'This is not an id.');
}
