export * from './types.ts';
export * from './configuration.ts';
export * from './plan.ts';
export { layoutFor } from './templates.ts';
