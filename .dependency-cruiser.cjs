/** Direction of imports: apps -> contract, formats, standins, packs -> core. Never upward, never sideways but through a door. */

/** Folders of the core in the order of import: each imports only from those before it, so that there is no circle of folders. */
const CORE = [
  'reasons',
  'canonical',
  'quantity',
  'air',
  'limits',
  'signals',
  'run-up',
  'mission',
  'parameters',
  'aircraft',
  'controls',
  'fuel',
  'compass',
  'field',
  'flight',
  'energy',
  'systems',
  'emergency',
  'loading',
  'papers',
  'checks',
  'answers',
  'record',
  'calls',
  'scope',
  'standing',
  'entries',
  'planning',
  'trial',
  'words',
];

module.exports = {
  forbidden: [
    ...CORE.slice(0, -1).map((folder, at) => ({
      name: `core-${folder}-imports-upward`,
      severity: 'error',
      from: { path: `^packages/core/src/${folder}/`, pathNot: '\\.test\\.ts$' },
      to: { path: `^packages/core/src/(${CORE.slice(at + 1).join('|')})/` },
    })),
    {
      name: 'core-folder-without-a-place',
      severity: 'error',
      comment: 'A new folder of the core gets its place in the order of import.',
      from: { path: `^packages/core/src/(?!(${CORE.join('|')}|testing)/)[^/]+/` },
      to: {},
    },
    {
      name: 'no-circular',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'core-stands-alone',
      severity: 'error',
      comment: 'The core imports no framework, DOM or Node.',
      from: { path: '^packages/core/src', pathNot: '(\\.test\\.ts$|/testing/)' },
      to: { pathNot: ['^packages/core/src', 'node_modules/@noble/hashes'] },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'packages-never-import-apps',
      severity: 'error',
      from: { path: '^packages/' },
      to: { path: '^apps/' },
    },
    {
      name: 'formats-and-packs-import-core-only',
      severity: 'error',
      from: { path: '^packages/(formats|packs|contract)/src' },
      to: { path: '^packages/(standins|formats|packs|contract)/', pathNot: '^packages/$1/' },
    },
    {
      name: 'web-never-imports-server',
      severity: 'error',
      from: { path: '^apps/web', pathNot: '\\.test\\.ts$' },
      to: { path: ['^apps/server', '^packages/(packs|standins)/'] },
    },
    {
      name: 'product-knows-no-demonstration',
      severity: 'error',
      comment:
        'The invented world and the story told in it stand beside the product, which runs without them.',
      from: { path: '^(apps/(server|web)|packages/(?!world/))', pathNot: '(\\.test\\.ts$|/testing/)' },
      to: { path: '^(apps/demo|packages/world)/' },
    },
    {
      name: 'demonstration-through-the-doors',
      severity: 'error',
      from: { path: '^apps/demo/src', pathNot: '\\.test\\.ts$' },
      to: { path: '^apps/server/src/', pathNot: '^apps/server/src/index\\.ts$' },
    },
    {
      name: 'server-never-imports-web',
      severity: 'error',
      from: { path: '^apps/server' },
      to: { path: '^apps/web' },
    },
    {
      name: 'server-modules-through-their-doors',
      severity: 'error',
      from: {
        path: '^apps/server/src/(people|library|campaigns|record|devices|field|attachments|reports|installation|backup)/',
      },
      to: {
        path: '^apps/server/src/(people|library|campaigns|record|devices|field|attachments|reports|installation|backup)/',
        pathNot: ['^apps/server/src/$1/', 'index\\.ts$'],
      },
    },
    {
      name: 'sqlite-in-one-place',
      severity: 'error',
      from: { path: '^apps/server/src', pathNot: '^apps/server/src/storage/' },
      to: { path: 'node_modules/better-sqlite3' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['@kanzel/source', 'import', 'require', 'node', 'default', 'types'],
      mainFields: ['module', 'main', 'types'],
    },
  },
};
