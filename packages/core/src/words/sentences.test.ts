import { ENGLISH_CODES } from './english.ts';

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
