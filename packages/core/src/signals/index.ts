export * from './steady.ts';
export * from './settling.ts';
export * from './source-clock.ts';
export * from './channel-units.ts';
export * from './samples.ts';
export * from './live-look.ts';
export * from './standstill.ts';
