export * from './entry.ts';
export * from './chain.ts';
export * from './installation-log.ts';
export * from './state.ts';
export * from './seen.ts';
export * from './states.ts';
export * from './plan.ts';
export * from './scope.ts';
