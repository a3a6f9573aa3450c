import { reason } from '../reasons/reason.ts';
import { describeKind } from './answer-kinds.ts';
import { ENGLISH_CODES, makeSentences } from './english.ts';
import { roleTitle, stationTitle } from './labels.ts';
import { sayWay } from './way-titles.ts';

const { say } = makeSentences({ part: String, subject: String, thing: String });

test('every reason that the core gives has a sentence', async () => {
  const { readdirSync, readFileSync } = await import('node:fs');
  const { join } = await import('node:path');
  const root = join(__dirname, '..', '..', '..', '..');
  const files = ['packages/core/src', 'packages/formats/src', 'apps/server/src', 'apps/web/src'].flatMap(
    (f) =>
      readdirSync(join(root, f), { recursive: true, encoding: 'utf8' })
        .filter((n) => /\.tsx?$/.test(n) && !n.includes('.test.'))
        .map((n) => join(root, f, n)),
  );
  const used = new Set(
    files.flatMap((f) =>
      [
        ...readFileSync(f, 'utf8').matchAll(
          /\b(?:reason|say|plain)\((?:mark === [^,]+, |'(?:within|unknown|out|near)', )?'([a-zA-Z]+)'/g,
        ),
      ].map((m) => m[1] as string),
    ),
  );
  used.delete('out');
  const known = new Set<string>(ENGLISH_CODES);
  const missing = [...used].filter(
    (code) => !known.has(code) && !['near', 'again', 'unknown', 'within'].includes(code),
  );
  expect(used.size).toBeGreaterThan(60);
  expect(missing).toEqual([]);
});

test('a role, a station, a question or a way of answering that nobody knows is said as it is, whatever every object inherits', () => {
  for (const name of ['constructor', 'toString', '__proto__', 'hasOwnProperty', 'mechanic']) {
    expect([roleTitle(name), stationTitle(name)]).toEqual([name, name]);
    expect(sayWay(name, name)).toBe(`${name}: ${name.charAt(0).toLowerCase()}${name.slice(1)}`);
    expect(describeKind(name)).toBe('something else');
    expect(say(reason('roleNotHeld', { role: name }))).toContain(`as ${name.toLowerCase()} for`);
  }
  expect([roleTitle('certifier'), stationTitle('run-up')]).toEqual(['Certifying person', 'Run-up']);
});
