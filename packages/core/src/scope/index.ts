export * from './work.ts';
export * from './scope.ts';
export * from './outside.ts';
export * from './ways.ts';
