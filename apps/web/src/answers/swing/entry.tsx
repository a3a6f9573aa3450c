import type { ReactElement } from 'react';
import { HEADING_SOURCE_IDS, HEADING_SOURCES, NORTHS } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { Button } from '../../ui/button.tsx';
import { Picker } from '../../ui/picker.tsx';
import type { EntryProps } from '../answer-view.ts';
import { candidateOf } from '../candidate.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { SmallField } from '../figures/small-field.tsx';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import {
  MOST_HEADINGS,
  northOnDesk,
  readsOf,
  rowsOnDesk,
  setOf,
  sourceOnDesk,
  SWING_FIGURES,
} from './desk.ts';
import { ByWorldModel } from './by-world-model.tsx';
import { SwingResult } from './result.tsx';

const SOURCES = HEADING_SOURCE_IDS.map((id) => ({ id, text: HEADING_SOURCES[id] }));
const FROM = NORTHS.map((id) => ({ id, text: id === 'magnetic' ? 'Magnetic' : 'True' }));

/** What it is set by, and heading by heading where it points and what it shows; the curve and the card come as soon as it goes round. */
export function SwingEntry({ part, spec, first }: EntryProps<'swing'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const rows = rowsOnDesk(spec, draft);
  const pick = (name: string, id: string): void =>
    changeDraft(view.id, part.key, { picks: { ...draft.picks, [name]: id } });
  const candidate = candidateOf(view.state, view.index, part, draft);
  const answer = candidate.ok && candidate.value.answer.kind === 'swing' ? candidate.value.answer : undefined;
  return (
    <div>
      <div className="flex flex-wrap items-end gap-x-5 pb-2">
        <Picker
          className="w-[21rem] max-sm:w-full"
          label="Set by"
          value={sourceOnDesk(draft) ?? ''}
          options={SOURCES}
          onChange={(id) => pick('source', id)}
        />
        <Picker
          className="w-32"
          label="From which north"
          value={northOnDesk(draft) ?? ''}
          options={FROM}
          onChange={(id) => pick('north', id)}
        />
        {northOnDesk(draft) === 'true' ? (
          <>
            <SmallField
              part={part}
              name="declination"
              over="Declination, east plus"
              spoken="declination"
              unit="°"
            />
            <ByWorldModel
              onTake={(text) =>
                changeDraft(view.id, part.key, { texts: { ...draft.texts, declination: text } })
              }
            />
          </>
        ) : null}
      </div>
      <ol className="grid grid-cols-2 gap-x-8 max-sm:grid-cols-1">
        {Array.from({ length: rows }, (_, i) => i + 1).map((row) => {
          const set = setOf(spec, row);
          return (
            <li key={row} className="flex items-end gap-x-4 border-b border-rule-2 py-1.5">
              <b className="w-16 self-center font-mono">
                {set === undefined ? 'Free' : `${String(set).padStart(3, '0')}°`}
              </b>
              {readsOf(spec).map((name, k) => {
                const { over, spoken } = SWING_FIGURES.label(`${name} ${row}`, part, view.index);
                return (
                  <SmallField
                    key={name}
                    part={part}
                    name={`${name} ${row}`}
                    over={over}
                    spoken={spoken}
                    unit="°"
                    focus={first && row === 1 && k === 0}
                  />
                );
              })}
            </li>
          );
        })}
      </ol>
      <div className="flex min-h-11 items-center">
        {rows < MOST_HEADINGS ? (
          <Button kind="quiet" onClick={() => pick('rows', String(rows + 1))}>
            One more heading
          </Button>
        ) : null}
      </div>
      <PreviewVerdicts part={part} draft={draft} />
      {answer ? <SwingResult answer={answer} /> : null}
    </div>
  );
}
