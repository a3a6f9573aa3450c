import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useState, type KeyboardEvent, type ReactElement } from 'react';
import {
  formatFigure,
  type FlightBudget,
  type FlightFault,
  type FlightPoint,
  type FlownFlight,
  type Leg,
} from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { FlightProfile } from './flight-profile.tsx';

/** How a point is begun, watched and stopped. */
function HowFlown({
  challenge,
  point,
  limits,
}: {
  challenge: string | undefined;
  point: FlightPoint;
  limits: readonly string[];
}): ReactElement {
  return (
    <div className="space-y-0.5 pb-2 pl-[74px] text-[0.86rem]">
      <p>{challenge}</p>
      <p>
        <b>Begin</b> {point.point.entry}
      </p>
      {limits.length > 0 ? (
        <p>
          <b>Watch</b> {limits.join('; ')}
        </p>
      ) : null}
      <p className="font-semibold text-out">
        <b>Stop</b> {point.point.stop}
      </p>
    </div>
  );
}

const Risk = ({ risk }: { risk: number }): ReactElement => (
  <span
    aria-label={`dares ${risk} of 5`}
    title={`Risk ${risk} of 5`}
    className="font-mono tracking-tighter text-ink"
  >
    {'▮'.repeat(risk)}
    <span className="text-rule">{'▮'.repeat(5 - risk)}</span>
  </span>
);

/** A test point as a line that is dragged, or opened to see how it is begun, watched and stopped. */
export function PointLine({
  point,
  leg,
  number,
  unit,
  risk,
  fault,
  onMove,
}: {
  point: FlightPoint;
  leg: Leg | undefined;
  number: number;
  unit: string;
  risk: number;
  fault: FlightFault | undefined;
  onMove: (by: number) => void;
}): ReactElement {
  const view = useCampaign();
  const [open, setOpen] = useState(false);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: point.id,
  });
  const check = view.index.checks.get(point.id);
  const keys = (event: KeyboardEvent): void => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    onMove(event.key === 'ArrowUp' ? -1 : 1);
  };
  const limits = check?.limits.flatMap((k) => view.index.limits.get(k)?.title ?? []) ?? [];
  return (
    <li
      ref={setNodeRef}
      data-point={point.id}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
      className={`border-b border-rule-2 bg-sheet ${fault ? 'border-l-4 border-l-out bg-out-bg' : 'border-l-4 border-l-transparent'} ${isDragging ? 'relative z-10 outline-2 outline-hand' : ''}`}
    >
      <div className="grid grid-cols-[34px_24px_minmax(0,1fr)_auto] items-center gap-x-2">
        <button
          type="button"
          className="min-h-9 cursor-grab touch-none text-ink-3 max-lg:min-h-14"
          aria-label={`Move ${check?.title ?? point.id}`}
          {...attributes}
          {...listeners}
          onKeyDown={(event) => {
            keys(event);
            if (!event.defaultPrevented) listeners?.['onKeyDown']?.(event);
          }}
        >
          ⠿
        </button>
        <span className="text-ink-3">{number}</span>
        <button
          type="button"
          className="min-w-0 py-1 text-left"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          <span className="font-semibold">{check?.title ?? point.id}</span>
          {fault ? (
            <span className="block text-[0.82rem] font-medium text-out">{view.say(fault.reason)}</span>
          ) : null}
        </button>
        <span className="flex items-center gap-3 pr-2 text-[0.78rem] whitespace-nowrap text-ink-2">
          <Risk risk={risk} />
          <span className="max-sm:hidden">
            {leg && leg.height > 0 ? `${Math.round(leg.height)} m, ` : ''}
            {point.point.configuration.replace(/-/g, ' ')}
          </span>
          <span>
            {leg
              ? `${Math.ceil(leg.minutes)} min, ${formatFigure(leg.burn, 0.1)} ${unit}`
              : `${point.minutes} min`}
          </span>
        </span>
      </div>
      {open ? <HowFlown challenge={check?.challenge} point={point} limits={limits} /> : null}
    </li>
  );
}

/** The line between two flights: a point dragged across it is flown in the other one. */
export function FlightHead({
  number,
  flown,
  budget,
  faults,
  onMend,
}: {
  number: number;
  flown: FlownFlight;
  budget: FlightBudget;
  faults: readonly FlightFault[];
  onMend: (fault: FlightFault) => void;
}): ReactElement {
  const view = useCampaign();
  const { setNodeRef } = useSortable({ id: `flight ${number}`, disabled: { draggable: true } });
  const room = budget.usable - budget.reserve;
  const share = Math.min(1, flown.burn / Math.max(room, 1e-9));
  return (
    <li ref={setNodeRef} className="mt-4 border-b-2 border-ink pb-1" aria-label={`Flight ${number}`}>
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h3 className="text-[1.19rem] font-semibold narrow">Flight {number}</h3>
        <span>{Math.ceil(flown.minutes)} min</span>
        <span className={flown.margin < 0 ? 'font-semibold text-out' : ''}>
          {formatFigure(flown.burn, 0.1)} {budget.unit},{' '}
          {flown.margin < 0
            ? `${formatFigure(-flown.margin, 0.1)} ${budget.unit} into the reserve`
            : `${formatFigure(flown.margin, 0.1)} ${budget.unit} above the reserve`}
        </span>
        <span className="text-ink-2">
          {flown.configurationChanges} {flown.configurationChanges === 1 ? 'change' : 'changes'} of
          configuration
        </span>
      </div>
      <div className="relative mt-1 h-1.5 w-full bg-rule-2" aria-hidden>
        <span
          className={`absolute inset-y-0 left-0 ${flown.margin < 0 ? 'bg-out' : 'bg-ink'}`}
          style={{ width: `${share * 100}%` }}
        />
      </div>
      {faults.map((f) => (
        <p key={f.reason.code} className="mt-1 flex flex-wrap items-center gap-3 font-medium text-out">
          {view.say(f.reason)}
          {f.move ? (
            <Button onClick={() => onMend(f)}>
              Move “{view.names.part(f.move.check)}” to flight {f.move.to + 1}
            </Button>
          ) : null}
        </p>
      ))}
      <FlightProfile flown={flown} budget={budget} />
    </li>
  );
}
