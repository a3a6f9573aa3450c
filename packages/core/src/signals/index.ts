export * from './steady.ts';
