export * from './steady.ts';
export * from './settling.ts';
export * from './source-clock.ts';
