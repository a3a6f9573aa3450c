export * from './result.ts';
export * from './words/index.ts';
export * from './quantity/index.ts';
export * from './limits/index.ts';
export * from './signals/index.ts';
export * from './checks/index.ts';
export * from './record/index.ts';
export * from './gates/index.ts';
