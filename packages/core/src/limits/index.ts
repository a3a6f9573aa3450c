export * from './types.ts';
export * from './judge.ts';
export * from './judge-bounds.ts';
export * from './conditions.ts';
export * from './series.ts';
export { instrumentExpired } from './reading.ts';
export { boundsOf, type DrawnBounds } from './bounds-of.ts';
