import { createI18n } from 'vue-i18n';
import { en } from './en.ts';

/** All words of the interface, by language. */
export const i18n = createI18n({ legacy: false, locale: 'en', fallbackLocale: 'en', messages: { en } });

/** Words that come with their page. */
export function addWords(words: object): void {
  i18n.global.mergeLocaleMessage('en', words);
}

/** The words for a key; named values fill its gaps. */
export function t(key: string, values: Record<string, unknown> = {}): string {
  return i18n.global.t(key, values);
}

/** Whether there are words for a key. */
export function has(key: string): boolean {
  return i18n.global.te(key);
}

/** Words that depend on a count: "1 piece | {n} pieces". */
export function tn(key: string, count: number, values: Record<string, unknown> = {}): string {
  return i18n.global.t(key, { n: count, ...values }, count);
}
