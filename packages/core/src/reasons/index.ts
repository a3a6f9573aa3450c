export * from './reason.ts';
