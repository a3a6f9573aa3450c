export * from './status.ts';
export * from './derive.ts';
