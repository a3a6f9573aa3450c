import { lastRiseThrough, samplesBetween, type TakenLine } from './samples.ts';

/** Lines a tenth of a second apart, of one engine and its speed; nothing where there is none. */
const lines = (...speeds: readonly (number | undefined)[]): TakenLine[] =>
  speeds.map((rpm, i): TakenLine => ({
    at: 1000 + 100 * i,
    values: { left: rpm === undefined ? {} : { rpm } },
  }));
const rise = (...speeds: readonly (number | undefined)[]) =>
  lastRiseThrough(lines(...speeds), 'left', 'rpm', 1200);

test.each([
  [[800, 1300], 1100],
  [[1200, 1201], 1100],
  [[1201, 1300], undefined],
  [[800, 1200], undefined],
  [[1300, 800], undefined],
  [[800, 1300, 900, 1400, 1500], 1300],
  // Where one of the two is missing nobody saw it rise.
  [[800, undefined, 1300], undefined],
  [[undefined, 1300], undefined],
  [[800, undefined], undefined],
  [[1300], undefined],
  [[], undefined],
])('%j rose through 1200 last at %j', (speeds, at) => {
  expect(rise(...speeds)).toBe(at);
});

test('how far lines are apart says the clock of their source, and the clock of the server where that was set anew', () => {
  const [a, b, c] = lines(40, 41, 42);
  const told = [
    { ...a!, source: { since: 1, time: 500 } },
    { ...b!, source: { since: 1, time: 750 } },
    { ...c!, at: 1400, source: { since: 2, time: 9 } },
  ];
  expect(samplesBetween(told, 'left', 'rpm', 1000, 1400)).toEqual({
    from: 1000,
    t: [0, 0.25, 0.4],
    v: [40, 41, 42],
  });
});
