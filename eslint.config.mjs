import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import ts from 'typescript';
import tseslint from 'typescript-eslint';

/**
 * A name from outside reads a table by `ownMember`, a Map or `Object.hasOwn`: plainly indexed, "constructor" finds what every
 * object inherits. Arrays, tables whose keys are known to the compiler, and writing are not meant.
 */
const tableByName = {
  meta: {
    type: 'problem',
    schema: [],
    messages: { inherits: 'A table read by a name from outside: use ownMember, a Map or Object.hasOwn.' },
  },
  create(context) {
    const services = context.sourceCode.parserServices;
    const checker = services.program.getTypeChecker();
    const parts = (type) => (type.isUnion() ? type.types : [type]);
    const isFree = (type) =>
      parts(type).some((t) => (t.flags & (ts.TypeFlags.String | ts.TypeFlags.TemplateLiteral)) !== 0);
    const isTable = (type) =>
      parts(type).some((t) =>
        checker.getIndexInfosOfType(t).some((i) => (i.keyType.flags & ts.TypeFlags.String) !== 0),
      );
    const isWritten = ({ parent }, node) =>
      (parent.type === 'AssignmentExpression' && parent.left === node) ||
      (parent.type === 'UnaryExpression' && parent.operator === 'delete') ||
      parent.type === 'UpdateExpression';
    return {
      MemberExpression(node) {
        if (!node.computed || isWritten(node, node)) return;
        const key = services.getTypeAtLocation(node.property);
        if (!isFree(key)) return;
        const table = checker.getNonNullableType(services.getTypeAtLocation(node.object));
        if (isTable(table)) context.report({ node, messageId: 'inherits' });
      },
      "BinaryExpression[operator='in'][left.type!='Literal'][left.type!='PrivateIdentifier']"(node) {
        context.report({ node, messageId: 'inherits' });
      },
    };
  },
};

export default tseslint.config(
  {
    ignores: [
      '.dependency-cruiser.cjs',
      'apps/web/vite.config.ts',
      '**/dist/',
      '**/node_modules/',
      '.demo*/',
      '.tmp/',
      '.mutate/',
      'e2e/test-results/',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.recommendedTypeChecked,
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: {
      parserOptions: {
        project: ['tsconfig.tests.json', 'packages/*/tsconfig.json', 'apps/*/tsconfig.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false },
      ],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: false, allowDefaultCaseForExhaustiveSwitch: false },
      ],
      eqeqeq: 'error',
    },
  },
  {
    files: ['packages/*/src/**/*.ts', 'apps/*/src/**/*.ts', 'apps/*/src/**/*.tsx'],
    // The first is the one place that may; the second writes the members it has just listed, for every hash there is.
    ignores: [
      '**/own-member.ts',
      '**/canonical.ts',
      '**/*.test.ts',
      '**/testing/**',
      'apps/demo/src/**',
      'packages/world/src/**',
    ],
    plugins: { kanzel: { rules: { 'table-by-name': tableByName } } },
    rules: { 'kanzel/table-by-name': 'error' },
  },
  {
    files: ['apps/web/**/*.tsx', 'apps/web/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  // Nest reads the types of parameters at run time, so they have to be imported as values.
  {
    files: ['apps/server/**/*.ts', 'apps/demo/**/*.ts'],
    rules: {
      '@typescript-eslint/consistent-type-imports': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
    },
  },
  {
    // What is special to the database stands in one place.
    files: ['apps/server/src/**/*.ts'],
    ignores: ['apps/server/src/storage/**', '**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...['Literal[value=', 'TemplateElement[value.raw='].map((node) => ({
          selector: `${node}/^\\s*(SELECT|INSERT|UPDATE|DELETE|PRAGMA|VACUUM|CREATE) /]`,
          message: 'Statements of the database stand in storage/.',
        })),
      ],
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/testing/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...[
          'window',
          'document',
          'process',
          'Buffer',
          'fetch',
          'setTimeout',
          'setInterval',
          'performance',
          'crypto',
          'localStorage',
        ].map((name) => ({ name, message: 'The core knows no DOM, Node, network, clock or random source.' })),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'Time is passed in.' },
        { object: 'Math', property: 'random', message: 'The random source is passed in.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'Time is passed in.' },
      ],
    },
  },
  {
    files: ['**/*.test.ts', '**/testing/*.ts', 'e2e/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unnecessary-type-assertion': 'off',
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
    },
  },
  {
    files: ['**/*.mjs', '**/*.cjs', '**/*.config.ts'],
    ...tseslint.configs.disableTypeChecked,
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        performance: 'readonly',
        fetch: 'readonly',
        document: 'readonly',
        matchMedia: 'readonly',
        localStorage: 'readonly',
        crypto: 'readonly',
        HTMLInputElement: 'readonly',
        requestAnimationFrame: 'readonly',
        Event: 'readonly',
      },
    },
  },
);
