import { reason } from '../../reasons/reason.ts';
import { flightBegan } from '../../standing/in-the-air.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';

/** Explore or land: nobody but the pilot decides it, and the record says on what. */
export const flightDecided: EntryType<'flight.decided'> = {
  kind: 'flight.decided',
  version: 1,
  upcast: [],
  roles: ['pilot'],
  about: () => 'nothing',
  admit: ({ body }, door) => {
    if (!flightBegan(door.state, door.index)) return reason('noFlight');
    // Landing needs no reason; flying on against what speaks for landing does.
    return body.choice === 'on' && body.said.length > 0 && body.reason.trim() === ''
      ? reason('needsReason')
      : undefined;
  },
  fold: (draft, _index, entry) => {
    draft.state.flightDecisions = [
      ...draft.state.flightDecisions,
      { ...deedOf(draft, entry), ...entry.body },
    ];
  },
};
