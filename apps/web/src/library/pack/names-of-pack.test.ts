import type { LibraryNames } from '@kanzel/contract';
import { check, PACK } from '../../../../../packages/core/src/testing/world.ts';
import { keyOf, limitsByTitle, systemsByTitle } from './names-of-pack.ts';

const names: LibraryNames = {
  systems: {
    id: 'systems',
    revision: 1,
    title: 'Systems',
    systems: [
      {
        name: 'engine',
        title: 'Engine',
        each: { propulsors: ['piston'] },
        parts: [{ name: 'oil', title: 'Oil', parts: [{ name: 'pump', title: 'Oil pump' }] }],
      },
      { name: 'gear', title: 'Landing gear', parts: [{ name: 'brakes', title: 'Brakes' }] },
    ],
  },
  limits: [{ key: 'oil-low', title: 'Oil pressure, idle' }],
};

test('limits are called as the books call them; one that no book has yet by its own words, each once', () => {
  const pack = {
    ...PACK,
    checks: [check('a', { limits: ['oil-low', 'drop-each'] }), check('b', { limits: ['drop-each'] })],
  };
  expect(limitsByTitle(pack, names)).toEqual([
    { id: 'oil-low', title: 'Oil pressure, idle' },
    { id: 'drop-each', title: 'Drop each' },
  ]);
  // Without the server there is still what the pack says itself.
  expect(limitsByTitle(pack, undefined).map((l) => l.id)).toEqual(['oil-low', 'drop-each']);
  expect(keyOf(' Drop, right magneto! ')).toBe('drop-right-magneto');
  expect(keyOf('…')).toBe('');
});

test('a check on each engine proves the system of that engine, another one that of all; what nothing knows stays in sight', () => {
  const onEach = systemsByTitle(check('a', { subject: 'engine', proves: ['gear.brakes'] }), names);
  expect(onEach).toEqual([
    { id: 'gear.brakes', title: 'Landing gear, brakes' },
    { id: 'engine.{engine}', title: 'Engine' },
    { id: 'engine.{engine}.oil', title: 'Engine, oil' },
    { id: 'engine.{engine}.oil.pump', title: 'Engine, oil, oil pump' },
    { id: 'gear', title: 'Landing gear' },
  ]);
  const once = systemsByTitle(check('b', { proves: ['engin.left'] }), names);
  expect(once[0]).toEqual({ id: 'engin.left', title: 'engin.left' });
  expect(once.map((s) => s.id)).toContain('engine.*.oil.pump');
  expect(systemsByTitle(check('c', { proves: ['gear'] }), undefined)).toEqual([
    { id: 'gear', title: 'gear' },
  ]);
});
