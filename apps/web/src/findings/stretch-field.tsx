import { lazy, Suspense, type ReactElement } from 'react';
import type { Series } from '@kanzel/core';
import type { Stretch } from './recorded-trace.tsx';

const RecordedTrace = lazy(() => import('./recorded-trace.tsx'));

/** Steps in which the ends of a stretch are moved: fine enough to point at a dip, and whole tenths of a second. */
const STEP = 0.1;
const tenths = (s: number): number => Number((Math.round(s / STEP) * STEP).toFixed(1));

/** The stretch of a recording that shows what was found: its two ends are moved; the whole of it is no stretch. */
export function StretchField({
  series,
  stretch,
  onChange,
}: {
  series: Series;
  stretch: Stretch | undefined;
  onChange: (stretch: Stretch | undefined) => void;
}): ReactElement {
  const [least, most] = [
    Math.ceil((series.t[0] ?? 0) / STEP) * STEP,
    Math.floor((series.t.at(-1) ?? 0) / STEP) * STEP,
  ];
  const [from, to] = [tenths(stretch?.from ?? least), tenths(stretch?.to ?? most)];
  const put = (next: Stretch): void =>
    onChange(next.from <= tenths(least) && next.to >= tenths(most) ? undefined : next);
  const end = (label: string, value: number, move: (to: number) => void): ReactElement => (
    <label className="flex items-center gap-3 text-sm">
      <span className="w-44">
        {label}: <b>{value.toFixed(1)} s</b>
      </span>
      <input
        type="range"
        className="min-h-9 flex-1 max-lg:min-h-14"
        aria-label={label}
        min={least}
        max={most}
        step={STEP}
        value={value}
        onChange={(e) => move(tenths(Number(e.target.value)))}
      />
    </label>
  );
  return (
    <fieldset className="mb-4">
      <legend className="text-sm font-semibold">The stretch that shows it</legend>
      <Suspense fallback={null}>
        <RecordedTrace series={series} {...(stretch ? { stretch } : {})} />
      </Suspense>
      {end('Begins at', from, (next) => put({ from: Math.min(next, tenths(to - STEP)), to }))}
      {end('Ends at', to, (next) => put({ from, to: Math.max(next, tenths(from + STEP)) }))}
    </fieldset>
  );
}
