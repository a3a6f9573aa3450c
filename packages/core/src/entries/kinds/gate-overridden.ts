import { reason } from '../../reasons/reason.ts';
import { overridable } from '../overridable.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';

/** The holdings it covers, exactly as they were known: ids of `Holding`. Absent in records from before they were named. */
export const gateOverridden: EntryType<'gate.overridden'> = {
  kind: 'gate.overridden',
  version: 2,
  // Nothing was named: it covers what was known when it was signed, by place in the record.
  upcast: [(body) => body],
  roles: ['certifier'],
  about: () => 'whole',
  admit: ({ body }, door) => {
    const gate = door.index.basis.pack.gates.find((g) => g.id === body.gate);
    if (!gate?.conditions.some((c) => c.kind === body.condition && c.overridable))
      return reason('notOverridable');
    if (body.snapshot !== door.state.head) return reason('snapshotStale');
    if (body.reason.trim() === '') return reason('needsReason');
    // Named by whoever signs, and there: an override in advance would cover what nobody knows yet.
    const known = overridable(door.status(), body.gate, body.condition);
    return body.covers && body.covers.length > 0 && body.covers.every((id) => known.includes(id))
      ? undefined
      : reason('overrideCoversNothing');
  },
  fold: (draft, _index, entry) => {
    draft.state.overrides = [...draft.state.overrides, { ...deedOf(draft, entry), ...entry.body }];
  },
};
