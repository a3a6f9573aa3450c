import { useEffect, useState, type ReactElement } from 'react';
import {
  AGAIN_WORDS,
  callOfCheck,
  callStanding,
  formatFigure,
  positionsOf,
  positionsOfCheck,
  type CallStanding,
  type Check,
  type Part,
} from '@kanzel/core';
import { askAnew } from '../answers/drafts.ts';
import { submit } from '../sync/campaign-store.ts';
import { serverNow } from '../sync/clock.ts';
import { READER, usePosition } from '../sync/position.ts';
import { roleAmong, rolesForStation, useSession } from '../sync/session.ts';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { Picker } from '../ui/picker.tsx';
import { useSpoken, waitingCall } from './answering-call.ts';
import { calledInWords, paceOfAnswer } from './called-words.ts';
import { useCrewHere } from './crew-here.ts';

/** Whether this device reads and calls in a campaign. */
export const useReads = (campaign: string): boolean => usePosition(campaign) === READER;

/**
 * The parts of a step that whoever reads leaves to be answered elsewhere: nothing of them is ticked here, until their answer was heard.
 * `entering`: what would be answered here otherwise.
 */
export function useLeftToCrew(
  check: Check,
  entering: readonly Part[],
): { readonly left: readonly Part[]; readonly takeHere: () => void } {
  const view = useCampaign();
  const reads = useReads(view.id);
  const spoken = useSpoken((s) => s.call);
  const [here, setHere] = useState<string>();
  const waiting = waitingCall(view, check.id);
  const heard = spoken !== undefined && waiting?.call.entry === spoken;
  const leaves = reads && canBeCalled(check) && !heard && here !== check.id;
  return {
    left: leaves ? (waiting?.waiting ?? entering) : [],
    takeHere: () => setHere(check.id),
  };
}

/** What is worked out or decided is looked at by nobody. */
const canBeCalled = (check: Check): boolean => check.answer.kind !== 'computed' && !check.decides;

type Because = keyof typeof AGAIN_WORDS;

/** The position that a check is called to first: who was called last for it, else where it is answered, and of those one where somebody is. */
function firstPosition(
  check: Check,
  all: readonly string[],
  at: ReadonlyMap<string, readonly unknown[]>,
): string {
  const own = positionsOfCheck(check);
  return own.find((p) => at.has(p)) ?? all.find((p) => at.has(p)) ?? own[0] ?? all[0] ?? 'crew';
}

/** For whoever reads: calls the step to a position, tells what came of it, and calls it again where the answer is not taken. */
export function CallBar({
  check,
  parts,
  left,
  onHere,
}: {
  check: Check;
  parts: readonly Part[];
  left: boolean;
  onHere: () => void;
}): ReactElement | null {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const here = useCrewHere(view.id);
  const all = positionsOf(view.index);
  const elsewhere = new Map([...here].filter(([, who]) => who.some((w) => w.person !== person?.id)));
  const call = callOfCheck(view.state, check.id);
  const [chosen, setChosen] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const to = chosen ?? call?.to ?? firstPosition(check, all, elsewhere);
  const standing = call && callStanding(view.state, view.index, call);
  const waits = standing !== undefined && standing.waiting.length > 0;
  const answers = (standing?.answers ?? []).filter((a) => a.called?.by === person?.id);
  const make = async (again?: Because): Promise<void> => {
    setProblem(undefined);
    useSpoken.setState({ call: undefined });
    // It is asked anew: what was begun here is not what will be heard.
    for (const part of parts) askAnew(view.id, part.key);
    const said = await submit(
      view.id,
      'call.made',
      {
        check: check.id,
        to,
        ...(again ? { again: { answers: answers.map((a) => a.entry), because: again } } : {}),
      },
      roleAmong(person, rolesForStation(check.station)),
    );
    if (!said.ok) setProblem(view.say(said.error));
  };
  const callable = parts.some((p) => !view.status.parts.get(p.key)?.blocked);
  if (!canBeCalled(check)) return null;
  return (
    <section aria-label="Call" className="mt-3 border-l-4 border-hand pl-3">
      {waits ? (
        <Waiting standing={standing} at={elsewhere} onAgain={() => void make()} />
      ) : answers.length > 0 && !left ? (
        <Answered parts={parts} answers={answers} onAgain={(because) => void make(because)} />
      ) : (
        <div className="flex flex-wrap items-end gap-3">
          <Picker
            label="To"
            value={to}
            options={all.map((id) => ({ id, text: id + whoAt(elsewhere, id) }))}
            onChange={setChosen}
          />
          <Button
            kind={left ? 'main' : 'plain'}
            keys={left ? 'Enter' : undefined}
            disabled={!callable}
            onClick={() => void make()}
          >
            Call to {to}
          </Button>
          {left ? (
            <Button kind="quiet" onClick={onHere}>
              Answer it here
            </Button>
          ) : null}
        </div>
      )}
      <Problem>{problem}</Problem>
    </section>
  );
}

function whoAt(at: ReadonlyMap<string, readonly { name: string }[]>, position: string): string {
  const who = at.get(position);
  return who ? `, ${who.map((w) => w.name).join(', ')}` : '';
}

/** How long it is since a call, renewed every second. */
function Since({ instant }: { instant: number }): ReactElement {
  const [now, setNow] = useState(serverNow);
  useEffect(() => {
    const timer = setInterval(() => setNow(serverNow()), 500);
    return () => clearInterval(timer);
  }, []);
  return <span className="tabular-nums">{formatFigure(Math.max(0, (now - instant) / 1000), 1)} s</span>;
}

function Waiting({
  standing,
  at,
  onAgain,
}: {
  standing: CallStanding;
  at: ReadonlyMap<string, readonly { name: string }[]>;
  onAgain: () => void;
}): ReactElement {
  const view = useCampaign();
  const { call } = standing;
  const own = useSession((s) => s.person?.id) === call.by;
  const spoken = useSpoken((s) => s.call) === call.entry;
  const who = at.get(call.to);
  return (
    <>
      <p role="status" className="text-lg font-semibold">
        Called to {call.to}
        {own ? '' : ` by ${view.who(call.by)}`}: <Since instant={call.instant} />.{' '}
        {spoken
          ? 'Write down what was said.'
          : who
            ? `Waiting for ${who.map((w) => w.name).join(', ')}.`
            : 'No device is heard there: take the answer by voice.'}
      </p>
      {own && !spoken ? (
        <div className="mt-2">
          <Button
            kind={who ? 'plain' : 'main'}
            keys={who ? undefined : 'Enter'}
            onClick={() => useSpoken.setState({ call: call.entry })}
          >
            Answered by voice
          </Button>
          <Button kind="quiet" onClick={onAgain}>
            Call once more
          </Button>
        </div>
      ) : null}
    </>
  );
}

function Answered({
  parts,
  answers,
  onAgain,
}: {
  parts: readonly Part[];
  answers: CallStanding['answers'];
  onAgain: (because: Because) => void;
}): ReactElement {
  const view = useCampaign();
  const told = parts.flatMap((part) => {
    const record = answers.find((a) => a.entry === view.status.parts.get(part.key)?.answer?.entry);
    return record ? [{ part, record, pace: paceOfAnswer(view, part, record) }] : [];
  });
  const [first] = told;
  const odd = told.find((t) => t.pace !== undefined && t.pace !== 'attentive');
  return (
    <>
      {first ? (
        <p role="status" className={odd ? 'font-semibold text-near' : 'font-semibold'}>
          {view.who((odd ?? first).record.by)}:{' '}
          {calledInWords(view, (odd ?? first).part, (odd ?? first).record)}.
        </p>
      ) : null}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <span className="cap">Call again:</span>
        {(Object.keys(AGAIN_WORDS) as Because[]).map((because) => (
          <Button
            key={because}
            kind={odd?.pace === because ? 'plain' : 'quiet'}
            onClick={() => onAgain(because)}
          >
            {AGAIN_WORDS[because]}
          </Button>
        ))}
      </div>
    </>
  );
}
