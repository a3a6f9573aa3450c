import { aboardAt } from '../../loading/aboard.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import type { EntryBodies } from '../../record/entry.ts';
import type { Door } from '../door.ts';
import { deedOf, disturb } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

/** What is put aboard goes where the aircraft has a place for it. */
function loadoutRule(body: EntryBodies['loadout.changed'], door: Door): Reason | undefined {
  const { loading } = door.index.basis.aircraft;
  if (!loading) return reason('noLoadingData');
  if (body.mass !== undefined && body.mass < 0)
    return reason('negativeMass', {
      thing: body.item,
      value: { value: body.mass, unit: loading.units.mass },
    });
  const bay = loading.bays.find((b) => b.id === body.place);
  if (bay)
    return body.item === '' || bay.packs.includes(body.item)
      ? undefined
      : reason('packNotForBay', { thing: bay.title, pack: body.item });
  return loading.stations.some((s) => s.id === body.place)
    ? undefined
    : reason('stationUnknown', { thing: body.place });
}

/** Another pack or payload was put aboard; an empty `item` says that the place is empty now. */
export const loadoutChanged: EntryType<'loadout.changed'> = {
  kind: 'loadout.changed',
  version: 1,
  upcast: [],
  roles: CREW,
  about: () => 'whole',
  admit: ({ body }, door) => loadoutRule(body, door),
  fold: (draft, index, entry) => {
    draft.put('loadout', entry.body.place, { ...deedOf(draft, entry), ...entry.body });
    const { touches, title } = aboardAt(index.basis.aircraft.loading, entry.body.place);
    disturb(draft, index, entry, touches, title);
  },
};
