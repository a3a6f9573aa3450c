export * from './status.ts';
export * from './derive.ts';
export * from './standing.ts';
