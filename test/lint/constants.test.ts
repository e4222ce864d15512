import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../..', import.meta.url));

describe('19.4 figures say what they rest on', () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'constants-'));
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  const judged = (code: string) => {
    writeFileSync(join(folder, 'any.ts'), code);
    return spawnSync(process.execPath, ['scripts/lint/constants.mjs', folder], { cwd: root, encoding: 'utf8' });
  };

  it.each([
    ['const HEAT = 5;', 'one without a comment'],
    ['/** How hot it is, °C. */\nconst HEAT = 5;', 'a meaning and a unit alone'],
    ['/** °C. Assumed. */\nconst A = 1;\n\nconst HEAT = { c: [5] };', 'the comment of another'],
    ['/** °C. Assumed. */\nconst A = 1;\nfunction b() {}\nconst HEAT = -5 as const;', 'one after something else'],
  ])('%j is found: %s', (code) => {
    const { status, stderr } = judged(`${code}\n`);
    expect(status).toBe(1);
    expect(stderr).toMatch(/any\.ts:\d+ HEAT does not say/);
  });

  it.each([
    ['/** °C. Source: FDA Food Code 3-501.14, from memory. */\nconst HEAT = 5;', 'a source'],
    ['const HEAT = 5; // °C. Common practice, no source', 'a habit of the trade'],
    ['/** °C, s. Assumed. */\nconst A = 1;\nconst HEAT = 5;', 'the comment of its group'],
    ['const HEAT = {\n  c: 5, // assumed\n};', 'what stands inside'],
    ["const NAMES = ['a'];\nconst TABLES = { name: 'table', most: 40 };", 'no figure, and the bound of a memo'],
    ['export function heat() {\n  const HEAT = 5;\n  return HEAT;\n}', 'what is not at module level'],
  ])('%j is none: %s', (code) => {
    expect(judged(`${code}\n`).status).toBe(0);
  });

  it('what is taken to be there is counted, and found where no index is', () => {
    const { status, stdout } = judged('export const a = (b: number[], c?: number) => b[0]! + c! + b.at(-1)!;\n');
    expect(stdout).toContain('“!” 1 at an index, 2 else');
    expect(status).toBe(1);
    expect(judged('export const a = (b: number[]) => b[0]! + b[1]!;\n').status).toBe(0);
  });
});
