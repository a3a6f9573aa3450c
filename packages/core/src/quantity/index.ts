export * from './units.ts';
export * from './parse.ts';
export * from './format.ts';
export * from './noise.ts';
export * from './uncertainty.ts';
export * from './instant.ts';
