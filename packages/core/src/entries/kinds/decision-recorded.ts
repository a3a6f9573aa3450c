import { partKey } from '../../checks/basis-index.ts';
import { reason } from '../../reasons/reason.ts';
import { computedVerdicts } from '../../standing/computed.ts';
import { aboutPart } from '../about.ts';
import { partOf, standingFor } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { INSPECTING } from '../roles.ts';
import { amend } from '../strike.ts';

/** A value too close to a limit to tell is accepted, with a reason, by someone who may. */
export const decisionRecorded: EntryType<'decision.recorded'> = {
  kind: 'decision.recorded',
  version: 1,
  upcast: [],
  roles: INSPECTING,
  about: (body, state) => aboutPart(state, body.check, body.subject),
  admit: ({ body }, door) => {
    if (body.reason.trim() === '') return reason('needsReason');
    const part = partOf(door, body);
    if (part?.check.answer.kind === 'computed')
      return computedVerdicts(door.state, door.index, part)?.figure === body.answerEntry
        ? undefined
        : reason('notStanding');
    const found = standingFor(door, body);
    return found.ok ? undefined : found.error;
  },
  fold: (draft, index, entry) => {
    const { check, subject, answerEntry, reason: why } = entry.body;
    const key = partKey(check, subject);
    const decision = { ...deedOf(draft, entry), reason: why };
    if (index.checks.get(check)?.answer.kind !== 'computed') amend(draft, entry.body, { decision });
    else draft.part(key, { decided: { ...draft.state.parts.get(key)?.decided, [answerEntry]: decision } });
  },
};
