import {
  budgetFaults,
  scheduleFaults,
  searchSchedule,
  windStretches,
  reckonFlight,
  type Job,
} from './index.ts';
import type { FlightBudget } from '../record/index.ts';

const job = (id: string, change: Partial<Job> = {}): Job => ({
  id,
  minutes: 10,
  crew: [['ann']],
  uses: [],
  links: [],
  ...change,
});
const problem = (jobs: readonly Job[], atOnce = 1) => ({
  jobs,
  people: [{ id: 'ann', away: [] }],
  resources: [{ id: 'bench', atOnce, away: [] }],
});
const BUDGET: FlightBudget = {
  unit: 'L',
  usable: 60,
  reserve: 15,
  rate: { idle: 0.1, cruise: 0.4, climb: 0.6, full: 0.7 },
  taxiMinutes: 10,
  circuitMinutes: 10,
  climbRate: 180,
  longest: 60,
  circuitHeight: 300,
};

test.each<[string, readonly Job[], number, string]>([
  ['a job twice', [job('a'), job('a')], 1, 'jobTwice'],
  ['one that takes less than no time', [job('a', { minutes: -5 })], 1, 'jobNegative'],
  ['one of no length that is a figure', [job('a', { minutes: NaN })], 1, 'jobNegative'],
  ['one after something that is not there', [job('a', { links: [{ job: 'paint' }] })], 1, 'jobUnknown'],
  [
    'a wait of less than nothing',
    [job('a'), job('b', { links: [{ job: 'a', atLeast: -1 }] })],
    1,
    'waitNegative',
  ],
  ['a bench of which there is none', [job('a')], 0, 'placeNone'],
])('%s is refused by name, and not searched', (_title, jobs, atOnce, code) => {
  expect(scheduleFaults(problem(jobs, atOnce)).map((r) => r.code)).toContain(code);
  expect(searchSchedule(problem(jobs, atOnce), { seed: 1, lists: 5 })).toBeUndefined();
});

test('a budget with a reserve, a rate or a contingency below nothing is none; the contingency is on all that is burned', () => {
  expect(scheduleFaults(problem([job('a'), job('b', { links: [{ job: 'a' }] })]))).toEqual([]);
  expect(budgetFaults(BUDGET)).toEqual([]);
  for (const change of [
    { reserve: -1 },
    { usable: 0 },
    { contingency: -0.1 },
    { rate: { ...BUDGET.rate, climb: -1 } },
  ])
    expect(budgetFaults({ ...BUDGET, ...change }).map((r) => r.code)).toEqual(['budgetNegative']);
  // 10 min of idle and 10 of cruise are 5 L; with five in a hundred more they are 5.25.
  expect(reckonFlight([], BUDGET).burn).toBeCloseTo(5, 9);
  expect(reckonFlight([], { ...BUDGET, contingency: 0.05 })).toMatchObject({ burn: 5.25, margin: 39.75 });
});

test('a wind of less than nothing is no forecast, and what nobody forecast is not flown in', () => {
  const wind = (speed: number) =>
    windStretches(
      [{ from: '2026-11-26T08:00:00Z', to: '2026-11-26T10:00:00Z', direction: 240, speed }],
      [240],
      { speed: 15, cross: 10 },
    );
  expect(wind(8)).toHaveLength(1);
  expect(wind(-8)).toEqual([]);
  expect(wind(NaN)).toEqual([]);
});
