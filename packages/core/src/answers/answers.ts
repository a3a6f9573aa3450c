import type { BasisIndex } from '../checks/basis-index.ts';
import type { Scan } from '../papers/types.ts';
import type { PartAnswer } from './part-answer.ts';
import { CHOICE } from './choice.ts';
import { CONFIRM } from './confirm.ts';
import { COUNT } from './count.ts';
import { CYLINDERS } from './cylinders.ts';
import { DOCUMENT } from './document.ts';
import { DROP } from './drop.ts';
import { FLOW } from './flow.ts';
import { SPHERE } from './sphere.ts';
import { WORKSHEET } from './worksheet.ts';
import { SWING } from './swing.ts';
import { SAMPLES } from './samples.ts';
import { HEADING } from './heading.ts';
import { EQUIPMENT } from './equipment.ts';
import { ASSEMBLY } from './assembly.ts';
import type { AnswerKind, AnswerKindName } from './kind.ts';
import { LOADING } from './loading.ts';
import { MISSION } from './mission.ts';
import { ROLL } from './roll.ts';
import { LOCKS } from './locks.ts';
import { PARAMETERS } from './parameters.ts';
import { PHOTO } from './photo.ts';
import { PLATE } from './plate.ts';
import { POSITIONS } from './positions.ts';
import { READING } from './reading.ts';
import { SENSE } from './sense.ts';
import { SERIES } from './series.ts';
import { SIDE_BY_SIDE } from './side-by-side.ts';
import { SIGNATURES } from './signatures.ts';
import { TALLY } from './tally.ts';
import { TEXT } from './text.ts';
import { TIMER } from './timer.ts';
import { TRAIL } from './trail.ts';
import { TRAVEL } from './travel.ts';
import { WEIGHING } from './weighing.ts';

/** Every way of answering. */
export const ANSWERS: { readonly [K in AnswerKindName]: AnswerKind<K> } = {
  reading: READING,
  drop: DROP,
  count: COUNT,
  photo: PHOTO,
  cylinders: CYLINDERS,
  series: SERIES,
  choice: CHOICE,
  confirm: CONFIRM,
  timer: TIMER,
  text: TEXT,
  weighing: WEIGHING,
  loading: LOADING,
  document: DOCUMENT,
  trail: TRAIL,
  signatures: SIGNATURES,
  equipment: EQUIPMENT,
  plate: PLATE,
  locks: LOCKS,
  roll: ROLL,
  tally: TALLY,
  assembly: ASSEMBLY,
  sense: SENSE,
  positions: POSITIONS,
  travel: TRAVEL,
  mission: MISSION,
  parameters: PARAMETERS,
  'side-by-side': SIDE_BY_SIDE,
  heading: HEADING,
  flow: FLOW,
  samples: SAMPLES,
  swing: SWING,
  sphere: SPHERE,
  worksheet: WORKSHEET,
};

/** What is known of the way in which something was answered. */
export function kindOf(answer: PartAnswer): AnswerKind<AnswerKindName> {
  // Each kind takes answers of its own name, which the compiler cannot follow through a lookup; the table is typed by name.
  return ANSWERS[answer.kind] as unknown as AnswerKind<AnswerKindName>;
}

/** The copies and photographs that an answer refers to. Example: a permit with two pages has two; a reading has none. */
export function scansOf(answer: PartAnswer): readonly Scan[] {
  return kindOf(answer).copies(answer);
}

/**
 * An answer in words, as rows and reports show it.
 * Example: a drop is "1 702 to 1 590 rpm", a choice is the text of its option, a document "T-114, until 2027-03-01".
 */
export function describeAnswer(index: BasisIndex, check: string, answer: PartAnswer): string {
  return kindOf(answer).describe(answer, index, check);
}
