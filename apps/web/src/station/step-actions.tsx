import { useState, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import { ownMember, runningTimer, type Check, type Part } from '@kanzel/core';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, rolesForStation, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { useCampaign, type CampaignView } from './campaign-context.ts';
import { missingOf } from './missing.ts';
import { draftOf, useDrafts } from './part-draft.ts';
import type { Step } from './use-step.ts';

function sideWord(parts: readonly Part[], all: readonly Part[], titles: (id: string) => string): string {
  if (all.length === 1) return '';
  if (parts.length === all.length) return all.length === 2 ? ' both' : ' all';
  return ` ${parts.map((p) => titles(p.subject).toLowerCase()).join(' and ')}`;
}

/** Where what blocks a part is cured: a gate, or a check that comes first or sets the state it needs. */
function wayOut(view: CampaignView, part: Part): { readonly to: string; readonly text: string } | undefined {
  if (part.check.decides) return { to: `${view.base}/plan/ways`, text: 'Choose the way' };
  const why = view.status.parts.get(part.key)?.blocked;
  if (why?.code === 'gateHeld' || why?.code === 'gateNotPassed') {
    const gate = view.index.gatesBefore.get(part.check.station)?.find((g) => g.title === why.params['gate']);
    return gate && { to: `${view.base}/gate/${gate.id}`, text: `Look at ${gate.title}` };
  }
  const state =
    why?.code === 'wrongState'
      ? Object.entries(part.check.needs).find(
          ([name, wanted]) =>
            wanted === why.params['wanted'] && view.index.states.get(name)?.title === why.params['state'],
        )
      : undefined;
  const setter = state
    ? view.index.basis.pack.checks.find(
        (c) => ownMember(c.sets, state[0]) === state[1] && view.status.checks.get(c.id)?.proven === false,
      )
    : undefined;
  const key = typeof why?.params['part'] === 'string' ? why.params['part'] : undefined;
  const other = key ? view.index.parts.get(key)?.check : setter;
  return other && other.id !== part.check.id
    ? { to: `${view.base}/${other.station}?check=${other.id}`, text: `Go to “${other.title}”` }
    : undefined;
}

/**
 * A state that a part needs and nothing that is still to be done would bring about: it is changed by hand, and said.
 * Undefined while a check that sets it waits to be done: that is the way then.
 */
function stateByHand(
  view: CampaignView,
  part: Part,
):
  | { readonly state: string; readonly subject: string; readonly value: string; readonly text: string }
  | undefined {
  const why = view.status.parts.get(part.key)?.blocked;
  if (why?.code !== 'wrongState') return undefined;
  const need = Object.entries(part.check.needs).find(
    ([name, wanted]) =>
      wanted === why.params['wanted'] && view.index.states.get(name)?.title === why.params['state'],
  );
  const definition = need ? view.index.states.get(need[0]) : undefined;
  if (!need || !definition) return undefined;
  const setter = view.index.basis.pack.checks.find((c) => ownMember(c.sets, need[0]) === need[1]);
  if (setter && view.status.checks.get(setter.id)?.proven === false) return undefined;
  const about = why.params['subject'];
  const subject = typeof about === 'string' ? about : part.subject;
  const whose = definition.per === 'engine' ? `, ${view.names.subject(subject).toLowerCase()}` : '';
  return { state: need[0], subject, value: need[1], text: `${definition.title}${whose}: ${need[1]} now` };
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
  const person = useSession((s) => s.person);
  const navigate = useNavigate();
  const { names } = view;
  const [refused, setRefused] = useState<string>();
  const drafts = useDrafts((s) => s.drafts);
  /** Parts that want an answer: not proven yet, or being taken again. */
  const wanting = parts.filter(
    (p) => !view.status.parts.get(p.key)?.proven || draftOf(drafts, view.id, p.key).again === true,
  );
  const wayOn = step.entering.length > 0 ? undefined : wanting.map((p) => wayOut(view, p)).find(Boolean);
  const byHand =
    step.entering.length > 0
      ? undefined
      : wanting.map((p) => stateByHand(view, p)).find((found) => found !== undefined);
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
  // What was begun says what it lacks; what nobody has touched yet asks for nothing.
  const missing = step.entering.flatMap((p) => {
    const draft = draftOf(drafts, view.id, p.key);
    const begun = step.ready.length > 0 || Object.keys(draft).some((k) => k !== 'again');
    const sentence = begun ? missingOf(view.state, view.index, p, draft, view) : undefined;
    return sentence !== undefined && sentence !== step.problem ? [sentence] : [];
  });
  const timers =
    check.answer.kind === 'timer' && step.entering.some((p) => !runningTimer(view.state.parts.get(p.key)));
  const blank = check.answer.kind === 'confirm' && step.entering.length > 0 && step.ready.length === 0;
  const witness = async (): Promise<void> => {
    for (const p of unwitnessed) {
      const entry = view.status.parts.get(p.key)?.answer?.entry ?? '';
      const seen = await submit(
        view.id,
        'answer.witnessed',
        { check: check.id, subject: p.subject, answerEntry: entry },
        roleAmong(person, ['inspector', 'certifier', 'technician', 'observer', 'pilot']),
      );
      if (!seen.ok) return setRefused(view.say(seen.error));
    }
    setRefused(undefined);
  };
  // Where builders work alone it may be one's own second look, after the hours that the pack sets; the door counts them.
  const ownLook =
    view.index.basis.pack.ownWork !== undefined && view.state.ways?.ways['own-work']?.choice === 'stated';
  const canWitness =
    unwitnessed.length > 0 &&
    unwitnessed.some((p) => ownLook || view.status.parts.get(p.key)?.answer?.by !== person?.id);
  const otherMain = out.some((p) => !raised(p)) || canWitness;
  return (
    <>
      <Problem>{refused}</Problem>
      {missing.map((sentence) => (
        <p key={sentence} role="status" className="mt-2 text-[0.9rem] font-medium text-ink-2">
          {sentence}
        </p>
      ))}
      {/* In line mode the next step stays under the thumb, however long the sheet is. */}
      <div className="flex flex-wrap gap-2.5 max-lg:sticky max-lg:bottom-0 max-lg:z-10 max-lg:-mx-[22px] max-lg:mt-3 max-lg:border-t max-lg:border-rule max-lg:bg-sheet max-lg:px-[22px] max-lg:py-2 lg:mt-4">
        {timers ? (
          <Button kind="main" keys="Enter" onClick={() => void step.startTimers()}>
            Start the clock
          </Button>
        ) : null}
        {blank && step.against ? (
          <p className="w-full border-l-4 border-near bg-near-bg px-3 py-1.5 font-semibold text-near">
            {view.say(step.against)}
          </p>
        ) : null}
        {blank ? (
          <Button
            kind={step.against ? 'plain' : 'main'}
            keys={step.against ? undefined : 'Enter'}
            onClick={() => void step.keepAsExpected().then((all) => (all ? onNext() : undefined))}
          >
            {check.response}
            {step.entering.length > 1
              ? `, ${step.entering.length === 2 ? 'both' : 'all'}`
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
            Checked by me, I agree
          </Button>
        ) : null}
        {undecided.map((p) => (
          <Button key={p.key} onClick={() => view.ask({ kind: 'decide', part: p.key })}>
            Record a decision
          </Button>
        ))}
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
        {check.answer.kind === 'computed' ||
        check.decides ||
        (step.entering.length > 0 ? !step.written : kept.length === 0) ? null : (
          <Button keys="R" onClick={step.again}>
            {step.entering.length > 0 ? 'Clear' : 'Repeat'}
          </Button>
        )}
        {check.notApplicable && (step.entering.length > 0 || (check.decides && kept.length === 0)) ? (
          <Button
            keys="N"
            onClick={() =>
              view.ask({
                kind: 'not-applicable',
                check: check.id,
                subjects: (check.decides ? parts : step.entering).map((p) => p.subject),
              })
            }
          >
            Not applicable
          </Button>
        ) : null}
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
