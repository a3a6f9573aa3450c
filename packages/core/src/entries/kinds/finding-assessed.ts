import { isDay } from '../../quantity/instant.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import type { EntryDraft } from '../../record/entry.ts';
import { togetherWith } from '../../standing/findings.ts';
import { aboutFinding } from '../about.ts';
import { mergedWith } from '../closing.ts';
import type { Door } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW, MAY_OVERRULE } from '../roles.ts';

/** An assessment gives its reason; only who may overrule says less than "stops"; a deferral has conditions and an end. */
function assessRule({ body, role }: EntryDraft<'finding.assessed'>, door: Door): Reason | undefined {
  const finding = door.state.findings.get(body.finding);
  if (!finding || finding.closed) return reason('findingNotOpen');
  if (finding.merged) return mergedWith(door.state, finding);
  if (body.reason.trim() === '') return reason('needsReason');
  if (body.severity !== 'stops' && !MAY_OVERRULE.includes(role))
    return reason('roleNeeded', { roles: MAY_OVERRULE });
  if (body.severity !== 'deferred') return undefined;
  if (!body.conditions?.trim()) return reason('deferralNeedsConditions');
  // Days are compared as they are written: what is none would never be over.
  if (body.until !== undefined && !isDay(body.until)) return reason('notADay', { text: body.until });
  return body.until === undefined && body.untilHours === undefined && body.untilFlights === undefined
    ? reason('deferralNeedsEnd')
    : undefined;
}

/** For a deferral: what holds until it is cured. */
export const findingAssessed: EntryType<'finding.assessed'> = {
  kind: 'finding.assessed',
  version: 2,
  // A deferral without an end stays without one; nothing narrowed a flight.
  upcast: [(body) => body],
  roles: CREW,
  about: (body, state) => aboutFinding(state, body.finding),
  admit: (draft, door) => assessRule(draft, door),
  fold: (draft, _index, entry) => {
    const finding = draft.state.findings.get(entry.body.finding);
    // What is one is assessed as one.
    for (const one of finding ? togetherWith(draft.state, finding) : [])
      draft.put('findings', one.raised.finding, {
        ...one,
        assessed: { ...deedOf(draft, entry), ...entry.body },
        ...(entry.body.severity === 'stops' ? { grounded: deedOf(draft, entry) } : {}),
      });
  },
};
