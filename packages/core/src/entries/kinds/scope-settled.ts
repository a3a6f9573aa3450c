import { reason } from '../../reasons/reason.ts';
import { isRequired, occasionOf, proposeScope } from '../../scope/scope.ts';
import { MAY_LEAVE_OUT_REQUIRED } from '../../scope/work.ts';
import type { Rule } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';
import { scopeItems } from '../scope-items.ts';

/** A scope names checks of the pack, gives a reason for each decision, and leaves out what the person may. */
const scopeRule: Rule<'scope.settled'> = ({ body, role }, door) => {
  const { index } = door;
  for (const { check, reason: why } of [...body.added, ...body.leftOut]) {
    if (!index.checks.has(check)) return reason('checkUnknown', { check, subject: '' });
    if (why.trim() === '') return reason('needsReason');
  }
  if (occasionOf(door.state.opened?.occasion) === 'post-maintenance' && body.work.length === 0)
    return reason('scopeWithoutWork');
  if (body.work.some((item) => item.component.trim() === '' || item.touches.length === 0))
    return reason('workNeedsSystems');
  if (MAY_LEAVE_OUT_REQUIRED.includes(role)) return undefined;
  const scope = proposeScope(index, occasionOf(door.state.opened?.occasion), body);
  const decided = new Set(body.leftOut.map((d) => d.check));
  for (const [key, item] of scope) {
    const check = index.parts.get(key)?.check;
    if (item.verdict === 'leftOut' && check && decided.has(check.id) && isRequired(index, check))
      return reason('requiredLeftOut', { check: check.title, roles: MAY_LEAVE_OUT_REQUIRED });
  }
  return undefined;
};

/** What has to be proven this time; what it does not name follows from the work. The newest one holds. */
export const scopeSettled: EntryType<'scope.settled'> = {
  kind: 'scope.settled',
  version: 1,
  upcast: [],
  roles: CREW,
  about: () => 'whole',
  admit: scopeRule,
  fold: (draft, index, entry) => {
    const items = scopeItems(draft, index, entry.body);
    draft.state.scope = { ...deedOf(draft, entry), ...entry.body, items };
    draft.stir();
  },
};
