import type { AnswerKindName } from '@kanzel/core';
import type { AnswerView } from './answer-view.ts';
import { CHOICE_VIEW } from './choice/view.tsx';
import { CONFIRM_VIEW } from './confirm/view.tsx';
import { COUNT_VIEW } from './count/view.tsx';
import { CYLINDERS_VIEW } from './cylinders/view.tsx';
import { DOCUMENT_VIEW } from './document/view.tsx';
import { DROP_VIEW } from './drop/view.tsx';
import { ASSEMBLY_VIEW } from './assembly/view.tsx';
import { EQUIPMENT_VIEW } from './equipment/view.tsx';
import { FLOW_VIEW } from './flow/view.tsx';
import { SPHERE_VIEW } from './sphere/view.tsx';
import { WORKSHEET_VIEW } from './worksheet/view.tsx';
import { ROLL_VIEW } from './roll/view.tsx';
import { SAMPLES_VIEW } from './samples/view.tsx';
import { SWING_VIEW } from './swing/view.tsx';
import { HEADING_VIEW } from './heading/view.tsx';
import { LOADING_VIEW } from './loading/view.tsx';
import { LOCKS_VIEW } from './locks/view.tsx';
import { MISSION_VIEW } from './mission/view.tsx';
import { PARAMETERS_VIEW } from './parameters/view.tsx';
import { PHOTO_VIEW } from './photo/view.tsx';
import { PLATE_VIEW } from './plate/view.tsx';
import { POSITIONS_VIEW } from './positions/view.tsx';
import { READING_VIEW } from './reading/view.tsx';
import { SENSE_VIEW } from './sense/view.tsx';
import { SERIES_VIEW } from './series/view.tsx';
import { SIDE_BY_SIDE_VIEW } from './side-by-side/view.tsx';
import { SIGNATURES_VIEW } from './signatures/view.tsx';
import { TALLY_VIEW } from './tally/view.tsx';
import { TEXT_VIEW } from './text/view.tsx';
import { TIMER_VIEW } from './timer/view.tsx';
import { TRAIL_VIEW } from './trail/view.tsx';
import { TRAVEL_VIEW } from './travel/view.tsx';
import { WEIGHING_VIEW } from './weighing/view.tsx';

/** Every way of answering, as it is seen. */
const VIEWS: { readonly [K in AnswerKindName]: AnswerView<K> } = {
  reading: READING_VIEW,
  drop: DROP_VIEW,
  count: COUNT_VIEW,
  photo: PHOTO_VIEW,
  cylinders: CYLINDERS_VIEW,
  series: SERIES_VIEW,
  choice: CHOICE_VIEW,
  confirm: CONFIRM_VIEW,
  timer: TIMER_VIEW,
  text: TEXT_VIEW,
  weighing: WEIGHING_VIEW,
  loading: LOADING_VIEW,
  document: DOCUMENT_VIEW,
  trail: TRAIL_VIEW,
  signatures: SIGNATURES_VIEW,
  equipment: EQUIPMENT_VIEW,
  plate: PLATE_VIEW,
  locks: LOCKS_VIEW,
  tally: TALLY_VIEW,
  assembly: ASSEMBLY_VIEW,
  sense: SENSE_VIEW,
  positions: POSITIONS_VIEW,
  travel: TRAVEL_VIEW,
  mission: MISSION_VIEW,
  parameters: PARAMETERS_VIEW,
  'side-by-side': SIDE_BY_SIDE_VIEW,
  heading: HEADING_VIEW,
  flow: FLOW_VIEW,
  worksheet: WORKSHEET_VIEW,
  sphere: SPHERE_VIEW,
  samples: SAMPLES_VIEW,
  roll: ROLL_VIEW,
  swing: SWING_VIEW,
};

/** What is seen of one way of answering. */
export function viewOf(kind: AnswerKindName): AnswerView<AnswerKindName> {
  // As in `deskOf`: typed by name, which a lookup does not follow.
  return VIEWS[kind] as unknown as AnswerView<AnswerKindName>;
}

/** Fetches what these ways of answering are seen by, as long as there is a network: it is there then when there is none. */
export async function fetchViews(kinds: Iterable<AnswerKindName>): Promise<void> {
  const views = [...new Set(kinds)].flatMap((kind) => {
    const { Entry, Kept } = viewOf(kind);
    return Kept === 'row' ? [Entry] : [Entry, Kept];
  });
  // What does not come now is asked for again by whoever opens it, and is told there.
  await Promise.allSettled(views.map(async (seen) => seen.fetch?.()));
}
