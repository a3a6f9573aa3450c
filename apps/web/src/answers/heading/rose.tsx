import type { ReactElement } from 'react';

/** A direction on the rose, by what it is of. */
export interface Hand {
  readonly id: string;
  readonly degrees: number;
  readonly own: boolean;
}

const at = (degrees: number, radius: number): readonly [number, number] => {
  const angle = ((degrees - 90) * Math.PI) / 180;
  return [radius * Math.cos(angle), radius * Math.sin(angle)];
};

/** The heading shown (broad) and its references (thin) on a rose, all brought to one north. */
export function Rose({ hands }: { hands: readonly Hand[] }): ReactElement {
  return (
    <svg
      width="190"
      height="190"
      viewBox="-100 -100 200 200"
      role="img"
      aria-label="Headings on the compass rose"
    >
      <circle r="78" className="fill-none stroke-rule" strokeWidth="1.5" />
      {Array.from({ length: 36 }, (_, i) => {
        const [x1, y1] = at(i * 10, i % 9 === 0 ? 66 : 72);
        const [x2, y2] = at(i * 10, 78);
        return <line key={i} x1={x1} y1={y1} x2={x2} y2={y2} className="stroke-ink-3" strokeWidth="1.5" />;
      })}
      {['N', 'E', 'S', 'W'].map((word, i) => {
        const [x, y] = at(i * 90, 90);
        return (
          <text
            key={word}
            x={x}
            y={y + 4.5}
            textAnchor="middle"
            className="fill-ink-2 text-[13px] font-semibold"
          >
            {word}
          </text>
        );
      })}
      {hands.map(({ id, degrees, own }) => {
        const [x, y] = at(degrees, own ? 62 : 76);
        return (
          <line
            key={id}
            x1="0"
            y1="0"
            x2={x}
            y2={y}
            strokeWidth={own ? 6 : 2.5}
            strokeDasharray={own ? undefined : '7 4'}
            strokeLinecap="butt"
            className={own ? 'stroke-ink' : 'stroke-hand'}
          />
        );
      })}
      <circle r="4" className="fill-ink" />
    </svg>
  );
}
