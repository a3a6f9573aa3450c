import * as fc from 'fast-check';
import type { TestPoint } from '../checks/types.ts';
import {
  buildUp,
  judgeFlights,
  leastFlights,
  packFlights,
  reckonFlight,
  riskOf,
  USUAL_POINT,
  type FlightPoint,
  type FlightRules,
} from './flights.ts';
import type { FlightBudget } from '../record/plan.ts';

const BUDGET: FlightBudget = {
  unit: 'L',
  usable: 40,
  reserve: 10,
  rate: { idle: 0.1, cruise: 0.3, climb: 0.5, full: 0.6 },
  taxiMinutes: 10,
  circuitMinutes: 6,
  climbRate: 150,
  longest: 60,
  circuitHeight: 300,
};

function point(
  id: string,
  minutes: number,
  change: Partial<TestPoint> = {},
  after: string[] = [],
): FlightPoint {
  return { id, minutes, point: { ...USUAL_POINT, ...change }, after, stall: id.startsWith('stall') };
}

const points = fc
  .array(
    fc.record({
      minutes: fc.integer({ min: 1, max: 20 }),
      risk: fc.constantFrom(1, 2, 3, 4, 5),
      configuration: fc.constantFrom('clean', 'landing'),
      low: fc.constantFrom(0, 300, 600, 900),
      power: fc.constantFrom('idle', 'cruise', 'climb', 'full'),
      after: fc.array(fc.nat(9), { maxLength: 1 }),
      stall: fc.integer({ min: 0, max: 5 }),
      place: fc.integer({ min: 0, max: 9 }),
    }),
    { maxLength: 10 },
  )
  .map((drawn) =>
    drawn.map((d, i): FlightPoint => {
      const place =
        d.place === 0 && i < 2 ? ('take-off' as const) : d.place === 1 ? ('landing' as const) : undefined;
      return {
        ...point(
          `${d.stall === 0 && !place ? 'stall' : 'p'}${i}`,
          place ? 1 : d.minutes,
          {
            risk: d.risk as TestPoint['risk'],
            configuration: d.configuration,
            height: { low: d.low, high: d.low + 600 },
            power: d.power as TestPoint['power'],
            ...(place ? { place } : {}),
          },
          [],
        ),
        after: place
          ? []
          : d.after
              .filter((a) => a < i && drawn[a]?.place !== 0 && drawn[a]?.place !== 1)
              .map((a) => `${drawn[a]?.stall === 0 ? 'stall' : 'p'}${a}`),
      };
    }),
  );

const rules = fc.record({
  profile: fc.constantFrom('circuit', 'overhead', 'programme'),
  stall: fc.constantFrom('before', 'if-benign', 'never'),
}) as fc.Arbitrary<FlightRules>;

test('flights packed can be flown: every point once, inside fuel and time, least risk first, judged faultless', () => {
  fc.assert(
    fc.property(points, rules, (list, rule) => {
      const packed = packFlights(list, BUDGET, rule);
      if (!packed.ok) {
        expect(packed.error.code).toBe('pointDoesNotFit');
        return;
      }
      const { flights, least } = packed.value;
      expect(flights.flat().sort()).toEqual(list.map((p) => p.id).sort());
      expect(judgeFlights(list, flights, BUDGET, rule)).toEqual([]);
      expect(flights.length).toBeGreaterThanOrEqual(least);
      const byId = new Map(list.map((p) => [p.id, p]));
      const risk = riskOf(list);
      const dared = flights
        .flat()
        .filter((id) => !byId.get(id)?.point.place)
        .map((id) => risk.get(id) ?? 0);
      expect(dared).toEqual([...dared].sort((a, b) => a - b));
    }),
    { numRuns: 400 },
  );
});

/** Fuel and minutes of a flight minute by minute, by another route than the sum of its legs. */
function minuteByMinute(flight: readonly FlightPoint[]): { burn: number; minutes: number } {
  const step = 1 / 60;
  let [burn, minutes, height] = [0, 0, BUDGET.circuitHeight];
  const run = (length: number, rate: number): void => {
    for (let t = 0; t < length - step / 2; t += step) {
      burn += rate * step;
      minutes += step;
    }
  };
  run(BUDGET.taxiMinutes, BUDGET.rate.idle);
  for (const { point: p, minutes: own } of flight) {
    if (!p.place) {
      while (height < p.height.low - 1e-6) {
        height += BUDGET.climbRate * step;
        run(step, BUDGET.rate.climb);
      }
      height = Math.min(height, p.height.high);
    }
    run(own, BUDGET.rate[p.power]);
  }
  run(BUDGET.circuitMinutes, BUDGET.rate.cruise);
  return { burn, minutes };
}

test('a flight burns and lasts what a minute-by-minute account says', () => {
  fc.assert(
    fc.property(points, (list) => {
      const flight = buildUp(list);
      const flown = reckonFlight(flight, BUDGET);
      const slow = minuteByMinute(flight);
      expect(Math.abs(flown.burn - slow.burn)).toBeLessThan(0.05);
      expect(Math.abs(flown.minutes - slow.minutes)).toBeLessThan(0.2);
      expect(flown.margin).toBeCloseTo(BUDGET.usable - BUDGET.reserve - flown.burn, 9);
      expect(flown.legs.reduce((sum, l) => sum + l.burn, 0)).toBeLessThanOrEqual(flown.burn + 1e-9);
    }),
  );
});

/** The fewest flights into which a fixed order can be cut, by trying every cut. */
function fewest(order: readonly FlightPoint[]): number {
  if (order.length === 0) return 0;
  let best = Infinity;
  for (let i = 1; i <= order.length; i += 1) {
    const flown = reckonFlight(order.slice(0, i), BUDGET);
    if (flown.margin < -1e-9 || flown.minutes > BUDGET.longest + 1e-9) break;
    best = Math.min(best, 1 + fewest(order.slice(i)));
  }
  return best;
}

test('no cut of the build-up order needs fewer flights', () => {
  fc.assert(
    fc.property(points, (drawn) => {
      const list = drawn.filter((p) => !p.point.place);
      const free: FlightRules = { profile: 'programme', stall: 'before' };
      const packed = packFlights(list, BUDGET, free);
      if (!packed.ok) return;
      expect(packed.value.flights.length).toBe(
        Math.max(1, fewest(buildUp(list))) - (list.length === 0 ? 1 : 0),
      );
      expect(leastFlights(list, BUDGET)).toBeLessThanOrEqual(packed.value.flights.length);
    }),
  );
});

test('an arrangement says what is wrong with it, and what to move', () => {
  const list = [
    point('handling', 15, { risk: 1 }),
    point('slow', 20, { risk: 3 }),
    point('stall', 15, { risk: 4 }, ['slow']),
    point('landing', 3, { risk: 2, place: 'landing' }),
  ];
  const rule: FlightRules = { profile: 'overhead', stall: 'never' };
  const codes = (flights: string[][]) =>
    judgeFlights(list, flights, BUDGET, rule).map((f) => [f.flight, f.check, f.reason.code, f.move]);
  expect(codes([['handling', 'slow', 'landing'], ['stall']])).toEqual([]);
  expect(codes([['handling', 'slow', 'stall', 'landing']])).toEqual([
    [0, undefined, 'flightLong', { check: 'stall', to: 1 }],
    [0, 'stall', 'first.stall', { check: 'stall', to: 1 }],
  ]);
  expect(codes([['slow', 'handling', 'landing'], []])).toEqual([
    [0, 'handling', 'buildUp', undefined],
    [-1, 'stall', 'inNoFlight', undefined],
  ]);
  // 10 min of taxi at 0.1, 6 of circuit at 0.3, 35 of points at 0.3 and 3 at the field: 1 + 1.8 + 11.4 = 14.2 L.
  const carries = (amount: number, withReserve: boolean, unit: 'L' | 'Wh' = 'L') =>
    judgeFlights(list, [['handling', 'slow', 'landing'], ['stall']], BUDGET, {
      ...rule,
      carried: { unit, amount, withReserve },
    }).map((f) => [f.flight, f.reason.code]);
  expect(carries(24.2, true)).toEqual([]);
  expect(carries(24.1, true)).toEqual([[0, 'flightNotCarried']]);
  expect(carries(14.2, false)).toEqual([]);
  expect(carries(14.1, false)).toEqual([[0, 'flightNotCarried']]);
  expect(carries(0, true, 'Wh')).toEqual([]);
  expect(packFlights([point('long', 70)], BUDGET, rule)).toMatchObject({
    ok: false,
    error: { code: 'pointDoesNotFit' },
  });
});
