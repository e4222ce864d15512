import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './scripts/lib/chromium.ts';

const port = process.env['E2E_PORT'] ?? '4750';
const lanPort = (process.env['E2E_LAN_PORT'] ??= String(Number(port) + 1));

const long = Boolean(process.env['LONG_TESTS']);

const webServer = {
  command: 'node scripts/boot.mjs serve-e2e',
  env: { E2E_PORT: port, E2E_LAN_PORT: lanPort },
  url: `http://127.0.0.1:${port}/api/health`,
  timeout: 180_000,
  reuseExistingServer: false,
  gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 15_000 },
};

/** The real application in Debian's Chromium, against a server with a database of its own. */
export default defineConfig({
  testDir: 'e2e',
  testMatch: long ? '**/long/*.spec.ts' : '**/*.spec.ts',
  testIgnore: long ? [] : '**/long/**',
  timeout: 120_000, // a busy machine's; nothing here asserts how fast it is
  expect: { timeout: 20_000 },
  workers: 1,
  retries: 0,
  reporter: [['list'], ['json']],
  outputDir: 'test-results',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    actionTimeout: 20_000,
    navigationTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    launchOptions: CHROMIUM,
  },
  webServer,
});
