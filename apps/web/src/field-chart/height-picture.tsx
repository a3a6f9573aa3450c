import { useId, type ReactElement } from 'react';
import type { CoveredTrack } from '@kanzel/core';
import { feet } from './chart-picture.tsx';

const [WIDTH, HEIGHT] = [560, 130];

/** Height over time, and the lowest from which somewhere can be reached; where it lies above, there is no cover. */
export function HeightPicture({ covered, chosen }: { covered: CoveredTrack; chosen: number }): ReactElement {
  const id = useId();
  const { moments } = covered;
  const [first, last] = [moments[0]?.at ?? 0, moments.at(-1)?.at ?? 1];
  const most =
    1.1 * Math.max(1, ...moments.flatMap((m) => [m.height, Math.min(m.way?.height ?? 0, m.height + 200)]));
  const x = (at: number): number => (WIDTH * (at - first)) / Math.max(1, last - first);
  const y = (height: number): number => HEIGHT - (HEIGHT * Math.min(height, most)) / most;
  // No more than can be told apart; what has no cover is drawn wherever it is.
  const every = Math.ceil(moments.length / WIDTH);
  const drawn = moments.filter((m, i) => i % every === 0 || (m.margin ?? 0) < 0);
  const here = moments[chosen];
  return (
    <svg
      viewBox={`-64 -6 ${WIDTH + 74} ${HEIGHT + 30}`}
      role="img"
      aria-labelledby={id}
      className="mt-3 w-full max-w-[40rem]"
    >
      <title id={id}>Height over time, and the lowest height that has cover</title>
      <line x1="0" y1={HEIGHT} x2={WIDTH} y2={HEIGHT} className="stroke-ink" />
      {drawn.map((m) =>
        m.way && m.way.height > m.height ? (
          <line
            key={m.at}
            x1={x(m.at)}
            x2={x(m.at)}
            y1={y(m.height)}
            y2={y(m.way.height)}
            className="stroke-out"
            strokeWidth={Math.max(1.5, WIDTH / drawn.length + 0.5)}
          />
        ) : null,
      )}
      <polyline
        points={moments.flatMap((m) => (m.way ? [`${x(m.at)},${y(m.way.height)}`] : [])).join(' ')}
        className="fill-none stroke-ink-2"
        strokeDasharray="5 4"
        strokeWidth="1.5"
      />
      <polyline
        points={moments.map((m) => `${x(m.at)},${y(m.height)}`).join(' ')}
        className="fill-none stroke-hand"
        strokeWidth="2.5"
      />
      {here ? <line x1={x(here.at)} x2={x(here.at)} y1="0" y2={HEIGHT} className="stroke-ink" /> : null}
      <text x="-6" y="10" textAnchor="end" className="fill-ink-2 text-[13px]">
        {feet(most)}
      </text>
      <text x={WIDTH} y={HEIGHT + 18} textAnchor="end" className="fill-ink-2 text-[13px]">
        {Math.round(last - first)} s
      </text>
      <text x="0" y={HEIGHT + 18} className="fill-ink-2 text-[13px]">
        dashed: the lowest height with cover, above the sea
      </text>
    </svg>
  );
}
