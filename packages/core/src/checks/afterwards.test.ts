import { canBeTickedAfterwards } from './afterwards.ts';
import { admit } from '../entries/admit.ts';
import { standingAnswer } from '../record/state.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';

const SELECTOR = check('selector', { station: 'run-up' });
const OTHERS = [
  check('started', { sets: { engine: 'running' }, subject: 'engine' }),
  check('watched', { secondPerson: true }),
  check('hinges', { station: 'inspection' }),
  check('permit', { station: 'papers' }),
  check('pressure', {
    answer: { kind: 'reading', unit: 'psi', resolution: 1, plausible: { low: 0, high: 150 } },
  }),
];
const opened = (): Scribe =>
  new Scribe().open({ ...BASIS, pack: { ...PACK, gates: [], checks: [SELECTOR, ...OTHERS] } });

test('what is looked at and said may be ticked off afterwards; what is measured, watched, or changes the aircraft may not', () => {
  expect([SELECTOR, ...OTHERS].map(canBeTickedAfterwards)).toEqual([true, false, false, false, false, false]);
});

test('the record says that it was ticked off afterwards, and the door takes that of nothing else', () => {
  const s = opened();
  const body = (id: string, subject = 'aircraft') => ({
    check: id,
    subject,
    answer: { kind: 'confirm' as const, asExpected: true },
    facts: {},
    afterwards: true as const,
  });
  const said = (id: string, subject?: string): string => {
    const state = s.state();
    const found = admit(
      s.draft('answer.given', body(id, subject)),
      state,
      '2026-11-24T12:00:00.000Z',
      () => state,
    );
    return found.ok ? 'taken' : found.error.code;
  };
  expect(said('selector')).toBe('taken');
  expect(said('started', 'left')).toBe('notFromMemory');
  expect(said('watched')).toBe('notFromMemory');
  expect(said('hinges')).toBe('notFromMemory');
  s.add('answer.given', body('selector'));
  expect(standingAnswer(s.state().parts.get('selector@aircraft'))?.afterwards).toBe(true);
  s.confirm('watched', 'aircraft');
  expect(standingAnswer(s.state().parts.get('watched@aircraft'))?.afterwards).toBeUndefined();
});
