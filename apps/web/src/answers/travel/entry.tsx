import type { ReactElement } from 'react';
import {
  travelOutputs,
  travelPointInWords,
  unitOf,
  type ControlOutput,
  type Part,
  type TravelPoint,
} from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { Choices } from '../../ui/field.tsx';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { SmallField } from '../figures/small-field.tsx';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { fieldsOf, heldOnDesk, measuredIn, nameOf } from './desk.ts';

const UNITS = [
  { id: 'deg-angle', text: 'Degrees' },
  { id: 'mm', text: 'Millimetres at a radius' },
] as const;

const HELD = [
  { id: 'straight', text: 'Straight' },
  { id: 'square', text: 'Square to the surface' },
] as const;

function Cell({
  part,
  output,
  point,
  unit,
  focus,
}: {
  part: Part;
  output: ControlOutput;
  point: TravelPoint | 'radius';
  unit: string;
  focus: boolean;
}): ReactElement {
  const words = point === 'radius' ? 'Radius' : travelPointInWords(output, point);
  const { symbol } = unitOf(unit);
  return (
    <SmallField
      part={part}
      name={nameOf(output.id, point)}
      over={words}
      spoken={`${output.title}, ${words.toLowerCase()}, ${symbol}`}
      unit={symbol}
      focus={focus}
    />
  );
}

/** How far each surface goes, a row of fields for each; what follows is judged as soon as all of them are read. */
export function TravelEntry({ part, spec, first }: EntryProps<'travel'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const outputs = travelOutputs(view.index, spec);
  const unit = measuredIn(spec, draft);
  const fields = fieldsOf(view.index, spec, draft);
  const pick = (name: string, id: string): void =>
    changeDraft(view.id, part.key, { picks: { ...draft.picks, [name]: id } });
  if (outputs.length === 0)
    return (
      <p className="border-l-4 border-again bg-again-bg px-2 py-1">
        {view.say({ code: 'senseOfNothing', params: { group: 'surfaces' } })}
      </p>
    );
  return (
    <div>
      <div className="flex flex-wrap gap-x-6">
        <Choices tight label="Read in" value={unit} options={UNITS} onChange={(id) => pick('in', id)} />
        {fields.includes('radius') ? (
          <Choices
            tight
            label="The rule, from where the edge lay"
            value={heldOnDesk(draft)}
            options={HELD}
            onChange={(id) => pick('held', id)}
          />
        ) : null}
      </div>
      <ul>
        {outputs.map((output, i) => (
          <li key={output.id} className="flex flex-wrap items-end gap-x-4 border-b border-rule-2 py-1.5">
            <b className="min-w-40 self-center max-sm:w-full">{output.title}</b>
            {fields.map((point, k) => (
              <Cell
                key={point}
                part={part}
                output={output}
                point={point}
                unit={point === 'radius' ? 'mm' : unit}
                focus={first && i === 0 && k === 0}
              />
            ))}
          </li>
        ))}
      </ul>
      <p className="cap mt-1">
        Counted from where the surface lies in line.
        {spec.takes.some((p) => p !== 'plus' && p !== 'minus' && p !== 'play')
          ? ` Neutral and what it comes back to: ${outputs[0]?.words.plus.toLowerCase() ?? ''} without a sign, ${outputs[0]?.words.minus.toLowerCase() ?? ''} with a minus.`
          : ''}
      </p>
      <PreviewVerdicts part={part} draft={draft} />
    </div>
  );
}
