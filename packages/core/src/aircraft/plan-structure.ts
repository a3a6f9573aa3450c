import { centrePlace, circle, mirrored, polygon, wingAt, type Frame } from './plan-frame.ts';
import type { Zone } from './plan-types.ts';
import type { Layout } from './types.ts';

/** What everything else is fixed to: body, wings, booms, arms, tailplane. */
export function structureZones(layout: Layout, f: Frame): Zone[] {
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
