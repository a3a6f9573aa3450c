/** Direction of imports: apps -> contract, formats, standins, packs -> core. Never upward, never sideways but through a door. */
module.exports = {
  forbidden: [
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
      from: { path: '^apps/web' },
      to: { path: ['^apps/server', '^packages/(packs|standins)/'] },
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
        path: '^apps/server/src/(people|library|campaigns|record|monitor|field|attachments|reports|installation|backup)/',
      },
      to: {
        path: '^apps/server/src/(people|library|campaigns|record|monitor|field|attachments|reports|installation|backup)/',
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
