import { useMemo, useState, type ReactElement } from 'react';
import { useSearchParams } from 'react-router';
import { namedIn, type Check } from '@kanzel/core';
import { CostNote } from '../../findings/cost-note.tsx';
import { Field } from '../../ui/field.tsx';
import { SystemsPicker, useNameable, useTouched } from '../../picker/systems-picker.tsx';
import { useCampaign } from '../campaign-context.ts';
import { newId } from '../../sync/new-id.ts';
import { EntrySlip } from './entry-slip.tsx';

/** The check in progress where the slip was opened, and the engine it is on, if it is on one alone. */
function useHere(): { readonly check: Check | undefined; readonly engine: string } {
  const view = useCampaign();
  const [search] = useSearchParams();
  const check = view.index.checks.get(search.get('check') ?? '');
  const parts = check ? (view.index.partsOfCheck.get(check.id) ?? []) : [];
  const [only] = parts.length === 1 && check?.subject === 'engine' ? parts : [];
  return { check, engine: only ? view.names.subject(only.subject) : '' };
}

/**
 * Puts a tag on something that is open or disconnected: a few words and Enter. Place and systems follow from where one
 * is and from what the words name; both can be changed.
 */
export function TagOn({ onClose }: { onClose: () => void }): ReactElement {
  const view = useCampaign();
  const here = useHere();
  const { nameable } = useNameable();
  const [thing, setThing] = useState('');
  const [where, setWhere] = useState<string>();
  const [why, setWhy] = useState<string>();
  const [onlyFor, setOnlyFor] = useState(false);
  const named = useMemo(
    () => namedIn(thing, [...nameable.components, ...nameable.systems], here.engine).slice(0, 2),
    [thing, nameable, here.engine],
  );
  const proposed = useMemo(() => {
    if (named.length > 0) return [...new Set(named.flatMap((c) => c.touches))];
    if (thing.trim() === '' || !here.check) return [];
    const parts = view.index.partsOfCheck.get(here.check.id) ?? [];
    return [...new Set(parts.flatMap((p) => p.proves))];
  }, [named, thing, here.check, view.index]);
  const touched = useTouched('disconnected', proposed);
  const { touches } = touched;
  const place = where ?? (named.map((c) => c.title).join(', ') || here.engine || (here.check?.where ?? ''));
  const because = why ?? (here.check ? `Open during “${here.check.title}”` : 'Open while work goes on');
  const names = touches.map((t) => view.names.thing(t));
  return (
    <EntrySlip
      title="Add tag"
      hint="Something is open or disconnected right now. Every gate ahead is held until it comes off."
      kind="tag.on"
      make={() => ({
        tag: newId(),
        thing,
        where: place,
        why: because,
        touches,
        ...(onlyFor && here.check ? { check: here.check.id } : {}),
      })}
      button="Add tag"
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
      {thing.trim() === '' ? null : (
        <p className="mb-2" data-testid="tag-follows">
          {place === '' ? '' : `At: ${place}. `}
          {names.length === 0
            ? 'It touches nothing that is named: say what, below, or nothing has to be repeated for it.'
            : `It touches ${names.join('; ')}.`}
        </p>
      )}
      <CostNote touches={touches} />
      <details className="mb-3">
        <summary className="cursor-pointer py-1 font-semibold underline decoration-rule underline-offset-4">
          Change place, systems or reason
        </summary>
        <Field
          label="Where on the aircraft"
          value={place}
          onChange={(e) => setWhere(e.target.value)}
          maxLength={200}
        />
        <Field
          label="Why"
          value={because}
          onChange={(e) => setWhy(e.target.value)}
          required
          maxLength={1000}
        />
        <SystemsPicker label="What it touches" touched={touched} />
        {here.check ? (
          <label className="mb-2 flex min-h-9 items-center gap-3 max-lg:min-h-14">
            <input
              type="checkbox"
              className="size-4 accent-hand"
              checked={onlyFor}
              onChange={() => setOnlyFor(!onlyFor)}
            />
            It is on for “{here.check.title}”: that check goes on meanwhile
          </label>
        ) : null}
      </details>
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
      title={`Remove tag: ${found.on.thing}`}
      kind="tag.off"
      make={() => ({ tag, note, touches })}
      button="Remove tag"
      onClose={onClose}
    >
      <Field
        label="How it was left"
        value={note}
        onChange={(e) => setNote(e.target.value)}
        autoFocus
        maxLength={1000}
      />
      <SystemsPicker label="What was touched while it was on" touched={touched} />
      <CostNote touches={touches} />
    </EntrySlip>
  );
}
