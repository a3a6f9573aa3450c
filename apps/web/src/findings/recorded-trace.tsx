import { CategoryScale, Chart, LinearScale, LineElement, PointElement } from 'chart.js';
import type { ReactElement } from 'react';
import { Line } from 'react-chartjs-2';
import { formatWithUnit, type Series } from '@kanzel/core';

Chart.register(CategoryScale, LinearScale, LineElement, PointElement);

/** A stretch of a recording, in seconds of its own time. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** A recording as it was kept, with a stretch of it told apart by its weight as well as by its colour. */
export default function RecordedTrace({
  series: { t, v, unit, resolution },
  stretch,
}: {
  series: Series;
  stretch?: Stretch;
}): ReactElement {
  const style = getComputedStyle(document.documentElement);
  const points = t.map((x, n) => ({ x, y: v[n] ?? null }));
  const line = (data: typeof points, ink: string, borderWidth: number) => ({
    data,
    borderColor: style.getPropertyValue(ink),
    borderWidth,
    pointRadius: 0,
    tension: 0,
  });
  const within = stretch ? points.filter(({ x }) => stretch.from <= x && x <= stretch.to) : [];
  const [least, most] = [Math.min(...v), Math.max(...v)];
  return (
    <figure className="my-2 max-w-[34rem]">
      <div className="h-24">
        <Line
          role="img"
          aria-label={`Recording of ${(t.at(-1) ?? 0) - (t[0] ?? 0)} seconds, from ${least} to ${most} ${unit}`}
          data={{ datasets: [line(within, '--out', 4), line(points, '--ink', 1.4)] }}
          options={{
            animation: false,
            responsive: true,
            maintainAspectRatio: false,
            parsing: false,
            events: [],
            plugins: { legend: { display: false }, tooltip: { enabled: false } },
            scales: {
              x: { type: 'linear', min: t[0] ?? 0, max: t.at(-1) ?? 1, ticks: { maxTicksLimit: 7 } },
              y: { type: 'linear', grace: '10%', ticks: { maxTicksLimit: 4 } },
            },
          }}
        />
      </div>
      <figcaption className="cap">
        Recorded, {formatWithUnit({ value: least, unit, resolution })} to{' '}
        {formatWithUnit({ value: most, unit, resolution })}
        {stretch ? `; what was found: from ${stretch.from} s to ${stretch.to} s` : ''}
      </figcaption>
    </figure>
  );
}
