/** Jest over TypeScript modules; the server tests find their cluster through TEST_CLUSTER_URL (set by scripts/test.ts). */
export default {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      {
        jsc: { target: 'es2022', parser: { syntax: 'typescript' }, experimental: { keepImportAttributes: true } },
        module: { type: 'es6' },
      },
    ],
  },
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  testPathIgnorePatterns: process.env.LONG_TESTS ? ['/node_modules/'] : ['/node_modules/', '<rootDir>/test/long/'],
  testTimeout: 60_000,
  maxWorkers: 2,
};
