export * from './deviation.ts';
