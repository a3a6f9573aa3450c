import fc from 'fast-check';
import { aircraftOf, FAMILY_IDS, layoutFor, planOf, type Family } from '@kanzel/core';
import {
  findPart,
  freeId,
  freshAircraft,
  freshEquipment,
  freshOption,
  freshPart,
  withPart,
  type AircraftDocument,
} from './aircraft-document.ts';

const fresh = (family: Family): AircraftDocument =>
  freshAircraft('QX-NEW', {
    family,
    pack: 'pack',
    limitBook: 'book',
    type: 'New type',
    layout: layoutFor(family),
  });

const family = fc.constantFrom(...FAMILY_IDS);
const list = fc.constantFrom('surfaces' as const, 'propulsors' as const, 'stores' as const);

test('a new aircraft of any family is whole at once, and stays so whatever parts are added and taken out (property)', () => {
  fc.assert(
    fc.property(family, fc.array(fc.tuple(list, fc.boolean()), { maxLength: 6 }), (of, steps) => {
      let about = fresh(of);
      for (const [where, add] of steps) {
        const part = add ? freshPart(about, where) : about.layout[where].at(-1);
        if (part) about = withPart(about, where, part.id, add ? part : undefined);
      }
      const made = aircraftOf(about);
      expect(made.ok).toBe(true);
      const ids = planOf(about.layout).zones.map((z) => z.id);
      expect(new Set(ids).size).toBe(ids.length);
    }),
  );
});

test('a part is found by its id in whichever list it stands, changed in its place, and gone when taken out', () => {
  const about = fresh('piston-twin');
  const found = findPart(about, 'right');
  expect(found).toMatchObject({ list: 'propulsors', part: { title: 'Right engine' } });
  if (found?.list !== 'propulsors') throw new Error('not found');
  const renamed = withPart(about, 'propulsors', 'right', { ...found.part, title: 'Starboard' });
  expect(renamed.layout.propulsors.map((p) => p.title)).toEqual(['Left engine', 'Starboard']);
  expect(findPart(withPart(renamed, 'propulsors', 'right', undefined), 'right')).toBeUndefined();
  expect(findPart(about, 'nothing')).toBeUndefined();
});

test('options and equipment begin with ids of their own', () => {
  const about = fresh('sailplane');
  const one = freshOption(about);
  const two = freshOption({ ...about, options: [one] });
  expect([one.id, two.id]).toEqual(['option', 'option-2']);
  const first = freshEquipment(about);
  expect(freshEquipment({ ...about, equipment: [first] }).id).toBe('equipment-2');
  expect(freeId([{ id: 'left-engine' }], ' Left  Engine!')).toBe('left-engine-2');
});
