import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { compilePack } from './compile-pack.ts';
import {
  BUILT_IN_LIBRARY,
  describeProblem,
  documentOfPack,
  loadLibrary,
  parseLibraryFile,
  readLibraryFolder,
  writeLibraryDocument,
  type SourceFile,
} from './index.ts';

const built = readLibraryFolder(BUILT_IN_LIBRARY);
const library = loadLibrary(built);
const PACK = 'packs/piston-magneto-multi.yaml';

/** The library with one file changed, and what is said about it. */
function problemsWith(name: string, change: (text: string) => string): string[] {
  const files = built.map((f) => (f.name === name ? { ...f, text: change(f.text) } : f));
  expect(files.find((f) => f.name === name)?.text).not.toBe(built.find((f) => f.name === name)?.text);
  return loadLibrary(files).problems.map(describeProblem);
}

test('everything that ships compiles without a problem', () => {
  expect(library.problems.map(describeProblem)).toEqual([]);
});

test('every pack that ships, written out for another installation, is read there as the same pack', () => {
  for (const pack of library.packs.values()) {
    const name = `${pack.id}.yaml`;
    const file = parseLibraryFile(name, writeLibraryDocument(documentOfPack(pack), 'yaml'));
    if (!file.ok) throw new Error(file.error.map(describeProblem).join('\n'));
    const compiled = compilePack(file.value, new Map(), library.systems);
    expect(compiled.ok ? compiled.value : compiled.error.map(describeProblem)).toEqual(pack);
  }
});

test('the pack for twins has a run-up of at least thirty checks, each with words of its own', () => {
  const checks = library.packs.get('piston-magneto-multi')?.checks ?? [];
  expect(checks.filter((c) => c.station === 'run-up').length).toBeGreaterThanOrEqual(30);
  const words = checks.map((c) => `${c.challenge} ${c.response}`);
  expect(new Set(words).size).toBe(words.length);
});

describe('a malformed file is refused with file, line and reason, and the others load', () => {
  test.each([
    [
      'a unit that does not exist',
      'modules/magneto-ignition.yaml',
      (t: string) => t.replace('unit: degC', 'unit: centigrade'),
      /^modules\/magneto-ignition\.yaml:\d+:\d+ checks\[0\]\.answer\.unit: must be one of rpm/,
    ],
    [
      'a member nobody knows',
      'modules/magneto-ignition.yaml',
      (t: string) => t.replace('    minutes: 1', '    minutes: 1\n    colour: red'),
      /"colour" is not known here/,
    ],
    [
      'a member that is missing',
      'modules/engine-services.yaml',
      (t: string) => t.replace('    challenge: This pump alone. Read the suction.\n', ''),
      /"challenge" is missing/,
    ],
    [
      'a newer version',
      PACK,
      (t: string) => t.replace('version: 1', 'version: 3'),
      /:2:\d+ version: is 3; this program reads up to version 2/,
    ],
    ['syntax', PACK, (t: string) => `${t}\n  bad: [1, 2`, /^packs\/piston-magneto-multi\.yaml:\d+/],
    [
      'a module that is not there',
      PACK,
      (t: string) => t.replace('- use: engine-services', '- use: engine-servants'),
      /there is no module "engine-servants"/,
    ],
    [
      'an override of a check that is not there',
      PACK,
      (t: string) => t.replace('feather-drop:', 'feather-drip:'),
      /has no check "feather-drip"/,
    ],
    [
      'an override that breaks the check',
      PACK,
      (t: string) => t.replace('secondPerson: false', 'secondPerson: maybe'),
      /override\.feather-drop: check\.secondPerson must be boolean/,
    ],
    [
      'a state nobody sets',
      PACK,
      (t: string) => t.replace(/ {2}- \{ name: warm,.*\n/, ''),
      /names the state “warm”, which the pack does not define/,
    ],
    [
      'an order that cannot be',
      'modules/engine-services.yaml',
      (t: string) => t.replace('standsOn: [generator-volts]', 'standsOn: [suction]'),
      /“generator-amps” comes before “suction”, which it waits for/,
    ],
    [
      'edges out of order',
      'limit-books/tjeld-nl-6.yaml',
      (t: string) => t.replace('low: 7, cautionLow: 8', 'low: 7, cautionLow: 12'),
      /edges must run low/,
    ],
    [
      'a temperature where a difference is meant',
      'limit-books/tjeld-nl-6.yaml',
      (t: string) => t.replace('unit: degC-diff', 'unit: degC'),
      /use degC-diff/,
    ],
    [
      'a key twice',
      'limit-books/tjeld-nl-6.yaml',
      (t: string) => t.replace('key: suction', 'key: generator-amps'),
      /“generator-amps” is there twice/,
    ],
  ])('%s', (_, name, change, expected) => {
    expect(problemsWith(name, change)).toEqual(expect.arrayContaining([expect.stringMatching(expected)]));
  });

  test('an override takes effect, and what is left out is gone', () => {
    const checks = library.packs.get('piston-magneto-multi')?.checks ?? [];
    expect(checks.find((c) => c.id === 'feather-drop')?.secondPerson).toBe(false);
    const without: SourceFile[] = built.map((f) =>
      f.name === PACK
        ? {
            ...f,
            text: f.text.replace(
              '- use: taxi-after-maintenance',
              '- use: taxi-after-maintenance\n    omit: [engines-in-turns]',
            ),
          }
        : f,
    );
    expect(
      loadLibrary(without)
        .packs.get('piston-magneto-multi')
        ?.checks.map((c) => c.id),
    ).toEqual(checks.map((c) => c.id).filter((id) => id !== 'engines-in-turns'));
  });

  test('two files of one id: the second is refused', () => {
    const twice = loadLibrary([
      ...built,
      { name: 'zz.yaml', text: readFileSync(join(BUILT_IN_LIBRARY, PACK), 'utf8') },
    ]);
    expect(twice.problems.map(describeProblem)).toEqual([
      expect.stringMatching(/^zz\.yaml:\d+:\d+ id: another file already defines/),
    ]);
  });
});
