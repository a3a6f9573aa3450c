export * from './status.ts';
export {
  differencesOf,
  secondWalk,
  secondWalkAsked,
  unsaidOf,
  walkInHand,
  type Difference,
  type SecondWalk,
} from './walked-again.ts';
export * from './derive.ts';
export * from './findings.ts';
export * from './pass.ts';
export * from './narrowing.ts';
export * from './stirred-up.ts';
export * from './flights-flown.ts';
export * from './in-the-air.ts';
export * from './doubts.ts';
export * from './closest.ts';
export { computedVerdicts } from './computed.ts';
export * from './loaded.ts';
export * from './permits.ts';
export * from './earlier-evidence.ts';
export * from './losses.ts';
export * from './evidence.ts';
export {
  adjustmentsMade,
  earlierAdjustments,
  pastAdjustments,
  pastFigures,
  pastPatterns,
  usualPlaces,
  type MadeAdjustment,
} from './past.ts';
