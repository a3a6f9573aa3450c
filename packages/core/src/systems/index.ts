export * from './types.ts';
export * from './overlap.ts';
export * from './tree.ts';
export * from './disturb.ts';
export * from './components.ts';
