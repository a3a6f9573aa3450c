import type { ReactElement } from 'react';
import type { FlightBudget, FlownFlight, Leg } from '@kanzel/core';

/** Height over time of a flight, point by point. */
export function FlightProfile({ flown, budget }: { flown: FlownFlight; budget: FlightBudget }): ReactElement {
  const top = Math.max(budget.circuitHeight * 1.3, ...flown.legs.map((l) => l.height)) * 1.2;
  const x = (minutes: number): number => (minutes / Math.max(flown.minutes, 1)) * 100;
  const y = (metres: number): number => 98 - (metres / top) * 80;
  const corners: [minutes: number, metres: number][] = [[0, 0]];
  const marks: { left: number; top: number; n: number }[] = [];
  let at = budget.taxiMinutes;
  let landed = false;
  flown.legs.forEach((leg: Leg, i) => {
    const before = corners[corners.length - 1]?.[1] ?? 0;
    if (leg.height < 1 && before > 0) {
      corners.push([at, before], [at + budget.circuitMinutes, 0]);
      at += budget.circuitMinutes;
      landed = true;
    }
    corners.push(
      [at, leg.height < 1 ? 0 : before],
      [at + Math.max(leg.climb, before === 0 && leg.height >= 1 ? 1 : 0), leg.height],
    );
    corners.push([at + leg.minutes, leg.height]);
    marks.push({ left: x(at + (leg.climb + leg.minutes) / 2), top: y(leg.height), n: i + 1 });
    at += leg.minutes;
  });
  const last = corners[corners.length - 1]?.[1] ?? 0;
  if (!landed) corners.push([at, last], [at + budget.circuitMinutes, 0]);
  corners.push([flown.minutes, 0]);
  const highest = Math.round(Math.max(0, ...flown.legs.map((l) => l.height)));
  return (
    <div
      className="relative h-[78px] text-ink"
      role="img"
      aria-label={`Height over time, up to ${highest} metres above the field`}
    >
      <svg
        viewBox="0 0 100 100"
        className="absolute inset-0 size-full"
        preserveAspectRatio="none"
        aria-hidden
      >
        <line x1="0" x2="100" y1={y(0)} y2={y(0)} stroke="var(--rule)" vectorEffect="non-scaling-stroke" />
        <line
          x1="0"
          x2="100"
          y1={y(budget.circuitHeight)}
          y2={y(budget.circuitHeight)}
          stroke="var(--ink-3)"
          strokeDasharray="2 5"
          vectorEffect="non-scaling-stroke"
        />
        <polyline
          points={corners.map(([m, h]) => `${x(m)},${y(h)}`).join(' ')}
          fill="none"
          stroke="currentColor"
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <span className="cap absolute left-0 -translate-y-full" style={{ top: `${y(budget.circuitHeight)}%` }}>
        circuit {budget.circuitHeight} m
      </span>
      {marks.map((m) => (
        <span
          key={m.n}
          aria-hidden
          className="absolute -translate-x-1/2 -translate-y-[calc(100%+2px)] text-[0.7rem] text-ink-2"
          style={{ left: `${m.left}%`, top: `${m.top}%` }}
        >
          {m.n}
        </span>
      ))}
    </div>
  );
}
