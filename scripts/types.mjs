// Type checks, each room with its own libraries: core and contract know neither DOM nor Node.
import { spawnSync } from 'node:child_process';

const checks = [
  ['core and contract', 'tsc', 'tsconfig.core.json'],
  ['server, tests and scripts', 'tsc', 'tsconfig.node.json'],
  ['web', 'vue-tsc', 'tsconfig.web.json'],
];
let failed = 0;
for (const [name, tool, project] of checks) {
  const path = tool === 'tsc' ? 'node_modules/typescript/bin/tsc' : 'node_modules/vue-tsc/bin/vue-tsc.js';
  const { status } = spawnSync(process.execPath, [path, '-p', project, '--noEmit'], { stdio: 'inherit' });
  if (status !== 0) {
    console.error(`Types of ${name} do not fit.`);
    failed += 1;
  }
}
process.exit(failed ? 1 : 0);
