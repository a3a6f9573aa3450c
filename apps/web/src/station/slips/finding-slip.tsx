import { useState, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
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
