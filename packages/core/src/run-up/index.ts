export * from './plateaus.ts';
export * from './speed-checks.ts';
export * from './plugs.ts';
export * from './wander.ts';
export * from './own-history.ts';
export * from './cold.ts';
export * from './full-power.ts';
export * from './charging.ts';
