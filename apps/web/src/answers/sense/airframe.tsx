import { useMemo, type ReactElement } from 'react';
import {
  planOf,
  SENSE_INPUTS,
  type Attitude,
  type ControlOutput,
  type Layout,
  type Point,
  type SenseInput,
  type WayOfMoving,
  type Zone,
} from '@kanzel/core';
import { useWidth } from '../../ui/use-width.ts';

const PAD = 26;

/** How one output is drawn: which way it went, and whether that is known to be wrong. */
export interface DrawnMove {
  readonly output: ControlOutput;
  readonly way: WayOfMoving | undefined;
  readonly wrong: boolean;
}

const middleOf = ({ outline }: Zone): Point => {
  if (outline.kind === 'circle') return outline.centre;
  const [x, y] = outline.points.reduce<Point>(([a, b], [c, d]) => [a + c, b + d], [0, 0]);
  return [x / outline.points.length, y / outline.points.length];
};

/** A surface that swings from side to side is seen to swing from above; one that goes up or down is seen shorter. */
function deflected(zone: Zone, { output, way }: DrawnMove): readonly Point[] | undefined {
  if (zone.outline.kind !== 'polygon' || way === undefined || way === 'still') return undefined;
  const { points } = zone.outline;
  const top = Math.min(...points.map((p) => p[1]));
  if (output.kind === 'rudder' || output.kind === 'nose-wheel') {
    const turn = ((way === 'plus' ? -1 : 1) * 22 * Math.PI) / 180;
    const hinge: Point = output.kind === 'rudder' ? [middleOf(zone)[0], top] : middleOf(zone);
    // What points right ahead of its hinge points left behind it.
    const angle = output.kind === 'rudder' ? turn : -turn;
    return points.map(([x, y]) => [
      hinge[0] + (x - hinge[0]) * Math.cos(angle) - (y - hinge[1]) * Math.sin(angle),
      hinge[1] + (x - hinge[0]) * Math.sin(angle) + (y - hinge[1]) * Math.cos(angle),
    ]);
  }
  return undefined;
}

const ARROWS: Readonly<Record<'up' | 'down' | 'left' | 'right', string>> = {
  up: 'M0 -7 L6.5 5 L-6.5 5 Z',
  down: 'M0 7 L6.5 -5 L-6.5 -5 Z',
  left: 'M-7 0 L5 -6.5 L5 6.5 Z',
  right: 'M7 0 L-5 -6.5 L-5 6.5 Z',
};

/** Of two directions of one thing the heavier is drawn. */
const weight = ({ output, way }: DrawnMove, next: string | undefined): number =>
  output.id === next ? 2 : way !== undefined && way !== 'still' ? 1 : 0;

/** The arrow of a way: up and down, rises and falls, out and in point up and down; right and left to their sides. */
export function arrowOf({ words }: ControlOutput, way: WayOfMoving): keyof typeof ARROWS | undefined {
  if (way === 'still') return undefined;
  const word = words[way];
  if (word === 'Right' || word === 'Left') return word === 'Right' ? 'right' : 'left';
  return ['Up', 'Out', 'Rises', 'Forward'].includes(word) ? 'up' : 'down';
}

/** An arrow or a dash, as rows and the table show a way. */
export function WaySign({ output, way, wrong }: DrawnMove): ReactElement {
  const arrow = way === undefined ? undefined : arrowOf(output, way);
  return (
    <svg width="16" height="16" viewBox="-8 -8 16 16" aria-hidden className={wrong ? 'text-out' : 'text-ink'}>
      {arrow ? (
        <path d={ARROWS[arrow]} className="fill-current" />
      ) : way === 'still' ? (
        <path d="M-5 0h10" strokeWidth="2" className="stroke-current" />
      ) : null}
    </svg>
  );
}

/** Seen from above, as it is held: right side down turns it away on the right, nose up brings its top nearer. */
const asHeld = ({ now, rest }: { readonly now: Attitude; readonly rest: Attitude }): string =>
  `rotateZ(${now.heading - rest.heading}deg) rotateX(${rest.pitch - now.pitch}deg) rotateY(${now.roll - rest.roll}deg)`;

/** Where the airframe is pushed, and the word beside it. */
function pushOf(
  input: SenseInput,
  layout: Layout,
): { readonly at: Point; readonly words: string } | undefined {
  const { by, axis, to } = SENSE_INPUTS[input];
  if (by !== 'correction') return undefined;
  const half = layout.span / 2;
  if (axis === 'roll') return { at: [to * half, layout.length * 0.35], words: 'down' };
  if (axis === 'pitch') return { at: [0, 0], words: to === 1 ? 'up' : 'down' };
  return { at: [0, 0], words: to === 1 ? 'right' : 'left' };
}

/**
 * The aircraft from above, its outputs as they were answered; what was answered wrong is red once it is recorded. `onPress` says
 * which one was pressed.
 */
export function Airframe({
  layout,
  input,
  moves,
  next,
  highest = 280,
  held,
  onPress,
}: {
  layout: Layout;
  input: SenseInput;
  moves: readonly DrawnMove[];
  /** The output that is answered next. */
  next?: string | undefined;
  /** Pixels. */
  highest?: number;
  /** How the vehicle on the line says that it is held: drawn so. */
  held?: { readonly now: Attitude; readonly rest: Attitude } | undefined;
  onPress?: (output: ControlOutput) => void;
}): ReactElement {
  const [box, width] = useWidth(320);
  const { zones, box: plan } = useMemo(() => planOf(layout), [layout]);
  // A rotor is watched in two directions and drawn once: as what is asked next, or as the direction in which it went.
  const byZone = new Map(
    moves
      .toSorted((a, b) => weight(a, next) - weight(b, next))
      .map((m) => [m.output.id.replace(/\.(tilt|sideways|along|push)$/, ''), m]),
  );
  const scale = Math.min((width - 2 * PAD) / plan.width, (highest - 2 * PAD) / plan.height);
  const height = plan.height * scale + 2 * PAD;
  const left = (width - plan.width * scale) / 2 - plan.left * scale;
  const top = PAD - plan.top * scale;
  const place = ([x, y]: Point): Point => [left + x * scale, top + y * scale];
  const push = pushOf(input, layout);
  const pushed = push && place(push.at);
  return (
    <div ref={box} className="w-full" style={{ height, perspective: 700 }}>
      <svg
        style={held ? { transform: asHeld(held) } : undefined}
        width={width}
        height={height}
        role="img"
        aria-label="The aircraft from above, moving as answered"
      >
        <g transform={`translate(${left} ${top}) scale(${scale})`}>
          {zones
            .filter((z) => z.kind !== 'store')
            .map((zone) => {
              const move = byZone.get(zone.id);
              const look = !move
                ? 'fill-none stroke-ink-3'
                : move.wrong
                  ? 'fill-out-bg stroke-out'
                  : move.output.id === next
                    ? 'fill-margin stroke-hand'
                    : move.way && move.way !== 'still'
                      ? 'fill-rule-2 stroke-ink'
                      : 'fill-sheet stroke-ink';
              const common = {
                className: `${look} ${move && onPress ? 'cursor-pointer' : ''}`,
                strokeWidth: move?.output.id === next && next !== undefined ? 2.5 : 1.3,
                vectorEffect: 'non-scaling-stroke' as const,
                onClick: move && onPress ? () => onPress(move.output) : undefined,
              };
              return zone.outline.kind === 'circle' ? (
                <circle
                  key={zone.id}
                  {...common}
                  cx={zone.outline.centre[0]}
                  cy={zone.outline.centre[1]}
                  r={zone.outline.radius}
                />
              ) : (
                <polygon
                  key={zone.id}
                  {...common}
                  points={((move && deflected(zone, move)) ?? zone.outline.points)
                    .map((p) => p.join(','))
                    .join(' ')}
                />
              );
            })}
        </g>
        {zones.map((zone) => {
          const move = byZone.get(zone.id);
          const arrow = move?.way && arrowOf(move.output, move.way);
          if (!move || !arrow) return null;
          const [x, y] = place(middleOf(zone));
          return (
            <path
              key={zone.id}
              d={ARROWS[arrow]}
              transform={`translate(${x} ${y + (zone.outline.kind === 'polygon' ? 12 : 0)})`}
              className={`pointer-events-none ${move.wrong ? 'fill-out' : 'fill-ink'}`}
            />
          );
        })}
        {push && pushed ? (
          <g className="pointer-events-none fill-hand stroke-none">
            <text
              x={Math.min(width - 24, Math.max(24, pushed[0]))}
              y={Math.max(13, pushed[1] - 9)}
              textAnchor="middle"
              className="text-[13px] font-bold"
            >
              {push.words === 'right'
                ? `${push.words} →`
                : push.words === 'left'
                  ? `← ${push.words}`
                  : `${push.words} ${push.words === 'up' ? '↑' : '↓'}`}
            </text>
          </g>
        ) : null}
      </svg>
    </div>
  );
}
