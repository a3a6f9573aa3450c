import { useEffect, useRef, useState, type ReactElement } from 'react';
import { flowDemand, flowMeasured, formatFigure, type Part } from '@kanzel/core';
import { useNow } from '../../shell/plate.tsx';
import { useCampaign } from '../../station/campaign-context.ts';
import { submit } from '../../sync/campaign-store.ts';
import { newId } from '../../sync/new-id.ts';
import { roleAmong, rolesForStation, useSession } from '../../sync/session.ts';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import { isFreeKey } from '../../ui/free-key.ts';
import { useKeys } from '../../ui/use-keys.ts';
import type { SpecOf } from '../answer-desk.ts';
import type { EntryProps } from '../answer-view.ts';
import { candidateOf } from '../candidate.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { SmallField } from '../figures/small-field.tsx';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { AgainstDemand } from './against-demand.tsx';
import {
  FLOW_FIGURES,
  isPrepared,
  MOST_RUNS,
  runningOnDesk,
  runsOnDesk,
  runToTime,
  withStart,
  withStop,
} from './desk.ts';

/** The moment of an event, in milliseconds since 1970: when the hand pressed, not when the page came to it. */
const momentOf = (event: { readonly timeStamp: number }): number => performance.timeOrigin + event.timeStamp;

/** Puts a tag on what stands open from the first run on, unless one is on for this check already. */
function useOpens(part: Part, { opens }: SpecOf<'flow'>) {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const on = [...view.state.tags.values()].find((t) => !t.off && t.on.thing === opens?.thing);
  const putOn = async (): Promise<string | undefined> => {
    if (!opens || on) return undefined;
    const engines = view.index.basis.aircraft.engines.map((e) => e.id);
    const touches = opens.touches.flatMap((t) =>
      t.includes('*') ? engines.map((e) => t.replace('*', e)) : [t],
    );
    const tag = await submit(
      view.id,
      'tag.on',
      {
        tag: newId(),
        thing: opens.thing,
        where: part.check.where,
        why: `Open during “${part.check.title}”`,
        touches,
        check: part.check.id,
      },
      roleAmong(person, rolesForStation(part.check.station)),
    );
    return tag.ok ? undefined : view.say(tag.error);
  };
  return { on, putOn };
}

/** How long it runs already. */
function RunningFor({ since }: { since: number }): ReactElement {
  useNow(100);
  return (
    <span className="font-mono text-2xl font-bold" role="timer">
      {formatFigure(Math.max(0, performance.timeOrigin + performance.now() - since) / 1000, 0.1)} s
    </span>
  );
}

/** Cautions seen to, the attitude, what the can reads to, and as many runs as it takes; the clock by key, by touch, or off a watch. */
export function FlowEntry({ part, spec, first }: EntryProps<'flow'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const [problem, setProblem] = useState<string>();
  const { on, putOn } = useOpens(part, spec);
  const prepared = isPrepared(part, draft);
  const running = runningOnDesk(draft);
  const next = runToTime(spec, draft);
  const rows = runsOnDesk(spec, draft);
  // Whoever reads the time off a watch has the hose off as well.
  const typedRun = Object.entries(draft.texts ?? {}).some(
    ([name, text]) => /^(time|volume) /.test(name) && text.trim() !== '',
  );
  const asked = useRef(false);
  useEffect(() => {
    if (!typedRun || !prepared || asked.current) return;
    asked.current = true;
    void putOn().then(setProblem);
  }, [typedRun, prepared, putOn]);
  const press = (run: number, event: { readonly timeStamp: number }): void => {
    const now = momentOf(event);
    if (running) {
      changeDraft(view.id, part.key, withStop(draft, now));
      // What came into the can is read next.
      document.querySelector<HTMLInputElement>(`[data-figure="${part.key} volume ${running.run}"]`)?.focus();
    } else if (run > 0 && prepared) {
      changeDraft(view.id, part.key, withStart(draft, run, now));
      void putOn().then(setProblem);
    }
  };
  useKeys((event) => {
    if (!first || event.key !== ' ' || event.repeat) return;
    // A clock that runs is stopped from a field as well: a hand that waits for the last drop looks for none.
    const inFigure = event.target instanceof Element && event.target.matches('[data-figure]');
    if (!isFreeKey(event) && !(running && inFigure)) return;
    // What else is focused is pressed by it, as everywhere.
    if (
      !inFigure &&
      event.target instanceof Element &&
      event.target.closest('button, a, input, select, summary')
    )
      return;
    event.preventDefault();
    press(next, event);
  }, true);
  const candidate = candidateOf(view.state, view.index, part, draft);
  const answer = candidate.ok && candidate.value.answer.kind === 'flow' ? candidate.value.answer : undefined;
  const measured = answer ? flowMeasured(answer) : undefined;
  const field = (name: string, unit: string, focus = false): ReactElement => {
    const { over, spoken } = FLOW_FIGURES.label(name, part, view.index);
    return (
      <SmallField key={name} part={part} name={name} over={over} spoken={spoken} unit={unit} focus={focus} />
    );
  };
  return (
    <div>
      {part.check.cautions.length === 0 ? null : (
        <label
          className={`mb-3 flex max-w-[44rem] items-start gap-3 border-l-4 py-1 pl-3 ${prepared ? 'border-within' : 'border-near bg-near-bg'}`}
        >
          <input
            type="checkbox"
            className="mt-1 size-6 shrink-0 accent-hand"
            checked={prepared}
            onChange={() =>
              changeDraft(view.id, part.key, { picks: { ...draft.picks, prepared: prepared ? '' : 'yes' } })
            }
          />
          <span>
            <b className="block">Seen to, before the first run:</b>
            {part.check.cautions.map((caution) => (
              <span key={caution} className="block">
                {caution}
              </span>
            ))}
          </span>
        </label>
      )}
      <div className="flex flex-wrap gap-x-10">
        {spec.attitude === undefined ? null : (
          <span className="min-w-40">{field('attitude', '°', first)}</span>
        )}
        <span className="min-w-40">{field('reads-to', 'L')}</span>
      </div>
      <ol className="mt-2">
        {Array.from({ length: rows }, (_, i) => i + 1).map((run) => (
          <li key={run} className="flex flex-wrap items-end gap-x-5 border-b border-rule-2 py-2">
            <b className="w-16 self-center">Run {run}</b>
            {running?.run === run ? (
              <span className="w-24 self-center">
                <RunningFor since={running.since} />
              </span>
            ) : (
              field(`time ${run}`, 's')
            )}
            {running?.run === run ? (
              <Button kind="danger" keys="Space" onClick={(e) => press(run, e)}>
                Stop
              </Button>
            ) : run === next && !running ? (
              <Button keys="Space" disabled={!prepared} onClick={(e) => press(run, e)}>
                Start the clock
              </Button>
            ) : null}
            {field(`volume ${run}`, 'L')}
          </li>
        ))}
      </ol>
      <div className="flex min-h-11 flex-wrap items-center gap-x-4">
        {rows < MOST_RUNS && next === 0 ? (
          <Button
            kind="quiet"
            onClick={() =>
              changeDraft(view.id, part.key, { picks: { ...draft.picks, runs: String(rows + 1) } })
            }
          >
            Another run
          </Button>
        ) : null}
        {on ? (
          <span className="cap">Tag on: {on.on.thing}. Every gate ahead is held until it is off.</span>
        ) : null}
      </div>
      <Problem>{problem}</Problem>
      <PreviewVerdicts part={part} draft={draft} />
      {measured?.ok ? (
        <AgainstDemand measured={measured.value} demand={flowDemand(view.index, part.check)} />
      ) : null}
    </div>
  );
}
