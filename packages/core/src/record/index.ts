export * from './entry.ts';
export * from './canonical.ts';
export * from './chain.ts';
export * from './installation-log.ts';
export * from './state.ts';
export { beginFolding, foldEntries, type Folding } from './fold.ts';
export * from './seen.ts';
export * from './states.ts';
export * from './losses.ts';
export * from './evidence.ts';
export { upcast } from './upcast.ts';
export { figureDoubt } from './admit-answer.ts';
export { whyNotClosable } from './admit-finding.ts';
export { overridable } from './admit-gate.ts';
export * from './admit.ts';
export * from './cost.ts';
export * from './about.ts';
export { MAY, MAY_OVERRULE } from './roles.ts';
export {
  implausible,
  isFigureSpec,
  isWorked,
  tenTimesOff,
  type FigureSpec,
  type WorkedSpec,
} from './plausible.ts';
export { pastFigures } from './past.ts';
