import { heldAt } from '../held-at.ts';
import { edgesOf } from './envelope.ts';
import { dryItems, fuelItem, type Item } from './items.ts';
import { checkTrack, envelopesFor, flightTrack, landingAt, tiltsOf, type TrackPoint } from './track.ts';
import type { LoadingSheet } from './types.ts';
import type { LoadingData } from '../aircraft/loading-data.ts';
import { ownMember } from '../own-member.ts';

/** One point of a flight, packed for drawing. */
interface DrawPoint {
  /**
   * 5 numbers a tank: mass, arm, lateral; one sigma of what the gauge says, as mass; one sigma of the density as a share
   * of the mass. The gauge is wrong by as much however little is left; the density by as much of what is left.
   */
  readonly fuel: Float64Array;
  readonly tilt: number;
  /** Polygons as pairs of arm and mass. */
  readonly polygons: readonly Float64Array[];
}

/** A loading packed for drawing: what is drawn once a flight, what at each point, and where it must stay inside. */
export interface DrawProblem {
  /** Triples of mass, arm, lateral, and pairs of sigmas: 5 numbers an item, drawn once. */
  readonly dry: Float64Array;
  /** Up to landing. */
  readonly points: readonly DrawPoint[];
  /** After it, on the reserve, which is not meant to be used. */
  readonly reserve: readonly DrawPoint[];
  readonly tanks: number;
  readonly lateral: readonly [number, number];
}

/** How many draws stay inside up to landing, and how many of those on the reserve too. */
export interface Inside {
  readonly draws: number;
  readonly inside: number;
  readonly reserve: number;
}

function packItems(items: readonly Item[]): Float64Array {
  const packed = new Float64Array(items.length * 5);
  items.forEach((i, at) => packed.set([i.mass, i.arm, i.lateral, i.sigmaMass, i.sigmaArm], at * 5));
  return packed;
}

/** Fuel of every tank, also of empty ones: the same place for the same tank at every point. */
function packFuel(data: LoadingData, point: TrackPoint): Float64Array {
  const packed = new Float64Array(data.tanks.length * 5);
  data.tanks.forEach((tank, at) => {
    const volume = ownMember(point.volumes, tank.id) ?? 0;
    const own = fuelItem(tank, volume, data.units);
    if (!own) return;
    const gauge = (own.mass / volume) * (tank.gauge / 2);
    const density = tank.density > 0 ? tank.densityBand / 2 / tank.density : 0;
    packed.set([own.mass, own.arm, own.lateral, gauge, density], at * 5);
  });
  return packed;
}

/**
 * Packs a loading for `drawInside`: the corners of its track up to landing and the point where it comes closest to an
 * edge on the way there, in every tilt position; apart from them the corners after landing. Undefined when it has no mass, or there is no envelope to stay inside.
 */
export function drawProblem(data: LoadingData, sheet: LoadingSheet): DrawProblem | undefined {
  const points: DrawPoint[] = [];
  const reserve: DrawPoint[] = [];
  const dry = packItems(dryItems(data, sheet));
  const [base] = dryItems(data, sheet);
  for (const tilt of tiltsOf(data)) {
    const track = flightTrack(data, sheet, tilt);
    const envelopes = envelopesFor(data, tilt);
    if (!track.ok || envelopes.length === 0 || !base) return undefined;
    const landing = landingAt(track.value, sheet);
    const flown = track.value.slice(0, landing + 1);
    const landed = track.value[landing]?.burned ?? 0;
    const close = envelopes.flatMap((e) => {
      const { doubt, worst } = checkTrack(data, sheet, track.value, e, tilt);
      // What is closest only after landing says nothing of the flight.
      return [doubt, worst].flatMap((m) => (m && m.at.burned <= landed + 1e-9 ? [m.at] : []));
    });
    const [tilted] = dryItems(data, sheet, tilt);
    const polygons = envelopes.map((e) =>
      Float64Array.from(edgesOf(e).flatMap(({ from }) => [from.arm, from.mass])),
    );
    const pack = (point: TrackPoint): DrawPoint => ({
      fuel: packFuel(data, point),
      tilt: ((tilted?.arm ?? base.arm) - base.arm) * base.mass,
      polygons,
    });
    points.push(...[...flown, ...close].map(pack));
    reserve.push(...track.value.slice(landing + 1).map(pack));
  }
  const { low = -Infinity, high = Infinity } = data.lateral ?? {};
  return { dry, points, reserve, tanks: data.tanks.length, lateral: [low, high] };
}

function insidePolygon(polygon: Float64Array, arm: number, mass: number): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 2; i < polygon.length; j = i, i += 2) {
    const x1 = heldAt(polygon, i);
    const y1 = heldAt(polygon, i + 1);
    const x2 = heldAt(polygon, j);
    const y2 = heldAt(polygon, j + 1);
    if (y1 > mass !== y2 > mass && arm < x1 + ((mass - y1) / (y2 - y1)) * (x2 - x1)) inside = !inside;
  }
  return inside;
}

/**
 * Draws a loading many times from what is not known of it and counts how often the whole flight stays inside: every
 * mass and arm from a normal distribution, drawn once a flight, by pairs (Box and Muller 1958). `random` gives even
 * numbers in [0, 1) and is handed in, so that a seed gives the same count again.
 * Example: a centre on an edge with an even error each way stays inside in half of the draws.
 */
export function drawInside(problem: DrawProblem, draws: number, random: () => number): Inside {
  const { dry, points, reserve, tanks, lateral } = problem;
  // Of every tank what its gauge is off by, then what its fuel weighs otherwise than it should.
  const fuelError = new Float64Array(2 * tanks);
  let spare = NaN;
  const normal = (): number => {
    if (!Number.isNaN(spare)) {
      const value = spare;
      spare = NaN;
      return value;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - random()));
    const angle = 2 * Math.PI * random();
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
  let count = 0;
  let further = 0;
  for (let draw = 0; draw < draws; draw += 1) {
    let mass = 0;
    let moment = 0;
    let side = 0;
    for (let i = 0; i < dry.length; i += 5) {
      const sigmaMass = heldAt(dry, i + 3);
      const sigmaArm = heldAt(dry, i + 4);
      const m = heldAt(dry, i) + (sigmaMass === 0 ? 0 : sigmaMass * normal());
      const x = heldAt(dry, i + 1) + (sigmaArm === 0 ? 0 : sigmaArm * normal());
      mass += m;
      moment += m * x;
      side += m * heldAt(dry, i + 2);
    }
    for (let t = 0; t < 2 * tanks; t += 1) fuelError[t] = normal();
    if (!staysInside(points, fuelError, mass, moment, side, lateral)) continue;
    count += 1;
    if (staysInside(reserve, fuelError, mass, moment, side, lateral)) further += 1;
  }
  return { draws, inside: count, reserve: further };
}

function staysInside(
  points: DrawProblem['points'],
  fuelError: Float64Array,
  dryMass: number,
  dryMoment: number,
  drySide: number,
  lateral: readonly [number, number],
): boolean {
  for (let p = 0; p < points.length; p += 1) {
    const point = heldAt(points, p);
    let mass = dryMass;
    let moment = dryMoment + point.tilt;
    let side = drySide;
    for (let t = 0; 2 * t < fuelError.length; t += 1) {
      const at = t * 5;
      // No tank holds less than nothing, whatever its gauge is off by.
      const gauged = Math.max(
        0,
        heldAt(point.fuel, at) + heldAt(point.fuel, at + 3) * heldAt(fuelError, 2 * t),
      );
      const m = gauged * (1 + heldAt(point.fuel, at + 4) * heldAt(fuelError, 2 * t + 1));
      mass += m;
      moment += m * heldAt(point.fuel, at + 1);
      side += m * heldAt(point.fuel, at + 2);
    }
    const arm = moment / mass;
    const off = side / mass;
    if (off < lateral[0] || off > lateral[1]) return false;
    for (let i = 0; i < point.polygons.length; i += 1)
      if (!insidePolygon(heldAt(point.polygons, i), arm, mass)) return false;
  }
  return true;
}
