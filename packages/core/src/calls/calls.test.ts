import { admit } from '../entries/admit.ts';
import { foldEntries } from '../entries/fold.ts';
import { standingAnswer } from '../record/state.ts';
import { check } from '../testing/world.ts';
import { ANN, BASIS, BO, PACK, Scribe } from '../testing/world.ts';
import { callOfCheck, callStanding, looksOf, openCall, paceOf, positionsOf } from './index.ts';

const TAIL = check('tail-held', { who: 'tail', challenge: 'Hold the tail. Holding?' });
const CLEAR = check('clear', { who: 'left seat, outside', challenge: 'Clear?', standsOn: ['tail-held'] });
const WAY = check('way', { decides: 'own-work' });
const pack = { ...PACK, gates: [], checks: [...PACK.checks, TAIL, CLEAR, WAY] };
const open = (): Scribe => new Scribe().open({ ...BASIS, pack });
const call = (s: Scribe, id: string, to: string, again?: object): string =>
  s.add('call.made', { check: id, to, ...again } as never, { by: ANN }).id;
const answer = (s: Scribe, id: string, more: object, change: object = { by: BO, role: 'observer' }) =>
  s.add(
    'answer.given',
    { check: id, subject: 'aircraft', answer: { kind: 'confirm', asExpected: true }, facts: {}, ...more },
    change,
  );
const index = (s: Scribe) => {
  const found = s.state().index;
  if (!found) throw new Error('not opened');
  return found;
};
const openTo = (s: Scribe, to?: string) => openCall(s.state(), index(s), to)?.call.check;
const refused = (s: Scribe, kind: 'call.made' | 'answer.given', body: object, change: object = {}) => {
  const state = s.state();
  const said = admit(s.draft(kind, body as never, change), state, '2026-11-24T12:00:00.000Z', () => state);
  return said.ok ? 'taken' : said.error.code;
};

test('a call waits at its position until it is answered there, and the answer names who read and who looked', () => {
  const s = open();
  expect(openTo(s)).toBeUndefined();
  const made = call(s, 'tail-held', 'tail');
  expect([openTo(s), openTo(s, 'tail'), openTo(s, 'outside')]).toEqual(['tail-held', 'tail-held', undefined]);
  answer(s, 'tail-held', { call: made });
  expect(openTo(s)).toBeUndefined();
  const standing = standingAnswer(s.state().parts.get('tail-held@aircraft'));
  expect(standing).toMatchObject({ by: BO, called: { by: ANN, to: 'tail', call: made } });
});

test('who answers without the call has answered too; what was answered before does not count for a call after it', () => {
  const s = open();
  answer(s, 'tail-held', {});
  call(s, 'tail-held', 'tail');
  expect(openTo(s)).toBe('tail-held');
  answer(s, 'tail-held', {});
  expect(openTo(s)).toBeUndefined();
});

test('called again, an answer counts for nothing until it is given anew, and the history says why', () => {
  const s = open();
  const first = answer(s, 'tail-held', { call: call(s, 'tail-held', 'tail') }).id;
  const again = call(s, 'tail-held', 'tail', { again: { answers: [first], because: 'habitual' } });
  const part = s.state().parts.get('tail-held@aircraft');
  expect(standingAnswer(part)).toBeUndefined();
  expect(part?.history[0]?.struck).toEqual({
    by: again,
    reason: 'Called again: the answer came faster than a look takes',
  });
  expect(openTo(s, 'tail')).toBe('tail-held');
  answer(s, 'tail-held', { call: again });
  expect(standingAnswer(s.state().parts.get('tail-held@aircraft'))?.called?.call).toBe(again);
});

test('somebody else’s call takes no answer away, also when it is posted past the door', () => {
  const s = open();
  const first = answer(s, 'tail-held', { call: call(s, 'tail-held', 'tail') }).id;
  s.add(
    'call.made',
    { check: 'tail-held', to: 'tail', again: { answers: [first], because: 'wrong' } },
    { by: BO },
  );
  expect(standingAnswer(s.state().parts.get('tail-held@aircraft'))?.entry).toBe(first);
});

test('the door: who reads does not look as well, the next is not called before the one it stands on', () => {
  const s = open();
  expect(refused(s, 'call.made', { check: 'clear', to: 'left seat' })).toBe('groundNotProven');
  expect(refused(s, 'call.made', { check: 'moon', to: 'tail' })).toBe('checkUnknown');
  expect(refused(s, 'call.made', { check: 'tail-held', to: ' ' })).toBe('callToNobody');
  const made = call(s, 'tail-held', 'tail');
  const body = {
    check: 'tail-held',
    subject: 'aircraft',
    answer: { kind: 'confirm', asExpected: true },
    facts: {},
  };
  const looked = { by: BO, role: 'observer' };
  expect(refused(s, 'answer.given', { ...body, call: made })).toBe('ownCall');
  expect(refused(s, 'answer.given', { ...body, call: made, spoken: true })).toBe('taken');
  expect(refused(s, 'answer.given', { ...body, call: made, spoken: true }, looked)).toBe('notYourCall');
  expect(refused(s, 'answer.given', { ...body, call: made }, looked)).toBe('taken');
  expect(refused(s, 'answer.given', { ...body, call: 'moon' }, looked)).toBe('callUnknown');
  expect(refused(s, 'answer.given', { ...body, spoken: true })).toBe('spokenWithoutCall');
  const given = answer(s, 'tail-held', { call: made }).id;
  const again = { check: 'tail-held', to: 'tail', again: { answers: [given], because: 'wrong' } };
  expect(refused(s, 'call.made', again, looked)).toBe('notYourCall');
  expect(refused(s, 'call.made', { ...again, again: { answers: ['moon'], because: 'wrong' } })).toBe(
    'notStanding',
  );
  expect(refused(s, 'call.made', again)).toBe('taken');
  expect(refused(s, 'call.made', { check: 'clear', to: 'left seat' })).toBe('taken');
});

test('the newest call is the one that is open; a check knows its own', () => {
  const s = open();
  call(s, 'tail-held', 'tail');
  const second = call(s, 'tail-held', 'outside left');
  expect(openCall(s.state(), index(s))?.call.entry).toBe(second);
  expect(callOfCheck(s.state(), 'tail-held')?.entry).toBe(second);
  expect(callOfCheck(s.state(), 'clear')).toBeUndefined();
});

test('seconds are told between clocks that were compared, and of one device; not of what was spoken', () => {
  const seconds = (offsets: readonly [number?, number?], devices = ['a', 'b'], spoken = false) => {
    const s = open();
    const [own, other] = offsets;
    const made = s.add('call.made', { check: 'tail-held', to: 'tail' }, {
      by: ANN,
      device: devices[0],
      ...(own === undefined ? {} : { offset: own }),
    } as never);
    const at = new Date(Date.parse(made.at) + 4000 - (own ?? 0) + (other ?? 0)).toISOString();
    const given = s.draft(
      'answer.given',
      {
        check: 'tail-held',
        subject: 'aircraft',
        answer: { kind: 'confirm', asExpected: true },
        facts: {},
        call: made.id,
        ...(spoken ? { spoken: true as const } : {}),
      },
      {
        by: spoken ? ANN : BO,
        at,
        device: devices[1] ?? '',
        ...(other === undefined ? {} : { offset: other }),
      } as never,
    );
    const entries = [
      ...s.entries,
      { ...given, seq: 3, receivedAt: '2026-11-24T23:00:00.000Z', prevHash: '', hash: 'x' },
    ];
    return standingAnswer(foldEntries(entries).parts.get('tail-held@aircraft'))?.called?.seconds;
  };
  // A clock that is ten minutes ahead, and says so, measures the same four seconds.
  expect(seconds([0, 600_000])).toBe(4);
  expect(seconds([0, undefined])).toBeUndefined();
  expect(seconds([undefined, undefined], ['a', 'a'])).toBe(4);
  expect(seconds([0, 0], ['a', 'b'], true)).toBeUndefined();
});

test('faster than a look takes is habitual, much slower is hesitant, at a bound it is neither', () => {
  const one = { challenge: 'Doors closed?', answer: { kind: 'confirm' } } as const;
  const three = {
    challenge: 'Fuel on, pumps on and doors closed? All of them, aloud.',
    answer: one.answer,
  } as const;
  expect([looksOf(one, 1), looksOf(three, 1), looksOf(three, 2)]).toEqual([1, 3, 6]);
  const pace = (seconds: number, of: Parameters<typeof paceOf>[0] = one) => paceOf(of, 1, seconds);
  expect([1.1, 1.2, 12, 12.1].map((t) => pace(t))).toEqual([
    'habitual',
    'attentive',
    'attentive',
    'hesitant',
  ]);
  expect([2.7, 2.9, 21.9, 22.1].map((t) => pace(t, three))).toEqual([
    'habitual',
    'attentive',
    'attentive',
    'hesitant',
  ]);
  expect(paceOf(one, 1, undefined)).toBeUndefined();
  expect(pace(-1)).toBeUndefined();
  expect(pace(0.1, { challenge: 'Warm up.', answer: { kind: 'timer', seconds: 300 } })).toBeUndefined();
});

test('positions: those that the pack names on the way to the flight, then those of every aircraft, each once', () => {
  const s = open();
  const found = positionsOf(index(s));
  expect(new Set(found).size).toBe(found.length);
  expect(found.slice(0, 3)).toEqual(['left seat', 'tail', 'outside']);
  expect(found).toEqual(expect.arrayContaining(['pilot', 'outside left', 'ground station']));
  expect(found).not.toContain('worked out');
});

test('a step of each engine is called once and waits for both; while one of them may be answered it may be called', () => {
  const s = open();
  // The second drop stands on the first, engine by engine; what is worked out, and what is chosen, nobody calls.
  expect(refused(s, 'call.made', { check: 'drops-apart', to: 'left seat' })).toBe('notCalled');
  expect(refused(s, 'call.made', { check: 'way', to: 'left seat' })).toBe('notCalled');
  const started = (subject: string, more: object = {}) =>
    s.add('answer.given', {
      check: 'start',
      subject,
      answer: { kind: 'confirm', asExpected: true },
      facts: {},
      ...more,
    } as never).id;
  const made = call(s, 'start', 'left seat');
  const standing = () => callStanding(s.state(), index(s), s.state().calls.get(made)!);
  expect(standing().waiting.map((p) => p.subject)).toEqual(['left', 'right']);
  const left = started('left', { call: made });
  expect(standing().waiting.map((p) => p.subject)).toEqual(['right']);
  expect(standing().answers.map((a) => a.entry)).toEqual([left]);
  // Of the drop the left engine alone may be answered now, and that is enough to call it.
  expect(refused(s, 'call.made', { check: 'drop-a', to: 'left seat' })).toBe('taken');
  started('right', { call: made });
  expect(openCall(s.state(), index(s))).toBeUndefined();
});

test('positions are those of the way to the flight, without those who are nowhere in particular', () => {
  const at = (station: 'controls' | 'run-up' | 'taxi' | 'flight' | 'papers', who: string) =>
    check(`${station} ${who}`, { station, who });
  const checks = [
    at('papers', 'archive'),
    at('controls', 'right seat, technician'),
    at('run-up', 'wing, , worked out'),
    at('taxi', 'marshal'),
    at('flight', 'jump seat'),
  ];
  const found = positionsOf({ basis: { ...BASIS, pack: { ...PACK, checks } } } as never);
  expect(found).toEqual([
    'right seat',
    'wing',
    'marshal',
    'pilot',
    'tail',
    'outside left',
    'outside right',
    'ground station',
  ]);
});

test('an answer in no time at all is habitual; what stands behind the question, or a comma at its end, is no further look', () => {
  const one = { challenge: 'Doors closed,? Look at each, and say it.', answer: { kind: 'confirm' } } as const;
  expect([looksOf(one, 1), looksOf({ challenge: '?' }, 0), paceOf(one, 1, 0)]).toEqual([1, 1, 'habitual']);
});
