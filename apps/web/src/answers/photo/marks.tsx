import type { ReactElement } from 'react';
import type { PhotoMark, PhotoPoint } from '@kanzel/core';

/** The two strokes of the tip of an arrow, in the units of the picture, for a shaft from `from` to `to`. */
function tipOf([x1, y1]: PhotoPoint, [x2, y2]: PhotoPoint, size: number): string {
  const along = Math.atan2(y2 - y1, x2 - x1);
  const wing = (turn: number): string =>
    `${x2 - size * Math.cos(along + turn)},${y2 - size * Math.sin(along + turn)}`;
  return `${wing(0.45)} ${x2},${y2} ${wing(-0.45)}`;
}

/** One mark over a picture of a width and height. Each is drawn twice, the paper under the mark, so that it is seen on bright and on dark. */
function MarkShape({
  mark,
  width,
  height,
}: {
  mark: PhotoMark;
  width: number;
  height: number;
}): ReactElement {
  const at = ([x, y]: PhotoPoint): PhotoPoint => [x * width, y * height];
  const [from, to] = [at(mark.from), at(mark.to)];
  const size = Math.max(width, height) / 40;
  const stroke = (colour: string, thick: number): ReactElement =>
    mark.kind === 'circle' ? (
      <ellipse
        cx={(from[0] + to[0]) / 2}
        cy={(from[1] + to[1]) / 2}
        rx={Math.abs(to[0] - from[0]) / 2}
        ry={Math.abs(to[1] - from[1]) / 2}
        fill="none"
        stroke={colour}
        strokeWidth={thick}
      />
    ) : (
      <g fill="none" stroke={colour} strokeWidth={thick} strokeLinecap="round" strokeLinejoin="round">
        <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} />
        <polyline points={tipOf(from, to, size * 1.6)} />
      </g>
    );
  return (
    <>
      {stroke('var(--color-sheet)', size * 0.8)}
      {stroke('var(--color-out)', size * 0.4)}
    </>
  );
}

/** Marks over a picture, as a layer that lies exactly on it. */
export function MarksLayer({
  marks,
  width,
  height,
}: {
  marks: readonly PhotoMark[];
  width: number;
  height: number;
}): ReactElement {
  const counted = (['arrow', 'circle'] as const).map((kind) => {
    const count = marks.filter((m) => m.kind === kind).length;
    return `${count} ${kind}${count === 1 ? '' : 's'}`;
  });
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="pointer-events-none absolute inset-0 size-full"
      role="img"
      aria-label={`Marked: ${counted.join(', ')}`}
    >
      {marks.map((mark, i) => (
        <MarkShape key={i} mark={mark} width={width} height={height} />
      ))}
    </svg>
  );
}
