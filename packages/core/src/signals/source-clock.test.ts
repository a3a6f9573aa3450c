import fc from 'fast-check';
import { instantOfLine, type SourceClock } from './source-clock.ts';

/** The instants of a whole run of lines: when each was taken by the source, and when it was heard here. */
function instants(lines: readonly (readonly [source: number, arrival: number])[]): number[] {
  let clock: SourceClock | undefined;
  return lines.map(([source, arrival]) => {
    const taken = instantOfLine(clock, source, arrival);
    clock = taken.clock;
    return taken.at;
  });
}

test('lines that were held up and arrive in one heap keep the distance at which they were taken', () => {
  const heap = Array.from({ length: 20 }, (_, i) => [i * 100, i < 5 ? 9000 + i * 100 : 10_900] as const);
  const at = instants(heap);
  at.forEach((x, i) => expect(Math.abs(x - (9000 + i * 100))).toBeLessThan(5));
});

test('the delays of the way make no gap: every distance is the source’s within two thousandths and the best delay so far', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 0, max: 3000 })), {
        minLength: 2,
        maxLength: 60,
      }),
      fc.integer({ min: -1_000_000, max: 1_000_000 }),
      fc.double({ min: -0.0015, max: 0.0015, noNaN: true }),
      (steps, zero, drift) => {
        let [true_, heard] = [0, 0];
        const lines = steps.map(([gone, delay]) => {
          true_ += gone;
          heard = Math.max(heard, true_ + delay);
          return { true_, source: zero + true_ * (1 + drift), arrival: heard };
        });
        const at = instants(lines.map((l) => [l.source, l.arrival]));
        at.forEach((x, i) => {
          // Never later than heard, never before it was taken but for what the clocks run apart, and in order.
          expect(x).toBeLessThanOrEqual((lines[i]?.arrival ?? 0) + 1e-6);
          expect(x).toBeGreaterThanOrEqual((lines[i]?.true_ ?? 0) - 0.004 * true_ - 1e-6);
          if (i > 0) expect(x).toBeGreaterThanOrEqual((at[i - 1] ?? 0) - 1e-6);
        });
      },
    ),
  );
});

test('a clock that goes slow for hours is followed; one that is set anew counts from its arrival', () => {
  const slow = Array.from({ length: 36_000 }, (_, i) => [i * 100 * 0.999, 500 + i * 100] as const);
  const last = instants(slow).at(-1) ?? 0;
  expect(Math.abs(last - (500 + 35_999 * 100))).toBeLessThan(5);
  expect(
    instants([
      [5000, 8000],
      [0, 8100],
      [100, 8200],
    ]),
  ).toEqual([8000, 8100, 8200]);
  expect(
    instants([
      [0, 0],
      [100, 10_099.8],
      [200, 10_200],
    ]).map(Math.round),
  ).toEqual([0, 100, 200]);
  expect(
    instants([
      [0, 0],
      [100, 10_100.2],
    ]),
  ).toEqual([0, 10_100.2]);
});

test('a count goes on until the source is set anew; two that begin in one millisecond are told apart', () => {
  const since: number[] = [];
  let clock: SourceClock | undefined;
  for (const [source, arrival] of [
    [500, 8000],
    [600, 8100],
    [0, 8100],
    [100, 8100],
    [50, 8100],
  ] as const) {
    clock = instantOfLine(clock, source, arrival).clock;
    since.push(clock.since);
  }
  expect(since).toEqual([8000, 8000, 8100, 8100, 8101]);
});
