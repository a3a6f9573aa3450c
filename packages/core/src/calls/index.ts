export * from './open-call.ts';
export * from './pace.ts';
export * from './positions.ts';
