import fc from 'fast-check';
import { isSetTo, lookAtSignal, wayOf, type LiveSignal } from './live-look.ts';
import { lastRiseThrough, samplesBetween, type TakenLine } from './samples.ts';

/** Ten lines a second, one figure each. */
const linesOf = (values: readonly number[], at = 1_000_000): TakenLine[] =>
  values.map((value, i) => ({ at: at + i * 100, values: { left: { rpm: value, oil: value } } }));
const RPM: LiveSignal = {
  subject: 'left',
  channel: 'rpm',
  unit: 'rpm',
  resolution: 10,
  steady: { seconds: 2, tolerance: 10 },
  settles: true,
};
const OIL: LiveSignal = { ...RPM, channel: 'oil', unit: 'degC', steady: { seconds: 2, tolerance: 1 } };
const look = (lines: readonly TakenLine[], signal: LiveSignal, held?: Parameters<typeof lookAtSignal>[3]) =>
  lookAtSignal(lines, signal, lines.at(-1)?.values['left']?.[signal.channel] ?? NaN, held);

test('what stands still may be taken, at its mean; what has only begun to, or moves, may not', () => {
  const still = linesOf(Array.from({ length: 30 }, (_, i) => 1700 + (i % 2 ? 1 : -1)));
  const taken = look(still, RPM);
  expect(taken).toMatchObject({ state: 'steady', figure: { count: 21 } });
  expect('figure' in taken && taken.figure.value).toBeCloseTo(1700, 0);
  expect(look(still.slice(0, 10), RPM)).toEqual({ state: 'moving' });
  expect(look(linesOf(Array.from({ length: 30 }, (_, i) => 1000 + 10 * i)), RPM)).toEqual({
    state: 'moving',
  });
});

test('heat that creeps is on its way, whatever it looks like for two seconds; a drop does not wait for it', () => {
  // A degree in five seconds: two seconds see 0.4 of it, twenty see four.
  const warming = linesOf(Array.from({ length: 220 }, (_, i) => 40 + i * 0.02));
  expect(look(warming, OIL)).toMatchObject({ state: 'moving', way: 'rising' });
  expect(wayOf(warming, OIL)).toBe('rising');
  expect(look(warming, { ...OIL, settles: false })).toMatchObject({ state: 'steady' });
  expect(look(linesOf(Array.from({ length: 220 }, () => 80)), OIL)).toMatchObject({ state: 'steady' });
});

test('an offer stays for a second and a half while the needle trembles about it, and not when it left', () => {
  const still = linesOf(Array.from({ length: 30 }, () => 1700));
  const held = (() => {
    const first = look(still, RPM);
    return 'hold' in first ? first.hold : undefined;
  })();
  const at = held?.at ?? 0;
  const then = (value: number, after: number): TakenLine[] => [
    ...still,
    ...linesOf([1722, value], at + after - 100),
  ];
  expect(look(then(1709, 900), RPM, held)).toMatchObject({ state: 'steady', figure: { value: 1700 } });
  expect(look(then(1711, 900), RPM, held)).toEqual({ state: 'moving' });
  expect(look(then(1709, 900), RPM)).toEqual({ state: 'moving' });
  // Not a trembling but a line that was gone for a while: nobody knows what was between.
  expect(look([...still, ...linesOf([1700], at + 1400)], RPM, held)).toEqual({ state: 'moving' });
});

test('samples are those whose instant is in the stretch, and a rise is told at the line that is above', () => {
  const line = fc.record({
    value: fc.option(fc.integer({ min: 0, max: 9 })),
    gap: fc.integer({ min: 0, max: 900 }),
  });
  fc.assert(
    fc.property(fc.array(line, { maxLength: 40 }), fc.nat(9000), fc.nat(9000), (given, a, b) => {
      let at = 0;
      const lines = given.map(({ value, gap }) => ({ at: (at += gap), values: { left: { rpm: value } } }));
      const [from, to] = [Math.min(a, b), Math.max(a, b)];
      // The second route: every line looked at, one by one.
      const wanted = lines
        .filter((l) => l.at >= from && l.at <= to && l.values.left.rpm !== null)
        .filter((l, i, all) => i === 0 || l.at > (all[i - 1]?.at ?? 0));
      const got = samplesBetween(lines, 'left', 'rpm', from, to);
      expect(got.v).toEqual(wanted.map((l) => l.values.left.rpm));
      got.t.forEach((t, i) => expect(t).toBeCloseTo(((wanted[i]?.at ?? 0) - got.from) / 1000, 9));
      const rises = lines.flatMap((l, i) => {
        const [now, before] = [l.values.left.rpm, lines[i - 1]?.values.left.rpm];
        return typeof now === 'number' && typeof before === 'number' && now > 4 && before <= 4 ? [l.at] : [];
      });
      expect(lastRiseThrough(lines, 'left', 'rpm', 4)).toBe(rises.at(-1));
    }),
    { numRuns: 300 },
  );
});

test('both ends of a stretch belong to it', () => {
  const lines = linesOf([1, 2, 3, 4], 1000);
  expect(samplesBetween(lines, 'left', 'rpm', 1100, 1200)).toEqual({ t: [0, 0.1], v: [2, 3], from: 1100 });
  expect(samplesBetween(lines, 'left', 'rpm', 1101, 1199)).toEqual({ t: [], v: [], from: 1101 });
});

test('a setting is met at exactly its tolerance, and not beyond', () => {
  expect(isSetTo(1720, { value: 1700, tolerance: 20 })).toBe(true);
  expect(isSetTo(1679, { value: 1700, tolerance: 20 })).toBe(false);
});
