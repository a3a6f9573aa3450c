import { deriveStatus } from './derive.ts';
import { BASIS, BOOK, check, PACK, Scribe } from '../testing/world.ts';
import type { AnswerSpec } from '../checks/types.ts';
import type { Limit } from '../limits/types.ts';

/** Temperatures of the cylinders on one ignition alone beside those on both: where nothing rose, nothing is proven. */

const spec = (switchTo?: string, rises = true): AnswerSpec => ({
  kind: 'cylinders',
  unit: 'degC',
  resolution: 1,
  channel: 'exhaust',
  plausible: { low: -40, high: 1000 },
  ...(switchTo ? { switchTo, ...(rises ? { rises: true as const } : {}) } : {}),
});
const SPREAD = {
  key: 'exhaust-spread',
  kind: 'spread',
  title: 'Spread',
  unit: 'K',
  class: 'performance',
  acceptance: 'simple',
  source: { document: 'Test book', revision: '1' },
  conditions: [],
  bounds: { high: 60 },
} as unknown as Limit;
const basisOf = (rises: boolean) => ({
  ...BASIS,
  limitBook: { ...BOOK, limits: [...BOOK.limits, SPREAD] },
  pack: {
    ...PACK,
    gates: [],
    checks: [
      check('both', { subject: 'engine', answer: spec(), limits: ['exhaust-spread'] }),
      check('left-alone', {
        subject: 'engine',
        answer: spec('left ignition only', rises),
        limits: ['exhaust-spread'],
        standsOn: ['both'],
      }),
      check('after', { subject: 'engine', standsOn: ['left-alone'] }),
    ],
  },
});

function stands(
  alone: readonly number[],
  both: readonly number[] = [700, 705, 696, 701],
  rises = true,
): string[] {
  const s = new Scribe().open(basisOf(rises));
  const read = (id: string, values: readonly number[]) =>
    s.add('answer.given', {
      check: id,
      subject: 'left',
      answer: {
        kind: 'cylinders',
        readings: Object.fromEntries(
          values.map((value, i) => [
            String(i + 1),
            { value, unit: 'degC', text: String(value), resolution: 1, source: 'live' as const },
          ]),
        ),
      },
      facts: {},
    });
  read('both', both);
  read('left-alone', alone);
  const part = deriveStatus(s.state(), '2026-11-24T12:00:00.000Z')?.parts.get('left-alone@left');
  const next = deriveStatus(s.state(), '2026-11-24T12:00:00.000Z')?.parts.get('after@left');
  return [part?.mark ?? '', part?.reasons[0]?.code ?? '', next?.blocked ? 'held' : 'free'];
}

test('all rose: judged by their spread', () => {
  expect(stands([741, 744, 735, 742])).toEqual(['within', expect.any(String), 'free']);
});

test('none rose: unknown, though the spread is within, and nothing goes on that stands on it', () => {
  expect(stands([702, 706, 697, 703])).toEqual(['unknown', 'patternUnchanged', 'held']);
});

test('one is out by its spread: out, whatever the others did', () => {
  expect(stands([702, 706, 697, 300])[0]).toBe('out');
});

test('both read again: the pattern alone is to be repeated, and not judged beside the new one', () => {
  const s = stands([702, 706, 697, 703], [660, 665, 656, 661]);
  expect(s[0]).toBe('within');
});

test('where the pack does not say that they rise, as older ones did not, they are judged by their spread', () => {
  expect(stands([702, 706, 697, 703], undefined, false)[0]).toBe('within');
});
