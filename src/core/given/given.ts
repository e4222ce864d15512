/** What had to be there was not: a fault of the program, never of the cook. */
class NotGiven extends Error {
  override readonly name = 'NotGiven';
}

/**
 * What is there, though its type cannot tell.
 * @param because why it is: said when it is not after all
 * @throws NotGiven
 * @example given(stays.at(-1), 'a lot stands somewhere from the start')
 */
export function given<T>(value: T | null | undefined, because: string): T {
  if (value === null || value === undefined) throw new NotGiven(`Something is missing, though ${because}.`);
  return value;
}
