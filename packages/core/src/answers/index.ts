export { COMPUTATIONS, type Computation } from './computations/index.ts';
export { ANSWERS, describeAnswer, kindOf, scansOf } from './answers.ts';
export type { AnswerKind, AnswerKindName, AnswerOf, AnswerRoom } from './kind.ts';
export * from './part-answer.ts';
export { standingOfAssembly, stepsOf, type PartStanding } from './assembly.ts';
export { directedReading } from './directed.ts';
export { isLockAnswered, locksOf, type Lock } from './locks.ts';
export { controlsOf, NOT_TILTED, senseOutputs, TILTED, waysSeen, type Controls } from './sense.ts';
export { armedOther, ARMED_BY_VEHICLE } from './armed.ts';
export { openParameters } from './parameters.ts';
export { travelOutputs, workOutTravel, type WorkedTravel } from './travel.ts';
export { besideTitle, sideBySide, TIMED_BY, type Beside, type TimedBy } from './side-by-side.ts';
export {
  HEADING_SOURCES,
  HEADING_SOURCE_IDS,
  NORTHS,
  toNorth,
  wantsDeclination,
  type HeadingSource,
  type North,
} from './heading.ts';
export { isSaidUnseen, isToldAfter } from './told-after.ts';
export { judgeAnswer, measuredOf } from './judge-answer.ts';
export {
  implausible,
  isFigureSpec,
  isWorked,
  tenTimesOff,
  type FigureSpec,
  type WorkedSpec,
} from './plausible.ts';
