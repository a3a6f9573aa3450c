export * from './parameters.ts';
