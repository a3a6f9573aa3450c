import { useState, type ReactElement } from 'react';
import { readParameterTable, writeParameterTable } from '@kanzel/formats';
import type { ParameterDifference, Part } from '@kanzel/core';
import type { ParametersView } from '@kanzel/contract';
import { api, sayFailure } from '../../api/client.ts';
import { useCampaign } from '../../station/campaign-context.ts';
import { useMonitorState } from '../../sync/monitor-store.ts';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import { saveFile } from '../../ui/save-file.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { TableFile } from '../table-file.tsx';
import {
  differencesOnDesk,
  isAccepted,
  listFrom,
  parametersOnDesk,
  whyAccepted,
  withAccepted,
  withParameters,
  withWhy,
  type ListOnDesk,
} from './desk.ts';
import { inWords } from './in-words.ts';

/** One difference: accepted with a reason, or to be put back. */
function DifferenceRow({ part, difference }: { part: Part; difference: ParameterDifference }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const { name } = difference;
  const accepted = isAccepted(draft, name);
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule-2 py-1.5">
      <b className="min-w-44 font-mono">{name}</b>
      <span className="min-w-40">{inWords(difference)}</span>
      <Button
        aria-pressed={accepted}
        aria-label={`${name}: accept`}
        onClick={() => changeDraft(view.id, part.key, withAccepted(draft, name, !accepted))}
      >
        {accepted ? '✓ Accepted' : 'Accept'}
      </Button>
      {accepted ? (
        <input
          aria-label={`Why ${name} is meant to be`}
          placeholder="why it is meant to be"
          autoComplete="off"
          className="min-w-40 flex-1 border-0 border-b-2 border-ink bg-transparent px-1 py-1.5 text-base outline-none focus:border-hand"
          value={whyAccepted(draft, name)}
          onChange={(e) => changeDraft(view.id, part.key, withWhy(draft, name, e.target.value))}
        />
      ) : (
        <span className="text-out">to be put back</span>
      )}
    </li>
  );
}

/** The list that was left and the one that is: each difference is a line to accept, or to put back and read again. */
export function ParametersEntry({ part }: EntryProps<'parameters'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const { mark } = view.index.basis.aircraft;
  const line = useMonitorState(mark);
  const [problem, setProblem] = useState<string>();
  const [asking, setAsking] = useState(false);
  const [left, read] = [parametersOnDesk(draft, 'left'), parametersOnDesk(draft, 'read')];
  const differences = differencesOnDesk(draft);
  const take = (which: ListOnDesk, name: string, text: string): void => {
    const table = readParameterTable(text);
    setProblem(table.ok ? undefined : `${name}: ${table.error.join(' ')}`);
    if (table.ok) changeDraft(view.id, part.key, withParameters(draft, which, name, table.value));
  };
  const ask = async (which: ListOnDesk): Promise<void> => {
    setProblem(undefined);
    setAsking(true);
    const answer =
      which === 'left'
        ? await api.get<ParametersView>(`/api/campaigns/${view.id}/parameters-left`)
        : await api.send<ParametersView>(
            `/api/aircraft/${mark}/parameters`,
            // As long as a file may take: a radio gives some at a time.
            new Blob(['{}'], { type: 'application/json' }),
          );
    setAsking(false);
    if (answer.ok)
      changeDraft(
        view.id,
        part.key,
        withParameters(draft, which, answer.value.name ?? '', answer.value.items, new Date().toISOString()),
      );
    else setProblem(sayFailure(answer.error));
  };
  const live = line?.speaker === 'vehicle' && line.state === 'live';
  return (
    <div>
      <dl className="grid grid-cols-[8rem_1fr] items-center gap-x-4 gap-y-2 max-sm:grid-cols-1">
        <dt className="font-semibold">As left</dt>
        <dd className="flex flex-wrap items-center gap-3">
          <Button disabled={asking} onClick={() => void ask('left')}>
            By the last campaign
          </Button>
          <TableFile words="or from a file" onText={(n, t) => take('left', n, t)} />
          {left ? (
            <span>
              {listFrom(draft, 'left')}, {left.length} parameters
            </span>
          ) : null}
        </dd>
        <dt className="font-semibold">As it is</dt>
        <dd className="flex flex-wrap items-center gap-3">
          {live ? (
            <Button disabled={asking} onClick={() => void ask('read')}>
              {asking ? 'Reading…' : 'Read them from the vehicle'}
            </Button>
          ) : null}
          <TableFile
            words={live ? 'or from a saved list' : 'File in which they were read'}
            onText={(n, t) => take('read', n, t)}
          />
          {read ? (
            <span>
              {listFrom(draft, 'read') || 'the vehicle'}, {read.length} parameters
            </span>
          ) : null}
          {read ? (
            <Button
              kind="quiet"
              onClick={() => saveFile(`${mark} parameters.csv`, writeParameterTable(read))}
            >
              Save them as a file
            </Button>
          ) : null}
        </dd>
      </dl>
      <Problem>{problem}</Problem>
      <div className="mt-2">
        <PreviewVerdicts part={part} draft={draft} />
      </div>
      {differences && differences.length > 0 ? (
        <ul className="mt-2 max-h-96 overflow-auto border-t border-rule">
          {differences.map((d) => (
            <DifferenceRow key={d.name} part={part} difference={d} />
          ))}
        </ul>
      ) : null}
    </div>
  );
}
