export * from './types.ts';
export * from './cards.ts';
