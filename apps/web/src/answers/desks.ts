import type { AnswerKindName, BasisIndex, Part } from '@kanzel/core';
import type { AnswerDesk } from './answer-desk.ts';
import { CHOICE_DESK } from './choice/desk.ts';
import { CONFIRM_DESK } from './confirm/desk.ts';
import { COUNT_DESK } from './count/desk.ts';
import { CYLINDERS_DESK } from './cylinders/desk.ts';
import { DOCUMENT_DESK } from './document/desk.ts';
import { DROP_DESK } from './drop/desk.ts';
import { ASSEMBLY_DESK } from './assembly/desk.ts';
import { EQUIPMENT_DESK } from './equipment/desk.ts';
import { FLOW_DESK } from './flow/desk.ts';
import { SPHERE_DESK } from './sphere/desk.ts';
import { WORKSHEET_DESK } from './worksheet/desk.ts';
import { ROLL_DESK } from './roll/desk.ts';
import { SAMPLES_DESK } from './samples/desk.ts';
import { SWING_DESK } from './swing/desk.ts';
import { HEADING_DESK } from './heading/desk.ts';
import { LOADING_DESK } from './loading/desk.ts';
import { LOCKS_DESK } from './locks/desk.ts';
import { MISSION_DESK } from './mission/desk.ts';
import { PARAMETERS_DESK } from './parameters/desk.ts';
import { PHOTO_DESK } from './photo/desk.ts';
import { PLATE_DESK } from './plate/desk.ts';
import { POSITIONS_DESK } from './positions/desk.ts';
import { READING_DESK } from './reading/desk.ts';
import { SENSE_DESK } from './sense/desk.ts';
import { SERIES_DESK } from './series/desk.ts';
import { SIDE_BY_SIDE_DESK } from './side-by-side/desk.ts';
import { SIGNATURES_DESK } from './signatures/desk.ts';
import { TALLY_DESK } from './tally/desk.ts';
import { TEXT_DESK } from './text/desk.ts';
import { TIMER_DESK } from './timer/desk.ts';
import { TRAIL_DESK } from './trail/desk.ts';
import { TRAVEL_DESK } from './travel/desk.ts';
import { WEIGHING_DESK } from './weighing/desk.ts';

/** Every way of answering, as the desk knows it. */
const DESKS: { readonly [K in AnswerKindName]: AnswerDesk<K> } = {
  reading: READING_DESK,
  drop: DROP_DESK,
  count: COUNT_DESK,
  photo: PHOTO_DESK,
  cylinders: CYLINDERS_DESK,
  series: SERIES_DESK,
  choice: CHOICE_DESK,
  confirm: CONFIRM_DESK,
  timer: TIMER_DESK,
  text: TEXT_DESK,
  weighing: WEIGHING_DESK,
  loading: LOADING_DESK,
  document: DOCUMENT_DESK,
  trail: TRAIL_DESK,
  signatures: SIGNATURES_DESK,
  equipment: EQUIPMENT_DESK,
  plate: PLATE_DESK,
  locks: LOCKS_DESK,
  tally: TALLY_DESK,
  assembly: ASSEMBLY_DESK,
  sense: SENSE_DESK,
  positions: POSITIONS_DESK,
  travel: TRAVEL_DESK,
  mission: MISSION_DESK,
  parameters: PARAMETERS_DESK,
  'side-by-side': SIDE_BY_SIDE_DESK,
  heading: HEADING_DESK,
  flow: FLOW_DESK,
  samples: SAMPLES_DESK,
  roll: ROLL_DESK,
  swing: SWING_DESK,
  worksheet: WORKSHEET_DESK,
  sphere: SPHERE_DESK,
};

/** Their names, in the order of the map. */
export const ANSWER_KINDS = Object.keys(DESKS) as readonly AnswerKindName[];

/** What the desk knows of one way of answering. */
export function deskOf(kind: AnswerKindName): AnswerDesk<AnswerKindName> {
  // Each takes specs and answers of its own name, which the compiler cannot follow through a lookup; the table is typed by name.
  return DESKS[kind] as unknown as AnswerDesk<AnswerKindName>;
}

/** The names under which a check's figures are typed. */
export function figureNames(index: BasisIndex, part: Part): readonly string[] {
  const { kind } = part.check.answer;
  if (kind === 'computed') return [];
  const { figures } = deskOf(kind);
  return figures === 'none' ? [] : figures.names(part, index);
}
