import { lazy, Suspense, useEffect, useRef, type ReactElement, type RefObject } from 'react';
import { isToldAfter, ownMember, isFigureSpec, WHOLE_AIRCRAFT, type Check, type Part } from '@kanzel/core';
import { useMonitor } from '../sync/monitor-store.ts';
import { Problem } from '../ui/field.tsx';
import { ReasonPicture } from './reason-picture.tsx';
import { useCampaign } from './campaign-context.ts';
import { KeptAnswer } from './kept-answer.tsx';
import { CallBar, useLeftToCrew, useReads } from '../calls/call-bar.tsx';
import { viewOf } from '../answers/views.ts';
import { NumberPad } from './number-pad.tsx';
import { draftOf, useDrafts } from '../answers/drafts.ts';
import { StepActions } from './step-actions.tsx';
import { useReadAloud } from './read-aloud.ts';
import { inEntry, useStep } from './use-step.ts';
import { useStepKeys } from './step-keys.ts';

const LiveTrace = lazy(() => import('./live-trace.tsx'));

/** Where a part is answered. */
function PartEntry({ part, first }: { part: Part; first: boolean }): ReactElement | null {
  const { answer: spec } = part.check;
  if (spec.kind === 'computed') return null;
  const { Entry } = viewOf(spec.kind);
  return (
    <Suspense fallback={<p className="cap">Opening…</p>}>
      <Entry part={part} spec={spec} first={first} />
    </Suspense>
  );
}

/** What is shown of an answer behind its row. */
function PartKept({ part }: { part: Part }): ReactElement | null {
  const { status } = useCampaign();
  const answer = status.parts.get(part.key)?.answer?.answer;
  if (!answer) return null;
  const { Kept } = viewOf(answer.kind);
  return Kept === 'row' ? null : (
    <Suspense fallback={null}>
      <Kept part={part} answer={answer} />
    </Suspense>
  );
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
      {entering && status?.mark === 'again' ? (
        <div className="mb-1">
          <p className="text-[0.82rem] font-bold text-again">Repeat needed.</p>
          <ReasonPicture part={part} reasons={status.reasons} />
        </div>
      ) : null}
      {entering && status?.mark === 'unknown' ? (
        <p className="mb-1 border-l-4 border-again bg-again-bg px-2 py-1 text-[0.82rem] text-again">
          Not conclusive. {status.reasons.map(view.say).join(' ')}
        </p>
      ) : null}
      {entering && view.unseen.has(part.key) ? (
        <p className="mb-2 border-l-4 border-hand pl-3 font-semibold" role="status">
          You are the second person. Say what you see yourself; the first answer is shown when you have.
        </p>
      ) : null}
      {entering && blocked ? (
        <Blocked part={part} />
      ) : entering ? (
        <PartEntry part={part} first={first} />
      ) : (
        <>
          <KeptAnswer part={part} />
          {part.check.decides && status?.answer ? (
            <p className="mt-1">{view.state.ways?.ways[part.check.decides]?.why}</p>
          ) : null}
          <PartKept part={part} />
        </>
      )}
    </section>
  );
}

/** Why a part cannot be answered now. */
function Blocked({ part }: { part: Part }): ReactElement {
  const view = useCampaign();
  const why = view.status.parts.get(part.key)?.blocked;
  return <p className="border-l-4 border-ink-3 pl-3 font-medium">{why ? view.say(why) : ''}</p>;
}

/** Where and by whom, as a sentence. */
function placeOf(check: Check): string {
  const where = check.where.charAt(0).toUpperCase() + check.where.slice(1);
  return check.who === 'worked out' ? `${where}.` : `${where}; answered by ${check.who}.`;
}

/** Ways of answering that take the width of the sheet: of several engines, one stands below the other. */
const WIDE: ReadonlySet<Check['answer']['kind']> = new Set(['cylinders', 'worksheet']);

/** A phone on its side: what `styles.css` takes for too low as well. */
const LOW = matchMedia('(max-height: 560px) and (max-width: 1023.98px)');

/** On a screen that low the question is what is seen of a step: stations and notes are above it for whoever looks for them. */
function useQuestionFirst(check: string): RefObject<HTMLElement | null> {
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    if (!LOW.matches) return;
    // After the frame, which reads another sheet from its top.
    const soon = requestAnimationFrame(() => panel.current?.scrollIntoView({ block: 'start' }));
    return () => cancelAnimationFrame(soon);
  }, [check]);
  return panel;
}

/** The step in hand: the challenge in large type, the answer, and what can be done with it. */
export function StepPanel({ check, onNext }: { check: Check; onNext: () => void }): ReactElement {
  const view = useCampaign();
  const monitor = useMonitor((s) => ownMember(s.states, view.index.basis.aircraft.mark)?.state);
  const step = useStep(check);
  const parts = view.index.partsOfCheck.get(check.id) ?? [];
  const alone = parts.length === 1 && parts[0]?.subject === WHOLE_AIRCRAFT;
  const trace =
    monitor === 'live' &&
    isFigureSpec(check.answer) &&
    check.answer.channel &&
    (check.answer.kind === 'drop' || check.answer.kind === 'series');

  const reads = useReads(view.id);
  const { left, takeHere } = useLeftToCrew(check, step.entering);
  // What is answered elsewhere has nothing to be filled in here.
  const here = parts.filter((p) => !left.includes(p));
  useStepKeys(step.again);
  useReadAloud(check, parts);
  const panel = useQuestionFirst(check.id);

  return (
    <section ref={panel} aria-label="Step in progress" className="border-b border-rule px-[22px] pt-3.5 pb-4">
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
          {placeOf(check)}
          {/* Whoever is told what there has to be to see sees it. */}
          {isToldAfter(check)
            ? ''
            : ` Expected: ${check.response.charAt(0).toLowerCase()}${check.response.slice(1)}.`}
        </p>
      )}
      <div
        className={`mt-3 grid gap-x-8 gap-y-5 ${alone || WIDE.has(check.answer.kind) ? 'grid-cols-1' : 'grid-cols-1 sm:grid-cols-2'} ${check.answer.kind === 'cylinders' ? 'xl:grid-cols-2' : ''}`}
      >
        {here.map((part, i) => (
          <PartColumn key={part.key} part={part} first={i === 0} alone={alone} />
        ))}
      </div>
      <Problem>{step.problem}</Problem>
      <div data-step-actions className="contents">
        {reads ? (
          <CallBar key={check.id} check={check} parts={parts} left={left.length > 0} onHere={takeHere} />
        ) : null}
        {left.length > 0 ? null : <StepActions check={check} step={step} parts={parts} onNext={onNext} />}
      </div>
      <NumberPad />
    </section>
  );
}
