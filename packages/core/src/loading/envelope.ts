import type { Envelope, EnvelopeCorner } from '../aircraft/loading-data.ts';

/** A point of the picture: centre and mass. */
export interface EnvelopePoint {
  readonly arm: number;
  readonly mass: number;
}

/** A side of an envelope from a corner to the next, with the name people give it. */
export interface Edge {
  readonly from: EnvelopeCorner;
  readonly to: EnvelopeCorner;
  readonly name: string;
  /** The inside lies at smaller arms, and at smaller masses: it is met going aft, and going up. */
  readonly metGoing: { readonly aft: boolean; readonly up: boolean };
}

export const DIRECTIONS = ['forward', 'aft', 'up', 'down'] as const;
export type Direction = (typeof DIRECTIONS)[number];

/** Whether a direction is one of the arm, rather than of the mass. */
export function isAlong(direction: Direction): boolean {
  return direction === 'forward' || direction === 'aft';
}

/** How far it is to the edge that a point sees in one direction: positive inside, negative outside. */
export interface FacingMargin {
  readonly direction: Direction;
  readonly edge: Edge;
  /** In the unit of the arm for forward and aft, of the mass for up and down. */
  readonly value: number;
}

/** Decimals miss by a few units in the last binary place; a billionth is far below any scale. */
const NOISE = 1e-9;

/** Twice the signed area: positive when the corners go round from arm towards mass. */
function turning(corners: readonly EnvelopeCorner[]): number {
  const [first] = corners;
  if (!first) return 0;
  let sum = 0;
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % corners.length] ?? a;
    sum += (a.arm - first.arm) * (b.mass - first.mass) - (b.arm - first.arm) * (a.mass - first.mass);
  });
  return sum;
}

/** What an edge keeps one from, when nobody named it: seen from inside. */
function plainName(from: EnvelopeCorner, to: EnvelopeCorner, turn: number): string {
  const rising = (to.mass - from.mass) * Math.sign(turn);
  if (rising === 0) return (to.arm - from.arm) * Math.sign(turn) > 0 ? 'lowest mass' : 'highest mass';
  return rising > 0 ? 'aft limit' : 'forward limit';
}

/** The sides of an envelope in order. Example: a corner with `edge: 'aft limit'` names the side that begins there. */
export function edgesOf(envelope: Envelope): readonly Edge[] {
  const turn = turning(envelope.corners);
  return envelope.corners.map((from, i) => {
    const to = envelope.corners[(i + 1) % envelope.corners.length] ?? from;
    return {
      from,
      to,
      name: from.edge ?? plainName(from, to, turn),
      metGoing: { aft: (to.mass - from.mass) * turn > 0, up: (to.arm - from.arm) * turn < 0 },
    };
  });
}

/** Size of the figures of an envelope, for telling noise from a difference. */
function sizes(edges: readonly Edge[]): { readonly arm: number; readonly mass: number } {
  const largest = (of: (c: EnvelopeCorner) => number): number =>
    Math.max(...edges.map((e) => Math.abs(of(e.from))), 1e-12);
  return { arm: largest((c) => c.arm), mass: largest((c) => c.mass) };
}

/** Arm of an edge at a mass; undefined where it does not reach, or lies level. */
function armAt({ from, to }: Pick<Edge, 'from' | 'to'>, mass: number, slack: number): number | undefined {
  const [low, high] = from.mass <= to.mass ? [from, to] : [to, from];
  if (low.mass === high.mass || mass < low.mass - slack || mass > high.mass + slack) return undefined;
  const share = Math.min(1, Math.max(0, (mass - low.mass) / (high.mass - low.mass)));
  return low.arm + share * (high.arm - low.arm);
}

/** Mass of an edge at an arm; undefined where it does not reach, or stands upright. */
function massAt({ from, to }: Edge, arm: number, slack: number): number | undefined {
  const flip = (c: EnvelopeCorner): EnvelopeCorner => ({ arm: c.mass, mass: c.arm });
  return armAt({ from: flip(from), to: flip(to) }, arm, slack);
}

function onEdge(
  edge: Edge,
  point: EnvelopePoint,
  size: { readonly arm: number; readonly mass: number },
): boolean {
  const [slackArm, slackMass] = [NOISE * size.arm, NOISE * size.mass];
  const arm = armAt(edge, point.mass, slackMass);
  if (arm !== undefined && Math.abs(arm - point.arm) <= slackArm) return true;
  const mass = massAt(edge, point.arm, slackArm);
  return mass !== undefined && Math.abs(mass - point.mass) <= slackMass;
}

/**
 * Whether a point lies inside an envelope; on a line or a corner is inside. Any simple polygon, convex or not.
 * Method: a ray of equal mass crosses the boundary an odd number of times (even-odd rule); an edge takes in its lower
 * end and not its upper one, so that a corner is met once.
 */
export function isInside(edges: readonly Edge[], point: EnvelopePoint): boolean {
  const size = sizes(edges);
  if (edges.some((e) => onEdge(e, point, size))) return true;
  let inside = false;
  for (const { from, to } of edges) {
    if (from.mass > point.mass === to.mass > point.mass) continue;
    const share = (point.mass - from.mass) / (to.mass - from.mass);
    if (point.arm < from.arm + share * (to.arm - from.arm)) inside = !inside;
  }
  return inside;
}

/**
 * Distance to the edges that a point sees forward and aft (at its mass) and up and down (at its arm). The nearest edge
 * in each direction is the one that counts, so that on an envelope with a notch the notch is what is near, and an edge
 * behind another says nothing. Positive inside; outside, negative, towards each edge by which one would come in.
 * On a line the margin is nothing. Example: in a square from 0 to 10, the point (3, 4) has 3, 7, 6 and 4.
 */
export function facingMargins(edges: readonly Edge[], point: EnvelopePoint): readonly FacingMargin[] {
  const size = sizes(edges);
  const sign = isInside(edges, point) ? 1 : -1;
  const found = new Map<Direction, FacingMargin>();
  const offer = (direction: Direction, edge: Edge, distance: number): void => {
    const known = found.get(direction);
    if (!known || distance < Math.abs(known.value))
      found.set(direction, { direction, edge, value: distance === 0 ? 0 : sign * distance });
  };
  const [slackArm, slackMass] = [NOISE * size.arm, NOISE * size.mass];
  for (const edge of edges) {
    const arm = armAt(edge, point.mass, slackMass);
    const mass = massAt(edge, point.arm, slackArm);
    if (arm !== undefined) {
      const toward = arm - point.arm;
      const onLine = Math.abs(toward) <= slackArm;
      const aft = onLine ? edge.metGoing.aft : toward > 0;
      offer(aft ? 'aft' : 'forward', edge, onLine ? 0 : Math.abs(toward));
    }
    if (mass !== undefined) {
      const toward = mass - point.mass;
      const onLine = Math.abs(toward) <= slackMass;
      const up = onLine ? edge.metGoing.up : toward > 0;
      offer(up ? 'up' : 'down', edge, onLine ? 0 : Math.abs(toward));
    }
  }
  return DIRECTIONS.flatMap((d) => found.get(d) ?? []);
}

/** Where two sides of an envelope cross or touch beyond their common corner; undefined for a simple polygon. */
export function crossingEdges(edges: readonly Edge[]): readonly [Edge, Edge] | undefined {
  const side = (a: EnvelopePoint, b: EnvelopePoint, c: EnvelopePoint): number =>
    (b.arm - a.arm) * (c.mass - a.mass) - (b.mass - a.mass) * (c.arm - a.arm);
  const between = (a: number, b: number, c: number): boolean => Math.min(a, b) <= c && c <= Math.max(a, b);
  const within = (e: Edge, p: EnvelopePoint): boolean =>
    side(e.from, e.to, p) === 0 &&
    between(e.from.arm, e.to.arm, p.arm) &&
    between(e.from.mass, e.to.mass, p.mass);
  for (let i = 0; i < edges.length; i += 1) {
    for (let j = i + 1; j < edges.length; j += 1) {
      const [a, b] = [edges[i], edges[j]];
      if (!a || !b) continue;
      const next = j === i + 1;
      const last = i === 0 && j === edges.length - 1;
      if (next || last) {
        // Neighbours share a corner; they must not run back over each other.
        const [first, second] = next ? [a, b] : [b, a];
        if (within(first, second.to) || within(second, first.from)) return [a, b];
        continue;
      }
      const [d1, d2] = [side(a.from, a.to, b.from), side(a.from, a.to, b.to)];
      const [d3, d4] = [side(b.from, b.to, a.from), side(b.from, b.to, a.to)];
      if (Math.sign(d1) * Math.sign(d2) < 0 && Math.sign(d3) * Math.sign(d4) < 0) return [a, b];
      if (within(a, b.from) || within(a, b.to) || within(b, a.from) || within(b, a.to)) return [a, b];
    }
  }
  return undefined;
}
