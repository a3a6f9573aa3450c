import { BASIS, BO, check, CHECKS, PACK, Scribe, START } from '../testing/world.ts';
import type { Basis, Check, Gate, Pack } from '../checks/types.ts';
import { foldEntries } from '../entries/index.ts';
import type { EntryBodies } from '../record/index.ts';
import {
  deriveStatus,
  findingMayBeCured,
  forbiddenInFlight,
  type CampaignStatus,
  type GateStatus,
} from './index.ts';
import { standingOf } from '../words/index.ts';

/** What holds a gate by what came when: before and after a signature, a pass, a flight, a cure. */

const HOUR = 3_600_000;
const at = (hours: number): string => new Date(START + hours * HOUR).toISOString();
const statusOf = (s: Scribe, now = at(2)): CampaignStatus => {
  const status = deriveStatus(foldEntries(s.entries), now);
  if (!status) throw new Error('opened');
  return status;
};
const gate = (s: Scribe, id: string, now = at(2)): GateStatus => {
  const found = statusOf(s, now).gates.find((g) => g.gate.id === id);
  if (!found) throw new Error(`no gate ${id}`);
  return found;
};
const blocked = (s: Scribe, key: string, now = at(2)) => statusOf(s, now).parts.get(key)?.blocked?.code;
const withPack = (change: Partial<Pack>): Basis => ({ ...BASIS, pack: { ...PACK, ...change } });
const inspector = { role: 'inspector', by: BO } as const;
const head = (s: Scribe): string => foldEntries(s.entries).head;

describe('an override from before holdings were named', () => {
  const basis = withPack({
    gates: PACK.gates.map((g) => ({
      ...g,
      conditions: g.conditions.map((c) => (g.id === 'release' ? { ...c, overridable: true } : c)),
    })),
  });
  const own = (s: Scribe) =>
    gate(s, 'release').holdings.flatMap((h) => (h.cure.to === 'check' ? [h.cure.check] : []));
  const override = (s: Scribe, change: object = {}) =>
    s.add(
      'gate.overridden',
      {
        gate: 'release',
        condition: 'proven',
        reason: 'seen',
        snapshot: head(s),
        ...change,
      } as EntryBodies['gate.overridden'],
      { role: 'certifier' },
    );

  test('covers a check as it was then: not what was answered, touched or came after it', () => {
    const s = new Scribe().upToProven(basis);
    s.read('idle', 'left', 900);
    expect(own(s)).toEqual(['idle']);
    override(s);
    expect(own(s)).toEqual([]);
    // The other engine is part of the same check: it was not so when it was signed.
    s.read('idle', 'right', 900);
    expect(own(s)).toEqual(['idle']);
    override(s);
    expect(own(s)).toEqual([]);
    s.add('action.recorded', { action: 'a', what: 'Set', measure: '', touches: ['engine.left.idle'] });
    expect(own(s)).toEqual(['idle']);
    override(s);
    expect(own(s)).toEqual([]);
    s.read('idle', 'left', 900);
    expect(own(s)).toEqual(['idle']);
  });

  test('covers that gate and that condition, and what is covered does not remain to be done', () => {
    const s = new Scribe().upToProven(basis);
    s.read('idle', 'left', 900);
    override(s, { gate: 'power' });
    override(s, { condition: 'noTags' });
    expect(own(s)).toEqual(['idle']);
    expect(gate(s, 'release').remaining).toEqual(['idle']);
    override(s);
    expect(gate(s, 'release').remaining).toEqual([]);
    // A touch makes it another one, also where no answer came since; and the answers before it do not count as touches.
    s.add('action.recorded', { action: 'a', what: 'Set', measure: '', touches: ['engine.left.idle'] });
    s.add('action.recorded', { action: 'b', what: 'Set', measure: '', touches: ['engine.right.idle'] });
    expect(gate(s, 'release').remaining).toEqual(['idle']);
  });
});

describe('what runs out while it flies', () => {
  const checks = [
    ...CHECKS,
    check('weather', { station: 'ready', validity: { hours: 1 } }),
    check('brief', {
      station: 'ready',
      validity: { hours: 1 },
      subject: 'engine',
      proves: ['engine.{engine}.brief'],
    }),
    check('flown', { station: 'flight' }),
    check('after', { station: 'debrief' }),
  ];
  const gates: Gate[] = [
    {
      id: 'fly',
      title: 'Fly',
      before: 'flight',
      conditions: [{ kind: 'proven', stations: ['ready'], overridable: false }],
    },
  ];
  const flying = (): Scribe => {
    const s = new Scribe().open(withPack({ checks, gates }));
    s.confirm('weather', 'aircraft');
    for (const engine of ['left', 'right']) s.confirm('brief', engine);
    s.add('gate.passed', { gate: 'fly', snapshot: head(s) });
    return s;
  };

  test('holds the gate, and lets what was flown be written down; nothing behind the flight', () => {
    const s = flying();
    expect([gate(s, 'fly', at(0.1)).state, blocked(s, 'flown@aircraft', at(0.1))]).toEqual([
      'passed',
      undefined,
    ]);
    const late = at(5);
    expect(gate(s, 'fly', late).holdings.map((h) => [h.reason.code, h.ranOut, h.cure])).toEqual([
      ['checksAgain', true, { to: 'check', check: 'weather' }],
    ]);
    expect(gate(s, 'fly', late).holdings[0]?.ids).toHaveLength(2);
    expect(blocked(s, 'flown@aircraft', late)).toBeUndefined();
    const held = statusOf(s, late).parts.get('after@aircraft')?.blocked;
    expect([held?.code, held?.params]).toEqual(['gateHeld', { gate: 'Fly' }]);
  });

  test('what was touched bars the flight as well, also where another part of it has only run out', () => {
    const s = flying();
    s.add('action.recorded', { action: 'a', what: 'Set', measure: '', touches: ['engine.left.brief'] });
    expect(gate(s, 'fly', at(5)).holdings.map((h) => [h.cure, h.ranOut])).toEqual([
      [{ to: 'check', check: 'brief' }, undefined],
      [{ to: 'check', check: 'weather' }, true],
    ]);
    expect(blocked(s, 'flown@aircraft', at(5))).toBe('gateHeld');
    // While the rest of it is good, and before anything has run out, the same.
    expect(gate(s, 'fly', at(0.2)).holdings.map((h) => [h.cure, h.ranOut])).toEqual([
      [{ to: 'check', check: 'brief' }, undefined],
    ]);
    expect(blocked(s, 'flown@aircraft', at(0.2))).toBe('gateHeld');
  });
});

describe('a pass made without seeing the end of something', () => {
  const late = { device: 'other', by: BO } as const;
  test('a tag taken off, a finding closed: whoever passed had seen it open, and has to see it again', () => {
    const s = new Scribe().upToRunning();
    s.add('tag.on', { tag: 't', thing: 'Cowl', where: 'left', why: 'look', touches: [] });
    const seen = s.entries.length;
    s.add('tag.off', { tag: 't', found: 'Closed', touches: [] } as never);
    s.add('gate.passed', { gate: 'power', snapshot: '' }, { ...late, seen });
    expect(gate(s, 'power').passStands).toBe(false);
    s.add('gate.passed', { gate: 'power', snapshot: '' }, { ...late, seen: s.entries.length });
    expect(gate(s, 'power').passStands).toBe(true);
    s.add('finding.raised', { finding: 'g', title: 'Crack', where: '' });
    s.add('finding.assessed', { finding: 'g', severity: 'stops', reason: 'Spar' }, inspector);
    const open = s.entries.length;
    s.add('finding.closed', { finding: 'g', note: '' }, inspector);
    s.add('gate.passed', { gate: 'power', snapshot: '' }, { ...late, seen: open });
    expect(gate(s, 'power').passStands).toBe(false);
    s.add('gate.passed', { gate: 'power', snapshot: '' }, { ...late, seen: s.entries.length });
    expect(gate(s, 'power').passStands).toBe(true);
  });

  test('a crew that is asked for holds nothing, and a gate that does not ask for findings is held by what grounds', () => {
    const gates: Gate[] = [
      {
        id: 'fly',
        title: 'Fly',
        before: 'run-up',
        conditions: [{ kind: 'crew', minimum: 2, overridable: false }],
      },
    ];
    const s = new Scribe().open(withPack({ gates }));
    expect(gate(s, 'fly')).toMatchObject({ state: 'open', holdings: [] });
    s.add('gate.passed', { gate: 'fly', snapshot: head(s) });
    expect(gate(s, 'fly').state).toBe('passed');
    s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '' });
    expect(gate(s, 'fly').holdings).toEqual([]);
    s.add('finding.assessed', { finding: 'f', severity: 'stops', reason: 'Wire' }, inspector);
    expect(gate(s, 'fly').holdings).toMatchObject([
      { reason: { code: 'findingStops', params: { title: 'Lamp' } }, overridable: false },
    ]);
    expect(gate(s, 'fly').holdings).toHaveLength(1);
  });

  test('a gate that asks for findings is held by each of them once', () => {
    const s = new Scribe().upToRunning();
    s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '' });
    s.add('finding.assessed', { finding: 'f', severity: 'stops', reason: 'Wire' }, inspector);
    expect(gate(s, 'power').holdings.filter((h) => h.cure.to === 'finding')).toHaveLength(1);
  });
});

describe('the way to the checks that cure a finding', () => {
  const curing = (s: Scribe): boolean => {
    const state = foldEntries(s.entries);
    const finding = state.findings.get('f');
    return finding !== undefined && findingMayBeCured(finding, state);
  };
  const worked = (): Scribe => {
    const s = new Scribe().upToRunning();
    s.add('finding.raised', { finding: 'f', title: 'Arm', where: '' });
    return s;
  };
  const act = (s: Scribe, action: string, touches: string[]): void =>
    void s.add('action.recorded', { action, finding: 'f', what: action, measure: '', touches } as never);
  const sign = (s: Scribe, action: string, accepted: boolean): void =>
    void s.add('inspection.signed', { action, accepted, note: '' } as never, inspector);

  test('opens when it was assessed, something was done, and all of it that asks for eyes was accepted', () => {
    const s = worked();
    act(s, 'a', ['engine.left.control']);
    sign(s, 'a', true);
    expect(curing(s)).toBe(false);
    s.add('finding.assessed', { finding: 'f', severity: 'stops', reason: 'Loose' }, inspector);
    expect(curing(s)).toBe(true);
    act(s, 'b', []);
    expect(curing(s)).toBe(true);
    act(s, 'c', ['engine.right.control']);
    expect(curing(s)).toBe(false);
    sign(s, 'c', false);
    expect(curing(s)).toBe(false);
    sign(s, 'c', true);
    expect(curing(s)).toBe(true);
  });

  test('and not while nothing was done; nor past a gate that nobody ever passed', () => {
    const s = worked();
    s.add('finding.assessed', { finding: 'f', severity: 'stops', reason: 'Loose' }, inspector);
    expect(curing(s)).toBe(false);
    act(s, 'a', []);
    expect(blocked(s, 'warm@aircraft')).toBeUndefined();
    const never = new Scribe().open();
    never.confirm('papers', 'aircraft');
    for (const engine of ['left', 'right']) {
      const { id } = never.confirm('linkage', engine);
      never.add('answer.witnessed', { check: 'linkage', subject: engine, answerEntry: id }, { by: BO });
    }
    never.add('finding.raised', { finding: 'f', title: 'Arm', where: '' });
    never.add('finding.assessed', { finding: 'f', severity: 'stops', reason: 'Loose' }, inspector);
    act(never, 'a', []);
    expect(blocked(never, 'warm@aircraft')).toBe('gateNotPassed');
    // With a second finding that nothing was done about, it bars again.
    s.add('finding.raised', { finding: 'g', title: 'Spar', where: '' });
    s.add('finding.assessed', { finding: 'g', severity: 'stops', reason: 'Crack' }, inspector);
    expect(blocked(s, 'warm@aircraft')).toBe('gateHeld');
  });
});

describe('what is open, and what is told of it', () => {
  test('tags and findings until they are closed', () => {
    const s = new Scribe().open();
    const open = () => {
      const { openTags, openFindings } = statusOf(s);
      return [openTags.map((t) => t.on.tag).join(), openFindings.map((f) => f.raised.finding).join()];
    };
    for (const id of ['a', 'b']) {
      s.add('tag.on', { tag: id, thing: id, where: '', why: 'look', touches: [] });
      s.add('finding.raised', { finding: id, title: id, where: '' });
    }
    expect(open()).toEqual(['a,b', 'a,b']);
    s.add('tag.off', { tag: 'a', found: 'x', touches: [] } as never);
    s.add('finding.closed', { finding: 'b', note: '' }, inspector);
    expect(open()).toEqual(['b', 'a']);
  });

  test('a station that is begun and fine so far is in hand, whether what is done is within or near', () => {
    const checks = [check('papers', { station: 'papers' }), ...['a', 'b'].map((id) => check(id))];
    const reading = CHECKS.find((c) => c.id === 'drop-a') as Check;
    const s = new Scribe().open(
      withPack({ checks: [...checks, { ...reading, needs: {}, standsOn: [] }], gates: [] }),
    );
    const runUp = () => statusOf(s).stations.find((x) => x.station === 'run-up')?.mark;
    expect(runUp()).toBe('notStarted');
    s.confirm('a', 'aircraft');
    expect(runUp()).toBe('inHand');
    s.drop('drop-a', 'left', 1700, 1584);
    s.drop('drop-a', 'right', 1700, 1584);
    expect(runUp()).toBe('inHand');
    s.confirm('b', 'aircraft');
    expect(runUp()).toBe('near');
  });

  test('a flight of the plan that is forbidden holds Fly until it was flown all the same', () => {
    const point: NonNullable<Check['point']> = {
      risk: 3,
      configuration: 'clean',
      height: { low: 900, high: 1200 },
      power: 'cruise',
      entry: '',
      stop: '',
    };
    const gates: Gate[] = [{ id: 'fly', title: 'Fly', before: 'flight', conditions: [] }];
    const checks = [
      check('circuit', { station: 'flight', point: { ...point, height: { low: 300, high: 400 }, risk: 2 } }),
      check('stalls', { station: 'flight', title: 'Stalls', point }),
    ];
    const s = new Scribe().open(withPack({ checks, gates }));
    const plan = (flights: string[][] | undefined): void =>
      void s.add('plan.kept', {
        order: [],
        note: '',
        ...(flights ? { flights: { flights, budget: { circuitHeight: 250 } } } : {}),
      } as unknown as EntryBodies['plan.kept']);
    s.add('finding.raised', { finding: 'f', title: 'Strut', where: '' });
    s.add(
      'finding.assessed',
      { finding: 'f', severity: 'information', reason: 'x', narrows: { circuitOnly: true } },
      inspector,
    );
    const held = () => gate(s, 'fly').holdings.map((h) => h.ids.join());
    plan(undefined);
    expect(held()).toEqual([]);
    plan([['stalls', 'nobody']]);
    expect(held()).toEqual(['forbidden:stalls']);
    expect(gate(s, 'fly').holdings[0]?.reason).toEqual({
      code: 'circuitOnly',
      params: { title: 'Strut', check: 'Stalls' },
    });
    // The circuit of this plan ends at 250 m: one that begins above it is none.
    plan([['circuit'], ['stalls']]);
    expect(held()).toEqual(['forbidden:circuit', 'forbidden:stalls']);
    s.confirm('stalls', 'aircraft');
    expect(held()).toEqual(['forbidden:circuit']);
    const banned = new Scribe().open(withPack({ checks, gates }));
    banned.add('finding.raised', { finding: 'f', title: 'Strut', where: '' });
    banned.add(
      'finding.assessed',
      { finding: 'f', severity: 'information', reason: 'x', narrows: { banned: ['stalls'] } },
      inspector,
    );
    const state = foldEntries(banned.entries);
    expect(forbiddenInFlight(state, checks[1] as Check)?.reason.params).toEqual({
      title: 'Strut',
      check: 'Stalls',
    });
    // Nothing is planned: the circuit is the usual one, and its very height is still of it.
    expect(forbiddenInFlight(state, checks[0] as Check)).toBeUndefined();
  });

  test('a line of the hangar names the station until only the release is left, and then what holds it', () => {
    const line = (s: Scribe) => standingOf(foldEntries(s.entries), at(2))?.sentence;
    const s = new Scribe().upToProven();
    s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '', check: 'idle' });
    expect(line(s)).toBe('Release is held: Finding “Lamp” has not been assessed.');
    const t = new Scribe().open();
    t.add('finding.raised', { finding: 'f', title: 'Lamp', where: '' });
    t.add('finding.assessed', { finding: 'f', severity: 'stops', reason: 'x' }, inspector);
    expect(line(t)).toMatch(/^Papers, 0 of 1 done\. Power is held: .*Lamp/);
    const u = new Scribe().upToRunning();
    u.read('idle', 'left', 900);
    expect(line(u)).toMatch(/^Run-up, \d of 6 done\. Release is held: /);
    const none = new Scribe().open(withPack({ gates: [] }));
    expect(line(none)).toBe('Papers, 0 of 1 done.');
  });
});

describe('what lies outside the scope and waits all the same', () => {
  test('says what blocks it, but for a figure that nobody answers; a check with nothing inside stands outside', () => {
    const s = new Scribe().open();
    s.add('scope.settled', { work: [], evidence: {}, added: [], leftOut: [], note: '' });
    const { parts, checks } = statusOf(s);
    expect(parts.get('idle@left')).toMatchObject({
      outside: true,
      blocked: { code: 'gateHeld' },
      verdicts: [],
    });
    expect(parts.get('drops-apart@left')).toMatchObject({ outside: true, key: 'drops-apart@left' });
    expect(parts.get('drops-apart@left')?.blocked).toBeUndefined();
    expect(parts.get('linkage@left')?.blocked).toBeUndefined();
    expect(checks.get('idle')).toMatchObject({ mark: 'notApplicable', proven: true, outside: true });
    // One of two answered all the same: the check is as its answer, and the other is not missed.
    s.confirm('papers', 'aircraft');
    const { id } = s.confirm('linkage', 'left');
    s.add('answer.witnessed', { check: 'linkage', subject: 'left', answerEntry: id }, { by: BO });
    expect(statusOf(s).checks.get('linkage')).toMatchObject({ mark: 'within', proven: true, outside: false });
  });
});
