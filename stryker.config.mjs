/** One room of core at a time, so that its result is there when it is done. */
const room = process.env.PILLAR_MUTATED ?? 'clear';

export default {
  packageManager: 'npm',
  testRunner: 'jest',
  jest: { configFile: 'jest.mutate.cjs', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  mutate: [`core/${room}/**/*.ts`, '!**/*.test.ts', '!**/testing.ts'],
  ignorePatterns: [
    'build',
    '.react-router',
    '.pillar',
    'test-results',
    'docs',
    'public',
    'app',
    'tests',
    'reports',
  ],
  mutator: { excludedMutations: ['StringLiteral'] },
  ignoreStatic: true,
  incremental: true,
  incrementalFile: `reports/mutation/${room}.incremental.json`,
  reporters: ['progress-append-only', 'json'],
  jsonReporter: { fileName: `reports/mutation/${room}.json` },
  tempDirName: 'reports/.stryker-tmp',
  concurrency: 2,
  timeoutMS: 8000,
  thresholds: { high: 90, low: 80, break: 80 },
};
