import { useId, type ReactElement } from 'react';
import { planOf, type Layout, type Zone } from '@kanzel/core';

/** How full a tank was and is, as a share of what any of them held. */
export interface DrawnTank {
  readonly title: string;
  readonly before: number;
  readonly now: number;
  readonly wrong: boolean;
}

/** The zone of the plan that is this tank, by its name. */
const zoneOf = (zones: readonly Zone[], { title }: DrawnTank): Zone | undefined =>
  zones.find((z) => z.kind === 'store' && z.title.toLowerCase() === title.toLowerCase());

/** Whether every tank has its place on the plan of an aircraft. */
export const canBeDrawn = (layout: Layout, tanks: readonly DrawnTank[]): boolean =>
  tanks.length > 0 && tanks.every((t) => zoneOf(planOf(layout).zones, t) !== undefined);

/** The aircraft from above with its tanks filled as they are; a dashed line is where they were. */
export function TanksDrawn({ layout, tanks }: { layout: Layout; tanks: readonly DrawnTank[] }): ReactElement {
  const id = useId();
  const { zones, box } = planOf(layout);
  const thin = Math.max(box.width, box.height) / 260;
  return (
    <svg
      viewBox={[box.left - 0.2, box.top - 0.2, box.width + 0.4, box.height + 0.4].join(' ')}
      width="420"
      height="220"
      role="img"
      aria-labelledby={id}
      className="max-w-full print:h-[6cm]"
    >
      <title id={id}>The tanks in the aircraft, as they are; dashed as they were</title>
      {zones.map((zone) => {
        const tank = tanks.find((t) => zoneOf(zones, t)?.id === zone.id);
        if (zone.outline.kind === 'circle') return null;
        const { points } = zone.outline;
        const outline = points.map((p) => p.join(',')).join(' ');
        if (!tank)
          return (
            <polygon key={zone.id} points={outline} className="fill-margin stroke-ink-3" strokeWidth={thin} />
          );
        const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
        const [left, top] = [Math.min(...xs), Math.min(...ys)];
        const [wide, high] = [Math.max(...xs) - left, Math.max(...ys) - top];
        // The nose is above: what is in it lies aft, as in a climb.
        const level = (share: number): number => top + high * (1 - Math.min(1, Math.max(0, share)));
        return (
          <g key={zone.id}>
            <polygon points={outline} className="fill-sheet" />
            <rect
              x={left}
              y={level(tank.now)}
              width={wide}
              height={top + high - level(tank.now)}
              className={tank.wrong ? 'fill-out' : 'fill-hand'}
            />
            <line
              x1={left}
              x2={left + wide}
              y1={level(tank.before)}
              y2={level(tank.before)}
              className="stroke-ink"
              strokeWidth={thin * 2}
              strokeDasharray={`${thin * 4} ${thin * 3}`}
            />
            <polygon
              points={outline}
              className={`fill-none ${tank.wrong ? 'stroke-out' : 'stroke-ink'}`}
              strokeWidth={thin * 2}
            />
          </g>
        );
      })}
    </svg>
  );
}
