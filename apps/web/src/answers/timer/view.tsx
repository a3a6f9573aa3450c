import type { ReactElement } from 'react';
import { formatFigure, runningTimer } from '@kanzel/core';
import { useNow } from '../../shell/plate.tsx';
import { useCampaign } from '../../station/campaign-context.ts';
import type { AnswerView, EntryProps } from '../answer-view.ts';

const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** A warm-up or waiting time on one part: runs from the entry that started it, on every device alike. */
function TimerEntry({ part, spec: { seconds } }: EntryProps<'timer'>): ReactElement {
  const view = useCampaign();
  const now = useNow(500);
  const started = runningTimer(view.state.parts.get(part.key));
  const elapsed = started ? Math.max(0, (now.getTime() - Date.parse(started.at)) / 1000) : 0;
  const done = elapsed >= seconds;
  return (
    <div>
      <p className="font-mono text-[2.5rem] leading-none font-bold" role="timer">
        {clock(done ? elapsed : seconds - elapsed)}
      </p>
      <div className="mt-2 h-2 w-full max-w-xs bg-rule-2">
        <div
          className={`h-2 ${done ? 'bg-within' : 'bg-hand'}`}
          style={{ width: `${Math.min(100, (elapsed / seconds) * 100)}%` }}
        />
      </div>
      <p className="mt-1 text-[0.82rem] text-ink-2">
        {started
          ? done
            ? `${formatFigure(seconds, 1)} s are over.`
            : 'Running.'
          : `${formatFigure(seconds, 1)} s, not started.`}
      </p>
    </div>
  );
}

export const TIMER_VIEW: AnswerView<'timer'> = { Entry: TimerEntry, Kept: 'row' };
