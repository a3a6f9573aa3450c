import { useId, type ReactElement } from 'react';
import {
  formatFigure,
  TRACK_GAP,
  type CoveredMoment,
  type CoveredTrack,
  type FieldChart,
  type MapPlace,
  type WindOver,
} from '@kanzel/core';

const SIZE = 460;
/** Shades of the ground, each so many metres higher than the one before. */
const LAYER = 40;
const SHADES = ['fill-ink/0', 'fill-ink/5', 'fill-ink/10', 'fill-ink/15', 'fill-ink/20', 'fill-ink/25'];
const FOOT = 0.3048;

export const feet = (metres: number): string => `${formatFigure(Math.round(metres / FOOT / 10) * 10, 10)} ft`;

/** What part of the map is shown: all that the flight and the runways take, square, with room around. */
function frameOf(chart: FieldChart, track: readonly MapPlace[]) {
  const all = [...chart.runways.flatMap((r) => r.ends), ...chart.places.flatMap((p) => p.aims), ...track];
  const [norths, easts] = [all.map((p) => p.north), all.map((p) => p.east)];
  const [south, north, west, east] = [
    Math.min(...norths),
    Math.max(...norths),
    Math.min(...easts),
    Math.max(...easts),
  ];
  const wide = 1.12 * Math.max(north - south, east - west, 800);
  const middle = { north: (north + south) / 2, east: (east + west) / 2 };
  const scale = SIZE / wide;
  return {
    scale,
    x: (p: MapPlace): number => SIZE / 2 + (p.east - middle.east) * scale,
    y: (p: MapPlace): number => SIZE / 2 - (p.north - middle.north) * scale,
  };
}

/** Stretches of a flight without cover, each as long as it lasts; a gap of the track ends one. */
function bareStretches(moments: readonly CoveredMoment[]): readonly (readonly CoveredMoment[])[] {
  const bare = (m: CoveredMoment | undefined): boolean =>
    m !== undefined && !m.standing && !((m.margin ?? -1) >= 0);
  const stretches: CoveredMoment[][] = [];
  moments.slice(1).forEach((to, i) => {
    const from = moments[i];
    if (!from || !(bare(from) || bare(to)) || to.at - from.at > TRACK_GAP) return;
    const last = stretches.at(-1);
    if (last?.at(-1) === from) last.push(to);
    else stretches.push([from, to]);
  });
  return stretches;
}

/** Ground as shaded squares, the higher the darker; the sea and the low land are plain. */
function Ground({
  chart,
  frame,
}: {
  chart: FieldChart;
  frame: ReturnType<typeof frameOf>;
}): ReactElement | null {
  const { terrain } = chart;
  if (!terrain) return null;
  const side = terrain.step * frame.scale;
  return (
    <g shapeRendering="crispEdges">
      {terrain.rows.flatMap((row, i) =>
        row.flatMap((height, j) => {
          const shade = Math.min(SHADES.length - 1, Math.floor(Math.max(0, height ?? 0) / LAYER));
          if (shade === 0) return [];
          const at = {
            north: terrain.corner.north + i * terrain.step,
            east: terrain.corner.east + j * terrain.step,
          };
          const [x, y] = [frame.x(at) - side / 2, frame.y(at) - side / 2];
          if (x < -side || y < -side || x > SIZE || y > SIZE) return [];
          return [
            <rect key={`${i} ${j}`} x={x} y={y} width={side} height={side} className={SHADES[shade]} />,
          ];
        }),
      )}
    </g>
  );
}

/** The field from above: what can be landed on, what cannot, the flight with where it has no cover, and the way down from one moment. */
export function ChartPicture({
  chart,
  covered,
  wind,
  chosen,
  onChoose,
}: {
  chart: FieldChart;
  covered: CoveredTrack | undefined;
  wind: WindOver;
  chosen: number;
  onChoose: (moment: number) => void;
}): ReactElement {
  const id = useId();
  const moments = covered?.moments ?? [];
  const frame = frameOf(chart, moments);
  const line = (places: readonly MapPlace[]): string =>
    places.map((p) => `${frame.x(p).toFixed(1)},${frame.y(p).toFixed(1)}`).join(' ');
  const here = moments[chosen];
  const middleOf = (places: readonly MapPlace[]): MapPlace => ({
    north: places.reduce((a, p) => a + p.north, 0) / places.length,
    east: places.reduce((a, p) => a + p.east, 0) / places.length,
  });
  const stretches = bareStretches(moments);
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="img"
      aria-labelledby={id}
      className="w-full max-w-[40rem] border border-rule bg-sheet"
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const [x, y] = [
          ((event.clientX - box.left) * SIZE) / box.width,
          ((event.clientY - box.top) * SIZE) / box.height,
        ];
        const away = moments.map((m) => Math.hypot(frame.x(m) - x, frame.y(m) - y));
        const nearest = away.indexOf(Math.min(...away));
        if (nearest >= 0) onChoose(nearest);
      }}
    >
      <title id={id}>{chart.name} from above, north up; thick where the flight has no glide cover</title>
      <defs>
        <pattern
          id={`${id}-no`}
          width="9"
          height="9"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="9" className="stroke-out" strokeWidth="2" />
        </pattern>
      </defs>
      <Ground chart={chart} frame={frame} />
      {chart.fields.map(({ name, outline }) => (
        <g key={name}>
          <polygon points={line(outline)} className="fill-within/20 stroke-within" strokeWidth="1.5" />
          <text
            x={frame.x(middleOf(outline))}
            y={frame.y(middleOf(outline)) + 4}
            textAnchor="middle"
            className="fill-ink text-[13px]"
          >
            {name}
          </text>
        </g>
      ))}
      {chart.forbidden.map(({ name, outline }) => (
        <g key={name}>
          <polygon points={line(outline)} fill={`url(#${id}-no)`} className="stroke-out" strokeWidth="1.5" />
          <text
            x={frame.x(middleOf(outline))}
            y={frame.y(middleOf(outline)) + 4}
            textAnchor="middle"
            className="fill-ink stroke-sheet text-[13px] font-bold"
            strokeWidth="4"
            paintOrder="stroke"
          >
            {name}
          </text>
        </g>
      ))}
      {chart.runways.map(({ name, ends: [a, b], hard }) => (
        <g key={name}>
          <line
            x1={frame.x(a)}
            y1={frame.y(a)}
            x2={frame.x(b)}
            y2={frame.y(b)}
            className={hard ? 'stroke-ink' : 'stroke-within'}
            strokeWidth={hard ? 7 : 6}
          />
          <text
            x={frame.x(a) - 14}
            y={frame.y(a) + 16}
            className="fill-ink stroke-sheet text-[13px] font-bold"
            strokeWidth="4"
            paintOrder="stroke"
          >
            {name}
          </text>
        </g>
      ))}
      {chart.obstacles.map((o) => (
        <g key={o.name}>
          <path
            d={`M${frame.x(o.at) - 6},${frame.y(o.at) + 6} l6,-14 l6,14`}
            className="fill-none stroke-ink"
            strokeWidth="2.5"
          />
          <text x={frame.x(o.at) + 9} y={frame.y(o.at) + 5} className="fill-ink-2 text-[12px]">
            {o.name}, {feet(o.top)}
          </text>
        </g>
      ))}
      <polyline points={line(moments)} className="fill-none stroke-hand" strokeWidth="2.5" />
      {stretches.map((stretch) => (
        <polyline
          key={stretch[0]?.at}
          points={line(stretch)}
          className="fill-none stroke-out"
          strokeWidth="7"
        />
      ))}
      {here ? (
        <>
          {here.way ? (
            <line
              x1={frame.x(here)}
              y1={frame.y(here)}
              x2={frame.x(here.way.aim)}
              y2={frame.y(here.way.aim)}
              className="stroke-ink"
              strokeWidth="2"
              strokeDasharray="7 5"
            />
          ) : null}
          <circle
            cx={frame.x(here)}
            cy={frame.y(here)}
            r="8"
            className="fill-hand stroke-sheet"
            strokeWidth="2"
          />
        </>
      ) : null}
      {wind.speed > 0 ? (
        <g transform={`translate(${SIZE - 46},46) rotate(${wind.from + 180})`}>
          <path d="M0,30 L0,-24 M-9,-12 L0,-28 L9,-12" className="fill-none stroke-ink" strokeWidth="3" />
        </g>
      ) : null}
      <text x={SIZE - 46} y={96} textAnchor="middle" className="fill-ink text-[13px]">
        {wind.speed > 0 ? `${formatFigure((wind.speed * 3600) / 1852, 1)} kt` : 'calm'}
      </text>
      <g transform={`translate(18,${SIZE - 18})`}>
        <line x1="0" y1="0" x2={500 * frame.scale} y2="0" className="stroke-ink" strokeWidth="3" />
        <text x="0" y="-7" className="fill-ink text-[13px]">
          500 m
        </text>
      </g>
    </svg>
  );
}
