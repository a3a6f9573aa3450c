import { lazy, Suspense, useLayoutEffect, type ReactElement } from 'react';
import { isFigureSpec, runningTimer, WHOLE_AIRCRAFT, type Check, type Part } from '@kanzel/core';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, useSession } from '../sync/session.ts';
import { useMonitor } from '../sync/monitor-store.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { useCampaign } from './campaign-context.ts';
import { FigureEntry, KeptAnswer } from './figure-entry.tsx';
import { NumberPad } from './number-pad.tsx';
import { WordEntry } from './word-entry.tsx';
import { draftOf, useDrafts } from './part-draft.ts';
import { inEntry, useStep, type Step } from './use-step.ts';

const LiveTrace = lazy(() => import('./live-trace.tsx'));

function sideWord(parts: readonly Part[], all: readonly Part[], titles: (id: string) => string): string {
  if (all.length === 1) return '';
  if (parts.length === all.length) return ' both';
  return ` ${parts.map((p) => titles(p.subject).toLowerCase()).join(' and ')}`;
}

/** Whether a key press is meant for the text being written rather than for the sheet. */
export function isWriting(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement;
  if (
    target instanceof HTMLTextAreaElement ||
    target.isContentEditable ||
    target instanceof HTMLSelectElement
  )
    return true;
  if (!(target instanceof HTMLInputElement)) return document.querySelector('[role=dialog]') !== null;
  if (target.dataset['figure'] !== undefined) return target.value !== '' && event.key.length === 1;
  return target.type !== 'radio';
}

function PartColumn({ part, first, alone }: { part: Part; first: boolean; alone: boolean }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const status = view.status.parts.get(part.key);
  const entering = inEntry(view, part, draft);
  const blocked = status?.blocked;
  return (
    <section aria-label={view.names.subject(part.subject)} className="min-w-0">
      {alone ? null : <h3 className="mb-1 text-[0.82rem] font-bold">{view.names.subject(part.subject)}</h3>}
      {entering && blocked ? (
        <Blocked part={part} />
      ) : entering ? (
        <>
          {status?.mark === 'again' || status?.mark === 'unknown' ? (
            <p className="mb-1 border-l-4 border-again bg-again-bg px-2 py-1 text-[0.82rem] text-again">
              {status.mark === 'again' ? 'Do again. ' : 'Proves nothing yet. '}
              {status.reasons.map(view.say).join(' ')}
            </p>
          ) : null}
          {isFigureSpec(part.check.answer) ? (
            <FigureEntry part={part} first={first} />
          ) : (
            <WordEntry part={part} />
          )}
        </>
      ) : (
        <KeptAnswer part={part} />
      )}
    </section>
  );
}

/** Why a part cannot be answered now, with the way to where it can be cured. */
function Blocked({ part }: { part: Part }): ReactElement {
  const view = useCampaign();
  const why = view.status.parts.get(part.key)?.blocked;
  const state =
    why?.code === 'wrongState'
      ? Object.entries(part.check.needs).find(
          ([name, wanted]) =>
            wanted === why.params['wanted'] && view.index.states.get(name)?.title === why.params['state'],
        )
      : undefined;
  const setter = state ? view.index.basis.pack.checks.find((c) => c.sets[state[0]] === state[1]) : undefined;
  const key = typeof why?.params['part'] === 'string' ? why.params['part'] : undefined;
  const other = key ? view.index.parts.get(key)?.check : setter;
  const gate =
    why?.code === 'gateHeld' || why?.code === 'gateNotPassed'
      ? view.index.gatesBefore.get(part.check.station)?.find((g) => g.title === why.params['gate'])
      : undefined;
  return (
    <div className="border-l-4 border-ink-3 pl-3">
      <p className="font-medium">{why ? view.say(why) : ''}</p>
      {gate ? (
        <a className="underline underline-offset-4" href={`${view.base}/gate/${gate.id}`}>
          Look at the gate
        </a>
      ) : null}
      {other && other.id !== part.check.id ? (
        <a className="underline underline-offset-4" href={`${view.base}/${other.station}?check=${other.id}`}>
          Go to “{other.title}”
        </a>
      ) : null}
    </div>
  );
}

function Actions({
  check,
  step,
  parts,
  onNext,
}: {
  check: Check;
  step: Step;
  parts: readonly Part[];
  onNext: () => void;
}): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const { names } = view;
  const kept = parts.filter((p) => view.status.parts.get(p.key)?.answer && !step.entering.includes(p));
  const out = kept.filter((p) => view.status.parts.get(p.key)?.mark === 'out');
  const unwitnessed = kept.filter(
    (p) => check.secondPerson && !view.status.parts.get(p.key)?.answer?.witness,
  );
  const undecided = kept.filter(
    (p) =>
      view.status.parts.get(p.key)?.verdicts.some((v) => v.decisionNeeded) &&
      !view.status.parts.get(p.key)?.answer?.decision,
  );
  const raised = (p: Part): boolean =>
    view.status.openFindings.some(
      (f) => f.raised.answerEntry === view.status.parts.get(p.key)?.answer?.entry,
    );
  const timers =
    check.answer.kind === 'timer' && step.entering.some((p) => !runningTimer(view.state.parts.get(p.key)));
  const blank = check.answer.kind === 'confirm' && step.entering.length > 0 && step.ready.length === 0;
  const witness = async (): Promise<void> => {
    for (const p of unwitnessed) {
      const entry = view.status.parts.get(p.key)?.answer?.entry ?? '';
      await submit(
        view.id,
        'answer.witnessed',
        { check: check.id, subject: p.subject, answerEntry: entry },
        roleAmong(person, ['inspector', 'certifier', 'technician', 'observer', 'pilot']),
      );
    }
  };
  const canWitness =
    unwitnessed.length > 0 &&
    unwitnessed.some((p) => view.status.parts.get(p.key)?.answer?.by !== person?.id);
  return (
    <div className="mt-4 flex flex-wrap gap-2.5">
      {timers ? (
        <Button kind="main" keys="Enter" onClick={() => void step.startTimers()}>
          Start the clock
        </Button>
      ) : null}
      {blank ? (
        <Button
          kind="main"
          keys="Enter"
          onClick={() => void step.keepAsExpected().then((all) => (all ? onNext() : undefined))}
        >
          {check.response}
          {step.entering.length > 1
            ? ', both'
            : sideWord(step.entering, parts, names.subject).replace(/^ /, ', ')}
        </Button>
      ) : null}
      {step.takeable.length > 0 ? (
        <Button kind="main" keys="Enter" onClick={step.takeNow}>
          Take{sideWord(step.takeable, parts, names.subject)} from the monitor
        </Button>
      ) : null}
      {step.still.length > 0 ? (
        <Button onClick={step.takeStill}>
          Nothing dropped: take{sideWord(step.still, parts, names.subject)} as it stands
        </Button>
      ) : null}
      {step.ready.length > 0 ? (
        <Button
          kind={step.takeable.length > 0 ? 'plain' : 'main'}
          keys={step.takeable.length > 0 ? undefined : 'Enter'}
          onClick={() => void step.keep().then((all) => (all ? onNext() : undefined))}
        >
          Keep{sideWord(step.ready, parts, names.subject)}
        </Button>
      ) : null}
      {out.some((p) => !raised(p))
        ? out
            .filter((p) => !raised(p))
            .map((p) => (
              <Button
                key={p.key}
                kind="main"
                keys="F"
                onClick={() =>
                  view.ask({
                    kind: 'finding',
                    check: check.id,
                    subject: p.subject,
                    answerEntry: view.status.parts.get(p.key)?.answer?.entry,
                    title: `${names.part(p.key)}: out of limits`,
                  })
                }
              >
                Raise a finding{parts.length > 1 ? `, ${names.subject(p.subject).toLowerCase()}` : ''}
              </Button>
            ))
        : null}
      {canWitness ? (
        <Button kind="main" onClick={() => void witness()}>
          I looked, and agree
        </Button>
      ) : null}
      {undecided.map((p) => (
        <Button key={p.key} onClick={() => view.ask({ kind: 'decide', part: p.key })}>
          Record a decision
        </Button>
      ))}
      {step.entering.length === 0 ? (
        <Button
          kind={out.some((p) => !raised(p)) || canWitness ? 'plain' : 'main'}
          keys={out.some((p) => !raised(p)) || canWitness ? undefined : 'Enter'}
          onClick={onNext}
        >
          Next step
        </Button>
      ) : null}
      {check.answer.kind === 'computed' ||
      (step.entering.length > 0 ? !step.written : kept.length === 0) ? null : (
        <Button keys="R" onClick={step.again}>
          {step.entering.length > 0 ? 'Clear' : 'Take again'}
        </Button>
      )}
      {check.notApplicable && step.entering.length > 0 ? (
        <Button
          keys="N"
          onClick={() =>
            view.ask({
              kind: 'not-applicable',
              check: check.id,
              subjects: step.entering.map((p) => p.subject),
            })
          }
        >
          Not applicable
        </Button>
      ) : null}
      {kept.length > 0 && check.answer.kind !== 'computed'
        ? kept.map((p) => (
            <Button key={p.key} kind="quiet" onClick={() => view.ask({ kind: 'correct', part: p.key })}>
              Correct{parts.length > 1 ? ` ${names.subject(p.subject).toLowerCase()}` : ''}
            </Button>
          ))
        : null}
    </div>
  );
}

/** Where and by whom, as a sentence. */
function placeOf(check: Check): string {
  const where = check.where.charAt(0).toUpperCase() + check.where.slice(1);
  return check.who === 'worked out' ? `${where}.` : `${where}; answered by ${check.who}.`;
}

/** The step in hand: the challenge in large type, the answer, and what can be done with it. */
export function StepPanel({ check, onNext }: { check: Check; onNext: () => void }): ReactElement {
  const view = useCampaign();
  const monitor = useMonitor((s) => s.states[view.index.basis.aircraft.mark]?.state);
  const step = useStep(check);
  const parts = view.index.partsOfCheck.get(check.id) ?? [];
  const alone = parts.length === 1 && parts[0]?.subject === WHOLE_AIRCRAFT;
  const trace =
    monitor === 'live' &&
    isFigureSpec(check.answer) &&
    check.answer.channel &&
    (check.answer.kind === 'drop' || check.answer.kind === 'series');

  // Before the paint: a step that can be seen can be worked.
  useLayoutEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      if (document.querySelector('[role=dialog]') || event.altKey) return;
      const onControl = target.closest('button, a, select, textarea, summary') !== null;
      // In words, Enter begins a new line; together with Control it keeps, as everywhere else.
      const chord = event.ctrlKey || event.metaKey;
      if (event.key === 'Enter' && (chord || !onControl)) {
        event.preventDefault();
        const main = document.querySelector<HTMLButtonElement>('[data-step-actions] button.bg-hand');
        main?.click();
        return;
      }
      if (chord || isWriting(event)) return;
      if (event.key.toLowerCase() === 'r') {
        event.preventDefault();
        step.again();
      }
      // Figures are typed straight away, without going to the field first.
      if (/^[\d.,-]$/.test(event.key) && !(target instanceof HTMLInputElement)) {
        const empty = [...document.querySelectorAll<HTMLInputElement>('[data-figure]')].find(
          (i) => i.value === '',
        );
        empty?.focus();
      }
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  });

  return (
    <section aria-label="Step in hand" className="border-b border-rule px-[22px] pt-3.5 pb-4">
      <div className="flex flex-wrap items-start justify-between gap-x-6">
        <div className="max-w-[37rem] min-w-0 flex-1">
          <h1 className="text-[1.56rem] leading-tight font-semibold narrow max-sm:text-xl">
            {check.challenge}
          </h1>
          <p className="mt-1 text-[0.92rem] text-ink-2">{check.why}</p>
        </div>
        {trace ? (
          <Suspense fallback={null}>
            <LiveTrace
              channel={isFigureSpec(check.answer) ? (check.answer.channel ?? '') : ''}
              engines={parts.map((p) => p.subject)}
            />
          </Suspense>
        ) : null}
      </div>
      {check.setting ? (
        <p className="cap mt-1">
          {placeOf(check)} At {check.setting.value.toLocaleString('en').replace(',', '\u202f')}{' '}
          {check.setting.unit}, ±{check.setting.tolerance}.
        </p>
      ) : (
        <p className="cap mt-1">
          {placeOf(check)} Expected: {check.response.charAt(0).toLowerCase() + check.response.slice(1)}.
        </p>
      )}
      <div
        className={`mt-3 grid gap-x-8 gap-y-5 ${alone || check.answer.kind === 'cylinders' ? 'grid-cols-1' : 'grid-cols-1 sm:grid-cols-2'} ${check.answer.kind === 'cylinders' ? 'xl:grid-cols-2' : ''}`}
      >
        {parts.map((part, i) => (
          <PartColumn key={part.key} part={part} first={i === 0} alone={alone} />
        ))}
      </div>
      <Problem>{step.problem}</Problem>
      <div data-step-actions>
        <Actions check={check} step={step} parts={parts} onNext={onNext} />
      </div>
      <NumberPad />
    </section>
  );
}
