export * from './status.ts';
export * from './derive.ts';
export * from '../words/standing-line.ts';
export * from './findings.ts';
export * from './pass.ts';
export * from './narrowing.ts';
export * from './closest.ts';
