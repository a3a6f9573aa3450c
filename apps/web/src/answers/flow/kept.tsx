import type { ReactElement } from 'react';
import { flowDemand, flowMeasured, formatWithUnit } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { KeptProps } from '../answer-view.ts';
import { AgainstDemand } from './against-demand.tsx';

/** The runs as they were read, and what they come to against what the engine takes. */
export function KeptFlow({ part, answer }: KeptProps<'flow'>): ReactElement {
  const { index } = useCampaign();
  const measured = flowMeasured(answer);
  return (
    <div className="mt-2">
      <ul className="max-w-[44rem]">
        {answer.runs.map(({ volume, time, timedBy }, i) => (
          <li key={i} className="flex gap-x-4 border-b border-rule-2 py-1">
            <span className="w-20">Run {i + 1}</span>
            <b className="font-mono">
              {formatWithUnit(volume)} in {formatWithUnit(time)}
            </b>
            <span className="text-ink-2">{timedBy === 'press' ? 'timed by key' : 'by stopwatch'}</span>
          </li>
        ))}
      </ul>
      <p className="cap mt-1">
        The can reads to ±{formatWithUnit(answer.readsTo)}
        {answer.attitude ? `; nose ${formatWithUnit(answer.attitude)} above the level` : ''}.
      </p>
      {measured.ok ? (
        <AgainstDemand measured={measured.value} demand={flowDemand(index, part.check)} />
      ) : null}
    </div>
  );
}
