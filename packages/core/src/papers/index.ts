export * from './types.ts';
export * from './trail.ts';
export * from './document.ts';
export * from './judge.ts';
export * from './scans.ts';
