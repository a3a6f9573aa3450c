import { AIRCRAFT, BASIS, BO, BOOK, check, CHECKS, PACK, Scribe, START } from '../testing/world.ts';
import type { Basis, Check, Gate, Pack } from '../checks/types.ts';
import type { Limit } from '../limits/types.ts';
import { costOf, foldEntries, partsLostByMoving } from '../entries/index.ts';
import type { EntryBodies } from '../record/index.ts';
import {
  closestToALimit,
  deriveStatus,
  flightNarrowings,
  forbiddenInFlight,
  worstMark,
  type CampaignStatus,
  type GateStatus,
  type PartStatus,
} from './index.ts';
import { standingOf } from '../words/index.ts';

const SOON = new Date(START + 2 * 3_600_000).toISOString();
const statusOf = (s: Scribe, now = SOON): CampaignStatus => {
  const status = deriveStatus(foldEntries(s.entries), now);
  if (!status) throw new Error('opened');
  return status;
};
const gate = (s: Scribe, id: string, now = SOON): GateStatus => {
  const found = statusOf(s, now).gates.find((g) => g.gate.id === id);
  if (!found) throw new Error(`no gate ${id}`);
  return found;
};
const partOf = (s: Scribe, key: string, now = SOON): PartStatus => {
  const found = statusOf(s, now).parts.get(key);
  if (!found) throw new Error(`no part ${key}`);
  return found;
};
const withPack = (change: Partial<Pack>): Basis => ({ ...BASIS, pack: { ...PACK, ...change } });
const inspector = { role: 'inspector', by: BO } as const;
const head = (s: Scribe): string => foldEntries(s.entries).head;

describe('each thing that holds a gate: what it says, where it is cured, and by what name it is covered', () => {
  test('nothing done: so many steps remain, the first is named, with its minutes', () => {
    const s = new Scribe().open();
    expect(gate(s, 'power')).toMatchObject({
      state: 'held',
      passStands: false,
      minutes: 4,
      remaining: ['papers', 'linkage'],
      missingRoles: ['inspector'],
    });
    expect(gate(s, 'power').holdings).toEqual([
      {
        ids: ['check:papers@aircraft:notStarted::0'],
        reason: {
          code: 'checksRemain',
          params: { count: 1, station: 'papers', check: 'papers', who: 'left seat' },
        },
        cure: { to: 'check', check: 'papers' },
        overridable: false,
        condition: 'proven',
      },
      {
        ids: ['check:linkage@left:notStarted::0,linkage@right:notStarted::0'],
        reason: { code: 'checksRemain', params: { count: 1, station: 'inspection', check: 'linkage' } },
        cure: { to: 'check', check: 'linkage' },
        overridable: false,
        condition: 'proven',
      },
    ]);
  });

  test('out, to do again, not known, undecided, unwitnessed and remaining are told apart, worst first', () => {
    const guarded = BOOK.limits.map((l) =>
      l.key === 'idle' ? ({ ...l, class: 'safety', acceptance: 'guarded' } as Limit) : l,
    );
    const basis = { ...BASIS, limitBook: { ...BOOK, limits: guarded } };
    const s = new Scribe().upToProven(basis);
    s.drop('drop-b', 'left', 1700, 1400);
    s.add('action.recorded', { action: 'a', what: 'Set', measure: '', touches: ['engine.left.control'] });
    s.read('idle', 'right', 603);
    // By station, and the worst of each first: the linkage; then the drop, what is worked out from it, and idle.
    const held = gate(s, 'release').holdings.filter((h) => h.reason.code.startsWith('checks'));
    expect(held.map((h) => [h.reason.code, h.cure])).toEqual([
      ['checksAgain', { to: 'check', check: 'linkage' }],
      ['checksOut', { to: 'check', check: 'drop-b' }],
      ['checksAgain', { to: 'check', check: 'drops-apart' }],
      ['checksUndecided', { to: 'check', check: 'idle' }],
    ]);
    const { entry = '' } = partOf(s, 'drop-b@left').answer ?? {};
    expect(held[1]?.ids).toEqual([`check:drop-b@left:out:${entry}:0`]);
    expect(gate(s, 'release').missingRoles).toEqual(['inspector', 'certifier']);
  });

  test('watched by nobody yet is another thing than not answered', () => {
    const s = new Scribe().open();
    s.confirm('papers', 'aircraft');
    s.confirm('linkage', 'left');
    expect(gate(s, 'power').holdings.map((h) => h.reason.code)).toEqual(['checksRemain']);
    const right = s.confirm('linkage', 'right').id;
    expect(gate(s, 'power').holdings.map((h) => h.reason.code)).toEqual(['checksUnwitnessed']);
    s.add('answer.witnessed', { check: 'linkage', subject: 'right', answerEntry: right }, { by: BO });
    expect(gate(s, 'power').holdings.map((h) => h.reason.code)).toEqual(['checksUnwitnessed']);
    expect(gate(s, 'power').missingRoles).toEqual(['inspector']);
  });

  test('a tag, a finding and an inspection each lead to where they are cured', () => {
    const s = new Scribe().upToProven();
    s.add('tag.on', { tag: 't', thing: 'Cowl', where: 'left', why: 'look', touches: [] });
    s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '' });
    s.add('action.recorded', { action: 'a', what: 'Arm set', measure: '', touches: ['engine.left.control'] });
    const { done } = foldEntries(s.entries).actions.get('a') ?? {};
    expect(done?.action).toBe('a');
    const held = gate(s, 'release').holdings.filter((h) => !h.reason.code.startsWith('checks'));
    expect(held).toEqual([
      {
        ids: ['tag:t'],
        reason: { code: 'tagOpen', params: { thing: 'Cowl', where: 'left' } },
        cure: { to: 'tag', tag: 't' },
        overridable: true,
        condition: 'noTags',
      },
      {
        ids: ['finding:f:findingUnassessed:'],
        reason: { code: 'findingUnassessed', params: { title: 'Lamp' } },
        cure: { to: 'finding', finding: 'f' },
        overridable: false,
        condition: 'findingsSettled',
      },
      {
        ids: ['action:a:'],
        reason: { code: 'inspectionUnsigned', params: { what: 'Arm set' } },
        cure: { to: 'action', action: 'a' },
        overridable: false,
        condition: 'inspectionsSigned',
      },
      {
        ids: ['gate:power'],
        reason: { code: 'gateHeld', params: { gate: 'Power' } },
        cure: { to: 'gate', gate: 'power' },
        overridable: false,
      },
    ]);
    expect(statusOf(s)).toMatchObject({
      openTags: [{ on: { tag: 't' } }],
      openFindings: [{ raised: { finding: 'f' } }],
      uninspected: [{ done: { action: 'a' } }],
    });
    const signed = s.add('inspection.signed', { action: 'a', accepted: false, note: '' }, inspector).id;
    expect(gate(s, 'release').holdings.find((h) => h.cure.to === 'action')?.ids).toEqual([
      `action:a:${signed}`,
    ]);
    s.add('inspection.signed', { action: 'a', accepted: true, note: '' }, inspector);
    expect(gate(s, 'release').holdings.some((h) => h.cure.to === 'action')).toBe(false);
    expect(statusOf(s).uninspected).toEqual([]);
  });

  test('entries on their way, or a server not heard, hold every gate for the eye', () => {
    const state = foldEntries(new Scribe().upToProven().entries);
    for (const [fresh, waiting] of [
      [{ waiting: 2, confirmed: true }, 2],
      [{ waiting: 0, confirmed: false }, 0],
    ] as const)
      for (const g of deriveStatus(state, SOON, fresh)?.gates ?? [])
        expect(g.holdings).toContainEqual({
          ids: ['sync'],
          reason: { code: 'gateStale', params: { waiting } },
          cure: { to: 'sync' },
          overridable: false,
        });
    // Yet what was passed stays passed, so that work goes on behind it.
    const power = deriveStatus(state, SOON, { waiting: 2, confirmed: true })?.gates[0];
    expect(power).toMatchObject({ state: 'held', passStands: true });
    expect(
      deriveStatus(state, SOON, { waiting: 2, confirmed: true })?.parts.get('idle@left')?.blocked,
    ).toBeUndefined();
  });
});

describe('an override covers what it names, as it was', () => {
  const lenient = (kind: string): Basis =>
    withPack({
      gates: PACK.gates.map((g): Gate =>
        g.id === 'release'
          ? { ...g, conditions: g.conditions.map((c) => (c.kind === kind ? { ...c, overridable: true } : c)) }
          : g,
      ),
    });
  const cover = (
    s: Scribe,
    condition: EntryBodies['gate.overridden']['condition'],
    ids?: readonly string[],
  ): void =>
    void s.add(
      'gate.overridden',
      {
        gate: 'release',
        condition,
        reason: 'agreed',
        snapshot: head(s),
        ...(ids ? { covers: ids } : {}),
      } as EntryBodies['gate.overridden'],
      { role: 'certifier' },
    );
  const own = (s: Scribe) => gate(s, 'release').holdings.filter((h) => h.cure.to !== 'gate');

  test('a check as it was answered: answered anew, or touched, it is another one', () => {
    const s = new Scribe().upToProven(lenient('proven'));
    s.read('idle', 'left', 900);
    const [held] = own(s);
    cover(s, 'proven', held?.ids);
    expect(own(s)).toEqual([]);
    s.read('idle', 'left', 905);
    expect(own(s).map((h) => h.reason.code)).toEqual(['checksOut']);
    cover(s, 'proven', own(s)[0]?.ids);
    expect(own(s)).toEqual([]);
    s.add('action.recorded', { action: 'a', what: 'Set', measure: '', touches: ['engine.left.idle'] });
    expect(own(s).map((h) => h.reason.code)).toEqual(['checksAgain']);
  });

  test('an inspection that was missing, and not one that was refused since', () => {
    const s = new Scribe().upToProven(lenient('inspectionsSigned'));
    s.add('action.recorded', { action: 'a', what: 'Arm set', measure: '', touches: ['airframe.strut'] });
    s.add('action.recorded', {
      action: 'b',
      what: 'Arm set',
      measure: '',
      touches: ['engine.right.control'],
    });
    for (const engine of ['right'] as const) {
      const { id } = s.confirm('linkage', engine);
      s.add('answer.witnessed', { check: 'linkage', subject: engine, answerEntry: id }, { by: BO });
    }
    const held = own(s).filter((h) => h.cure.to === 'action');
    expect(held.map((h) => h.ids)).toEqual([['action:b:']]);
    cover(s, 'inspectionsSigned', ['action:b:']);
    expect(own(s).filter((h) => h.cure.to === 'action')).toEqual([]);
    s.add('inspection.signed', { action: 'b', accepted: false, note: 'loose' }, inspector);
    expect(own(s).filter((h) => h.cure.to === 'action')).toHaveLength(1);
  });

  test('one for another gate, another condition, or a condition the pack does not mark, covers nothing', () => {
    const s = new Scribe().upToProven();
    s.read('idle', 'left', 900);
    cover(s, 'proven', own(s)[0]?.ids);
    expect(own(s)).toHaveLength(1);
    s.add('tag.on', { tag: 't', thing: 'Cowl', where: '', why: 'look', touches: [] });
    cover(s, 'findingsSettled', ['tag:t']);
    expect(own(s).some((h) => h.cure.to === 'tag')).toBe(true);
    cover(s, 'noTags', ['tag:t']);
    expect(own(s).some((h) => h.cure.to === 'tag')).toBe(false);
    expect(gate(s, 'power').holdings.some((h) => h.cure.to === 'tag')).toBe(true);
  });

  test('from before holdings were named: what was there when it was signed, and nothing that came after', () => {
    const s = new Scribe().upToProven();
    const tag = (id: string): void =>
      void s.add('tag.on', { tag: id, thing: id, where: '', why: 'look', touches: [] });
    tag('before');
    s.add(
      'gate.overridden',
      {
        gate: 'release',
        condition: 'noTags',
        reason: 'taped',
        snapshot: head(s),
      } as EntryBodies['gate.overridden'],
      { role: 'certifier' },
    );
    tag('after');
    expect(
      own(s)
        .filter((h) => h.cure.to === 'tag')
        .map((h) => h.ids),
    ).toEqual([['tag:after']]);
  });
});

describe('the flight narrowed', () => {
  const point = (
    low: number,
    risk: 1 | 2 | 3,
    place?: 'take-off' | 'landing',
  ): NonNullable<Check['point']> => ({
    risk,
    configuration: 'clean',
    height: { low, high: low + 300 },
    power: 'cruise',
    entry: '',
    stop: '',
    ...(place ? { place } : {}),
  });
  const checks = [
    ...CHECKS,
    check('take-off', { station: 'flight', point: point(0, 3, 'take-off') }),
    check('circuit', { station: 'flight', point: point(200, 2) }),
    check('steep-turns', { station: 'flight', point: point(300, 3) }),
    check('stalls', { station: 'flight', point: point(900, 3) }),
    check('look', { station: 'debrief' }),
  ];
  const gates: Gate[] = [
    ...PACK.gates.filter((g) => g.id === 'power'),
    {
      id: 'fly',
      title: 'Fly',
      before: 'flight',
      conditions: [{ kind: 'proven', stations: ['run-up'], overridable: false }],
    },
    ...PACK.gates.filter((g) => g.id === 'release'),
  ];
  const narrowed = (narrows: object, severity: 'information' | 'deferred' = 'information'): Scribe => {
    const s = new Scribe().upToProven(withPack({ checks, gates }));
    s.add('finding.raised', { finding: 'f', title: 'Strut', where: '' });
    s.add(
      'finding.assessed',
      {
        finding: 'f',
        severity,
        reason: 'seen',
        narrows,
        ...(severity === 'deferred' ? { conditions: 'c', untilFlights: 1 } : {}),
      },
      inspector,
    );
    return s;
  };
  const forbidden = (s: Scribe) => {
    const state = foldEntries(s.entries);
    return checks.flatMap((c) => {
      const found = forbiddenInFlight(state, c);
      return found ? [`${c.id} ${found.reason.code}`] : [];
    });
  };

  test.each<[string, object, string[]]>([
    ['nothing', {}, []],
    ['by name', { banned: ['stalls', 'take-off'] }, ['take-off manoeuvreBanned', 'stalls manoeuvreBanned']],
    ['by height, the edge being allowed', { maximumHeight: 900 }, []],
    ['by height', { maximumHeight: 899 }, ['stalls heightCapped']],
    ['to a circuit', { circuitOnly: true }, ['steep-turns circuitOnly', 'stalls circuitOnly']],
    ['by speed alone forbids no point', { maximumSpeed: { value: 90, unit: 'kt' } }, []],
  ])('%s', (_, narrows, expected) => {
    expect(forbidden(narrowed(narrows))).toEqual(expected);
  });

  test('a check that does not say how far it goes is more than a circuit, as far as anybody knows', () => {
    const s = narrowed({ circuitOnly: true });
    const state = foldEntries(s.entries);
    const unsaid = check('unsaid', { station: 'flight' });
    expect(forbiddenInFlight(state, unsaid)?.reason.code).toBe('circuitOnly');
    expect(forbiddenInFlight(state, { ...unsaid, station: 'debrief' })).toBeUndefined();
  });

  test('the circuit of the plan counts where there is one, and what is closed narrows nothing', () => {
    const s = narrowed({ circuitOnly: true });
    s.add('plan.kept', {
      order: [],
      note: '',
      flights: { flights: [['circuit']], budget: { circuitHeight: 150 } },
    } as unknown as EntryBodies['plan.kept']);
    expect(forbidden(s)).toEqual(['circuit circuitOnly', 'steep-turns circuitOnly', 'stalls circuitOnly']);
    expect(flightNarrowings(foldEntries(s.entries))).toEqual([
      { finding: 'f', title: 'Strut', narrows: { circuitOnly: true } },
    ]);
    s.add('finding.closed', { finding: 'f', note: '' }, inspector);
    expect(forbidden(s)).toEqual([]);
    expect(flightNarrowings(foldEntries(s.entries))).toEqual([]);
  });

  test('a plan that flies what is forbidden holds Fly until it is planned otherwise or flown, and the check is barred', () => {
    const s = narrowed({ maximumHeight: 500 });
    const plan = (flights: string[][]): void =>
      void s.add('plan.kept', {
        order: [],
        note: '',
        flights: { flights, budget: {} },
      } as unknown as EntryBodies['plan.kept']);
    expect(gate(s, 'fly').state).toBe('open');
    plan([['circuit', 'stalls']]);
    expect(gate(s, 'fly').holdings).toMatchObject([
      {
        ids: ['forbidden:stalls'],
        reason: { code: 'heightCapped', params: { value: { value: 900 }, allowed: { value: 500 } } },
        cure: { to: 'finding', finding: 'f' },
        overridable: false,
      },
    ]);
    plan([['circuit']]);
    expect(gate(s, 'fly').state).toBe('open');
    s.add('gate.passed', { gate: 'fly', snapshot: head(s) });
    expect(gate(s, 'fly').state).toBe('passed');
    expect(partOf(s, 'stalls@aircraft').blocked?.code).toBe('heightCapped');
    expect(partOf(s, 'circuit@aircraft').blocked).toBeUndefined();
  });

  test('a deferral by flights ends with them, and then it grounds', () => {
    const flown = [
      ...PACK.states,
      { name: 'flown', title: 'Flight', per: 'aircraft' as const, values: ['no', 'yes'], initial: 'no' },
    ];
    const s = new Scribe().upToProven(withPack({ checks, gates, states: flown }));
    s.add('finding.raised', { finding: 'f', title: 'Strut', where: '' });
    s.add(
      'finding.assessed',
      { finding: 'f', severity: 'deferred', reason: 'seen', conditions: 'c', untilFlights: 1 },
      inspector,
    );
    const grounding = () =>
      gate(s, 'power')
        .holdings.filter((h) => h.cure.to === 'finding')
        .map((h) => h.reason.code);
    expect(grounding()).toEqual([]);
    s.add('state.set', { state: 'flown', subject: 'aircraft', value: 'yes' });
    expect(grounding()).toEqual(['findingDeferralFlights']);
  });

  test('a deferral by hours and by day: the last of each counts', () => {
    const deferred = (end: object, hours: number): Scribe => {
      const s = new Scribe().upToProven({ ...BASIS, aircraft: { ...AIRCRAFT, hours } });
      s.add('finding.raised', { finding: 'f', title: 'Strut', where: '' });
      s.add(
        'finding.assessed',
        {
          finding: 'f',
          severity: 'deferred',
          reason: 'seen',
          conditions: 'c',
          ...end,
        } as EntryBodies['finding.assessed'],
        inspector,
      );
      return s;
    };
    const grounded = (s: Scribe, now = SOON) =>
      gate(s, 'power', now)
        .holdings.filter((h) => h.cure.to === 'finding')
        .map((h) => h.reason.code);
    expect(grounded(deferred({ untilHours: 10 }, 10))).toEqual([]);
    expect(grounded(deferred({ untilHours: 10 }, 10.1))).toEqual(['findingDeferralHours']);
    expect(grounded(deferred({ until: '2026-11-24' }, 10), '2026-11-24T23:59:59Z')).toEqual([]);
    expect(grounded(deferred({ until: '2026-11-24' }, 10), '2026-11-25T00:00:00Z')).toEqual([
      'findingDeferralOver',
    ]);
  });
});

describe('stations and marks', () => {
  test('a station shows what most needs attention, and is in hand while part of it is done', () => {
    const station = (s: Scribe, id: string) => statusOf(s).stations.find((x) => x.station === id);
    const s = new Scribe().open();
    expect(station(s, 'inspection')).toMatchObject({ mark: 'notStarted', done: 0, total: 1 });
    expect(statusOf(s).current).toBe('papers');
    s.confirm('papers', 'aircraft');
    expect(station(s, 'papers')).toMatchObject({ mark: 'within', done: 1, total: 1 });
    expect(statusOf(s).current).toBe('inspection');
    s.confirm('linkage', 'left');
    expect(station(s, 'inspection')).toMatchObject({ mark: 'inHand', done: 0, total: 1 });
    const running = new Scribe().upToRunning();
    expect(station(running, 'run-up')).toMatchObject({ mark: 'inHand', done: 1, total: 6 });
    running.drop('drop-a', 'left', 1700, 1400);
    expect(station(running, 'run-up')?.mark).toBe('out');
    expect(statusOf(new Scribe().upToProven()).current).toBe('release');
    expect(station(new Scribe().open(), 'taxi')).toMatchObject({
      mark: 'notApplicable',
      total: 0,
      checks: [],
    });
  });

  test('the mark of a group is the one that most needs attention', () => {
    const order = [
      'out',
      'again',
      'unknown',
      'near',
      'inHand',
      'notStarted',
      'within',
      'notApplicable',
    ] as const;
    for (const [i, worse] of order.entries())
      for (const better of order.slice(i))
        expect([worse, better, worstMark([better, worse])]).toEqual([
          worse,
          better,
          worstMark([worse, better]),
        ]);
    expect(worstMark([])).toBe('notApplicable');
    expect(worstMark(['within', 'out', 'near'])).toBe('out');
    expect(worstMark(['within', 'near'])).toBe('near');
    expect(worstMark(['within', 'again', 'near'])).toBe('again');
  });

  test('a step says why it cannot be answered yet: the gate, the order, the state, the ground, in this order', () => {
    const ordered = withPack({
      checks: CHECKS.map((c) => (c.id === 'idle' ? { ...c, after: ['drop-b'] } : c)),
    });
    const blocked = (s: Scribe, key = 'idle@left') => partOf(s, key).blocked;
    const s = new Scribe().open(ordered);
    expect(blocked(s)).toEqual({ code: 'gateHeld', params: { gate: 'Power' } });
    const running = new Scribe().upToRunning(ordered);
    running.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
    expect(blocked(running)).toEqual({ code: 'orderFirst', params: { part: 'drop-b@left' } });
    running.add('state.set', { state: 'engine', subject: 'left', value: 'running' });
    running.drop('drop-b', 'left', 1700, 1625);
    running.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
    expect(blocked(running)).toMatchObject({
      code: 'wrongState',
      params: { is: 'stopped', wanted: 'running' },
    });
    running.add('state.set', { state: 'engine', subject: 'left', value: 'running' });
    expect(blocked(running)).toEqual({ code: 'groundNotProven', params: { part: 'drop-a@left' } });
    running.drop('drop-a', 'left', 1700, 1620);
    expect(blocked(running)).toBeUndefined();
    // What is worked out is answered by nobody.
    expect(partOf(new Scribe().open(), 'drops-apart@left').blocked).toBeUndefined();
    expect(partOf(new Scribe().open(), 'drops-apart@left').reasons).toEqual([
      { code: 'computedWaits', params: { parts: ['drop-a@left', 'drop-b@left'] } },
    ]);
  });

  test('a timer that runs is in hand; what is not applicable says why and is proven', () => {
    const s = new Scribe().upToRunning();
    expect(partOf(s, 'warm@aircraft').mark).toBe('notStarted');
    s.add('timer.started', { check: 'warm', subject: 'aircraft' });
    expect(partOf(s, 'warm@aircraft')).toMatchObject({ mark: 'inHand', proven: false });
    s.add('answer.notApplicable', { check: 'warm', subject: 'aircraft', reason: 'hot day' });
    expect(partOf(s, 'warm@aircraft')).toMatchObject({
      mark: 'notApplicable',
      proven: true,
      reasons: [{ code: 'notApplicableBecause', params: { why: 'hot day' } }],
    });
  });
});

describe('what is read first', () => {
  test('every part that is near, whatever makes it so, then the smallest shares of what is allowed', () => {
    const s = new Scribe().upToProven();
    s.drop('drop-a', 'right', 1700, 1585);
    s.read('idle', 'right', 640);
    const keys = (least: number) => closestToALimit(statusOf(s), least).map((p) => p.key);
    expect(keys(2)[0]).toBe('drop-a@right');
    expect(keys(2)).toHaveLength(2);
    expect(keys(0)).toEqual(['drop-a@right']);
    const shares = closestToALimit(statusOf(s), 20)
      .slice(1)
      .map((p) => p.verdicts[0]?.margin?.share ?? NaN);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.every(Number.isFinite)).toBe(true);
    expect(keys(20)).toContain('idle@right');
    expect(keys(20)).not.toContain('papers@aircraft');
  });

  test('a line of the hangar says where it stands and what holds it', () => {
    const line = (s: Scribe) => standingOf(foldEntries(s.entries), SOON);
    expect(standingOf(foldEntries([]), SOON)).toBeUndefined();
    expect(line(new Scribe().open())).toMatchObject({
      sentence: 'Papers, 0 of 1 done. Power is held; 4 min of checks remain.',
      gates: [
        { id: 'power', before: 'controls', state: 'held' },
        { id: 'release', before: 'release', state: 'held' },
      ],
      tags: [],
      eyes: [],
    });
    const waiting = new Scribe().open();
    waiting.confirm('papers', 'aircraft');
    for (const engine of ['left', 'right']) {
      const { id } = waiting.confirm('linkage', engine);
      waiting.add('answer.witnessed', { check: 'linkage', subject: engine, answerEntry: id }, { by: BO });
    }
    expect(line(waiting)?.sentence).toBe('Power is open and waits to be passed');
    const ready = new Scribe().upToProven();
    expect(line(ready)?.sentence).toBe('Ready to return to service. Waiting for the certifying signature');
    ready.add('tag.on', { tag: 't', thing: 'Cowl', where: 'left', why: 'look', touches: [] });
    ready.add('action.recorded', {
      action: 'a',
      what: 'Arm set',
      measure: '',
      touches: ['engine.left.control'],
    });
    expect(line(ready)).toMatchObject({
      tags: [{ tag: 't', thing: 'Cowl' }],
      eyes: [{ action: 'a', what: 'Arm set' }],
    });
    expect(line(ready)?.sentence).toMatch(/^Inspection, 0 of 1 done\. Power is held: /);
  });
});

describe('what work and moving would cost is what they then take', () => {
  const lostAfter = (s: Scribe, key: (p: PartStatus) => string): Set<string> =>
    new Set([...statusOf(s).parts.values()].filter((p) => !p.proven).map(key));

  test.each<[readonly string[], readonly string[], number]>([
    [['engine.left.ignition.a'], ['drop-a', 'drops-apart', 'idle'], 1],
    [['engine.left.control'], ['linkage'], 2],
    [['engine.left.idle'], ['idle'], 1],
    [['engine.*.ignition'], ['drop-a', 'drop-b', 'drops-apart', 'idle'], 1],
    [['nothing'], [], 0],
    [[], [], 0],
  ])('touching %p', (touches, checks, people) => {
    const s = new Scribe().upToProven();
    const state = foldEntries(s.entries);
    const cost = costOf(state, statusOf(s), touches, false);
    expect(cost).toEqual({
      checks,
      minutes: checks.length * 2,
      people,
      inspectionNeeded: false,
    });
    expect(costOf(state, statusOf(s), touches, true).people).toBe(touches.length === 0 ? 0 : 2);
    if (touches.length === 0) return;
    s.add('action.recorded', { action: 'a', what: 'Set', measure: '', touches });
    expect([...lostAfter(s, (p) => p.key.split('@')[0] ?? '')].sort()).toEqual([...checks].sort());
  });

  test('moving to a narrower limit loses the checks that name it, and what stands on them', () => {
    const s = new Scribe().upToProven();
    const limits = BOOK.limits.map((l) =>
      l.key === 'drop' ? ({ ...l, bounds: { low: 10, high: 140, cautionHigh: 110 } } as Limit) : l,
    );
    const basis = { ...BASIS, limitBook: { ...BOOK, revision: 2, limits } };
    const lost = partsLostByMoving(foldEntries(s.entries), statusOf(s), basis);
    s.add('basis.moved', { basis, reason: 'revised' }, { role: 'inspector' });
    expect([...lost].sort()).toEqual([...lostAfter(s, (p) => p.key)].sort());
    expect(lost).toEqual(
      expect.arrayContaining(['drop-a@left', 'drop-b@right', 'drops-apart@left', 'idle@left']),
    );
    expect(lost).not.toContain('start@left');
  });
});
