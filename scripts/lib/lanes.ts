import { mkdtempSync, readFileSync, rmSync, chmodSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureDatabase, startCluster, type Cluster } from './postgres.ts';
import { run } from './run.ts';
import { add, type Count } from './summary.ts';

/** A cluster in a folder of its own that goes with the tests. */
export async function temporaryCluster(): Promise<Cluster & { remove: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'bluebell-'));
  chmodSync(folder, 0o711);
  const cluster = await startCluster(folder);
  await ensureDatabase(cluster, 'bluebell');
  return {
    ...cluster,
    remove: async () => {
      await cluster.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Runs Jest and counts its tests; a suite that did not even load counts as one failure. */
export async function jest(args: readonly string[], env: NodeJS.ProcessEnv): Promise<Count> {
  const report = join(mkdtempSync(join(tmpdir(), 'bluebell-jest-')), 'report.json');
  await run(process.execPath, ['node_modules/jest/bin/jest.js', '--json', `--outputFile=${report}`, ...args], {
    NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
    ...env,
  });
  try {
    const result = JSON.parse(readFileSync(report, 'utf8'));
    return { passed: result.numPassedTests, failed: result.numFailedTests + result.numRuntimeErrorTestSuites };
  } catch {
    return { passed: 0, failed: 1 };
  }
}

/** Runs Playwright and counts its tests. */
export async function playwright(args: readonly string[], env: NodeJS.ProcessEnv): Promise<Count> {
  const report = join(mkdtempSync(join(tmpdir(), 'bluebell-e2e-')), 'report.json');
  const code = await run(process.execPath, ['node_modules/@playwright/test/cli.js', 'test', ...args], {
    ...env,
    PLAYWRIGHT_JSON_OUTPUT_FILE: report,
  });
  try {
    const { stats } = JSON.parse(readFileSync(report, 'utf8'));
    const failed = stats.unexpected + stats.flaky;
    return { passed: stats.expected, failed: failed || (code === 0 ? 0 : 1) };
  } catch {
    return { passed: 0, failed: 1 };
  }
}

/** One thing that holds or does not: a command that says so by its exit code. */
export async function check(
  total: Count,
  name: string,
  command: readonly string[],
  env: NodeJS.ProcessEnv = {},
): Promise<void> {
  console.log(`\n${name} …`);
  const failed = (await run(process.execPath, command, env)) === 0 ? 0 : 1;
  add(total, { passed: 1 - failed, failed });
}

/** What only types tell of files; each is read once. */
export const lintWithTypes = (total: Count, files: readonly string[]): Promise<void> =>
  check(
    total,
    'Lint with types',
    ['node_modules/eslint/bin/eslint.js', '-c', 'eslint.types.config.js', '--max-warnings', '0', ...files],
    { TSESTREE_SINGLE_RUN: 'true' },
  );
