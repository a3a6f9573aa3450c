import { createElement, type ReactElement } from 'react';
import { isFigureSpec, type AnswerKindName, type AnswerSpec, type Check, type Pack } from '@kanzel/core';
import type { AnswerFields as FieldsOf } from '../../answers/answer-fields.ts';
import { AssemblyFields } from '../../answers/assembly/fields.tsx';
import { ChoiceFields } from '../../answers/choice/fields.tsx';
import { CylindersFields } from '../../answers/cylinders/fields.tsx';
import { DocumentFields } from '../../answers/document/fields.tsx';
import { DropFields } from '../../answers/drop/fields.tsx';
import { FlowFields } from '../../answers/flow/fields.tsx';
import { SphereFields } from '../../answers/sphere/fields.tsx';
import { WorksheetFields } from '../../answers/worksheet/fields.tsx';
import { RollFields } from '../../answers/roll/fields.tsx';
import { SamplesFields } from '../../answers/samples/fields.tsx';
import { SwingFields } from '../../answers/swing/fields.tsx';
import { LocksFields } from '../../answers/locks/fields.tsx';
import { PhotoFields } from '../../answers/photo/fields.tsx';
import { ReadingFields } from '../../answers/reading/fields.tsx';
import { PositionsFields } from '../../answers/positions/fields.tsx';
import { SenseFields } from '../../answers/sense/fields.tsx';
import { SideBySideFields } from '../../answers/side-by-side/fields.tsx';
import { SignaturesFields } from '../../answers/signatures/fields.tsx';
import { TallyFields } from '../../answers/tally/fields.tsx';
import { TimerFields } from '../../answers/timer/fields.tsx';
import { TrailFields } from '../../answers/trail/fields.tsx';
import { TravelFields } from '../../answers/travel/fields.tsx';
import { WeighingFields } from '../../answers/weighing/fields.tsx';
import { ANSWER_KINDS, deskOf } from '../../answers/desks.ts';
import { ANY_GAUGE, GaugeEnds, GaugeFields } from '../../answers/figures/gauge-fields.tsx';
import { Picker } from '../../ui/picker.tsx';
import { wordsIn } from '../../ui/plain-words.ts';

/** What is asked of each way of answering. */
const FIELDS: { readonly [K in AnswerKindName]: FieldsOf<K> } = {
  reading: ReadingFields,
  drop: DropFields,
  count: GaugeEnds,
  photo: PhotoFields,
  cylinders: CylindersFields,
  series: GaugeFields,
  choice: ChoiceFields,
  confirm: 'none',
  timer: TimerFields,
  text: 'none',
  weighing: WeighingFields,
  loading: 'none',
  document: DocumentFields,
  trail: TrailFields,
  signatures: SignaturesFields,
  equipment: 'none',
  plate: 'none',
  locks: LocksFields,
  tally: TallyFields,
  assembly: AssemblyFields,
  sense: SenseFields,
  positions: PositionsFields,
  travel: TravelFields,
  mission: 'none',
  parameters: 'none',
  'side-by-side': SideBySideFields,
  heading: 'none',
  flow: FlowFields,
  worksheet: WorksheetFields,
  sphere: SphereFields,
  samples: SamplesFields,
  roll: RollFields,
  swing: SwingFields,
};

const KINDS = ANSWER_KINDS.map((id) => ({ id, text: deskOf(id).title }));

/** How a check is answered. */
export function AnswerFields({
  pack,
  check,
  change,
}: {
  pack: Pack;
  check: Check;
  change: (next: Partial<Check>, about: string) => void;
}): ReactElement {
  const { answer } = check;
  const put = (next: AnswerSpec): void => change({ answer: next }, 'answer');
  if (answer.kind === 'computed')
    return (
      <p className="text-ink-2">
        Follows from {answer.from.map(wordsIn(pack).part).join(' and ')}; nobody answers it.
      </p>
    );
  // Each is given specs of its own name, which the compiler cannot follow through a lookup; the table is typed by name.
  const fields = FIELDS[answer.kind] as FieldsOf<AnswerKindName>;
  const gauge = isFigureSpec(answer)
    ? { unit: answer.unit, resolution: answer.resolution, plausible: answer.plausible }
    : ANY_GAUGE;
  return (
    <div className="grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
      <Picker
        label="Answered by"
        value={answer.kind}
        options={KINDS}
        onChange={(kind) => put(deskOf(kind).begin(gauge))}
      />
      {fields === 'none' ? null : createElement(fields, { answer, put })}
    </div>
  );
}
