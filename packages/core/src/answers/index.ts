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
export { sideBySide } from './side-by-side.ts';
export { TIMED_BY, type TimedBy } from './timed-by.ts';
export { flowDemand, flowMeasured } from './flow.ts';
export { SPHERE_FIGURES, sphereFigures, sphereFitted, sphereSamples, type SphereFigure } from './sphere.ts';
export { sheetFigures, sheetForm, sheetRoom, sheetWorked } from './worksheet.ts';
export {
  aboardBy,
  airspeedOf,
  chargingOf,
  coldSensors,
  factorOf,
  legsOf,
  runwayName,
  runwaysOf,
  stallRunsOf,
  stallsOf,
  fieldMoved,
  fullThrottleOf,
  adjusted,
  angleCalibrated,
  cruised,
  errorsBySpeed,
  climbed,
  climbedAtSpeeds,
  gaugeStepsOf,
  glided,
  hotCylinders,
  hovered,
  liftMotors,
  runExpected,
  turnsBack,
  levelsOf,
  packRoomOf,
  packsCompared,
  fuelPlanOf,
  resistancesOf,
  SHEETS,
  todayOf,
  type SheetField,
  type SheetFigures,
  type SheetForm,
  type SheetRoom,
} from './worksheets/index.ts';
export { patternBefore, plugsOf, type PlugsOf } from './plugs-of.ts';
export { swingOf } from './swing.ts';
export { SAMPLE_WORDS, samplesWanting } from './samples.ts';
export { toNorth, wantsDeclination } from './heading.ts';
export {
  HEADING_SOURCES,
  HEADING_SOURCE_IDS,
  NORTHS,
  type HeadingSource,
  type North,
} from './heading-sources.ts';
export { saysSame } from './says-same.ts';
export { isSaidUnseen, isToldAfter } from './told-after.ts';
export { judgeAnswer, measuredOf } from './judge-answer.ts';
export {
  implausible,
  isAskedBack,
  isFigureSpec,
  isWorked,
  tenTimesOff,
  type FigureSpec,
  type WorkedSpec,
} from './plausible.ts';
