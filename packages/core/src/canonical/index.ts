export * from './canonical.ts';
export * from './hash.ts';
