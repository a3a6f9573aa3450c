import fc from 'fast-check';
import {
  AIRCRAFT,
  BASIS,
  BO,
  BOOK,
  CHECKS,
  DROP_LIMIT,
  PACK,
  reading,
  Scribe,
  START,
} from '../testing/world.ts';
import { deriveStatus } from '../standing/index.ts';
import { admit, foldEntries } from '../entries/index.ts';
import type { EntryBodies } from '../record/index.ts';
import { compareBases, compareChecks, isSameBasis, type Basis, type Check } from './index.ts';

const NOW = new Date(START + 3_600_000).toISOString();
const changed = (id: string, change: Partial<Check>): Check[] =>
  CHECKS.map((c) => (c.id === id ? { ...c, ...change } : c));
const withChecks = (checks: readonly Check[]): Basis => ({
  ...BASIS,
  pack: { ...PACK, revision: 2, checks },
});

/** A record with both drops and the idle of the left engine answered well. */
function worked(): Scribe {
  const scribe = new Scribe().upToRunning();
  scribe.drop('drop-a', 'left', 1700, 1620);
  scribe.drop('drop-b', 'left', 1700, 1610);
  scribe.add('answer.given', {
    check: 'idle',
    subject: 'left',
    answer: { kind: 'reading', reading: reading(700) },
    facts: {},
  });
  return scribe;
}

/** Marks on the left engine after the campaign was moved to another basis. */
function marksAfter(basis: Basis): Record<string, string | undefined> {
  const scribe = worked();
  scribe.add('basis.moved', { basis, reason: 'new revision' }, { by: BO, role: 'inspector' });
  const status = deriveStatus(foldEntries(scribe.entries), NOW);
  return Object.fromEntries(
    ['linkage', 'drop-a', 'drop-b', 'drops-apart', 'idle'].map((c) => [
      c,
      status?.parts.get(`${c}@left`)?.mark,
    ]),
  );
}

const GOOD = {
  linkage: 'within',
  'drop-a': 'within',
  'drop-b': 'within',
  'drops-apart': 'within',
  idle: 'within',
};

describe('moving a campaign', () => {
  test('other words, another order and another revision keep what was proven', () => {
    expect(marksAfter(withChecks(changed('drop-a', { why: 'Better said.', minutes: 4 })))).toEqual(GOOD);
    expect(marksAfter(withChecks([...CHECKS].reverse()))).toEqual(GOOD);
  });

  test('a check that asks something other is done again, and what stands on it; nothing else is', () => {
    expect(marksAfter(withChecks(changed('drop-a', { challenge: 'At 2 000 rpm, read the drop.' })))).toEqual({
      ...GOOD,
      'drop-a': 'again',
      'drops-apart': 'again',
      idle: 'again',
    });
  });

  test('a limit that judges otherwise touches the checks that name it; its words do not', () => {
    const book = (limit: typeof DROP_LIMIT): Basis => ({
      ...BASIS,
      limitBook: { ...BOOK, revision: 2, limits: [limit, ...BOOK.limits.slice(1)] },
    });
    expect(
      marksAfter(book({ ...DROP_LIMIT, bounds: { low: 10, high: 125 } } as typeof DROP_LIMIT)),
    ).toMatchObject({
      'drop-a': 'again',
      'drop-b': 'again',
      idle: 'again',
      linkage: 'within',
    });
    expect(marksAfter(book({ ...DROP_LIMIT, title: 'Ignition drop' }))).toEqual(GOOD);
  });

  test('another configuration touches the systems of both choices', () => {
    const configuration = { code: 'B2', title: 'floats', touches: ['engine.left.idle'] };
    const basis = { ...BASIS, aircraft: { ...AIRCRAFT, configuration } };
    expect(marksAfter(basis)).toEqual({ ...GOOD, idle: 'again' });
  });

  test('a check that is new holds the gate it stands before, and the record says from what to what', () => {
    const fresh = { ...(CHECKS[1] as Check), id: 'second-look', title: 'Second look', proves: [] };
    const scribe = worked();
    scribe.add('basis.moved', { basis: withChecks([...CHECKS, fresh]), reason: 'bulletin' }, { by: BO });
    const state = foldEntries(scribe.entries);
    const gate = deriveStatus(state, NOW)?.gates.find((g) => g.gate.id === 'power');
    expect(gate?.state).toBe('held');
    expect(state.moves).toMatchObject([
      { reason: 'bulletin', from: { packRevision: 1 }, to: { packRevision: 2 } },
    ]);
  });

  test('the door: a role that answers for limits, a reason, the same aircraft, something that differs and works', () => {
    const scribe = worked();
    const state = foldEntries(scribe.entries);
    const ask = (basis: Basis, reason = 'why', role: 'inspector' | 'technician' = 'inspector'): string => {
      const body: EntryBodies['basis.moved'] = { basis, reason };
      const asked = admit(scribe.draft('basis.moved', body, { by: BO, role }), state, NOW);
      return asked.ok ? 'admitted' : asked.error.code;
    };
    const next = withChecks(changed('drop-a', { why: 'x' }));
    expect(ask(next)).toBe('admitted');
    expect(ask(next, ' ')).toBe('needsReason');
    expect(ask(next, 'why', 'technician')).toBe('roleNeeded');
    expect(ask(BASIS)).toBe('nothingMoves');
    expect(ask({ ...next, aircraft: { ...AIRCRAFT, mark: 'QX-OTH' } })).toBe('otherAircraft');
    expect(ask(withChecks(changed('drop-a', { after: ['ghost'] })))).toBe('checkMissing');
  });
});

test('an instrument noted later is known from then on; one that came back calibrated keeps its past', () => {
  const scribe = new Scribe().upToRunning();
  const old = { ...(AIRCRAFT.instruments[1] as (typeof AIRCRAFT.instruments)[number]) };
  const read = (): void =>
    void scribe.add('answer.given', {
      check: 'idle',
      subject: 'left',
      answer: { kind: 'reading', reading: reading(700, { instrument: 'old-gauge' }) },
      facts: {},
    });
  scribe.drop('drop-a', 'left', 1700, 1620);
  read();
  expect(deriveStatus(foldEntries(scribe.entries), NOW)?.parts.get('idle@left')?.mark).toBe('unknown');
  const renewed = { ...old, calibratedFrom: '2026-11-24', calibratedUntil: '2027-11-24', certificate: 'C-9' };
  scribe.add('instrument.noted', { instrument: renewed, reason: 'back from calibration' });
  expect(deriveStatus(foldEntries(scribe.entries), NOW)?.parts.get('idle@left')?.mark).toBe('unknown');
  read();
  const state = foldEntries(scribe.entries);
  expect(deriveStatus(state, NOW)?.parts.get('idle@left')?.mark).toBe('within');
  expect(state.index?.instruments['old-gauge']?.before).toEqual(old);
});

test('changes of checks are complete, and a basis is the same exactly when nothing differs (property)', () => {
  const checks = fc.shuffledSubarray([...CHECKS]).chain((some) =>
    fc
      .array(fc.constantFrom('why', 'challenge', 'title'), {
        minLength: some.length,
        maxLength: some.length,
      })
      .map((fields) =>
        some.map((c, i) => (fields[i] === 'title' ? c : { ...c, [fields[i] ?? 'why']: 'other' })),
      ),
  );
  fc.assert(
    fc.property(checks, checks, (a, b) => {
      const changes = compareChecks(a, b);
      const kept = new Map(a.map((c) => [c.id, c]));
      for (const { check, change } of changes) {
        const after = b.find((c) => c.id === check);
        if (change === 'removed') expect(after).toBeUndefined();
        else expect(kept.get(check)).not.toEqual(after);
      }
      const named = new Set(changes.map((c) => c.check));
      for (const c of b) if (!named.has(c.id)) expect(kept.get(c.id)).toEqual(c);
      const basisOf = (list: readonly Check[]): Basis => ({ ...BASIS, pack: { ...PACK, checks: list } });
      expect(isSameBasis(compareBases(basisOf(a), basisOf(b)))).toBe(JSON.stringify(a) === JSON.stringify(b));
    }),
  );
});

describe('what is another thing now touches what it is part of', () => {
  const worked = (): Scribe => {
    const s = new Scribe().upToRunning();
    for (const engine of ['left', 'right']) s.drop('drop-a', engine, 1700, 1620);
    return s;
  };
  const moved = (aircraft: Partial<Basis['aircraft']>, pack = PACK): string[] => {
    const s = worked();
    const before = deriveStatus(foldEntries(s.entries), NOW);
    s.add(
      'basis.moved',
      { basis: { ...BASIS, pack, aircraft: { ...AIRCRAFT, ...aircraft } }, reason: 'filed' },
      { by: BO },
    );
    const after = deriveStatus(foldEntries(s.entries), NOW);
    return [...(before?.parts ?? [])].flatMap(([key, p]) =>
      p.proven && after?.parts.get(key)?.proven === false ? [key] : [],
    );
  };
  const [left, right] = AIRCRAFT.engines as [
    (typeof AIRCRAFT.engines)[number],
    (typeof AIRCRAFT.engines)[number],
  ];

  test('an engine with six cylinders instead of four: everything of that engine, and nothing of the other', () => {
    const lost = moved({ engines: [{ ...left, cylinders: 6 }, right] });
    expect(lost).toContain('start@left');
    expect(lost).toContain('drop-a@left');
    expect(lost.filter((k) => k.endsWith('@right'))).toEqual([]);
    // What it is called is no other engine.
    expect(moved({ engines: [{ ...left, title: 'Port engine' }, right] })).toEqual([]);
  });

  test('another serial number: the papers; a piece of equipment: what it says it touches, and the loading', () => {
    expect(moved({ serial: '2' })).toEqual(['papers@aircraft']);
    const radio = {
      id: 'radio',
      title: 'Radio',
      partNumber: 'VR-20',
      serial: '1',
      touches: ['engine.right.ignition'],
    };
    expect(moved({ equipment: [radio] })).toEqual(['drop-a@right']);
    const s = compareBases(
      { ...BASIS, aircraft: { ...AIRCRAFT, equipment: [radio] } },
      { ...BASIS, aircraft: { ...AIRCRAFT, equipment: [{ ...radio, serial: '2' }] } },
    );
    expect(s.things).toMatchObject([{ kind: 'equipment', touches: ['loading', 'engine.right.ignition'] }]);
  });

  test('two configurations that both touch systems touch the loading too', () => {
    const set = (code: string, touches: readonly string[]) => ({
      ...BASIS,
      aircraft: { ...AIRCRAFT, configuration: { code, title: code, touches } },
    });
    const { configuration } = compareBases(set('A', ['radio']), set('B', ['floats']));
    expect([...(configuration?.touches ?? [])].sort()).toEqual(['floats', 'loading', 'radio']);
  });

  test('what did not apply has to be answered where the new revision says that it does', () => {
    const s = new Scribe().upToRunning();
    s.add('answer.notApplicable', { check: 'drop-b', subject: 'left', reason: 'none fitted' });
    const proven = () => deriveStatus(foldEntries(s.entries), NOW)?.parts.get('drop-b@left')?.proven;
    expect(proven()).toBe(true);
    const checks = PACK.checks.map((c) => (c.id === 'drop-b' ? { ...c, notApplicable: false } : c));
    s.add('basis.moved', { basis: { ...BASIS, pack: { ...PACK, checks } }, reason: 'bulletin' }, { by: BO });
    expect(proven()).toBe(false);
  });
});
