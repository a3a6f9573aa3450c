export * from './types.ts';
export * from './basis-index.ts';
export { judgeAnswer, measuredOf } from './judge-answer.ts';
export { computedVerdicts } from './computed.ts';
export * from './compare-bases.ts';
export * from './pack-problems.ts';
export * from './edit-pack.ts';
export * from './defaults.ts';
export * from './ways.ts';
