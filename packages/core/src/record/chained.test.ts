import fc from 'fast-check';
import { Scribe } from '../testing/world.ts';
import { canonicalJson } from '../canonical/canonical.ts';
import { chain, entryHash, GENESIS_HASH, verifyChain } from './chain.ts';
import { hashOf, sha256Hex, sha256OfBytes, utf8Bytes } from '../canonical/hash.ts';
import type { Entry } from './entry.ts';
import { chainLine, compareHeads, openLog, type LogLine } from './installation-log.ts';
import { isFigureSpec, isWorked } from '../answers/plausible.ts';

/** What keeps a record whole: one form of the same data, a hash over it, a chain of them, a log of the chains. */

test('the same data has one text, whatever the order of its members; another text is other data (RFC 8785)', () => {
  expect(canonicalJson({ b: 1, a: [true, null, 'x'], c: undefined })).toBe('{"a":[true,null,"x"],"b":1}');
  expect(canonicalJson({ '\u20ac': 1, '\r': 2, '1': 3, ö: 4 })).toBe('{"\\r":2,"1":3,"ö":4,"€":1}');
  expect([canonicalJson(1e21), canonicalJson(-0), canonicalJson(0.1)]).toEqual(['1e+21', '0', '0.1']);
  for (const bad of [NaN, Infinity, [undefined], { f: () => 0 }, Symbol('x'), 1n])
    expect(() => canonicalJson(bad)).toThrow(/has no JSON form/);
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      expect(JSON.parse(canonicalJson(value))).toEqual(JSON.parse(JSON.stringify(value)));
      expect(canonicalJson(JSON.parse(canonicalJson(value)))).toBe(canonicalJson(value));
    }),
  );
});

test('hashes are those of the standard, over UTF-8 (FIPS 180-4)', () => {
  const abc = 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad';
  expect([sha256Hex('abc'), sha256OfBytes(new Uint8Array([97, 98, 99]))]).toEqual([abc, abc]);
  expect(sha256Hex('')).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855');
  expect([...utf8Bytes('å')]).toEqual([195, 165]);
  expect(hashOf({ b: 1, a: 2 })).toBe(sha256Hex('{"a":2,"b":1}'));
});

describe('a chain', () => {
  const record = (): Entry[] => new Scribe().upToRunning().entries.map((e) => structuredClone(e));
  const said = (entries: readonly Entry[]) => {
    const found = verifyChain(entries);
    return found.ok ? found.value : [found.error.code, found.error.params['seq']];
  };
  const rehash = (entry: Entry): Entry => ({ ...entry, hash: entryHash(entry) });

  test('that is whole gives its length and its head; the empty one the beginning of all', () => {
    const entries = record();
    expect(said(entries)).toEqual({ count: entries.length, head: entries.at(-1)?.hash });
    expect(said([])).toEqual({ count: 0, head: GENESIS_HASH });
    expect(entries[0]?.prevHash).toBe('0'.repeat(64));
    const [first] = entries;
    const next = chain({ ...(first as Entry), id: 'n' }, { seq: 7, hash: 'h' }, '2026-01-01T00:00:00.000Z');
    expect([next.seq, next.prevHash, next.receivedAt]).toEqual([8, 'h', '2026-01-01T00:00:00.000Z']);
  });

  test.each<[string, (e: Entry[]) => Entry[], string, number]>([
    ['one left out', (e) => e.filter((_, i) => i !== 2), 'chainSeq', 3],
    ['two changed over', (e) => [e[1], e[0], ...e.slice(2)] as Entry[], 'chainSeq', 1],
    [
      'of another campaign',
      (e) => e.map((x, i) => (i === 3 ? rehash({ ...x, campaign: 'other' }) : x)),
      'chainCampaign',
      4,
    ],
    [
      'an id twice',
      (e) => e.map((x, i) => (i === 3 ? rehash({ ...x, id: e[1]?.id ?? '' }) : x)),
      'chainDuplicate',
      4,
    ],
    [
      'not behind the one before',
      (e) => e.map((x, i) => (i === 3 ? rehash({ ...x, prevHash: 'x' }) : x)),
      'chainPrevious',
      4,
    ],
    ['changed', (e) => e.map((x, i) => (i === 3 ? ({ ...x, by: 'somebody' } as Entry) : x)), 'chainHash', 4],
    [
      'changed and hashed anew',
      (e) => e.map((x, i) => (i === 3 ? rehash({ ...x, by: 'somebody' } as Entry) : x)),
      'chainPrevious',
      5,
    ],
  ])('%s is told with its place', (_, spoil, code, seq) => {
    expect(said(spoil(record()))).toEqual([code, seq]);
  });

  test('any change of any member of any entry is seen (property)', () => {
    const entries = record();
    fc.assert(
      fc.property(
        fc.nat(entries.length - 1),
        fc.constantFrom('at', 'by', 'device', 'kind', 'id'),
        (at, member) => {
          const changed = entries.map((e, i) =>
            i === at ? ({ ...e, [member]: 'other' } as unknown as Entry) : e,
          );
          expect(verifyChain(changed).ok).toBe(false);
        },
      ),
    );
  });
});

describe('the log of an installation', () => {
  const made = (): LogLine[] => {
    const lines: LogLine[] = [];
    const add = (kind: string, body: Record<string, unknown>): void =>
      void lines.push(chainLine({ at: '2026-01-01T00:00:00.000Z', kind, body }, lines.at(-1)));
    add('person.added', { person: 'a', campaign: 'x', count: 9 });
    add('head.advanced', { campaign: 'one', count: 1, head: 'h1' });
    add('head.advanced', { campaign: 'two', count: 1, head: 't1' });
    add('head.advanced', { campaign: 'one', count: 3, head: 'h3' });
    add('head.advanced', { campaign: 'one', count: 3, head: 'h3' });
    return lines;
  };
  const rehash = ({ hash: _hash, ...line }: LogLine): LogLine => ({ ...line, hash: hashOf(line) });
  const read = (lines: readonly LogLine[]) => {
    const log = openLog();
    for (const line of lines) {
      const taken = log.take(line);
      if (!taken.ok) return [taken.error.code, taken.error.params['seq']];
    }
    return { heads: Object.fromEntries(log.heads), last: log.last() };
  };

  test('that is whole says where each campaign stands, by the last line that speaks of it', () => {
    const lines = made();
    expect(lines.map((l) => l.seq)).toEqual([1, 2, 3, 4, 5]);
    expect(lines[0]?.prevHash).toBe(GENESIS_HASH);
    expect(read(lines)).toEqual({
      heads: { one: { count: 3, head: 'h3' }, two: { count: 1, head: 't1' } },
      last: { seq: 5, hash: lines[4]?.hash },
    });
    expect(read([])).toEqual({ heads: {}, last: { seq: 0, hash: GENESIS_HASH } });
  });

  test('a line left out, changed, out of its place, or a campaign that has become shorter, is told', () => {
    const lines = made();
    expect(read(lines.slice(1))).toEqual(['logSeq', 1]);
    expect(read(lines.filter((_, i) => i !== 2))).toEqual(['logSeq', 3]);
    expect(read(lines.map((l, i) => (i === 2 ? { ...l, at: 'later' } : l)))).toEqual(['logHash', 3]);
    expect(read(lines.map((l, i) => (i === 2 ? rehash({ ...l, at: 'later' }) : l)))).toEqual([
      'logPrevious',
      4,
    ]);
    const shorter = chainLine(
      { at: '', kind: 'head.advanced', body: { campaign: 'one', count: 2, head: 'h2' } },
      lines.at(-1),
    );
    expect(read([...lines, shorter])).toEqual(['logShrinks', 6]);
  });

  test('campaigns that are gone, cut, changed or never heard of are told beside what is there', () => {
    const logged = new Map([
      ['whole', { count: 2, head: 'a' }],
      ['gone', { count: 4, head: 'b' }],
      ['cut', { count: 6, head: 'c' }],
      ['changed', { count: 3, head: 'd' }],
    ]);
    const found = new Map([
      ['whole', { count: 2, head: 'a' }],
      ['cut', { count: 5, head: 'c' }],
      ['changed', { count: 3, head: 'other' }],
      ['strange', { count: 1, head: 'e' }],
    ]);
    expect(compareHeads(logged, found).map((r) => [r.code, r.params])).toEqual([
      ['campaignGone', { campaign: 'gone', count: 4 }],
      ['campaignCut', { campaign: 'cut', count: 6, found: 5 }],
      ['campaignCut', { campaign: 'changed', count: 3, found: 3 }],
      ['campaignUnlogged', { campaign: 'strange' }],
    ]);
    expect(compareHeads(logged, logged)).toEqual([]);
  });
});

test('what is answered by a paper or a sheet is no figure, and a figure is neither', () => {
  const spec = (kind: string) => ({ kind, ...(FIGURES.includes(kind) ? { plausible: {} } : {}) }) as never;
  const told = (kinds: readonly string[]) =>
    kinds.map((k) => [isWorked(spec(k)), isFigureSpec(spec(k))].join());
  const WORKED = ['weighing', 'loading', 'document', 'trail', 'signatures', 'equipment', 'plate'];
  const FIGURES = ['reading', 'drop', 'cylinders', 'series'];
  expect(new Set(told(WORKED))).toEqual(new Set(['true,false']));
  expect(new Set(told(FIGURES))).toEqual(new Set(['false,true']));
  expect(new Set(told(['confirm', 'choice', 'text', 'timer', 'computed']))).toEqual(new Set(['false,false']));
});
