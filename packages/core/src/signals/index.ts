export * from './steady.ts';
export * from './source-clock.ts';
