/** A sentence of the method: in the writer's words, and in the English that is read, in small letters. */
export interface Sentence {
  readonly text: string;
  readonly words: string;
  /** All of the step that it stands in, in English. */
  readonly step: string;
}

/** What ends with a full stop and ends no sentence. */
const SHORT =
  /(?:^|[\s(\d])(?:ca|approx|approx|abt|env|min|mins|sek|sec|secs|el|tl|pck|geh|gestr|cda|cdta|c|s|st|ст|ч|л|мин|сек)\.$/iu;

/** Sentences of a step, and the parts of one that a semicolon parts. */
export function sentencesOf(step: string, inEnglish: (words: string) => string): Sentence[] {
  const parts: string[] = [];
  for (const part of step.split(/(?<=[.;!?])\s+(?=[\p{Lu}\p{N}½⅓⅔¼¾("“«]|(?<=;\s)\S)/u)) {
    const last = parts.at(-1);
    if (last !== undefined && SHORT.test(last)) parts[parts.length - 1] = `${last} ${part}`;
    else parts.push(part);
  }
  const whole = inEnglish(step).toLowerCase();
  return parts.map((text) => ({ text: text.trim(), words: inEnglish(text).toLowerCase(), step: whole }));
}
