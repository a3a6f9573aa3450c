import type { BasisIndex, Part } from '../../checks/basis-index.ts';
import { ownMember } from '../../own-member.ts';
import { reason } from '../../reasons/reason.ts';
import type { Entry } from '../../record/entry.ts';
import { standingAnswer } from '../../record/state.ts';
import { occasionOf } from '../../scope/scope.ts';
import { recommendWays, wayFacts } from '../../scope/ways.ts';
import type { Rule } from '../door.ts';
import { deedOf, lose } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import type { Draft } from '../next-state.ts';
import { CREW } from '../roles.ts';
import { answerGiven } from './answer-given.ts';

/** A choice says why, agrees with the profile, and is one of those that an open doubt leaves. */
const waysRule: Rule<'ways.chosen'> = ({ body }, door) => {
  if (Object.values(body.ways).some((w) => w.why.trim() === '')) return reason('needsReason');
  const reach = body.ways['reach']?.choice;
  if (reach !== undefined && reach !== body.profile)
    return reason('profileContradicts', { profile: body.profile, choice: reach });
  // Who is new to it, and who else is there, forces nothing; what is open or was measured does.
  const facts = wayFacts(door.state, door.index, occasionOf(door.state.opened?.occasion), {
    beginner: false,
    inspectors: 0,
  });
  for (const [question, advice] of Object.entries(recommendWays(facts))) {
    const chosen = ownMember(body.ways, question)?.choice;
    if (advice.forced && chosen !== undefined && chosen !== advice.choice)
      return reason('wayForced', { question, choice: advice.choice });
  }
  return undefined;
};

/** What was chosen answers the check about it; where nothing is chosen any more, the answer that stands stands no longer. */
function answerByWay(draft: Draft, index: BasisIndex, part: Part, entry: Entry<'ways.chosen'>): void {
  const { check, subject } = part;
  if (check.decides === undefined) return;
  const chosen = entry.body.ways[check.decides];
  const answer = { kind: 'choice' as const, option: chosen?.choice ?? '' };
  if (check.answer.kind === 'choice' && check.answer.options.some((o) => o.id === answer.option)) {
    const body = { check: check.id, subject, answer, facts: {} };
    answerGiven.fold(draft, index, { ...entry, kind: 'answer.given', body });
  } else if (standingAnswer(draft.state.parts.get(part.key))?.answer)
    lose(
      draft,
      entry,
      { part: part.key, system: '', through: [] },
      reason('wayOpen', { check: check.title }),
    );
}

/** Which schools are followed, and how far the first flight goes. The newest one holds. */
export const waysChosen: EntryType<'ways.chosen'> = {
  kind: 'ways.chosen',
  version: 1,
  upcast: [],
  roles: CREW,
  about: () => 'whole',
  admit: waysRule,
  fold: (draft, index, entry) => {
    draft.state.ways = { ...deedOf(draft, entry), ...entry.body };
    for (const part of index.parts.values()) answerByWay(draft, index, part, entry);
    draft.stir();
  },
};
