import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { indexBasis, overlaps, partKey, type BasisIndex } from '../checks/index.ts';
import { deriveStatus, type CampaignStatus } from '../gates/index.ts';
import { ENGLISH_CODES, makeSentences } from '../words/english.ts';
import { namesOf, systemsOf } from '../words/index.ts';
import { ANN, BASIS, BO, CHECKS, IDLE_LIMIT, PACK, plain, reading, Scribe, START } from '../testing/world.ts';
import {
  admit,
  canonicalJson,
  costOf,
  EMPTY_CAMPAIGN,
  foldEntries,
  hashOf,
  sha256Hex,
  standingAnswer,
  upcast,
  verifyChain,
  whyNotClosable,
  type CampaignState,
  type Entry,
  type EntryDraft,
  tenTimesOff,
} from './index.ts';

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

/** Random but plausible records: what people might post, in any order. */
const anyRecord = fc
  .array(
    fc.record({
      what: fc.integer({ min: 0, max: 9 }),
      engine: fc.constantFrom('left', 'right'),
      value: fc.integer({ min: 0, max: 300 }),
    }),
    { maxLength: 40 },
  )
  .map((steps) => {
    const scribe = new Scribe().upToRunning();
    const last = (): string => scribe.entries.filter((e) => e.kind === 'answer.given').at(-1)?.id ?? '';
    steps.forEach(({ what, engine, value }, i) => {
      if (what === 0) scribe.drop('drop-a', engine, 1700, 1700 - value);
      else if (what === 1) scribe.drop('drop-b', engine, 1700, 1700 - value);
      else if (what === 2)
        scribe.add('answer.given', {
          check: 'idle',
          subject: engine,
          answer: { kind: 'reading', reading: reading(500 + value) },
          facts: {},
        });
      else if (what === 3)
        scribe.add('action.recorded', {
          action: `action-${i}`,
          what: 'Work',
          measure: '',
          touches: [value % 2 ? `engine.${engine}.ignition` : `engine.${engine}.control`],
        });
      else if (what === 4)
        scribe.add('tag.on', { tag: `tag-${i}`, thing: 'Something', where: '', why: 'open', touches: [] });
      else if (what === 5)
        scribe.add('finding.raised', {
          finding: `finding-${i}`,
          title: 'Found',
          where: '',
          check: 'drop-a',
          subject: engine,
        });
      else if (what === 6)
        scribe.add('state.set', {
          state: 'engine',
          subject: engine,
          value: value % 2 ? 'running' : 'stopped',
        });
      else if (what === 7)
        scribe.add('answer.notApplicable', { check: 'drop-b', subject: engine, reason: 'none fitted' });
      else if (what === 8)
        scribe.add(
          'answer.given',
          {
            check: 'drop-a',
            subject: engine,
            answer: { kind: 'drop', before: reading(1700), after: reading(1700 - value) },
            facts: {},
            correction: 'misread',
          },
          { supersedes: last() },
        );
      else scribe.confirm('start', engine);
    });
    return scribe.entries;
  });

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
      'answer.given': [
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

describe('the door', () => {
  const ask = (scribe: Scribe, draft: unknown): string => {
    const state = foldEntries(scribe.entries);
    const before = JSON.stringify(plain(state));
    const answer = admit(draft as EntryDraft, state, NOW);
    expect(JSON.stringify(plain(state))).toBe(before);
    return answer.ok ? 'admitted' : answer.error.code;
  };
  const drop = (s: Scribe, before: number, after: number, change = {}) =>
    s.draft('answer.given', {
      check: 'drop-a',
      subject: 'left',
      answer: { kind: 'drop', before: reading(before, change), after: reading(after, change) },
      facts: {},
    });
  const idle = (s: Scribe, value: number, confirmed = false) =>
    s.draft('answer.given', {
      check: 'idle',
      subject: 'left',
      answer: { kind: 'reading', reading: reading(value) },
      facts: {},
      confirmed,
    });

  test('figures: off the gauge, of another kind, of an unknown instrument; ten times off is asked back and stands when meant', () => {
    const s = new Scribe().upToRunning();
    expect(ask(s, drop(s, 1700, 1620))).toBe('admitted');
    expect(ask(s, drop(s, 17000, 1620))).toBe('offTheGauge');
    expect(ask(s, drop(s, 1700, 1620, { unit: 'psi' }))).toBe('wrongKind');
    expect(ask(s, drop(s, 1700, 1620, { instrument: 'lost' }))).toBe('unknownInstrument');
    expect(ask(s, drop(s, NaN, 1620))).toBe('notFinite');
    s.drop('drop-a', 'left', 1700, 1620);
    expect(ask(s, idle(s, 70))).toBe('tenTimesOff');
    expect(ask(s, idle(s, 70, true))).toBe('admitted');
    expect(ask(s, idle(s, 700))).toBe('admitted');
    // Only a figure that the gauge could show is asked after: 450 may be low, but 4500 is off the scale.
    const least = [{ ...IDLE_LIMIT, bounds: { low: 600 } }];
    const check = CHECKS.find((c) => c.id === 'idle') ?? CHECKS[0];
    if (!check) throw new Error('no check');
    expect(tenTimesOff(reading(450), check, least)).toBeUndefined();
    expect(tenTimesOff(reading(70), check, least)).toMatchObject({ params: { other: { value: 700 } } });
  });

  test('state, order, gates and form', () => {
    const early = new Scribe().open();
    expect(ask(early, drop(early, 1700, 1620))).toBe('gateHeld');
    const s = new Scribe().upToRunning();
    expect(ask(s, idle(s, 700))).toBe('groundNotProven');
    s.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
    expect(ask(s, drop(s, 1700, 1620))).toBe('wrongState');
    expect(
      ask(
        s,
        s.draft('answer.given', {
          check: 'start',
          subject: 'left',
          answer: { kind: 'text', text: 'ok' },
          facts: {},
        }),
      ),
    ).toBe('wrongForm');
    expect(
      ask(
        s,
        s.draft('answer.given', {
          check: 'nothing',
          subject: 'left',
          answer: { kind: 'confirm', asExpected: true },
          facts: {},
        }),
      ),
    ).toBe('checkUnknown');
    expect(
      ask(s, s.draft('answer.notApplicable', { check: 'papers', subject: 'aircraft', reason: 'lost' })),
    ).toBe('notApplicableForbidden');
    expect(ask(s, { ...s.draft('timer.started', { check: 'warm', subject: 'aircraft' }), version: 2 })).toBe(
      'entryVersionNewer',
    );
  });

  test('a timer has to have run', () => {
    const s = new Scribe().upToRunning();
    const answer = (startedAt: string, seconds: number) =>
      s.draft('answer.given', {
        check: 'warm',
        subject: 'aircraft',
        answer: {
          kind: 'timer',
          startedAt,
          endedAt: new Date(Date.parse(startedAt) + seconds * 1000).toISOString(),
        },
        facts: {},
      });
    expect(ask(s, answer(NOW, 60))).toBe('timerNotStarted');
    const { at } = s.add('timer.started', { check: 'warm', subject: 'aircraft' });
    expect(ask(s, answer(at, 29.9))).toBe('timerShort');
    expect(ask(s, answer(at, 30))).toBe('admitted');
  });

  test('two pairs of eyes: the second person, the inspector and the certifying person are not the first', () => {
    const s = new Scribe().upToRunning();
    const { id } = s.confirm('linkage', 'left');
    expect(ask(s, s.draft('answer.witnessed', { check: 'linkage', subject: 'left', answerEntry: id }))).toBe(
      'samePerson',
    );
    expect(
      ask(s, s.draft('answer.witnessed', { check: 'linkage', subject: 'left', answerEntry: id }, { by: BO })),
    ).toBe('admitted');
    s.add('action.recorded', {
      action: 'work',
      what: 'Arm set',
      measure: '',
      touches: ['engine.left.control'],
    });
    const sign = (by: string, role: 'inspector' | 'technician') =>
      s.draft('inspection.signed', { action: 'work', accepted: true, note: '' }, { by, role });
    expect([
      ask(s, sign(ANN, 'inspector')),
      ask(s, sign(BO, 'technician')),
      ask(s, sign(BO, 'inspector')),
    ]).toEqual(['inspectorIsDoer', 'roleNeeded', 'admitted']);
  });

  test('a passed gate is a snapshot; a stale one, a held one and an unknown one are not passed', () => {
    const s = new Scribe().open();
    expect(ask(s, s.draft('gate.passed', { gate: 'power', snapshot: foldEntries(s.entries).head }))).toBe(
      'checksRemain',
    );
    const ready = new Scribe().upToRunning();
    expect(ask(ready, ready.draft('gate.passed', { gate: 'power', snapshot: 'f'.repeat(64) }))).toBe(
      'snapshotStale',
    );
    expect(
      ask(ready, ready.draft('gate.passed', { gate: 'moon', snapshot: foldEntries(ready.entries).head })),
    ).toBe('gateUnknown');
  });
});

describe('gates and findings', () => {
  /** A campaign in which everything is proven. */
  const complete = (): Scribe => {
    const s = new Scribe().upToRunning();
    for (const engine of ['left', 'right']) {
      s.drop('drop-a', engine, 1700, 1620);
      s.drop('drop-b', engine, 1700, 1625);
      s.add('answer.given', {
        check: 'idle',
        subject: engine,
        answer: { kind: 'reading', reading: reading(700) },
        facts: {},
      });
    }
    const { at } = s.add('timer.started', { check: 'warm', subject: 'aircraft' });
    s.add('answer.given', {
      check: 'warm',
      subject: 'aircraft',
      answer: { kind: 'timer', startedAt: at, endedAt: new Date(Date.parse(at) + 40_000).toISOString() },
      facts: {},
    });
    return s;
  };
  const release = (s: Scribe) => statusOf(foldEntries(s.entries)).gates.find((g) => g.gate.id === 'release');
  const codes = (s: Scribe): string[] => release(s)?.holdings.map((h) => h.reason.code) ?? [];

  test('open when everything is proven; never on stale data', () => {
    const s = complete();
    expect(release(s)).toMatchObject({ state: 'open', minutes: 0 });
    const state = foldEntries(s.entries);
    expect(
      deriveStatus(state, NOW, { waiting: 1, confirmed: true })?.gates.every((g) => g.state === 'held'),
    ).toBe(true);
    expect(
      deriveStatus(state, NOW, { waiting: 0, confirmed: false })?.gates.every((g) => g.state === 'held'),
    ).toBe(true);
  });

  test('held by a tag until it comes off, by a deferral past its day, by an uninspected action', () => {
    const s = complete();
    s.add('tag.on', { tag: 't', thing: 'Cowl', where: 'left', why: 'look', touches: [] });
    expect(codes(s)).toEqual(['tagOpen']);
    s.add('tag.off', { tag: 't', note: '', touches: [] });
    s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '' });
    expect(codes(s)).toEqual(['findingUnassessed']);
    s.add('finding.assessed', {
      finding: 'f',
      severity: 'deferred',
      reason: 'on order',
      conditions: 'day only',
      until: '2026-11-24',
    });
    expect(codes(s)).toEqual([]);
    expect(
      deriveStatus(foldEntries(s.entries), '2026-11-25T00:00:01Z')
        ?.gates.at(-1)
        ?.holdings.map((h) => h.reason.code),
    ).toContain('findingDeferralOver');
    s.add('action.recorded', { action: 'a', what: 'Arm set', measure: '', touches: ['engine.left.control'] });
    expect(codes(s)).toEqual(['checksAgain', 'inspectionUnsigned']);
  });

  test('a finding from found to closed: what was found beyond a gate leaves the way to its cure open', () => {
    const s = complete();
    s.drop('drop-a', 'right', 1700, 1500);
    s.add('finding.raised', { finding: 'f', title: 'Drop', where: '', check: 'drop-a', subject: 'right' });
    s.add('finding.assessed', { finding: 'f', severity: 'stops', reason: 'plug' });
    const gateStates = (): string[] => statusOf(foldEntries(s.entries)).gates.map((g) => g.state);
    expect(gateStates()).toEqual(['passed', 'held']);
    const why = (): string | undefined =>
      whyNotClosable(foldEntries(s.entries), statusOf(foldEntries(s.entries)), 'f')?.code;
    expect(why()).toBe('findingNeedsAction');
    s.add('action.recorded', {
      action: 'fix',
      finding: 'f',
      what: 'Plug',
      measure: '',
      touches: ['engine.right.ignition.a'],
    });
    expect(why()).toBe('findingChecksOpen');
    s.drop('drop-a', 'right', 1700, 1620);
    expect(why()).toBe('findingChecksOpen');
    s.add('answer.given', {
      check: 'idle',
      subject: 'right',
      answer: { kind: 'reading', reading: reading(700) },
      facts: {},
    });
    expect(why()).toBeUndefined();
    s.add('finding.closed', { finding: 'f', note: '' });
    expect(gateStates()).toEqual(['passed', 'open']);
  });

  test('an override takes a certifying person, a condition the pack marks, and covers only what was known', () => {
    const s = complete();
    const tag = (id: string): void =>
      void s.add('tag.on', { tag: id, thing: 'Panel', where: '', why: 'open', touches: [] });
    tag('first');
    const release = () => statusOf(foldEntries(s.entries)).gates.find((g) => g.gate.id === 'release');
    expect(release()?.holdings).toMatchObject([{ condition: 'noTags', overridable: true }]);
    const asked = (condition: string, role: 'certifier' | 'inspector') => {
      const state = foldEntries(s.entries);
      const body = { gate: 'release', condition, reason: 'Panel is taped', snapshot: state.head };
      const said = admit(s.draft('gate.overridden', body, { role }) as unknown as EntryDraft, state, NOW);
      if (said.ok) s.add('gate.overridden', body, { role });
      return said.ok ? 'ok' : said.error.code;
    };
    expect(asked('findingsSettled', 'certifier')).toBe('notOverridable');
    expect(asked('noTags', 'inspector')).toBe('roleNeeded');
    expect(asked('noTags', 'certifier')).toBe('ok');
    expect(release()?.state).toBe('open');
    tag('second');
    expect(release()?.holdings).toMatchObject([{ cure: { to: 'tag', tag: 'second' } }]);
  });

  test('whatever is recorded, a gate that is open has nothing unproven before it (property)', () => {
    fc.assert(
      fc.property(anyRecord, (entries) => {
        const status = statusOf(foldEntries(entries));
        for (const gate of status.gates.filter((g) => g.state !== 'held')) {
          const stations = gate.gate.conditions.flatMap((c) => (c.kind === 'proven' ? c.stations : []));
          for (const check of CHECKS.filter((c) => stations.includes(c.station as (typeof stations)[number])))
            expect(status.checks.get(check.id)?.proven).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('a release is signed by a certifying person, on an open gate, over the head that was shown', () => {
    const s = complete();
    const state = foldEntries(s.entries);
    const sign = (role: 'certifier' | 'technician', snapshot: string) =>
      admit(
        s.draft(
          'release.signed',
          { meaning: '', snapshot, statement: '' },
          { role },
        ) as unknown as EntryDraft,
        state,
        NOW,
      );
    expect(sign('technician', state.head)).toMatchObject({ ok: false, error: { code: 'roleNeeded' } });
    expect(sign('certifier', 'f'.repeat(64))).toMatchObject({ ok: false, error: { code: 'snapshotStale' } });
    expect(sign('certifier', state.head).ok).toBe(true);
    s.add('release.signed', { meaning: '', snapshot: state.head, statement: '' }, { role: 'certifier' });
    expect(
      admit(
        s.draft('tag.off', { tag: 't', note: '', touches: [] }) as unknown as EntryDraft,
        foldEntries(s.entries),
        NOW,
      ),
    ).toMatchObject({ ok: false, error: { code: 'alreadyReleased' } });
  });
});

test('a basis that cannot work is refused with every problem: missing limit, missing check, cycle, no engine', () => {
  const broken = (change: object): string[] => {
    const made = indexBasis({ ...BASIS, ...change });
    return made.ok ? [] : made.error.map((e) => e.code);
  };
  expect(broken({ limitBook: { ...BASIS.limitBook, limits: [] } })).toEqual([
    'limitMissing',
    'limitMissing',
    'limitMissing',
    'limitMissing',
  ]);
  expect(broken({ aircraft: { ...BASIS.aircraft, engines: [] } })).toEqual(['noEngines']);
  const checks = PACK.checks.map((c) => (c.id === 'start' ? { ...c, standsOn: ['idle'] } : c));
  expect(broken({ pack: { ...PACK, checks } })).toEqual(['cycle']);
  expect(broken({ pack: { ...PACK, checks: [{ ...CHECKS[0], after: ['ghost'] }] } })).toEqual([
    'checkMissing',
  ]);
  expect(partKey('a', 'b')).toBe('a@b');
});

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
  const missing = [...used].filter(
    (code) => !ENGLISH_CODES.includes(code) && !['near', 'again', 'unknown', 'within'].includes(code),
  );
  expect(used.size).toBeGreaterThan(60);
  expect(missing).toEqual([]);
});
