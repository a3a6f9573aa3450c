import { useState, type FormEvent, type ReactElement } from 'react';
import { Link, useNavigate } from 'react-router';
import { ENTRIES, leadingOf, readFigure, togetherWith, type FindingState } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { newId } from '../sync/new-id.ts';
import { useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { DayField } from '../ui/day-field.tsx';
import { Field, Problem } from '../ui/field.tsx';
import { Folded } from '../ui/folded.tsx';
import { Picker } from '../ui/picker.tsx';
import { dayInWords, whenInWords } from '../ui/when.ts';
import { useSend } from './use-send.ts';

/** Opens a finding again: one that was closed, or one that was told to be one with another. */
export function Reopen({ finding }: { finding: FindingState }): ReactElement {
  const { problem, send } = useSend();
  const [reason, setReason] = useState('');
  const reopen = (event: FormEvent): void => {
    event.preventDefault();
    void send(
      'finding.reopened',
      { finding: finding.raised.finding, reason },
      ENTRIES['finding.reopened'].roles,
    );
  };
  return (
    <Folded title="Reopen">
      <form onSubmit={reopen}>
        <p className="mb-2 text-ink-2">
          {finding.merged
            ? 'It stands by itself again, as it was assessed.'
            : 'It stands again as it was assessed, and so does what was merged with it. It is closed only after something was done about it since.'}
        </p>
        <Field label="What was seen" value={reason} onChange={(e) => setReason(e.target.value)} required />
        <Problem>{problem}</Problem>
        <Button type="submit">Reopen the finding</Button>
      </form>
    </Folded>
  );
}

/** Two findings are one: which stays, and why. */
function Merge({
  finding,
  others,
}: {
  finding: FindingState;
  others: readonly FindingState[];
}): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const { problem, send, refuse } = useSend();
  const [into, setInto] = useState('');
  const [reason, setReason] = useState('');
  const merge = (event: FormEvent): void => {
    event.preventDefault();
    if (into === '') return refuse('Choose the finding that stays. What you typed is kept.');
    void send(
      'finding.merged',
      { finding: finding.raised.finding, into, reason },
      ENTRIES['finding.merged'].roles,
    ).then((sent) => (sent ? navigate(`${view.base}/findings/${into}`) : undefined));
  };
  return (
    <Folded title="It is the same as another finding">
      <form onSubmit={merge}>
        <Picker
          className="mb-4"
          label="The one that stays, and is worked on for both"
          value={into}
          options={others.map((f) => ({ id: f.raised.finding, text: f.raised.title }))}
          onChange={setInto}
        />
        <Field
          label="Why they are the same"
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          required
        />
        <p className="cap mb-2">
          Both hold what they hold now, until the one that stays is assessed anew or closed. An inspector or a
          certifying person merges them.
        </p>
        <Problem>{problem}</Problem>
        <Button type="submit">Merge them</Button>
      </form>
    </Folded>
  );
}

/** One finding is two: the second by its own words. */
function Split({ finding }: { finding: FindingState }): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const { problem, send } = useSend();
  const [title, setTitle] = useState('');
  const [where, setWhere] = useState(finding.raised.where);
  const [reason, setReason] = useState('');
  const split = (event: FormEvent): void => {
    event.preventDefault();
    const into = newId();
    void send(
      'finding.split',
      { finding: finding.raised.finding, into, title, where, reason },
      ENTRIES['finding.split'].roles,
    ).then((sent) => (sent ? navigate(`${view.base}/findings/${into}`) : undefined));
  };
  return (
    <Folded title="These are two findings">
      <form onSubmit={split}>
        <Field label="The other one" value={title} onChange={(e) => setTitle(e.target.value)} required />
        <Field label="Where" value={where} onChange={(e) => setWhere(e.target.value)} />
        <Field label="Why they are two" value={reason} onChange={(e) => setReason(e.target.value)} required />
        <p className="cap mb-2">It begins as this one is assessed, and is worked on and closed by itself.</p>
        <Problem>{problem}</Problem>
        <Button type="submit">Split it off</Button>
      </form>
    </Folded>
  );
}

/** Who works on it next, about how long, by which day. */
function Assign({ finding }: { finding: FindingState }): ReactElement {
  const people = useSession((s) => s.people);
  const { problem, send, refuse } = useSend();
  const { assigned } = finding;
  const [to, setTo] = useState(assigned?.to ?? '');
  const [minutes, setMinutes] = useState(assigned?.minutes === undefined ? '' : String(assigned.minutes));
  const [due, setDue] = useState(assigned?.due ?? '');
  const assign = (event: FormEvent): void => {
    event.preventDefault();
    const effort = minutes.trim() === '' ? undefined : readFigure(minutes);
    if (effort && !(effort.ok && effort.value.value >= 1 && effort.value.value % 1 === 0))
      return refuse('The minutes are a whole figure above nothing. What you typed is kept.');
    void send(
      'finding.assigned',
      {
        finding: finding.raised.finding,
        ...(to === '' ? {} : { to }),
        ...(effort?.ok ? { minutes: effort.value.value } : {}),
        ...(due === '' ? {} : { due }),
      },
      ENTRIES['finding.assigned'].roles,
    );
  };
  return (
    <Folded title={assigned?.to === undefined ? 'Assign it to somebody' : 'Assign it anew'}>
      <form onSubmit={assign}>
        <Picker
          className="mb-4"
          label="Who works on it next"
          value={to}
          options={[
            { id: '', text: 'nobody' },
            ...people.filter((p) => !p.endedAt).map((p) => ({ id: p.id, text: p.fullName })),
          ]}
          onChange={setTo}
        />
        <Field
          label="About how long, minutes"
          inputMode="numeric"
          value={minutes}
          onChange={(e) => setMinutes(e.target.value)}
        />
        <DayField label="By which day" value={due} onChange={setDue} />
        <Problem>{problem}</Problem>
        <Button type="submit">Assign</Button>
      </form>
    </Folded>
  );
}

/** With whom it is, about how long it takes, and by which day. */
function With({ assigned }: Pick<FindingState, 'assigned'>): ReactElement | null {
  const view = useCampaign();
  const told = [
    assigned?.to === undefined ? '' : `With ${view.who(assigned.to)}`,
    assigned?.minutes === undefined ? '' : `about ${assigned.minutes} min`,
    assigned?.due === undefined ? '' : `by ${dayInWords(assigned.due)}`,
  ].filter(Boolean);
  return told.length > 0 ? <p className="mt-1">{told.join(', ')}.</p> : null;
}

/** With whom a finding is, with what it is one, and what it was part of. */
export function Ties({ finding }: { finding: FindingState }): ReactElement {
  const view = useCampaign();
  const { state } = view;
  const { merged, closed, splitFrom, reopened } = finding;
  const from = splitFrom === undefined ? undefined : state.findings.get(splitFrom);
  const [, ...others] = togetherWith(state, finding);
  const link = (f: FindingState): ReactElement => (
    <Link
      className="font-semibold underline underline-offset-4"
      to={`${view.base}/findings/${f.raised.finding}`}
    >
      {f.raised.title}
    </Link>
  );
  return (
    <>
      {merged ? (
        <div className="mt-2 border-l-4 border-ink pl-3">
          <p>
            Merged with {link(leadingOf(state, finding))}, and worked on there: {merged.reason}
          </p>
          <p className="cap">
            By {view.who(merged.by)}, {whenInWords(merged.at)}.
          </p>
          {closed || state.release ? null : <Reopen finding={finding} />}
        </div>
      ) : null}
      <With assigned={finding.assigned} />
      {from ? <p className="mt-2">Split off from {link(from)}.</p> : null}
      {reopened ? (
        <p className="mt-2 text-near">
          Reopened by {view.who(reopened.by)}, {whenInWords(reopened.at)}: {reopened.reason}
        </p>
      ) : null}
      {others.length > 0 ? (
        <div className="mt-2">
          <p className="font-semibold">Merged with it</p>
          <ul>
            {others.map((f) => (
              <li key={f.raised.finding}>{link(f)}</li>
            ))}
          </ul>
        </div>
      ) : null}
    </>
  );
}

/** What is seldom done with an open finding, below everything else. */
export function MoreAbout({ finding }: { finding: FindingState }): ReactElement | null {
  const { state } = useCampaign();
  if (finding.closed || finding.merged || state.release) return null;
  const others = [...state.findings.values()].filter((f) => f !== finding && !f.closed && !f.merged);
  return (
    <div className="mt-3 max-w-2xl">
      <Assign key={finding.assigned?.entry ?? 'nobody'} finding={finding} />
      {others.length > 0 ? <Merge finding={finding} others={others} /> : null}
      <Split finding={finding} />
    </div>
  );
}
