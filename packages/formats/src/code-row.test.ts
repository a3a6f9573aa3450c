import fc from 'fast-check';
import { missingOf, toCodes, wholeOf, withCode, type CodeRow } from './code-row.ts';

const codesOf = (bytes: Uint8Array): readonly Uint8Array[] => {
  const codes = toCodes(bytes);
  if (!codes.ok) throw new Error(codes.error.code);
  return codes.value;
};
/** Reads codes one after another, as a camera sees them; what is refused changes nothing. */
const read = (codes: readonly Uint8Array[], from?: CodeRow): CodeRow | undefined =>
  codes.reduce<CodeRow | undefined>((row, code) => {
    const next = withCode(row, code);
    return next.ok ? next.value : row;
  }, from);
const bytes = fc.uint8Array({ maxLength: 5000 });

test('in any order, and each as often as it comes past, the same bytes come out; before the last one nothing does (property)', () => {
  fc.assert(
    fc.property(bytes, fc.infiniteStream(fc.nat()), (sent, luck) => {
      const codes = codesOf(sent);
      const seen = new Set<number>();
      let row: CodeRow | undefined;
      for (const n of luck) {
        const place = n % codes.length;
        row = read([codes[place] as Uint8Array], row);
        seen.add(place);
        if (!row) throw new Error('nothing was read');
        expect(missingOf(row)).toEqual(codes.flatMap((_, i) => (seen.has(i) ? [] : [i + 1])));
        if (seen.size === codes.length) break;
        expect(wholeOf(row)).toBeUndefined();
      }
      expect(row && wholeOf(row)).toEqual({ ok: true, value: sent });
    }),
  );
});

test('the second of two codes says which it is, in 15 bytes that are written down', () => {
  const [, second] = codesOf(new Uint8Array(1000).fill(7));
  expect([...(second ?? [])].slice(0, 3)).toEqual([0x4b, 0x7a, 1]);
  expect([...(second ?? [])].slice(11, 15)).toEqual([0, 1, 0, 2]);
  expect(second).toHaveLength(15 + 400);
});

test('a code of another row is not mixed in, one damaged in its piece is seen, and anything else is none (property)', () => {
  fc.assert(
    fc.property(bytes, bytes, fc.nat(), (one, two, at) => {
      fc.pre(one.length > 0 && Buffer.compare(one, two) !== 0);
      const codes = codesOf(one);
      const row = read(codes.slice(0, 1));
      const other = withCode(row, codesOf(two)[0] as Uint8Array);
      expect(other).toMatchObject({ ok: false, error: { code: 'codeRowOther' } });
      const place = at % codes.length;
      const damaged = codes.map((code, i) => {
        if (i !== place) return code;
        const changed = Uint8Array.from(code);
        const where = 15 + (at % (code.length - 15));
        changed[where] = (changed[where] ?? 0) ^ 1;
        return changed;
      });
      const whole = read(damaged);
      expect(whole && wholeOf(whole)).toMatchObject({ ok: false, error: { code: 'codeRowDamaged' } });
    }),
  );
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 700 }), (noise) => {
      fc.pre(noise[0] !== 0x4b || noise[1] !== 0x7a);
      expect(withCode(undefined, noise)).toMatchObject({ ok: false, error: { code: 'codeRowForeign' } });
    }),
  );
});

test.each([
  ['no room for its own place', [0x4b, 0x7a, 1]],
  ['a later version', [0x4b, 0x7a, 2, ...Array<number>(8).fill(0), 0, 0, 0, 1]],
  ['the third of two', [0x4b, 0x7a, 1, ...Array<number>(8).fill(0), 0, 2, 0, 2, 1]],
  ['one of none', [0x4b, 0x7a, 1, ...Array<number>(8).fill(0), 0, 0, 0, 0, 1]],
  ['one of 401', [0x4b, 0x7a, 1, ...Array<number>(8).fill(0), 0, 0, 1, 145, ...Array<number>(600).fill(1)]],
  ['a first that is shorter than the others', [0x4b, 0x7a, 1, ...Array<number>(8).fill(0), 0, 0, 0, 2, 1]],
  ['a last that holds nothing', [0x4b, 0x7a, 1, ...Array<number>(8).fill(0), 0, 1, 0, 2]],
  ['more than fits', [0x4b, 0x7a, 1, ...Array<number>(8).fill(0), 0, 0, 0, 1, ...Array<number>(601).fill(1)]],
])('%s is no code of a hand-over', (_, code) => {
  expect(withCode(undefined, Uint8Array.from(code))).toMatchObject({
    ok: false,
    error: { code: 'codeRowForeign' },
  });
});

test('400 codes are a row, one byte more is a file', () => {
  expect(codesOf(new Uint8Array(240_000))).toHaveLength(400);
  expect(toCodes(new Uint8Array(240_001))).toMatchObject({
    ok: false,
    error: { code: 'codeRowTooLong', params: { count: 401, most: 400 } },
  });
});
