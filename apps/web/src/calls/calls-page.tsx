import { Suspense, useEffect, useState, type ReactElement } from 'react';
import { Link } from 'react-router';
import {
  AGAIN_WORDS,
  openCall,
  standingAnswer,
  WHOLE_AIRCRAFT,
  type CallStanding,
  type Check,
  type Part,
} from '@kanzel/core';
import { askAnew, changeDraft, draftOf, useDrafts } from '../answers/drafts.ts';
import { NoteField } from '../answers/note-field.tsx';
import { viewOf } from '../answers/views.ts';
import { AwakeLine } from '../shell/awake.tsx';
import { useCampaign } from '../station/campaign-context.ts';
import { NumberPad } from '../station/number-pad.tsx';
import { useStepKeys } from '../station/step-keys.ts';
import { useStep } from '../station/use-step.ts';
import { useCampaigns } from '../sync/campaign-store.ts';
import { READER, takePosition, usePosition } from '../sync/position.ts';
import { useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { calledInWords } from './called-words.ts';
import { useCrewHere } from './crew-here.ts';
import { PositionChoice } from './position-choice.tsx';

/** What somebody at a position sees: the call, as large as the page allows, and its answer. What is expected is not said before. */
export default function CallsPage(): ReactElement {
  const view = useCampaign();
  const own = usePosition(view.id);
  const reachable = useCampaigns((s) => s.reachable);
  const position = own === READER ? undefined : own;
  const person = useSession((s) => s.person);
  const reader = useCrewHere(view.id).get(READER)?.[0];
  const call = position === undefined ? undefined : openCall(view.state, view.index, position);
  const check = call && view.index.checks.get(call.call.check);
  return (
    <div data-frame className="grid h-dvh grid-rows-[auto_1fr]">
      <header className="flex min-h-14 flex-wrap items-center gap-x-4 bg-plate px-4 text-plate-ink">
        <Link
          to={view.base}
          className="flex min-h-14 items-center font-mono text-xl font-bold tracking-wide"
          aria-label={`${view.index.basis.aircraft.mark}, to the stations`}
        >
          {view.index.basis.aircraft.mark}
        </Link>
        <span className="font-semibold">{position ?? 'No position yet'}</span>
        {position ? (
          <button
            type="button"
            className="min-h-14 underline underline-offset-4"
            onClick={() => takePosition(view.id, undefined)}
          >
            Change
          </button>
        ) : null}
        <Link
          to={`${view.base}/emergency`}
          className="my-1 ml-auto flex min-h-12 items-center rounded-[3px] bg-out px-3 font-bold text-sheet max-lg:min-h-14"
        >
          Emergency
        </Link>
      </header>
      <main className="overflow-auto bg-sheet px-5 py-5 sm:px-10">
        {reachable ? null : (
          <p
            role="status"
            className="mb-3 border-l-4 border-near bg-near-bg px-3 py-1.5 font-semibold text-near"
          >
            The server cannot be reached: no call comes in here. Answer by voice; what was given is kept and
            sent later.
          </p>
        )}
        {position === undefined ? (
          <>
            <h1 className="mb-3 text-2xl font-semibold narrow">Where are you?</h1>
            <PositionChoice />
          </>
        ) : call && check ? (
          <Call key={call.call.entry} call={call} check={check} />
        ) : (
          <Quiet position={position} reader={reader?.name} person={person?.id} />
        )}
        <p className="cap mt-8">
          <AwakeLine />
        </p>
      </main>
    </div>
  );
}

/** Nothing is called: who reads, and what was said last. */
function Quiet({
  position,
  reader,
  person,
}: {
  position: string;
  reader: string | undefined;
  person: string | undefined;
}): ReactElement {
  const view = useCampaign();
  const mine = [...view.state.calls.values()].findLast((c) => c.to === position);
  const parts = mine ? (view.index.partsOfCheck.get(mine.check) ?? []) : [];
  const said = parts.flatMap((part) => {
    const record = standingAnswer(view.state.parts.get(part.key));
    return record?.called?.call === mine?.entry && record ? [{ part, record }] : [];
  });
  const [last] = said;
  return (
    <>
      <h1 className="text-[clamp(1.7rem,4.2vw,3rem)] leading-tight font-bold narrow">
        Wait for the next call
      </h1>
      <p className="mt-2 text-lg text-ink-2">
        {reader ? `${reader} reads.` : 'Nobody reads yet: calls come when somebody takes the list.'}
      </p>
      {last ? (
        <p role="status" className="mt-6 text-lg">
          {last.record.by === person ? 'You said' : `${view.who(last.record.by)} said`}:{' '}
          <b>{last.part.check.title}</b>, {calledInWords(view, last.part, last.record)}.
        </p>
      ) : null}
    </>
  );
}

/** Answered with gloves on, at arm's length. */
const LARGE = 'min-h-16 justify-center px-8 text-xl max-lg:min-h-24 max-lg:flex-1 max-lg:text-2xl';

/** One call that waits. It leaves by itself once all of it is answered. */
function Call({ call, check }: { call: CallStanding; check: Check }): ReactElement {
  const view = useCampaign();
  const step = useStep(check);
  const drafts = useDrafts((s) => s.drafts);
  const person = useSession((s) => s.person);
  const { waiting } = call;
  // What was on the desk before it was called, here or called again, is no answer to this call.
  const [begun, setBegun] = useState(false);
  useEffect(() => {
    for (const part of waiting) {
      askAnew(view.id, part.key);
      if (view.status.parts.get(part.key)?.answer) changeDraft(view.id, part.key, { again: true });
    }
    setBegun(true);
    // Once for each call: the key of this component is its entry.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useStepKeys();
  const confirms = check.answer.kind === 'confirm';
  const refused = confirms && waiting.some((p) => draftOf(drafts, view.id, p.key).asExpected === false);
  const blank = confirms && step.ready.length === 0;
  const alone = waiting.length === 1 && waiting[0]?.subject === WHOLE_AIRCRAFT;
  if (call.call.by === person?.id)
    return <p className="text-lg">You called this yourself: somebody else answers it.</p>;
  if (!begun) return <p className="text-ink-2">Opening…</p>;
  return (
    <section aria-label="Call">
      {call.call.again ? (
        <p
          role="status"
          className="mb-2 border-l-4 border-near bg-near-bg px-3 py-1.5 font-semibold text-near"
        >
          Called again: {AGAIN_WORDS[call.call.again]}. Look once more.
        </p>
      ) : null}
      <p className="text-lg text-ink-2">{view.who(call.call.by)} calls:</p>
      <h1 className="mt-1 text-[clamp(1.7rem,4.2vw,3rem)] leading-tight font-bold">{check.challenge}</h1>
      <div className="mt-5 grid max-w-4xl gap-x-8 gap-y-5 sm:grid-cols-2">
        {confirms
          ? null
          : waiting.map((part, i) => <Answer key={part.key} part={part} first={i === 0} alone={alone} />)}
      </div>
      {refused
        ? waiting.map((part) => <NoteField key={part.key} part={part} label="What is it instead?" />)
        : null}
      <Problem>{step.problem}</Problem>
      <div data-step-actions className="mt-4 flex flex-wrap gap-4">
        {blank && !refused ? (
          <>
            <Button
              kind="main"
              keys="Enter"
              className={LARGE}
              onClick={() => void step.keepAsExpected(waiting)}
            >
              Yes, all of it
            </Button>
            <Button
              className={LARGE}
              onClick={() => {
                for (const part of waiting) changeDraft(view.id, part.key, { asExpected: false });
              }}
            >
              No
            </Button>
          </>
        ) : null}
        {step.takeable.length > 0 ? (
          <Button kind="main" keys="Enter" className={LARGE} onClick={step.takeNow}>
            Take what the monitor shows
          </Button>
        ) : null}
        {step.ready.length > 0 ? (
          <Button
            kind={step.takeable.length > 0 ? 'plain' : 'main'}
            keys={step.takeable.length > 0 ? undefined : 'Enter'}
            className={LARGE}
            onClick={() => void step.keep()}
          >
            Say it
          </Button>
        ) : null}
      </div>
      <NumberPad />
    </section>
  );
}

function Answer({ part, first, alone }: { part: Part; first: boolean; alone: boolean }): ReactElement | null {
  const view = useCampaign();
  const { answer: spec } = part.check;
  if (spec.kind === 'computed') return null;
  const { Entry } = viewOf(spec.kind);
  return (
    <section aria-label={view.names.subject(part.subject)}>
      {alone ? null : <h2 className="mb-1 font-bold">{view.names.subject(part.subject)}</h2>}
      <Suspense fallback={<p className="cap">Opening…</p>}>
        <Entry part={part} spec={spec} first={first} />
      </Suspense>
    </section>
  );
}
