import {
  compareParameters,
  err,
  ok,
  ownMember,
  reason,
  type ParameterDifference,
  type VehicleParameter,
} from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** A list on the desk: as it was left, or as it is. */
export type ListOnDesk = 'left' | 'read';

/** The parameters of a list on the desk; undefined while there is none. */
export function parametersOnDesk(
  draft: PartDraft,
  which: ListOnDesk,
): readonly VehicleParameter[] | undefined {
  const text = ownMember(draft.texts, which);
  // Nobody types it: it is what was read of a file, a vehicle or the record, kept as text beside all else on the desk.
  return text === undefined || text === '' ? undefined : (JSON.parse(text) as readonly VehicleParameter[]);
}

/** What the desk holds with a list put on it, by where it is from; what was accepted of another is not of this one. */
export const withParameters = (
  draft: PartDraft,
  which: ListOnDesk,
  from: string,
  items: readonly VehicleParameter[],
  at = '',
): Partial<PartDraft> => ({
  texts: { ...draft.texts, [which]: JSON.stringify(items), [`${which} from`]: from, [`${which} at`]: at },
  picks: {},
});

/** Where a list on the desk is from; empty for the vehicle. */
export const listFrom = (draft: PartDraft, which: ListOnDesk): string =>
  ownMember(draft.texts, `${which} from`) ?? '';

/** The differences of the two lists on the desk; undefined while one of them is not there. */
export function differencesOnDesk(draft: PartDraft): readonly ParameterDifference[] | undefined {
  const [left, read] = [parametersOnDesk(draft, 'left'), parametersOnDesk(draft, 'read')];
  return left && read && compareParameters(left, read);
}

const ACCEPTED = 'accepted';
const whyName = (name: string): string => `why ${name}`;

/** Whether a difference is accepted on the desk, and why. */
export const isAccepted = (draft: PartDraft, name: string): boolean =>
  ownMember(draft.picks, name) === ACCEPTED;
export const whyAccepted = (draft: PartDraft, name: string): string =>
  ownMember(draft.texts, whyName(name)) ?? '';

/** What the desk holds with a difference accepted, or to be put back. */
export const withAccepted = (draft: PartDraft, name: string, accepted: boolean): Partial<PartDraft> => ({
  picks: { ...draft.picks, [name]: accepted ? ACCEPTED : '' },
});
export const withWhy = (draft: PartDraft, name: string, why: string): Partial<PartDraft> => ({
  texts: { ...draft.texts, [whyName(name)]: why },
});

/** The parameters of a vehicle against the list that was left. */
export const PARAMETERS_DESK: AnswerDesk<'parameters'> = {
  title: 'Parameters against the list left',
  begin: () => ({ kind: 'parameters' }),
  figures: 'none',
  answer: (_room, draft) => {
    const [left, read] = [parametersOnDesk(draft, 'left'), parametersOnDesk(draft, 'read')];
    if (!left && !read) return err(reason('notAnswered'));
    if (!left) return err(reason('parametersNotLeft'));
    if (!read) return err(reason('parametersNotRead'));
    const accepted = compareParameters(left, read).flatMap(({ name }) =>
      isAccepted(draft, name) ? [{ name, why: whyAccepted(draft, name).trim() }] : [],
    );
    const bare = accepted.find((a) => a.why === '');
    if (bare) return err(reason('parameterUnreasoned', { name: bare.name }));
    return ok({
      kind: 'parameters',
      left: { name: listFrom(draft, 'left'), items: left },
      read:
        listFrom(draft, 'read') === ''
          ? { from: 'vehicle', at: ownMember(draft.texts, 'read at') ?? '', items: read }
          : { from: 'file', items: read },
      accepted,
    });
  },
  typeAgain: 'never',
};
