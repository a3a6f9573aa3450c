import fc from 'fast-check';
import type { AnswerRecord } from '../record/state.ts';
import { BASIS, BOOK, check, PACK, Scribe } from '../testing/world.ts';
import { adjustmentsMade, earlierAdjustments, pastAdjustments, pastFigures } from './index.ts';

const basis = {
  ...BASIS,
  limitBook: BOOK,
  pack: {
    ...PACK,
    gates: [],
    checks: [
      check('tab', { station: 'debrief', answer: { kind: 'worksheet', sheet: 'adjustment', figures: [] } }),
    ],
  },
};
const reading = (value: number, unit: string) => ({
  value,
  unit,
  text: String(value),
  resolution: 0.1,
  source: 'typed' as const,
});
const adjust = (s: Scribe, off: number, now: number, what = 'trim-tab', supersedes?: string) =>
  s.add(
    'answer.given',
    {
      check: 'tab',
      subject: 'aircraft',
      answer: {
        kind: 'worksheet',
        chosen: [{ choice: 'what', option: what }],
        cells: [
          { row: 0, column: 'off', reading: reading(off, what === 'trim-tab' ? 'daN' : 'm/s') },
          { row: 0, column: 'now', reading: reading(now, what === 'trim-tab' ? 'mm' : '%') },
          { row: 0, column: 'first', reading: reading(1, what === 'trim-tab' ? 'mm' : '%') },
          { row: 0, column: 'most', reading: reading(3, what === 'trim-tab' ? 'mm' : '%') },
        ],
      },
      facts: {},
      ...(supersedes === undefined ? {} : { correction: 'misread' }),
    },
    supersedes === undefined ? {} : { supersedes },
  );
const close = (moved: number, changed: number) => ({
  moved: expect.closeTo(moved, 9),
  changed: expect.closeTo(changed, 9),
});

test('from one sheet to the next an adjustment moved and changed something; each kind of it by itself', () => {
  const s = new Scribe().open(basis);
  adjust(s, 3, 0);
  adjust(s, -2, 50, 'cruise-throttle');
  expect([...adjustmentsMade(s.state())]).toEqual([]);
  adjust(s, 1.9, 1);
  adjust(s, -0.4, 55, 'cruise-throttle');
  adjust(s, 0.1, 2.5);
  expect(adjustmentsMade(s.state()).get('trim-tab')).toEqual([close(1, -1.1), close(1.5, -1.8)]);
  expect(adjustmentsMade(s.state()).get('cruise-throttle')).toEqual([close(5, 1.6)]);
  // Measured again at the same setting: nothing was moved.
  adjust(s, 0.2, 2.5);
  expect(adjustmentsMade(s.state()).get('trim-tab')?.length).toBe(2);
});

test('a sheet that was misread and corrected says nothing of what the adjustment did', () => {
  const s = new Scribe().open(basis);
  adjust(s, 3, 0);
  const wrong = adjust(s, 9, 1);
  adjust(s, 1.9, 1, 'trim-tab', wrong.id);
  const struck = s
    .state()
    .parts.get('tab@aircraft')
    ?.history.filter((h: AnswerRecord) => h.struck);
  expect(struck?.length).toBe(1);
  expect(adjustmentsMade(s.state()).get('trim-tab')).toEqual([close(1, -1.1)]);
});

test('it is kept per type: a new campaign has what earlier ones of the fleet did, then its own', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.array(fc.tuple(fc.integer({ min: -9, max: 9 }), fc.integer({ min: 0, max: 30 })), {
          maxLength: 5,
        }),
        {
          maxLength: 3,
        },
      ),
      (campaigns) => {
        const states = campaigns.map((steps) => {
          const s = new Scribe().open(basis);
          for (const [off, now] of steps) adjust(s, off, now);
          return s.state();
        });
        const wanted = campaigns.flatMap((steps) =>
          steps.slice(1).flatMap(([off, now], i) => {
            const [before = 0, at = 0] = steps[i] ?? [];
            return now === at ? [] : [{ moved: now - at, changed: off - before }];
          }),
        );
        const own = new Scribe().open({ ...basis, past: pastAdjustments(states) });
        expect(earlierAdjustments(own.state(), 'trim-tab')).toEqual(wanted);
        adjust(own, 4, 0);
        // What is measured now tells of the last one, before it is written down.
        expect(earlierAdjustments(own.state(), 'trim-tab', { off: 1, now: 2 })).toEqual([
          ...wanted,
          { moved: 2, changed: -3 },
        ]);
        expect(earlierAdjustments(own.state(), 'trim-tab', { off: 1, now: 0 })).toEqual(wanted);
        adjust(own, 1, 2);
        expect(earlierAdjustments(own.state(), 'trim-tab')).toEqual([...wanted, { moved: 2, changed: -3 }]);
        expect(earlierAdjustments(own.state(), 'spring')).toEqual([]);
      },
    ),
    { numRuns: 60 },
  );
});

test('what a worksheet came to is among the figures of the past, by the limit it was held against', () => {
  const trend = {
    key: 'usual-stall',
    kind: 'trend',
    title: 'Stall',
    unit: 'kt',
    against: 'airframe',
    class: 'performance',
    acceptance: 'simple',
    source: { document: 'Past', revision: '1' },
    conditions: [],
    minimum: 3,
    tolerance: 3,
    floor: 1,
  };
  const asked = {
    ...BASIS,
    limitBook: { ...BOOK, limits: [trend] as never },
    pack: {
      ...PACK,
      gates: [],
      checks: [
        check('stalls', {
          station: 'flight',
          answer: {
            kind: 'worksheet',
            sheet: 'stalls',
            figures: [
              { figure: 'stall', limit: 'usual-stall' },
              { figure: 'margin', limit: 'other' },
            ],
          },
          limits: ['usual-stall'],
        }),
      ],
    },
  };
  const s = new Scribe().open(asked);
  s.add('answer.given', {
    check: 'stalls',
    subject: 'aircraft',
    answer: {
      kind: 'worksheet',
      chosen: [],
      cells: [
        { row: 0, column: 'reference', reading: reading(600, 'kg') },
        ...[44, 45, 43].flatMap((kt, i) => [
          { row: i + 1, column: 'mass', reading: reading(600, 'kg') },
          { row: i + 1, column: 'break', reading: reading(kt, 'kt') },
        ]),
      ],
    },
    facts: {},
  });
  const past = pastFigures({ airframe: [s.state()], fleet: [] }, asked as never);
  expect(past).toEqual({ 'usual-stall@aircraft': [{ value: expect.closeTo(44, 9), unit: 'kt' }] });
});
