import type { AnswerSpec, Basis } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import type { Limit, Reading } from '../limits/types.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { describeAnswer } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';
import type { PartAnswer } from './part-answer.ts';

type SwingAnswer = Extract<PartAnswer, { kind: 'swing' }>;

const most = (key: string, high: number): Limit => ({
  key,
  kind: 'band',
  title: 'As the book has it',
  unit: 'deg-angle',
  class: 'performance',
  acceptance: 'simple',
  source: { document: 'Sheets', revision: '1' },
  conditions: [],
  bounds: { high },
});
const LIMITS = [most('deviation', 10), most('electrics', 2)];
const EIGHT = [0, 45, 90, 135, 180, 225, 270, 315];

const read = (value: number, unit = 'deg', resolution = 1): Reading => ({
  value: (value + 360) % 360,
  unit,
  text: String(value),
  resolution,
  source: 'typed',
});

/** A swing of a compass that is so far off on each heading that it shows. */
const swing = (
  off: (heading: number, i: number) => number,
  over: Partial<SwingAnswer> = {},
): SwingAnswer => ({
  kind: 'swing',
  source: 'landing-compass',
  north: 'magnetic',
  points: EIGHT.map((h, i) => ({ reference: read(h + off(h, i)), shown: read(h) })),
  ...over,
});

function given(answer: SwingAnswer, spec: AnswerSpec = { kind: 'swing', points: 8 }) {
  const keys = spec.kind === 'swing' && spec.electrics ? ['deviation', 'electrics'] : ['deviation'];
  const basis: Basis = {
    ...BASIS,
    limitBook: { ...BASIS.limitBook, limits: LIMITS },
    pack: { ...PACK, gates: [], checks: [check('asked', { answer: spec, limits: keys })] },
  };
  const s = new Scribe().open(basis);
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const verdicts = judgeAnswer(index, part, answer, {}, draft.at);
  const { say } = makeSentences({ part: (k) => k, subject: (k) => k, thing: (k) => k });
  return {
    refused: admitted.ok ? undefined : admitted.error.code,
    worst: verdicts[0]?.state,
    codes: verdicts.map((v) => v.reason.code),
    words: verdicts.map((v) => say(v.reason)).join(' '),
    text: describeAnswer(index, 'asked', answer),
  };
}

const sine = (b: number) => (heading: number) => Math.round(b * Math.sin((heading * Math.PI) / 180));

test.each([
  [3, 'within'],
  [12, 'out'],
])('a compass that is %d° off on east and west is %s', (b, state) => {
  expect(given(swing(sine(b)))).toMatchObject({ refused: undefined, worst: state });
});

test('the largest deviation counts between the headings as well, and all five coefficients are said', () => {
  // D of 9 is nothing on any of the eight headings but the four between: 9 there.
  const { text } = given(swing((h) => Math.round(9 * Math.sin((2 * h * Math.PI) / 180))));
  expect(text).toBe('8 headings, largest 9.0°: A 0.0°, B 0.0°, C 0.0°, D 9.0°, E 0.0°');
});

test('one heading beside the curve of the others is said with how far, and is never plainly within', () => {
  const { worst, words } = given(swing((h) => (h === 135 ? 9 : 0)));
  expect(worst).toBe('near');
  expect(words).toMatch(/^At 135° it is 9\.0° beside the curve of the others/);
});

test('headings that tell nothing of what lies between them are never plainly within', () => {
  const four = { points: [0, 90, 180, 270].map((h) => ({ reference: read(h), shown: read(h) })) };
  expect(
    given(
      swing(() => 0, four),
      { kind: 'swing', points: 4 },
    ),
  ).toMatchObject({ refused: undefined, worst: 'near', codes: ['swingCoarse', expect.any(String)] });
  // Eight of them, in bunches: the widest gap is 85°.
  const bunched = {
    points: [0, 5, 90, 95, 180, 185, 270, 275].map((h) => ({ reference: read(h), shown: read(h) })),
  };
  expect(given(swing(() => 0, bunched)).codes).toContain('swingCoarse');
});

test('true headings are brought to magnetic ones by the declination, and none is taken for granted', () => {
  const truly = (over: Partial<SwingAnswer>): SwingAnswer => swing(() => 4, { north: 'true', ...over });
  expect(given(truly({ declination: read(4, 'deg-angle', 0.1) })).text).toContain('largest 0.0°');
  expect(given(truly({}))).toMatchObject({ refused: 'wrongForm', worst: 'unknown', codes: ['headingLacks'] });
  expect(given(swing(() => 0, { declination: read(4, 'deg-angle') })).refused).toBe('wrongForm');
});

test('what the electrics change is held against its own limit, on every heading', () => {
  const both: AnswerSpec = { kind: 'swing', points: 8, electrics: 'electrics' };
  const points = (change: number) =>
    EIGHT.map((h) => ({ reference: read(h), shown: read(h), off: read(h === 0 ? h - change : h) }));
  expect(
    given(
      swing(() => 0, { points: points(1) }),
      both,
    ),
  ).toMatchObject({ refused: undefined, worst: 'within' });
  expect(
    given(
      swing(() => 0, { points: points(5) }),
      both,
    ),
  ).toMatchObject({ refused: undefined, worst: 'out' });
  expect(
    given(
      swing(() => 0),
      both,
    ).refused,
  ).toBe('wrongForm');
});

test.each([
  [
    'four on one side',
    { points: [0, 30, 60, 90, 100, 110, 120, 130].map((h) => ({ reference: read(h), shown: read(h) })) },
    'swingOneSided',
  ],
  ['seven of eight', { points: swing(() => 0).points.slice(1) }, 'wrongForm'],
  [
    'a direction that is none',
    { points: EIGHT.map((h) => ({ reference: { ...read(h), value: 412 }, shown: read(h) })) },
    'headingNoDirection',
  ],
  [
    'angles for directions',
    { points: EIGHT.map((h) => ({ reference: read(h, 'deg-angle'), shown: read(h) })) },
    'headingNoDirection',
  ],
  [
    'a declination of more than half a turn',
    { north: 'true' as const, declination: { ...read(0, 'deg-angle'), value: 200 } },
    'headingDeclination',
  ],
])('is refused by name: %s', (_, over, code) => {
  expect(given(swing(() => 0, over)).refused).toBe(code);
});
