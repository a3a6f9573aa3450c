export * from './status.ts';
export * from './derive.ts';
export * from './standing.ts';
export * from './findings.ts';
export * from './pass.ts';
export * from './narrowing.ts';
export * from './closest.ts';
