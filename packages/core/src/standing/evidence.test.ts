import { deriveStatus, type CampaignStatus } from './index.ts';
import { costOf, foldEntries, upcast } from '../entries/index.ts';
import { hasSeen, stateValue, type Entry } from '../record/index.ts';
import { hashOf } from '../canonical/hash.ts';
import type { Basis, Check } from '../checks/types.ts';
import { BASIS, BO, CHECKS, PACK, reading, Scribe, START } from '../testing/world.ts';

/** What breaks when order of arrival is taken for order of knowledge, told one by one; the oracle tells the rest. */

const NOW = new Date(START + 3_600_000).toISOString();
const statusOf = (s: Scribe, now = NOW): CampaignStatus =>
  deriveStatus(foldEntries(s.entries), now) as CampaignStatus;
const mark = (s: Scribe, key: string, now = NOW): string | undefined => statusOf(s, now).parts.get(key)?.mark;
const reasons = (s: Scribe, key: string): string[] =>
  statusOf(s)
    .parts.get(key)
    ?.reasons.map((r) => r.code) ?? [];
const withChecks = (change: (check: Check) => Check, basis = BASIS): Basis => ({
  ...basis,
  pack: { ...basis.pack, checks: basis.pack.checks.map(change) },
});
const valid = (id: string, validity: NonNullable<Check['validity']>): Basis =>
  withChecks((c) => (c.id === id ? { ...c, validity } : c));
const FLOWN = {
  name: 'flown',
  title: 'Flight',
  per: 'aircraft',
  values: ['no', 'yes'],
  initial: 'no',
} as const;

describe('an entry counts for what its author had seen', () => {
  const worked = (): Scribe => {
    const s = new Scribe().upToRunning();
    s.drop('drop-a', 'left', 1700, 1620);
    return s;
  };
  const late = (s: Scribe, seen: number, body: object): Entry =>
    s.add(
      'answer.given',
      {
        check: 'drop-a',
        subject: 'left',
        answer: { kind: 'drop', before: reading(1700), after: reading(1620) },
        facts: {},
        ...body,
      },
      { device: 'tablet', seen },
    );

  test('given at ten without a network, and touched at eleven: when it comes back it has to be repeated', () => {
    const s = new Scribe().upToRunning();
    const seen = s.entries.length;
    s.add('action.recorded', {
      action: 'lead',
      what: 'Lead replaced',
      measure: '',
      touches: ['engine.left.ignition.a'],
    });
    late(s, seen, {});
    expect(mark(s, 'drop-a@left')).toBe('again');
    // Both sides are told, in the order in which they reached the record.
    expect(reasons(s, 'drop-a@left')).toEqual(['touched', 'givenWithoutSeeing']);
    expect(statusOf(s).parts.get('drop-a@left')?.proven).toBe(false);
    late(s, s.entries.length, {});
    expect(mark(s, 'drop-a@left')).toBe('within');
    // Touched after it was there, nobody needs to be told when it arrived.
    s.add('action.recorded', {
      action: 'plug',
      what: 'Plug replaced',
      measure: '',
      touches: ['engine.left.ignition.a'],
    });
    expect(reasons(s, 'drop-a@left')).toEqual(['touched']);
  });

  test('given with the engine running, and stopped before it came: it counts in the state that its author saw', () => {
    const s = new Scribe().upToRunning();
    const seen = s.entries.length;
    s.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
    late(s, seen, {});
    expect(mark(s, 'drop-a@left')).toBe('within');
    // And the other way round: whoever had seen it stopped took no drop of a running engine.
    late(s, s.entries.length, {});
    expect(mark(s, 'drop-a@left')).toBe('unknown');
  });

  test('a pass of a gate by somebody who had not seen the work before it does not stand', () => {
    const t = new Scribe().open();
    t.confirm('papers', 'aircraft');
    for (const engine of ['left', 'right']) {
      const { id } = t.confirm('linkage', engine);
      t.add('answer.witnessed', { check: 'linkage', subject: engine, answerEntry: id }, { by: BO });
    }
    const seen = t.entries.length;
    t.add('tag.on', { tag: 't', thing: 'Hose', where: '', why: 'off', touches: [] });
    t.add('tag.off', { tag: 't', note: '', touches: [] });
    t.add('gate.passed', { gate: 'power', snapshot: '' }, { device: 'tablet', seen });
    expect(statusOf(t).gates.map((g) => g.state)).toEqual(['open', 'held']);
    t.add('gate.passed', { gate: 'power', snapshot: '' }, { device: 'tablet', seen: t.entries.length });
    expect(statusOf(t).gates[0]?.state).toBe('passed');
  });

  test('on one device what was made later is not seen by what was made before, in whatever order they are sent', () => {
    const deed = { seq: 9, seen: 4, device: 'tablet', at: '2026-11-24T10:00:00Z' };
    expect(hasSeen(deed, { seq: 7, device: 'tablet', at: '2026-11-24T09:59:00Z' })).toBe(true);
    expect(hasSeen(deed, { seq: 7, device: 'tablet', at: '2026-11-24T10:01:00Z' })).toBe(false);
    expect(hasSeen(deed, { seq: 4, device: 'phone', at: '2026-11-24T23:00:00Z' })).toBe(true);
    expect(hasSeen(deed, { seq: 5, device: 'phone', at: '2026-11-24T08:00:00Z' })).toBe(false);
  });

  test('two who say different things of a state without having seen each other leave it open until it is said again', () => {
    const s = worked();
    const seen = s.entries.length;
    s.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
    s.add('state.set', { state: 'engine', subject: 'left', value: 'running' }, { device: 'tablet', seen });
    expect(stateValue(foldEntries(s.entries), 'engine', 'left')).toBeUndefined();
    expect(statusOf(s).parts.get('drop-b@left')?.blocked?.code).toBe('stateContested');
    s.add('state.set', { state: 'engine', subject: 'left', value: 'running' });
    expect(stateValue(foldEntries(s.entries), 'engine', 'left')).toBe('running');
  });
});

describe('what stands on a lost ground', () => {
  const idle = (s: Scribe, engine = 'left'): Entry =>
    s.add('answer.given', {
      check: 'idle',
      subject: engine,
      answer: { kind: 'reading', reading: reading(700) },
      facts: {},
    });
  const worked = (basis = BASIS): Scribe => {
    const s = new Scribe().upToRunning(basis);
    s.drop('drop-a', 'left', 1700, 1620);
    s.drop('drop-b', 'left', 1700, 1625);
    idle(s);
    return s;
  };
  const start = (s: Scribe): Entry | undefined =>
    s.entries.find((e) => e.kind === 'answer.given' && e.body.check === 'start' && e.body.subject === 'left');

  test.each<[string, (s: Scribe) => unknown]>([
    [
      'withdrawn',
      (s) =>
        s.add(
          'answer.withdrawn',
          { check: 'start', subject: 'left', reason: 'slip' },
          { supersedes: start(s)?.id ?? '' },
        ),
    ],
    [
      'corrected to out',
      (s) =>
        s.add(
          'answer.given',
          {
            check: 'start',
            subject: 'left',
            answer: { kind: 'confirm', asExpected: false },
            facts: {},
            correction: 'it did not',
          },
          { supersedes: start(s)?.id ?? '' },
        ),
    ],
  ])(
    '%s: everything on it, at any depth and through what is worked out, is to be repeated after it',
    (_how, lose) => {
      const s = worked();
      lose(s);
      const on = ['drop-a@left', 'drop-b@left', 'drops-apart@left', 'idle@left'];
      // The engine never ran: what was taken of a running engine is another matter than a ground that was lost.
      expect(statusOf(s).parts.get('idle@left')?.proven).toBe(false);
      s.confirm('start', 'left');
      expect(on.map((k) => statusOf(s).parts.get(k)?.proven)).toEqual([false, false, false, false]);
      s.drop('drop-a', 'left', 1700, 1620);
      s.drop('drop-b', 'left', 1700, 1625);
      expect(on.map((k) => mark(s, k))).toEqual(['within', 'within', 'within', 'again']);
      expect(reasons(s, 'idle@left')).toEqual(['wrongState']);
      idle(s);
      expect(mark(s, 'idle@left')).toBe('within');
    },
  );

  test('run out: the ground proven again does not heal what was answered on it before', () => {
    const s = worked(valid('start', { hours: 1 }));
    const later = new Date(START + 5 * 3_600_000).toISOString();
    expect(mark(s, 'idle@left', later)).toBe('again');
    s.add(
      'answer.given',
      { check: 'start', subject: 'left', answer: { kind: 'confirm', asExpected: true }, facts: {} },
      { at: later },
    );
    expect(mark(s, 'start@left', later)).toBe('within');
    expect(mark(s, 'idle@left', later)).toBe('again');
    // Nor does a clock that is set back revive it.
    expect(mark(s, 'idle@left', NOW)).toBe('again');
  });

  test('a figure worked out from others is touched with them and by its own systems, and a decision on it holds for these figures', () => {
    const s = worked(
      withChecks((c) => (c.id === 'drops-apart' ? { ...c, proves: ['engine.{engine}.timing'] } : c), {
        ...BASIS,
        limitBook: {
          ...BASIS.limitBook,
          limits: BASIS.limitBook.limits.map((l) =>
            l.key === 'difference'
              ? { ...l, class: 'safety', acceptance: 'guarded', bounds: { high: 10 } }
              : l,
          ) as Basis['limitBook']['limits'],
        },
      }),
    );
    const own = () => statusOf(s).parts.get('drops-apart@left');
    expect(own()).toMatchObject({ mark: 'near', proven: false });
    s.add(
      'decision.recorded',
      { check: 'drops-apart', subject: 'left', answerEntry: own()?.figure ?? '', reason: 'same tachometer' },
      { role: 'inspector' },
    );
    expect(own()?.proven).toBe(true);
    const cost = costOf(foldEntries(s.entries), statusOf(s), ['engine.left.timing'], false);
    expect(cost.checks).toEqual(['drops-apart']);
    s.add('action.recorded', {
      action: 'a',
      what: 'Timing set',
      measure: '',
      touches: ['engine.left.timing'],
    });
    expect(own()?.mark).toBe('again');
    s.drop('drop-a', 'left', 1700, 1620);
    expect(own()?.mark).toBe('again');
    s.drop('drop-b', 'left', 1700, 1625);
    // Other figures: what was decided of the earlier ones is not said of these.
    expect(own()).toMatchObject({ mark: 'near', proven: false });
  });

  test('what an action is said to cost is what it costs, whatever it touches', () => {
    for (const touches of [
      ['engine'],
      ['engine.left'],
      ['engine.left.ignition.a'],
      ['engine.*.control'],
      ['papers'],
    ]) {
      const s = worked();
      const before = statusOf(s);
      const cost = costOf(foldEntries(s.entries), before, touches, false);
      s.add('action.recorded', { action: 'x', what: 'Work', measure: '', touches });
      const after = statusOf(s);
      const lost = CHECKS.filter((c) =>
        [...before.parts].some(
          ([key, p]) => key.startsWith(`${c.id}@`) && p.proven && after.parts.get(key)?.proven === false,
        ),
      );
      expect(cost.checks).toEqual(lost.map((c) => c.id));
    }
  });
});

describe('states, and what ends with them', () => {
  test('what failed or was withdrawn brings nothing about; a state that holds already re-opens nothing', () => {
    const s = new Scribe().upToRunning();
    const state = (): string | undefined => stateValue(foldEntries(s.entries), 'engine', 'left');
    expect(state()).toBe('running');
    s.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
    const failed = s.add('answer.given', {
      check: 'start',
      subject: 'left',
      answer: { kind: 'confirm', asExpected: false, note: 'would not start' },
      facts: {},
    });
    expect(state()).toBe('stopped');
    const again = s.add(
      'answer.given',
      {
        check: 'start',
        subject: 'left',
        answer: { kind: 'confirm', asExpected: true },
        facts: {},
        correction: 'did',
      },
      { supersedes: failed.id },
    );
    expect(state()).toBe('running');
    s.add(
      'answer.withdrawn',
      { check: 'start', subject: 'left', reason: 'did not' },
      { supersedes: again.id },
    );
    expect(state()).toBe('stopped');
  });

  test('good for so many stops, cycles and flights, beside hours', () => {
    const stops = (allowed: number): string[] => {
      const s = new Scribe().upToRunning(valid('linkage', { engineStops: allowed }));
      const marks: string[] = [];
      for (let i = 0; i < 3; i += 1) {
        s.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
        // Said twice it is one stop.
        s.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
        s.add('state.set', { state: 'engine', subject: 'left', value: 'running' });
        marks.push(mark(s, 'linkage@left') ?? '');
      }
      expect(mark(s, 'linkage@right')).toBe('within');
      return marks;
    };
    expect(stops(0)).toEqual(['again', 'again', 'again']);
    expect(stops(1)).toEqual(['within', 'again', 'again']);
    expect(stops(2)).toEqual(['within', 'within', 'again']);
  });

  test('the weather of yesterday’s flight does not count for the one of today, and does for the flight that it was looked up for', () => {
    const flight = { ...(CHECKS[0] as Check), id: 'climb', station: 'flight' as const };
    const basis: Basis = {
      ...BASIS,
      pack: {
        ...PACK,
        states: [...PACK.states, FLOWN],
        checks: [
          ...CHECKS.map((c) =>
            c.id === 'papers'
              ? { ...c, validity: { hours: 2, until: { state: 'flown', becomes: 'yes' }, flights: 1 } }
              : c,
          ),
          flight,
        ],
      },
    };
    const s = new Scribe().open(basis);
    s.confirm('papers', 'aircraft');
    const hours = (n: number): string => new Date(START + n * 3_600_000).toISOString();
    expect(mark(s, 'papers@aircraft', hours(3))).toBe('again');
    s.add('state.set', { state: 'flown', subject: 'aircraft', value: 'yes' }, { at: hours(1) });
    // Written down for half a day, as of the flight it was looked up for.
    expect(mark(s, 'papers@aircraft', hours(8))).toBe('within');
    // Something is left to fly: next day it is wanted anew.
    expect(mark(s, 'papers@aircraft', hours(24))).toBe('again');
    s.add('state.set', { state: 'flown', subject: 'aircraft', value: 'no' }, { at: hours(2) });
    expect(mark(s, 'papers@aircraft', hours(2.1))).toBe('again');
    const done = new Scribe().open(basis);
    done.confirm('papers', 'aircraft');
    done.confirm('climb', 'aircraft');
    done.add('state.set', { state: 'flown', subject: 'aircraft', value: 'yes' }, { at: hours(1) });
    expect(mark(done, 'papers@aircraft', hours(400))).toBe('within');
  });
});

describe('findings hold every gate, and narrow the flight', () => {
  test('what a finding forbids is not flown, and a plan with it in holds the gate before the flight', () => {
    const climb = {
      ...(CHECKS[0] as Check),
      id: 'stall',
      title: 'Stall',
      station: 'flight' as const,
      point: {
        risk: 3,
        configuration: 'clean',
        height: { low: 900, high: 1500 },
        power: 'idle',
        entry: '',
        stop: '',
      } as const,
    };
    const fly = { id: 'fly', title: 'Fly', before: 'flight' as const, conditions: [] };
    const basis = { ...BASIS, pack: { ...PACK, checks: [...CHECKS, climb], gates: [fly] } };
    const told = (narrows: object): [string | undefined, string | undefined] => {
      const s = new Scribe().open(basis);
      s.add('gate.passed', { gate: 'fly', snapshot: '' });
      s.add('finding.raised', { finding: 'f', title: 'Hinge worn', where: '' });
      s.add(
        'finding.assessed',
        {
          finding: 'f',
          severity: 'deferred',
          reason: 'small',
          conditions: 'gently',
          until: '2027-01-01',
          narrows,
        },
        { role: 'inspector' },
      );
      const budget = {
        unit: 'L',
        usable: 60,
        reserve: 15,
        rate: { idle: 0.1, cruise: 0.4, climb: 0.6, full: 0.7 },
        taxiMinutes: 10,
        circuitMinutes: 8,
        climbRate: 180,
        longest: 60,
        circuitHeight: 300,
      };
      s.add('plan.kept', { order: [], note: '', flights: { budget, flights: [['stall']] } });
      const status = statusOf(s);
      return [status.parts.get('stall@aircraft')?.blocked?.code, status.gates[0]?.holdings[0]?.reason.code];
    };
    expect(told({ banned: ['stall'] })[1]).toBe('manoeuvreBanned');
    expect(told({ maximumHeight: 600 })[1]).toBe('heightCapped');
    expect(told({ circuitOnly: true })[1]).toBe('circuitOnly');
    expect(told({ maximumHeight: 900 })).toEqual([undefined, undefined]);
    expect(told({ lookAfterLanding: 'hinge' })).toEqual([undefined, undefined]);
  });

  test('an override covers what it names as it was: a finding that stops later, or a deferral that ends, is not covered', () => {
    const gates = [
      {
        id: 'release',
        title: 'Release',
        before: 'release' as const,
        conditions: [{ kind: 'findingsSettled' as const, overridable: true }],
      },
    ];
    const s = new Scribe().open({ ...BASIS, pack: { ...PACK, gates } });
    s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '' });
    const gate = (now = NOW) => statusOf(s, now).gates[0];
    const override = (): void =>
      void s.add(
        'gate.overridden',
        {
          gate: 'release',
          condition: 'findingsSettled',
          reason: 'known',
          snapshot: '',
          covers: gate()?.holdings.flatMap((h) => h.ids) ?? [],
        },
        { role: 'certifier' },
      );
    override();
    expect(gate()?.state).toBe('open');
    s.add(
      'finding.assessed',
      { finding: 'f', severity: 'stops', reason: 'the bus is dead' },
      { role: 'inspector' },
    );
    expect(gate()?.holdings.map((h) => h.reason.code)).toEqual(['findingStops']);
    override();
    expect(gate()?.state).toBe('open');
    s.add(
      'finding.assessed',
      { finding: 'f', severity: 'deferred', reason: 'ordered', conditions: 'by day', until: '2026-11-24' },
      { role: 'inspector' },
    );
    expect(gate()?.state).toBe('open');
    expect(gate('2026-11-25T08:00:00Z')?.holdings.map((h) => h.reason.code)).toEqual(['findingDeferralOver']);
  });

  test('what was open on controls and was closed again is inspected by another person', () => {
    const s = new Scribe().upToRunning();
    s.add('tag.on', {
      tag: 't',
      thing: 'Throttle arm',
      where: '',
      why: 'off',
      touches: ['engine.left.control'],
    });
    s.add('tag.off', { tag: 't', note: '', touches: [] });
    expect(statusOf(s).uninspected.map((a) => a.done.what)).toEqual(['Throttle arm']);
    s.add('inspection.signed', { action: 't', accepted: true, note: '' }, { by: BO, role: 'inspector' });
    expect(statusOf(s).uninspected).toEqual([]);
  });
});

test('records from before say what they said: all that had arrived was seen, no tag waits for an inspection, an override covers by its place', () => {
  const s = new Scribe().upToRunning();
  const old = (entry: Entry): Entry => {
    const { seen: _seen, offset: _offset, ...rest } = entry;
    const plain = { ...rest, version: 1 } as Entry;
    return { ...plain, hash: hashOf({ ...plain, hash: undefined }) };
  };
  s.add('tag.on', { tag: 't', thing: 'Arm', where: '', why: 'off', touches: ['engine.left.control'] });
  s.add('tag.off', { tag: 't', note: '', touches: [] });
  const entries = s.entries.map(old);
  expect(entries.every((e) => upcast(e).ok)).toBe(true);
  const state = foldEntries(entries);
  expect(state.unreadable).toEqual([]);
  expect([...state.actions.keys()]).toEqual([]);
  // Everything but the inspection of the tag is as the record of today has it.
  const today = statusOf(s);
  const then = deriveStatus(state, NOW) as CampaignStatus;
  expect([...then.parts].map(([k, p]) => [k, p.mark])).toEqual([...today.parts].map(([k, p]) => [k, p.mark]));
});
