import type { Check, Part } from '@kanzel/core';
import { BASIS, check, PACK, Scribe } from '../../../../../packages/core/src/testing/world.ts';
import { expectReadings, takeReading } from '../../sync/monitor-store.ts';
import { foundDrops } from './found.ts';

jest.mock('../../sync/device.ts', () => ({ DEVICE: 'test' }));

// Well behind the first entries of a record of these tests.
const SERVER = Date.parse('2026-11-24T08:10:00.000Z');
const FIGURE = { unit: 'rpm', resolution: 1, channel: 'rpm', plausible: { low: 0, high: 3500 } } as const;
const drop = (id: string, change: Partial<Check>): Check =>
  check(id, {
    subject: 'engine',
    answer: { kind: 'drop', ...FIGURE },
    setting: { channel: 'rpm', value: 1700, tolerance: 50, unit: 'rpm' },
    ...change,
  });
const basis = {
  ...BASIS,
  pack: {
    ...PACK,
    gates: [],
    checks: [
      drop('right-off', { proves: ['engine.{engine}.ignition.left'] }),
      drop('left-off', { proves: ['engine.{engine}.ignition.right'] }),
      drop('heat', { proves: ['engine.{engine}.induction'] }),
      drop('high', { setting: { channel: 'rpm', value: 2000, tolerance: 50, unit: 'rpm' } }),
      check('seen', { subject: 'engine' }),
    ],
  },
};
const scribe = () => new Scribe().open(basis);

let mark = 0;
/** Both engines for so many seconds at a speed, with exhausts so warm; ten lines a second. */
function run(...parts: readonly (readonly [speed: number, exhaust: number, seconds: number])[]): void {
  mark += 1;
  expectReadings(`m-${mark}`);
  let at = SERVER;
  for (const [rpm, warm, seconds] of parts)
    for (let i = 0; i < seconds * 10; i += 1) {
      at += 100;
      const exhausts = Object.fromEntries([1, 2, 3, 4].map((c) => [`exhaust-${c}`, warm + c]));
      takeReading({
        mark: `m-${mark}`,
        at,
        values: {
          left: { rpm, 'manifold-pressure': 15, ...exhausts },
          right: { rpm: 1700, 'manifold-pressure': 15 },
        },
      });
    }
}
const part = (s: Scribe, key: string): Part => {
  const found = s.state().index?.parts.get(key);
  if (!found) throw new Error(key);
  return found;
};
const seen = (s: Scribe, key: string) => {
  const { index } = s.state();
  if (!index) throw new Error('There is no basis.');
  return foundDrops(s.state(), index, part(s, key));
};
const [left, both, heat] = [
  [1590, 742, 6],
  [1700, 700, 6],
  [1640, 700, 6],
] as const;

test('what was done is offered where it can be of the check: an ignition to ignitions, heat to heat, at the speed that was asked for', () => {
  run([1700, 700, 10], left, both, heat, both);
  const s = scribe();
  const drops = (key: string) => seen(s, key).map((f) => Math.round(f.before.value - f.after.value));
  expect(drops('right-off@left')).toEqual([110]);
  expect(drops('heat@left')).toEqual([60]);
  expect(drops('high@left')).toEqual([]);
  expect(drops('right-off@right')).toEqual([]);
  expect(drops('seen@left')).toEqual([]);
  const [first] = seen(s, 'right-off@left');
  expect(first?.after).toMatchObject({ source: 'live', unit: 'rpm', text: '1\u202f590', resolution: 1 });
  expect(first?.after.count).toBeGreaterThan(40);
  // Its time is when it was so, not when it is taken.
  expect(Date.parse(first?.after.at ?? '')).toBe(first?.to);
  expect(Date.parse(first?.after.at ?? '')).toBeGreaterThan(SERVER + 10_000);
  expect(Date.parse(first?.after.at ?? '')).toBeLessThan(SERVER + 17_000);
});

test('what was switched before the engine ran for this check is of another engine than the one that is asked about', () => {
  run([1700, 700, 10], left, both);
  const asked = drop('warm-off', { proves: ['engine.{engine}.ignition.left'], needs: { engine: 'running' } });
  /** Drops that are offered where the engine was said to run so many seconds after the recording began. */
  const offered = (seconds: number): number => {
    const s = new Scribe().open({ ...basis, pack: { ...basis.pack, checks: [...basis.pack.checks, asked] } });
    const at = new Date(SERVER + 1000 * seconds).toISOString();
    s.add('state.set', { state: 'engine', subject: 'left', value: 'running' }, { at });
    return seen(s, 'warm-off@left').length;
  };
  expect([offered(-1), offered(5), offered(60)]).toEqual([1, 0, 0]);
});

test('what another check of the same engine holds already says so, and what the other engine holds is no matter', () => {
  run([1700, 700, 10], left, both, left, both);
  const s = scribe();
  const [first, second] = seen(s, 'right-off@left');
  if (!first || !second) throw new Error('Two were done.');
  expect([first.keptBy, second.keptBy]).toEqual([undefined, undefined]);
  s.add('answer.given', {
    check: 'right-off',
    subject: 'left',
    answer: { kind: 'drop', before: first.before, after: first.after },
    facts: {},
  });
  expect(seen(s, 'left-off@left').map((f) => f.keptBy)).toEqual(['right-off@left', undefined]);
  const other = scribe();
  other.add('answer.given', {
    check: 'right-off',
    subject: 'right',
    answer: { kind: 'drop', before: first.before, after: first.after },
    facts: {},
  });
  expect(seen(other, 'left-off@left').map((f) => f.keptBy)).toEqual([undefined, undefined]);
});
