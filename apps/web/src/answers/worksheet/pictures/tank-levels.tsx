import { useId, type ReactElement } from 'react';
import { formatFigure, levelsOf } from '@kanzel/core';
import { canBeDrawn, TanksDrawn } from './tanks-drawn.tsx';
import type { PictureProps } from './props.ts';

const [WIDTH, HEIGHT] = [320, 190];
const LINES = ['stroke-hand', 'stroke-ink', 'stroke-within', 'stroke-again'];

/** The tanks as they were and as they are, and their levels over time: which fills, which empties. */
export function TankLevels({ figures, room }: PictureProps): ReactElement | null {
  const id = useId();
  const seen = levelsOf(figures, room);
  if (!seen.ok) return null;
  const tanks = room.spec.of ?? [];
  const drawn = room.chosen.get('drawn');
  const expected = room.spec.expects ?? drawn;
  const minutes = figures.rows.map((r) => r('minutes') ?? 0);
  const [begin = 0, end = 1] = [minutes[0], minutes.at(-1)];
  const level = (tank: string, i: number): number => figures.rows[i]?.(tank) ?? 0;
  const last = figures.rows.length - 1;
  const most = Math.max(1, ...tanks.flatMap((t) => figures.rows.map((r) => r(t.id) ?? 0)));
  const x = (m: number): number => (WIDTH * (m - begin)) / Math.max(1e-9, end - begin);
  const y = (litres: number): number => HEIGHT - (HEIGHT * litres) / most;
  const wrong = (tank: string): boolean =>
    (seen.value.rising.includes(tank) && tank !== expected) || seen.value.leaking.includes(tank);
  const drawnTanks = tanks.map((t) => ({
    title: t.title,
    before: level(t.id, 0) / most,
    now: level(t.id, last) / most,
    wrong: wrong(t.id),
  }));
  const { layout } = room.index.basis.aircraft;
  return (
    <figure aria-label="Levels of the tanks" className="mt-3 flex flex-wrap items-end gap-x-10 gap-y-3">
      <div className="flex gap-x-5">
        {tanks.map(({ id: tank, title }) => {
          const trend = seen.value.trends.find((t) => t.id === tank)?.slope ?? 0;
          return (
            <div key={tank} className="w-28">
              <b className="block">{title}</b>
              <span className="cap block">{tank === drawn ? 'drawn from' : '\u00a0'}</span>
              <span
                className={`relative block h-32 border-[2px] ${wrong(tank) ? 'border-out' : 'border-ink'}`}
              >
                <span
                  className={`absolute inset-x-0 bottom-0 ${wrong(tank) ? 'bg-out-bg' : 'bg-rule'}`}
                  style={{ height: `${(100 * level(tank, last)) / most}%` }}
                />
                <span
                  className="absolute inset-x-0 border-t-2 border-dashed border-ink-2"
                  style={{ bottom: `${(100 * level(tank, 0)) / most}%` }}
                />
              </span>
              <span className={`block font-mono font-bold ${wrong(tank) ? 'text-out' : ''}`}>
                {trend > 0 ? '▲ ' : trend < 0 ? '▼ ' : ''}
                {formatFigure(Math.abs(trend), 0.1)} L/h
              </span>
            </div>
          );
        })}
      </div>
      {layout && canBeDrawn(layout, drawnTanks) ? <TanksDrawn layout={layout} tanks={drawnTanks} /> : null}
      <svg
        width={WIDTH + 60}
        height={HEIGHT + 36}
        viewBox={`-40 -8 ${WIDTH + 60} ${HEIGHT + 36}`}
        role="img"
        aria-labelledby={id}
      >
        <title id={id}>Levels over time</title>
        <path d={`M0,0 V${HEIGHT} H${WIDTH}`} className="fill-none stroke-ink" />
        {tanks.map(({ id: tank, title }, k) => (
          <g key={tank}>
            <polyline
              points={minutes.map((m, i) => `${x(m)},${y(level(tank, i))}`).join(' ')}
              className={`fill-none ${wrong(tank) ? 'stroke-out' : (LINES[k % LINES.length] ?? '')}`}
              strokeWidth="2.5"
              strokeDasharray={k === 0 ? undefined : k === 1 ? '8 4' : '3 3'}
            />
            <text
              x="6"
              y={y(level(tank, 0)) < 20 ? y(level(tank, 0)) + 22 : y(level(tank, 0)) - 8}
              className="fill-ink text-[12px]"
            >
              {title}
            </text>
          </g>
        ))}
        <text x="-6" y="10" textAnchor="end" className="fill-ink-2 text-[13px]">
          {formatFigure(most, 1)} L
        </text>
        <text x={WIDTH} y={HEIGHT + 24} textAnchor="end" className="fill-ink-2 text-[13px]">
          {formatFigure(end, 1)} min
        </text>
      </svg>
    </figure>
  );
}
