import { formatFigure, limitEdges, type Bounds, type VerdictState } from '@kanzel/core';
import { useId, type ReactElement } from 'react';

export interface RulerProps {
  readonly bounds: Bounds;
  readonly value?: number;
  readonly uncertainty?: number;
  readonly last?: number;
  readonly state?: VerdictState;
  readonly resolution?: number;
  /** Large beside an entry, small in a row. */
  readonly size: 'large' | 'small';
  /** The whole comparison as a sentence, for tooltips and screen readers. */
  readonly sentence: string;
}

const COLOUR: Readonly<Record<VerdictState, string>> = {
  within: 'var(--ink)',
  near: 'var(--near)',
  out: 'var(--out)',
  unknown: 'var(--ink-3)',
};

/** The span drawn: the allowed range takes about two thirds, an open side gets room beside its one stop. */
function scaleOf(bounds: Bounds, value: number | undefined): { from: number; to: number } {
  const { low, high, cautionLow, cautionHigh } = bounds;
  const edges = [low, high, cautionLow, cautionHigh].filter((v): v is number => v !== undefined);
  const [least, most] = [Math.min(...edges), Math.max(...edges)];
  const reach =
    low !== undefined && high !== undefined
      ? high - low
      : Math.max(most - least, Math.abs(most) * 0.6, Math.abs((value ?? most) - most) * 0.5, 1e-6);
  const from =
    low === undefined
      ? least - reach < 0 && least >= 0
        ? Math.min(0, least)
        : least - reach
      : low - reach * 0.28;
  return { from, to: high === undefined ? most + reach : high + reach * 0.28 };
}

/** The value: a needle with whiskers, or off the scale a break and its figure. */
function Needle({
  at,
  top,
  thick,
  large,
  state,
  whiskers,
  off,
  figure,
}: {
  at: number;
  top: number;
  thick: number;
  large: boolean;
  state: VerdictState;
  /** From where to where it may really be. */
  whiskers: readonly [number, number] | undefined;
  /** -1 off the low end, 1 off the high one, 0 on the scale. */
  off: number;
  figure: string;
}): ReactElement {
  return (
    <g stroke={COLOUR[state]} fill={COLOUR[state]}>
      {whiskers ? (
        <path
          d={`M${whiskers[0]} ${top + thick / 2}H${whiskers[1]}M${whiskers[0]} ${top + thick / 2 - 3.5}v7M${whiskers[1]} ${top + thick / 2 - 3.5}v7`}
          strokeWidth="1.5"
          fill="none"
        />
      ) : null}
      <path d={`M${at} ${top - 3}V${top + thick + 3}`} strokeWidth={large ? 3 : 2.4} />
      <path
        d={`M${at - (large ? 5.5 : 3.8)} ${top - (large ? 10 : 7)}h${large ? 11 : 7.6}l-${large ? 5.5 : 3.8} ${large ? 8 : 5.5}z`}
        stroke="none"
      />
      {off === 0 ? null : (
        <>
          <path
            d={`M${at - off * 9} ${top - 1}l-3 ${thick + 2}M${at - off * 13} ${top - 1}l-3 ${thick + 2}`}
            strokeWidth="1.6"
            stroke="var(--ink)"
          />
          {large ? (
            <text
              x={at}
              y={11}
              dx={-off * 10}
              fontSize={12}
              stroke="none"
              textAnchor={off > 0 ? 'end' : 'start'}
              fontWeight="650"
            >
              {figure}
            </text>
          ) : null}
        </>
      )}
    </g>
  );
}

/**
 * The limit ruler: allowed range as a tinted bar, caution hatched, hard limits as stops with their figures,
 * the value as a needle with whiskers, last time as an open triangle. A value off the scale is drawn at the
 * end with a break and its figure; nothing is clipped.
 */
export function LimitRuler({
  bounds,
  value,
  uncertainty,
  last,
  state = 'unknown',
  resolution,
  size,
  sentence,
}: RulerProps): ReactElement {
  const hatch = useId();
  const large = size === 'large';
  const [width, height] = large ? [356, 62] : [132, 29];
  const { from, to } = scaleOf(bounds, value);
  const pad = large ? 8 : 4;
  const raw = (v: number): number => pad + ((v - from) / (to - from)) * (width - 2 * pad);
  const x = (v: number): number => Math.min(width - pad, Math.max(pad, raw(v)));
  const [top, thick] = large ? [24, 11] : [8, 9];
  const { low, high, cautionLow, cautionHigh } = bounds;
  const start = low ?? from;
  const end = high ?? to;
  const off = value === undefined ? 0 : raw(value) < pad - 0.5 ? -1 : raw(value) > width - pad + 0.5 ? 1 : 0;
  const band = (a: number, b: number): ReactElement | null =>
    b > a ? (
      <rect x={x(a)} y={top} width={Math.max(0, x(b) - x(a))} height={thick} fill={`url(#${hatch})`} />
    ) : null;
  const stop = (at: number): ReactElement => (
    <g key={at}>
      <path d={`M${x(at)} ${top - 3}v${thick + 6}`} stroke="var(--out)" strokeWidth={large ? 2.4 : 1.8} />
      {large ? (
        <text x={x(at)} y={top + thick + 17} textAnchor="middle" fontSize="12" fill="var(--ink-2)">
          {formatFigure(at)}
        </text>
      ) : null}
    </g>
  );
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={sentence}
      className="max-w-full"
    >
      <title>{sentence}</title>
      <defs>
        <pattern id={hatch} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="5" height="5" fill="var(--near-bg)" />
          <path d="M0 0v5" stroke="var(--near)" strokeWidth="2.2" />
        </pattern>
      </defs>
      <path
        d={`M${pad - 4} ${top + thick / 2}H${width - pad + 4}`}
        stroke="var(--ink-3)"
        strokeDasharray="1.5 3"
      />
      <rect
        x={x(start)}
        y={top}
        width={Math.max(0, x(end) - x(start))}
        height={thick}
        fill="var(--within-bg)"
      />
      {cautionLow === undefined ? null : band(start, cautionLow)}
      {cautionHigh === undefined ? null : band(cautionHigh, end)}
      {[low, high].filter((v): v is number => v !== undefined).map(stop)}
      {last === undefined ? null : (
        <path
          d={`M${x(last)} ${top + thick + 2}l4.5 8h-9z`}
          fill="none"
          stroke="var(--ink-2)"
          strokeWidth="1.3"
        />
      )}
      {value === undefined ? null : (
        <Needle
          at={x(value)}
          top={top}
          thick={thick}
          large={large}
          state={state}
          whiskers={
            uncertainty !== undefined && off === 0
              ? [x(value - uncertainty), x(value + uncertainty)]
              : undefined
          }
          off={off}
          figure={formatFigure(value, resolution, limitEdges(bounds))}
        />
      )}
    </svg>
  );
}
