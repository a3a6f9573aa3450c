import { useId, type ReactElement } from 'react';
import {
  drawLoading,
  formatFigure,
  pictureNames,
  type LoadingData,
  type LoadingPicture,
  type LoadingSheet,
  type SheetStanding,
} from '@kanzel/core';

const SIZE = { width: 452, height: 430 };
const WORST = { outside: 'var(--out)', reserve: 'var(--near)', close: 'var(--near)' } as const;

const path = (spots: readonly { readonly x: number; readonly y: number }[]): string =>
  spots.map((s, i) => `${i === 0 ? 'M' : 'L'}${s.x.toFixed(1)} ${s.y.toFixed(1)}`).join(' ');

/** What the axes are marked with, and the lines across. */
function Axes({ picture, units }: { picture: LoadingPicture; units: LoadingData['units'] }): ReactElement {
  const { frame } = picture;
  const step = units.arm === 'mm' ? 1 : 0.1;
  return (
    <>
      {picture.arms.map((t) => (
        <g key={t.value}>
          <path d={`M${t.x} ${frame.top} V${frame.bottom}`} stroke="var(--rule-2)" />
          <text x={t.x} y={frame.bottom + 17} textAnchor="middle" fontSize="11.5" fill="var(--ink-2)">
            {formatFigure(t.value, step)}
          </text>
        </g>
      ))}
      {picture.masses.map((t) => (
        <g key={t.value}>
          <path d={`M${frame.left} ${t.y} H${frame.right}`} stroke="var(--rule-2)" />
          <text x={frame.left - 8} y={t.y + 4} textAnchor="end" fontSize="11.5" fill="var(--ink-2)">
            {formatFigure(t.value, units.mass === 'kg' && t.value % 1 !== 0 ? 0.1 : 1)}
          </text>
        </g>
      ))}
      <text
        x={(frame.left + frame.right) / 2}
        y={SIZE.height - 6}
        textAnchor="middle"
        fontSize="11.5"
        fill="var(--ink-2)"
      >
        {`centre of gravity, ${units.arm} aft of the datum`}
      </text>
      <text x={4} y={frame.top + 4} fontSize="11.5" fill="var(--ink-2)">
        {units.mass}
      </text>
    </>
  );
}

/** Where it may be; with more than one envelope each carries its name. */
function Envelopes({ envelopes }: { envelopes: LoadingPicture['envelopes'] }): ReactElement {
  return (
    <>
      {envelopes.map((e) => (
        <path
          key={e.id}
          d={`${path(e.corners)} Z`}
          fill="var(--within-bg)"
          fillOpacity={envelopes.length > 1 ? 0.55 : 1}
        />
      ))}
      {envelopes.map((e) => (
        <path
          key={e.id}
          d={`${path(e.corners)} Z`}
          fill="none"
          stroke="var(--out)"
          strokeWidth="2.2"
          strokeLinejoin="round"
        />
      ))}
      {envelopes.length < 2
        ? null
        : envelopes.map((e) => {
            const top = Math.min(...e.corners.map((c) => c.y));
            const upper = e.corners.filter((c) => c.y < top + 1).map((c) => c.x);
            return (
              <text
                key={e.id}
                x={(Math.min(...upper) + Math.max(...upper)) / 2}
                y={top - 6}
                textAnchor="middle"
                fontSize="11.5"
                fontWeight="600"
                fill="var(--ink-2)"
              >
                {e.title}
              </text>
            );
          })}
    </>
  );
}

/** Where it is from start to landing, each point with how well it is known, and the worst of them marked. */
function Track({ track: t }: { track: LoadingPicture['tracks'][number] }): ReactElement {
  return (
    <g>
      {t.points.map((p, i) => (
        <ellipse
          key={i}
          cx={p.x}
          cy={p.y}
          rx={Math.max(p.radiusX, 2)}
          ry={Math.max(p.radiusY, 2)}
          transform={`rotate(${p.turn} ${p.x} ${p.y})`}
          fill="none"
          stroke="var(--ink-2)"
          strokeWidth="1"
        />
      ))}
      <path d={path(t.line)} fill="none" stroke="var(--ink)" strokeWidth="2" />
      {t.points.map((p, i) => (
        <circle key={i} cx={p.x} cy={p.y} r={p.name ? 4.5 : 2.6} fill="var(--ink)" />
      ))}
      {t.worst ? (
        <g stroke={WORST[t.worst.state]} strokeWidth="2.6" fill="none">
          <circle cx={t.worst.x} cy={t.worst.y} r="9" />
          {t.worst.state === 'close' ? null : (
            <path d={`M${t.worst.x - 4.5} ${t.worst.y - 4.5} l9 9 m0 -9 l-9 9`} />
          )}
        </g>
      ) : null}
    </g>
  );
}

/** Mass against centre: where it may be, and where it is from start to landing, with how well that is known. */
export function EnvelopePicture({
  data,
  sheet,
  standing,
  sentence,
}: {
  data: LoadingData;
  sheet: LoadingSheet | undefined;
  standing: SheetStanding | undefined;
  /** The whole picture in words. */
  sentence: string;
}): ReactElement {
  const clip = useId();
  const picture = drawLoading(data, sheet, standing, SIZE);
  const { frame } = picture;
  // About how wide a letter is as it is written here.
  const names = pictureNames(data, picture, 6.9);
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      role="img"
      aria-label={sentence}
      className="block h-auto w-full"
    >
      <clipPath id={clip}>
        <rect
          x={frame.left}
          y={frame.top}
          width={frame.right - frame.left}
          height={frame.bottom - frame.top}
        />
      </clipPath>
      <Axes picture={picture} units={data.units} />
      <Envelopes envelopes={picture.envelopes} />
      <g clipPath={`url(#${clip})`}>
        {picture.tracks.map((t) => (
          <Track key={t.tilt ?? ''} track={t} />
        ))}
      </g>
      {names.map(({ x, y, anchor, name }) => (
        <text
          key={name}
          x={x}
          y={y}
          textAnchor={anchor}
          fontSize="12.5"
          fontWeight="700"
          fill="var(--ink)"
          stroke="var(--sheet)"
          strokeWidth="3"
          paintOrder="stroke"
        >
          {name}
        </text>
      ))}
    </svg>
  );
}
