import fc from 'fast-check';
import { anySheet } from '../testing/any-loading.ts';
import { LOADING, SCALES, weighing } from '../testing/loading.ts';
import { makeSentences, namesOf } from '../words/index.ts';
import { carriedBy, judgeSheet, judgeWeighing, sheetStanding, type LoadingSheet } from './index.ts';
import type { LoadingData } from '../aircraft/index.ts';

const { say } = makeSentences(namesOf(undefined));

/** A sentence that a person may be shown: whole, with figures that are figures. */
function expectSentence(text: string): void {
  expect(text).toMatch(/^[“\p{Lu}\d−].*[.!?]$/su);
  expect(text).not.toMatch(/undefined|NaN|Infinity|\[object|\s{2}/);
}

test('whatever a sheet is like, its verdicts are sentences with figures, worst first, and agree with the track', () => {
  const order = ['out', 'again', 'unknown', 'near', 'within'];
  const wild = fc.record({
    change: anySheet,
    used: fc.integer({ min: -10, max: 300 }),
    left: fc.integer({ min: -5, max: 120 }),
  });
  fc.assert(
    fc.property(wild, ({ change, used, left }) => {
      const sheet: LoadingSheet = { ...change, used, fuel: { ...change.fuel, left } };
      const verdicts = judgeSheet(LOADING, sheet);
      expect(verdicts.length).toBeGreaterThan(0);
      verdicts.forEach((v) => expectSentence(say(v.reason)));
      const places = verdicts.map((v) => order.indexOf(v.state));
      expect(places).toEqual([...places].sort((a, b) => a - b));
      // Never within when the track says otherwise, and nothing said of a track that cannot be.
      const [worst] = verdicts;
      if (worst?.state !== 'within') return;
      const standing = sheetStanding(LOADING, sheet);
      expect(standing?.inside).toBe(true);
      expect(used).toBeGreaterThan(0);
      expect(left).toBeGreaterThanOrEqual(0);
    }),
  );
});

test('whatever is read on the scales, the verdicts on a weighing are sentences with figures', () => {
  const figure = fc.double({ min: -5, max: 400, noNaN: true });
  fc.assert(
    fc.property(
      fc.tuple(figure, figure, figure),
      fc.constantFrom('drained', 'dry', 'aboard'),
      figure,
      (net, fuel, tail) => {
        const made = weighing(net, { fuel, tanks: fuel === 'aboard' ? { tail } : {} });
        const { verdicts, weighed } = judgeWeighing(LOADING, LOADING.report?.equipment ?? [], made, {
          instruments: SCALES,
          at: '2026-11-20T10:00:00.000Z',
        });
        verdicts.forEach((v) => expectSentence(say(v.reason)));
        expect(weighed === undefined).toBe(verdicts.some((v) => v.state === 'unknown'));
      },
    ),
    {
      // Hardly anything on the scales, and hardly anything in a tank.
      examples: [
        [[1e-300, 1e-300, 1e-300], 'dry', 0],
        [[400, 400, 400], 'aboard', 5e-324],
        [[400, 1e-9, 400], 'aboard', 1e-310],
      ],
    },
  );
});

test('what a sheet carries: litres whatever the placard is in, the packs where nothing burns, nothing of a glider', () => {
  const base = { units: LOADING.units, lines: [], used: 0, packs: [] } as unknown as LoadingSheet;
  const fuelled = { ...base, fuel: { left: 40, right: 40, tail: 5 } };
  expect(carriedBy(LOADING, fuelled)).toEqual({ unit: 'L', amount: 85, withReserve: true });
  const gallons: LoadingData = { ...LOADING, units: { ...LOADING.units, volume: 'US gal' } };
  // A US gallon is 3.785 411 784 L.
  expect(carriedBy(gallons, fuelled)?.amount).toBeCloseTo(85 * 3.785411784, 9);
  // A tank in no group is not drawn from.
  expect(carriedBy({ ...LOADING, burn: [['left', 'right']] }, fuelled)?.amount).toBe(80);
  const electric: LoadingData = { ...LOADING, tanks: [], burn: [] };
  const [first] = LOADING.packs;
  const packed = { ...base, fuel: {}, packs: [{ bay: 'bay', pack: first?.id ?? '' }] };
  expect(carriedBy(electric, packed)).toEqual({ unit: 'Wh', amount: first?.energy, withReserve: false });
  expect(carriedBy({ ...electric, bays: [] }, packed)).toBeUndefined();
});
