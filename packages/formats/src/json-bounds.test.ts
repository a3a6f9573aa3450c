import fc from 'fast-check';
import { boundJson, type JsonBounds } from './json-bounds.ts';

const WIDE: JsonBounds = { depth: 1e9, members: 1e9, values: 1e9 };
const look = (text: string, bounds: Partial<JsonBounds> = {}) =>
  boundJson(new TextEncoder().encode(text), { ...WIDE, ...bounds });

/** The second route: parse it, and walk what came of it. */
function measure(value: unknown): JsonBounds {
  if (typeof value !== 'object' || value === null) return { depth: 0, members: 0, values: 1 };
  const inner = Object.values(value).map(measure);
  const most = (of: (b: JsonBounds) => number): number => Math.max(0, ...inner.map(of));
  return {
    depth: 1 + most((b) => b.depth),
    members: Math.max(
      Array.isArray(value) ? 0 : Object.keys(value).length,
      most((b) => b.members),
    ),
    values: 1 + inner.reduce((sum, b) => sum + b.values, 0),
  };
}

describe('a JSON text is bounded before it is walked', () => {
  // Names that clash would be one member after parsing and two before; the text has two.
  const json = fc.jsonValue({ maxDepth: 6 }).filter((v) => !JSON.stringify(v).includes('__proto__'));

  test('exactly on what a text holds is allowed, one less of anything is not', () => {
    fc.assert(
      fc.property(json, fc.constantFrom(0, 1, 3), (value, space) => {
        const text = JSON.stringify(value, null, space);
        const held = measure(JSON.parse(text));
        expect(look(text, held)).toEqual({ ok: true, value: true });
        for (const what of ['depth', 'members', 'values'] as const)
          if (held[what] > 0)
            expect(look(text, { ...held, [what]: held[what] - 1 })).toMatchObject({
              ok: false,
              error: { what },
            });
      }),
      { numRuns: 400 },
    );
  });

  test('numbers that are none, and names that reach into every object, however they are spelled', () => {
    for (const text of ['1e400', '[-1e999]', '{"a": 1E400}', `[${'9'.repeat(400)}]`])
      expect(look(text)).toMatchObject({ ok: false, error: { what: 'number' } });
    for (const text of ['{"__proto__": 1}', '{"a":{"__pr\\u006fto__" : {}}}', '[{"\\u005f_proto__":1}]'])
      expect(look(text)).toMatchObject({ ok: false, error: { what: 'name' } });
    for (const text of ['1e308', '"1e400"', '["__proto__"]', '{"proto":"a\\"__proto__\\":"}'])
      expect(look(text)).toEqual({ ok: true, value: true });
  });

  test('a string that nothing closes is told where it begins, not behind the end of the text', () => {
    for (const text of ['"', '"open', '"open\\', '   "open   '])
      expect(look(text, { values: 0 })).toEqual({
        ok: false,
        error: { what: 'values', at: text.indexOf('"') + 1 },
      });
    expect(look('[1, "open', { values: 2 })).toMatchObject({ error: { what: 'values', at: 5 } });
  });

  test('whatever bytes come, it ends, and says a place inside them', () => {
    // Random bytes seldom open anything: half of the draws are from what has a meaning in JSON.
    const meaning = fc.constantFrom(...new TextEncoder().encode('[]{}",:\\ -+.0123eEtfn'));
    fc.assert(
      fc.property(
        fc.oneof(
          fc.uint8Array({ maxLength: 400 }),
          fc.array(meaning, { maxLength: 60 }).map((bytes) => Uint8Array.from(bytes)),
        ),
        (bytes) => {
          const found = boundJson(bytes, { depth: 3, members: 3, values: 9 });
          if (found.ok) return;
          expect(found.error.at).toBeGreaterThanOrEqual(1);
          expect(found.error.at).toBeLessThanOrEqual(bytes.length);
        },
      ),
      { numRuns: 800 },
    );
  });

  test('a megabyte of brackets or of members is told at the first one too many', () => {
    expect(look('['.repeat(1_000_000), { depth: 40 })).toMatchObject({ error: { what: 'depth', at: 41 } });
    const many = `{${Array.from({ length: 50_000 }, (_, i) => `"m${i}":1`).join(',')}}`;
    expect(look(many, { members: 500 })).toMatchObject({ error: { what: 'members' } });
  });
});
