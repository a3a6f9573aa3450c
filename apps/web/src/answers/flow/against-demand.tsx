import type { ReactElement } from 'react';
import { formatFigure, type MeasuredFlow } from '@kanzel/core';

/** Runs as bars, with what the engine takes at full power and what is asked for as lines across them. */
export function AgainstDemand({
  measured,
  demand,
}: {
  measured: MeasuredFlow;
  demand: { readonly demand: number; readonly least: number } | undefined;
}): ReactElement {
  const { flow, uncertainty, each } = measured;
  const wanted = demand ? demand.demand * demand.least : 0;
  const most = 1.12 * Math.max(...each, flow + uncertainty, wanted);
  const at = (value: number): string => `${(100 * Math.max(0, value)) / most}%`;
  const short = (value: number): boolean => demand !== undefined && value < wanted;
  const row = 'grid grid-cols-[5.5rem_1fr_6rem] items-center gap-x-3 py-0.5 text-[0.86rem]';
  const line = (value: number, tone: string): ReactElement => (
    <span className={`absolute inset-y-[-3px] w-[3px] ${tone}`} style={{ left: at(value) }} />
  );
  const lines = demand ? (
    <>
      {line(demand.demand, 'bg-ink-3')}
      {line(wanted, 'bg-out')}
    </>
  ) : null;
  return (
    <figure aria-label="Runs against the demand" className="mt-3 max-w-[44rem]">
      {each.map((f, i) => (
        <div key={i} className={row}>
          <span>Run {i + 1}</span>
          <span className="relative block h-4 bg-rule-2">
            <span
              className={`absolute inset-y-0 left-0 ${short(f) ? 'bg-out' : 'bg-within'}`}
              style={{ width: at(f) }}
            />
            {lines}
          </span>
          <b className="text-right font-mono">{formatFigure(f, 0.1)} L/h</b>
        </div>
      ))}
      <div className={row}>
        <span className="font-semibold">Flow</span>
        <span className="relative block h-4">
          <span
            className="absolute inset-y-[5px] bg-ink-2"
            style={{ left: at(flow - uncertainty), width: at(2 * uncertainty) }}
          />
          {line(flow, 'bg-ink')}
          {lines}
        </span>
        <b className="text-right font-mono">±{formatFigure(uncertainty, 0.1)} L/h</b>
      </div>
      <figcaption className="cap mt-1">
        {demand
          ? `Grey line: ${formatFigure(demand.demand, 0.1)} L/h at full power. Red line: ${formatFigure(100 * demand.least, 1)} % of it, ${formatFigure(wanted, 0.1)} L/h. Flow is ${formatFigure((100 * flow) / demand.demand, 1)} %.`
          : 'No demand at full power in the limit book.'}
      </figcaption>
    </figure>
  );
}
