import type { ReactElement } from 'react';
import { formatFigure, type TrailPiece } from '@kanzel/core';
import { useWidth } from '../ui/use-width.ts';

const LOOK = {
  book: { fill: 'var(--within-bg)', stroke: 'var(--within)' },
  quiet: { fill: 'none', stroke: 'var(--near)' },
  gap: { fill: 'var(--sheet)', stroke: 'var(--out)' },
  overlap: { fill: 'var(--out-bg)', stroke: 'var(--out)' },
} as const;

/** The trail from the first logbook to today as a line: books end to end, gaps as holes with what is missing. */
export function TrailLine({ pieces }: { pieces: readonly TrailPiece[] }): ReactElement | null {
  const [box, width] = useWidth(720);
  const [first] = pieces;
  const last = pieces[pieces.length - 1];
  if (!first || !last) return null;
  const begin = Date.parse(first.from);
  const whole = Math.max(1, Date.parse(last.to) - begin);
  const at = (day: string): number => 6 + ((Date.parse(day) - begin) / whole) * (width - 12);
  const sentence = pieces
    .map((p) =>
      p.kind === 'book'
        ? `${p.book ?? ''}, ${p.from} to ${p.to}`
        : `${p.kind === 'quiet' ? 'quiet' : p.kind} from ${p.from} to ${p.to}`,
    )
    .join('; ');
  return (
    <div ref={box} className="mb-2 w-full max-w-[45rem]">
      <svg
        viewBox={`0 0 ${width} 84`}
        role="img"
        aria-label={`The trail: ${sentence}`}
        className="block h-auto w-full"
      >
        <path d={`M6 38 H${width - 6}`} stroke="var(--rule)" strokeDasharray="2 4" />
        {/* What does not join lies over the books, however short it is. */}
        {[...pieces]
          .sort((a, b) => Number(a.kind !== 'book') - Number(b.kind !== 'book'))
          .map((p, i) => {
            const [begins, ends] = [at(p.from < p.to ? p.from : p.to), at(p.from < p.to ? p.to : p.from)];
            const wide = Math.max(ends - begins, p.kind === 'book' ? 4 : 16);
            // A gap of a few days is still seen: around the day it is at, and never beyond the picture.
            const x = Math.min(width - 6 - wide, Math.max(6, (begins + ends - wide) / 2));
            const middle = x + wide / 2;
            const look = LOOK[p.kind];
            const hours = `${formatFigure(p.hoursFrom, 0.1)}–${formatFigure(p.hoursTo, 0.1)} h`;
            return (
              <g key={i}>
                <rect
                  x={x}
                  y={p.kind === 'book' ? 26 : 29}
                  width={wide}
                  height={p.kind === 'book' ? 24 : 18}
                  fill={look.fill}
                  stroke={look.stroke}
                  strokeWidth={p.kind === 'book' ? 1.5 : 2.2}
                  strokeDasharray={p.kind === 'gap' || p.kind === 'quiet' ? '5 3' : undefined}
                />
                {p.kind === 'gap' || p.kind === 'overlap' ? (
                  <path d={`M${middle - 4} 34 l8 8 m0 -8 l-8 8`} stroke="var(--out)" strokeWidth="2" />
                ) : null}
                {p.kind === 'book' && wide > 60 ? (
                  <text
                    x={middle}
                    y={42}
                    textAnchor="middle"
                    fontSize="11.5"
                    fontWeight="600"
                    fill="var(--ink)"
                  >
                    {(p.book ?? '').slice(0, Math.floor(wide / 7))}
                  </text>
                ) : null}
                {wide > 74 || p.kind !== 'book' ? (
                  <text
                    x={Math.min(width - 40, Math.max(40, middle))}
                    y={p.kind === 'book' ? 66 : 18}
                    textAnchor="middle"
                    fontSize="11"
                    fill={p.kind === 'book' ? 'var(--ink-2)' : look.stroke}
                    fontWeight={p.kind === 'book' ? '400' : '700'}
                  >
                    {p.kind === 'quiet' ? 'no line' : hours}
                  </text>
                ) : null}
              </g>
            );
          })}
        <text x={6} y={82} fontSize="11" fill="var(--ink-2)">
          {first.from}
        </text>
        <text x={width - 6} y={82} textAnchor="end" fontSize="11" fill="var(--ink-2)">
          today
        </text>
      </svg>
    </div>
  );
}
