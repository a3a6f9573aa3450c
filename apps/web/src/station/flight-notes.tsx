import { useState, type FormEvent, type ReactElement } from 'react';
import { ENTRIES, type NoteState, type Scan } from '@kanzel/core';
import { useSend } from '../findings/use-send.ts';
import { newId } from '../sync/new-id.ts';
import { useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Field, Problem } from '../ui/field.tsx';
import { Folded } from '../ui/folded.tsx';
import { Picker } from '../ui/picker.tsx';
import { Speak, Spoken } from './spoken-note.tsx';
import { useCampaign } from './campaign-context.ts';

const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });
const KEEPS = ENTRIES['note.kept'].roles;

/** Words for a note that was kept: they may come when there is a hand free for them. */
function Words({ note, kept, onDone }: { note: string; kept: NoteState; onDone?: () => void }): ReactElement {
  const { problem, send } = useSend();
  const [text, setText] = useState(kept.text);
  const say = (event: FormEvent): void => {
    event.preventDefault();
    void send('note.kept', { note, text: text.trim() }, KEEPS).then((sent) =>
      sent ? onDone?.() : undefined,
    );
  };
  return (
    <form onSubmit={say} className="flex flex-wrap items-end gap-3">
      <div className="min-w-[16rem] flex-1">
        <Field
          label={`Note of ${CLOCK.format(kept.kept.instant)}`}
          value={text}
          maxLength={2000}
          onChange={(e) => setText(e.target.value)}
        />
      </div>
      <Button type="submit" disabled={text.trim() === kept.text}>
        Add the words
      </Button>
      <Problem>{problem}</Problem>
    </form>
  );
}

/** One press keeps the moment; what it was may be said at once, later, or in the debrief. */
export function NoteBar({ check }: { readonly check: string | undefined }): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const { problem, send, refuse } = useSend();
  const [last, setLast] = useState<string>();
  const kept = last === undefined ? undefined : view.state.notes.get(last);
  const open = [...view.state.notes.values()].filter((n) => !n.settled).length;
  const keep = (sound?: Scan): void => {
    const note = newId();
    const about = { ...(check === undefined ? {} : { check }), ...(sound ? { sound } : {}) };
    void send('note.kept', { note, text: '', ...about }, KEEPS).then((sent) =>
      sent ? setLast(note) : undefined,
    );
  };
  return (
    <section aria-label="Notes" className={last === undefined ? '' : 'w-full'}>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1.5">
        <Button className="min-h-11 max-lg:min-h-14 max-lg:min-w-32" onClick={() => keep()}>
          Note now
        </Button>
        <Speak onSpoken={keep} onProblem={refuse} />
        {open === 0 ? null : (
          <span className="text-[0.9rem] text-ink-2">
            {open === 1 ? 'One note, for the debrief' : `${open} notes, for the debrief`}
          </span>
        )}
        <Problem>{problem}</Problem>
      </div>
      {last !== undefined && kept && !kept.settled && kept.kept.by === person?.id ? (
        <div className="mt-1.5">
          <Words key={last} note={last} kept={kept} onDone={() => setLast(undefined)} />
        </div>
      ) : null}
    </section>
  );
}

/** One note in the debrief, and what comes of it. */
function Settle({ note, kept }: { note: string; kept: NoteState }): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const people = useSession((s) => s.people);
  const { problem, send, refuse } = useSend();
  const [finding, setFinding] = useState('');
  const [reason, setReason] = useState('');
  const roles = ENTRIES['note.settled'].roles;
  const open = [...view.state.findings.values()].filter((f) => !f.closed && !f.merged);
  const about = kept.check === undefined ? undefined : view.index.checks.get(kept.check)?.title;
  const settle = (to: { finding?: string; reason: string }): void =>
    void send('note.settled', { note, ...to }, roles);
  const raise = async (): Promise<void> => {
    const id = newId();
    const raised = await send(
      'finding.raised',
      {
        finding: id,
        title: kept.text.slice(0, 300),
        where: '',
        ...(kept.check === undefined ? {} : { check: kept.check }),
      },
      ENTRIES['finding.raised'].roles,
    );
    if (raised) settle({ finding: id, reason: '' });
  };
  return (
    <li className="border-t border-rule py-2 first:border-t-0">
      <p>
        <span className="text-ink-2">{CLOCK.format(kept.kept.instant)}</span>{' '}
        <span className="font-semibold">
          {kept.text === '' ? (kept.sound ? 'Spoken note' : 'Note without words') : kept.text}
        </span>{' '}
        <span className="text-[0.9rem] text-ink-2">
          {[people.find((p) => p.id === kept.kept.by)?.fullName, about].filter(Boolean).join(', ')}
        </span>
      </p>
      {kept.sound ? <Spoken sound={kept.sound} /> : null}
      {kept.text === '' && kept.kept.by === person?.id ? (
        <div className="mt-1.5">
          <Words note={note} kept={kept} />
        </div>
      ) : null}
      <div className="mt-1.5 flex flex-wrap items-end gap-x-5 gap-y-2">
        <Button disabled={kept.text === ''} onClick={() => void raise()}>
          Raise a finding
        </Button>
        {open.length === 0 ? null : (
          <Folded title="It is of a finding there is">
            <div className="flex flex-wrap items-end gap-3">
              <Picker
                label="Finding"
                value={finding}
                options={open.map((f) => ({ id: f.raised.finding, text: f.raised.title }))}
                onChange={setFinding}
              />
              <Button
                onClick={() =>
                  finding === '' ? refuse('Choose the finding it is of.') : settle({ finding, reason: '' })
                }
              >
                Attach it
              </Button>
            </div>
          </Folded>
        )}
        <Folded title="Put it aside">
          <div className="flex flex-wrap items-end gap-3">
            <div className="min-w-[16rem]">
              <Field
                label="Why it needs nothing"
                value={reason}
                maxLength={2000}
                onChange={(e) => setReason(e.target.value)}
              />
            </div>
            <Button onClick={() => settle({ reason })}>Put it aside</Button>
          </div>
        </Folded>
      </div>
      <Problem>{problem}</Problem>
    </li>
  );
}

/** In the debrief: every note of which nothing came yet. The release waits for them. */
export function NotesToSettle(): ReactElement | null {
  const { state } = useCampaign();
  const open = [...state.notes].filter(([, n]) => !n.settled);
  if (open.length === 0) return null;
  return (
    <section aria-label="Notes of the flight" className="border-b border-rule px-[22px] py-2">
      <h3 className="text-[0.92rem] font-semibold">
        {open.length === 1 ? 'One note has no outcome' : `${open.length} notes have no outcome`}
      </h3>
      <ul>
        {open.map(([note, kept]) => (
          <Settle key={note} note={note} kept={kept} />
        ))}
      </ul>
    </section>
  );
}
