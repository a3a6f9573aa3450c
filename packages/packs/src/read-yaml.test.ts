import fc from 'fast-check';
import { describeProblem, parseLibraryFile } from './index.ts';
import { readYaml } from './read-yaml.ts';

const said = (text: string): string => {
  const read = readYaml('x.yaml', text);
  return read.ok ? 'read' : read.error.map(describeProblem).join('; ');
};

describe('YAML from anybody', () => {
  test.each([
    ['an alias that goes nowhere', 'a: *nowhere', /Unresolved alias/],
    [
      'an alias bomb',
      `a: &a [x,x]\n${[...'bcdefghi'].map((c, i) => `${c}: &${c} [${`*${'abcdefghi'[i]},`.repeat(9)}x]`).join('\n')}`,
      /alias/,
    ],
    ['a name that every object has', 'constructor: 1', /^x\.yaml:1:1: nothing may be called "constructor"/],
    [
      'the same as an id',
      'instruments:\n  - id: __proto__',
      /^x\.yaml:2:9: nothing may be called "__proto__"/,
    ],
    ['a name said twice', 'a: 1\nb: 2\na: 3', /^x\.yaml:3:1: "a" is said twice/],
    ['a number without end', 'limit: 1e400', /^x\.yaml:1:8: is not a number/],
    ['no number', 'limit: .nan', /is not a number/],
    ['levels on one line', `a: 1\n${'- '.repeat(400_000)}`, /goes deeper/],
    ['questions on one line', '? '.repeat(400_000), /goes deeper/],
    ['brackets', '['.repeat(900_000), /goes deeper/],
    ['closed brackets', `${'['.repeat(60)}${']'.repeat(60)}`, /goes deeper/],
    [
      'many members',
      Array.from({ length: 1001 }, (_, i) => `k${i}: 1`).join('\n'),
      /^x\.yaml:1:1: has more members/,
    ],
    [
      'a hundred thousand of them',
      Array.from({ length: 100_000 }, (_, i) => `k${i}: 1`).join('\n'),
      /is longer/,
    ],
    ['a long text', `a: ${'x'.repeat(1_000_001)}`, /is longer/],
    ['no YAML', 'a: [', /^x\.yaml:1:\d+: /],
  ])('%s is refused with its place', (_, text, why) => {
    expect(said(text)).toMatch(why);
  });

  test('a format that every object has is none', () => {
    for (const format of ['constructor', 'toString', '__proto__']) {
      const read = parseLibraryFile('x.json', JSON.stringify({ format, version: 1 }));
      expect(read.ok).toBe(false);
    }
    expect(parseLibraryFile('x.yaml', 'format: hasOwnProperty').ok).toBe(false);
  });

  test('whatever is within the bounds is read as it was written', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 5 }), (value) => {
        const text = JSON.stringify(value);
        const inherited = Object.getOwnPropertyNames(Object.prototype).some((n) => text.includes(`"${n}"`));
        fc.pre(!inherited);
        const read = readYaml('x.json', text);
        expect(read.ok && JSON.stringify(read.value.value)).toBe(text.replace(/-0(?=[,\]}]|$)/g, '-0'));
      }),
      { numRuns: 300 },
    );
  });
});
