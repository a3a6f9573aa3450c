import { useState, type ReactElement } from 'react';

/** Minutes after midnight of a time of day as it is typed; undefined when it is none. */
export const minutesOf = (text: string): number | undefined => {
  const match = /^(\d{1,2})[:.]?(\d{2})$/.exec(text.trim());
  const minutes = match ? Number(match[1]) * 60 + Number(match[2]) : undefined;
  return minutes !== undefined && minutes <= 1440 && Number(match?.[2]) < 60 ? minutes : undefined;
};
const textOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** The instant of a time of day on the day of another instant, where the field is. */
export function onDayOf(iso: string, minutes: number, offset: number): string {
  const local = Date.parse(iso) + offset * 60_000;
  const midnight = Math.floor(local / 86_400_000) * 86_400_000;
  return new Date(midnight + (minutes - offset) * 60_000).toISOString();
}

/** Two times of day, "12:30 to 13:15"; what is not a time is said, and the time before it stays. */
export function Times({
  label,
  from,
  to,
  onChange,
}: {
  label: string;
  from: number;
  to: number;
  onChange: (from: number, to: number) => void;
}): ReactElement {
  const [text, setText] = useState([textOf(from), textOf(to)]);
  const read = text.map(minutesOf);
  const [a, b] = read;
  const bad = a === undefined || b === undefined || b <= a;
  const type = (i: number, value: string): void => {
    const next = text.map((t, j) => (i === j ? value : t));
    setText(next);
    const [x, y] = next.map(minutesOf);
    if (x !== undefined && y !== undefined && y > x) onChange(x, y);
  };
  return (
    <span className="inline-flex flex-wrap items-baseline gap-2" role="group" aria-label={label}>
      {[0, 1].map((i) => (
        <span key={i} className="inline-flex items-baseline gap-2">
          {i === 1 ? 'to' : null}
          <input
            aria-label={`${label}, ${i === 0 ? 'from' : 'to'}`}
            className={`w-16 border-0 border-b-2 bg-transparent px-1 py-1 max-lg:min-h-14 ${bad ? 'border-out text-out' : 'border-ink'}`}
            value={text[i] ?? ''}
            inputMode="numeric"
            onChange={(e) => type(i, e.target.value)}
          />
        </span>
      ))}
      {bad ? <span className="text-[0.8rem] text-out">Two times of one day, as 12:30 to 13:15.</span> : null}
    </span>
  );
}
