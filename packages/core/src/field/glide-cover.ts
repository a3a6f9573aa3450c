import { groundAt, type FieldChart, type LandingPlace, type MapPlace } from './field-chart.ts';

/** How an aircraft comes down without its engine. */
export interface Glider {
  /** True airspeed of its best glide (m/s), and how it sinks there (m/s). */
  readonly speed: number;
  readonly sink: number;
  /** How steeply it is turned (°). */
  readonly bank: number;
  /** Every loss of height is taken so many times. */
  readonly margin: number;
  /** Height left over the place, to line up and land (m). */
  readonly arrival: number;
  /** Height kept over ground and obstacles on the way there (m). */
  readonly clearance: number;
  /** What it rolls after touching down (m), and how steeply it comes down at the most, metres ahead for every metre of height. */
  readonly roll: number;
  readonly steepest: number;
}

/** Wind over the field: where it comes from (°, true), m/s. */
export interface WindOver {
  readonly from: number;
  readonly speed: number;
}

/** A way to somewhere it can be put down. */
export interface WayDown {
  readonly place: string;
  readonly aim: MapPlace;
  /** What it takes to get there, above the sea (m). */
  readonly height: number;
  /** Turned first, to the right above nothing (°), and how long it takes in all (s). */
  readonly turned: number;
  readonly seconds: number;
}

const GRAVITY = 9.80665;
const RAD = Math.PI / 180;
/** The turn is looked at every so many degrees; between two looks the way is closed in on. */
const LOOK = 5;
/** Farther round nothing is found that was not found before: wind may move a place by a part of a circle (°). */
const MOST_TURN = 450;
const HALVINGS = 16;
/** Ground is looked at every so many metres of the way. */
const GROUND_EVERY = 60;
/** So near to an obstacle it is flown over (m). */
const BESIDE = 100;

/** What a turn is, in still air: the same angle of the wing as straight on, so that it is faster and sinks faster. */
function turnOf({ speed, sink, bank }: Glider) {
  const load = 1 / Math.cos(bank * RAD);
  const fast = speed * Math.sqrt(load);
  const radius = fast ** 2 / (GRAVITY * Math.tan(bank * RAD));
  return { radius, rate: fast / radius, sink: sink * load ** 1.5 };
}

/** Where it points to fly along a course over the ground; the course itself where the wind is stronger than it is fast (radians). */
function headingFor(course: number, speed: number, drift: MapPlace): number {
  const across = -drift.north * Math.sin(course) + drift.east * Math.cos(course);
  const share = across / speed;
  return Math.abs(share) < 1 ? course - Math.asin(share) : course;
}

/** What a glider and a wind come to, worked out once for a whole track. */
export interface Gliding {
  readonly glider: Glider;
  readonly drift: MapPlace;
  readonly turn: ReturnType<typeof turnOf>;
}

/** Once for a whole track. Example: 5 m/s from the north drifts 5 m/s to the south. */
export const glidingIn = (glider: Glider, wind: WindOver): Gliding => ({
  glider,
  drift: {
    north: -wind.speed * Math.cos(wind.from * RAD),
    east: -wind.speed * Math.sin(wind.from * RAD),
  },
  turn: turnOf(glider),
});

/** How it stands after a turn of so much: when, how far it has come, and how it moves over the ground from there straight on. */
interface Look {
  readonly seconds: number;
  readonly north: number;
  readonly east: number;
  readonly toNorth: number;
  readonly toEast: number;
}

function lookAfter({ glider, drift, turn }: Gliding, heading: number, side: 1 | -1, angle: number): Look {
  const seconds = angle / turn.rate;
  const now = heading + side * angle;
  // The arc begins at nothing, its middle lies to the side.
  return {
    seconds,
    north: drift.north * seconds + side * turn.radius * (Math.sin(now) - Math.sin(heading)),
    east: drift.east * seconds + side * turn.radius * (Math.cos(heading) - Math.cos(now)),
    toNorth: glider.speed * Math.cos(now) + drift.north,
    toEast: glider.speed * Math.sin(now) + drift.east,
  };
}

const LOOKS = MOST_TURN / LOOK;
const looksOf = (gliding: Gliding, heading: number, side: 1 | -1): readonly Look[] =>
  Array.from({ length: LOOKS + 1 }, (_, i) => lookAfter(gliding, heading, side, i * LOOK * RAD));

const besideOf = (look: Look, to: MapPlace): number =>
  look.toNorth * (to.east - look.east) - look.toEast * (to.north - look.north);
const aheadOf = (look: Look, to: MapPlace): number =>
  look.toNorth * (to.north - look.north) + look.toEast * (to.east - look.east);
const squareOf = (look: Look): number => look.toNorth ** 2 + look.toEast ** 2;

interface Flown {
  /** Radians. */
  readonly turn: number;
  readonly seconds: number;
}

/** The first way through a turn to one side and straight on that meets a place: undefined where it never does. */
function wayTo(
  to: MapPlace,
  heading: number,
  side: 1 | -1,
  gliding: Gliding,
  looks: readonly Look[],
): Flown | undefined {
  const [first] = looks;
  if (!first) return undefined;
  let before = besideOf(first, to);
  if (Math.abs(before) < 1e-9 && aheadOf(first, to) >= 0)
    return { turn: 0, seconds: aheadOf(first, to) / squareOf(first) };
  for (let i = 1; i < looks.length; i += 1) {
    const look = looks[i];
    if (!look) break;
    const after = besideOf(look, to);
    if (before > 0 !== after > 0) {
      let [low, high] = [(i - 1) * LOOK * RAD, i * LOOK * RAD];
      for (let k = 0; k < HALVINGS; k += 1) {
        const middle = (low + high) / 2;
        if (besideOf(lookAfter(gliding, heading, side, middle), to) > 0 === before > 0) low = middle;
        else high = middle;
      }
      const met = lookAfter(gliding, heading, side, high);
      const square = squareOf(met);
      if (aheadOf(met, to) >= 0 && square > 0)
        return { turn: high, seconds: met.seconds + aheadOf(met, to) / square };
    }
    before = after;
  }
  return undefined;
}

/** A way that is known but for the ground below it. */
interface Bare extends WayDown {
  readonly side: 1 | -1;
  readonly angle: number;
}

function bareWays(places: readonly LandingPlace[], gliding: Gliding, at: MapPlace, heading: number): Bare[] {
  const { glider, turn } = gliding;
  const ways: Bare[] = [];
  for (const side of [1, -1] as const) {
    const looks = looksOf(gliding, heading, side);
    for (const place of places)
      for (const aim of place.aims) {
        const to = { north: aim.north - at.north, east: aim.east - at.east };
        const way = wayTo(to, heading, side, gliding, looks);
        if (!way) continue;
        const turning = way.turn / turn.rate;
        const loss = turning * turn.sink + (way.seconds - turning) * glider.sink;
        ways.push({
          place: place.name,
          aim,
          side,
          angle: way.turn,
          turned: (side * way.turn) / RAD,
          seconds: way.seconds,
          height: place.elevation + glider.arrival + glider.margin * loss,
        });
      }
  }
  return ways.sort((a, b) => a.height - b.height);
}

/** What the ground on the way asks for as well; undefined where it is not known all the way. */
function overGround(
  chart: FieldChart,
  gliding: Gliding,
  at: MapPlace,
  heading: number,
  way: Bare,
): number | undefined {
  const { glider, drift, turn } = gliding;
  const clearance = Math.min(glider.clearance, glider.arrival);
  const turning = way.angle / turn.rate;
  const fastest = Math.max(turn.rate * turn.radius, glider.speed) + Math.hypot(drift.north, drift.east);
  const steps = Math.max(1, Math.ceil((way.seconds * fastest) / GROUND_EVERY));
  let highest = way.height;
  for (let i = 0; i <= steps; i += 1) {
    const t = (way.seconds * i) / steps;
    const turned = heading + way.side * turn.rate * Math.min(t, turning);
    const straight = Math.max(0, t - turning) * glider.speed;
    const here = {
      north:
        at.north +
        drift.north * t +
        way.side * turn.radius * (Math.sin(turned) - Math.sin(heading)) +
        straight * Math.cos(turned),
      east:
        at.east +
        drift.east * t +
        way.side * turn.radius * (Math.cos(heading) - Math.cos(turned)) +
        straight * Math.sin(turned),
    };
    let ground = groundAt(chart, here);
    if (ground === undefined) return undefined;
    for (const { at: stands, top } of chart.obstacles)
      if (Math.hypot(stands.north - here.north, stands.east - here.east) <= BESIDE + GROUND_EVERY)
        ground = Math.max(ground, top);
    const lost = Math.min(t, turning) * turn.sink + Math.max(0, t - turning) * glider.sink;
    highest = Math.max(highest, ground + clearance + glider.margin * lost);
  }
  return highest;
}

/**
 * The lowest height above the sea from which somewhere can be reached without an engine, flying along `course` now: the turn towards it, the
 * wind that carries it meanwhile, the glide, every loss taken `margin` times, over ground and obstacles with `clearance`, and over
 * the place with `arrival`. Undefined where nothing can be reached at all, or the ground on every way is not known.
 *
 * Units: m, m/s, ° true. Boundary: at exactly this height there is cover.
 * Source: a turn at constant bank and a straight glide at one airspeed, in moving air; the way with the least height is taken, by either side.
 * Example: 20 m/s and 1 m/s of sinking, a runway at the sea 2000 m ahead in still air, margin 1, arrival 50 m: 150 m.
 */
export function lowestCover(
  chart: FieldChart,
  gliding: Gliding,
  at: MapPlace,
  course: number,
): WayDown | undefined {
  const heading = headingFor(course * RAD, gliding.glider.speed, gliding.drift);
  let best: WayDown | undefined;
  for (const way of bareWays(chart.places, gliding, at, heading)) {
    // What the ground asks for only makes it more.
    if (best && way.height >= best.height) break;
    const height = overGround(chart, gliding, at, heading, way);
    if (height !== undefined && (!best || height < best.height)) best = { ...way, height };
  }
  return best;
}
