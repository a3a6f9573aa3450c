import { cardsOf, FAMILY_IDS, linesOf } from '@kanzel/core';
import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder, type SourceFile } from './library.ts';

const SOURCES = readLibraryFolder(BUILT_IN_LIBRARY);
const { emergency } = loadLibrary(SOURCES);

/** What can go wrong, by what an aircraft is: a card for each. */
const WANTED: Readonly<Record<string, readonly string[]>> = {
  aeroplane:
    'engine-stops-on-run engine-stops-low engine-stops-high fire-on-start fire-in-flight smoke door-open control-jam asymmetric-flap brake-failure runaway-propeller'.split(
      ' ',
    ),
  sailplane: ['launch-fails', 'canopy-open', 'control-jam', 'smoke'],
  rotorcraft:
    'engine-stops-hover engine-stops-high fire-on-start fire-in-flight link-loss fly-away tail-rotor-fails smoke'.split(
      ' ',
    ),
  drone: ['motor-stops', 'link-loss', 'fly-away', 'pack-fire', 'control-jam'],
  model: ['motor-stops', 'link-loss', 'fly-away', 'pack-fire', 'control-jam'],
};
const KIND: Readonly<Record<string, string>> = {
  sailplane: 'sailplane',
  rotorcraft: 'rotorcraft',
  multirotor: 'drone',
  'lift-and-cruise': 'drone',
  'lift-and-cruise-tilt': 'drone',
  'lift-and-cruise-fuel': 'drone',
  'electric-model': 'model',
  'ducted-fan': 'model',
  'flying-wing': 'model',
  flapping: 'model',
};

test.each(FAMILY_IDS)('%s has a card for each thing that can go wrong with it', (family) => {
  const ids = cardsOf(emergency, { family, type: 'Nobody' }).map((c) => c.id);
  expect(ids).toEqual(expect.arrayContaining([...(WANTED[KIND[family] ?? 'aeroplane'] ?? [])]));
});

test('a card is short enough to be read aloud, says how it is known, and every figure declared is used', () => {
  for (const set of emergency) {
    const lines = set.cards.flatMap(linesOf);
    for (const name of Object.keys(set.figures))
      expect([set.id, name, lines.some((l) => l.includes(`{${name}}`))]).toEqual([set.id, name, true]);
    for (const { steps } of set.cards) {
      expect(steps.length).toBeLessThanOrEqual(7);
      for (const step of steps) expect(step.split(' ').length).toBeLessThanOrEqual(11);
    }
  }
});

test('a set with a card twice, a figure nobody declared, a type twice or a unit nobody knows is refused with its place', () => {
  const text = SOURCES.find((f) => f.name.endsWith('emergency/model.yaml'))?.text ?? '';
  const problems = (change: (text: string) => string): string[] => {
    const file: SourceFile = { name: 'model.yaml', text: change(text) };
    return loadLibrary([...SOURCES.filter((f) => f.name.includes('modules')), file]).problems.map(
      (p) => `${p.place}: ${p.message}`,
    );
  };
  expect(problems((t) => t)).toEqual([]);
  expect(problems((t) => t.replace('id: link-loss', 'id: motor-stops'))).toEqual([
    'cards[1].id: "motor-stops" is there twice',
  ]);
  expect(problems((t) => t.replace('{link-seconds}', '{soon}'))).toEqual([
    'cards[1]: no figure is called "soon"',
  ]);
  expect(problems((t) => t.replace('unit: V', 'unit: volts?'))).toEqual([
    'aircraft[0].figures.land-cell: "volts?" is no unit known here',
  ]);
  expect(problems((t) => `${t}  - type: Vipe\n`)).toEqual(['aircraft[1].type: "Vipe" is there twice']);
  expect(problems((t) => t.replace('phase: ground', 'phase: water'))[0]).toMatch(/must be one of ground/);
});
