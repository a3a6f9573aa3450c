import fc from 'fast-check';
import type { Samples } from '../limits/series.ts';
import { wandersAlone } from './index.ts';

/** Exhausts of which it is known what they do: each its own level, all of them one drift and one unrest, one of them a wave. */

const SECONDS = 240;
const RATE = 4;
const t = Array.from({ length: SECONDS * RATE + 1 }, (_, i) => 10 + i / RATE);
const samples = (f: (at: number) => number): Samples => ({ t, v: t.map(f) });
/** What is left of a wave where whole seconds are taken together. */
const shareLeft = (period: number): number => Math.sin(Math.PI / period) / (Math.PI / period);

const engine = fc.record({
  levels: fc.array(fc.integer({ min: 600, max: 760 }), { minLength: 4, maxLength: 9 }),
  which: fc.nat(8),
  reach: fc.double({ min: 24, max: 90, noNaN: true }),
  period: fc.double({ min: 18, max: 90, noNaN: true }),
  phase: fc.double({ min: 0, max: 6.28, noNaN: true }),
  drift: fc.double({ min: -0.2, max: 0.2, noNaN: true }),
  ownDrift: fc.double({ min: -0.1, max: 0.1, noNaN: true }),
  unrest: fc.double({ min: 0, max: 30, noNaN: true }),
});

test('one that wanders is found by name, with how far and how long, whatever all of them do together (property)', () => {
  fc.assert(
    fc.property(engine, ({ levels, which, reach, period, phase, drift, ownDrift, unrest }) => {
      const own = which % levels.length;
      const all = (at: number): number => drift * at + unrest * Math.sin(at / 7);
      const exhausts = levels.map((level, i) =>
        samples(
          (at) =>
            level +
            all(at) +
            (i === own ? ownDrift * at + (reach / 2) * Math.sin((2 * Math.PI * at) / period + phase) : 0),
        ),
      );
      const found = wandersAlone(exhausts);
      expect(found.map((w) => w.cylinder)).toEqual([own + 1]);
      // The line that is taken off leans a little with a wave that is not whole: a seventh is ours to lose.
      expect((found[0]?.reach ?? 0) / (reach * shareLeft(period))).toBeGreaterThan(0.86);
      expect((found[0]?.reach ?? 0) / (reach * shareLeft(period))).toBeLessThan(1.2);
      expect((found[0]?.period ?? 0) / period).toBeGreaterThan(0.9);
      expect((found[0]?.period ?? 0) / period).toBeLessThan(1.1);
      // Where it lies in time, and which of them it is, is no matter.
      const later = exhausts.map(({ v }) => ({ t: t.map((at) => at + 5000), v }));
      expect(wandersAlone(later).map((w) => [w.cylinder, Math.round(w.period)])).toEqual(
        found.map((w) => [w.cylinder, Math.round(w.period)]),
      );
      expect(wandersAlone([...exhausts].reverse()).map((w) => w.cylinder)).toEqual([levels.length - own]);
    }),
    { numRuns: 60 },
  );
});

test('less than 18 K, slower or quicker than a valve turns, and what drifts or bumps once are none (property)', () => {
  fc.assert(
    fc.property(engine, ({ levels, which, phase, drift }) => {
      const own = which % levels.length;
      const alone = (wave: (at: number) => number): number[] =>
        wandersAlone(
          levels.map((level, i) => samples((at) => level + drift * at + (i === own ? wave(at) : 0))),
        ).map((w) => w.cylinder);
      const wave = (reach: number, period: number) => (at: number) =>
        (reach / 2) * Math.sin((2 * Math.PI * at) / period + phase);
      expect(alone(wave(16, 45))).toEqual([]);
      expect(alone(wave(40, 11))).toEqual([]);
      expect(alone((at) => 0.4 * at)).toEqual([]);
      expect(alone((at) => (at > 100 && at < 140 ? 30 : 0))).toEqual([]);
    }),
    { numRuns: 60 },
  );
});

test('beside others that stir by half as much it is not told from them; a second without a figure says nothing', () => {
  const wave = (reach: number, period: number) =>
    samples((at) => 700 + (reach / 2) * Math.sin((2 * Math.PI * at) / period));
  // Each at a time of its own, so that nothing of it is common to all.
  const stirred = [wave(22, 31), wave(22, 43), wave(22, 59), wave(40, 45)];
  expect(wandersAlone(stirred)).toEqual([]);
  const calm = [samples(() => 700), samples(() => 690), samples(() => 710)];
  const one = wave(40, 45);
  expect(wandersAlone([...calm, one]).map((w) => w.cylinder)).toEqual([4]);
  const hole = t.map((at, i) => [at, one.v[i] ?? 0] as const).filter(([at]) => at < 100 || at >= 102);
  expect(wandersAlone([...calm, { t: hole.map(([at]) => at), v: hole.map(([, v]) => v) }])).toEqual([]);
});
