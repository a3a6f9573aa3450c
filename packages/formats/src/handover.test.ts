import { createHash } from 'node:crypto';
import fc from 'fast-check';
import type { Entry, EntryDraft } from '@kanzel/core';
import { Scribe } from '../../core/src/testing/world.ts';
import { bytesOfCopy, readHandover, writeHandover, type HandedCopy } from './handover.ts';

const S = new Scribe().upToRunning();
const ENTRIES = S.entries;
const draftOf = (entry: Entry): EntryDraft => {
  const { seq: _seq, receivedAt: _receivedAt, prevHash: _prevHash, hash: _hash, ...draft } = entry;
  return { ...draft, seen: 3 } as EntryDraft;
};
const [first] = ENTRIES;
const CAMPAIGN = first?.campaign ?? '';
const PARTS = {
  campaign: CAMPAIGN,
  mark: 'QX-TJD',
  madeAt: '2026-11-26T09:00:00.000Z',
  by: 'person-1',
  device: 'device-1',
  entries: ENTRIES.slice(0, 4),
  drafts: ENTRIES.slice(4).map(draftOf),
};
const TEXT = writeHandover(PARTS);
const said = (text: string): string => {
  const read = readHandover(text);
  if (read.ok) return 'taken';
  const { what } = read.error.params;
  return typeof what === 'string' ? `${read.error.code} ${what}` : read.error.code;
};
/** The file with something changed in it; its sum made anew, as somebody would who means it. */
const resummed = (change: (file: Record<string, unknown>) => Record<string, unknown>): string => {
  const {
    sum: _sum,
    format: _format,
    version: _version,
    ...rest
  } = JSON.parse(TEXT) as Record<string, unknown>;
  return writeHandover(change(rest) as unknown as typeof PARTS);
};

test('what is written is read again, entry by entry and draft by draft', () => {
  const read = readHandover(TEXT);
  expect(read.ok && read.value).toMatchObject(JSON.parse(JSON.stringify(PARTS)) as object);
  expect(said(writeHandover({ ...PARTS, entries: [], drafts: [] }))).toBe('taken');
});

test('damage anywhere is seen: no single character can be changed, left out or cut off', () => {
  fc.assert(
    fc.property(fc.nat(TEXT.length - 3), fc.constantFrom('x', '0', '"', ''), (at, instead) => {
      fc.pre(TEXT[at] !== instead && !/\s/.test(TEXT[at] ?? ' '));
      const damaged = TEXT.slice(0, at) + instead + TEXT.slice(at + 1);
      expect(said(damaged)).not.toBe('taken');
    }),
    { numRuns: 400 },
  );
  expect(said(TEXT.slice(0, TEXT.length / 2))).toBe('handoverShape it is not JSON');
  expect(said(TEXT.replace(/"sum": "..../, '"sum": "0000'))).toBe('handoverDamaged');
});

test.each([
  ['nothing', '', 'handoverShape it is not JSON'],
  ['another file', '{"format":"kanzel-record"}', 'handoverShape it does not say “kanzel-handover”'],
  ['a list', '[]', 'handoverShape it is no such file'],
  ['null', 'null', 'handoverShape it is no such file'],
  [
    'a newer one',
    '{"format":"kanzel-handover","version":2}',
    'handoverShape it is of a version that is not known here',
  ],
])('%s is refused by name', (_, text, expected) => {
  expect(said(text)).toBe(expected);
});

test('copies that are no list are none', () => {
  const file = JSON.parse(TEXT) as object;
  expect(said(JSON.stringify({ ...file, copies: 'all' }))).toContain('its copies are none, or too many');
});

test('a file that its maker meant otherwise is refused by name, however well its sum is made', () => {
  const drafts = PARTS.drafts;
  const [one] = drafts;
  const with_ = (change: object) => resummed((file) => ({ ...file, ...change }));
  expect(said(with_({ more: 1 }))).toContain('“more” is nothing that such a file has');
  expect(said(with_({ drafts: [{ ...one, campaign: 'another' }] }))).toContain(
    'entry 1 that was not sent is none of this campaign',
  );
  expect(said(with_({ drafts: [{ ...one, kind: 'constructor' }] }))).toContain('entry 1 that was not sent');
  expect(said(with_({ drafts: [{ ...one, hash: 'x' }] }))).toContain('entry 1 that was not sent');
  expect(said(with_({ drafts: [{ ...one, body: null }] }))).toContain('entry 1 that was not sent');
  expect(said(with_({ drafts: [{ ...one, at: 'yesterday' }] }))).toContain('entry 1 that was not sent');
  expect(said(with_({ drafts: [{ ...one, seen: 1.5 }] }))).toContain('entry 1 that was not sent');
  expect(said(with_({ drafts: [one, one] }))).toContain('it holds an entry twice');
  expect(said(with_({ drafts: 'none' }))).toContain('it holds no entries');
  expect(said(with_({ madeAt: 'then' }))).toContain('it has no date');
  expect(said(with_({ by: '' }))).toContain('by whom');
  expect(said(with_({ entries: [] }))).toBe('taken');
  expect(said(with_({ entries: PARTS.entries.slice(1) }))).toBe('chainSeq');
  expect(said(with_({ entries: [{ ...PARTS.entries[0], by: 'somebody-else' }] }))).toBe('chainHash');
  expect(said(with_({ entries: [{ ...PARTS.entries[0], campaign: 'another' }] }))).toContain(
    'its record is of another campaign',
  );
  expect(said(with_({ entries: [null] }))).toContain('its record is of another campaign');
});

describe('photographs that go along', () => {
  const copyOf = (text: string): HandedCopy => ({
    sha256: createHash('sha256').update(text).digest('hex'),
    name: 'label.png',
    type: 'image/png',
    contents: Buffer.from(text).toString('base64'),
  });
  test('come out as they went in, and nothing of them can be changed (property)', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 60 }), fc.nat(), (picture, at) => {
        const copy = copyOf(picture);
        const text = writeHandover({ ...PARTS, copies: [copy] });
        const read = readHandover(text);
        if (!read.ok) throw new Error(read.error.code);
        expect(read.value.copies?.map((c) => Buffer.from(bytesOfCopy(c) ?? []).toString())).toEqual([
          Buffer.from(picture).toString(),
        ]);
        const place = at % copy.contents.length;
        fc.pre(copy.contents[place] !== 'A' && copy.contents[place] !== '=');
        const changed = `${copy.contents.slice(0, place)}A${copy.contents.slice(place + 1)}`;
        // The last letter of base64 may hold bits that are thrown away.
        fc.pre(Buffer.from(changed, 'base64').compare(Buffer.from(copy.contents, 'base64')) !== 0);
        expect(said(text.replace(copy.contents, changed))).toContain('is not what it says');
      }),
    );
    expect(said(writeHandover({ ...PARTS, copies: [copyOf('x')] }).replace('label.png', 'lebal.png'))).toBe(
      'handoverDamaged',
    );
  });
  test.each([
    ['more than a day', Array<unknown>(501).fill(copyOf('x')), 'its copies are none, or too many'],
    ['a program', [{ ...copyOf('x'), type: 'text/html' }], 'its copy 1 is no photograph'],
    ['a sum that is none', [copyOf('x'), { ...copyOf('x'), sha256: 'A'.repeat(64) }], 'its copy 2 is no'],
    ['more of it', [{ ...copyOf('x'), path: '/' }], 'its copy 1 is no photograph'],
    ['no base64', [{ ...copyOf('x'), contents: '%%%%' }], 'is not what it says'],
    ['a whole that is none', [{ ...copyOf('x'), contents: 'AAAAA' }], 'is not what it says'],
  ])('%s is refused by name', (_, copies, words) => {
    expect(said(writeHandover({ ...PARTS, copies } as unknown as typeof PARTS))).toContain(words);
  });
});

describe('what no device can have made', () => {
  const draft = (kind: string, body: object): object => ({ ...PARTS.drafts[0], id: `a ${kind}`, kind, body });
  const handed = (drafts: readonly object[], entries: readonly Entry[] = PARTS.entries): string =>
    said(writeHandover({ ...PARTS, entries, drafts } as unknown as typeof PARTS));
  const opening = draft('campaign.opened', { title: 'x' });
  const scope = draft('scope.settled', { work: [] });

  test.each(['basis.moved', 'instrument.noted', 'release.signed'])(
    '%s is refused: it would change by what everything is judged',
    (kind) => {
      expect(handed([draft(kind, {})])).toContain(
        'entry 1 that was not sent is of a kind that no device makes',
      );
      expect(handed([...PARTS.drafts, draft(kind, {})])).toContain(`entry ${PARTS.drafts.length + 1} that`);
    },
  );

  test('an opening begins everything, or is refused; a scope goes with one', () => {
    expect([handed([opening], []), handed([opening, scope], [])]).toEqual(['taken', 'taken']);
    expect(handed([opening])).toContain('entry 1 that was not sent is of a kind');
    expect(handed([...PARTS.drafts, opening], [])).toContain(`entry ${PARTS.drafts.length + 1} that`);
    expect(
      handed(
        [opening, draft('campaign.opened', {})].map((d, i) => ({ ...d, id: `${i}` })),
        [],
      ),
    ).toContain('entry 2 that was not sent is of a kind');
    expect(handed([scope])).toContain('entry 1 that was not sent is of a kind');
    expect(handed([scope], [])).toContain('entry 1 that was not sent is of a kind');
  });
});
