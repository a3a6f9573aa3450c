import type { ReactElement } from 'react';
import { trailPieces } from '@kanzel/core';
import { CopyList } from '../../papers/copies.tsx';
import { TrailLine } from '../../papers/trail-line.tsx';
import { useCampaign } from '../../station/campaign-context.ts';
import type { KeptProps } from '../answer-view.ts';

/** The logbooks as they were kept, and the line they make. */
export function KeptTrail({ part, answer }: KeptProps<'trail'>): ReactElement {
  const { index, status } = useCampaign();
  const day = (status.parts.get(part.key)?.answer?.at ?? new Date().toISOString()).slice(0, 10);
  const quiet = part.check.answer.kind === 'trail' ? part.check.answer.quietDays : 366;
  return (
    <div className="mt-2">
      <TrailLine pieces={trailPieces(answer.stretches, quiet, { day, hours: index.basis.aircraft.hours })} />
      {answer.stretches.map((s) => (
        <CopyList key={s.book} scans={s.scans} />
      ))}
    </div>
  );
}
