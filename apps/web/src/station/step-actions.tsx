import { useState, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import { isSaidUnseen, isWorked, runningTimer, type Check, type Part } from '@kanzel/core';
import { submit } from '../sync/campaign-store.ts';
import { useMonitorState } from '../sync/monitor-store.ts';
import { roleAmong, rolesForStation, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { useCampaign } from './campaign-context.ts';
import { missingOf } from './missing.ts';
import { draftOf, useDrafts } from '../answers/drafts.ts';
import type { Step } from './use-step.ts';
import { stateByHand, wayOut } from './way-out.ts';

function sideWord(parts: readonly Part[], all: readonly Part[], titles: (id: string) => string): string {
  if (all.length === 1) return '';
  if (parts.length === all.length) return all.length === 2 ? ' both' : ' all';
  return ` ${parts.map((p) => titles(p.subject).toLowerCase()).join(' and ')}`;
}

/**
 * What one press answers: everything of a step at once, but at the inspection one thing after the other. Each is walked to and
 * looked at, and "nothing found" is never said of two of them by one hand on one button.
 */
function pressesOf(check: Check, entering: readonly Part[]): readonly (readonly Part[])[] {
  return check.station === 'inspection' ? entering.map((part) => [part]) : [entering];
}

/** What is offered for a step that is being answered. */
function Answering({
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
  const { names } = view;
  const line = useMonitorState(view.index.basis.aircraft.mark);
  const timers =
    check.answer.kind === 'timer' && step.entering.some((p) => !runningTimer(view.state.parts.get(p.key)));
  const blank = check.answer.kind === 'confirm' && step.entering.length > 0 && step.ready.length === 0;
  return (
    <>
      {timers ? (
        <Button kind="main" keys="Enter" onClick={() => void step.startTimers()}>
          Start the clock
        </Button>
      ) : null}
      {step.against && (blank || step.against.code === 'vehicleArmedOther') ? (
        <p className="w-full border-l-4 border-near bg-near-bg px-3 py-1.5 font-semibold text-near">
          {view.say(step.against)}
        </p>
      ) : null}
      {blank
        ? pressesOf(check, step.entering).map((together, i) => (
            <Button
              key={together[0]?.key}
              kind={step.against || i > 0 ? 'plain' : 'main'}
              keys={step.against || i > 0 ? undefined : 'Enter'}
              onClick={() => void step.keepAsExpected(together).then((all) => (all ? onNext() : undefined))}
            >
              {check.response}
              {sideWord(together, parts, names.subject).replace(/^ /, ', ')}
            </Button>
          ))
        : null}
      {step.takeable.length > 0 ? (
        <Button kind="main" keys="Enter" onClick={step.takeNow}>
          Take{sideWord(step.takeable, parts, names.subject)} from the {line?.speaker ?? 'monitor'}
        </Button>
      ) : null}
      {step.still.length > 0 ? (
        <Button onClick={step.takeStill}>
          No drop seen: record{sideWord(step.still, parts, names.subject)} as read
        </Button>
      ) : null}
      {step.ready.length > 0 ? (
        <Button
          kind={step.takeable.length > 0 ? 'plain' : 'main'}
          keys={step.takeable.length > 0 ? undefined : 'Enter'}
          onClick={() => void step.keep().then((all) => (all ? onNext() : undefined))}
        >
          Record{sideWord(step.ready, parts, names.subject)}
        </Button>
      ) : null}
    </>
  );
}

/** What was answered and asks for something more: a finding, a second look, a decision. */
interface Asking {
  readonly kept: readonly Part[];
  /** Out of limits, and no finding has been raised for it. */
  readonly unraised: readonly Part[];
  readonly undecided: readonly Part[];
  readonly unwitnessed: readonly Part[];
  readonly canWitness: boolean;
}

function useAsking(check: Check, step: Step, parts: readonly Part[]): Asking {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const kept = parts.filter((p) => view.status.parts.get(p.key)?.answer && !step.entering.includes(p));
  const out = kept.filter((p) => view.status.parts.get(p.key)?.mark === 'out');
  const unwitnessed = kept.filter(
    (p) => check.secondPerson && !view.status.parts.get(p.key)?.answer?.witness,
  );
  // A figure worked out from others is nobody's answer, and can be decided on all the same.
  const undecided = parts.filter((p) => {
    const own = view.status.parts.get(p.key);
    const decided = own?.answer?.decision ?? own?.decision;
    const there = kept.includes(p) || own?.figure !== undefined;
    return there && own?.mark === 'near' && own.verdicts.some((v) => v.decisionNeeded) && !decided;
  });
  const raised = (p: Part): boolean =>
    view.status.openFindings.some(
      (f) => f.raised.answerEntry === view.status.parts.get(p.key)?.answer?.entry,
    );
  // Where builders work alone it may be one's own second look, after the hours that the pack sets; the door counts them.
  const ownLook =
    view.index.basis.pack.ownWork !== undefined && view.state.ways?.ways['own-work']?.choice === 'stated';
  const canWitness =
    unwitnessed.length > 0 &&
    unwitnessed.some((p) => ownLook || view.status.parts.get(p.key)?.answer?.by !== person?.id);
  return { kept, unraised: out.filter((p) => !raised(p)), undecided, unwitnessed, canWitness };
}

/** So many of one kind are offered at once: on a phone more of them would cover what they are about. The next comes when one is done. */
const MOST_OFFERED = 2;

/** Says what asks for something more. */
function AskingButtons({
  check,
  parts,
  asking,
  onRefused,
}: {
  check: Check;
  parts: readonly Part[];
  asking: Asking;
  onRefused: (why: string | undefined) => void;
}): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const { names } = view;
  const { unraised, undecided, unwitnessed, canWitness } = asking;
  const witness = async (): Promise<void> => {
    for (const p of unwitnessed) {
      const { entry = '', answer: own } = view.status.parts.get(p.key)?.answer ?? {};
      const seen = await submit(
        view.id,
        'answer.witnessed',
        {
          check: check.id,
          subject: p.subject,
          answerEntry: entry,
          // Who looks again at his own answer, where nobody else is there, says it once more.
          ...(isSaidUnseen(check) && own ? { saw: own } : {}),
        },
        roleAmong(person, ['inspector', 'certifier', 'technician', 'observer', 'pilot']),
      );
      if (!seen.ok) return onRefused(view.say(seen.error));
    }
    onRefused(undefined);
  };
  return (
    <>
      {unraised.slice(0, MOST_OFFERED).map((p) => (
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
      ))}
      {unraised.length > MOST_OFFERED ? (
        <span className="self-center text-[0.86rem] text-ink-2">
          {unraised.length - MOST_OFFERED} more are out of limits.
        </span>
      ) : null}
      {canWitness ? (
        <Button kind="main" onClick={() => void witness()}>
          Checked by me, I agree
        </Button>
      ) : null}
      {undecided.slice(0, MOST_OFFERED).map((p) => (
        <Button key={p.key} onClick={() => view.ask({ kind: 'decide', part: p.key })}>
          Record a decision{parts.length > 1 ? `, ${names.subject(p.subject).toLowerCase()}` : ''}
        </Button>
      ))}
    </>
  );
}

/** Where the step leads on: to what blocks it, to the next one, or to the choice that it is about. */
function OnwardButtons({
  check,
  step,
  parts,
  asking,
  onNext,
}: {
  check: Check;
  step: Step;
  parts: readonly Part[];
  asking: Asking;
  onNext: () => void;
}): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const navigate = useNavigate();
  const drafts = useDrafts((s) => s.drafts);
  const { kept } = asking;
  const otherMain = asking.unraised.length > 0 || asking.canWitness;
  /** Parts that want an answer: not proven yet, or being taken again. */
  const wanting = parts.filter(
    (p) => !view.status.parts.get(p.key)?.proven || draftOf(drafts, view.id, p.key).again === true,
  );
  const wayOn = step.entering.length > 0 ? undefined : wanting.map((p) => wayOut(view, p)).find(Boolean);
  const byHand =
    step.entering.length > 0
      ? undefined
      : wanting.map((p) => stateByHand(view, p)).find((found) => found !== undefined);
  return (
    <>
      {byHand ? (
        <Button
          onClick={() =>
            void submit(
              view.id,
              'state.set',
              { state: byHand.state, subject: byHand.subject, value: byHand.value },
              roleAmong(person, rolesForStation(check.station)),
            )
          }
        >
          {byHand.text}
        </Button>
      ) : null}
      {wayOn ? (
        <Button
          kind={otherMain ? 'plain' : 'main'}
          keys={otherMain ? undefined : 'Enter'}
          onClick={() => void navigate(wayOn.to)}
        >
          {wayOn.text}
        </Button>
      ) : null}
      {step.entering.length === 0 ? (
        <Button
          kind={otherMain || wayOn ? 'plain' : 'main'}
          keys={otherMain || wayOn ? undefined : 'Enter'}
          onClick={onNext}
        >
          Next step
        </Button>
      ) : null}
      {check.decides && kept.length > 0 ? (
        <Button onClick={() => void navigate(`${view.base}/plan/ways`)}>Choose another way</Button>
      ) : null}
    </>
  );
}

/** Takes the step again, or sets it aside. */
function AgainButtons({
  check,
  step,
  parts,
  asking,
}: {
  check: Check;
  step: Step;
  parts: readonly Part[];
  asking: Asking;
}): ReactElement {
  const view = useCampaign();
  const { kept } = asking;
  // What waits for a state that this aircraft never has is not applicable either: nobody switches off what is not fitted.
  const stateless = parts.filter((p) => view.status.parts.get(p.key)?.blocked?.code === 'wrongState');
  const apart = check.decides ? (kept.length === 0 ? parts : []) : step.entering;
  const setAside = apart.length > 0 ? apart : kept.length === 0 ? stateless : [];
  return (
    <>
      {check.answer.kind === 'computed' ||
      check.decides ||
      (step.entering.length > 0 ? !step.written : kept.length === 0) ? null : (
        <Button keys="R" onClick={step.again}>
          {step.entering.length > 0 ? 'Clear' : 'Repeat'}
        </Button>
      )}
      {check.notApplicable && setAside.length > 0 ? (
        <Button
          keys="N"
          onClick={() =>
            view.ask({
              kind: 'not-applicable',
              check: check.id,
              subjects: setAside.map((p) => p.subject),
            })
          }
        >
          Not applicable
        </Button>
      ) : null}
    </>
  );
}

/** What can be done with the step in hand; the blue one is what Enter does. */
export function StepActions({
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
  const { names } = view;
  const [refused, setRefused] = useState<string>();
  const drafts = useDrafts((s) => s.drafts);
  const asking = useAsking(check, step, parts);
  const { kept } = asking;
  // What was begun says what it lacks; what nobody has touched yet asks for nothing. Weighings, sheets and papers say it themselves.
  const begunHere = isWorked(check.answer) ? [] : step.entering;
  const missing = begunHere.flatMap((p) => {
    const draft = draftOf(drafts, view.id, p.key);
    const begun = step.ready.length > 0 || Object.keys(draft).some((k) => k !== 'again');
    const sentence = begun ? missingOf(view.state, view.index, p, draft, view) : undefined;
    return sentence !== undefined && sentence !== step.problem ? [sentence] : [];
  });
  return (
    <>
      <Problem>{refused}</Problem>
      {/* In line mode the next step stays under the thumb, however long the sheet is. */}
      <div className="flex flex-wrap gap-2.5 max-lg:sticky max-lg:bottom-0 max-lg:z-10 max-lg:-mx-[22px] max-lg:mt-3 max-lg:border-t max-lg:border-rule max-lg:bg-sheet max-lg:px-[22px] max-lg:py-2 lg:mt-4">
        {missing.map((sentence) => (
          <p key={sentence} role="status" className="w-full text-[0.9rem] font-medium text-ink-2">
            {sentence}
          </p>
        ))}
        <Answering check={check} step={step} parts={parts} onNext={onNext} />
        <AskingButtons check={check} parts={parts} asking={asking} onRefused={setRefused} />
        <OnwardButtons check={check} step={step} parts={parts} asking={asking} onNext={onNext} />
        <AgainButtons check={check} step={step} parts={parts} asking={asking} />
      </div>
      {kept.length > 0 && check.answer.kind !== 'computed' && !check.decides ? (
        <div className="mt-1 flex flex-wrap gap-x-2.5">
          {kept.map((p) => (
            <Button key={p.key} kind="quiet" onClick={() => view.ask({ kind: 'correct', part: p.key })}>
              Correct{parts.length > 1 ? ` ${names.subject(p.subject).toLowerCase()}` : ''}
            </Button>
          ))}
        </div>
      ) : null}
    </>
  );
}
