import fc from 'fast-check';
import { BASIS, check, IDLE_LIMIT, PACK, reading, Scribe, START } from '../testing/world.ts';
import { provenAnew } from '../testing/asked-anew.ts';
import { untold } from '../testing/untold.ts';
import { deriveStatus } from './index.ts';
import { foldEntries } from '../entries/index.ts';
import { standingAnswer, type AnswerRecord, type CampaignState, type Entry } from '../record/index.ts';
import type { Basis, Check } from '../checks/types.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
import { isFine } from './judged-answer.ts';
import { Evidence, mayHaveRunOut, ranOut, wrongState } from './evidence.ts';

/** When what was proven is over: by hours, days, flights, stops and cycles, each at its edge. */

const figure = { unit: 'rpm', resolution: 1, channel: 'rpm', plausible: { low: 0, high: 3500 } };
const STATES = [
  {
    name: 'engine',
    title: 'Engine',
    per: 'engine',
    values: ['stopped', 'running', 'hot'],
    initial: 'stopped',
  },
  { name: 'power', title: 'Power', per: 'aircraft', values: ['off', 'on'], initial: 'off' },
  { name: 'flown', title: 'Flight', per: 'aircraft', values: ['no', 'yes'], initial: 'no' },
] as const;
const POINT = {
  risk: 1,
  configuration: 'clean',
  height: { low: 300, high: 900 },
  power: 'cruise',
  entry: '',
  stop: '',
} as const;
const flying = (id: string, change: Partial<Check> = {}) =>
  check(id, { station: 'flight', point: POINT, ...change });

function world(checks: readonly Check[], states: readonly object[] = STATES): Basis {
  return { ...BASIS, pack: { ...PACK, gates: [], states: states as typeof PACK.states, checks } };
}
const told: Scribe[] = [];
function open(...checks: readonly Check[]): Scribe {
  const s = new Scribe().open(world(checks));
  told.push(s);
  return s;
}

/**
 * The second route to what is proven: everything asked anew, of everything there is, behind every entry of every story
 * told here. The fold asks only of what an entry or the clock can have moved.
 */
afterEach(() => {
  for (const s of told.splice(0)) {
    let state: CampaignState | undefined;
    for (const entry of s.entries) {
      state = foldEntries([entry], state);
      expect([entry.kind, [...state.proofs.keys()].sort()]).toEqual([entry.kind, provenAnew(state)]);
    }
  }
});
/** An instant so many hours after the aircraft was opened, and a millisecond more or less where it matters. */
const hour = (n: number, more = 0): string => new Date(START + n * 3_600_000 + more).toISOString();
const confirm = (s: Scribe, id: string, subject = 'aircraft', at = hour(1)): Entry =>
  s.add(
    'answer.given',
    { check: id, subject, answer: { kind: 'confirm', asExpected: true }, facts: {} },
    { at },
  );
const set = (s: Scribe, name: string, value: string, at = hour(1), subject = 'aircraft'): Entry =>
  s.add('state.set', { state: name, subject, value }, { at });
const read = (s: Scribe, id: string, value: number, at = hour(1), subject = 'aircraft'): Entry =>
  s.add(
    'answer.given',
    { check: id, subject, answer: { kind: 'reading', reading: reading(value) }, facts: {} },
    { at },
  );

const partOf = (s: Scribe, key: string): Part => s.state().index?.parts.get(key) as Part;
const answerOf = (state: CampaignState, key: string) => standingAnswer(state.parts.get(key)) as AnswerRecord;
/** Why a part's answer is over at an instant, by the first reason; `holds` while it is not. */
function over(s: Scribe, key: string, at: string): string {
  const state = s.state();
  const why = ranOut(state, state.index as BasisIndex, partOf(s, key), answerOf(state, key), Date.parse(at));
  return why?.code ?? 'holds';
}
const mark = (s: Scribe, key: string, at: string): string | undefined =>
  deriveStatus(s.state(), at)?.parts.get(key)?.mark;
/** Why a part is as it is, each reason with everything that its sentence names. */
function reasonsAt(s: Scribe, key: string, at: string) {
  const reasons = deriveStatus(s.state(), at)?.parts.get(key)?.reasons;
  for (const told of reasons ?? []) expect([told.code, untold(told)]).toEqual([told.code, []]);
  return reasons;
}

describe('hours', () => {
  const weather = check('weather', { validity: { hours: 2 } });

  test('good for two hours: at two it holds, a millisecond later it is over, with its age', () => {
    const s = open(weather);
    confirm(s, 'weather');
    expect(over(s, 'weather@aircraft', hour(3))).toBe('holds');
    expect(over(s, 'weather@aircraft', hour(3, 1))).toBe('validityOver');
    expect(mark(s, 'weather@aircraft', hour(3))).toBe('within');
    expect(mark(s, 'weather@aircraft', hour(3, 1))).toBe('again');
    expect(reasonsAt(s, 'weather@aircraft', hour(5))?.[0]).toMatchObject({
      code: 'validityOver',
      params: { hours: { value: 2, unit: 'h' }, age: { value: 4, unit: 'h', resolution: 0.1 } },
    });
  });

  test('until a state is reached: it ages up to then, and no further', () => {
    const until = { state: 'power', becomes: 'on' };
    const s = open(check('weather', { validity: { hours: 2, until } }));
    confirm(s, 'weather');
    set(s, 'power', 'on', hour(2.5));
    expect(over(s, 'weather@aircraft', hour(50))).toBe('holds');
    // Asked of an instant before the state was reached, it ages to that instant.
    expect(over(s, 'weather@aircraft', hour(2.4))).toBe('holds');
    const late = open(check('weather', { validity: { hours: 2, until } }));
    confirm(late, 'weather');
    set(late, 'power', 'on', hour(3.5));
    expect(over(late, 'weather@aircraft', hour(50))).toBe('validityOver');
    expect(over(late, 'weather@aircraft', hour(2.9))).toBe('holds');
    const other = open(check('weather', { validity: { hours: 2, until } }));
    confirm(other, 'weather');
    // Another value of the state, and the state as it was before the answer, are not what it waits for.
    set(other, 'power', 'off', hour(1.5));
    expect(over(other, 'weather@aircraft', hour(3, 1))).toBe('validityOver');
    const before = open(check('weather', { validity: { hours: 2, until } }));
    set(before, 'power', 'on', hour(0.5));
    confirm(before, 'weather');
    expect(over(before, 'weather@aircraft', hour(3, 1))).toBe('validityOver');
  });

  test('a state that was reached before the answer by a clock, and came in unseen, stops no ageing', () => {
    const until = { state: 'power', becomes: 'on' };
    const s = open(check('weather', { validity: { hours: 2, until } }));
    const seen = s.entries.length;
    set(s, 'power', 'on', hour(0.9));
    s.add(
      'answer.given',
      { check: 'weather', subject: 'aircraft', answer: { kind: 'confirm', asExpected: true }, facts: {} },
      { at: hour(1), device: 'tablet', seen },
    );
    expect(over(s, 'weather@aircraft', hour(3, 1))).toBe('validityOver');
    const same = open(check('weather', { validity: { hours: 2, until } }));
    set(same, 'power', 'on', hour(1));
    same.add(
      'answer.given',
      { check: 'weather', subject: 'aircraft', answer: { kind: 'confirm', asExpected: true }, facts: {} },
      { at: hour(1), device: 'tablet', seen },
    );
    expect(over(same, 'weather@aircraft', hour(30))).toBe('holds');
  });

  test('a figure worked out from others is as old as the oldest of them', () => {
    const s = open(
      check('one', { answer: { kind: 'reading', ...figure }, limits: ['idle'] }),
      check('two', { answer: { kind: 'reading', ...figure }, limits: ['idle'] }),
      check('apart', {
        answer: { kind: 'computed', from: ['one', 'two'], value: 'reading' },
        limits: ['difference'],
        validity: { hours: 2 },
      }),
    );
    read(s, 'one', 700, hour(1));
    read(s, 'two', 705, hour(2));
    expect(mark(s, 'apart@aircraft', hour(3))).toBe('within');
    expect(mark(s, 'apart@aircraft', hour(3, 1))).toBe('again');
    expect(reasonsAt(s, 'apart@aircraft', hour(3, 1))?.[0]?.code).toBe('validityOver');
    read(s, 'one', 700, hour(4));
    expect(mark(s, 'apart@aircraft', hour(4.5))).toBe('again');
    read(s, 'two', 705, hour(4));
    expect(mark(s, 'apart@aircraft', hour(4.5))).toBe('within');
  });

  test('the proof goes with the clock of the record: any later entry takes it', () => {
    const s = open(weather, check('forecast', { standsOn: ['weather'] }), check('other'));
    confirm(s, 'weather');
    confirm(s, 'forecast');
    expect(s.state().proofs.has('forecast@aircraft')).toBe(true);
    confirm(s, 'other', 'aircraft', hour(3));
    expect(s.state().proofs.has('weather@aircraft')).toBe(true);
    confirm(s, 'other', 'aircraft', hour(3, 1));
    expect([...s.state().proofs.keys()]).toEqual(['other@aircraft']);
    expect(reasonsAt(s, 'forecast@aircraft', hour(3, 1))?.map((r) => r.code)).toEqual([
      'validityOver',
      'standsOnPart',
    ]);
  });
});

describe('documents', () => {
  const permit = check('permit', { answer: { kind: 'document', runsOut: 'date', copy: false } });
  const show = (s: Scribe, change: object, at = hour(1)): Entry =>
    s.add(
      'answer.given',
      {
        check: 'permit',
        subject: 'aircraft',
        answer: { kind: 'document', document: { number: 'P-1', conditions: [], scans: [], ...change } },
        facts: {},
      },
      { at },
    );

  test('good to the end of its last day; the next day it has run out', () => {
    const s = open(permit, check('other'));
    show(s, { expiresOn: '2026-11-25' });
    expect(over(s, 'permit@aircraft', '2026-11-25T23:59:59.999Z')).toBe('holds');
    expect(over(s, 'permit@aircraft', '2026-11-26T00:00:00.000Z')).toBe('documentExpired');
    expect(mark(s, 'permit@aircraft', '2026-11-26T00:00:00.000Z')).toBe('again');
    // An entry of the next day takes the proof, whatever it is about.
    confirm(s, 'other', 'aircraft', '2026-11-25T23:00:00.000Z');
    expect(s.state().proofs.has('permit@aircraft')).toBe(true);
    confirm(s, 'other', 'aircraft', '2026-11-26T00:30:00.000Z');
    expect(s.state().proofs.has('permit@aircraft')).toBe(false);
  });

  test('over when it was looked at is out, and not to be repeated; used up since by hours is', () => {
    const s = open(permit);
    show(s, { expiresOn: '2026-11-20' });
    expect(mark(s, 'permit@aircraft', hour(2))).toBe('out');
    expect(mark(s, 'permit@aircraft', hour(200))).toBe('out');
    const t = open(check('permit', { answer: { kind: 'document', runsOut: 'hours', copy: false } }));
    show(t, { untilHours: 10 });
    expect(mark(t, 'permit@aircraft', hour(2))).toBe('within');
    const flownSince = t.state();
    const index = flownSince.index as BasisIndex;
    const later = {
      ...index,
      basis: { ...index.basis, aircraft: { ...index.basis.aircraft, hours: 10.5 } },
    } as BasisIndex;
    const at = Date.parse(hour(2));
    const answer = answerOf(flownSince, 'permit@aircraft');
    expect(ranOut(flownSince, later, partOf(t, 'permit@aircraft'), answer, at)?.code).toBe(
      'documentHoursOver',
    );
    expect(ranOut(flownSince, index, partOf(t, 'permit@aircraft'), answer, at)).toBeUndefined();
  });

  test('a document in force whose check has hours as well ages by them', () => {
    const s = open({ ...permit, validity: { hours: 1 } });
    show(s, { expiresOn: '2027-11-25' });
    expect(over(s, 'permit@aircraft', hour(2))).toBe('holds');
    expect(over(s, 'permit@aircraft', hour(2, 1))).toBe('validityOver');
  });
});

describe('engine stops and power cycles', () => {
  const look = (allowed: number, subject: 'engine' | 'aircraft' = 'engine') =>
    check('look', { subject, validity: { engineStops: allowed } });

  test('a stop is when running ends, whatever it ends in; a start and a change between others are none', () => {
    const s = open(look(0));
    confirm(s, 'look', 'left');
    confirm(s, 'look', 'right');
    set(s, 'engine', 'hot', hour(1), 'left');
    set(s, 'engine', 'stopped', hour(1), 'left');
    set(s, 'engine', 'running', hour(1), 'left');
    expect(over(s, 'look@left', hour(2))).toBe('holds');
    set(s, 'engine', 'hot', hour(1), 'left');
    expect(over(s, 'look@left', hour(2))).toBe('engineStopsOver');
    set(s, 'engine', 'stopped', hour(1), 'left');
    expect(reasonsAt(s, 'look@left', hour(2))?.[0]).toMatchObject({ params: { count: 1, allowed: 0 } });
    // It is a stop of this engine; the other one has not stopped.
    expect(over(s, 'look@right', hour(2))).toBe('holds');
  });

  test('a part of the whole aircraft counts the stops of every engine', () => {
    const s = open(look(1, 'aircraft'));
    confirm(s, 'look');
    for (const engine of ['left', 'right']) {
      set(s, 'engine', 'running', hour(1), engine);
      expect(over(s, 'look@aircraft', hour(2))).toBe('holds');
      set(s, 'engine', 'stopped', hour(1), engine);
    }
    expect(over(s, 'look@aircraft', hour(2))).toBe('engineStopsOver');
  });

  test('good for one switching-on: the second ends it, switching off does not, and what its author saw counts not', () => {
    const s = open(check('update', { validity: { powerCycles: 1 } }));
    set(s, 'power', 'on');
    set(s, 'power', 'off');
    confirm(s, 'update');
    set(s, 'power', 'on');
    set(s, 'power', 'off');
    expect(over(s, 'update@aircraft', hour(2))).toBe('holds');
    set(s, 'power', 'on');
    expect(over(s, 'update@aircraft', hour(2))).toBe('powerCyclesOver');
    expect(reasonsAt(s, 'update@aircraft', hour(2))?.[0]).toMatchObject({ params: { count: 2, allowed: 1 } });
  });

  test('a figure worked out from others ends with the stops of its engine', () => {
    const s = open(
      check('one', { subject: 'engine', answer: { kind: 'reading', ...figure }, limits: ['idle'] }),
      check('two', { subject: 'engine', answer: { kind: 'reading', ...figure }, limits: ['idle'] }),
      check('apart', {
        subject: 'engine',
        answer: { kind: 'computed', from: ['one', 'two'], value: 'reading' },
        limits: ['difference'],
        validity: { engineStops: 0 },
      }),
    );
    set(s, 'engine', 'running', hour(1), 'left');
    read(s, 'one', 700, hour(1), 'left');
    read(s, 'two', 702, hour(1), 'left');
    expect(mark(s, 'apart@left', hour(1.1))).toBe('within');
    set(s, 'engine', 'stopped', hour(1), 'left');
    expect(mark(s, 'apart@left', hour(1.1))).toBe('again');
    expect(mark(s, 'one@left', hour(1.1))).toBe('within');
  });

  test('a state that ends what was proven: only the value it names, and what was answered after it stands', () => {
    const s = open(check('site', { validity: { endsWhen: { state: 'power', becomes: 'off' } } }));
    confirm(s, 'site');
    set(s, 'power', 'on');
    expect(mark(s, 'site@aircraft', hour(1.1))).toBe('within');
    set(s, 'power', 'off');
    expect(mark(s, 'site@aircraft', hour(1.1))).toBe('again');
    expect(reasonsAt(s, 'site@aircraft', hour(1.1))?.map((r) => r.code)).toEqual(['stateEnded']);
    confirm(s, 'site');
    expect(mark(s, 'site@aircraft', hour(1.1))).toBe('within');
  });
});

describe('flights', () => {
  const brief = (flights: number) => check('brief', { validity: { flights } });
  const FLIGHTS = [flying('climb'), flying('stall'), flying('spin')];
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
  } as const;
  const plan = (s: Scribe, flights: string[][]): Entry =>
    s.add('plan.kept', { order: [], note: '', flights: { budget, flights } }, { at: hour(1) });
  const flight = (s: Scribe, n = 1): void => {
    for (let i = 0; i < n; i += 1) {
      set(s, 'flown', 'no', hour(1));
      set(s, 'flown', 'yes', hour(1));
    }
  };

  test('good for one flight: while it is written down it holds for half a day, then another one is meant', () => {
    const s = open(brief(1), ...FLIGHTS);
    confirm(s, 'brief');
    flight(s);
    expect(over(s, 'brief@aircraft', hour(13))).toBe('holds');
    expect(over(s, 'brief@aircraft', hour(13, 1))).toBe('flightsOver');
    expect(reasonsAt(s, 'brief@aircraft', hour(14))?.[0]).toMatchObject({
      code: 'flightsOver',
      params: { count: 1, allowed: 1 },
    });
    // Set back for the next flight, that one is due at once.
    set(s, 'flown', 'no', hour(2));
    expect(over(s, 'brief@aircraft', hour(2.1))).toBe('flightsOver');
  });

  test('good for two: one flight leaves it good for another, two do not; before any flight nothing is used up', () => {
    const s = open(brief(2), check('none', { validity: { flights: 0 } }), ...FLIGHTS);
    confirm(s, 'brief');
    confirm(s, 'none');
    expect(over(s, 'none@aircraft', hour(40))).toBe('holds');
    flight(s);
    expect(over(s, 'brief@aircraft', hour(40))).toBe('holds');
    expect(over(s, 'none@aircraft', hour(40))).toBe('flightsOver');
    flight(s);
    expect(over(s, 'brief@aircraft', hour(40))).toBe('flightsOver');
  });

  test('when all that is to be flown is answered, no other flight is due', () => {
    const s = open(brief(1), ...FLIGHTS);
    confirm(s, 'brief');
    for (const id of ['climb', 'stall']) confirm(s, id);
    flight(s);
    expect(over(s, 'brief@aircraft', hour(40))).toBe('flightsOver');
    s.add(
      'answer.notApplicable',
      { check: 'spin', subject: 'aircraft', reason: 'not cleared for it' },
      { at: hour(1) },
    );
    expect(over(s, 'brief@aircraft', hour(40))).toBe('holds');
    set(s, 'flown', 'no', hour(1));
    expect(over(s, 'brief@aircraft', hour(40))).toBe('holds');
  });

  test('what was flown and is touched since has to be flown again', () => {
    const s = open(brief(1), flying('climb', { proves: ['gear'] }));
    confirm(s, 'brief');
    confirm(s, 'climb');
    flight(s);
    expect(over(s, 'brief@aircraft', hour(40))).toBe('holds');
    s.add('action.recorded', { action: 'a', what: 'Leg', measure: '', touches: ['gear'] }, { at: hour(1) });
    expect(over(s, 'brief@aircraft', hour(40))).toBe('flightsOver');
  });

  test('a check of each engine is flown when it was on every one; what is worked out and what is on the ground are not flown', () => {
    const s = open(
      brief(1),
      check('ground'),
      flying('one', { subject: 'engine', answer: { kind: 'reading', ...figure }, limits: ['idle'] }),
      check('apart', {
        station: 'flight',
        subject: 'engine',
        answer: { kind: 'computed', from: ['one', 'one'], value: 'reading' },
        limits: ['difference'],
      }),
    );
    confirm(s, 'brief');
    flight(s);
    read(s, 'one', 700, hour(1), 'left');
    expect(over(s, 'brief@aircraft', hour(40))).toBe('flightsOver');
    read(s, 'one', 700, hour(1), 'right');
    expect(over(s, 'brief@aircraft', hour(40))).toBe('holds');
    // The other way round as well.
    const t = open(brief(1), flying('one', { subject: 'engine' }));
    confirm(t, 'brief');
    flight(t);
    confirm(t, 'one', 'right');
    expect(over(t, 'brief@aircraft', hour(40))).toBe('flightsOver');
  });

  test('by a plan: half of a flight written down is that flight still; the whole of it, and another one is due at once', () => {
    const s = open(brief(1), ...FLIGHTS);
    confirm(s, 'brief');
    plan(s, [['climb', 'stall'], ['spin']]);
    flight(s);
    // Nothing of it is written down: which flight it was nobody can tell, and the next one is due.
    expect(over(s, 'brief@aircraft', hour(1.1))).toBe('flightsOver');
    confirm(s, 'stall');
    expect(over(s, 'brief@aircraft', hour(1.1))).toBe('holds');
    expect(over(s, 'brief@aircraft', hour(400))).toBe('holds');
    confirm(s, 'climb');
    expect(over(s, 'brief@aircraft', hour(1.1))).toBe('flightsOver');
    confirm(s, 'spin');
    expect(over(s, 'brief@aircraft', hour(400))).toBe('holds');
  });

  test('a plan without flights counts as none: half a day', () => {
    const s = open(brief(1), ...FLIGHTS);
    confirm(s, 'brief');
    plan(s, []);
    flight(s);
    expect(over(s, 'brief@aircraft', hour(1.1))).toBe('holds');
    expect(over(s, 'brief@aircraft', hour(13, 1))).toBe('flightsOver');
  });

  test('two who say different things of the flight, and a flight that a pack begins with: another one is due', () => {
    const s = open(brief(1), ...FLIGHTS);
    confirm(s, 'brief');
    flight(s);
    const seen = s.entries.length;
    set(s, 'flown', 'no', hour(1));
    s.add(
      'state.set',
      { state: 'flown', subject: 'aircraft', value: 'yes' },
      { at: hour(1), device: 'tablet', seen },
    );
    s.add(
      'state.set',
      { state: 'flown', subject: 'aircraft', value: 'yes' },
      { at: hour(1), device: 'tablet', seen },
    );
    expect(s.state().states.size).toBe(1);
    expect(over(s, 'brief@aircraft', hour(1.1))).toBe('flightsOver');
    const initially = STATES.map((d) => (d.name === 'flown' ? { ...d, initial: 'yes' } : d));
    const t = new Scribe().open(world([brief(1), ...FLIGHTS], initially));
    confirm(t, 'brief');
    expect(over(t, 'brief@aircraft', hour(40))).toBe('holds');
  });

  test('weather that ages until the flight: of the one just flown it ages no more, for the next one it does', () => {
    const weather = check('weather', { validity: { hours: 2, until: { state: 'flown', becomes: 'yes' } } });
    const s = open(weather, ...FLIGHTS);
    confirm(s, 'weather');
    set(s, 'flown', 'yes', hour(2));
    expect(over(s, 'weather@aircraft', hour(14))).toBe('holds');
    expect(over(s, 'weather@aircraft', hour(14, 1))).toBe('validityOver');
    // Ageing until another state, the flight that is due does not matter.
    const other = open(
      check('weather', { validity: { hours: 2, until: { state: 'power', becomes: 'on' } } }),
      ...FLIGHTS,
    );
    confirm(other, 'weather');
    set(other, 'power', 'on', hour(2));
    expect(over(other, 'weather@aircraft', hour(40))).toBe('holds');
  });
});

describe('the quick look at what the clock may have ended', () => {
  const CHECKS = [
    check('plain'),
    check('hours', { validity: { hours: 2 } }),
    check('flights', { validity: { flights: 1 } }),
    check('stops', { validity: { engineStops: 0 } }),
    check('paper', { answer: { kind: 'document', runsOut: 'date', copy: false } }),
    check('one', { answer: { kind: 'reading', ...figure }, limits: ['idle'] }),
    check('apart', {
      answer: { kind: 'computed', from: ['one', 'one'], value: 'reading' },
      limits: ['difference'],
    }),
    flying('climb'),
  ];
  const answered = (): Scribe => {
    const s = open(...CHECKS);
    for (const id of ['plain', 'hours', 'flights', 'stops']) confirm(s, id);
    s.add(
      'answer.given',
      {
        check: 'paper',
        subject: 'aircraft',
        answer: {
          kind: 'document',
          document: { number: 'P-1', expiresOn: '2026-12-25', conditions: [], scans: [] },
        },
        facts: {},
      },
      { at: hour(1) },
    );
    return s;
  };
  const asks = (state: CampaignState, before: string, now: string): string[] =>
    ['plain', 'hours', 'flights', 'stops', 'paper', 'one', 'apart', 'nobody'].filter((id) =>
      mayHaveRunOut(state, state.index as BasisIndex, `${id}@aircraft`, Date.parse(before), Date.parse(now)),
    );

  test('it asks of what hours, a day, flights or the figures it is worked out from can have ended, and of nothing else', () => {
    const s = answered();
    expect(asks(s.state(), hour(1), hour(3))).toEqual(['apart']);
    expect(asks(s.state(), hour(1), hour(3, 1))).toEqual(['hours', 'apart']);
    // Two hours pass once: what was good behind them is kept so by something else.
    expect(asks(s.state(), hour(3), hour(3, 1))).toEqual(['hours', 'apart']);
    expect(asks(s.state(), hour(3, 1), hour(4))).toEqual(['apart']);
    // The day changes at midnight, sixteen hours after the beginning.
    expect(asks(s.state(), hour(15.9), hour(15.99))).toEqual(['apart']);
    expect(asks(s.state(), hour(15.9), hour(16))).toEqual(['paper', 'apart']);
    expect(asks(s.state(), hour(16), hour(39.9))).toEqual(['apart']);
    set(s, 'power', 'on');
    expect(asks(s.state(), hour(1), hour(2))).toEqual(['apart']);
    // A landed flight may be written down for half a day, which passes once as well.
    set(s, 'flown', 'yes', hour(2));
    expect(asks(s.state(), hour(4), hour(14))).toEqual(['apart']);
    expect(asks(s.state(), hour(4), hour(14, 1))).toEqual(['flights', 'apart']);
    expect(asks(s.state(), hour(14), hour(14, 1))).toEqual(['flights', 'apart']);
    expect(asks(s.state(), hour(14, 1), hour(15))).toEqual(['apart']);
    read(s, 'one', 700);
    expect(asks(s.state(), hour(4), hour(5))).toEqual(['apart']);
  });

  test('whatever happens in whatever order: behind every entry as if everything were asked anew', () => {
    const flown = { state: 'flown', becomes: 'yes' };
    const on = { state: 'power', becomes: 'on' };
    const asked = [
      check('hours', { validity: { hours: 2 } }),
      check('until-flown', { validity: { hours: 2, until: flown } }),
      check('until-on', { validity: { hours: 2, until: on } }),
      check('flights', { validity: { flights: 1 } }),
      check('flights-kept', { validity: { flights: 1, hours: 5, until: flown } }),
      check('upon', { standsOn: ['until-flown'] }),
      flying('climb'),
      flying('descent'),
    ];
    const happens = fc.oneof(
      fc.record({ answer: fc.constantFrom(...asked.map((c) => c.id)) }),
      fc.record({
        state: fc.constantFrom('flown', 'power'),
        to: fc.boolean(),
      }),
    );
    // Some hours together, and now and then a night: a landing has to be long ago as often as not.
    const gap = fc.oneof(
      { arbitrary: fc.integer({ min: 0, max: 100 }), weight: 3 },
      { arbitrary: fc.integer({ min: 560, max: 760 }), weight: 1 },
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(gap, happens), { minLength: 10, maxLength: 40 }), (story) => {
        const s = new Scribe().open(world(asked));
        let minutes = 60;
        for (const [gone, what] of story) {
          minutes += gone;
          const at = hour(minutes / 60);
          if ('answer' in what) confirm(s, what.answer, 'aircraft', at);
          else if (what.state === 'flown') set(s, 'flown', what.to ? 'yes' : 'no', at);
          else set(s, 'power', what.to ? 'on' : 'off', at);
        }
        let state: CampaignState | undefined;
        for (const entry of s.entries) {
          state = foldEntries([entry], state);
          expect([entry.at, [...state.proofs.keys()].sort()]).toEqual([entry.at, provenAnew(state)]);
        }
      }),
      { numRuns: 600 },
    );
  });

  test('what rests on earlier evidence: after its last instant', () => {
    const state = answered().state();
    const resting = (until: string | undefined): CampaignState => ({
      ...state,
      scope: {
        items: new Map([
          ['plain@aircraft', { verdict: 'rests', on: { title: 'Weighing', at: hour(0), until } }],
          ['stops@aircraft', { verdict: 'untouched' }],
        ]),
      } as unknown as CampaignState['scope'],
    });
    expect(asks(resting(hour(2)), hour(1), hour(2))).toEqual(['apart']);
    expect(asks(resting(hour(2)), hour(1), hour(2, 1))).toEqual(['plain', 'apart']);
    expect(asks(resting(undefined), hour(1), hour(2, 1))).toEqual(['apart']);
  });

  test('whatever it leaves unasked has not run out: at any instant of three days', () => {
    const s = answered();
    set(s, 'flown', 'yes');
    const state = s.state();
    const index = state.index as BasisIndex;
    const holds = (at: number) =>
      [...index.parts.keys()].filter((key) => new Evidence(state, index, at).proven(key));
    let before = Date.parse(hour(1));
    for (let n = 1; n < 72; n += 0.73) {
      const now = Date.parse(hour(n));
      const gone = holds(before).filter((key) => !holds(now).includes(key));
      for (const key of gone)
        expect([key, mayHaveRunOut(state, index, key, before, now)]).toEqual([key, true]);
      before = now;
    }
    expect(holds(before)).toEqual(['plain@aircraft', 'stops@aircraft', 'paper@aircraft']);
  });
});

describe('outside the scope, and what stands on it', () => {
  const earlier = (until?: string): CampaignState => {
    const s = open(check('weighing'), check('balance', { standsOn: ['weighing'] }), check('loose'));
    confirm(s, 'balance');
    confirm(s, 'loose');
    return {
      ...s.state(),
      scope: {
        items: new Map([
          ['weighing@aircraft', { verdict: 'rests', on: { title: 'Weighing', at: hour(0), until } }],
          ['loose@aircraft', { verdict: 'untouched' }],
        ]),
      } as unknown as CampaignState['scope'],
    };
  };
  const proven = (state: CampaignState, key: string, at: string): boolean =>
    new Evidence(state, state.index as BasisIndex, Date.parse(at)).proven(key);

  test('it counts to its last instant, and what stands on it falls with it, naming it', () => {
    const state = earlier(hour(5));
    expect(proven(state, 'balance@aircraft', hour(5))).toBe(true);
    expect(proven(state, 'balance@aircraft', hour(5, 1))).toBe(false);
    expect(proven(state, 'weighing@aircraft', hour(5))).toBe(true);
    expect(proven(state, 'weighing@aircraft', hour(5, 1))).toBe(false);
    expect(proven(earlier(), 'balance@aircraft', hour(500))).toBe(true);
    expect(proven(state, 'nobody@aircraft', hour(1))).toBe(false);
    const index = state.index as BasisIndex;
    const balance = index.parts.get('balance@aircraft') as Part;
    const doubt = new Evidence(state, index, Date.parse(hour(6))).doubt(
      balance,
      answerOf(state, 'balance@aircraft'),
    );
    expect(doubt?.kind).toBe('ground');
    expect(doubt?.reasons.map((r) => r.code)).toEqual(['earlierEvidenceOver', 'standsOnPart']);
    expect(doubt?.reasons[0]?.params).toMatchObject({ title: 'Weighing', at: hour(0), until: hour(5) });
  });

  test('an entry behind its last instant takes the proof of it, and of what stands on it', () => {
    const s = open(check('weighing'), check('balance', { standsOn: ['weighing'] }), check('other'));
    s.add(
      'scope.settled',
      {
        work: [],
        evidence: {
          'weighing@aircraft': { campaign: 'c', entry: 'e', title: 'Weighing', at: hour(0), until: hour(5) },
        },
        added: [],
        leftOut: [],
        note: '',
      },
      { at: hour(0.5) },
    );
    confirm(s, 'balance', 'aircraft', hour(1));
    confirm(s, 'other', 'aircraft', hour(5));
    const scope = s.state().scope?.items.get('weighing@aircraft');
    expect(scope?.verdict).toBe('rests');
    expect([...s.state().proofs.keys()].sort()).toEqual([
      'balance@aircraft',
      'other@aircraft',
      'weighing@aircraft',
    ]);
    confirm(s, 'other', 'aircraft', hour(5, 1));
    expect([...s.state().proofs.keys()]).toEqual(['other@aircraft']);
  });

  test('a clock that is set back revives nothing', () => {
    const state = { ...earlier(hour(5)), clock: Date.parse(hour(6)) };
    expect(proven(state, 'balance@aircraft', hour(2))).toBe(false);
  });
});

describe('why a ground is not good', () => {
  test('never answered, out, near without its decision, worked out and gone, each by name', () => {
    const ground = (
      grounds: readonly Check[],
      tell: (s: Scribe) => void,
      basis: Partial<Basis> = {},
    ): (string | undefined)[] => {
      const s = new Scribe().open({
        ...world([...grounds, check('on', { standsOn: [grounds[grounds.length - 1]?.id ?? ''] })]),
        ...basis,
      });
      tell(s);
      confirm(s, 'on');
      const state = s.state();
      const index = state.index as BasisIndex;
      const doubt = new Evidence(state, index, Date.parse(hour(1.5))).doubt(
        index.parts.get('on@aircraft') as Part,
        answerOf(state, 'on@aircraft'),
      );
      for (const told of doubt?.reasons ?? []) expect([told.code, untold(told)]).toEqual([told.code, []]);
      return [doubt?.kind, ...(doubt?.reasons.map((r) => r.code) ?? [])];
    };
    const idle = check('idle', { answer: { kind: 'reading', ...figure }, limits: ['idle'] });
    const guarded = {
      limitBook: {
        ...BASIS.limitBook,
        limits: [
          {
            ...IDLE_LIMIT,
            class: 'safety',
            acceptance: 'guarded',
            bounds: { low: 600, high: 800 },
          } as typeof IDLE_LIMIT,
          ...BASIS.limitBook.limits.filter((l) => l.key !== 'idle'),
        ],
      },
    };
    expect(ground([idle], () => undefined)).toEqual(['ground', 'groundNotProven', 'standsOnPart']);
    expect(ground([idle], (s) => read(s, 'idle', 900))).toEqual(['ground', 'groundIs', 'standsOnPart']);
    expect(ground([idle], (s) => read(s, 'idle', 700))).toEqual([undefined]);
    expect(ground([idle], (s) => read(s, 'idle', 797), guarded)).toEqual([
      'ground',
      'groundIs',
      'standsOnPart',
    ]);
    const near = (s: Scribe): void => {
      const { id } = read(s, 'idle', 797);
      s.add(
        'decision.recorded',
        { check: 'idle', subject: 'aircraft', answerEntry: id, reason: 'read twice' },
        { role: 'inspector', at: hour(1) },
      );
    };
    expect(ground([idle], near, guarded)).toEqual([undefined]);
    // Watched by nobody, what wants a second person is not proven.
    expect(ground([check('seen', { secondPerson: true })], (s) => confirm(s, 'seen'))).toEqual([
      'ground',
      'groundNotProven',
      'standsOnPart',
    ]);
    const apart = check('apart', {
      answer: { kind: 'computed', from: ['idle', 'other'], value: 'reading' },
      limits: ['difference'],
      validity: { hours: 0.1 },
    });
    const other = { ...idle, id: 'other' };
    expect(
      ground([idle, other, apart], (s) => {
        read(s, 'idle', 700);
        read(s, 'other', 701);
      }),
    ).toEqual(['ground', 'validityOver', 'standsOnPart']);
  });

  test('proven again since by somebody whom its author had not seen', () => {
    const s = open(check('base'), check('on', { standsOn: ['base'] }));
    confirm(s, 'base');
    const seen = s.entries.length;
    s.add(
      'answer.withdrawn',
      { check: 'base', subject: 'aircraft', reason: 'slip' },
      {
        at: hour(1),
        supersedes: s.entries[1]?.id ?? '',
      },
    );
    confirm(s, 'base');
    s.add(
      'answer.given',
      { check: 'on', subject: 'aircraft', answer: { kind: 'confirm', asExpected: true }, facts: {} },
      { at: hour(1), device: 'tablet', seen },
    );
    expect(mark(s, 'on@aircraft', hour(1.1))).toBe('again');
    expect(reasonsAt(s, 'on@aircraft', hour(1.1))?.map((r) => r.code)).toEqual(['groundProvenSince']);
    confirm(s, 'on');
    expect(mark(s, 'on@aircraft', hour(1.1))).toBe('within');
  });
});

describe('states that a check needs', () => {
  test('of its own engine; a check of the whole aircraft needs every engine so', () => {
    const s = open(
      check('own', { subject: 'engine', needs: { engine: 'running' } }),
      check('whole', { needs: { engine: 'running', power: 'on' } }),
    );
    const why = (key: string) => {
      const state = s.state();
      return wrongState(state, state.index as BasisIndex, partOf(s, key))?.params;
    };
    set(s, 'power', 'on');
    set(s, 'engine', 'running', hour(1), 'left');
    expect(why('own@left')).toBeUndefined();
    expect(why('own@right')).toEqual({ state: 'Engine', subject: 'right', is: 'stopped', wanted: 'running' });
    expect(why('whole@aircraft')).toMatchObject({ subject: 'right', is: 'stopped' });
    set(s, 'engine', 'running', hour(1), 'right');
    expect(why('whole@aircraft')).toBeUndefined();
    set(s, 'power', 'off');
    expect(why('whole@aircraft')).toEqual({ state: 'Power', subject: 'aircraft', is: 'off', wanted: 'on' });
  });

  test('given in the wrong state it counts for nothing, and n/a stands in any', () => {
    const s = open(check('own', { needs: { power: 'on' } }));
    confirm(s, 'own');
    expect(mark(s, 'own@aircraft', hour(1.1))).toBe('unknown');
    s.add(
      'answer.notApplicable',
      { check: 'own', subject: 'aircraft', reason: 'none fitted' },
      { at: hour(1) },
    );
    expect(s.state().proofs.has('own@aircraft')).toBe(true);
  });
});

test('within is fine, near where nothing has to be decided or it was, out and unknown never; nothing to judge is', () => {
  const said = (state: string, decisionNeeded = false) => ({ state, decisionNeeded }) as never;
  expect(isFine([], false)).toBe(true);
  expect(isFine([said('within'), said('near')], false)).toBe(true);
  expect(isFine([said('near', true)], false)).toBe(false);
  expect(isFine([said('near', true)], true)).toBe(true);
  for (const state of ['out', 'unknown']) {
    expect(isFine([said('within'), said(state)], true)).toBe(false);
    expect(isFine([said(state)], false)).toBe(false);
  }
});
