import type { ReactElement } from 'react';
import { formatFigure, HEADING_SOURCE_IDS, HEADING_SOURCES, NORTHS, type Part } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { useMonitor } from '../../sync/monitor-store.ts';
import { Picker } from '../../ui/picker.tsx';
import type { EntryProps } from '../answer-view.ts';
import { candidateOf } from '../candidate.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { lookAt } from '../figures/live-take.ts';
import { SmallField } from '../figures/small-field.tsx';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { HEADING_FIGURES, mixesNorths, northOnDesk, REFERENCES, sourceOnDesk } from './desk.ts';
import { handsOf } from './hands.ts';
import { Rose } from './rose.tsx';

const SOURCES = HEADING_SOURCE_IDS.map((id) => ({ id, text: HEADING_SOURCES[id] }));
const FROM = NORTHS.map((id) => ({ id, text: id === 'magnetic' ? 'Magnetic' : 'True' }));

function Figure({ part, name, focus }: { part: Part; name: string; focus: boolean }): ReactElement {
  const view = useCampaign();
  useMonitor((s) => s.tick);
  const look = name === 'own' ? lookAt(view.index, part, name) : undefined;
  const { over, spoken } = HEADING_FIGURES.label(name, part, view.index);
  return (
    <SmallField
      wide
      part={part}
      name={name}
      over={over}
      spoken={`${view.names.part(part.key)}, ${spoken}`}
      unit="°"
      focus={focus}
      placeholder={look && look.state !== 'none' ? formatFigure(look.value, 1) : '—'}
    />
  );
}

/** The heading shown and two references: what each of them is, which north it counts from, and its figure. */
export function HeadingEntry({ part, first }: EntryProps<'heading'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const pick = (name: string, id: string): void =>
    changeDraft(view.id, part.key, { picks: { ...draft.picks, [name]: id } });
  const candidate = candidateOf(view.state, view.index, part, draft);
  const answer =
    candidate.ok && candidate.value.answer.kind === 'heading' ? candidate.value.answer : undefined;
  return (
    <div className="flex flex-wrap items-start gap-x-10">
      <div>
        <div className="flex flex-wrap items-end gap-x-5 border-b border-rule-2 py-2">
          <Figure part={part} name="own" focus={first} />
          <Picker
            className="w-32"
            label="From which north"
            value={northOnDesk(draft, 'own') ?? ''}
            options={FROM}
            onChange={(id) => pick('own north', id)}
          />
        </div>
        {REFERENCES.map((name) => (
          <div key={name} className="flex flex-wrap items-end gap-x-5 border-b border-rule-2 py-2">
            <Figure part={part} name={name} focus={false} />
            <Picker
              className="w-32"
              label="From which north"
              value={northOnDesk(draft, name) ?? ''}
              options={FROM}
              onChange={(id) => pick(`${name} north`, id)}
            />
            <Picker
              className="w-72 max-sm:w-full"
              label="Read from"
              value={sourceOnDesk(draft, name) ?? ''}
              options={SOURCES}
              onChange={(id) => pick(`${name} source`, id)}
            />
          </div>
        ))}
        {mixesNorths(draft) ? (
          <div className="py-2">
            <Figure part={part} name="declination" focus={false} />
          </div>
        ) : null}
        <PreviewVerdicts part={part} draft={draft} />
      </div>
      {answer ? <Rose hands={handsOf(answer)} /> : null}
    </div>
  );
}
