import { centrePlace, circle, mirrored, polygon, trailingStrip, wingAt, type Frame } from './plan-frame.ts';
import type { Point, Zone } from './plan-types.ts';
import type { Layout, Propulsor, Store, Surface } from './types.ts';

/** Where a surface lies: on the trailing edge of the wing, on the tail, or ahead of it. */
export function surfaceOutline(surface: Surface, layout: Layout, f: Frame): Point[] {
  const side = surface.side === 'left' ? -1 : 1;
  const half = layout.tail === 'twin-boom' ? f.half * 0.36 : f.tailHalf;
  const back = layout.tail === 'v-tail' ? f.tailChord * 0.5 : 0;
  const tailEdge = f.tailTop + f.tailChord;
  switch (surface.kind) {
    case 'aileron':
    case 'flaperon':
      return mirrored(trailingStrip(f, 0.58, 0.96, 0.28), side);
    case 'flap':
      return mirrored(trailingStrip(f, 0.12, 0.55, 0.28), side);
    case 'elevon':
      return mirrored(trailingStrip(f, 0.35, 0.95, 0.26), side);
    case 'nose-wheel': {
      const [w, y] = [f.body * 0.1, f.length * 0.17];
      return [
        [-w, y - f.length * 0.03],
        [w, y - f.length * 0.03],
        [w, y + f.length * 0.03],
        [-w, y + f.length * 0.03],
      ];
    }
    case 'spoiler':
    case 'airbrake': {
      const out = surface.kind === 'spoiler' ? 0.25 : 0;
      const [a, b] = [wingAt(f, 0.35 + out), wingAt(f, 0.55 + out)];
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

/** An engine as its cowling, a lifting rotor as its disc, a propeller seen edge on. */
export function propulsorZone(p: Propulsor, layout: Layout, f: Frame): Zone {
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

/** A tank or pack; several in one place lie behind each other (`among` counts them). */
export function storeZone(store: Store, layout: Layout, f: Frame, among: number): Zone {
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

/** Wheels, hull, skids or legs of the form. */
export function gearZones(layout: Layout, f: Frame): Zone[] {
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
