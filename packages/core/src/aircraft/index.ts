export * from './types.ts';
export * from './configuration.ts';
export * from './plan-types.ts';
export { planOf } from './plan.ts';
export { areasNamed, areasOf, type Area, type Named } from './areas.ts';
export { engineCounts, layoutFor, layoutWith, turningFrom } from './templates.ts';
export * from './aircraft.ts';
export * from './loading-data.ts';
