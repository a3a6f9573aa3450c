export * from './flow-test.ts';
export * from './samples.ts';
export * from './gauge-steps.ts';
export * from './most-flow.ts';
export * from './plan-fuel.ts';
export * from './return-line.ts';
export * from './straight-line.ts';
export * from './transducer.ts';
