import { useState, type FormEvent, type ReactElement } from 'react';
import { submit } from '../../sync/campaign-store.ts';
import { roleAmong, rolesForStation, useSession } from '../../sync/session.ts';
import { Button } from '../../ui/button.tsx';
import { Problem, TextField } from '../../ui/field.tsx';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';
import { useCampaign, type Slip } from '../campaign-context.ts';
import { draftFromAnswer } from '../../answers/candidate.ts';
import { changeDraft } from '../../answers/drafts.ts';
import { EntrySlip } from './entry-slip.tsx';

/** Records that a check does not apply, with the reason. */
export function NotApplicable({
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
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </SheetDialog>
  );
}

/** Corrects or withdraws an answer: the old one stays, struck through. */
export function Correct({ part, onClose }: { part: string; onClose: () => void }): ReactElement | null {
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
          <Button onClick={() => void withdraw()}>Withdraw; the earlier answer is restored</Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </SheetDialog>
  );
}

/** Records a decision on what is too close to tell. */
export function Decide({ part, onClose }: { part: string; onClose: () => void }): ReactElement | null {
  const view = useCampaign();
  const [why, setWhy] = useState('');
  const about = view.index.parts.get(part);
  const status = view.status.parts.get(part);
  const entry = status?.answer?.entry ?? status?.figure;
  if (!about || !status || entry === undefined) return null;
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

/** Overrides a condition of a gate that the pack lets be overridden. */
export function Override({
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
      make={() => ({
        gate: slip.gate,
        condition: slip.condition,
        reason: why,
        snapshot: view.state.head,
        covers: slip.covers,
      })}
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
