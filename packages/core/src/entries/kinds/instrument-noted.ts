import { ownMember } from '../../own-member.ts';
import { reason } from '../../reasons/reason.ts';
import type { EntryType } from '../kind.ts';

/** An instrument that came in later, or came back with a new certificate. */
export const instrumentNoted: EntryType<'instrument.noted'> = {
  kind: 'instrument.noted',
  version: 1,
  upcast: [],
  roles: ['technician', 'inspector', 'certifier'],
  about: () => 'whole',
  admit: ({ body }) => (body.reason.trim() === '' ? reason('needsReason') : undefined),
  fold: (draft, index, entry) => {
    const { instrument } = entry.body;
    const known = ownMember(index.instruments, instrument.id);
    const noted = known ? { ...instrument, before: known } : instrument;
    draft.state.index = { ...index, instruments: { ...index.instruments, [instrument.id]: noted } };
  },
};
