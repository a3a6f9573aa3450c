export * from './entry.ts';
export * from './canonical.ts';
export * from './chain.ts';
export * from './state.ts';
export { foldEntries, flawOf, stateValue, stateSubject } from './fold.ts';
export { upcast } from './upcast.ts';
export * from './admit.ts';
export * from './cost.ts';
export { implausible, isFigureSpec, tenTimesOff, type FigureSpec } from './plausible.ts';
