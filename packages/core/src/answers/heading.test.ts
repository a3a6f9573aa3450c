import fc from 'fast-check';
import type { Basis } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import type { Limit, Reading } from '../limits/types.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import type { HeadingSource, North } from './heading-sources.ts';
import { judgeAnswer } from './judge-answer.ts';
import type { PartAnswer } from './part-answer.ts';

const TEN: Limit = {
  key: 'heading-difference',
  kind: 'difference',
  circular: true,
  title: 'Heading against a reference',
  unit: 'deg',
  class: 'airworthiness',
  acceptance: 'simple',
  source: { document: 'Sheets', revision: '1' },
  conditions: [],
  bounds: { high: 10 },
};

const read = (value: number, unit = 'deg'): Reading => ({
  value,
  unit,
  text: String(value),
  resolution: 1,
  source: 'typed',
});

type Ref = readonly [value: number, north?: North, source?: HeadingSource];

function held(own: number, first: Ref, second: Ref, north: North = 'magnetic', declination?: number) {
  const basis: Basis = {
    ...BASIS,
    limitBook: { ...BASIS.limitBook, limits: [TEN] },
    pack: {
      ...PACK,
      gates: [],
      checks: [
        check('asked', {
          answer: {
            kind: 'heading',
            unit: 'deg',
            resolution: 1,
            plausible: { low: 0, high: 360 },
          },
          limits: ['heading-difference'],
        }),
      ],
    },
  };
  const s = new Scribe().open(basis);
  const answer: PartAnswer = {
    kind: 'heading',
    own: read(own),
    north,
    references: [
      { source: first[2] ?? 'hand-compass', north: first[1] ?? 'magnetic', reading: read(first[0]) },
      { source: second[2] ?? 'runway', north: second[1] ?? 'magnetic', reading: read(second[0]) },
    ],
    ...(declination === undefined ? {} : { declination: read(declination, 'deg-angle') }),
  };
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const verdicts = judgeAnswer(index, part, answer, {}, draft.at);
  const sentences = makeSentences({ part: String, subject: String, thing: String });
  return {
    door: admitted.ok ? 'taken' : admitted.error.code,
    state: verdicts[0]?.state,
    said: verdicts.map((v) => sentences.say(v.reason)),
  };
}

test('across north it is counted the short way, and the edge is inside', () => {
  expect(held(359, [3], [1]).state).toBe('within');
  expect(held(355, [5], [5]).state).toBe('within');
  expect(held(354, [5], [5]).state).toBe('out');
});

test('a heading that agrees with one of two that contradict each other is not known; with neither it is out', () => {
  expect(held(359, [3], [40])).toMatchObject({ state: 'unknown' });
  expect(held(359, [3], [40]).said[0]).toMatch(/contradict one another/);
  expect(held(100, [140], [60])).toMatchObject({ state: 'out' });
  // Both references stand together, and the heading is too far from one of them.
  expect(held(100, [105], [112])).toMatchObject({ state: 'out' });
});

test('two norths are brought to one by the declination, east plus', () => {
  expect(held(139, [143, 'true'], [139, 'magnetic'], 'magnetic', 4).state).toBe('within');
  // The same figures with the declination the wrong way round lie 24° apart.
  expect(held(139, [151, 'true'], [139, 'magnetic'], 'magnetic', 12).state).toBe('within');
  expect(held(139, [151, 'true'], [139, 'magnetic'], 'magnetic', -12).state).not.toBe('within');
  expect(held(2, [358, 'magnetic'], [2, 'true'], 'true', 4).state).toBe('within');
});

test.each([
  ['two norths and no declination', held(139, [143, 'true'], [139]), 'wrongForm'],
  ['a declination that nothing needs', held(139, [139], [139], 'magnetic', 4), 'wrongForm'],
  [
    'one reference twice',
    held(10, [10, 'magnetic', 'hand-compass'], [10, 'magnetic', 'hand-compass']),
    'wrongForm',
  ],
  ['beyond a full turn', held(361, [1], [1]), 'headingNoDirection'],
  ['below north', held(10, [-1], [1]), 'headingNoDirection'],
  ['a declination beyond half a turn', held(10, [10, 'true'], [10], 'magnetic', 181), 'headingDeclination'],
])('%s is refused by name', (_, found, code) => {
  expect(found.door).toBe(code);
});

test('two norths without a declination prove nothing, even where nobody refused them', () => {
  expect(held(139, [139, 'true'], [139])).toMatchObject({ state: 'unknown' });
});

test('turning everything by one angle changes nothing; the verdict follows from sines and cosines as well (second route)', () => {
  const angle = fc.integer({ min: 0, max: 359 });
  const apart = (a: number, b: number): number => {
    const r = Math.PI / 180;
    const cos = Math.cos(a * r) * Math.cos(b * r) + Math.sin(a * r) * Math.sin(b * r);
    return Math.acos(Math.max(-1, Math.min(1, cos))) / r;
  };
  fc.assert(
    fc.property(
      angle,
      fc.integer({ min: -25, max: 25 }),
      fc.integer({ min: -25, max: 25 }),
      angle,
      (own, a, b, by) => {
        const turned = (x: number): number => (((x + by) % 360) + 360) % 360;
        const [first, second] = [(own + a + 360) % 360, (own + b + 360) % 360];
        const far = (x: number, y: number): boolean => apart(x, y) > 10 + 1e-6;
        const [outA, outB] = [far(own, first), far(own, second)];
        const wanted =
          outA && outB ? 'out' : far(first, second) ? 'unknown' : outA || outB ? 'out' : 'within';
        expect(held(own, [first], [second]).state).toBe(wanted);
        expect(held(turned(own), [turned(first)], [turned(second)]).state).toBe(wanted);
      },
    ),
    { numRuns: 150 },
  );
});
