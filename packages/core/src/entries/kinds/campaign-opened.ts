import { indexBasis } from '../../checks/basis-index.ts';
import { reason } from '../../reasons/reason.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

/** The first entry: what everything after it is judged by. */
export const campaignOpened: EntryType<'campaign.opened'> = {
  kind: 'campaign.opened',
  version: 1,
  upcast: [],
  roles: CREW,
  about: () => 'whole',
  admit: () => reason('alreadyOpened'),
  fold: (draft, _index, entry) => {
    const { basis, ...rest } = entry.body;
    const index = indexBasis(basis);
    if (!index.ok) {
      draft.state.unreadable = [
        ...draft.state.unreadable,
        ...index.error.map((why) => ({ seq: entry.seq, reason: why })),
      ];
      return;
    }
    draft.state.index = index.value;
    draft.state.opened = { ...deedOf(draft, entry), ...rest };
  },
};
