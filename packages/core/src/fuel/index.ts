export * from './flow-test.ts';
export * from './samples.ts';
