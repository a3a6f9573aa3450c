import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { indexBasis, type BasisIndex } from '../checks/index.ts';
import { overlaps } from '../systems/index.ts';
import { deriveStatus, type CampaignStatus } from '../standing/index.ts';
import { namesOf, systemsOf } from '../words/index.ts';
import { canonicalJson, hashOf, sha256Hex } from '../canonical/index.ts';
import { ENTRIES, costOf, foldEntries, upcast } from './index.ts';
import {
  EMPTY_CAMPAIGN,
  standingAnswer,
  verifyChain,
  type CampaignState,
  type Entry,
} from '../record/index.ts';
import { makeSentences } from '../words/english.ts';
import { BASIS, CHECKS, PACK, plain, reading, Scribe, START } from '../testing/world.ts';
import { anyRecord } from '../testing/any-record.ts';

const NOW = new Date(START + 3_600_000).toISOString();
const statusOf = (state: CampaignState, now = NOW): CampaignStatus =>
  deriveStatus(state, now) as CampaignStatus;
const markOf = (scribe: Scribe, key: string, now = NOW): string | undefined =>
  statusOf(foldEntries(scribe.entries), now).parts.get(key)?.mark;
const index = ((): BasisIndex => {
  const made = indexBasis(BASIS);
  if (!made.ok) throw new Error(JSON.stringify(made.error));
  return made.value;
})();

describe('folding', () => {
  test('all at once, one by one, in any two pieces, and delivered twice give the same state, and never change the one handed in (property)', () => {
    fc.assert(
      fc.property(anyRecord, fc.nat(), (entries, cut) => {
        const whole = plain(foldEntries(entries));
        let state = EMPTY_CAMPAIGN;
        for (const entry of entries) {
          const before = JSON.stringify(plain(state));
          const next = foldEntries([entry], state);
          expect(JSON.stringify(plain(state))).toBe(before);
          state = next;
        }
        expect(plain(state)).toEqual(whole);
        const at = cut % (entries.length + 1);
        const first = foldEntries(entries.slice(0, at));
        expect(plain(foldEntries(entries.slice(at), first))).toEqual(whole);
        expect(plain(foldEntries(entries, first))).toEqual(whole);
      }),
      { numRuns: 60 },
    );
  });

  test('whether an answer is good is what its verdicts say, whenever they are first read (property)', () => {
    let seen = 0;
    fc.assert(
      fc.property(anyRecord, (entries) => {
        for (const { history } of foldEntries(entries).parts.values())
          for (const { answer, good, verdicts } of history) {
            if (answer === null) continue;
            seen += 1;
            const bad = verdicts.some((v) => v.state === 'out' || v.state === 'unknown');
            const open = verdicts.some((v) => v.state === 'near' && v.decisionNeeded);
            expect(verdicts.length).toBeGreaterThan(0);
            expect(good).toBe(bad ? 'no' : open ? 'whenDecided' : 'yes');
          }
      }),
      { numRuns: 60 },
    );
    expect(seen).toBeGreaterThan(100);
  });

  test('what an action takes the standing of is the brute-force transitive closure (second route, property)', () => {
    const systems = systemsOf(index);
    fc.assert(
      fc.property(fc.subarray(systems, { minLength: 1, maxLength: 3 }), (touched) => {
        const lost = new Set(
          [...index.parts.values()]
            .filter((p) => p.proves.some((s) => touched.some((t) => overlaps(s, t))))
            .map((p) => p.key),
        );
        for (let grown = true; grown;) {
          const before = lost.size;
          for (const part of index.parts.values())
            if (part.standsOn.some((k) => lost.has(k))) lost.add(part.key);
          grown = lost.size > before;
        }
        expect(new Set(index.reachOf(touched).map((r) => r.part))).toEqual(lost);
      }),
    );
  });

  test('an entry of a newer version or an unknown kind is named and changes nothing else', () => {
    const scribe = new Scribe().upToRunning();
    const before = plain(foldEntries(scribe.entries)) as Record<string, unknown>;
    const odd = { ...scribe.confirm('start', 'left'), kind: 'answer.dreamt' } as unknown as Entry;
    const after = plain(foldEntries([...scribe.entries.slice(0, -1), odd])) as Record<string, unknown>;
    expect(after['unreadable']).toHaveLength(1);
    expect({ ...after, count: 0, head: '', unreadable: 0 }).toEqual({
      ...before,
      count: 0,
      head: '',
      unreadable: 0,
    });
    expect(upcast({ ...scribe.entries[0], version: 99 } as Entry)).toMatchObject({
      ok: false,
      error: { code: 'entryVersionNewer' },
    });
  });

  test('an old version is brought up step by step before it is folded', () => {
    const [first] = new Scribe()
      .upToRunning()
      .entries.filter((e) => e.kind === 'state.set' || e.kind === 'answer.given');
    const up = upcast({ ...first, version: 1 } as Entry, {
      version: 3,
      upcast: [
        (b) => ({ ...(b as object), facts: { a: 'one' } }),
        (b) => ({ ...(b as object), confirmed: true }),
      ],
    });
    expect(up).toMatchObject({
      ok: true,
      value: { version: 3, body: { facts: { a: 'one' }, confirmed: true } },
    });
  });
});

test('every kind of entry stands under its own name, with a step from each version to the next, and is made by somebody', () => {
  for (const [name, type] of Object.entries(ENTRIES)) {
    expect(type.kind).toBe(name);
    expect(type.upcast).toHaveLength(type.version - 1);
    expect(type.roles.length).toBeGreaterThan(0);
    expect(type.roles).not.toContain('administrator');
  }
});

describe('what must be done again', () => {
  test('an action touches what it touches and what stands on it, with the chain of reasons, on that engine only; repeating restores', () => {
    const scribe = new Scribe().upToRunning();
    for (const engine of ['left', 'right']) {
      scribe.drop('drop-a', engine, 1700, 1620);
      scribe.drop('drop-b', engine, 1700, 1625);
      scribe.add('answer.given', {
        check: 'idle',
        subject: engine,
        answer: { kind: 'reading', reading: reading(700) },
        facts: {},
      });
    }
    const before = foldEntries(scribe.entries);
    expect(costOf(before, statusOf(before), ['engine.left.ignition.a'], false)).toMatchObject({
      checks: ['drop-a', 'drops-apart', 'idle'],
      minutes: 6,
      people: 1,
    });
    scribe.add('action.recorded', {
      action: 'fix',
      what: 'Lead replaced',
      measure: '',
      touches: ['engine.left.ignition.a'],
    });
    expect(
      ['drop-a@left', 'idle@left', 'drops-apart@left', 'drop-b@left', 'idle@right', 'drops-apart@right'].map(
        (k) => markOf(scribe, k),
      ),
    ).toEqual(['again', 'again', 'again', 'within', 'within', 'within']);
    const state = foldEntries(scribe.entries);
    const { say } = makeSentences(namesOf(state.index));
    expect(statusOf(state).parts.get('idle@left')?.reasons.map(say)).toEqual([
      '“Lead replaced” touched left engine, ignition, a.',
      'This stands on “drop-a, left engine”.',
    ]);
    scribe.drop('drop-a', 'left', 1700, 1622);
    expect(['drop-a@left', 'idle@left', 'drops-apart@left'].map((k) => markOf(scribe, k))).toEqual([
      'within',
      'again',
      'within',
    ]);
  });

  test('validity in hours runs out, and takes what stands on it along', () => {
    const scribe = new Scribe().upToRunning();
    scribe.drop('drop-a', 'left', 1700, 1620);
    const answered = Date.parse(
      scribe.add('answer.given', {
        check: 'idle',
        subject: 'left',
        answer: { kind: 'reading', reading: reading(700) },
        facts: {},
      }).at,
    );
    expect(markOf(scribe, 'idle@left', new Date(answered + 3 * 3_600_000).toISOString())).toBe('within');
    expect(markOf(scribe, 'idle@left', new Date(answered + 3 * 3_600_000 + 1).toISOString())).toBe('again');
  });

  test('hours that count until a state stop there, for answers given before it only', () => {
    const until = { hours: 3, until: { state: 'engine', becomes: 'stopped' } };
    const checks = CHECKS.map((c) => (c.id === 'idle' ? { ...c, validity: until } : c));
    const scribe = new Scribe().upToRunning({ ...BASIS, pack: { ...PACK, checks } });
    scribe.drop('drop-a', 'left', 1700, 1620);
    const idle = (): Entry =>
      scribe.add('answer.given', {
        check: 'idle',
        subject: 'left',
        answer: { kind: 'reading', reading: reading(700) },
        facts: {},
      });
    const later = (entry: Entry, hours: number): string =>
      new Date(Date.parse(entry.at) + hours * 3_600_000).toISOString();
    const answered = idle();
    expect(markOf(scribe, 'idle@left', later(answered, 4))).toBe('again');
    scribe.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
    expect(markOf(scribe, 'idle@left', later(answered, 400))).toBe('within');
    // For the next flight it ages again.
    scribe.add('state.set', { state: 'engine', subject: 'left', value: 'running' });
    expect(markOf(scribe, 'idle@left', later(idle(), 4))).toBe('again');
  });

  test('a computed check follows its two grounds and no one answers it', () => {
    const scribe = new Scribe().upToRunning();
    scribe.drop('drop-a', 'left', 1700, 1560);
    expect(markOf(scribe, 'drops-apart@left')).toBe('notStarted');
    scribe.drop('drop-b', 'left', 1700, 1625);
    expect(statusOf(foldEntries(scribe.entries)).parts.get('drops-apart@left')?.verdicts[0]).toMatchObject({
      state: 'out',
      value: 65,
    });
  });

  test('an answer out of state or before its ground is recorded in an imported record, and proves nothing', () => {
    const scribe = new Scribe().open();
    scribe.drop('drop-a', 'left', 1700, 1620);
    expect(markOf(scribe, 'drop-a@left')).toBe('unknown');
  });

  test('a correction strikes the old answer through, a withdrawal lets the one before stand again', () => {
    const scribe = new Scribe().upToRunning();
    const first = scribe.drop('drop-a', 'left', 1700, 1620);
    const second = scribe.add(
      'answer.given',
      {
        check: 'drop-a',
        subject: 'left',
        answer: { kind: 'drop', before: reading(1700), after: reading(1500) },
        facts: {},
        correction: 'misread',
      },
      { supersedes: first.id },
    );
    const part = foldEntries(scribe.entries).parts.get('drop-a@left');
    expect(part?.history.map((h) => h.struck?.reason)).toEqual(['misread', undefined]);
    scribe.add(
      'answer.withdrawn',
      { check: 'drop-a', subject: 'left', reason: 'slip' },
      { supersedes: second.id },
    );
    const restored = foldEntries(scribe.entries).parts.get('drop-a@left');
    expect(standingAnswer(restored)?.entry).toBe(first.id);
    expect(restored?.history.map((h) => h.struck?.reason)).toEqual([undefined, 'slip']);
    // A slip that corrected nothing leaves nothing behind when it is withdrawn.
    scribe.add(
      'answer.withdrawn',
      { check: 'drop-a', subject: 'left', reason: 'other engine' },
      { supersedes: first.id },
    );
    expect(standingAnswer(foldEntries(scribe.entries).parts.get('drop-a@left'))).toBeUndefined();
  });
});

describe('the chain', () => {
  test('SHA-256 and canonical JSON against other routes', () => {
    expect(sha256Hex('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) =>
        expect(sha256Hex(text)).toBe(createHash('sha256').update(text, 'utf8').digest('hex')),
      ),
    );
    expect(canonicalJson({ b: 1, a: [true, null], c: undefined })).toBe('{"a":[true,null],"b":1}');
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const text = canonicalJson(value);
        expect(JSON.parse(text)).toEqual(JSON.parse(JSON.stringify(value)));
        const shuffled = JSON.parse(text, (_, v: unknown) =>
          v && typeof v === 'object' && !Array.isArray(v)
            ? Object.fromEntries(Object.entries(v).reverse())
            : v,
        ) as unknown;
        expect(canonicalJson(shuffled)).toBe(text);
      }),
    );
    expect(() => canonicalJson({ a: NaN })).toThrow();
  });

  test('any single change, removal, swap or insertion is found, at the first entry it concerns (property)', () => {
    const { entries } = new Scribe().upToRunning();
    expect(verifyChain(entries)).toMatchObject({
      ok: true,
      value: { count: entries.length, head: entries.at(-1)?.hash },
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: entries.length - 2 }),
        fc.constantFrom('body', 'at', 'by', 'remove', 'swap', 'twice', 'rehash'),
        (i, how) => {
          const altered = structuredClone(entries) as Entry[];
          const victim = altered[i] as { body: unknown; at: string; by: string; hash: string };
          if (how === 'body') victim.body = { changed: true };
          if (how === 'at') victim.at = '2020-01-01T00:00:00Z';
          if (how === 'by') victim.by = 'someone-else';
          if (how === 'remove') altered.splice(i, 1);
          if (how === 'twice') altered.splice(i, 0, structuredClone(altered[i]) as Entry);
          if (how === 'swap') [altered[i], altered[i + 1]] = [altered[i + 1] as Entry, altered[i] as Entry];
          if (how === 'rehash') {
            victim.by = 'someone-else';
            victim.hash = hashOf({ ...victim, hash: undefined });
          }
          const found = verifyChain(altered);
          expect(found.ok).toBe(false);
          const at = Number(!found.ok && found.error.params['seq']);
          expect(at).toBeGreaterThanOrEqual(i + 1);
          expect(at).toBeLessThanOrEqual(i + 2);
        },
      ),
    );
  });
});
