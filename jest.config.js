/** Unit tests: TypeScript through swc, as native modules. */
const config = {
  testEnvironment: 'node',
  modulePathIgnorePatterns: ['<rootDir>/.mutate/'],
  globalSetup: '<rootDir>/scripts/jest-setup.mjs',
  globalTeardown: '<rootDir>/scripts/jest-teardown.mjs',
  setupFiles: ['<rootDir>/scripts/jest-globals.mjs'],
  maxWorkers: '100%',
  // Every core is at work: what takes two seconds alone may take several. Tests that look at the clock are named
  // `*.timed.test.ts`, and scripts/test.sh runs them by themselves.
  testTimeout: 20_000,
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  testMatch: ['src', 'cli', 'demo', 'docs'].map((folder) => `<rootDir>/${folder}/**/*.test.{ts,tsx}`),
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
        },
      },
    ],
  },
};

export default config;
