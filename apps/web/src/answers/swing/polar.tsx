import { useId, type ReactElement } from 'react';
import { afterCorrection, deviationAt, formatFigure, type Swing } from '@kanzel/core';

/** Pixels of the circle of no deviation, and of the innermost one. */
const [NOTHING, INNER] = [74, 24];

const at = (heading: number, radius: number): string => {
  const angle = ((heading - 90) * Math.PI) / 180;
  return `${(radius * Math.cos(angle)).toFixed(1)},${(radius * Math.sin(angle)).toFixed(1)}`;
};

/** Deviation round the compass: the circle is none, outside east, inside west; as it was swung, and as the correctors would leave it. */
export function Polar({ swing, shown }: { swing: Swing; shown: readonly number[] }): ReactElement {
  const id = useId();
  const most = Math.max(5, Math.ceil(swing.largest / 5) * 5);
  const radius = (degrees: number): number => NOTHING + (degrees / most) * (NOTHING - INNER);
  const round = (of: (heading: number) => number): string =>
    Array.from({ length: 73 }, (_, i) => at(5 * i, radius(of(5 * i)))).join(' ');
  const after = afterCorrection(swing.deviation);
  return (
    <svg
      width="300"
      height="300"
      viewBox="-150 -150 300 300"
      role="img"
      aria-labelledby={id}
      className="print:h-[9cm] print:w-[9cm]"
    >
      <title id={id}>
        {`Deviation round the compass, at most ${formatFigure(swing.largest, 0.1)}°; dashed as the correctors would leave it`}
      </title>
      {[-most, 0, most].map((d) => (
        <circle
          key={d}
          r={radius(d)}
          className={d === 0 ? 'fill-none stroke-ink' : 'fill-none stroke-rule'}
          strokeWidth={d === 0 ? 1.5 : 1}
        />
      ))}
      {['N', 'E', 'S', 'W'].map((word, i) => {
        const [x = '0', y = '0'] = at(90 * i, 138).split(',');
        return (
          <text
            key={word}
            x={x}
            y={Number(y) + 5}
            textAnchor="middle"
            className="fill-ink-2 text-[14px] font-semibold"
          >
            {word}
          </text>
        );
      })}
      <text x="3" y={-radius(most) + 12} className="fill-ink-2 text-[11px]">
        {most}° E
      </text>
      <text x="3" y={-radius(-most) - 3} className="fill-ink-2 text-[11px]">
        {most}° W
      </text>
      <polyline
        points={round((h) => deviationAt(after, h))}
        className="fill-none stroke-hand"
        strokeWidth="2"
        strokeDasharray="6 4"
      />
      <polyline
        points={round((h) => deviationAt(swing.deviation, h))}
        className="fill-none stroke-ink"
        strokeWidth="2.5"
      />
      {swing.measured.map((d, i) => {
        const [cx = '0', cy = '0'] = at(shown[i] ?? 0, radius(d)).split(',');
        return <circle key={i} cx={cx} cy={cy} r="4.5" className="fill-ink stroke-sheet" />;
      })}
    </svg>
  );
}
