import { describe, expect, it } from '@jest/globals';
import { ESLint } from 'eslint';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../..', import.meta.url));
const eslint = new ESLint({ cwd: root });

/** What the lint says of one line of code, as if it stood in a file. */
async function verdict(file: string, code: string): Promise<string[]> {
  const [result] = await eslint.lintText(code, { filePath: `${root}${file}` });
  return result!.messages
    .filter((message) => message.severity === 2)
    .map((message) => message.ruleId ?? message.message);
}
const use = (what: string) => `import * as x from '${what}';\nexport const y = x;\n`;

describe('the arrows of the house', () => {
  it.each([
    ['src/core/plate/any.ts', '#core/guidance', 'a core folder importing one below it'],
    ['src/core/plate/any.ts', '#core/plate', 'a core folder importing itself by its face'],
    ['src/core/forecast/any.ts', '../plate/track.ts', 'a core folder reaching past a face'],
    ['src/core/forecast/any.ts', '#core/plate/track.ts', 'a core folder reaching into another'],
    ['src/core/run/any.ts', '#contract', 'core importing contract'],
    ['src/core/run/any.ts', 'node:fs', 'core doing I/O'],
    ['src/core/run/any.ts', 'vue', 'core knowing the interface'],
    ['src/contract/any.ts', '../server/app.ts', 'contract importing server'],
    ['src/server/any.ts', '../web/main.ts', 'server importing web'],
    ['src/web/any.ts', '../server/app.ts', 'web importing server'],
    ['src/web/any.ts', '../core/run/fold.ts', 'web reaching past a face'],
    ['src/web/any.ts', 'typeorm', 'web using the database'],
    ['src/demo/any.ts', '../server/app.ts', 'demo importing server'],
  ])('%s may not import %s: %s', async (file, target) => {
    expect(await verdict(file, use(target))).toContain('no-restricted-imports');
  });

  it.each([
    ['src/core/forecast/any.ts', '#core/plate'],
    ['src/core/forecast/any.ts', './heat.ts'],
    ['src/core/run/any.ts', 'valibot'],
    ['src/contract/any.ts', '#core/run'],
    ['src/server/any.ts', '#contract'],
    ['src/web/any.ts', '#core/guidance'],
    ['src/demo/any.ts', '#core/rehearsal'],
  ])('%s may import %s', async (file, target) => {
    expect(await verdict(file, use(target))).toEqual([]);
  });

  it('the truth of rehearsals shares figures of materials with the desk’s plates and none of their code', async () => {
    const take = (names: string, from = '#core/plate') =>
      `import { ${names} } from '${from}';\nexport const y = [${names}];\n`;
    expect(await verdict('src/core/truth/any.ts', take('METAL, zoneAt'))).toEqual([]);
    for (const code of [take('plateSimulator'), take('powerShare'), take('pieceAt', '#core/piece')])
      expect(await verdict('src/core/truth/any.ts', code)).toContain('no-restricted-imports');
  });

  it('core has no clock and no chance of its own', async () => {
    expect(await verdict('src/core/plan/any.ts', 'export const now = Date.now();\n')).toContain(
      'no-restricted-globals',
    );
    expect(await verdict('src/core/plan/any.ts', 'export const luck = Math.random();\n')).toContain(
      'no-restricted-properties',
    );
  });
});

describe('19.6 what the interface watches', () => {
  it.each([
    ['watch(() => [a.value, b.value], ask);', false],
    ['watch(() => [a.value, b.value] as const, ask);', false],
    ['watch(() => ({ a: a.value }), ask);', false],
    ['watch([() => a.value, () => b.value], ask);', true],
    ['watch(() => `${a.value} ${b.value}`, ask);', true],
  ])('%s: %s', async (code, may) => {
    const said = await verdict(
      'src/web/stages/any.ts',
      `declare const watch: any, a: any, b: any, ask: any;\n${code}\n`,
    );
    expect(said.includes('no-restricted-syntax')).toBe(!may);
  });
});
