import { useId, type ReactElement } from 'react';
import {
  comeHome,
  formatFigure,
  packRoomOf,
  packsCompared,
  resistanceTrend,
  type LoadPack,
  type PackCompared,
} from '@kanzel/core';
import type { PictureProps } from './props.ts';
import { useBalance } from './use-balance.ts';

const [WIDTH, HEIGHT] = [560, 120];

/** What is left on the way home from every point of the mission; below the line it does not come home. */
function Homecoming({ own, figures, room }: PictureProps & { own: PackCompared }): ReactElement | null {
  const id = useId();
  const at = packRoomOf(figures, room);
  if (!at.ok || room.points.length === 0 || own.usable === undefined) return null;
  const { power, wind } = at.value;
  const points = comeHome(power, own.mass, wind, room.points, own.usable);
  const left = points.map((p) => (Number.isFinite(p.left) ? p.left / (own.usable ?? 1) : -1));
  const low = Math.min(-0.2, ...left);
  const x = (i: number): number => (WIDTH * i) / Math.max(1, left.length - 1);
  const y = (share: number): number => (HEIGHT * (1 - Math.max(low, share))) / (1 - low);
  const worst = (own.worst?.at ?? 1) - 1;
  return (
    <figure className="mt-3" aria-label="Coming home">
      <svg
        width={WIDTH}
        height={HEIGHT + 26}
        viewBox={`-4 -6 ${WIDTH + 8} ${HEIGHT + 32}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>Left after turning home, at every point of the mission</title>
        <rect x="0" y={y(0)} width={WIDTH} height={HEIGHT - y(0)} className="fill-out-bg" />
        <line x1="0" y1={y(0)} x2={WIDTH} y2={y(0)} className="stroke-out" strokeWidth="2" />
        <polyline
          points={left.map((s, i) => `${x(i)},${y(s)}`).join(' ')}
          className="fill-none stroke-hand"
          strokeWidth="2.5"
        />
        <circle
          cx={x(worst)}
          cy={y(left[worst] ?? 0)}
          r="6"
          className={(left[worst] ?? 0) < 0 ? 'fill-out' : 'fill-hand'}
        />
        <text
          x={x(worst)}
          y={y(left[worst] ?? 0) - 12}
          textAnchor={x(worst) > WIDTH / 2 ? 'end' : 'start'}
          className="fill-ink text-[14px] font-semibold"
        >
          {Number.isFinite(own.worst?.left ?? 0)
            ? `${formatFigure(own.worst?.left ?? 0, 1)} Wh at point ${worst + 1}`
            : `against the wind at point ${worst + 1}`}
        </text>
        <text x="2" y={HEIGHT + 22} className="fill-ink-2 text-[13px]">
          Point 1
        </text>
        <text x={WIDTH} y={HEIGHT + 22} textAnchor="end" className="fill-ink-2 text-[13px]">
          Point {left.length}
        </text>
      </svg>
      <figcaption className="cap">
        Left above the reserve after turning straight home, at every point. Red: it does not come home.
      </figcaption>
    </figure>
  );
}

/** How a pack has aged: its last resistance, its cycles, and how both go together. */
function ageOf(pack: LoadPack | undefined): readonly string[] {
  const history = pack?.history ?? [];
  const last = history.at(-1);
  if (!last) return [];
  const trend = resistanceTrend(history);
  return [
    `${formatFigure(last.resistance, 0.1)} mΩ after ${last.cycles} cycles${trend === undefined ? '' : `, ${trend < 0 ? '−' : '+'}${formatFigure(Math.abs(trend), 0.1)} in a hundred`}`,
  ];
}

/** Every pack that may be carried: minutes above the reserve, what the mission takes, sag, and whether it balances. */
export function PackBars({ figures, room }: PictureProps): ReactElement | null {
  const compared = packsCompared(figures, room);
  const balance = useBalance();
  if (!compared.ok) return null;
  const packs = room.index.basis.aircraft.loading?.packs ?? [];
  const most = Math.max(1, ...compared.value.map((c) => c.minutes ?? 0));
  const chosen = room.chosen.get('pack');
  const own = compared.value.find((c) => c.pack === chosen);
  return (
    <div className="mt-3 max-w-[48rem]">
      <figure aria-label="Packs compared">
        {compared.value.map((c) => {
          const { pack, minutes, takes, worst, sag, mass } = c;
          const short = (worst?.left ?? 0) < 0;
          return (
            <div
              key={pack}
              className={`grid grid-cols-[9rem_1fr_6.5rem] max-sm:grid-cols-[1fr_6.5rem] items-center gap-x-3 border-l-4 py-1 pl-2 ${pack === chosen ? 'border-hand' : 'border-transparent'}`}
            >
              <span className="font-semibold max-sm:col-span-2">
                {packs.find((p) => p.id === pack)?.title ?? pack}
                {pack === chosen ? <span className="cap block">chosen</span> : null}
              </span>
              <span className="relative block h-8 bg-rule-2">
                <span
                  className={`absolute inset-y-0 left-0 ${short ? 'bg-out' : 'bg-within'}`}
                  style={{ width: `${(100 * (minutes ?? 0)) / most}%` }}
                />
                {takes !== undefined && takes <= 1 ? (
                  <span
                    className="absolute inset-y-[-3px] w-[4px] bg-ink"
                    style={{ left: `${(100 * takes * (minutes ?? 0)) / most}%` }}
                  />
                ) : null}
              </span>
              <b className="text-right font-mono text-lg whitespace-nowrap">
                {minutes === undefined ? 'unknown' : `${formatFigure(minutes, 0.1)} min`}
              </b>
              <span className="max-sm:hidden" />
              <span className="cap col-span-2">
                {[
                  `${formatFigure(mass, 0.01)} kg`,
                  ...(takes === undefined
                    ? []
                    : [
                        Number.isFinite(takes)
                          ? `mission takes ${formatFigure(100 * takes, 1)} %`
                          : 'does not get there',
                      ]),
                  ...(sag
                    ? [
                        `lowest cell ${formatFigure(sag.low, 0.01)} to ${formatFigure(sag.high, 0.01)} V at full throttle`,
                      ]
                    : ['resistance not measured']),
                  ...ageOf(packs.find((p) => p.id === pack)),
                  ...(balance.get(pack) === undefined ? [] : [balance.get(pack)]),
                ].join(' · ')}
              </span>
            </div>
          );
        })}
        <figcaption className="cap mt-1">
          Minutes on the way, above the reserve, with the hover of take-off and landing, as cold and as windy
          as today. Black mark: what the mission takes of it.
        </figcaption>
      </figure>
      {own ? <Homecoming own={own} figures={figures} room={room} /> : null}
    </div>
  );
}
