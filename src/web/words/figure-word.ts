import { has, t } from './index.ts';

/** A figure's name for a cook: a letter is itself. */
export function figureWord(name: string): string {
  const key = `layout.figures.${name}`;
  return has(key) ? t(key) : name;
}
