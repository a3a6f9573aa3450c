import { ANN, BO, CHECKS, IDLE_LIMIT, plain, reading, Scribe, START } from '../testing/world.ts';
import { untold } from '../testing/untold.ts';
import { admit, foldEntries } from './index.ts';
import type { EntryDraft } from '../record/index.ts';
import { tenTimesOff } from '../answers/index.ts';

const NOW = new Date(START + 3_600_000).toISOString();

describe('the door', () => {
  const ask = (scribe: Scribe, draft: unknown): string => {
    const state = foldEntries(scribe.entries);
    const before = JSON.stringify(plain(state));
    const answer = admit(draft as EntryDraft, state, NOW);
    expect(JSON.stringify(plain(state))).toBe(before);
    if (answer.ok) return 'admitted';
    expect([answer.error.code, untold(answer.error)]).toEqual([answer.error.code, []]);
    return answer.error.code;
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
