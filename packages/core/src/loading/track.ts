import { ok, type Result } from '../result.ts';
import type { Reason } from '../reasons/reason.ts';
import { edgesOf, facingMargins, isAlong, isInside, type Direction, type Edge } from './envelope.ts';
import { centreOf, dryItems, fuelItems, type Centre } from './items.ts';
import type { LoadingSheet } from './types.ts';
import type { Envelope, LoadingData } from '../aircraft/loading-data.ts';
import { ownMember } from '../own-member.ts';

/** The aircraft at one moment of the flight. */
export interface TrackPoint {
  /** Usable fuel gone since the start, all tanks together. */
  readonly burned: number;
  readonly left: number;
  readonly volumes: Readonly<Record<string, number>>;
  readonly centre: Centre;
  /** Take-off, landing, or the last usable drop; other points are where a tank runs dry or its table bends. */
  readonly name?: 'take-off' | 'landing' | 'dry';
}

/** The smallest margin in one direction, and where on the way it is met. */
export interface TrackMargin {
  readonly direction: Direction;
  readonly edge: Edge;
  readonly value: number;
  readonly at: TrackPoint;
}

/** A whole flight against one envelope. */
export interface TrackCheck {
  readonly envelope: Envelope;
  /** `reserve`: outside only after landing, on fuel that is not meant to be used. */
  readonly state: 'inside' | 'reserve' | 'outside';
  /** The smallest margin to every edge that is faced on the way, along and in mass, up to landing. */
  readonly margins: readonly TrackMargin[];
  /** Where it is outside by most, up to landing or (`reserve`) after it. */
  readonly worst?: TrackMargin;
  /** The point whose margin is the smallest share of its uncertainty; below 2 it is too close to tell. */
  readonly doubt?: TrackMargin & { readonly sigmas: number; readonly uncertainty: number };
}

/** The next moment at which something bends: a tank of the group runs dry, or reaches a row of its table. */
function nextBend(
  data: LoadingData,
  open: readonly string[],
  volumes: Readonly<Record<string, number>>,
): number {
  const each = open.map((id) => {
    const volume = ownMember(volumes, id) ?? 0;
    const rows = data.tanks.find((t) => t.id === id)?.arms.map((r) => r.volume) ?? [];
    const below = rows.filter((r) => r > 0 && r < volume - 1e-9);
    return volume - Math.max(0, ...below);
  });
  return Math.min(...each) * open.length;
}

/**
 * Volumes in every tank at each moment that bends the track: the start, each tank running dry, each row of a table,
 * landing, the last usable drop. Tanks of a group are drawn evenly until one is dry; a tank in no group is not used.
 */
export function burnSteps(
  data: LoadingData,
  fuel: Readonly<Record<string, number>>,
  used: number,
): readonly { readonly burned: number; readonly volumes: Readonly<Record<string, number>> }[] {
  let volumes: Readonly<Record<string, number>> = { ...fuel };
  let burned = 0;
  const steps = [{ burned, volumes }];
  for (const group of data.burn) {
    for (;;) {
      const open = group.filter((id) => (ownMember(volumes, id) ?? 0) > 1e-9);
      if (open.length === 0) break;
      const bend = nextBend(data, open, volumes);
      const toLanding = used - burned;
      const step = toLanding > 1e-9 && toLanding < bend - 1e-9 ? toLanding : bend;
      const each = step / open.length;
      const next: Record<string, number> = { ...volumes };
      for (const id of open) {
        const left = (ownMember(volumes, id) ?? 0) - each;
        next[id] = left < 1e-9 ? 0 : left;
      }
      volumes = next;
      burned += step;
      steps.push({ burned, volumes });
    }
  }
  return steps;
}

/**
 * The way of mass and centre through the whole flight, in the tilt position given: corner points between which mass
 * and moment change evenly. Electric aircraft and gliders have one point. Errors: `noMass`.
 * Example: two tanks drawn together and never bending give take-off, landing and dry.
 */
export function flightTrack(
  data: LoadingData,
  sheet: LoadingSheet,
  tilt?: string,
): Result<readonly TrackPoint[], Reason> {
  const dry = dryItems(data, sheet, tilt);
  const points: TrackPoint[] = [];
  const steps = burnSteps(data, sheet.fuel, sheet.used);
  const total = steps[steps.length - 1]?.burned ?? 0;
  for (const [i, { burned, volumes }] of steps.entries()) {
    const centre = centreOf([...dry, ...fuelItems(data, volumes)]);
    if (!centre.ok) return centre;
    const landing = Math.abs(burned - sheet.used) <= 1e-9;
    const name = i === 0 ? 'take-off' : landing ? 'landing' : i === steps.length - 1 ? 'dry' : undefined;
    points.push({ burned, left: total - burned, volumes, centre: centre.value, ...(name ? { name } : {}) });
  }
  return ok(points);
}

/** Which point of a track it lands at: what comes after it is reserve. */
export function landingAt(track: readonly TrackPoint[], sheet: LoadingSheet): number {
  const found = track.findIndex((p) => p.burned >= sheet.used - 1e-9);
  return found < 0 ? track.length - 1 : found;
}

/** The aircraft between two points of its track, `t` of the way. Mass and moment change evenly; the arm does not. */
export function between(
  data: LoadingData,
  sheet: LoadingSheet,
  a: TrackPoint,
  b: TrackPoint,
  t: number,
  tilt?: string,
): TrackPoint {
  if (t <= 0) return a;
  if (t >= 1) return b;
  const mix = (from: number, to: number): number => from + (to - from) * t;
  const volumes = Object.fromEntries(
    Object.keys(a.volumes).map((id) => [
      id,
      mix(ownMember(a.volumes, id) ?? 0, ownMember(b.volumes, id) ?? 0),
    ]),
  );
  const centre = centreOf([...dryItems(data, sheet, tilt), ...fuelItems(data, volumes)]);
  return {
    burned: mix(a.burned, b.burned),
    left: mix(a.left, b.left),
    volumes,
    centre: centre.ok ? centre.value : a.centre,
  };
}

/** Roots of a·t² + b·t + c between 0 and 1. */
function roots(a: number, b: number, c: number): number[] {
  const scale = Math.max(Math.abs(a), Math.abs(b), Math.abs(c));
  if (scale === 0) return [];
  if (Math.abs(a) < 1e-14 * scale) return Math.abs(b) < 1e-14 * scale ? [] : [-c / b];
  const inner = b * b - 4 * a * c;
  if (inner < 0) return [];
  const q = -(b + Math.sign(b || 1) * Math.sqrt(inner)) / 2;
  return q === 0 ? [0] : [q / a, c / q];
}

/**
 * Moments of a stretch at which a margin can be smallest, or the inside ends: where it passes a corner of the
 * envelope by mass or by arm, where it crosses a line, and where it runs beside one. With mass m = m₀ + m₁t and
 * moment P = P₀ + P₁t even in t, the arm P/m moves one way only: its slope is (P₁m₀ − P₀m₁)/m². So the distance to a
 * line x = x₀ + k·m has an extreme only where k·m₁ = (P₁m₀ − P₀m₁)/m², and meets it where P = x₀·m + k·m².
 */
function telling(edges: readonly Edge[], a: TrackPoint, b: TrackPoint): readonly number[] {
  const [m0, m1] = [a.centre.mass, b.centre.mass - a.centre.mass];
  const [p0, p1] = [
    a.centre.arm * a.centre.mass,
    b.centre.arm * b.centre.mass - a.centre.arm * a.centre.mass,
  ];
  const bend = p1 * m0 - p0 * m1;
  const found: number[] = [0, 1];
  const whereMass = (m: number): number => (m - m0) / m1;
  for (const { from, to } of edges) {
    if (m1 !== 0) found.push(whereMass(from.mass));
    found.push(...roots(0, p1 - from.arm * m1, p0 - from.arm * m0));
    const [dx, dm] = [to.arm - from.arm, to.mass - from.mass];
    // The line as u·x + v·m = w.
    const [u, v] = [dm, -dx];
    const w = u * from.arm + v * from.mass;
    // On the line: u·P + v·m² = w·m.
    found.push(...roots(v * m1 * m1, u * p1 + 2 * v * m0 * m1 - w * m1, u * p0 + v * m0 * m0 - w * m0));
    // Beside it: u·bend/m² + v·m₁ = 0.
    const square = v === 0 || m1 === 0 ? 0 : (-u * bend) / (v * m1);
    if (square > 0 && m1 !== 0) found.push(whereMass(Math.sqrt(square)));
  }
  const inside = [...new Set(found.filter((t) => t >= 0 && t <= 1))].sort((x, y) => x - y);
  // Between two of them nothing changes sides: the middle says which side it is on.
  return inside.flatMap((t, i) => {
    const next = inside[i + 1];
    return next === undefined ? [t] : [t, (t + next) / 2];
  });
}

/** How many standard deviations a margin is, measured across its edge. */
function sigmasOf(point: TrackPoint, edge: Edge): { sigmas: number; across: number } {
  const { arm, mass, sigmaArm, sigmaMass, covariance } = point.centre;
  const [u, v] = [edge.to.mass - edge.from.mass, edge.from.arm - edge.to.arm];
  const distance = Math.abs(u * (arm - edge.from.arm) + v * (mass - edge.from.mass));
  const variance = u * u * sigmaArm ** 2 + v * v * sigmaMass ** 2 + 2 * u * v * covariance;
  const sigma = Math.sqrt(Math.max(0, variance));
  return { sigmas: sigma === 0 ? (distance === 0 ? 0 : Infinity) : distance / sigma, across: sigma };
}

/**
 * A whole flight against one envelope: on the line is inside. Looked at exactly, not by sampling: every point at
 * which a margin can be smallest, or the inside be left, is found in closed form (see `telling`).
 * `tilt` as in `flightTrack`. Example: inside at take-off and landing and outside while one tank is emptied before
 * the other comes back `outside`, with the point where it is worst.
 */
export function checkTrack(
  data: LoadingData,
  sheet: LoadingSheet,
  track: readonly TrackPoint[],
  envelope: Envelope,
  tilt?: string,
): TrackCheck {
  const edges = edgesOf(envelope);
  const landing = landingAt(track, sheet);
  const margins = new Map<string, TrackMargin>();
  let outside: TrackMargin | undefined;
  let reserve: TrackMargin | undefined;
  let doubt: TrackCheck['doubt'];
  const look = (point: TrackPoint, spare: boolean): void => {
    const where = { arm: point.centre.arm, mass: point.centre.mass };
    const inside = isInside(edges, where);
    const facing = facingMargins(edges, where);
    if (!inside) {
      const [nearest] = [...facing].sort((a, b) => Math.abs(a.value) - Math.abs(b.value));
      const found = nearest && { ...nearest, at: point };
      const known = spare ? reserve : outside;
      const worse = found ?? known;
      if (worse && (!known || (found && found.value < known.value))) {
        if (spare) reserve = worse;
        else outside = worse;
      } else if (!known && !found) {
        // Off the picture in every direction: no edge faces it, and it is outside all the same.
        const [edge] = edges;
        if (edge) {
          const lost = { direction: 'aft' as const, edge, value: -Infinity, at: point };
          if (spare) reserve = lost;
          else outside = lost;
        }
      }
    }
    if (spare) return;
    for (const one of facing) {
      const key = `${edges.indexOf(one.edge)} ${isAlong(one.direction) ? 'along' : 'mass'}`;
      const known = margins.get(key);
      if (!known || one.value < known.value) margins.set(key, { ...one, at: point });
      const { sigmas } = sigmasOf(point, one.edge);
      if (inside && (!doubt || sigmas < doubt.sigmas)) {
        const uncertainty = 2 * (isAlong(one.direction) ? point.centre.sigmaArm : point.centre.sigmaMass);
        doubt = { ...one, at: point, sigmas, uncertainty };
      }
    }
  };
  const [first] = track;
  if (first) look(first, false);
  for (let i = 0; i + 1 < track.length; i += 1) {
    const [a, b] = [track[i], track[i + 1]];
    if (!a || !b) continue;
    const spare = i >= landing;
    for (const t of telling(edges, a, b)) if (t > 0) look(between(data, sheet, a, b, t, tilt), spare);
  }
  const worst = outside ?? reserve;
  return {
    envelope,
    state: outside ? 'outside' : reserve ? 'reserve' : 'inside',
    margins: [...margins.values()].sort((a, b) => a.value - b.value),
    ...(worst ? { worst } : {}),
    ...(doubt ? { doubt } : {}),
  };
}

/** Envelopes that hold in a tilt position. The data of a campaign holds only those of its configuration. */
export function envelopesFor(data: LoadingData, tilt: string | undefined): readonly Envelope[] {
  return data.envelopes.filter((e) => e.tilt === undefined || e.tilt === tilt);
}

/** The tilt positions to look at: those there are, or the one there is. */
export function tiltsOf(data: LoadingData): readonly (string | undefined)[] {
  return data.tilts.length === 0 ? [undefined] : data.tilts.map((t) => t.id);
}
