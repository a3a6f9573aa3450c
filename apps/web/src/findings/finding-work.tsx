import { useMemo, useState, type FormEvent, type ReactElement } from 'react';
import { Link, useLocation } from 'react-router';
import {
  whyNotClosable,
  WORK_ACTIONS,
  type ActionState,
  type BasisIndex,
  type FindingState,
  type WorkAction,
} from '@kanzel/core';
import { SystemsPicker, useTouched } from '../picker/systems-picker.tsx';
import { useCampaign } from '../station/campaign-context.ts';
import { newId } from '../sync/new-id.ts';
import { Button } from '../ui/button.tsx';
import { Choices, Field, Problem } from '../ui/field.tsx';
import { whenInWords } from '../ui/when.ts';
import { CostNote } from './cost-note.tsx';
import { useSend } from './use-send.ts';

/** The systems a finding's own check proves: what an action most likely touches. */
function likelySystems(index: BasisIndex, finding: FindingState): readonly string[] {
  const { check, subject } = finding.raised;
  return index.parts.get(`${check ?? ''}@${subject ?? ''}`)?.proves ?? [];
}

/** What an explanation proposed to do, where somebody came from there to record it. */
interface ProposedFix {
  readonly what: string;
  readonly touches: readonly string[];
}

function useFix(): ProposedFix | undefined {
  const { state } = useLocation() as { state: { readonly fix?: ProposedFix } | null };
  return state?.fix;
}

/** What was done about it, by what measure, and what it touched. */
export function Act({ finding }: { finding: FindingState }): ReactElement {
  const view = useCampaign();
  const { problem, send } = useSend();
  const fix = useFix();
  const [what, setWhat] = useState(fix?.what ?? '');
  const [measure, setMeasure] = useState('');
  // What is exchanged disturbs most: less is said by whoever did less.
  const [kind, setKind] = useState<WorkAction>(fix ? 'adjusted' : 'replaced');
  const likely = useMemo(
    () => fix?.touches ?? likelySystems(view.index, finding),
    [view.index, finding, fix],
  );
  const touched = useTouched(kind, likely);
  const { touches } = touched;
  const submitForm = (event: FormEvent): void => {
    event.preventDefault();
    void send(
      'action.recorded',
      { action: newId(), finding: finding.raised.finding, what, measure, touches },
      ['technician', 'inspector'],
    ).then((sent) => {
      if (sent) {
        setWhat('');
        setMeasure('');
      }
    });
  };
  return (
    <form onSubmit={submitForm}>
      <Field
        label="What was done"
        value={what}
        onChange={(e) => setWhat(e.target.value)}
        required
        placeholder="Plug lead replaced"
      />
      <Field
        label="By what measure"
        value={measure}
        onChange={(e) => setMeasure(e.target.value)}
        placeholder="New lead, part and batch; torque"
      />
      <Choices<WorkAction>
        tight
        label="The thing was"
        value={kind}
        options={WORK_ACTIONS.map((id) => ({ id, text: id }))}
        onChange={setKind}
      />
      <SystemsPicker label="Systems it touched" touched={touched} />
      <CostNote touches={touches} />
      <Problem>{problem}</Problem>
      <Button kind="main" type="submit">
        Record the action
      </Button>
    </form>
  );
}

/** The inspection that an action waits for. */
function Inspect({ action }: { action: ActionState }): ReactElement {
  const { problem, send } = useSend();
  const [note, setNote] = useState('');
  const sign = (accepted: boolean): void =>
    void send('inspection.signed', { action: action.done.action, accepted, note }, [
      'inspector',
      'certifier',
    ]);
  return (
    <div className="mt-2 border-l-4 border-near pl-3">
      <p className="font-semibold">Waits for an inspection by someone who did not do it.</p>
      <Field label="What the inspection found" value={note} onChange={(e) => setNote(e.target.value)} />
      <Problem>{problem}</Problem>
      <div className="flex gap-3">
        <Button kind="main" onClick={() => sign(true)}>
          Inspected, accepted
        </Button>
        <Button kind="danger" onClick={() => sign(false)}>
          Not accepted
        </Button>
      </div>
    </div>
  );
}

/** An action with its inspection. */
export function ActionLine({ action }: { action: ActionState }): ReactElement {
  const view = useCampaign();
  const { done, inspection, inspectionNeeded } = action;
  return (
    <li className="border-b border-rule-2 py-2">
      <p className="font-semibold">
        {done.what}
        {done.measure ? <span className="font-normal text-ink-2">, {done.measure}</span> : null}
      </p>
      <p className="cap">
        {view.who(done.by)}, {whenInWords(done.at)}. Touched{' '}
        {done.touches.map((t) => view.names.thing(t)).join('; ')}.
      </p>
      {inspection ? (
        <p className="cap">
          {inspection.accepted ? 'Inspected' : 'Not accepted'} by {view.who(inspection.by)},{' '}
          {whenInWords(inspection.at)}
          {inspection.note ? `: ${inspection.note}` : ''}
        </p>
      ) : null}
      {inspectionNeeded && inspection?.accepted !== true ? <Inspect action={action} /> : null}
    </li>
  );
}

/** Closes a finding, or says what is missing and where. */
export function Close({ finding }: { finding: FindingState }): ReactElement {
  const view = useCampaign();
  const { problem, send } = useSend();
  const why = whyNotClosable(view.state, view.status, finding.raised.finding);
  const part = typeof why?.params['part'] === 'string' ? view.index.parts.get(why.params['part']) : undefined;
  if (why) {
    return (
      <p className="mt-3">
        Not to be closed yet: {view.say(why)}{' '}
        {part ? (
          <Link
            className="font-semibold underline underline-offset-4"
            to={`${view.base}/${part.check.station}?check=${part.check.id}`}
          >
            Go there
          </Link>
        ) : null}
      </p>
    );
  }
  return (
    <div className="mt-3">
      <Problem>{problem}</Problem>
      <Button
        kind="main"
        onClick={() =>
          void send('finding.closed', { finding: finding.raised.finding, note: '' }, [
            'inspector',
            'certifier',
          ])
        }
      >
        Close the finding
      </Button>
    </div>
  );
}
