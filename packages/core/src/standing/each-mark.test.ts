import { AIRCRAFT, BASIS, BO, BOOK, check, CHECKS, PACK, Scribe, START } from '../testing/world.ts';
import type { Basis, Check } from '../checks/types.ts';
import type { Limit } from '../limits/types.ts';
import type { WorkItem } from '../record/scope.ts';
import { foldEntries } from '../entries/index.ts';
import type { EntryBodies } from '../record/index.ts';
import { closestToALimit, deriveStatus, type CampaignStatus, type PartStatus } from './index.ts';
import { standingOf } from '../words/index.ts';

/** Every mark a part can have, with its reasons as far as a person reads them, in and out of the scope. */

const HOUR = 3_600_000;
const at = (hours: number): string => new Date(START + hours * HOUR).toISOString();
const statusOf = (s: Scribe, now = at(2)): CampaignStatus => {
  const status = deriveStatus(foldEntries(s.entries), now);
  if (!status) throw new Error('opened');
  return status;
};
const part = (s: Scribe, key: string, now = at(2)): PartStatus => {
  const found = statusOf(s, now).parts.get(key);
  if (!found) throw new Error(`no part ${key}`);
  return found;
};
const told = ({ mark, proven, reasons, outside, blocked, ranOut }: PartStatus) => ({
  mark,
  proven,
  outside: outside === true,
  ranOut: ranOut === true,
  reasons: reasons.map((r) => r.code),
  ...(blocked ? { blocked: blocked.code } : {}),
});
const mark = (s: Scribe, key: string, now = at(2)) => told(part(s, key, now));
const withChecks = (...checks: readonly Check[]): Basis => ({ ...BASIS, pack: { ...PACK, checks } });
const head = (s: Scribe): string => foldEntries(s.entries).head;
const GUARDED: Basis = {
  ...BASIS,
  limitBook: {
    ...BOOK,
    limits: BOOK.limits.map((l) =>
      l.key === 'idle' || l.key === 'difference'
        ? ({ ...l, class: 'safety', acceptance: 'guarded' } as Limit)
        : l,
    ),
  },
};
const inspector = { role: 'inspector', by: BO } as const;
const plain = { ranOut: false, outside: false };

describe('a part that was answered', () => {
  test('is within, near or out by its limit, and says which', () => {
    const s = new Scribe().upToRunning();
    s.drop('drop-a', 'left', 1700, 1620);
    s.drop('drop-b', 'left', 1700, 1584);
    s.drop('drop-a', 'right', 1700, 1500);
    expect(mark(s, 'drop-a@left')).toEqual({ ...plain, mark: 'within', proven: true, reasons: ['inside'] });
    expect(mark(s, 'drop-b@left')).toEqual({
      ...plain,
      mark: 'near',
      proven: true,
      reasons: ['cautionHigh'],
    });
    expect(mark(s, 'drop-a@right')).toEqual({ ...plain, mark: 'out', proven: false, reasons: ['aboveHigh'] });
  });

  test('that asks for a decision says so until there is one', () => {
    const s = new Scribe().upToProven(GUARDED);
    const { id } = s.read('idle', 'left', 603);
    expect(mark(s, 'idle@left')).toMatchObject({
      mark: 'near',
      proven: false,
      reasons: ['insideGuardDecision', 'decisionMissing'],
    });
    s.add(
      'decision.recorded',
      { check: 'idle', subject: 'left', answerEntry: id, reason: 'Seen on two gauges' } as never,
      inspector,
    );
    expect(mark(s, 'idle@left')).toMatchObject({
      mark: 'near',
      proven: true,
      reasons: ['insideGuardDecision'],
    });
  });

  test('and watched by nobody is in hand when it is fine, and not otherwise', () => {
    const s = new Scribe().open();
    s.confirm('papers', 'aircraft');
    s.confirm('linkage', 'left');
    expect(mark(s, 'linkage@left')).toMatchObject({ mark: 'inHand', proven: false });
    expect(mark(s, 'linkage@left').reasons).toContain('witnessMissing');
    s.add('answer.given', {
      check: 'linkage',
      subject: 'right',
      answer: { kind: 'confirm', asExpected: false },
      facts: {},
    });
    expect(mark(s, 'linkage@right')).toMatchObject({ mark: 'out', proven: false });
  });

  test('as not applicable counts, with the words that were said', () => {
    const s = new Scribe().open();
    s.add('answer.notApplicable', { check: 'warm', subject: 'aircraft', reason: 'No oil heater' });
    expect(mark(s, 'warm@aircraft')).toMatchObject({
      mark: 'notApplicable',
      proven: true,
      reasons: ['notApplicableBecause'],
    });
    expect(part(s, 'warm@aircraft').reasons[0]?.params).toEqual({ why: 'No oil heater' });
  });

  test('by a paper is near as soon as it ends within the days that a campaign takes, and says when', () => {
    const permit = check('permit', {
      station: 'papers',
      answer: { kind: 'document', runsOut: 'date', copy: false },
    });
    const with_ = (expiresOn: string) => {
      const s = new Scribe().open(withChecks(...CHECKS, permit));
      s.add('answer.given', {
        check: 'permit',
        subject: 'aircraft',
        answer: { kind: 'document', document: { number: 'P-1', expiresOn, conditions: [], scans: [] } },
        facts: {},
      });
      return s;
    };
    expect(mark(with_('2027-11-24'), 'permit@aircraft')).toMatchObject({ mark: 'within', proven: true });
    const ending = with_('2026-11-25');
    expect(mark(ending, 'permit@aircraft')).toMatchObject({
      mark: 'near',
      proven: true,
      reasons: ['documentEnding'],
    });
    // It is read by the certifying person although it has no margin.
    expect(closestToALimit(statusOf(ending), 1).map((p) => p.key)).toEqual(['permit@aircraft']);
    expect(mark(ending, 'permit@aircraft', at(40))).toMatchObject({ proven: false });
    expect(mark(with_('2026-11-23'), 'permit@aircraft')).toMatchObject({ mark: 'out', proven: false });
  });

  test('runs out with the clock: it is to be done again, and says that it ran out', () => {
    const s = new Scribe().upToProven();
    expect(mark(s, 'idle@left')).toMatchObject({ mark: 'within', ranOut: false });
    expect(mark(s, 'idle@left', at(9))).toMatchObject({ mark: 'again', proven: false, ranOut: true });
    s.add('action.recorded', { action: 'a', what: 'Set', measure: '', touches: ['engine.right.idle'] });
    expect(mark(s, 'idle@right')).toMatchObject({ mark: 'again', proven: false, ranOut: false });
  });
});

describe('a part that was not answered', () => {
  test('has not been started, or is in hand while its clock runs', () => {
    const s = new Scribe().upToRunning();
    expect(mark(s, 'warm@aircraft')).toEqual({
      ...plain,
      mark: 'notStarted',
      proven: false,
      reasons: ['notAnswered'],
    });
    s.add('timer.started', { check: 'warm', subject: 'aircraft' });
    expect(mark(s, 'warm@aircraft')).toMatchObject({ mark: 'inHand', proven: false });
  });

  test('worked out from others waits for them, and names them', () => {
    const s = new Scribe().upToRunning();
    s.drop('drop-a', 'left', 1700, 1620);
    expect(mark(s, 'drops-apart@left')).toMatchObject({ mark: 'notStarted', reasons: ['computedWaits'] });
    expect(part(s, 'drops-apart@left').reasons[0]?.params).toEqual({ parts: ['drop-a@left', 'drop-b@left'] });
    s.drop('drop-b', 'left', 1700, 1625);
    expect(mark(s, 'drops-apart@left')).toEqual({
      ...plain,
      mark: 'within',
      proven: true,
      reasons: ['inside'],
    });
  });

  test('worked out too close to tell asks for a decision, and keeps it', () => {
    const s = new Scribe().upToRunning(GUARDED);
    s.drop('drop-a', 'left', 1700, 1620);
    s.drop('drop-b', 'left', 1700, 1665);
    expect(mark(s, 'drops-apart@left')).toMatchObject({
      mark: 'near',
      proven: false,
      reasons: ['insideGuardDecision', 'decisionMissing'],
    });
    s.add(
      'decision.recorded',
      {
        check: 'drops-apart',
        subject: 'left',
        answerEntry: part(s, 'drops-apart@left').figure ?? '',
        reason: 'Both drops are good',
      } as never,
      inspector,
    );
    expect(mark(s, 'drops-apart@left')).toMatchObject({
      mark: 'near',
      proven: true,
      reasons: ['insideGuardDecision'],
    });
    expect(part(s, 'drops-apart@left').decision?.reason).toBe('Both drops are good');
  });

  test('is blocked by the gate before it, then by what has to come first, by its state, by its ground', () => {
    const checks = [
      ...CHECKS,
      check('last', { after: ['warm', 'drops-apart'], needs: { engine: 'running' }, standsOn: ['papers'] }),
    ];
    const s = new Scribe().open(withChecks(...checks));
    const blocked = (): string | undefined => part(s, 'last@aircraft').blocked?.code;
    expect(blocked()).toBe('gateHeld');
    s.entries.length = 0;
    s.upToRunning(withChecks(...checks));
    // What is worked out by itself is not waited for.
    expect([blocked(), part(s, 'last@aircraft').blocked?.params]).toEqual([
      'orderFirst',
      { part: 'warm@aircraft' },
    ]);
    s.add('answer.notApplicable', { check: 'warm', subject: 'aircraft', reason: 'None' });
    expect(blocked()).toBeUndefined();
    s.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
    expect(blocked()).toBe('wrongState');
    expect(part(s, 'drops-apart@left').blocked).toBeUndefined();
  });
});

describe('a check over two engines', () => {
  const of = (s: Scribe, id: string) => {
    const found = statusOf(s).checks.get(id);
    return [found?.mark, found?.proven];
  };
  test('is in hand as soon as one is answered and the other is not, and shows the worse of two', () => {
    const s = new Scribe().upToRunning();
    expect(of(s, 'drop-a')).toEqual(['notStarted', false]);
    s.drop('drop-a', 'left', 1700, 1620);
    expect(of(s, 'drop-a')).toEqual(['inHand', false]);
    s.drop('drop-a', 'right', 1700, 1584);
    expect(of(s, 'drop-a')).toEqual(['near', true]);
    s.drop('drop-b', 'left', 1700, 1500);
    expect(of(s, 'drop-b')).toEqual(['out', false]);
  });
});

describe('what lies outside the scope', () => {
  const work: WorkItem[] = [
    { component: 'Left lever', action: 'replaced', touches: ['engine.left.ignition.a'] },
  ];
  const earlier = (until?: string) => ({
    campaign: 'before',
    title: 'Last year',
    entry: 'e',
    at: at(-24),
    ...(until === undefined ? {} : { until }),
  });
  const settled = (change: Partial<EntryBodies['scope.settled']> = {}): Scribe => {
    const s = new Scribe().open();
    s.add('scope.settled', { work, evidence: {}, added: [], leftOut: [], note: '', ...change });
    return s;
  };

  test('is a short bar that counts and says why: untouched, resting on earlier evidence, left out', () => {
    const s = settled({
      evidence: { 'drop-b@right': earlier(at(40)) },
      leftOut: [{ check: 'drop-a', reason: 'Another day' }],
    });
    expect(mark(s, 'linkage@left')).toMatchObject({
      mark: 'notApplicable',
      proven: true,
      outside: true,
      reasons: ['notTouched'],
    });
    expect(mark(s, 'drop-b@right')).toMatchObject({
      mark: 'notApplicable',
      proven: true,
      reasons: ['restsOn'],
    });
    expect(part(s, 'drop-b@right').reasons[0]?.params).toEqual({ title: 'Last year', at: at(-24) });
    expect(mark(s, 'drop-a@left')).toMatchObject({ mark: 'notApplicable', reasons: ['leftOutBecause'] });
    expect(part(s, 'drop-a@left').reasons[0]?.params).toEqual({ why: 'Another day' });
  });

  test('is to be done again once what it rests on has run out, and not a moment before', () => {
    const s = settled({ evidence: { 'drop-b@right': earlier(at(5)) } });
    expect(mark(s, 'drop-b@right', at(5))).toMatchObject({ mark: 'notApplicable', proven: true });
    expect(mark(s, 'drop-b@right', at(5.001))).toMatchObject({
      mark: 'again',
      proven: false,
      outside: false,
      reasons: ['earlierEvidenceOver'],
    });
    expect(part(s, 'drop-b@right', at(6)).reasons[0]?.params).toEqual({
      title: 'Last year',
      at: at(-24),
      until: at(5),
    });
    const open = settled({ evidence: { 'drop-b@right': earlier() } });
    expect(mark(open, 'drop-b@right', at(500))).toMatchObject({ mark: 'notApplicable', proven: true });
  });

  test('holds no gate, is counted in no station, and stands for nothing among the closest', () => {
    const s = settled();
    const status = statusOf(s);
    expect(status.stations.find((x) => x.station === 'inspection')).toMatchObject({ done: 0, total: 0 });
    expect(status.gates.find((g) => g.gate.id === 'power')?.remaining).toEqual(['papers']);
    expect(status.checks.get('linkage')).toMatchObject({
      outside: true,
      proven: true,
      mark: 'notApplicable',
    });
    expect(status.checks.get('drop-a')).toMatchObject({ outside: false });
    expect(closestToALimit(status, 9)).toEqual([]);
  });
});

describe('what a certifying person reads first', () => {
  test('all that is near, the nearest first, then the smallest margins, as many as were asked for', () => {
    const s = new Scribe().upToProven();
    s.drop('drop-a', 'left', 1700, 1588);
    s.drop('drop-b', 'left', 1700, 1578);
    s.read('idle', 'right', 790);
    s.read('idle', 'left', 640);
    const first = (least: number) => closestToALimit(statusOf(s), least).map((p) => p.key);
    expect(first(2)).toEqual(['drop-b@left', 'drop-a@left']);
    expect(first(0)).toEqual(['drop-b@left', 'drop-a@left']);
    expect(first(4)).toEqual(['drop-b@left', 'drop-a@left', 'idle@right', 'idle@left']);
  });
});

describe('a pass of a gate counts for what was seen', () => {
  const passes = (s: Scribe): boolean | undefined =>
    statusOf(s).gates.find((g) => g.gate.id === 'power')?.passStands;
  const passed = (): Scribe => {
    const s = new Scribe().upToRunning();
    expect(passes(s)).toBe(true);
    return s;
  };
  const pass = (s: Scribe): void => void s.add('gate.passed', { gate: 'power', snapshot: head(s) });

  test('a tag put on after it, and taken off again, has to be seen by whoever passes', () => {
    const s = passed();
    s.add('tag.on', { tag: 't', thing: 'Cowl', where: 'left', why: 'look', touches: [] });
    expect(passes(s)).toBe(false);
    s.add('tag.off', { tag: 't', found: 'Closed', touches: [] } as never);
    expect(passes(s)).toBe(false);
    pass(s);
    expect(passes(s)).toBe(true);
  });

  test('so has work that wants a second person, and their signature; other work has not', () => {
    const s = passed();
    s.add('action.recorded', { action: 'b', what: 'Wiped', measure: '', touches: [] });
    expect(passes(s)).toBe(true);
    s.add('action.recorded', { action: 'a', what: 'Arm set', measure: '', touches: ['engine.left.control'] });
    expect(passes(s)).toBe(false);
    const { id } = s.confirm('linkage', 'left');
    s.add('answer.witnessed', { check: 'linkage', subject: 'left', answerEntry: id }, { by: BO });
    pass(s);
    expect(passes(s)).toBe(true);
    s.add('inspection.signed', { action: 'a', accepted: true, note: '' } as never, inspector);
    expect(passes(s)).toBe(false);
    pass(s);
    expect(passes(s)).toBe(true);
  });

  test('a finding that grounded the aircraft was seen closed; one that never did asks for nothing', () => {
    const s = passed();
    s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '' });
    s.add('finding.assessed', { finding: 'f', severity: 'information', reason: 'Spare' }, inspector);
    expect(passes(s)).toBe(true);
    s.add('finding.raised', { finding: 'g', title: 'Crack', where: '' });
    s.add('finding.assessed', { finding: 'g', severity: 'stops', reason: 'Spar' }, inspector);
    expect(passes(s)).toBe(false);
    s.add('finding.closed', { finding: 'g', note: '' }, inspector);
    expect(passes(s)).toBe(false);
    pass(s);
    expect(passes(s)).toBe(true);
  });

  test('a check lost and proven anew before the gate has to be seen, one behind it has not', () => {
    const s = passed();
    s.drop('drop-a', 'left', 1700, 1620);
    expect(passes(s)).toBe(true);
    // Said once more, it was never in doubt.
    s.confirm('papers', 'aircraft');
    expect(passes(s)).toBe(true);
    s.add('answer.given', {
      check: 'papers',
      subject: 'aircraft',
      answer: { kind: 'confirm', asExpected: false },
      facts: {},
    });
    s.confirm('papers', 'aircraft');
    expect(passes(s)).toBe(false);
    pass(s);
    expect(passes(s)).toBe(true);
  });
});

describe('the line of the hangar', () => {
  const line = (s: Scribe) => standingOf(foldEntries(s.entries), at(2));
  test('counts each station, and says what holds the next gate', () => {
    const s = new Scribe().open();
    expect(line(s)?.stations.find((x) => x.station === 'run-up')).toEqual({
      station: 'run-up',
      mark: 'notStarted',
      total: 6,
    });
    expect(line(s)?.sentence).toMatch(/^Papers, 0 of 1 done\. Power is held; 4 min of checks remain\.$/);
    s.add('tag.on', { tag: 't', thing: 'Cowl', where: 'left', why: 'look', touches: [] });
    expect(line(s)?.sentence).toMatch(/^Papers, 0 of 1 done\. Power is held: A tag is on: /);
    expect(line(s)?.tags).toMatchObject([{ tag: 't', thing: 'Cowl' }]);
    expect(standingOf(foldEntries([]), at(2))).toBeUndefined();
  });

  test('says that a gate waits to be passed, and that only the signature is missing', () => {
    const s = new Scribe().open();
    s.confirm('papers', 'aircraft');
    for (const engine of ['left', 'right']) {
      const { id } = s.confirm('linkage', engine);
      s.add('answer.witnessed', { check: 'linkage', subject: engine, answerEntry: id }, { by: BO });
    }
    expect(line(s)?.sentence).toBe('Power is open and waits to be passed');
    expect(line(new Scribe().upToProven())?.sentence).toBe(
      'Ready to return to service. Waiting for the certifying signature',
    );
  });
});

describe('the roles that a gate still wants', () => {
  const EYES: Basis = { ...BASIS, pack: { ...PACK, independentInspection: ['fuel'] } };
  const roles = (s: Scribe): readonly string[] =>
    statusOf(s).gates.find((g) => g.gate.id === 'release')?.missingRoles ?? [];
  test('a certifying person signs the release, whatever else is missing', () => {
    expect(roles(new Scribe().upToProven(EYES))).toEqual(['certifier']);
  });
  test('work that nobody else has looked at wants an inspector, work that asks for none does not', () => {
    const s = new Scribe().upToProven(EYES);
    s.add('action.recorded', { action: 'a', what: 'Wiped', measure: '', touches: ['cabin'] });
    expect(roles(s)).toEqual(['certifier']);
    s.add('action.recorded', { action: 'b', what: 'Hose', measure: '', touches: ['fuel.lines'] });
    expect(roles(s)).toEqual(['inspector', 'certifier']);
  });
  test('so does a finding that is open, and a figure that asks for a decision', () => {
    const s = new Scribe().upToProven(EYES);
    s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '' });
    expect(roles(s)).toEqual(['inspector', 'certifier']);
    const close = new Scribe().upToProven(GUARDED);
    expect(roles(close)).toEqual(['certifier']);
    close.read('idle', 'left', 603);
    expect(roles(close)).toEqual(['inspector', 'certifier']);
  });
  test('a check of the flight wants a pilot', () => {
    const pack = {
      ...PACK,
      checks: [...CHECKS, check('circuit', { station: 'flight' })],
      gates: PACK.gates.map((g) => ({
        ...g,
        conditions: g.conditions.map((c) =>
          c.kind === 'proven' && g.id === 'release'
            ? { ...c, stations: [...c.stations, 'flight' as const] }
            : c,
        ),
      })),
    };
    expect(roles(new Scribe().upToProven({ ...BASIS, pack }))).toEqual(['certifier', 'pilot']);
  });
});

describe('where a finding holds', () => {
  const checks = [...CHECKS, check('levers', { station: 'controls' })];
  const held = (raised: object): string[] => {
    const s = new Scribe().upToRunning(withChecks(...checks));
    s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '', ...raised });
    return statusOf(s).gates.flatMap((g) =>
      g.holdings.some((h) => h.cure.to === 'finding') ? [g.gate.id] : [],
    );
  };
  test('one that nobody has assessed holds the gates behind where it was found, or all of them', () => {
    expect(held({})).toEqual(['power', 'release']);
    expect(held({ check: 'linkage' })).toEqual(['power', 'release']);
    expect(held({ check: 'levers' })).toEqual(['release']);
    expect(held({ check: 'drop-a' })).toEqual(['release']);
    expect(held({ check: 'nobody knows it' })).toEqual(['power', 'release']);
  });

  test('the way to the checks that cure it opens with the work done and looked at, and not before', () => {
    const basis = { ...BASIS, pack: { ...PACK, independentInspection: ['fuel'] } };
    const s = new Scribe().upToRunning(basis);
    const way = (): string => part(s, 'drop-a@left').blocked?.code ?? 'open';
    expect(way()).toBe('open');
    s.add('finding.raised', { finding: 'f', title: 'Leak', where: '' });
    s.add('finding.assessed', { finding: 'f', severity: 'stops', reason: 'Fuel' }, inspector);
    expect(way()).toBe('gateHeld');
    const work = (action: string, touches: string[]): void =>
      void s.add('action.recorded', { action, finding: 'f', what: action, measure: '', touches });
    work('hose', ['fuel.lines']);
    expect(way()).toBe('gateHeld');
    s.add('inspection.signed', { action: 'hose', accepted: false, note: 'Again' }, inspector);
    expect(way()).toBe('gateHeld');
    work('clamp', ['fuel.lines']);
    s.add('inspection.signed', { action: 'clamp', accepted: true, note: '' }, inspector);
    // One that was not accepted is not made good by another.
    expect(way()).toBe('gateHeld');
    s.add('inspection.signed', { action: 'hose', accepted: true, note: '' }, inspector);
    expect(way()).toBe('open');
    expect(statusOf(s).gates.find((g) => g.gate.id === 'power')?.state).toBe('held');
  });

  test('what it was deferred under is over after its last day, its last hour, its last flight', () => {
    const states = [
      ...PACK.states,
      { name: 'flown', title: 'Flight', per: 'aircraft' as const, values: ['no', 'yes'], initial: 'no' },
    ];
    const over = (end: object, hours: number, flights: number, now = at(2)) => {
      const s = new Scribe().open({
        ...BASIS,
        aircraft: { ...AIRCRAFT, hours },
        pack: { ...PACK, states },
      });
      s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '' });
      const fly = (value: string): void =>
        void s.add('state.set', { state: 'flown', subject: 'aircraft', value });
      // A flight before it was deferred is none of its flights.
      fly('yes');
      fly('no');
      s.add(
        'finding.assessed',
        { finding: 'f', severity: 'deferred', reason: 'seen', conditions: 'c', ...end },
        inspector,
      );
      for (let i = 0; i < flights; i += 1) {
        fly('yes');
        fly('no');
      }
      const [holding] = statusOf(s, now)
        .gates.flatMap((g) => g.holdings)
        .filter((h) => h.cure.to === 'finding');
      return holding ? [holding.reason.code, holding.reason.params] : 'holds';
    };
    expect(over({ until: '2026-11-24' }, 10, 0)).toBe('holds');
    expect(over({ until: '2026-11-24' }, 10, 0, '2026-11-25T00:00:00.000Z')).toEqual([
      'findingDeferralOver',
      { title: 'Lamp', until: '2026-11-24' },
    ]);
    expect(over({ untilHours: 10 }, 10, 0)).toBe('holds');
    expect(over({ untilHours: 10 }, 10.1, 0)).toEqual([
      'findingDeferralHours',
      { title: 'Lamp', until: { value: 10, unit: 'h', resolution: 0.1 } },
    ]);
    expect(over({ untilFlights: 2 }, 10, 1)).toBe('holds');
    expect(over({ untilFlights: 2 }, 10, 2)).toEqual(['findingDeferralFlights', { title: 'Lamp', count: 2 }]);
  });
});

test('an aircraft with one engine has one part of each check on its engine', () => {
  const s = new Scribe().open({ ...BASIS, aircraft: { ...AIRCRAFT, engines: AIRCRAFT.engines.slice(0, 1) } });
  expect([...statusOf(s).parts.keys()].filter((k) => k.startsWith('drop-a'))).toEqual(['drop-a@left']);
});
