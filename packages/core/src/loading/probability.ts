import { edgesOf } from './envelope.ts';
import { dryItems, fuelItem, type Item } from './items.ts';
import { checkTrack, envelopesFor, flightTrack, landingAt, tiltsOf, type TrackPoint } from './track.ts';
import type { LoadingData, LoadingSheet } from './types.ts';

/** A loading packed for drawing: what is drawn once a flight, what at each point, and where it must stay inside. */
export interface DrawProblem {
  /** Triples of mass, arm, lateral, and pairs of sigmas: 5 numbers an item, drawn once. */
  readonly dry: Float64Array;
  readonly points: readonly {
    /** 5 numbers an item of fuel. Their errors are drawn once a flight and scale with the fuel. */
    readonly fuel: Float64Array;
    readonly tilt: number;
    /** Polygons as pairs of arm and mass. */
    readonly polygons: readonly Float64Array[];
  }[];
  readonly tanks: number;
  readonly lateral: readonly [number, number];
}

/** Share of draws inside, and how well that is known. */
export interface Inside {
  readonly draws: number;
  readonly inside: number;
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
    const own = fuelItem(tank, point.volumes[tank.id] ?? 0, data.units);
    if (own) packed.set([own.mass, own.arm, own.lateral, own.sigmaMass / own.mass, 0], at * 5);
  });
  return packed;
}

/**
 * Packs a loading for `drawInside`: the corners of its track up to landing and the point where it comes closest to an
 * edge, in every tilt position. Undefined when it has no mass, or there is no envelope to stay inside.
 */
export function drawProblem(data: LoadingData, sheet: LoadingSheet): DrawProblem | undefined {
  const points: DrawProblem['points'][number][] = [];
  const dry = packItems(dryItems(data, sheet));
  const [base] = dryItems(data, sheet);
  for (const tilt of tiltsOf(data)) {
    const track = flightTrack(data, sheet, tilt);
    const envelopes = envelopesFor(data, tilt);
    if (!track.ok || envelopes.length === 0 || !base) return undefined;
    const flown = track.value.slice(0, landingAt(track.value, sheet) + 1);
    const close = envelopes.flatMap((e) => {
      const { doubt, worst } = checkTrack(data, sheet, track.value, e, tilt);
      return [doubt, worst].flatMap((m) => (m ? [m.at] : []));
    });
    const [tilted] = dryItems(data, sheet, tilt);
    const polygons = envelopes.map((e) =>
      Float64Array.from(edgesOf(e).flatMap(({ from }) => [from.arm, from.mass])),
    );
    for (const point of [...flown, ...close])
      points.push({
        fuel: packFuel(data, point),
        tilt: ((tilted?.arm ?? base.arm) - base.arm) * base.mass,
        polygons,
      });
  }
  const { low = -Infinity, high = Infinity } = data.lateral ?? {};
  return { dry, points, tanks: data.tanks.length, lateral: [low, high] };
}

function insidePolygon(polygon: Float64Array, arm: number, mass: number): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 2; i < polygon.length; j = i, i += 2) {
    const x1 = polygon[i] as number;
    const y1 = polygon[i + 1] as number;
    const x2 = polygon[j] as number;
    const y2 = polygon[j + 1] as number;
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
  const { dry, points, tanks, lateral } = problem;
  const fuelError = new Float64Array(tanks);
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
  for (let draw = 0; draw < draws; draw += 1) {
    let mass = 0;
    let moment = 0;
    let side = 0;
    for (let i = 0; i < dry.length; i += 5) {
      const sigmaMass = dry[i + 3] as number;
      const sigmaArm = dry[i + 4] as number;
      const m = (dry[i] as number) + (sigmaMass === 0 ? 0 : sigmaMass * normal());
      const x = (dry[i + 1] as number) + (sigmaArm === 0 ? 0 : sigmaArm * normal());
      mass += m;
      moment += m * x;
      side += m * (dry[i + 2] as number);
    }
    for (let t = 0; t < tanks; t += 1) fuelError[t] = normal();
    if (staysInside(points, fuelError, mass, moment, side, lateral)) count += 1;
  }
  return { draws, inside: count };
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
    const point = points[p] as DrawProblem['points'][number];
    let mass = dryMass;
    let moment = dryMoment + point.tilt;
    let side = drySide;
    for (let t = 0; t < fuelError.length; t += 1) {
      const at = t * 5;
      const m = (point.fuel[at] as number) * (1 + (point.fuel[at + 3] as number) * (fuelError[t] as number));
      mass += m;
      moment += m * (point.fuel[at + 1] as number);
      side += m * (point.fuel[at + 2] as number);
    }
    const arm = moment / mass;
    const off = side / mass;
    if (off < lateral[0] || off > lateral[1]) return false;
    for (let i = 0; i < point.polygons.length; i += 1)
      if (!insidePolygon(point.polygons[i] as Float64Array, arm, mass)) return false;
  }
  return true;
}
