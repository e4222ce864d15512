import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './paths.ts';

const CODE = /\.(ts|vue|css|mjs|js|sh)$/;
/** Data, words and fixtures: not code, though some stand in code files. */
const LEFT_OUT = [
  /^src\/core\/ingredients\/data(-(grains|wet|small))?\.ts$/,
  /^src\/core\/formula\/(shelf(-school)?|substitutions)\.ts$/,
  /^src\/web\/words\/en\//,
  /^src\/demo\/(formulas|stations|people)\.ts$/,
  /^test\/golden\//,
];

/** Lines that are not blank, of tests and of everything else. */
export function countCode(files: readonly string[]): { tests: number; source: number } {
  const count = { tests: 0, source: 0 };
  for (const file of files) {
    if (!CODE.test(file) || LEFT_OUT.some((pattern) => pattern.test(file))) continue;
    const lines = readFileSync(join(ROOT, file), 'utf8')
      .split('\n')
      .filter((line) => line.trim() !== '').length;
    if (file.startsWith('test/') || file.startsWith('e2e/')) count.tests += lines;
    else count.source += lines;
  }
  return count;
}
