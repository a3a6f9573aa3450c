import {
  airspeedByLegs,
  circleInTrack,
  legsOfTrack,
  placeAround,
  stallSeries,
  stepResponses,
  type LegMoment,
  type StepResponse,
} from '@kanzel/core';
import { readVehicleLog } from '@kanzel/formats';
import { seededRandom } from '../random.ts';
import { VehicleStandin } from '../vehicle.ts';
import { FLIGHTS, MODES, type FlightCharacter, type FlightKind } from './character.ts';
import { FlightStandin, type FlightCommand } from './flight.ts';

/**
 * The second route of what is measured in flight: what was flown is known, since it was made up, and what was found in what the aircraft says of
 * itself is held against it.
 */
const ORIGIN = { latitude: 57.6, longitude: 1.4 };
const LONGEST = 3600;

interface Second extends LegMoment {
  readonly flown: number;
  readonly shown: number;
  readonly warns: boolean;
}

/** A whole programme, second by second. */
function flownBy(flight: FlightStandin, change: FlightCommand = {}): readonly Second[] {
  flight.command({ ...change, flying: true });
  const seconds: Second[] = [];
  while (flight.situation().flying && seconds.length < LONGEST) {
    flight.advance(1);
    const { height, ...place } = flight.place();
    seconds.push({ at: seconds.length, height, ...placeAround(ORIGIN, place), ...flight.airspeed() });
  }
  return seconds;
}

const legsAtTop = (track: readonly LegMoment[]) => {
  const top = Math.max(...track.map((m) => m.height));
  return legsOfTrack(track).filter((leg) => Math.abs(leg.height - top) < 5);
};

test('200 flights with any wind: airspeed and wind are found within what they promise, as often as they promise it', () => {
  const random = seededRandom(20261130);
  let [airspeedIn, windIn, furthest] = [0, 0, 0];
  for (let i = 0; i < 200; i += 1) {
    const kind = i % 2 === 0 ? 'single' : 'twin';
    const flight = new FlightStandin(1000 + i, FLIGHTS[kind]);
    const [wind, windFrom] = [12 * random.uniform(), 360 * random.uniform()];
    const legs = legsAtTop(flownBy(flight, { wind, windFrom }));
    expect(legs).toHaveLength(4);
    // A place is off by 0.6 m for some ten seconds: over a leg of 45 s that is 0.02 to 0.04 m/s.
    const found = airspeedByLegs(legs.map(({ track, speed }) => ({ track, speed, uncertainty: 0.03 })));
    if (!found.ok) throw new Error(found.error.code);
    const off = Math.abs(found.value.airspeed - FLIGHTS[kind].airspeed);
    furthest = Math.max(furthest, off);
    if (off <= 2 * found.value.airspeedError) airspeedIn += 1;
    if (Math.abs(found.value.wind - wind) <= 2 * found.value.windError) windIn += 1;
  }
  // Two standard errors are promised in 95 of 100; of 200 that is 190, and no fewer than 181 but once in a thousand times.
  expect(airspeedIn).toBeGreaterThanOrEqual(181);
  expect(windIn).toBeGreaterThanOrEqual(181);
  expect(furthest).toBeLessThan(0.2);
});

test.each(['single', 'twin', 'flyingWing', 'ductedFan'] as const)(
  'the stalls of a %s break where it stops flying, are warned of before, and a gauge tells them by its own error',
  (kind) => {
    const character: FlightCharacter = FLIGHTS[kind];
    const flight = new FlightStandin(5, character);
    const seconds = flownBy(flight);
    const count = character.programme.filter((part) => part.stall).length;
    const stall = character.stall ?? NaN;
    // A break is where the speed, lost by a knot a second, is gained again.
    const breaks = seconds.flatMap((s, i) => {
      const [before, after] = [seconds[i - 1], seconds[i + 1]];
      return before && after && before.flown > s.flown && after.flown > s.flown && s.flown < 1.1 * stall
        ? [s]
        : [];
    });
    expect(breaks).toHaveLength(count);
    for (const one of breaks) expect(one.warns).toBe(true);
    expect(seconds.some((s) => s.warns && s.flown > 1.03 * stall)).toBe(true);
    expect(seconds.filter((s) => s.flown > 1.1 * stall).every((s) => !s.warns)).toBe(true);
    const series = stallSeries(
      breaks.map((b) => ({ configuration: 'clean', mass: 600, break: b.shown })),
      600,
    );
    if (!series.ok) throw new Error(series.error.code);
    // What the gauge must show: the standard day thins the air by 1 - 0.0065 h / 288.15, to the power 4.2559.
    const [share, more] = character.gauge;
    const height = breaks.reduce((sum, b) => sum + b.height, 0) / count;
    const shown = share * stall * Math.sqrt((1 - (0.0065 * height) / 288.15) ** 4.2559) + more;
    // Read once a second while 0.5 m/s is lost in it.
    expect(Math.abs((series.value.break?.middle ?? NaN) - shown)).toBeLessThan(0.5);
    // It comes home, and stands.
    expect(flight.situation()).toMatchObject({ flying: false, airspeed: 0 });
  },
);

/** The log of a vehicle that flew its programme: every frame that it sent. */
function logOf(kind: FlightKind, change: FlightCommand = {}) {
  const flight = new FlightStandin(7, FLIGHTS[kind]);
  const vehicle = new VehicleStandin(1, 4, 7, [], flight);
  flight.command({ ...change, flying: true });
  const frames: Uint8Array[] = [];
  for (let i = 0; flight.situation().flying && i < 10 * LONGEST; i += 1) frames.push(...vehicle.advance());
  const log = readVehicleLog(Uint8Array.from(frames.flatMap((frame) => [...frame])));
  if (!log.ok) throw new Error(log.error);
  return log.value;
}
const stepsIn = (kind: FlightKind, change: FlightCommand = {}): readonly StepResponse[] => {
  const steps = stepResponses(logOf(kind, change).roll);
  if (!steps.ok) throw new Error(steps.error.code);
  return steps.value;
};
const middle = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;

test.each(['liftAndCruise', 'flyingWing', 'multirotor', 'ductedFan'] as const)(
  'how a %s takes up a roll is found in what it says: the overshoot of a second-order system; loose, it swings on',
  (kind) => {
    const [, damping] = FLIGHTS[kind].roll;
    const overshoot = Math.exp((-Math.PI * damping) / Math.sqrt(1 - damping ** 2));
    const steps = stepsIn(kind);
    expect(steps.length).toBeGreaterThanOrEqual(4);
    expect(Math.abs(middle(steps.map((s) => s.overshoot)) - overshoot)).toBeLessThan(0.06);
    const loose = stepsIn(kind, { loose: true });
    expect(middle(loose.map((s) => s.overshoot))).toBeGreaterThan(0.5);
    expect(middle(loose.map((s) => s.swing))).toBeGreaterThan(1.2 * middle(steps.map((s) => s.swing)));
  },
);

test('the way round a place is found in the log of a courier in calm air, and its lift-off and landing are in it', () => {
  const { points } = logOf('liftAndCruise', { wind: 0 });
  const track = points.map((p) => ({ at: p.at, height: p.height, ...placeAround(ORIGIN, p) }));
  const found = circleInTrack(track);
  if (!found.ok) throw new Error(found.error.code);
  expect(Math.abs(found.value.radius - 90)).toBeLessThan(2);
  expect(found.value.turned).toBeGreaterThan(500);
  // The lowest of the way round is where it cruised: nothing of the hover is taken for it.
  expect(found.value.highest - found.value.lowest).toBeLessThan(3);
  expect((track.at(-1)?.height ?? NaN) - (track[0]?.height ?? NaN)).toBeLessThan(8);
});

test('a receiver that jumps makes no leg across its jump, and a dead gauge shows nothing while it flies', () => {
  const flight = new FlightStandin(3, FLIGHTS.single);
  flight.command({ flying: true, wind: 0, gaugeDead: true });
  const track: LegMoment[] = [];
  // In the middle of the first leg, which begins 140 s into the programme.
  for (let at = 0; at < 185; at += 1) {
    if (at === 162) flight.command({ jumped: true });
    flight.advance(1);
    const { height, ...place } = flight.place();
    track.push({ at, height, ...placeAround(ORIGIN, place) });
    expect(flight.airspeed().shown).toBe(0);
  }
  for (const leg of legsOfTrack(track)) {
    expect(leg.from >= 162 || leg.to <= 162).toBe(true);
    expect(Math.abs(leg.speed - FLIGHTS.single.airspeed)).toBeLessThan(0.3);
  }
});

test('one that hovers stays over its place whatever the wind, and is rolled by nothing but by hand when it is out of trim', () => {
  const flight = new FlightStandin(9, FLIGHTS.multirotor);
  flight.command({ flying: true, wind: 9, outOfTrim: 6 });
  const held: Second[] = [];
  const rolls = { hand: [] as number[], level: [] as number[] };
  while (flight.situation().flying) {
    flight.advance(1);
    const part = flight.part();
    const { height, ...place } = flight.place();
    if (part?.holds && !part.climb)
      held.push({ at: 0, height, ...placeAround(ORIGIN, place), ...flight.airspeed() });
    if (part?.roll === 0 && part.mode === MODES.hand) rolls.hand.push(flight.attitude().roll);
    if (part?.roll === 0 && part.mode === MODES.level) rolls.level.push(flight.attitude().roll);
  }
  const first = held.slice(0, 15);
  for (const [a, b] of first.slice(1).map((m, i) => [first[i] ?? m, m] as const))
    expect(Math.hypot(a.north - b.north, a.east - b.east)).toBeLessThan(1.5);
  expect(middle(rolls.hand)).toBeGreaterThan(5);
  expect(Math.abs(middle(rolls.level))).toBeLessThan(1);
});
