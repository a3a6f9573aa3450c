import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { indexBasis, type Aircraft, type Pack } from '@kanzel/core';
import {
  BUILT_IN_LIBRARY,
  describeProblem,
  loadLibrary,
  readLibraryFolder,
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

describe.each([...library.packs.values()].map((p) => [p.id, p] as [string, Pack]))('pack %s', (_, pack) => {
  test('has a run-up of at least thirty checks, each with words of its own', () => {
    expect(pack.checks.filter((c) => c.station === 'run-up').length).toBeGreaterThanOrEqual(30);
    const words = pack.checks.map((c) => `${c.challenge} ${c.response}`);
    expect(new Set(words).size).toBe(words.length);
  });

  test('has no dead end: every limit resolves, nothing waits in a circle, every state is set before it is needed', () => {
    const [limitBook] = [...library.limitBooks.values()];
    const aircraft = {
      mark: 'QX-TST',
      family: pack.families[0],
      engines: [{ id: 'left', title: 'Left', cylinders: 6 }],
      instruments: [],
      configuration: { code: 'A', title: '' },
    } as unknown as Aircraft;
    if (!limitBook) throw new Error('no limit book');
    const index = indexBasis({ pack, limitBook, aircraft });
    expect(index.ok ? [] : index.error).toEqual([]);
    const set = new Set(pack.states.map((s) => `${s.name} ${s.initial}`));
    for (const check of pack.checks) {
      for (const [name, value] of Object.entries(check.needs))
        expect([check.id, set.has(`${name} ${value}`)]).toEqual([check.id, true]);
      for (const [name, value] of Object.entries(check.sets)) set.add(`${name} ${value}`);
    }
  });

  test('every limit of the book that ships is used, and every figure has a limit or is a plain record', () => {
    const used = new Set(pack.checks.flatMap((c) => c.limits));
    const [book] = [...library.limitBooks.values()];
    expect(book?.limits.map((l) => l.key).filter((k) => !used.has(k))).toEqual([]);
  });
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
      (t: string) => t.replace('    challenge: Suction from this pump alone.\n', ''),
      /"challenge" is missing/,
    ],
    [
      'a newer version',
      PACK,
      (t: string) => t.replace('version: 1', 'version: 2'),
      /:2:\d+ version: is 2; this program reads version 1/,
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
      (t: string) =>
        t.replace(
          "  - { name: warm, title: Warmed up, per: engine, values: ['no', 'yes'], initial: 'no' }\n",
          '',
        ),
      /names the state "warm", which the pack does not define/,
    ],
    [
      'an order that cannot be',
      'modules/engine-services.yaml',
      (t: string) => t.replace('standsOn: [generator-volts]', 'standsOn: [suction]'),
      /"generator-amps" comes before "suction", which it waits for/,
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
      /"generator-amps" is there twice/,
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
