import {
  formatFigure,
  runningTimer,
  type AnswerSpec,
  type FigureSpec,
  type Part,
  type WorkedSpec,
} from '@kanzel/core';
import { lazy, Suspense, type ReactElement } from 'react';
import { useNow } from '../shell/plate.tsx';
import { Choices } from '../ui/field.tsx';
import { useCampaign } from './campaign-context.ts';
import { changeDraft, draftOf, useDrafts } from './part-draft.ts';

const PhotoEntry = lazy(async () => ({ default: (await import('../answers/photo-entry.tsx')).PhotoEntry }));

const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** A warm-up or waiting time on one part: runs from the entry that started it, on every device alike. */
function TimerEntry({ part, seconds }: { part: Part; seconds: number }): ReactElement {
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

/** What is answered without a figure and without a paper. */
type WordSpec = Exclude<AnswerSpec, FigureSpec | WorkedSpec | { kind: 'computed' }>;

/** What is answered in words, by a choice, or by the clock. */
export function WordEntry({ part, spec }: { part: Part; spec: WordSpec }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const put = (change: Parameters<typeof changeDraft>[2]): void => changeDraft(view.id, part.key, change);
  const note = (label: string): ReactElement => (
    <label className="block">
      <span className="text-sm font-semibold">{label}</span>
      <textarea
        rows={2}
        value={draft.note ?? ''}
        onChange={(e) => put({ note: e.target.value })}
        className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-1 outline-none focus:border-hand"
      />
    </label>
  );
  switch (spec.kind) {
    case 'timer':
      return <TimerEntry part={part} seconds={spec.seconds} />;
    case 'text':
      return note('In words');
    case 'photo':
      return (
        <Suspense fallback={<p className="cap">Opening…</p>}>
          <PhotoEntry part={part} views={spec.views} />
        </Suspense>
      );
    case 'choice':
      return (
        <Choices
          label=""
          value={draft.option}
          options={spec.options.map((o) => ({ id: o.id, text: o.text }))}
          onChange={(option) => put({ option })}
        />
      );
    case 'confirm':
      return (
        <>
          <Choices
            label=""
            value={draft.asExpected === undefined ? undefined : draft.asExpected ? 'yes' : 'no'}
            options={[
              { id: 'yes', text: 'As expected' },
              { id: 'no', text: 'Not as expected' },
            ]}
            onChange={(v) => put({ asExpected: v === 'yes' })}
          />
          {draft.asExpected === false ? note('What is it instead?') : null}
        </>
      );
  }
}
