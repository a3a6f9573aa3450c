import type { AnswerSpec, Basis } from '../checks/types.ts';
import { packProblems } from '../checks/pack-problems.ts';
import { admit } from '../entries/admit.ts';
import type { Limit } from '../limits/types.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { trialSphere } from '../trial/good-sphere.ts';
import { describeAnswer } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';
import type { PartAnswer } from './part-answer.ts';

type Sphere = Extract<PartAnswer, { kind: 'sphere' }>;

const limit = (key: string, high: number): Limit =>
  ({
    key,
    kind: 'band',
    unit: '%',
    title: key,
    class: 'airworthiness',
    acceptance: 'simple',
    source: { document: 'Sheets', revision: '1' },
    conditions: [],
    bounds: { high },
  }) as unknown as Limit;

const SPEC: Extract<AnswerSpec, { kind: 'sphere' }> = {
  kind: 'sphere',
  figures: [
    { figure: 'residual', limit: 'left' },
    { figure: 'hard-iron', limit: 'iron' },
    { figure: 'stretch', limit: 'stretch' },
  ],
};
const LIMITS = [limit('left', 5), limit('iron', 60), limit('stretch', 20)];

function given(answer: Sphere, spec = SPEC, limits = LIMITS) {
  const basis: Basis = {
    ...BASIS,
    limitBook: { ...BASIS.limitBook, limits },
    pack: {
      ...PACK,
      gates: [],
      checks: [check('asked', { answer: spec, limits: limits.map((l) => l.key) })],
    },
  };
  const s = new Scribe().open(basis);
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const verdicts = judgeAnswer(index, part, answer, {}, draft.at);
  return {
    refused: admitted.ok ? undefined : admitted.error.code,
    worst: verdicts[0]?.state,
    out: verdicts.filter((v) => v.state === 'out').map((v) => v.limit),
    codes: verdicts.map((v) => v.reason.code),
    text: describeAnswer(index, 'asked', answer),
    problems: packProblems(basis.pack).map((p) => p.reason.code),
  };
}

const moved = (of: Sphere, by: (axis: 'x' | 'y' | 'z', value: number) => number): Sphere => ({
  ...of,
  samples: {
    x: of.samples.x.map((v) => by('x', v)),
    y: of.samples.y.map((v) => by('y', v)),
    z: of.samples.z.map((v) => by('z', v)),
  },
});

test('what is left, where it lies and how it is stretched are held against their limits, each by itself', () => {
  const good = given(trialSphere());
  expect([good.refused, good.worst, good.problems]).toEqual([undefined, 'within', []]);
  expect(good.codes).toContain('sphereAllRound');
  expect(good.text).toMatch(/^180 readings, 0\.\d % left$/);
  // 300 mG of 480 are 62.5 %.
  expect(given(moved(trialSphere(), (a, v) => (a === 'x' ? v + 300 : v))).out).toEqual(['iron']);
  expect(given(moved(trialSphere(), (a, v) => (a === 'z' ? 1.3 * v : v))).out).toEqual(['stretch']);
  expect(given(trialSphere(true)).out).toContain('left');
});

test('refused by name: too few, uneven, a stripe; a limit that none of its figures is held against is a fault of the pack', () => {
  const { samples, ...more } = trialSphere();
  const first = (n: number): Sphere => ({
    ...more,
    samples: { x: samples.x.slice(0, n), y: samples.y.slice(0, n), z: samples.z.slice(0, n) },
  });
  expect(given(first(40)).refused).toBe('sphereTooFew');
  expect(given({ ...more, samples: { ...samples, z: samples.z.slice(1) } }).refused).toBe('wrongForm');
  expect(given({ ...more, samples: { x: [], y: [], z: [] } }).refused).toBe('wrongForm');
  expect(given(moved(trialSphere(), (a, v) => (a === 'z' ? 0 : v))).refused).toBe('sphereNoEllipsoid');
  // The first of a spiral lie about one end of it.
  expect(given(first(75)).refused).toBe('sphereTooSmall');
  expect(given(trialSphere(), { ...SPEC, figures: [] }).problems).toEqual([
    'travelLimitUnused',
    'travelLimitUnused',
    'travelLimitUnused',
  ]);
  expect(given(trialSphere(), SPEC, []).worst).toBe('within');
});
