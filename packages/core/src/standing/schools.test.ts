import { BASIS, BO, check, CHECKS, PACK, reading, Scribe, START } from '../testing/world.ts';
import type { Basis, Check } from '../checks/types.ts';
import { WAYS, type WayQuestion } from '../checks/ways.ts';
import { costOfWays, waysAsked } from '../scope/index.ts';
import { admit, foldEntries } from '../entries/index.ts';
import type { EntryBodies, EntryDraft } from '../record/index.ts';
import { makeSentences, namesOf } from '../words/index.ts';
import { deriveStatus } from './index.ts';

/** A school that is chosen puts checks in and out, answers the check about it, and hides nothing that was found. */

const NOW = new Date(START + 3_600_000).toISOString();
const gauge = { unit: 'rpm', resolution: 1, plausible: { low: 0, high: 3500 } };
const options = (question: WayQuestion): Check['answer'] => ({
  kind: 'choice',
  options: WAYS[question].map((id) => ({ id, text: id, good: true })),
});
const SCHOOL: readonly Check[] = [
  check('school', { station: 'inspection', answer: options('fairings'), decides: 'fairings' }),
  check('with', { station: 'inspection', ways: { fairings: ['on'] }, minutes: 7 }),
  check('without', { station: 'inspection', ways: { fairings: ['off'] }, minutes: 3 }),
  check('measured', {
    station: 'inspection',
    ways: { fairings: ['on'] },
    answer: { kind: 'reading', ...gauge },
    limits: ['idle'],
    minutes: 1,
  }),
  check('on-top', { station: 'inspection', standsOn: ['with'] }),
];
const basis = (checks = SCHOOL): Basis => ({
  ...BASIS,
  pack: { ...PACK, checks: [...CHECKS.filter((c) => c.id === 'papers'), ...checks] },
});
const choose = (s: Scribe, choice: 'on' | 'off' | undefined, change = {}) =>
  s.add(
    'ways.chosen',
    { profile: 'circuit', ways: choice ? { fairings: { choice, why: 'Wheels seen' } } : {} },
    { role: 'pilot', ...change },
  );
function marks(s: Scribe): Record<string, string> {
  const status = deriveStatus(foldEntries(s.entries), NOW);
  return Object.fromEntries(
    ['school', 'with', 'without', 'measured', 'on-top'].map((id) => {
      const part = status?.parts.get(`${id}@aircraft`);
      return [id, `${part?.mark}${part?.outside ? ' outside' : ''}${part?.proven ? ' proven' : ''}`];
    }),
  );
}
const power = (s: Scribe) =>
  deriveStatus(foldEntries(s.entries), NOW)?.gates.find((g) => g.gate.id === 'power');

test('until something is chosen both schools are asked for, and the gate waits for the choice', () => {
  const s = new Scribe().open(basis());
  expect(marks(s)).toEqual({
    school: 'notStarted',
    with: 'notStarted',
    without: 'notStarted',
    measured: 'notStarted',
    'on-top': 'notStarted',
  });
  expect(power(s)?.remaining).toEqual(['papers', 'school', 'with', 'without', 'measured', 'on-top']);
});

test('what is chosen answers the check about it, and takes out what the other school does, with the reason', () => {
  const s = new Scribe().open(basis());
  choose(s, 'off');
  expect(marks(s)).toEqual({
    school: 'within proven',
    with: 'notApplicable outside proven',
    without: 'notStarted',
    measured: 'notApplicable outside proven',
    'on-top': 'notStarted',
  });
  expect(power(s)?.remaining).toEqual(['papers', 'without', 'on-top']);
  const state = foldEntries(s.entries);
  const part = deriveStatus(state, NOW)?.parts.get('with@aircraft');
  const { say } = makeSentences(namesOf(state.index));
  expect(part?.reasons.map(say)).toEqual([
    'Not done by the way that is followed here. Fairings and cowlings on early flights: off. Wheels seen',
  ]);
  choose(s, 'on');
  expect(marks(s)).toMatchObject({ with: 'notStarted', without: 'notApplicable outside proven' });
  choose(s, undefined);
  expect(marks(s)).toMatchObject({ school: 'again', with: 'notStarted', without: 'notStarted' });
});

test('what does not apply stays so, whatever else is chosen', () => {
  const s = new Scribe().open(basis());
  s.add('answer.notApplicable', { check: 'school', subject: 'aircraft', reason: 'No wheels' });
  choose(s, undefined);
  expect(marks(s)).toMatchObject({ school: 'notApplicable proven', with: 'notStarted' });
  choose(s, 'on');
  expect(marks(s)).toMatchObject({ school: 'within proven' });
});

test('what was found stays, whatever is chosen afterwards: out is not chosen away', () => {
  const s = new Scribe().open(basis());
  choose(s, 'on');
  s.add('answer.given', {
    check: 'measured',
    subject: 'aircraft',
    answer: { kind: 'reading', reading: reading(1200) },
    facts: {},
  });
  choose(s, 'off');
  expect(marks(s)).toMatchObject({ measured: 'out', with: 'notApplicable outside proven' });
  expect(power(s)?.state).toBe('held');
});

test('work on a system of what the school leaves out does not bring it in; an answer that was touched stays to be repeated', () => {
  const s = new Scribe().open(
    basis(SCHOOL.map((c) => (c.id === 'with' || c.id === 'measured' ? { ...c, proves: ['gear'] } : c))),
  );
  choose(s, 'on');
  s.confirm('with', 'aircraft');
  choose(s, 'off');
  s.add('action.recorded', { action: 'a', what: 'Wheel changed', measure: '', touches: ['gear'] });
  expect(marks(s)).toMatchObject({ with: 'again', measured: 'notApplicable outside proven' });
});

test('a pass of a gate counts for the school its author had seen chosen, and for no other', () => {
  const s = new Scribe().open(basis());
  s.confirm('papers', 'aircraft');
  choose(s, 'off');
  s.confirm('without', 'aircraft');
  s.confirm('on-top', 'aircraft');
  expect(power(s)?.state).toBe('open');
  s.add('gate.passed', { gate: 'power', snapshot: '' });
  expect(power(s)?.state).toBe('passed');
  // Chosen once more the same, nothing has changed.
  choose(s, 'off');
  expect(power(s)?.state).toBe('passed');
  choose(s, 'on');
  expect(power(s)?.state).toBe('held');
  choose(s, 'off');
  // What stands on a check that only the choice makes superfluous rests on that choice, and it was made anew.
  expect(marks(s)).toMatchObject({ without: 'within proven', 'on-top': 'again' });
  s.confirm('on-top', 'aircraft');
  expect(power(s)?.state).toBe('open');
});

test('the door: the choice is made by choosing, says why, and the reach is the profile', () => {
  const s = new Scribe().open(basis());
  const said = <K extends 'answer.given' | 'ways.chosen' | 'answer.notApplicable'>(
    kind: K,
    body: EntryBodies[K],
  ): string => {
    const asked = admit(s.draft(kind, body, { role: 'pilot' }) as unknown as EntryDraft, s.state(), NOW);
    return asked.ok ? 'admitted' : asked.error.code;
  };
  expect(
    said('answer.given', {
      check: 'school',
      subject: 'aircraft',
      answer: { kind: 'choice', option: 'on' },
      facts: {},
    }),
  ).toBe('decidedByWay');
  expect(said('answer.notApplicable', { check: 'school', subject: 'aircraft', reason: 'No wheels' })).toBe(
    'admitted',
  );
  const ways = (choice: string, why: string) =>
    said('ways.chosen', { profile: 'circuit', ways: { reach: { choice, why } } });
  expect([ways('circuit', 'New'), ways('overhead', 'New'), ways('circuit', ' ')]).toEqual([
    'admitted',
    'profileContradicts',
    'needsReason',
  ]);
});

test('an open doubt about what carries it leaves only the circuit, whoever would choose otherwise', () => {
  const s = new Scribe().open(basis());
  const ways = (choice: 'circuit' | 'overhead') => {
    const body = { profile: choice, ways: { reach: { choice, why: 'Fine day' } } };
    const draft = s.draft('ways.chosen', body, { role: 'pilot' }) as unknown as EntryDraft;
    const asked = admit(draft, s.state(), NOW);
    return asked.ok ? 'admitted' : asked.error.code;
  };
  expect([ways('overhead'), ways('circuit')]).toEqual(['admitted', 'admitted']);
  s.add('finding.raised', { finding: 'f', title: 'Tank flows short', where: 'right' });
  expect([ways('overhead'), ways('circuit')]).toEqual(['wayForced', 'admitted']);
  s.add('finding.closed', { finding: 'f', note: '' }, { role: 'inspector', by: BO });
  expect(ways('overhead')).toBe('admitted');
});

test('a check about two engines is answered for each, and a choice that the check does not know answers nothing', () => {
  const each = check('school', {
    station: 'inspection',
    subject: 'engine',
    answer: { kind: 'choice', options: [{ id: 'on', text: 'On', good: true }] },
    decides: 'fairings',
  });
  const s = new Scribe().open(basis([each]));
  choose(s, 'off');
  const mark = (key: string) => deriveStatus(foldEntries(s.entries), NOW)?.parts.get(key)?.mark;
  expect([mark('school@left'), mark('school@right')]).toEqual(['notStarted', 'notStarted']);
  choose(s, 'on', { by: BO });
  expect([mark('school@left'), mark('school@right')]).toEqual(['within', 'within']);
});

test('what a choice costs is told before it is made: what comes in, what goes out, what stays because it was answered', () => {
  const s = new Scribe().open(basis());
  const cost = (choice: 'on' | 'off') => {
    const state = foldEntries(s.entries);
    if (!state.index) throw new Error('opened');
    const found = costOfWays(state, state.index, { fairings: { choice, why: 'x' } });
    const names = (checks: readonly Check[]) => checks.map((c) => c.id).join();
    return [names(found.comeIn), names(found.goOut), names(found.stay), found.minutes];
  };
  expect(cost('off')).toEqual(['', 'with,measured', '', -8]);
  expect(cost('on')).toEqual(['', 'without', '', -3]);
  choose(s, 'off');
  expect(cost('on')).toEqual(['with,measured', 'without', '', 5]);
  expect(cost('off')).toEqual(['', '', '', 0]);
  s.confirm('without', 'aircraft');
  expect(cost('on')).toEqual(['with,measured', '', 'without', 8]);
  expect(foldEntries(s.entries).ways?.ways['fairings']?.choice).toBe('off');
  expect(waysAsked(basis().pack)).toEqual(['fairings']);
  expect(waysAsked(PACK)).toEqual([]);
});
