/**
 * `npm run mutate`: puts faults into the heart, one at a time, and asks whether the tests beside it see them.
 * `npm run mutate -- --part limits` takes one part; results are kept and only what changed is asked again.
 */
export const PARTS = {
  quantity: { mutate: ['packages/core/src/quantity/*.ts'], tests: ['quantity', 'limits'] },
  limits: { mutate: ['packages/core/src/limits/*.ts'], tests: ['limits', 'quantity'] },
  checks: { mutate: ['packages/core/src/checks/*.ts'], tests: ['checks', 'entries', 'standing', 'trial'] },
  answers: { mutate: ['packages/core/src/answers/*.ts'], tests: ['answers', 'entries', 'trial'] },
  record: { mutate: ['packages/core/src/record/*.ts'], tests: ['record', 'entries', 'standing'] },
  scope: { mutate: ['packages/core/src/scope/*.ts'], tests: ['scope', 'entries'] },
  standing: { mutate: ['packages/core/src/standing/*.ts'], tests: ['standing', 'entries', 'record'] },
  entries: { mutate: ['packages/core/src/entries/*.ts'], tests: ['entries', 'standing', 'checks'] },
  controls: { mutate: ['packages/core/src/controls/*.ts'], tests: ['controls', 'answers'] },
  flight: {
    mutate: ['packages/core/src/flight/*.ts', 'packages/core/src/air/*.ts'],
    tests: ['flight', 'air'],
  },
  field: { mutate: ['packages/core/src/field/*.ts'], tests: ['field'] },
  fuel: {
    mutate: ['packages/core/src/fuel/*.ts', 'packages/core/src/compass/*.ts'],
    tests: ['fuel', 'compass', 'answers'],
  },
  energy: {
    mutate: ['packages/core/src/energy/*.ts', 'packages/core/src/answers/worksheets/*.ts'],
    tests: ['energy', 'answers'],
  },
  calls: {
    mutate: [
      'packages/core/src/calls/*.ts',
      'packages/core/src/entries/kinds/call-made.ts',
      'packages/core/src/checks/afterwards.ts',
    ],
    tests: ['calls', 'checks'],
  },
  'run-up': {
    mutate: ['packages/core/src/run-up/*.ts', 'packages/core/src/answers/plugs-of.ts'],
    tests: ['run-up', 'answers'],
  },
  signals: { mutate: ['packages/core/src/signals/*.ts'], tests: ['signals', 'answers'] },
  loading: { mutate: ['packages/core/src/loading/judge.ts'], tests: ['loading'] },
};

const part = process.env['KANZEL_MUTATE_PART'] ?? 'quantity';
const { mutate } = PARTS[part];

export default {
  packageManager: 'npm',
  testRunner: 'jest',
  plugins: ['@stryker-mutator/jest-runner'],
  jest: {
    projectType: 'custom',
    configFile: 'jest.config.mjs',
    config: {
      // A property that fails has told: nobody waits for the smallest example.
      setupFiles: ['<rootDir>/scripts/few-draws.mjs'],
      testMatch: ['<rootDir>/scripts/mutants-seen.mjs'],
    },
    enableFindRelatedTests: false,
  },
  mutate: [...mutate, '!**/*.test.ts', '!**/index.ts', '!**/types.ts'],
  // What is said in words is held by other tests; a sentence that changes is no fault of the heart.
  mutator: { excludedMutations: ['StringLiteral'] },
  coverageAnalysis: 'perTest',
  concurrency: 2,
  timeoutMS: 20_000,
  // What is reckoned once, when a file is loaded, would take every test for each of its faults.
  ignoreStatic: true,
  incremental: true,
  incrementalFile: `.mutate/${part}.json`,
  tempDirName: '.mutate/sandbox',
  reporters: ['progress-append-only', 'clear-text', 'json'],
  jsonReporter: { fileName: `.mutate/${part}-report.json` },
  clearTextReporter: { allowColor: false, reportTests: false, reportMutants: false },
  thresholds: { high: 95, low: 90, break: 90 },
  ignorePatterns: ['.mutate', '.demo', '.tmp', 'dist', 'docs/screenshots', 'e2e', 'bench'],
};
