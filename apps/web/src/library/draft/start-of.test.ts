import fc from 'fast-check';
import { startOf, type Known } from './start-of.ts';

const known = (change: Partial<Known<string>>): Known<string> => ({
  draft: undefined,
  published: undefined,
  unsent: undefined,
  fresh: undefined,
  heard: true,
  ...change,
});

test('the draft before the published, the published before something new, and nothing when there is nothing', () => {
  const all = { draft: { document: 'draft', version: 2 }, published: 'published', fresh: 'fresh' };
  expect(startOf(known(all))).toMatchObject({ document: 'draft', phase: 'kept' });
  expect(startOf(known({ ...all, draft: undefined }))).toMatchObject({
    document: 'published',
    phase: 'published',
  });
  expect(startOf(known({ fresh: 'fresh' }))).toMatchObject({ document: 'fresh', phase: 'kept' });
  expect(startOf(known({}))).toMatchObject({ document: undefined, phase: 'missing' });
  // Nobody knows whether it is new while the server is not heard.
  expect(startOf(known({ fresh: 'fresh', heard: false }))).toMatchObject({ phase: 'missing', heard: false });
});

test('what was typed here is never lost, and never written over what somebody else wrote meanwhile (property)', () => {
  const maybe = <T>(arbitrary: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> =>
    fc.option(arbitrary, { nil: undefined });
  const kept = fc.record({ document: fc.string(), version: fc.integer({ min: 0, max: 3 }) });
  fc.assert(
    fc.property(
      maybe(kept),
      maybe(fc.string()),
      kept,
      maybe(fc.string()),
      fc.boolean(),
      (draft, published, unsent, fresh, heard) => {
        const start = startOf({ draft: heard ? draft : undefined, published, unsent, fresh, heard });
        expect(start.document).toBe(unsent.document);
        const theirs = heard ? (draft?.version ?? 0) : unsent.version;
        expect(start.send).toBe(theirs === unsent.version);
        expect(start.phase === 'stale').toBe(heard && theirs !== unsent.version);
      },
    ),
  );
});
