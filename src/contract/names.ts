import * as v from 'valibot';

/** A name as it is kept: one form of each letter, blanks as they are seen, nothing that is not seen (NFKC, UAX 15). */
export function tidyName(name: string): string {
  return name
    .normalize('NFKC')
    .replaceAll(/[\p{Default_Ignorable_Code_Point}\p{Cc}\p{Co}]/gu, '')
    .replaceAll(/\p{White_Space}+/gu, ' ')
    .trim();
}

/** A name that people tell each other apart by. */
export const nameSchema = (empty: string) =>
  v.pipe(v.string(), v.maxLength(400), v.transform(tidyName), v.minLength(1, empty), v.maxLength(80));
