import { reason } from '../../reasons/reason.ts';
import type { Rule } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

/** A plan names checks of the pack, each once; what is planned badly is said where it is made, not refused here. */
const planRule: Rule<'plan.kept'> = ({ body }, door) => {
  const flown = body.flights?.flights.flat() ?? [];
  for (const list of [body.order, flown])
    if (new Set(list).size !== list.length) return reason('plannedTwice');
  for (const check of [...body.order, ...flown])
    if (!door.index.checks.has(check)) return reason('checkUnknown', { check, subject: '' });
  return undefined;
};

/** In which order, on which day, in which flights. What it leaves out is worked out. The newest one holds. */
export const planKept: EntryType<'plan.kept'> = {
  kind: 'plan.kept',
  version: 1,
  upcast: [],
  roles: CREW,
  about: () => 'whole',
  admit: planRule,
  fold: (draft, _index, entry) => {
    draft.state.plan = { ...deedOf(draft, entry), ...entry.body };
  },
};
