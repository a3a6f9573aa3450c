import type { Layout, Place, Propulsor, Store, Surface } from './types.ts';

export type Point = readonly [x: number, y: number];

/** One thing on the plan that can be pointed at. Metres: x to the right wing, y aft, the nose at y = 0. */
export interface Zone {
  readonly id: string;
  readonly title: string;
  readonly kind: 'structure' | 'surface' | 'propulsor' | 'store' | 'gear';
  readonly outline:
    | { readonly kind: 'polygon'; readonly points: readonly Point[] }
    | { readonly kind: 'circle'; readonly centre: Point; readonly radius: number };
}

/** An airframe seen from above, drawn from its layout. */
export interface Plan {
  readonly zones: readonly Zone[];
  readonly box: {
    readonly left: number;
    readonly top: number;
    readonly width: number;
    readonly height: number;
  };
}

/** Measures of the drawing in metres, settled once from span and length. */
interface Frame {
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

function frameOf(layout: Layout): Frame {
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
function wingAt(f: Frame, share: number): { lead: number; trail: number; x: number } {
  const lead = f.root + f.sweep * share;
  return { lead, trail: lead + f.chord + (f.tip - f.chord) * share, x: f.half * share };
}

const mirrored = (points: readonly Point[], side: 1 | -1): Point[] =>
  points.map(([x, y]) => [side * x, y] as const);

const polygon = (id: string, title: string, kind: Zone['kind'], points: readonly Point[]): Zone => ({
  id,
  title,
  kind,
  outline: { kind: 'polygon', points },
});
const circle = (id: string, title: string, kind: Zone['kind'], centre: Point, radius: number): Zone => ({
  id,
  title,
  kind,
  outline: { kind: 'circle', centre, radius },
});

/** A strip along the trailing edge of the wing between two shares of the half span. */
function trailingStrip(f: Frame, from: number, to: number, depth: number): Point[] {
  const [a, b] = [wingAt(f, from), wingAt(f, to)];
  const up = (w: { lead: number; trail: number }): number => w.trail - (w.trail - w.lead) * depth;
  return [
    [a.x, up(a)],
    [b.x, up(b)],
    [b.x, b.trail],
    [a.x, a.trail],
  ];
}

function centrePlace(layout: Layout, f: Frame, place: Place): Point {
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

function structureZones(layout: Layout, f: Frame): Zone[] {
  const zones: Zone[] = [];
  const side = (s: 'left' | 'right'): 1 | -1 => (s === 'left' ? -1 : 1);
  if (layout.wing === 'none' && layout.tail === 'none') {
    zones.push(circle('body', 'Body', 'structure', [0, f.length / 2], f.half * 0.26));
    for (const p of layout.propulsors) {
      const [x, y] = centrePlace(layout, f, p.place);
      const w = f.half * 0.035;
      const d = Math.hypot(x, y - f.length / 2) || 1;
      const [nx, ny] = [(-(y - f.length / 2) / d) * w, (x / d) * w];
      zones.push(
        polygon(`arm-${p.id}`, `Arm of ${p.title.toLowerCase()}`, 'structure', [
          [nx, f.length / 2 + ny],
          [x + nx, y + ny],
          [x - nx, y - ny],
          [-nx, f.length / 2 - ny],
        ]),
      );
    }
    return zones;
  }
  const end = layout.tail === 'none' ? Math.min(f.length, f.root + f.chord * 1.05) : f.length;
  const slim = layout.tail === 'boom' || layout.wing === 'bird' ? 0.25 : 0.45;
  const tailWidth = layout.tail === 'twin-boom' ? f.body : f.body * slim;
  const tailEnd = layout.tail === 'twin-boom' ? f.root + f.chord * 1.5 : end;
  if (layout.wing !== 'none') {
    for (const s of ['left', 'right'] as const) {
      const [root, tip] = [wingAt(f, 0), wingAt(f, 1)];
      zones.push(
        polygon(
          `wing-${s}`,
          `${s === 'left' ? 'Left' : 'Right'} wing`,
          'structure',
          mirrored(
            [
              [0, root.lead],
              [tip.x, tip.lead],
              [tip.x, tip.trail],
              [0, root.trail],
            ],
            side(s),
          ),
        ),
      );
      if (layout.wing === 'biplane')
        zones.push(
          polygon(
            `lower-wing-${s}`,
            `${s === 'left' ? 'Left' : 'Right'} lower wing`,
            'structure',
            mirrored(
              [
                [0, root.lead + f.chord * 0.35],
                [tip.x * 0.94, tip.lead + f.chord * 0.35],
                [tip.x * 0.94, tip.trail + f.chord * 0.22],
                [0, root.trail + f.chord * 0.22],
              ],
              side(s),
            ),
          ),
        );
    }
  }
  const booms = layout.propulsors.some((p) => p.place.startsWith('front')) && layout.wing !== 'none';
  if (booms || layout.tail === 'twin-boom')
    for (const s of ['left', 'right'] as const) {
      const x = f.half * 0.36;
      const w = f.body * 0.22;
      const bottom = layout.tail === 'twin-boom' ? f.length : f.root + f.chord * 1.85;
      zones.push(
        polygon(
          `boom-${s}`,
          `${s === 'left' ? 'Left' : 'Right'} boom`,
          'structure',
          mirrored(
            [
              [x - w, f.root - f.chord * 0.8],
              [x + w, f.root - f.chord * 0.8],
              [x + w, bottom],
              [x - w, bottom],
            ],
            side(s),
          ),
        ),
      );
    }
  zones.push(
    polygon('fuselage', 'Fuselage', 'structure', [
      [0, 0],
      [f.body * 0.7, f.length * 0.06],
      [f.body, f.length * 0.22],
      [f.body, f.root + f.chord],
      [tailWidth * 0.8, tailEnd],
      [-tailWidth * 0.8, tailEnd],
      [-f.body, f.root + f.chord],
      [-f.body, f.length * 0.22],
      [-f.body * 0.7, f.length * 0.06],
    ]),
  );
  return [...zones, ...tailStructure(layout, f)];
}

function tailStructure(layout: Layout, f: Frame): Zone[] {
  if (layout.tail === 'none' || layout.tail === 'boom') return [];
  const half = layout.tail === 'twin-boom' ? f.half * 0.36 : f.tailHalf;
  const back = layout.tail === 'v-tail' ? f.tailChord * 0.5 : 0;
  return (['left', 'right'] as const).map((s) =>
    polygon(
      `tail-${s}`,
      `${s === 'left' ? 'Left' : 'Right'} tailplane`,
      'structure',
      mirrored(
        [
          [0, f.tailTop],
          [half, f.tailTop + back],
          [half, f.tailTop + back + f.tailChord * 0.6],
          [0, f.tailTop + f.tailChord],
        ],
        s === 'left' ? -1 : 1,
      ),
    ),
  );
}

function surfaceOutline(surface: Surface, layout: Layout, f: Frame): Point[] {
  const side = surface.side === 'left' ? -1 : 1;
  const half = layout.tail === 'twin-boom' ? f.half * 0.36 : f.tailHalf;
  const back = layout.tail === 'v-tail' ? f.tailChord * 0.5 : 0;
  const tailEdge = f.tailTop + f.tailChord;
  switch (surface.kind) {
    case 'aileron':
      return mirrored(trailingStrip(f, 0.58, 0.96, 0.28), side);
    case 'flap':
      return mirrored(trailingStrip(f, 0.12, 0.55, 0.28), side);
    case 'elevon':
      return mirrored(trailingStrip(f, 0.35, 0.95, 0.26), side);
    case 'airbrake': {
      const [a, b] = [wingAt(f, 0.35), wingAt(f, 0.55)];
      return mirrored(
        [
          [a.x, a.lead + f.chord * 0.38],
          [b.x, b.lead + f.chord * 0.38],
          [b.x, b.lead + f.chord * 0.48],
          [a.x, a.lead + f.chord * 0.48],
        ],
        side,
      );
    }
    case 'ruddervator':
      return mirrored(
        [
          [half * 0.12, tailEdge - f.tailChord * 0.32],
          [half, f.tailTop + back + f.tailChord * 0.34],
          [half, f.tailTop + back + f.tailChord * 0.6],
          [half * 0.12, tailEdge],
        ],
        side,
      );
    case 'canard': {
      const y = f.length * 0.12;
      return [
        [-f.half * 0.3, y],
        [f.half * 0.3, y],
        [f.half * 0.3, y + f.tailChord * 0.7],
        [-f.half * 0.3, y + f.tailChord * 0.7],
      ];
    }
    case 'trim-tab':
      return [
        [half * 0.15, tailEdge - f.tailChord * 0.12],
        [half * 0.5, tailEdge - f.tailChord * 0.2],
        [half * 0.5, tailEdge - f.tailChord * 0.08],
        [half * 0.15, tailEdge],
      ];
    case 'elevator':
      return [
        [-half, f.tailTop + f.tailChord * 0.42],
        [half, f.tailTop + f.tailChord * 0.42],
        [half, f.tailTop + f.tailChord * 0.62],
        [half * 0.12, tailEdge],
        [-half * 0.12, tailEdge],
        [-half, f.tailTop + f.tailChord * 0.62],
      ];
    case 'rudder': {
      const w = f.body * 0.14;
      return [
        [-w, f.tailTop + f.tailChord * 0.55],
        [w, f.tailTop + f.tailChord * 0.55],
        [w, f.length + f.tailChord * 0.15],
        [-w, f.length + f.tailChord * 0.15],
      ];
    }
  }
}

function propulsorZone(p: Propulsor, layout: Layout, f: Frame): Zone {
  const [x, y] = centrePlace(layout, f, p.place);
  if (p.kind === 'piston' || p.kind === 'ducted-fan') {
    const w = Math.max(f.body * 0.45, p.kind === 'ducted-fan' ? p.diameter / 2 : 0);
    const onWing = p.place.includes('wing');
    const top = p.place === 'nose' ? 0 : onWing ? y - f.chord * 0.45 : y - f.chord * 0.2;
    const bottom = p.place === 'nose' ? f.length * 0.14 : top + f.chord * (onWing ? 0.9 : 0.5);
    return polygon(p.id, p.title, 'propulsor', [
      [x - w, top],
      [x + w, top],
      [x + w, bottom],
      [x - w, bottom],
    ]);
  }
  if (p.kind === 'flapping-drive') return circle(p.id, p.title, 'propulsor', [x, y], f.body * 0.7);
  // A disc seen from above when it lifts; seen edge on when it pulls or pushes.
  if (p.kind === 'electric') {
    const [w, h] = [p.diameter / 2, f.length * 0.012];
    return polygon(p.id, p.title, 'propulsor', [
      [x - w, y - h],
      [x + w, y - h],
      [x + w, y + h],
      [x - w, y + h],
    ]);
  }
  if (p.kind === 'tail-rotor') {
    const [w, h] = [f.body * 0.2, p.diameter / 2];
    return polygon(p.id, p.title, 'propulsor', [
      [x + f.body * 0.3, y - h],
      [x + f.body * 0.3 + w, y - h],
      [x + f.body * 0.3 + w, y + h],
      [x + f.body * 0.3, y + h],
    ]);
  }
  return circle(p.id, p.title, 'propulsor', [x, y], p.diameter / 2);
}

function storeZone(store: Store, layout: Layout, f: Frame, among: number): Zone {
  const [x, y] = centrePlace(layout, f, store.place);
  const onWing = store.place.includes('wing');
  const w = onWing ? f.half * 0.11 : f.body * 0.55;
  const h = onWing ? f.chord * 0.16 : f.length * 0.045;
  const middle = onWing
    ? y + f.chord * 0.3
    : store.place === 'nose'
      ? f.length * 0.2
      : layout.wing === 'none'
        ? f.length / 2 + among * h * 2.2
        : y + among * h * 2.2;
  return polygon(store.id, store.title, 'store', [
    [x - w, middle - h],
    [x + w, middle - h],
    [x + w, middle + h],
    [x - w, middle + h],
  ]);
}

function gearZones(layout: Layout, f: Frame): Zone[] {
  const r = Math.max(f.length * 0.022, f.body * 0.2);
  const wheel = (id: string, title: string, x: number, y: number): Zone =>
    circle(id, title, 'gear', [x, y], r);
  const main = f.root + f.chord * 0.55;
  switch (layout.gear) {
    case 'nosewheel':
      return [
        wheel('wheel-nose', 'Nosewheel', 0, f.length * 0.17),
        wheel('wheel-left', 'Left main wheel', -f.body * 1.9, main + f.chord * 0.2),
        wheel('wheel-right', 'Right main wheel', f.body * 1.9, main + f.chord * 0.2),
      ];
    case 'tailwheel':
      return [
        wheel('wheel-left', 'Left main wheel', -f.body * 1.9, f.root + f.chord * 0.1),
        wheel('wheel-right', 'Right main wheel', f.body * 1.9, f.root + f.chord * 0.1),
        wheel('wheel-tail', 'Tailwheel', 0, f.length * 0.95),
      ];
    case 'monowheel':
      return [wheel('wheel', 'Main wheel', 0, main)];
    case 'hull':
      return [
        circle('hull', 'Hull', 'gear', [0, f.length * 0.4], f.body * 0.6),
        wheel('float-left', 'Left float', -f.half * 0.72, main),
        wheel('float-right', 'Right float', f.half * 0.72, main),
      ];
    case 'skids':
    case 'legs':
      return (['left', 'right'] as const).map((s) => {
        const x = (s === 'left' ? -1 : 1) * f.body * 1.5;
        const w = f.body * 0.12;
        const [from, to] =
          layout.wing === 'none' && layout.tail === 'none'
            ? [f.length * 0.36, f.length * 0.64]
            : [f.length * 0.2, f.root + f.chord * 1.15];
        return polygon(
          `${layout.gear === 'skids' ? 'skid' : 'leg'}-${s}`,
          `${s === 'left' ? 'Left' : 'Right'} ${layout.gear === 'skids' ? 'skid' : 'leg'}`,
          'gear',
          [
            [x - w, from],
            [x + w, from],
            [x + w, to],
            [x - w, to],
          ],
        );
      });
    case 'none':
      return [];
  }
}

function boxOf(zones: readonly Zone[]): Plan['box'] {
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const { outline } of zones) {
    const points: readonly Point[] =
      outline.kind === 'polygon'
        ? outline.points
        : [
            [outline.centre[0] - outline.radius, outline.centre[1] - outline.radius],
            [outline.centre[0] + outline.radius, outline.centre[1] + outline.radius],
          ];
    for (const [x, y] of points) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
  }
  return { left, top, width: right - left, height: bottom - top };
}

/**
 * Draws the plan of an airframe from its layout: every surface, propulsor, tank and pack as a zone under its
 * own id, and the structure round them. Later zones lie over earlier ones. A drawing, not a measurement: places
 * are typical of the form, only span, length and disc diameters are to scale.
 * Example: a multirotor of six gives a body, six arms and six discs of their diameter on a ring.
 */
export function planOf(layout: Layout): Plan {
  const f = frameOf(layout);
  const perPlace = new Map<Place, number>();
  const zones = [
    ...structureZones(layout, f),
    ...gearZones(layout, f),
    ...layout.stores.map((s) => {
      const among = perPlace.get(s.place) ?? 0;
      perPlace.set(s.place, among + 1);
      return storeZone(s, layout, f, among);
    }),
    ...layout.surfaces.map((s) => polygon(s.id, s.title, 'surface', surfaceOutline(s, layout, f))),
    ...layout.propulsors.map((p) => propulsorZone(p, layout, f)),
  ];
  return { zones, box: boxOf(zones) };
}
