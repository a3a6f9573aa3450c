import { useMemo, useState, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import { namedIn, recordingOf } from '@kanzel/core';
import type { Stretch } from '../../findings/recorded-trace.tsx';
import { StretchField } from '../../findings/stretch-field.tsx';
import { PickComponent } from '../../picker/pick-component.tsx';
import { useNameable } from '../../picker/systems-picker.tsx';
import { Field } from '../../ui/field.tsx';
import { useCampaign, type Slip } from '../campaign-context.ts';
import { newId } from '../../sync/new-id.ts';
import { EntrySlip } from './entry-slip.tsx';

/** Raises a finding, from a check or from anywhere. */
export function Finding({
  slip,
  onClose,
}: {
  slip: Extract<Slip, { kind: 'finding' }>;
  onClose: () => void;
}): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const [title, setTitle] = useState(slip.title ?? '');
  const [chosen, setChosen] = useState<string>();
  const { about: aircraft, nameable } = useNameable();
  const subject = slip.subject ? view.names.subject(slip.subject) : '';
  // What the words name is where it is, until somebody says another place.
  const named = useMemo(
    () => namedIn(title, [...nameable.components, ...nameable.systems], subject).slice(0, 2),
    [title, nameable, subject],
  );
  const where = chosen ?? (named.map((c) => c.title).join(', ') || subject);
  const [id] = useState(() => newId());
  const series = recordingOf(view.state, slip.check ?? '', slip.subject ?? '', slip.answerEntry);
  const [stretch, setStretch] = useState<Stretch>();
  const about = {
    ...(slip.check ? { check: slip.check } : {}),
    ...(slip.subject ? { subject: slip.subject } : {}),
    ...(slip.answerEntry ? { answerEntry: slip.answerEntry } : {}),
    ...(stretch ? { stretch } : {}),
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
        onChange={(e) => setChosen(e.target.value)}
        maxLength={300}
      />
      <div className="mb-4">
        <PickComponent
          small
          label="Or name it, or point at it"
          about={aircraft}
          nameable={nameable}
          onTake={(component) => setChosen(component.title)}
          onTyped={setChosen}
        />
      </div>
      {series ? <StretchField series={series} stretch={stretch} onChange={setStretch} /> : null}
    </EntrySlip>
  );
}
