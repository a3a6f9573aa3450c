import { Command } from 'cmdk';
import { useMemo, useState, type FormEvent, type ReactElement, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { PLAN_SHEETS } from '../planning/sheets.ts';
import { STATION_TITLES, type EntryBodies, type EntryKind, type Role } from '@kanzel/core';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, rolesForStation, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { CostNote } from '../findings/cost-note.tsx';
import { Field, Problem, TextField } from '../ui/field.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';
import { SystemsPicker } from '../ui/systems-picker.tsx';
import { useCampaign, type Slip } from './campaign-context.ts';
import { changeDraft, draftFromAnswer } from './part-draft.ts';
import { newId } from '../sync/new-id.ts';

const ANYONE: readonly Role[] = ['technician', 'inspector', 'pilot', 'observer', 'certifier'];

/** A slip that ends in one entry: fields, the reason for a refusal, a button that says what happens. */
function EntrySlip<K extends EntryKind>({
  title,
  hint,
  kind,
  make,
  roles = ANYONE,
  button,
  onClose,
  onDone,
  supersedes,
  children,
}: {
  title: string;
  hint?: string;
  kind: K;
  make: () => EntryBodies[K];
  roles?: readonly Role[];
  button: string;
  onClose: () => void;
  onDone?: () => void;
  supersedes?: string;
  children: ReactNode;
}): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const [problem, setProblem] = useState<string>();
  const send = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    const sent = await submit(
      view.id,
      kind,
      make(),
      roleAmong(person, roles),
      supersedes ? { supersedes } : {},
    );
    if (!sent.ok) return setProblem(view.say(sent.error));
    onClose();
    onDone?.();
  };
  return (
    <SheetDialog open onClose={onClose} title={title} {...(hint ? { hint } : {})}>
      <form onSubmit={(e) => void send(e)}>
        {children}
        <Problem>{problem}</Problem>
        <div className="flex gap-3">
          <Button kind="main" type="submit">
            {button}
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </SheetDialog>
  );
}

function TagOn({ onClose }: { onClose: () => void }): ReactElement {
  const [thing, setThing] = useState('');
  const [where, setWhere] = useState('');
  const [why, setWhy] = useState('');
  const [touches, setTouches] = useState<readonly string[]>([]);
  return (
    <EntrySlip
      title="Put a tag on"
      hint="Something is open or disconnected right now. Every gate ahead is held until it comes off."
      kind="tag.on"
      make={() => ({ tag: newId(), thing, where, why, touches })}
      button="Put the tag on"
      onClose={onClose}
    >
      <Field
        label="What is open or disconnected"
        value={thing}
        onChange={(e) => setThing(e.target.value)}
        autoFocus
        required
        maxLength={200}
      />
      <Field label="Why" value={why} onChange={(e) => setWhy(e.target.value)} required maxLength={1000} />
      <Field
        label="Where on the aircraft"
        value={where}
        onChange={(e) => setWhere(e.target.value)}
        maxLength={200}
      />
      <SystemsPicker label="Systems it touches" value={touches} onChange={setTouches} />
      <CostNote touches={touches} />
    </EntrySlip>
  );
}

function TagOff({ tag, onClose }: { tag: string; onClose: () => void }): ReactElement | null {
  const view = useCampaign();
  const found = view.state.tags.get(tag);
  const [note, setNote] = useState('');
  const [touches, setTouches] = useState<readonly string[]>(found?.on.touches ?? []);
  if (!found) return null;
  return (
    <EntrySlip
      title={`Take the tag off: ${found.on.thing}`}
      kind="tag.off"
      make={() => ({ tag, note, touches })}
      button="Take the tag off"
      onClose={onClose}
    >
      <Field
        label="How it was left"
        value={note}
        onChange={(e) => setNote(e.target.value)}
        autoFocus
        maxLength={1000}
      />
      <SystemsPicker label="Systems touched while it was on" value={touches} onChange={setTouches} />
      <CostNote touches={touches} />
    </EntrySlip>
  );
}

function Finding({
  slip,
  onClose,
}: {
  slip: Extract<Slip, { kind: 'finding' }>;
  onClose: () => void;
}): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const [title, setTitle] = useState(slip.title ?? '');
  const [where, setWhere] = useState(slip.subject ? view.names.subject(slip.subject) : '');
  const [id] = useState(() => newId());
  const about = {
    ...(slip.check ? { check: slip.check } : {}),
    ...(slip.subject ? { subject: slip.subject } : {}),
    ...(slip.answerEntry ? { answerEntry: slip.answerEntry } : {}),
  };
  return (
    <EntrySlip
      title="Raise a finding"
      kind="finding.raised"
      make={() => ({ finding: id, title, where, ...about })}
      button="Raise the finding"
      onClose={onClose}
      onDone={() => void navigate(`${view.base}/findings/${id}`)}
    >
      <Field
        label="What was found"
        value={title}
        onChange={(e) => setTitle(e.target.value)}
        autoFocus
        required
        maxLength={300}
      />
      <Field
        label="Where on the aircraft"
        value={where}
        onChange={(e) => setWhere(e.target.value)}
        maxLength={300}
      />
    </EntrySlip>
  );
}

function NotApplicable({
  slip,
  onClose,
}: {
  slip: Extract<Slip, { kind: 'not-applicable' }>;
  onClose: () => void;
}): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string>();
  const check = view.index.checks.get(slip.check);
  const send = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    for (const subject of slip.subjects) {
      const sent = await submit(
        view.id,
        'answer.notApplicable',
        { check: slip.check, subject, reason: why },
        roleAmong(person, rolesForStation(check?.station ?? 'run-up')),
      );
      if (!sent.ok) return setProblem(view.say(sent.error));
    }
    onClose();
  };
  return (
    <SheetDialog
      open
      onClose={onClose}
      title={`Not applicable: ${check?.title ?? ''}`}
      hint={slip.subjects.map(view.names.subject).join(', ')}
    >
      <form onSubmit={(e) => void send(e)}>
        <TextField
          label="Why it does not apply"
          value={why}
          onChange={(e) => setWhy(e.target.value)}
          autoFocus
          required
        />
        <Problem>{problem}</Problem>
        <div className="flex gap-3">
          <Button kind="main" type="submit">
            Record it as not applicable
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </SheetDialog>
  );
}

function Correct({ part, onClose }: { part: string; onClose: () => void }): ReactElement | null {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string>();
  const about = view.index.parts.get(part);
  const standing = view.status.parts.get(part)?.answer;
  if (!about || !standing) return null;
  const withdraw = async (): Promise<void> => {
    const sent = await submit(
      view.id,
      'answer.withdrawn',
      { check: about.check.id, subject: about.subject, reason: why },
      roleAmong(person, rolesForStation(about.check.station)),
      { supersedes: standing.entry },
    );
    if (!sent.ok) return setProblem(view.say(sent.error));
    onClose();
  };
  return (
    <SheetDialog
      open
      onClose={onClose}
      title={`Correct ${view.names.part(part)}`}
      hint="The earlier answer stays in the record, struck through, with your reason."
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          const kept = view.status.parts.get(part)?.answer?.answer;
          changeDraft(view.id, part, {
            ...(kept ? draftFromAnswer(kept, 'correction') : {}),
            correction: why,
          });
          onClose();
        }}
      >
        <TextField
          label="What was wrong with it"
          value={why}
          onChange={(e) => setWhy(e.target.value)}
          autoFocus
          required
        />
        <Problem>{problem}</Problem>
        <div className="flex flex-wrap gap-3">
          <Button kind="main" type="submit">
            Enter the right answer
          </Button>
          <Button onClick={() => void withdraw()}>Take it back; the answer before stands</Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </SheetDialog>
  );
}

function Decide({ part, onClose }: { part: string; onClose: () => void }): ReactElement | null {
  const view = useCampaign();
  const [why, setWhy] = useState('');
  const about = view.index.parts.get(part);
  const status = view.status.parts.get(part);
  if (!about || !status?.answer) return null;
  const entry = status.answer.entry;
  return (
    <EntrySlip
      title={`Accept ${view.names.part(part)}`}
      hint={status.reasons.map(view.say).join(' ')}
      kind="decision.recorded"
      roles={['inspector', 'certifier']}
      make={() => ({ check: about.check.id, subject: about.subject, answerEntry: entry, reason: why })}
      button="Record the decision"
      onClose={onClose}
    >
      <TextField
        label="Why it is accepted"
        value={why}
        onChange={(e) => setWhy(e.target.value)}
        autoFocus
        required
      />
    </EntrySlip>
  );
}

function Override({
  slip,
  onClose,
}: {
  slip: Extract<Slip, { kind: 'override' }>;
  onClose: () => void;
}): ReactElement {
  const view = useCampaign();
  const [why, setWhy] = useState('');
  const gate = view.index.basis.pack.gates.find((g) => g.id === slip.gate);
  return (
    <EntrySlip
      title={`Override a condition of ${gate?.title ?? slip.gate}`}
      hint={`${slip.sentence} It is printed first on every later report, with your name and reason.`}
      kind="gate.overridden"
      roles={['certifier']}
      make={() => ({ gate: slip.gate, condition: slip.condition, reason: why, snapshot: view.state.head })}
      button="Override it"
      onClose={onClose}
    >
      <TextField
        label="Why it may be passed all the same"
        value={why}
        onChange={(e) => setWhy(e.target.value)}
        autoFocus
        required
      />
    </EntrySlip>
  );
}

const KEYS: readonly (readonly [string, string])[] = [
  ['Enter', 'does what the blue button says'],
  ['Ctrl Enter', 'the same from a place where words are written'],
  ['digits', 'go straight into the first empty figure'],
  ['J  K  or arrows', 'next and previous step'],
  ['R', 'clear, or take again'],
  ['N', 'not applicable, with a reason'],
  ['T', 'tag open work'],
  ['F', 'raise a finding'],
  [
    'G then a letter',
    'go to a station: P papers, L loading, I inspection, C controls, U fuel, R run-up, T taxi, Y ready, F flight, D debrief, S sign; A plan',
  ],
  ['/', 'find or do'],
  ['?', 'these keys'],
  ['Escape', 'close what lies over the sheet'],
];

function Keys({ onClose }: { onClose: () => void }): ReactElement {
  return (
    <SheetDialog open onClose={onClose} title="Keys">
      <dl>
        {KEYS.map(([key, text]) => (
          <div key={key} className="grid grid-cols-[9rem_1fr] gap-3 border-b border-rule-2 py-1.5">
            <dt className="font-mono text-[0.82rem]">{key}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    </SheetDialog>
  );
}

function Find({ onClose }: { onClose: () => void }): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const doing = useMemo<readonly { text: string; run: () => void }[]>(
    () => [
      { text: 'Put a tag on', run: () => view.ask({ kind: 'tag' }) },
      { text: 'Raise a finding', run: () => view.ask({ kind: 'finding' }) },
      { text: 'Tags, findings and actions', run: () => void navigate(`${view.base}/findings`) },
      { text: 'Release: read and sign', run: () => void navigate(`${view.base}/release`) },
      { text: 'Back to the hangar', run: () => void navigate('/') },
    ],
    [view, navigate],
  );
  const go = (run: () => void) => (): void => {
    onClose();
    run();
  };
  const item =
    'flex min-h-10 cursor-pointer items-center gap-3 border-b border-rule-2 px-2 data-[selected=true]:bg-ink data-[selected=true]:text-sheet';
  return (
    <SheetDialog open onClose={onClose} title="Find or do">
      <Command label="Find or do">
        <Command.Input
          autoFocus
          placeholder="A check, a station, or what you want to do"
          className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-2 text-base outline-none focus:border-hand"
        />
        <Command.List className="mt-2 max-h-[50vh] overflow-auto">
          <Command.Empty className="py-4 text-ink-2">Nothing fits. Try another word.</Command.Empty>
          {doing.map((d) => (
            <Command.Item key={d.text} className={item} onSelect={go(d.run)}>
              {d.text}
            </Command.Item>
          ))}
          {PLAN_SHEETS.map(([id, title]) => (
            <Command.Item
              key={id}
              className={item}
              value={`plan ${title}`}
              onSelect={go(() => void navigate(`${view.base}/plan/${id}`))}
            >
              Plan: {title}
            </Command.Item>
          ))}
          {view.status.stations
            .filter((s) => s.total > 0)
            .map((s) => (
              <Command.Item
                key={s.station}
                className={item}
                value={`station ${STATION_TITLES[s.station]}`}
                onSelect={go(() => void navigate(`${view.base}/${s.station}`))}
              >
                {STATION_TITLES[s.station]}
                <span className="ml-auto opacity-80">
                  {s.done}/{s.total}
                </span>
              </Command.Item>
            ))}
          {view.index.basis.pack.checks.map((c) => (
            <Command.Item
              key={c.id}
              className={item}
              value={`${c.title} ${c.challenge} ${c.id}`}
              onSelect={go(() => void navigate(`${view.base}/${c.station}?check=${c.id}`))}
            >
              {c.title}
              <span className="ml-auto text-[0.78rem] opacity-80">{STATION_TITLES[c.station]}</span>
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </SheetDialog>
  );
}

/** Whatever lies over the sheet. */
export function Slips({
  slip,
  onClose,
}: {
  slip: Slip | undefined;
  onClose: () => void;
}): ReactElement | null {
  switch (slip?.kind) {
    case 'tag':
      return <TagOn onClose={onClose} />;
    case 'tag-off':
      return <TagOff tag={slip.tag} onClose={onClose} />;
    case 'finding':
      return <Finding slip={slip} onClose={onClose} />;
    case 'not-applicable':
      return <NotApplicable slip={slip} onClose={onClose} />;
    case 'correct':
      return <Correct part={slip.part} onClose={onClose} />;
    case 'decide':
      return <Decide part={slip.part} onClose={onClose} />;
    case 'override':
      return <Override slip={slip} onClose={onClose} />;
    case 'keys':
      return <Keys onClose={onClose} />;
    case 'find':
      return <Find onClose={onClose} />;
    default:
      return null;
  }
}
