import { reason, type Reason } from '../../reasons/reason.ts';
import type { EntryBodies } from '../../record/entry.ts';
import type { Door } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

function gateRule(door: Door, body: EntryBodies['gate.passed'], by: string): Reason | undefined {
  const found = door.status().gates.find((g) => g.gate.id === body.gate);
  if (!found || found.gate.before === 'release') return reason('gateUnknown', { gate: body.gate });
  if (found.state === 'held')
    return found.holdings[0]?.reason ?? reason('gateHeld', { gate: found.gate.title });
  const crew = found.gate.conditions.find((c) => c.kind === 'crew');
  const there = new Set([by, ...(body.crew ?? [])]).size;
  if (crew && there < crew.minimum) return reason('crewTooSmall', { count: there, wanted: crew.minimum });
  return body.snapshot === door.state.head ? undefined : reason('snapshotStale');
}

/** Who else is there, where the gate asks for a crew: ids of people. */
export const gatePassed: EntryType<'gate.passed'> = {
  kind: 'gate.passed',
  version: 2,
  // Nobody was named to be there.
  upcast: [(body) => body],
  roles: CREW,
  about: () => 'whole',
  admit: ({ body, by }, door) => gateRule(door, body, by),
  fold: (draft, _index, entry) => {
    draft.put('gatesPassed', entry.body.gate, { ...deedOf(draft, entry), ...entry.body });
    draft.state.passes = [...draft.state.passes, { ...deedOf(draft, entry), gate: entry.body.gate }];
  },
};
