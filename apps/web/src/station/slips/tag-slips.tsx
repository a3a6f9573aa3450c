import { useState, type ReactElement } from 'react';
import { CostNote } from '../../findings/cost-note.tsx';
import { Field } from '../../ui/field.tsx';
import { SystemsPicker, useTouched } from '../../ui/systems-picker.tsx';
import { useCampaign } from '../campaign-context.ts';
import { newId } from '../../sync/new-id.ts';
import { EntrySlip } from './entry-slip.tsx';

/** Puts a tag on something that is open or disconnected. */
export function TagOn({ onClose }: { onClose: () => void }): ReactElement {
  const [thing, setThing] = useState('');
  const [where, setWhere] = useState('');
  const [why, setWhy] = useState('');
  const touched = useTouched('disconnected');
  const { touches } = touched;
  return (
    <EntrySlip
      title="Add tag"
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
      <SystemsPicker label="Systems it touches" touched={touched} />
      <CostNote touches={touches} />
    </EntrySlip>
  );
}

/** Takes a tag off, and asks which systems it touched. */
export function TagOff({ tag, onClose }: { tag: string; onClose: () => void }): ReactElement | null {
  const view = useCampaign();
  const found = view.state.tags.get(tag);
  const [note, setNote] = useState('');
  const touched = useTouched('disconnected', found?.on.touches);
  const { touches } = touched;
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
      <SystemsPicker label="Systems touched while it was on" touched={touched} />
      <CostNote touches={touches} />
    </EntrySlip>
  );
}
