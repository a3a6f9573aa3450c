import { err, ok, ownMember, reason, type MissionItem } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** A mission on the desk: that was planned, or that was read back. */
export type MissionOnDesk = 'planned' | 'read';

/** The items of a mission on the desk; undefined while there is none. */
export function itemsOnDesk(draft: PartDraft, which: MissionOnDesk): readonly MissionItem[] | undefined {
  const text = ownMember(draft.texts, which);
  // Nobody types it: it is what was read of a file or a vehicle, kept as text beside all else on the desk.
  return text === undefined || text === '' ? undefined : (JSON.parse(text) as readonly MissionItem[]);
}

/** What the desk holds with a mission put on it, by the name of its file or as the vehicle gave it. */
export const withMission = (
  draft: PartDraft,
  which: MissionOnDesk,
  from: string,
  items: readonly MissionItem[],
  at = '',
): Partial<PartDraft> => ({
  texts: { ...draft.texts, [which]: JSON.stringify(items), [`${which} from`]: from, [`${which} at`]: at },
});

/** Where a mission on the desk is from. */
export const fromOnDesk = (draft: PartDraft, which: MissionOnDesk): string =>
  ownMember(draft.texts, `${which} from`) ?? '';

/** What stands for the vehicle in the place of the name of a file. */
export const VEHICLE = '';

/** The mission that was planned, and the one that is aboard. */
export const MISSION_DESK: AnswerDesk<'mission'> = {
  title: 'Mission read back',
  begin: () => ({ kind: 'mission' }),
  figures: 'none',
  answer: (_room, draft) => {
    const [planned, read] = [itemsOnDesk(draft, 'planned'), itemsOnDesk(draft, 'read')];
    if (!planned && !read) return err(reason('notAnswered'));
    if (!planned) return err(reason('missionNotPlanned'));
    if (!read) return err(reason('missionNotRead'));
    return ok({
      kind: 'mission',
      planned: { name: fromOnDesk(draft, 'planned'), items: planned },
      read:
        fromOnDesk(draft, 'read') === VEHICLE
          ? { from: 'vehicle', at: ownMember(draft.texts, 'read at') ?? '', items: read }
          : { from: 'file', items: read },
    });
  },
  typeAgain: 'never',
};
