/** Tests of the core, packs, formats, stand-ins, server, and what of the web application has no screen; browser stories are in e2e/. */
export default {
  testMatch: ['<rootDir>/packages/**/*.test.ts', '<rootDir>/apps/*/src/**/*.test.ts'],
  modulePathIgnorePatterns: ['/dist/', '<rootDir>/.tmp/', '<rootDir>/.mutate/sandbox/'],
  moduleNameMapper: { '^fast-check$': '<rootDir>/scripts/seeded-fast-check.mjs' },
  testEnvironment: 'node',
  testEnvironmentOptions: { customExportConditions: ['@kanzel/source', 'node', 'require', 'default'] },
  transform: {
    '^.+\\.(t|j|mj)sx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', decorators: true },
          transform: { legacyDecorator: true, decoratorMetadata: true },
          keepClassNames: true,
          target: 'es2022',
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(@nestjs|@noble|file-type|strtok3|token-types|uint8array-extras|@tokenizer|@borewit|piscina|load-esm)/)',
  ],
  // A guard against what hangs, not a measure: a machine that is busy must not fail a test.
  testTimeout: 1_200_000,
  // Looked up in the context of a test they cost twenty times what they cost a program.
  sandboxInjectedGlobals: [
    'Array',
    'Error',
    'JSON',
    'Map',
    'Math',
    'Number',
    'Object',
    'RegExp',
    'String',
    'Symbol',
  ],
  maxWorkers: 2,
};
