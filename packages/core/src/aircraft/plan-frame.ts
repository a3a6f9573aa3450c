import type { Layout, Place } from './types.ts';
import type { Point, Zone } from './plan-types.ts';

/** Measures of the drawing in metres, settled once from span and length. */
export interface Frame {
  readonly half: number;
  readonly length: number;
  readonly body: number;
  /** Leading edge of the wing at the root, its chord there, how far the tip lies aft, and the chord there. */
  readonly root: number;
  readonly chord: number;
  readonly sweep: number;
  readonly tip: number;
  readonly tailHalf: number;
  readonly tailTop: number;
  readonly tailChord: number;
}

/** Settles the measures of the drawing from span, length and form. Metres throughout. */
export function frameOf(layout: Layout): Frame {
  const { span, length, wing, tail } = layout;
  const half = span / 2;
  const winged = wing !== 'none';
  const chord = winged ? Math.min(span * (wing === 'bird' ? 0.28 : 0.15), length * 0.5) : length * 0.2;
  const swept = wing === 'swept' ? half * 0.42 : wing === 'bird' ? half * 0.16 : half * 0.04;
  return {
    half,
    length,
    body: Math.min(length * 0.08, span * 0.09),
    root: tail === 'none' && winged ? length * 0.12 : length * 0.27,
    chord: tail === 'none' && winged ? Math.max(chord, length * 0.45) : chord,
    sweep: swept,
    tip: chord * (wing === 'straight' || wing === 'biplane' ? 0.95 : wing === 'bird' ? 0.25 : 0.55),
    tailHalf: winged ? half * 0.32 : half * 0.25,
    tailTop: length * 0.86,
    tailChord: length * 0.12,
  };
}

/** Leading and trailing edge of the wing at a share of the half span. */
export function wingAt(f: Frame, share: number): { lead: number; trail: number; x: number } {
  const lead = f.root + f.sweep * share;
  return { lead, trail: lead + f.chord + (f.tip - f.chord) * share, x: f.half * share };
}

/** Points as they are, or on the other side of the line of symmetry. */
export const mirrored = (points: readonly Point[], side: 1 | -1): Point[] =>
  points.map(([x, y]) => [side * x, y] as const);

/** A zone with corners. */
export const polygon = (id: string, title: string, kind: Zone['kind'], points: readonly Point[]): Zone => ({
  id,
  title,
  kind,
  outline: { kind: 'polygon', points },
});
/** A round zone. */
export const circle = (
  id: string,
  title: string,
  kind: Zone['kind'],
  centre: Point,
  radius: number,
): Zone => ({
  id,
  title,
  kind,
  outline: { kind: 'circle', centre, radius },
});

/** A strip along the trailing edge of the wing between two shares of the half span. */
export function trailingStrip(f: Frame, from: number, to: number, depth: number): Point[] {
  const [a, b] = [wingAt(f, from), wingAt(f, to)];
  const up = (w: { lead: number; trail: number }): number => w.trail - (w.trail - w.lead) * depth;
  return [
    [a.x, up(a)],
    [b.x, up(b)],
    [b.x, b.trail],
    [a.x, a.trail],
  ];
}

/** The point at which a place of the layout lies. */
export function centrePlace(layout: Layout, f: Frame, place: Place): Point {
  const wing = wingAt(f, 0.33);
  const outer = wingAt(f, 0.62);
  const side = place.includes('left') ? -1 : 1;
  if (place === 'nose') return [0, f.length * 0.02];
  if (place === 'tail') return [0, f.length * 0.98];
  if (place === 'centre') return [0, f.root + f.chord * 0.5];
  if (place === 'left-wing' || place === 'right-wing') return [side * wing.x, wing.lead];
  if (place === 'left-wing-outer' || place === 'right-wing-outer') return [side * outer.x, outer.lead];
  // Arms and booms: a ring round the middle where there is no wing, before and behind it where there is one.
  if (layout.wing === 'none') {
    const angle = { front: 30, middle: 90, rear: 150 }[place.split('-')[0] ?? 'front'] ?? 30;
    const reach = f.half * 0.78;
    const radians = (angle * Math.PI) / 180;
    return [side * reach * Math.sin(radians), f.length / 2 - reach * Math.cos(radians)];
  }
  const ahead = { front: -0.75, middle: 0.5, rear: 1.75 }[place.split('-')[0] ?? 'front'] ?? 0;
  return [side * f.half * 0.36, f.root + f.chord * ahead];
}
