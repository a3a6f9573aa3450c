import { CategoryScale, Chart, LinearScale, LineElement, PointElement } from 'chart.js';
import type { ReactElement } from 'react';
import { Line } from 'react-chartjs-2';
import { recent, useMonitor } from '../sync/monitor-store.ts';

Chart.register(CategoryScale, LinearScale, LineElement, PointElement);

const SECONDS = 40;
const INKS = ['--ink', '--hand'] as const;

/** The last forty seconds of a channel on every engine; a picture for the eye, never a source of figures. */
export default function LiveTrace({
  channel,
  engines,
}: {
  channel: string;
  engines: readonly string[];
}): ReactElement {
  useMonitor((s) => s.tick);
  const style = getComputedStyle(document.documentElement);
  const datasets = engines.map((engine, i) => {
    const { t, v } = recent(engine, channel, SECONDS);
    const shift = SECONDS - (t[t.length - 1] ?? 0);
    return {
      data: t.map((x, n) => ({ x: x + shift, y: v[n] ?? null })),
      borderColor: style.getPropertyValue(INKS[i % INKS.length] ?? '--ink'),
      borderWidth: 1.6,
      pointRadius: 0,
      tension: 0,
    };
  });
  return (
    <figure className="w-[170px] max-sm:hidden">
      <figcaption className="cap text-right">last {SECONDS} s</figcaption>
      <div className="h-14">
        <Line
          aria-label={`${channel} over the last ${SECONDS} seconds`}
          data={{ datasets }}
          options={{
            animation: false,
            responsive: true,
            maintainAspectRatio: false,
            parsing: false,
            events: [],
            plugins: { legend: { display: false }, tooltip: { enabled: false } },
            scales: {
              x: { type: 'linear', min: 0, max: SECONDS, display: false },
              y: { display: false, grace: '10%' },
            },
          }}
        />
      </div>
    </figure>
  );
}
