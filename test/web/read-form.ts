import * as v from 'valibot';

/** What a form's schema finds wrong with what is typed, by field. */
export function faultsIn<Typed>(schema: v.GenericSchema<Typed, unknown>, typed: Typed): Record<string, string> {
  const { issues = [] } = v.safeParse(schema, typed);
  return Object.fromEntries(issues.map((issue) => [v.getDotPath(issue) ?? '', issue.message]));
}
