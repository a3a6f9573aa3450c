import {
  AIRCRAFT,
  BASIS,
  BO,
  BOOK,
  check,
  CHECKS,
  IDLE_LIMIT,
  PACK,
  reading,
  Scribe,
} from '../testing/world.ts';
import type { Basis } from '../checks/types.ts';
import type { Limit } from '../limits/types.ts';
import { aboutOf, coversSystems, foldEntries } from './index.ts';
import { pastFigures } from '../standing/index.ts';
import type { EntryBodies, EntryDraft, EntryKind } from '../record/index.ts';

/** What an entry is about, for who may make it; what earlier campaigns say of a figure. */

const inspector = { role: 'inspector', by: BO } as const;

describe('what an entry is about', () => {
  const s = new Scribe().upToRunning();
  s.add('action.recorded', {
    action: 'a',
    what: 'Arm',
    measure: '',
    touches: ['engine.left.control', 'gear'],
  });
  s.add('finding.raised', { finding: 'idle', title: 'Idle', where: '', check: 'idle', subject: 'right' });
  s.add('finding.raised', { finding: 'lamp', title: 'Lamp', where: '' });
  s.add('finding.raised', {
    finding: 'worked',
    title: 'Arm',
    where: '',
    check: 'papers',
    subject: 'aircraft',
  });
  s.add('action.recorded', {
    action: 'b',
    finding: 'worked',
    what: 'Set',
    measure: '',
    touches: ['engine.left.idle'],
  } as never);
  const about = <K extends EntryKind>(kind: K, body: object) =>
    aboutOf(s.draft(kind, body as EntryBodies[K]) as unknown as EntryDraft, foldEntries(s.entries));

  test('an answer, a witness, a decision, a timer: the systems that the part proves', () => {
    for (const kind of [
      'answer.given',
      'answer.notApplicable',
      'answer.withdrawn',
      'answer.witnessed',
      'decision.recorded',
      'timer.started',
    ] as const) {
      expect([kind, about(kind, { check: 'idle', subject: 'left' })]).toEqual([kind, ['engine.left.idle']]);
      expect([kind, about(kind, { check: 'papers', subject: 'aircraft' })]).toEqual([kind, 'nothing']);
      expect([kind, about(kind, { check: 'nobody', subject: 'left' })]).toEqual([kind, 'nothing']);
    }
  });

  test('work and tags: what they touch; the inspection of work: what the work touched', () => {
    for (const kind of ['action.recorded', 'tag.on', 'tag.off'] as const) {
      expect(about(kind, { touches: ['gear', 'fuel'] })).toEqual(['gear', 'fuel']);
      expect(about(kind, { touches: [] })).toBe('nothing');
    }
    expect(about('inspection.signed', { action: 'a' })).toEqual(['engine.left.control', 'gear']);
    expect(about('inspection.signed', { action: 'nobody' })).toBe('nothing');
  });

  test('a finding: its check; said of or closed, what was done about it as well; one nobody can place is about all', () => {
    expect(about('finding.raised', { check: 'idle', subject: 'right' })).toEqual(['engine.right.idle']);
    expect(about('finding.raised', { check: 'idle' })).toBe('nothing');
    expect(about('finding.raised', {})).toBe('nothing');
    for (const kind of ['finding.assessed', 'finding.closed'] as const) {
      expect(about(kind, { finding: 'idle' })).toEqual(['engine.right.idle']);
      expect(about(kind, { finding: 'lamp' })).toBe('whole');
      expect(about(kind, { finding: 'worked' })).toEqual(['engine.left.idle']);
      expect(about(kind, { finding: 'nobody' })).toBe('nothing');
    }
  });

  test('a state is about nothing; opening, planning, passing, overriding, moving, signing about all', () => {
    expect(about('state.set', { state: 'engine', subject: 'left', value: 'stopped' })).toBe('nothing');
    for (const kind of [
      'campaign.opened',
      'scope.settled',
      'ways.chosen',
      'plan.kept',
      'loadout.changed',
      'gate.passed',
      'gate.overridden',
      'basis.moved',
      'instrument.noted',
      'release.signed',
    ] as const)
      expect([kind, about(kind, {})]).toEqual([kind, 'whole']);
  });

  test('an authorisation limited to some systems covers what lies within them, whole, and nothing wider', () => {
    const radio = ['avionics.radio', 'engine.*.oil'];
    expect([coversSystems(undefined, 'whole'), coversSystems(radio, 'nothing')]).toEqual([true, true]);
    expect(coversSystems(radio, 'whole')).toBe(false);
    expect(coversSystems([], 'whole')).toBe(false);
    expect(coversSystems(radio, ['avionics.radio'])).toBe(true);
    expect(coversSystems(radio, ['avionics.radio.antenna', 'engine.left.oil.pump'])).toBe(true);
    expect(coversSystems(radio, ['avionics.radio', 'gear'])).toBe(false);
    // What is wider than the authorisation is not within it.
    expect(coversSystems(radio, ['avionics'])).toBe(false);
    expect(coversSystems(radio, ['engine.left'])).toBe(false);
  });
});

describe('figures of earlier campaigns', () => {
  const trend = (key: string, against: 'airframe' | 'fleet'): Limit =>
    ({ ...IDLE_LIMIT, key, kind: 'trend', against }) as unknown as Limit;
  const basis: Basis = {
    ...BASIS,
    pack: {
      ...PACK,
      checks: CHECKS.map((c) => (c.id === 'idle' ? { ...c, limits: ['own', 'all', 'idle'] } : c)),
    },
    limitBook: { ...BOOK, limits: [...BOOK.limits, trend('own', 'airframe'), trend('all', 'fleet')] },
  };
  const campaign = (...idles: number[]): Scribe => {
    const s = new Scribe().upToRunning(basis);
    for (const engine of ['left', 'right']) s.drop('drop-a', engine, 1700, 1620);
    idles.forEach((value, i) => s.read('idle', i % 2 === 0 ? 'left' : 'right', value));
    return s;
  };
  const past = (airframe: readonly Scribe[], fleet: readonly Scribe[]) =>
    pastFigures(
      {
        airframe: airframe.map((s) => foldEntries(s.entries)),
        fleet: fleet.map((s) => foldEntries(s.entries)),
      },
      basis,
    );
  const rpm = (...values: number[]) => values.map((value) => ({ value, unit: 'rpm' }));

  test('each trend takes those of the airframe or of the fleet, by subject, oldest first', () => {
    expect(past([campaign(700, 710), campaign(690)], [campaign(650)])).toEqual({
      'own@left': rpm(700, 690),
      'own@right': rpm(710),
      'all@left': rpm(650),
    });
    expect(past([], [])).toEqual({});
  });

  test('only readings that stand: corrected, touched, not applicable or of another form count for nothing', () => {
    const corrected = campaign();
    const { id } = corrected.read('idle', 'left', 700);
    corrected.add(
      'answer.given',
      {
        check: 'idle',
        subject: 'left',
        answer: { kind: 'reading', reading: reading(705) },
        facts: {},
        correction: 'misread',
      },
      { supersedes: id },
    );
    expect(past([corrected], [])).toEqual({ 'own@left': rpm(705) });
    const touched = campaign(700);
    touched.add('action.recorded', { action: 'a', what: 'Set', measure: '', touches: ['engine.left.idle'] });
    expect(past([touched], [])).toEqual({});
    const none = campaign();
    none.add('answer.notApplicable', { check: 'idle', subject: 'left', reason: 'None' });
    expect(past([none], [])).toEqual({});
    expect(past([campaign(), new Scribe()], [])).toEqual({});
  });

  test('and only those given in the state that they need', () => {
    const stopped = campaign();
    stopped.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
    stopped.read('idle', 'left', 700);
    stopped.read('idle', 'right', 710);
    expect(past([stopped], [])).toEqual({ 'own@right': rpm(710) });
  });
});

describe('a basis that cannot work', () => {
  const broken: Basis = {
    ...BASIS,
    pack: { ...PACK, checks: PACK.checks.slice(0, 4).map((c) => ({ ...c, after: ['ghost'] })) },
  };
  test('opens nothing, and says why at its place', () => {
    const s = new Scribe();
    s.add('campaign.opened', { title: 'T', occasion: 'maiden', workItems: [], basis: broken });
    const state = foldEntries(s.entries);
    expect([state.index, state.opened]).toEqual([undefined, undefined]);
    expect(state.unreadable.map((u) => [u.seq, u.reason.code])).toEqual(
      Array.from({ length: 4 }, () => [1, 'checkMissing']),
    );
  });

  test('moved to, changes nothing and says why; a good one takes the scope, the instruments and what no longer may be skipped', () => {
    const s = new Scribe().upToRunning();
    s.add('basis.moved', { basis: broken, reason: 'r' }, inspector);
    const state = foldEntries(s.entries);
    expect(state.index?.basis).toEqual(BASIS);
    expect([state.moves, state.unreadable[0]?.seq]).toEqual([[], s.entries.length]);
    const t = new Scribe().open();
    t.add('scope.settled', { work: [], evidence: {}, added: [], leftOut: [], note: '' });
    const noted = { ...AIRCRAFT.instruments[0], id: 'noted', name: 'Noted' };
    t.add('instrument.noted', { instrument: noted, reason: 'new' } as EntryBodies['instrument.noted']);
    t.add('answer.notApplicable', { check: 'warm', subject: 'aircraft', reason: 'No heater' });
    const strict = CHECKS.map((c) => (c.id === 'warm' ? { ...c, notApplicable: false } : c));
    const next: Basis = {
      ...BASIS,
      pack: { ...PACK, revision: 2, checks: [...strict, check('extra', { station: 'papers' })] },
    };
    t.add('basis.moved', { basis: next, reason: 'bulletin' }, inspector);
    const moved = foldEntries(t.entries);
    expect(moved.scope?.items.get('extra@aircraft')?.verdict).toBe('prove');
    expect(moved.scope?.items.get('idle@left')?.verdict).toBe('untouched');
    expect(moved.index?.instruments['noted']?.name).toBe('Noted');
    expect(moved.moves).toMatchObject([
      { reason: 'bulletin', by: BO, from: { packRevision: 1 }, to: { packRevision: 2 } },
    ]);
    expect(moved.parts.get('warm@aircraft')?.losses?.map((l) => l.reasons.map((r) => r.code))).toEqual([
      ['notApplicableForbidden'],
    ]);
    expect(moved.proofs.has('warm@aircraft')).toBe(false);
  });
});
