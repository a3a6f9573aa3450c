import fc from 'fast-check';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { admit } from './admit.ts';

const FIGURE = { unit: 'rpm', resolution: 1, plausible: { low: 0, high: 3500 } };
const CHECKS = [
  check('return', { subject: 'engine', answer: { kind: 'series', ...FIGURE, seconds: 20 } }),
  check('looked'),
];
const basis = { ...BASIS, pack: { ...PACK, gates: [], checks: CHECKS } };

/** What the door says to a finding raised from a recording from 2 s to 14 s on the left engine. */
function door(stretch: { from: number; to: number }, about: object = {}): string {
  const scribe = new Scribe().open(basis);
  const t = [2, 5, 9, 14];
  const series = { unit: 'rpm', resolution: 1, source: 'live' as const, t, v: [1700, 1500, 1600, 1700] };
  const { id } = scribe.add('answer.given', {
    check: 'return',
    subject: 'left',
    answer: { kind: 'series', series },
    facts: {},
  });
  const other = scribe.confirm('looked', 'aircraft').id;
  const said = {
    finding: 'f',
    title: 'Dips',
    where: '',
    check: 'return',
    subject: 'left',
    answerEntry: id,
    stretch,
    ...about,
  };
  const draft = scribe.draft('finding.raised', 'other' in about ? { ...said, answerEntry: other } : said);
  const admitted = admit(draft, scribe.state(), draft.at);
  return admitted.ok ? 'taken' : admitted.error.code;
}

test('a stretch is one of the recording: it begins before it ends, and both lie within (property)', () => {
  const second = fc.oneof(fc.constantFrom(2, 14, 5), fc.double({ min: -5, max: 20, noNaN: true }));
  fc.assert(
    fc.property(second, second, (from, to) => {
      const within = from >= 2 && to <= 14 && to > from;
      expect([from, to, door({ from, to })]).toEqual([from, to, within ? 'taken' : 'stretchOutside']);
    }),
    { numRuns: 200 },
  );
});

test('what is no recording has no stretch', () => {
  for (const about of [
    { answerEntry: undefined },
    { answerEntry: 'entry-99' },
    { subject: 'right' },
    { check: 'looked', subject: 'aircraft', other: true },
    { check: undefined, subject: undefined, answerEntry: undefined },
  ])
    expect([about, door({ from: 3, to: 4 }, about)]).toEqual([about, 'stretchOutside']);
  expect(door({ from: Number.NaN, to: 4 })).toBe('stretchOutside');
});
