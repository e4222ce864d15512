import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ESLint } from 'eslint';

const root = fileURLToPath(new URL('../..', import.meta.url));
const lint = join(root, 'scripts/lint/circles.mjs');

describe('19.1 circles of files', () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'circles-'));
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  const write = (file: string, code: string) => writeFileSync(join(folder, file), code);
  const judged = () => spawnSync(process.execPath, [lint, folder], { cwd: root, encoding: 'utf8' });

  it('of two files, by a type alone, and through a component are found; a line of files is none', () => {
    write('one.ts', "import { two } from './two.ts';\nexport const one = () => two;\n");
    write('two.ts', 'export const two = 2;\n');
    expect(judged().status).toBe(0);
    write('two.ts', "import type { one } from './one.ts';\nexport const two: unknown = {} as typeof one;\n");
    const { status, stderr } = judged();
    expect(status).toBe(1);
    expect(stderr).toMatch(/A circle of files: .*(one|two)\.ts/);
    write('two.ts', "import Three from './Three.vue';\nexport const two = Three;\n");
    write('Three.vue', '<script setup lang="ts">\nimport { two } from \'./two.ts\';\nvoid two;\n</script>\n');
    expect(judged().status).toBe(1);
  }, 60_000);

  it('is asked of all that is written here', () => {
    const asked = execFileSync('git', ['ls-files', '*.ts', '*.vue', '*.mjs'], { cwd: root, encoding: 'utf8' });
    const folders = new Set(
      asked
        .split('\n')
        .filter((file) => file.includes('/'))
        .map((file) => file.split('/')[0]!),
    );
    expect([...folders].sort()).toEqual(['bench', 'e2e', 'scripts', 'src', 'test']);
  });
});

describe('19.2 the core keeps nothing at module level', () => {
  const eslint = new ESLint({ cwd: root });
  const rules = async (code: string, file = 'src/core/plate/any.ts') => {
    const [result] = await eslint.lintText(code, { filePath: `${root}${file}` });
    return result!.messages.map(({ ruleId }) => ruleId);
  };

  it.each([
    'export const KNOWN = new Map<string, number>();',
    'const KNOWN = new WeakMap<object, number>();\nexport const of = (key: object) => KNOWN.get(key);',
    'export let last = 0;\nexport const next = () => ++last;',
    'const LIST: number[] = [];\nexport const add = (n: number) => LIST.push(n);',
    "import { Memo } from '#core/memo';\nexport const MEMO = new Memo();",
  ])('%s is refused', async (code) => {
    expect(await rules(`${code}\n`)).toContain('no-restricted-syntax');
  });

  it('tables of what is so are not, nor what a function makes for itself; elsewhere it is allowed', async () => {
    const fine =
      "export const SIGNS = new Set(['a', 'b']);\nexport const count = (list: string[]) => new Map(list.map((each) => [each, 1]));\n";
    expect(await rules(fine)).toEqual([]);
    expect(await rules('export const KNOWN = new Map<string, number>();\n', 'src/web/sync/any.ts')).toEqual([]);
  });
});
