import type { ReactElement } from 'react';
import { climbedAtSpeeds, formatFigure } from '@kanzel/core';
import { curveBetween, HEIGHT, KNOT, OverSpeed, WIDTH } from './over-speed.tsx';
import type { PictureProps } from './props.ts';

/** How it climbs over speed, upwards, with a ring about the top of the curve. */
export function ClimbCurve({ figures }: PictureProps): ReactElement | null {
  const worked = climbedAtSpeeds(figures);
  if (!worked.ok) return null;
  const { points, at, best, steepest, enclosed } = worked.value;
  const flown = points.map((p) => ({ speed: p.speed, by: p.rate }));
  const [slow, fast] = [Math.min(...flown.map((p) => p.speed)), Math.max(...flown.map((p) => p.speed))];
  const curve = curveBetween(slow, fast, at);
  const rates = [...curve, ...flown].map((p) => p.by);
  // Not from nothing: what tells is how far they lie apart.
  const [least, most] = [Math.min(...rates), Math.max(...rates)];
  const room = Math.max(0.15 * (most - least), 0.05);
  const x = (speed: number): number => WIDTH * (0.06 + (0.88 * (speed - slow)) / (fast - slow));
  const y = (rate: number): number => (HEIGHT * (most + room - rate)) / (most - least + 2 * room);
  return (
    <OverSpeed
      title="Climb over speed"
      says="How it climbs at each speed; the ring is where it climbs best, the dashed line where it is steepest"
      axisAt={HEIGHT}
      x={x}
      y={y}
      curve={curve}
      flown={flown}
      best={enclosed ? { speed: best.speed, by: best.rate } : undefined}
      heights={[most, least].map((rate) => ({ at: y(rate) + 4, text: `${formatFigure(rate, 0.01)} m/s` }))}
      speeds={[slow, fast]}
      caption={
        enclosed
          ? `The ring: ${formatFigure(best.rate, 0.01)} m/s at ${formatFigure(best.speed / KNOT, 1)} kt.`
          : 'Where it climbs best was not flown: climb on that side as well.'
      }
      behind={
        steepest === undefined ? null : (
          <line
            x1={x(steepest)}
            x2={x(steepest)}
            y1={y(at(steepest))}
            y2={HEIGHT}
            className="stroke-ink-3"
            strokeDasharray="5 4"
          />
        )
      }
    />
  );
}
