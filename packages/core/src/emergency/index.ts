export * from './types.ts';
export * from './cards.ts';
export * from './likely.ts';
