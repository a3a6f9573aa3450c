import { reason, type Reason } from '../../reasons/reason.ts';
import type { EntryDraft } from '../../record/entry.ts';
import type { Door } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';

function releaseRule(draft: EntryDraft<'release.signed'>, door: Door): Reason | undefined {
  for (const gate of door.status().gates) {
    if (gate.state === 'held')
      return gate.holdings[0]?.reason ?? reason('gateHeld', { gate: gate.gate.title });
    if (gate.gate.before !== 'release' && gate.state !== 'passed')
      return reason('gateNotPassed', { gate: gate.gate.title });
  }
  const flew = [...door.state.parts.entries()].some(
    ([key, part]) =>
      door.index.parts.get(key)?.check.station === 'flight' &&
      // In whatever role, and whatever became of the answer: who flew is not undone by a correction.
      part.history.some((h) => h.by === draft.by),
  );
  if (flew) return reason('certifierFlew');
  return draft.body.snapshot === door.state.head ? undefined : reason('snapshotStale');
}

export const releaseSigned: EntryType<'release.signed'> = {
  kind: 'release.signed',
  version: 1,
  upcast: [],
  roles: ['certifier'],
  about: () => 'whole',
  admit: (draft, door) => releaseRule(draft, door),
  fold: (draft, _index, entry) => {
    draft.state.release = { ...deedOf(draft, entry), ...entry.body };
  },
};
