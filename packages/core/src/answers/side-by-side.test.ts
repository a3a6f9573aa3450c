import fc from 'fast-check';
import { layoutFor } from '../aircraft/templates.ts';
import type { AnswerSpec, Basis } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import type { Limit, Reading } from '../limits/types.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { describeAnswer } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';
import { sideBySide } from './side-by-side.ts';
import type { TimedBy } from './timed-by.ts';

type Spec = Extract<AnswerSpec, { readonly kind: 'side-by-side' }>;

const STOPS: Spec = {
  kind: 'side-by-side',
  of: 'motors',
  timed: true,
  unit: 's',
  resolution: 0.01,
  plausible: { low: 0, high: 60 },
};
const AMPS: Spec = { ...STOPS, unit: 'A', resolution: 0.1, timed: false, plausible: { low: 0, high: 100 } };

const limit = (over: object): Limit =>
  ({
    title: 'As the book has it',
    class: 'safety',
    acceptance: 'simple',
    source: { document: 'Sheets', revision: '1' },
    conditions: [],
    ...over,
  }) as unknown as Limit;
const TOGETHER = limit({ key: 'stop', kind: 'together', unit: 's', bounds: { high: 0.5 } });
const EACH = limit({ key: 'each', kind: 'band', unit: 'A', bounds: { low: 10, high: 20 } });
const APART = limit({ key: 'apart', kind: 'spread', unit: 'A', bounds: { high: 2 } });

const read = (value: number, over: Partial<Reading> = {}): Reading => ({
  value,
  unit: 's',
  text: String(value),
  resolution: 0.01,
  source: 'typed',
  ...over,
});

/** What is thought of figures of an aircraft of a family, under these limits. */
function judged(
  spec: Spec,
  limits: readonly Limit[],
  readings: Readonly<Record<string, Reading>>,
  timedBy: TimedBy | undefined = spec.timed === true ? 'film' : undefined,
) {
  const basis: Basis = {
    ...BASIS,
    aircraft: { ...BASIS.aircraft, family: 'lift-and-cruise', layout: layoutFor('lift-and-cruise') },
    limitBook: { ...BASIS.limitBook, limits },
    pack: {
      ...PACK,
      gates: [],
      checks: [check('asked', { answer: spec, limits: limits.map((l) => l.key) })],
    },
  };
  const s = new Scribe().open(basis);
  const answer = { kind: 'side-by-side' as const, readings, ...(timedBy ? { timedBy } : {}) };
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const verdicts = judgeAnswer(index, part, answer, {}, draft.at);
  const sentences = makeSentences({ part: String, subject: String, thing: String });
  return {
    index,
    door: admitted.ok ? 'taken' : admitted.error.code,
    worst: verdicts[0],
    said: verdicts.map((v) => sentences.say(v.reason)),
    text: describeAnswer(index, 'asked', answer),
  };
}

const motors = sideBySide(judged(STOPS, [], {}).index, STOPS);
const all = (figure: (at: number) => Reading): Record<string, Reading> =>
  Object.fromEntries(motors.map(({ id }, i) => [id, figure(i)]));

test('motors are those that current drives, in the order of the layout; of a courier drone four lift and one pushes', () => {
  expect(motors.length).toBe(5);
  const lifting = sideBySide(judged(STOPS, [], {}).index, { ...STOPS, kinds: ['lift-motor'] });
  expect(lifting).toHaveLength(4);
  expect(motors.filter((m) => !lifting.includes(m)).length).toBeGreaterThan(0);
  expect(sideBySide(judged(STOPS, [], {}).index, { ...STOPS, of: 'tilts' })).toEqual([]);
  // A fan that another motor drives has none of its own.
  const { index } = judged(STOPS, [], {});
  const layout = layoutFor('lift-and-cruise');
  const driven = {
    ...layout,
    propulsors: layout.propulsors.map((p, i) => (i === 0 ? { ...p, driven: true } : p)),
  };
  const aircraft = { ...index.basis.aircraft, layout: driven };
  const other = { ...index, basis: { ...index.basis, aircraft } };
  expect(sideBySide(other, STOPS)).toEqual(motors.slice(1));
});

test('stops are judged from the first to the last of them, and the edge is inside', () => {
  const last = (value: number) =>
    judged(
      STOPS,
      [TOGETHER],
      all((i) => read(i === 3 ? value : 0)),
    );
  expect(last(0.5).worst?.state).toBe('within');
  expect(last(0.51).worst?.state).toBe('out');
  expect(last(0.2)).toMatchObject({ door: 'taken' });
});

test('one motor alone has nothing to stop together with', () => {
  const alone = { ...STOPS, kinds: ['electric'] } as const;
  const [only] = sideBySide(judged(alone, [], {}).index, alone);
  expect(judged(alone, [TOGETHER], { [only?.id ?? '']: read(0) })).toMatchObject({
    door: 'taken',
    worst: { state: 'within' },
  });
});

test('first and last are enough of what is timed; one alone, a motor nobody knows and times without a first are none', () => {
  const [first, second] = motors;
  const two = (a: number, b: number) =>
    judged(STOPS, [TOGETHER], { [first?.id ?? '']: read(a), [second?.id ?? '']: read(b) });
  expect(two(0, 0.3)).toMatchObject({ door: 'taken', worst: { state: 'within' } });
  expect(two(0.4, 0.7).door).toBe('besideNoFirst');
  expect(judged(STOPS, [TOGETHER], { [first?.id ?? '']: read(0) })).toMatchObject({ door: 'wrongForm' });
  expect(judged(STOPS, [TOGETHER], { ...all(() => read(0)), ghost: read(0) })).toMatchObject({
    door: 'wrongForm',
  });
  // Of what is read, and not timed, none may be left out.
  expect(judged(AMPS, [EACH], { [first?.id ?? '']: read(12, { unit: 'A' }) }).door).toBe('wrongForm');
});

test('a time that was pressed carries the hand: guarded, a stop near the edge is not within', () => {
  const guarded = { ...TOGETHER, acceptance: 'guarded' } as Limit;
  const by = (timedBy: TimedBy, resolution = 0.01) =>
    judged(
      STOPS,
      [guarded],
      all((i) => read(i === 0 ? 0 : 0.3, { resolution })),
      timedBy,
    ).worst;
  expect(by('film')?.state).toBe('within');
  // Two presses, each good to a fifth of a second: 0.3 s may well have been 0.58 s.
  expect(by('press')).toMatchObject({ state: 'near', decisionNeeded: true });
  expect(by('speeds', 0.2)?.state).toBe('within');
  expect(by('speeds', 0.6)?.state).toBe('near');
  // How it was timed is said, and only of what was timed.
  expect(
    judged(
      AMPS,
      [EACH],
      all(() => read(12, { unit: 'A' })),
      'press',
    ).door,
  ).toBe('wrongForm');
});

test('currents are held against their own limit by name, and against one another', () => {
  const { worst, said, text } = judged(
    AMPS,
    [EACH, APART],
    all((i) => read(i === 1 ? 21 : 18.5, { unit: 'A', resolution: 0.1 })),
  );
  expect(worst?.state).toBe('out');
  expect(said.filter((s) => s.startsWith(`${motors[1]?.title ?? ''}: `))).toHaveLength(1);
  expect(said.some((s) => s.includes('2.5'))).toBe(true);
  expect(text).toContain(`${motors[0]?.title ?? ''} 18.5`);
});

test('how far they are apart does not hang on which motor is which, nor on who is the first (property)', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 120 }), { minLength: 5, maxLength: 5 }),
      fc.integer({ min: 0, max: 4 }),
      (hundredths, shift) => {
        const least = Math.min(...hundredths);
        const value = (i: number): number => ((hundredths[i] ?? 0) - least) / 100;
        const wanted = (Math.max(...hundredths) - least) / 100 > 0.5 ? 'out' : 'within';
        for (const turn of [0, shift]) {
          const found = judged(
            STOPS,
            [TOGETHER],
            all((i) => read(value((i + turn) % 5))),
          );
          expect([found.door, found.worst?.state]).toEqual(['taken', wanted]);
        }
      },
    ),
    { numRuns: 40 },
  );
});
