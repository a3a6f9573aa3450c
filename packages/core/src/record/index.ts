export * from './entry.ts';
export * from '../canonical/canonical.ts';
export * from './chain.ts';
export * from './installation-log.ts';
export * from './state.ts';
export { beginFolding, foldEntries, type Folding } from '../entries/fold.ts';
export * from './seen.ts';
export * from './states.ts';
export * from '../standing/losses.ts';
export * from '../standing/evidence.ts';
export { upcast } from '../entries/upcast.ts';
export { figureDoubt } from '../entries/admit-answer.ts';
export { whyNotClosable } from '../entries/admit-finding.ts';
export { overridable } from '../entries/admit-gate.ts';
export * from '../entries/admit.ts';
export * from '../entries/cost.ts';
export * from '../entries/about.ts';
export { MAY, MAY_OVERRULE } from '../entries/roles.ts';
export {
  implausible,
  isFigureSpec,
  isWorked,
  tenTimesOff,
  type FigureSpec,
  type WorkedSpec,
} from '../answers/plausible.ts';
export { pastFigures } from '../standing/past.ts';
