import { useState, type ReactElement } from 'react';
import { missionDoubtInWords, missionDoubts } from '@kanzel/core';
import { readMissionTable, writeMissionTable } from '@kanzel/formats';
import type { MissionView } from '@kanzel/contract';
import { api, sayFailure, type Answer } from '../../api/client.ts';
import { useCampaign } from '../../station/campaign-context.ts';
import { useMonitorState } from '../../sync/monitor-store.ts';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import { HoldButton } from '../../ui/hold-button.tsx';
import { saveFile } from '../../ui/save-file.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { TableFile } from '../table-file.tsx';
import { fromOnDesk, itemsOnDesk, VEHICLE, withMission, type MissionOnDesk } from './desk.ts';
import { ItemTable } from './item-table.tsx';

/** What was planned, from its file, and what is aboard, from the vehicle or a file: compared as soon as both are there. */
export function MissionEntry({ part }: EntryProps<'mission'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const { mark } = view.index.basis.aircraft;
  const line = useMonitorState(mark);
  const [problem, setProblem] = useState<string>();
  const [asking, setAsking] = useState(false);
  const [planned, read] = [itemsOnDesk(draft, 'planned'), itemsOnDesk(draft, 'read')];
  const take = (which: MissionOnDesk, name: string, text: string): void => {
    const table = readMissionTable(text);
    setProblem(table.ok ? undefined : `${name}: ${table.error.join(' ')}`);
    if (table.ok) changeDraft(view.id, part.key, withMission(draft, which, name, table.value));
  };
  /** What the vehicle has now stands beside what was planned; or why nobody knows it. */
  const hear = (answer: Answer<MissionView>): void => {
    setAsking(false);
    if (answer.ok)
      changeDraft(
        view.id,
        part.key,
        withMission(draft, 'read', VEHICLE, answer.value.items, new Date().toISOString()),
      );
    else setProblem(sayFailure(answer.error));
  };
  const askVehicle = async (): Promise<void> => {
    setProblem(undefined);
    setAsking(true);
    const answer = await api.send<MissionView>(
      `/api/aircraft/${mark}/mission`,
      // As long as a file may take: a radio gives an item at a time.
      new Blob(['{}'], { type: 'application/json' }),
    );
    hear(answer);
  };
  /** Puts what was planned aboard; what the vehicle then has is read back by the server, and stands beside it. */
  const upload = async (): Promise<void> => {
    if (!planned) return;
    setProblem(undefined);
    setAsking(true);
    const answer = await api.putLong<MissionView>(`/api/aircraft/${mark}/mission`, { items: planned });
    hear(answer);
  };
  const live = line?.speaker === 'vehicle' && line.state === 'live';
  return (
    <div>
      <dl className="grid grid-cols-[8rem_1fr] items-center gap-x-4 gap-y-2 max-sm:grid-cols-1">
        <dt className="font-semibold">Planned</dt>
        <dd className="flex flex-wrap items-center gap-3">
          <TableFile
            words={planned ? 'Another file' : 'Choose its file'}
            onText={(n, t) => take('planned', n, t)}
          />
          {planned ? (
            <span>
              {fromOnDesk(draft, 'planned')}, {planned.length} items
            </span>
          ) : null}
          {planned && live && line.writes ? (
            <HoldButton disabled={asking} onDone={() => void upload()}>
              {asking ? 'On its way…' : 'Put it aboard and read it back'}
            </HoldButton>
          ) : null}
        </dd>
        <dt className="font-semibold">Aboard</dt>
        <dd className="flex flex-wrap items-center gap-3">
          {live ? (
            <Button disabled={asking} onClick={() => void askVehicle()}>
              {asking ? 'Reading…' : 'Read it from the vehicle'}
            </Button>
          ) : null}
          <TableFile
            words={live ? 'or from a file' : 'File in which it was read back'}
            onText={(n, t) => take('read', n, t)}
          />
          {read ? (
            <span>
              {fromOnDesk(draft, 'read') === VEHICLE ? 'the vehicle' : fromOnDesk(draft, 'read')},{' '}
              {read.length} items
            </span>
          ) : null}
          {read ? (
            <Button kind="quiet" onClick={() => saveFile(`${mark} mission.csv`, writeMissionTable(read))}>
              Save it as a file
            </Button>
          ) : null}
        </dd>
      </dl>
      <Problem>{problem}</Problem>
      {planned
        ? missionDoubts(planned).map((doubt, i) => (
            <p key={i} className="mt-1 font-semibold text-near">
              {missionDoubtInWords(doubt)}
            </p>
          ))
        : null}
      <div className="my-2">
        <PreviewVerdicts part={part} draft={draft} />
      </div>
      {planned ? <ItemTable planned={planned} read={read} /> : null}
    </div>
  );
}
