import fc from 'fast-check';
import {
  indexBasis,
  instantOfLine,
  lastRiseThrough,
  samplesBetween,
  type BasisIndex,
  type Check,
  type Part,
  type SourceClock,
} from '@kanzel/core';
import { AIRCRAFT, BASIS, check, PACK } from '../../../../../packages/core/src/testing/world.ts';
import { clockOffset, learnOffset, serverInstant, serverNow } from '../../sync/clock.ts';
import { newDeed } from '../../sync/deed.ts';
import {
  expectReadings,
  linesRead,
  newest,
  newestAt,
  recent,
  takeHistory,
  takeReading,
} from '../../sync/monitor-store.ts';
import { lookAt, runningSeries, settingMet, settingNow, takeAll } from './live-take.ts';

/** What the monitor sends, ten times a second, as a device with a clock of its own hears it. */

jest.mock('../../sync/device.ts', () => ({ DEVICE: 'test' }));

const SERVER = Date.parse('2026-11-24T08:00:00.000Z');
const FIGURE = { unit: 'rpm', resolution: 1, channel: 'rpm', plausible: { low: 0, high: 3500 } } as const;
const checks: readonly Check[] = [
  check('speed', {
    subject: 'engine',
    answer: { kind: 'reading', ...FIGURE, steady: { seconds: 2, tolerance: 20 } },
    setting: { channel: 'manifold', value: 20, tolerance: 1, unit: 'inHg' },
  }),
  check('heads', { subject: 'engine', answer: { kind: 'cylinders', ...FIGURE, channel: 'head' } }),
  check('rise', {
    subject: 'engine',
    answer: {
      kind: 'series',
      seconds: 3,
      ...FIGURE,
      channel: 'oil',
      trigger: { channel: 'rpm', above: 300 },
    },
  }),
  check('last', { subject: 'engine', answer: { kind: 'series', seconds: 3, ...FIGURE } }),
  check('typed', {
    subject: 'engine',
    answer: { kind: 'reading', ...FIGURE, channel: undefined } as Check['answer'],
  }),
  check('seen', { subject: 'engine' }),
];
const index: BasisIndex = (() => {
  const made = indexBasis({
    ...BASIS,
    pack: { ...PACK, checks },
    aircraft: {
      ...AIRCRAFT,
      instruments: AIRCRAFT.instruments.map((i) => ({ ...i, live: true })),
    },
  });
  if (!made.ok) throw new Error('the basis of a test has to work');
  return made.value;
})();
const part = (id: string): Part => {
  const found = index.parts.get(`${id}@left`);
  if (!found) throw new Error(id);
  return found;
};

/** Every test has an aircraft of its own, so that nothing is remembered from the one before. */
let mark = 0;
let wall = SERVER;
const hear = (ms: number, values: Readonly<Record<string, number | null>>): void =>
  takeReading({ mark: `QX-${mark}`, at: SERVER + ms, values: { left: values } } as Parameters<
    typeof takeReading
  >[0]);
/** Samples of one channel every tenth of a second, the newest at `until` ms. */
const run = (channel: string, until: number, values: readonly number[], others = {}): void =>
  values.forEach((v, i) => hear(until - (values.length - 1 - i) * 100, { ...others, [channel]: v }));

beforeEach(() => {
  jest.useFakeTimers({ now: SERVER });
  mark += 1;
  expectReadings(undefined);
  wall = SERVER;
  learnOffset(wall, SERVER, wall);
});
afterEach(() => jest.useRealTimers());

describe('the clock of a device beside the server’s', () => {
  test('the offset is half-way between asking and hearing; entries carry it, and time is told by the server’s', () => {
    jest.setSystemTime(SERVER + 9000);
    learnOffset(SERVER + 7000, SERVER + 2000, SERVER + 9000);
    expect(clockOffset()).toBe(6000);
    expect(serverNow()).toBe(Date.now() - 6000);
    expect(serverInstant()).toBe(new Date(Date.now() - 6000).toISOString());
    expect(newDeed(12, '2026-11-24T08:00:00.000Z')).toMatchObject({
      at: '2026-11-24T08:00:00.000Z',
      seen: 12,
      device: 'test',
      offset: 6000,
    });
  });

  test('a clock that is set back while the page runs is found out by the one that only runs', () => {
    learnOffset(SERVER, SERVER, SERVER);
    jest.advanceTimersByTime(60_000);
    expect(clockOffset()).toBe(0);
    jest.setSystemTime(SERVER + 60_000 - 600_000);
    expect(clockOffset()).toBe(-600_000);
    expect(serverNow()).toBe(SERVER + 60_000);
    // Two seconds are what a slow line may make.
    jest.setSystemTime(SERVER + 60_000 - 2000);
    expect(clockOffset()).toBe(0);
  });
});

describe('what is remembered of a monitor', () => {
  test('the newest is believed for three seconds of the server’s clock, however this one goes', () => {
    hear(0, { rpm: 1700, dead: null });
    for (const ahead of [0, 4000, -600_000]) {
      jest.setSystemTime(SERVER + ahead);
      learnOffset(SERVER + ahead, SERVER, SERVER + ahead);
      expect([ahead, newest('left', 'rpm')]).toEqual([ahead, 1700]);
      jest.setSystemTime(SERVER + ahead + 2999);
      expect(newest('left', 'rpm')).toBe(1700);
      jest.setSystemTime(SERVER + ahead + 3000);
      expect(newest('left', 'rpm')).toBeUndefined();
    }
    expect([newest('left', 'dead'), newest('right', 'rpm')]).toEqual([undefined, undefined]);
    expect(newestAt()).toBe(SERVER);
  });

  test('another aircraft begins anew; what was read before the page looked is put ahead, once', () => {
    run('rpm', 0, [1, 2, 3]);
    const before = [-400, -300, -200].map((ms) => ({
      mark: `QX-${mark}`,
      at: SERVER + ms,
      values: { left: { rpm: ms } },
    })) as unknown as Parameters<typeof takeHistory>[0];
    takeHistory(before);
    expect(recent('left', 'rpm', 10).v).toEqual([-400, -300, 1, 2, 3]);
    takeHistory(before);
    expect(recent('left', 'rpm', 10).v).toEqual([-400, -300, 1, 2, 3]);
    takeHistory([]);
    // The line was down for a while: what the server heard meanwhile fills the hole.
    hear(2000, { rpm: 6 });
    takeHistory(
      [500, 1000, 1500, 2000].map((ms) => ({
        mark: `QX-${mark}`,
        at: SERVER + ms,
        values: { left: { rpm: ms / 500 + 2 } },
      })) as unknown as Parameters<typeof takeHistory>[0],
    );
    expect(recent('left', 'rpm', 10).v).toEqual([-400, -300, 1, 2, 3, 3, 4, 5, 6]);
    mark += 1;
    run('rpm', 0, [9]);
    expect(recent('left', 'rpm', 10).v).toEqual([9]);
  });

  test('readings of another aircraft count for nothing, whether they came before it was looked at or are still on their way', () => {
    run('rpm', 0, [1700, 1700]);
    expectReadings('QX-OTHER');
    expect([newest('left', 'rpm'), newestAt(), lastRiseThrough(linesRead(), 'left', 'rpm', 0)]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
    hear(50, { rpm: 1700 });
    takeHistory([{ mark: `QX-${mark}`, at: SERVER, values: { left: { rpm: 5 } } }] as unknown as Parameters<
      typeof takeHistory
    >[0]);
    expect(recent('left', 'rpm', 10).v).toEqual([]);
    expectReadings(`QX-${mark}`);
    hear(100, { rpm: 1650 });
    expect(newest('left', 'rpm')).toBe(1650);
    // Saying the same again forgets nothing.
    expectReadings(`QX-${mark}`);
    expect(newest('left', 'rpm')).toBe(1650);
  });

  test('between two instants, both included; gaps stay gaps, and two lines in one millisecond are one', () => {
    hear(0, { rpm: 10 });
    hear(0, { rpm: 11 });
    hear(100, { rpm: null });
    hear(200, { rpm: 12 });
    hear(300, { rpm: 13 });
    expect(samplesBetween(linesRead(), 'left', 'rpm', SERVER, SERVER + 200)).toEqual({
      t: [0, 0.2],
      v: [10, 12],
      from: SERVER,
    });
    expect(samplesBetween(linesRead(), 'left', 'rpm', SERVER + 1, SERVER + 300)).toEqual({
      t: [0, 0.1],
      v: [12, 13],
      from: SERVER + 200,
    });
    expect(samplesBetween(linesRead(), 'left', 'oil', SERVER, SERVER + 300)).toEqual({
      t: [],
      v: [],
      from: SERVER,
    });
  });

  test('how far apart they are says the clock of the monitor, whatever their way here did to them (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 0, max: 1500 })), {
          minLength: 3,
          maxLength: 60,
        }),
        (steps) => {
          mark += 1;
          expectReadings(undefined);
          let clock: SourceClock | undefined;
          let [time, heard] = [0, 0];
          const taken = steps.map(([gone, delay]) => {
            time += gone;
            // What was held up longest holds up whatever came after it: they are heard in one millisecond.
            heard = Math.max(heard, time + delay);
            const line = instantOfLine(clock, time, SERVER + heard);
            clock = line.clock;
            takeReading({
              mark: `QX-${mark}`,
              at: Math.round(line.at),
              source: { since: clock.since, time },
              values: { left: { oil: time, rpm: 400 } },
            });
            return time;
          });
          const { t, v } = samplesBetween(linesRead(), 'left', 'oil', SERVER, SERVER + 1e9);
          expect(v).toEqual(taken);
          t.forEach((x, i) => expect(x).toBeCloseTo(((taken[i] ?? 0) - (taken[0] ?? 0)) / 1000, 9));
          // What goes into the record is in order, however near two readings are.
          const kept = runningSeries(index, part('last'))?.t ?? [];
          kept.forEach((x, i) => expect(i === 0 || x > (kept[i - 1] ?? 0)).toBe(true));
        },
      ),
      { numRuns: 100 },
    );
  });

  test('a monitor that was set anew is followed by our clock from there, and its two counts are never mixed', () => {
    const say = (ms: number, since: number, time: number): void =>
      takeReading({
        mark: `QX-${mark}`,
        at: SERVER + ms,
        source: { since: SERVER + since, time },
        values: { left: { oil: ms } },
      });
    say(0, 0, 90_000);
    say(1000, 0, 90_100);
    say(2000, 2000, 0);
    say(2500, 2000, 700);
    expect(samplesBetween(linesRead(), 'left', 'oil', SERVER, SERVER + 9000).t).toEqual([0, 0.1, 2, 2.5]);
  });

  test('the last rise through a value: from on or below it to above it', () => {
    run('rpm', 500, [0, 400, 300, 301, 200, 300]);
    expect(lastRiseThrough(linesRead(), 'left', 'rpm', 300)).toBe(SERVER + 300);
    expect(lastRiseThrough(linesRead(), 'left', 'rpm', 500)).toBeUndefined();
  });
});

describe('taking a figure from the monitor', () => {
  const at = (ms: number): void => void jest.setSystemTime(SERVER + ms);

  test('nothing is offered of what has no channel, no figure, or cannot be reached', () => {
    for (const id of ['speed', 'typed', 'seen'])
      expect([id, lookAt(index, part(id), '').state]).toEqual([id, 'none']);
    hear(0, { rpm: 1700 });
    expect(lookAt(index, part('typed'), '').state).toBe('none');
    expect(lookAt(index, part('speed'), '')).toEqual({ state: 'moving', value: 1700 });
  });

  test('steady for as long as it has to be: what is taken is the mean as measured, and the text alone is rounded', () => {
    at(3000);
    run(
      'rpm',
      3000,
      Array.from({ length: 25 }, (_, i) => (i % 2 === 0 ? 2245 : 2246)),
    );
    const look = lookAt(index, part('speed'), '');
    expect(look.state).toBe('steady');
    if (look.state !== 'steady' || !look.reading) return;
    const samples = recent('left', 'rpm', 2).v;
    const mean = samples.reduce((a, b) => a + b, 0) / samples.length;
    expect(look.reading.value).toBeCloseTo(mean, 9);
    expect(look.reading.value % 1).not.toBe(0);
    expect(look.reading).toMatchObject({
      text: '2\u202f245',
      resolution: 1,
      source: 'live',
      unit: 'rpm',
      instrument: 'gauge',
      count: samples.length,
    });
    expect(look.reading.scatter).toBeGreaterThan(0.4);
  });

  test('while it moves nothing is taken; at the edge of steady the last steady reading stays for a gloved hand', () => {
    at(3000);
    run(
      'rpm',
      3000,
      Array.from({ length: 25 }, () => 1700),
    );
    expect(lookAt(index, part('speed'), '').state).toBe('steady');
    // A jolt beyond what may be: moving, but the reading before it is still the same within the tolerance.
    at(3100);
    hear(3100, { rpm: 1675 });
    hear(3200, { rpm: 1710 });
    const held = lookAt(index, part('speed'), '');
    expect(held).toMatchObject({ state: 'steady', value: 1710, reading: { value: 1700 } });
    // Away from it, or long after it, it is not.
    hear(3300, { rpm: 1760 });
    expect(lookAt(index, part('speed'), '').state).toBe('moving');
    at(4700);
    hear(4601, { rpm: 1675 });
    hear(4700, { rpm: 1700 });
    expect(lookAt(index, part('speed'), '').state).toBe('moving');
  });

  test('every cylinder at once, or none', () => {
    at(3000);
    const heads = (n: number) =>
      Object.fromEntries(Array.from({ length: n }, (_, i) => [`head-${i + 1}`, 200 + i]));
    for (let ms = 0; ms <= 3000; ms += 100) hear(ms, heads(3));
    expect(takeAll(index, part('heads'))).toBeUndefined();
    mark += 1;
    for (let ms = 0; ms <= 3000; ms += 100) hear(ms, heads(4));
    expect(Object.entries(takeAll(index, part('heads')) ?? {}).map(([n, r]) => [n, r.value])).toEqual([
      ['1', 200],
      ['2', 201],
      ['3', 202],
      ['4', 203],
    ]);
  });

  test('the power setting, as it is and whether it is there; nobody knows while nothing is heard', () => {
    expect([settingNow(part('speed')), settingMet(part('speed'))]).toEqual([undefined, undefined]);
    expect([settingNow(part('heads')), settingMet(part('heads'))]).toEqual([{}, true]);
    for (const [manifold, met] of [
      [18.99, false],
      [19, true],
      [21, true],
      [21.01, false],
    ] as const) {
      hear(0, { manifold });
      expect([manifold, settingMet(part('speed'))]).toEqual([manifold, met]);
      expect(settingNow(part('speed'))).toEqual({ manifold: { value: manifold, unit: 'inHg' } });
    }
  });

  test('a recording begins with its trigger and ends when it is long enough; without one it is the last seconds', () => {
    at(5000);
    expect(runningSeries(index, part('rise'))).toBeUndefined();
    for (let ms = 0; ms <= 5000; ms += 500) hear(ms, { rpm: ms >= 1000 ? 800 : 0, oil: ms / 100 });
    const rise = runningSeries(index, part('rise'));
    expect(rise).toMatchObject({ unit: 'rpm', source: 'live', resolution: 1 });
    expect(rise?.t).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3]);
    expect(rise?.v).toEqual([10, 15, 20, 25, 30, 35, 40]);
    expect(runningSeries(index, part('last'))?.v).toEqual([800, 800, 800, 800, 800, 800, 800]);
    expect(runningSeries(index, part('speed'))).toBeUndefined();
  });
});
