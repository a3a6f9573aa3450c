export * from './types.ts';
export * from './basis-index.ts';
export * from './compare-bases.ts';
export * from './pack-problems.ts';
export * from './edit-pack.ts';
export * from './defaults.ts';
export * from './ways.ts';
