import { useEffect, useRef, type ReactElement } from 'react';
import { formatFigure, limitInWords, ownMember } from '@kanzel/core';
import { useNow } from '../../shell/plate.tsx';
import { useCampaign } from '../../station/campaign-context.ts';
import { Button } from '../../ui/button.tsx';
import { Field } from '../../ui/field.tsx';
import { useLineMode } from '../../ui/line-mode.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { HeardNow } from './heard.tsx';
import { brakesOff, isRollOver, rollOnDesk, withCall, withoutLast } from './desk.ts';

const seconds = (after: number): string => `${formatFigure(after, 0.1)} s`;

const TARGET =
  'flex min-h-24 w-full flex-col items-center justify-center rounded-[3px] border-2 px-4 py-3 text-center font-bold';

/** The run: one call at a time, as large as a thumb in a glove needs it, and what it is stopped for above it all. */
export function RollEntry({ part, spec }: EntryProps<'roll'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const run = rollOnDesk(spec, draft);
  const over = isRollOver(spec, run);
  useNow(run.begun !== undefined && !over ? 100 : 60_000);
  const put = (change: Parameters<typeof changeDraft>[2]): void => changeDraft(view.id, part.key, change);
  const next = over ? undefined : spec.calls[run.calls.length];
  const missed = run.calls.find((c) => !c.came);
  const stop = missed !== undefined || run.stopped;
  const line = useLineMode();
  const top = useRef<HTMLParagraphElement>(null);
  const running = run.begun !== undefined && !over;
  // Nobody scrolls on a take-off run: what to stop for and the next call are brought under the thumb.
  useEffect(() => {
    if (running && line) top.current?.scrollIntoView({ block: 'start' });
  }, [running, line]);
  const { engines } = view.index.basis.aircraft;
  const limitOf = (call: (typeof spec.calls)[number]) =>
    call.limit === undefined ? undefined : view.index.limits.get(call.limit);
  return (
    <div>
      <p ref={top} className="mb-2 scroll-mt-2 border-l-8 border-out bg-out/10 px-3 py-1.5">
        <strong>Stop for:</strong> any call that does not come. {spec.abort}
      </p>
      {stop ? (
        <p
          role="alert"
          className="mb-2 bg-out px-4 py-5 text-center text-[2.4rem] leading-none font-bold text-on-hand"
        >
          STOP
          <span className="mt-2 block text-[1.1rem]">Throttle closed, straight ahead, brakes.</span>
        </p>
      ) : null}
      {run.begun === undefined ? (
        <button
          type="button"
          className={`${TARGET} border-hand bg-hand text-[1.6rem] text-on-hand`}
          onClick={() => put(brakesOff(Date.now()))}
        >
          Brakes off
        </button>
      ) : next ? (
        <>
          <p className="mb-1 text-[0.95rem]">
            <span className="tabular-nums">{seconds(Math.max(0, (Date.now() - run.begun) / 1000))}</span>{' '}
            since brakes off
          </p>
          <div className="grid grid-cols-[2fr_1fr] gap-3">
            <button
              type="button"
              className={`${TARGET} border-hand bg-hand text-on-hand`}
              onClick={() => put(withCall(spec, draft, true, Date.now()))}
            >
              <span className="text-[1.9rem] leading-tight">{next.title}</span>
              <span className="text-[1rem] font-normal">{next.expects}</span>
              {next.channel === undefined ? null : (
                <span className="text-[1.9rem]">
                  <HeardNow channel={next.channel} engines={engines} limit={limitOf(next)} />
                </span>
              )}
            </button>
            <button
              type="button"
              className={`${TARGET} border-out text-[1.6rem] text-out`}
              aria-label={`No: ${next.title}`}
              onClick={() => put(withCall(spec, draft, false, Date.now()))}
            >
              No
            </button>
          </div>
        </>
      ) : null}
      <ol className="mt-3 border-t border-rule-2">
        {spec.calls.map((call) => {
          const said = run.calls.find((c) => c.id === call.id);
          const limit = limitOf(call);
          return (
            <li
              key={call.id}
              aria-current={call === next ? 'step' : undefined}
              className={`flex flex-wrap items-baseline gap-x-3 border-b border-rule-2 py-1.5 ${said && !said.came ? 'text-out' : ''}`}
            >
              <b className="min-w-40">{call.title}</b>
              <span className="text-ink-2">
                {call.expects}
                {limit ? `; ${limitInWords(limit)}` : ''}
              </span>
              {call.channel === undefined || call === next || said ? null : (
                <HeardNow channel={call.channel} engines={engines} limit={limit} />
              )}
              <span className="ml-auto font-semibold">
                {said ? `${said.came ? 'called' : 'did not come'}, ${seconds(said.after)}` : ''}
              </span>
            </li>
          );
        })}
      </ol>
      {run.begun === undefined ? null : (
        <div className="mt-2 flex flex-wrap items-end gap-3">
          {over ? null : (
            <Button kind="danger" onClick={() => put({ option: 'stopped' })}>
              Stopped for something else
            </Button>
          )}
          <Button kind="quiet" onClick={() => put(withoutLast(spec, draft))}>
            Take the last press back
          </Button>
          {over ? (
            <Button kind="quiet" onClick={() => put(brakesOff(Date.now()))}>
              Another run: brakes off
            </Button>
          ) : null}
        </div>
      )}
      {stop ? (
        <div className="mt-2">
          <Field
            label={missed ? 'What was seen (may stay empty)' : 'Why it was stopped'}
            value={ownMember(draft.texts, 'why') ?? ''}
            maxLength={500}
            onChange={(e) => put({ texts: { ...draft.texts, why: e.target.value } })}
          />
          {missed && run.calls.length === spec.calls.length ? (
            <label className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                className="size-5 accent-hand"
                checked={draft.option === 'went-on'}
                onChange={(e) => put({ option: e.target.checked ? 'went-on' : '' })}
              />
              It took off all the same
            </label>
          ) : null}
        </div>
      ) : null}
    </div>
  );
}
