import { useEffect, useState, type ReactElement } from 'react';
import { correctedField, fitSphere, PATCHES, seenSoFar, sphereSamples, type FieldVector } from '@kanzel/core';
import { readFieldTable } from '@kanzel/formats';
import { useCampaign } from '../../station/campaign-context.ts';
import { newest, useMonitor } from '../../sync/monitor-store.ts';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import type { EntryProps } from '../answer-view.ts';
import { candidateOf } from '../candidate.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { TableFile } from '../table-file.tsx';
import { samplesOnDesk, withReading, withTable } from './desk.ts';
import { Globe } from './globe.tsx';
import { SphereResult } from './result.tsx';

const AXES = ['mag-x', 'mag-y', 'mag-z'] as const;

/** The field as the vehicle says it now; undefined while it says nothing. */
function fieldNow(): FieldVector | undefined {
  const [x, y, z] = AXES.map((axis) => newest('aircraft', axis));
  return x === undefined || y === undefined || z === undefined ? undefined : [x, y, z];
}

/** Turned about every way while the vehicle is heard, or read from a file. */
export function SphereEntry({ part }: EntryProps<'sphere'>): ReactElement {
  const view = useCampaign();
  const tick = useMonitor((s) => s.tick);
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const [turning, setTurning] = useState(false);
  const [problem, setProblem] = useState<string>();
  const now = fieldNow();
  const kept = samplesOnDesk(draft);
  const samples = sphereSamples({ samples: kept });
  const all = samples.ok ? samples.value : [];
  useEffect(() => {
    const heard = turning ? fieldNow() : undefined;
    const change = heard && withReading(draftOf(useDrafts.getState().drafts, view.id, part.key), heard);
    if (change && Object.keys(change).length > 0) changeDraft(view.id, part.key, change);
  }, [tick, turning, view.id, part.key]);
  const fit = fitSphere(all);
  const seen = fit.ok ? fit.value.seen : seenSoFar(all);
  const middle: FieldVector = [0, 1, 2].map((i) => {
    const axis = all.map((s) => s[i] ?? 0);
    return all.length === 0 ? 0 : (Math.min(...axis) + Math.max(...axis)) / 2;
  }) as unknown as FieldVector;
  const direction = (v: FieldVector): FieldVector =>
    fit.ok ? correctedField(fit.value, v) : [v[0] - middle[0], v[1] - middle[1], v[2] - middle[2]];
  const percent =
    !fit.ok && fit.error.code === 'sphereTooSmall'
      ? Number(fit.error.params['seen'])
      : Math.round((100 * seen.size) / PATCHES);
  const candidate = candidateOf(view.state, view.index, part, draft);
  const answer =
    candidate.ok && candidate.value.answer.kind === 'sphere' ? candidate.value.answer : undefined;
  const takeFile = (name: string, text: string): void => {
    const table = readFieldTable(text);
    setTurning(false);
    setProblem(table.ok ? undefined : `${name}: ${table.error.join(' ')}`);
    if (table.ok) changeDraft(view.id, part.key, withTable(table.value));
  };
  return (
    <div>
      <div className="flex flex-wrap items-center gap-3">
        {now ? (
          <Button kind={turning ? 'danger' : 'main'} onClick={() => setTurning(!turning)}>
            {turning ? 'Stop' : all.length > 0 ? 'Go on turning' : 'Turn it about'}
          </Button>
        ) : (
          <span>The vehicle says nothing of its magnetometer.</span>
        )}
        <TableFile words={now ? 'or from a file' : 'Readings from a file'} onText={takeFile} />
        {all.length > 0 && !turning ? (
          <Button kind="quiet" onClick={() => changeDraft(view.id, part.key, { texts: {}, picks: {} })}>
            Start again
          </Button>
        ) : null}
      </div>
      <Problem>{problem}</Problem>
      {answer ? null : (
        <div className="mt-2 flex flex-wrap items-center gap-x-8">
          <Globe seen={seen} directions={all.map(direction)} now={now && direction(now)} />
          <p>
            <b className="block font-mono text-3xl">{percent} %</b>
            of the sphere seen, {all.length} readings.
            <span className="cap block">
              Level round, on its nose, on its tail, on both sides, on its back; away from iron.
            </span>
          </p>
        </div>
      )}
      {answer ? (
        <>
          <PreviewVerdicts part={part} draft={draft} />
          <SphereResult answer={answer} />
        </>
      ) : null}
    </div>
  );
}
