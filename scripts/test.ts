import { execFileSync } from 'node:child_process';
import { ROOT } from './lib/paths.ts';
import { countCode } from './lib/code-lines.ts';
import { needPackage } from './lib/debian.ts';
import { check, jest, lintWithTypes, playwright, temporaryCluster } from './lib/lanes.ts';
import { freePort } from './lib/postgres.ts';
import { quiet } from './lib/run.ts';
import { add, type Count } from './lib/summary.ts';

// Everything that must hold: lint, types, Jest, the browser. Ends with one line "N passed, N failed".
/** Everything that is written here. */
const CHECKED_FOR_CIRCLES = ['src', 'scripts', 'bench', 'test', 'e2e'];
const total: Count = { passed: 0, failed: 0 };

needPackage('chromium', () => quiet('/usr/bin/chromium', ['--version']).ok, 'the Chromium browser');
await check(total, 'Lint', ['node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0']);
await lintWithTypes(total, ['src/**/*.ts', 'scripts', 'bench', 'test', 'e2e']);
await check(total, 'Unused exports, files and packages', ['node_modules/knip/bin/knip.js']);
await check(total, 'Constants', ['scripts/lint/constants.mjs', 'src/core']);
await check(total, 'Circles of files', ['scripts/lint/circles.mjs', ...CHECKED_FOR_CIRCLES]);
await check(total, 'Types', ['scripts/types.mjs']);

console.log('\nCore, contract and server …');
const cluster = await temporaryCluster();
try {
  add(total, await jest([], { TEST_CLUSTER_URL: cluster.url('bluebell') }));
} finally {
  await cluster.remove();
}

console.log('\nThe application in the browser …');
add(total, await playwright([], { E2E_PORT: String(await freePort()), E2E_LAN_PORT: String(await freePort()) }));

const lines = countCode(execFileSync('git', ['ls-files'], { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean));
console.log(
  `\nTests are ${Math.round((100 * lines.tests) / (lines.tests + lines.source))} % of code lines (${lines.tests} of ${lines.tests + lines.source}; data files and fixtures left out).`,
);
console.log(`${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 ? 0 : 1);
