import { needPackage } from './lib/debian.ts';
import { jest, lintWithTypes, playwright, temporaryCluster } from './lib/lanes.ts';
import { quiet } from './lib/run.ts';
import { add, type Count } from './lib/summary.ts';

// Statistics and endurance: what takes minutes. Ends with one line "N passed, N failed".
const total: Count = { passed: 0, failed: 0 };
needPackage('chromium', () => quiet('/usr/bin/chromium', ['--version']).ok, 'the Chromium browser');
await lintWithTypes(total, ['src/web/**/*.vue']); // two minutes more than all the rest
const cluster = await temporaryCluster();
try {
  add(
    total,
    await jest(['--testPathPatterns', 'test/long/'], { LONG_TESTS: '1', TEST_CLUSTER_URL: cluster.url('bluebell') }),
  );
} finally {
  await cluster.remove();
}
console.log('\nThree devices on a bad morning …');
add(total, await playwright([], { LONG_TESTS: '1' }));
console.log(`${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 ? 0 : 1);
