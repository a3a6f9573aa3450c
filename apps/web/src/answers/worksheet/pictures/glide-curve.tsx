import type { ReactElement } from 'react';
import { formatFigure, glided, sinkAt } from '@kanzel/core';
import { curveBetween, HEIGHT, KNOT, OverSpeed, WIDTH } from './over-speed.tsx';
import type { PictureProps } from './props.ts';

/** How it sinks over speed, downwards as it does, with the tangent that touches where it reaches furthest. */
export function GlideCurve({ figures }: PictureProps): ReactElement | null {
  const worked = glided(figures);
  if (!worked.ok) return null;
  const { polar, points, enclosed } = worked.value;
  const { best } = polar;
  const flown = points.map((p) => ({ speed: p.speed, by: p.sink }));
  const speeds = flown.map((p) => p.speed);
  const [slow, fast] = [Math.min(...speeds) * 0.92, Math.max(...speeds) * 1.08];
  const curve = curveBetween(slow, fast, (speed) => sinkAt(polar, speed));
  const most = 1.1 * Math.max(...[...curve, ...flown].map((p) => p.by));
  const x = (speed: number): number => (WIDTH * (speed - slow)) / (fast - slow);
  const y = (sink: number): number => (HEIGHT * sink) / most;
  return (
    <OverSpeed
      title="Sinking over speed"
      says="How it sinks at each speed; the dashed line touches where it reaches furthest"
      axisAt={0}
      x={x}
      y={y}
      curve={curve}
      flown={flown}
      best={enclosed ? { speed: best.speed, by: best.sink } : undefined}
      heights={[
        { at: 5, text: '0' },
        { at: HEIGHT, text: `${formatFigure(most, 0.1)} m/s` },
      ]}
      speeds={[slow, fast]}
      caption={
        enclosed
          ? `The ring: ${formatFigure(best.ratio, 0.1)} to one at ${formatFigure(best.speed / KNOT, 1)} kt.`
          : 'Where it reaches furthest was not flown: glide on that side as well.'
      }
      behind={
        enclosed ? (
          <line
            x1="0"
            y1={y(slow / best.ratio)}
            x2={WIDTH}
            y2={y(fast / best.ratio)}
            className="stroke-ink-3"
            strokeDasharray="5 4"
          />
        ) : null
      }
    />
  );
}
