/** Unit tests lie beside the code they test; the browser tests are Playwright's. */
module.exports = {
  testEnvironment: 'node',
  maxWorkers: '100%',
  // Patience for a machine that does other things besides; what is quick is measured by bin/bench.
  testTimeout: 60_000,
  roots: [
    '<rootDir>/tests/simulate',
    '<rootDir>/core',
    '<rootDir>/server',
    '<rootDir>/demo',
    '<rootDir>/db',
    '<rootDir>/app',
  ],
  testMatch: ['**/*.test.ts'],
  moduleNameMapper: { '^~/(.*)$': '<rootDir>/$1' },
  transform: {
    '^.+\\.[mc]?[jt]sx?$': [
      '@swc/jest',
      {
        jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' },
        module: { type: 'commonjs' },
      },
    ],
  },
  // Packages published only as ES modules are transformed too.
  transformIgnorePatterns: ['/node_modules/(?!(uuid|ical\\.js|ical-generator)/)'],
};
