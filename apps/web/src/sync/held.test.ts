import fc from 'fast-check';
import { foldEntries, type Entry, type EntryDraft } from '@kanzel/core';
import { plain, Scribe } from '../../../../packages/core/src/testing/world.ts';
import {
  begunAnew,
  foldable,
  goingOn,
  NOTHING_HELD,
  withEntries,
  withGoneOn,
  withQueue,
  type HeldCampaign,
  type Queued,
} from './held.ts';

/** A record in which the second fold of an entry would be seen: shutting down needs what it ends. */
function record(): readonly Entry[] {
  const s = new Scribe().upToRunning();
  for (const engine of ['left', 'right']) s.drop('drop-a', engine, 1700, 1620);
  s.add('tag.on', { tag: 't', thing: 'Panel', where: '', why: 'open', touches: ['engine.left.control'] });
  s.add('tag.off', { tag: 't', note: '', touches: [] });
  s.confirm('linkage', 'left');
  for (const engine of ['left', 'right'])
    s.add('state.set', { state: 'engine', subject: engine, value: 'stopped' });
  return s.entries;
}

const ENTRIES = record();
const WHOLE = foldEntries(ENTRIES);

const queued = (entry: Entry, order: number): Queued => {
  const { seq: _seq, receivedAt: _receivedAt, prevHash: _prevHash, hash: _hash, ...draft } = entry;
  return { order, id: entry.id, campaign: entry.campaign, draft: draft as EntryDraft };
};

type Event =
  | { readonly kind: 'entries'; readonly from: number; readonly length: number }
  | { readonly kind: 'queue'; readonly from: number; readonly length: number };

const events: fc.Arbitrary<Event[]> = fc.array(
  fc.record({
    kind: fc.constantFrom('entries' as const, 'queue' as const),
    from: fc.nat(ENTRIES.length - 1),
    length: fc.integer({ min: 1, max: ENTRIES.length }),
  }),
  { maxLength: 25 },
);

/** Lets one thing happen; entries that do not follow on are asked for from where the device stands. */
function happen(held: HeldCampaign, event: Event): HeldCampaign {
  const slice = ENTRIES.slice(event.from, event.from + event.length);
  if (event.kind === 'queue') return withQueue(held, slice.map(queued));
  return (
    withEntries(held, slice) ??
    withEntries(held, ENTRIES.slice(held.confirmed.count, event.from + event.length)) ??
    held
  );
}

test('in whatever order announcements, answers and readings of the queue come, and however often, it ends as the server has it (property)', () => {
  fc.assert(
    fc.property(events, (all) => {
      let held = NOTHING_HELD;
      for (const event of all) {
        held = happen(held, event);
        // What is confirmed is always a beginning of the server's record, folded once.
        expect(plain(held.confirmed)).toEqual(plain(foldEntries(ENTRIES.slice(0, held.confirmed.count))));
        expect(held.waiting.some((q) => held.recorded.has(q.id))).toBe(false);
      }
      held = withEntries(held, ENTRIES) ?? held;
      expect(held.waiting).toEqual([]);
      expect(plain(held.state)).toEqual(plain(WHOLE));
    }),
    { numRuns: 150 },
  );
});

test('a long record is folded with pauses, in which nothing of it is shown, and ends as without them', () => {
  const s = new Scribe();
  for (let i = 0; i < 600; i += 1)
    s.add('tag.on', { tag: `t${i}`, thing: 'Cap', where: '', why: 'open', touches: [] });
  const steps = goingOn(NOTHING_HELD.confirmed, s.entries);
  let pauses = 0;
  let step = steps.next();
  for (; !step.done; step = steps.next()) {
    expect(NOTHING_HELD.confirmed).toMatchObject({ count: 0, opened: undefined });
    pauses += 1;
  }
  expect(pauses).toBe(2);
  const held = withGoneOn(NOTHING_HELD, step.value as NonNullable<typeof step.value>);
  expect(plain(held.confirmed)).toEqual(plain(foldEntries(s.entries)));
  expect(held.recorded.size).toBe(s.entries.length);
});

test('a gap and another server’s record are not folded', () => {
  const held = withEntries(NOTHING_HELD, ENTRIES.slice(0, 3)) as HeldCampaign;
  expect(withEntries(held, ENTRIES.slice(4))).toBeUndefined();
  expect(withEntries(held, [ENTRIES[3], ENTRIES[5]] as Entry[])).toBeUndefined();
  const other = { ...ENTRIES[3], prevHash: 'f'.repeat(64) } as Entry;
  expect(withEntries(held, [other])).toBeUndefined();
  expect(withEntries(held, ENTRIES.slice(1, 3))?.confirmed).toBe(held.confirmed);
});

test('what waits is shown on top of what is confirmed, and goes on waiting when the record is begun anew', () => {
  const drafts = ENTRIES.slice(5, 8).map(queued);
  const held = withQueue(withEntries(NOTHING_HELD, ENTRIES.slice(0, 5)) as HeldCampaign, drafts);
  expect(held.state.count).toBe(8);
  // Until the queue was looked up, nobody can say that nothing waits; beginning anew does not forget that it was.
  expect(withEntries(NOTHING_HELD, ENTRIES.slice(0, 5))?.queueRead).toBe(false);
  expect([held.queueRead, begunAnew(held).queueRead]).toEqual([true, true]);
  expect(held.state.head).toBe(held.confirmed.head);
  const refused = drafts.map((d, i) => (i === 0 ? { ...d, refused: { code: 'notYours', params: {} } } : d));
  expect(withQueue(held, refused)).toMatchObject({ waiting: { length: 2 }, refused: { length: 1 } });
  const anew = begunAnew(held);
  expect([anew.confirmed.count, anew.waiting.length]).toEqual([0, 3]);
  expect(withEntries(anew, ENTRIES.slice(0, 7))).toMatchObject({ waiting: { length: 1 } });
});

describe('drafts of another device', () => {
  const held = withEntries(NOTHING_HELD, ENTRIES.slice(0, 6));
  if (!held) throw new Error('The record does not begin.');
  const drafts = ENTRIES.slice(6).map((e) => queued(e, 0).draft);

  test('what can be read is taken, and changes nothing of what is held', () => {
    const before = held.confirmed;
    expect(foldable(held, drafts)).toEqual({ ok: true, value: true });
    expect(held.confirmed).toBe(before);
    expect(foldable(held, [])).toEqual({ ok: true, value: true });
  });

  test('what cannot be read is named by its place, and none of it is taken', () => {
    const broken = {
      ...drafts[0],
      id: 'broken',
      kind: 'answer.given',
      body: { check: 'linkage' },
    } as unknown as EntryDraft;
    const newer = { ...drafts[0], id: 'newer', version: 999 } as EntryDraft;
    for (const bad of [broken, newer]) {
      const said = foldable(held, [...drafts.slice(0, 2), bad]);
      expect(said.ok ? '' : said.error.code).toBe('handoverUnreadable');
    }
  });

  test('what was handed over is shown on top, and goes once the server has it', () => {
    const handed = ENTRIES.slice(6).map((e, i) => ({ ...queued(e, i), handed: { by: 'a', device: 'b' } }));
    const shown = withQueue(held, handed);
    expect(shown.waiting).toHaveLength(handed.length);
    expect(plain({ ...shown.state, head: '' })).toEqual(
      plain({ ...withQueue(held, ENTRIES.slice(6).map(queued)).state, head: '' }),
    );
    const sent = withEntries(shown, ENTRIES.slice(6));
    expect(sent?.waiting).toEqual([]);
    expect(sent && plain(sent.state)).toEqual(plain(WHOLE));
  });
});

test('an opening that the server refused goes on waiting: what stands on it is read as before, and says the same', () => {
  const waiting = ENTRIES.map(queued);
  const opened = withQueue(NOTHING_HELD, waiting);
  expect([opened.state.count, opened.state.opened?.pending]).toEqual([WHOLE.count, true]);
  const refused = waiting.map((q, i) => (i === 0 ? { ...q, refused: { code: 'notYours', params: {} } } : q));
  const held = withQueue(NOTHING_HELD, refused);
  expect([held.waiting.length, held.refused.map((q) => q.id)]).toEqual([ENTRIES.length, [ENTRIES[0]?.id]]);
  expect(plain(held.state)).toEqual(plain(opened.state));
});
