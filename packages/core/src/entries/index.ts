export { beginFolding, foldEntries, type Folding } from './fold.ts';
export { upcast } from './upcast.ts';
export { figureDoubt } from './admit-answer.ts';
export { whyNotClosable } from './admit-finding.ts';
export { overridable } from './admit-gate.ts';
export * from './admit.ts';
export * from './cost.ts';
export * from './about.ts';
export { MAY, MAY_OVERRULE } from './roles.ts';
