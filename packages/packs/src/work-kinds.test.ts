import { kindOfWork, WORK_KIND_TITLES, WORK_KINDS } from '@kanzel/core';
import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder } from './index.ts';
import './testing/laid.ts';

const { systems } = loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY));

test('every system that people work on is of some kind of work, and what is looked at anew each time is of none', () => {
  if (!systems) throw new Error('The library has no systems.');
  // What is only looked at, or comes about in flight, is worked on by nobody.
  const notWorkedOn = new Set(['loading', 'flight', 'debrief', 'ready', 'papers']);
  for (const { name } of systems.systems)
    expect([name, kindOfWork([name]) === 'other']).toEqual([name, notWorkedOn.has(name)]);
  expect(new Set(WORK_KINDS.map((k) => WORK_KIND_TITLES[k])).size).toBe(WORK_KINDS.length);
});

test('work on two kinds is of several; the fuel side of an engine is fuel; names that nobody knows are of none', () => {
  expect(
    [
      [],
      ['nothing.known'],
      ['engine.left'],
      ['engine.left.fuel.pump', 'fuel.tanks'],
      ['engine.*.fuel', 'engine.*.oil'],
      ['gear.tyres', 'structure.wings', 'no.such'],
      ['controls.surface.aileron', 'electrical.battery'],
      ['constructor.prototype', '__proto__'],
      // What is opened on the way, and counted afterwards, makes it no second kind.
      ['fuel.lines', 'structure.loose-objects.counted', 'structure.panels'],
      ['structure.panels', 'structure.loose-objects'],
    ].map(kindOfWork),
  ).toEqual([
    'other',
    'other',
    'powerplant',
    'fuel',
    'several',
    'airframe',
    'several',
    'other',
    'fuel',
    'airframe',
  ]);
});
