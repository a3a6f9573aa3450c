import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useMemo, useState, type KeyboardEvent, type ReactElement } from 'react';
import {
  formatFigure,
  judgeFlights,
  packFlights,
  reckonFlight,
  riskOf,
  type FlightBudget,
  type FlightFault,
  type FlightPoint,
  type FlightRules,
  type FlownFlight,
  type Leg,
} from '@kanzel/core';
import { useCampaign, type CampaignView } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { Choices, Problem } from '../ui/field.tsx';
import { FigureField } from '../ui/figure-field.tsx';
import { usePlanning } from './plan-context.ts';

/** A budget to begin with: invented figures of the right order, for a person to put right. */
function firstBudget(view: CampaignView): FlightBudget {
  const small = /drone|copter|rotor|model|wing|flapping|lift|fan|multi/.test(
    view.index.basis.aircraft.family,
  );
  return small
    ? {
        unit: 'min',
        usable: 20,
        reserve: 5,
        rate: { idle: 0.5, cruise: 1, climb: 1.3, full: 1.5 },
        taxiMinutes: 1,
        circuitMinutes: 2,
        climbRate: 120,
        longest: 15,
        circuitHeight: 30,
      }
    : {
        unit: 'L',
        usable: 60,
        reserve: 15,
        rate: { idle: 0.15, cruise: 0.4, climb: 0.6, full: 0.7 },
        taxiMinutes: 10,
        circuitMinutes: 8,
        climbRate: 180,
        longest: 60,
        circuitHeight: 300,
      };
}

function rulesOf(view: CampaignView): FlightRules {
  const { ways } = view.state;
  const stall = ways?.ways['stall']?.choice;
  return {
    profile: ways?.profile ?? 'circuit',
    stall: stall === 'before' || stall === 'if-benign' ? stall : 'never',
  };
}

/** Height over time of a flight, point by point. */
function Profile({ flown, budget }: { flown: FlownFlight; budget: FlightBudget }): ReactElement {
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

function PointLine({
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
          <span
            aria-label={`dares ${risk} of 5`}
            title={`Dares ${risk} of 5`}
            className="font-mono tracking-tighter text-ink"
          >
            {'▮'.repeat(risk)}
            <span className="text-rule">{'▮'.repeat(5 - risk)}</span>
          </span>
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
      {open ? (
        <div className="space-y-0.5 pb-2 pl-[74px] text-[0.86rem]">
          <p>{check?.challenge}</p>
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
      ) : null}
    </li>
  );
}

/** The line between two flights: a point dragged across it is flown in the other one. */
function FlightHead({
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
      <Profile flown={flown} budget={budget} />
    </li>
  );
}

function Budget({
  budget,
  onChange,
}: {
  budget: FlightBudget;
  onChange: (budget: FlightBudget) => void;
}): ReactElement {
  const positive =
    (put: (n: number) => FlightBudget, least = 1e-9) =>
    (n: number | undefined): void =>
      n !== undefined && n >= least ? onChange(put(n)) : undefined;
  const rate = (name: keyof FlightBudget['rate'], label: string): ReactElement => (
    <FigureField
      label={label}
      unit={`${budget.unit}/min`}
      value={budget.rate[name]}
      onChange={positive((n) => ({ ...budget, rate: { ...budget.rate, [name]: n } }))}
    />
  );
  return (
    <details className="mt-5 border-t-2 border-ink pt-2" open>
      <summary className="min-h-9 cursor-pointer text-sm font-semibold max-lg:min-h-14">
        Fuel or energy, and how it is flown
      </summary>
      <Choices
        label="Reckoned in"
        value={budget.unit}
        options={['L', 'Wh', 'mAh', 'min'].map((u) => ({
          id: u,
          text: u === 'min' ? 'minutes of hover' : u,
        }))}
        onChange={(unit) => onChange({ ...budget, unit })}
      />
      <div className="grid grid-cols-4 gap-x-5 gap-y-2 max-md:grid-cols-2">
        <FigureField
          label="Usable"
          unit={budget.unit}
          value={budget.usable}
          onChange={positive((usable) => ({ ...budget, usable }))}
        />
        <FigureField
          label="Reserve"
          unit={budget.unit}
          value={budget.reserve}
          onChange={positive((reserve) => ({ ...budget, reserve }), 0)}
        />
        <FigureField
          label="Longest flight"
          unit="min"
          value={budget.longest}
          onChange={positive((longest) => ({ ...budget, longest }))}
        />
        <FigureField
          label="Climb"
          unit="m/min"
          value={budget.climbRate}
          onChange={positive((climbRate) => ({ ...budget, climbRate }))}
        />
        {rate('idle', 'Idle')}
        {rate('cruise', 'Cruise')}
        {rate('climb', 'Climb power')}
        {rate('full', 'Full')}
        <FigureField
          label="Taxi"
          unit="min"
          value={budget.taxiMinutes}
          onChange={positive((taxiMinutes) => ({ ...budget, taxiMinutes }), 0)}
        />
        <FigureField
          label="Circuit and landing"
          unit="min"
          value={budget.circuitMinutes}
          onChange={positive((circuitMinutes) => ({ ...budget, circuitMinutes }), 0)}
        />
        <FigureField
          label="Height of the circuit"
          unit="m"
          value={budget.circuitHeight}
          onChange={positive((circuitHeight) => ({ ...budget, circuitHeight }), 0)}
        />
      </div>
    </details>
  );
}

/** The flights: test points from the least daring on, in flights that fuel, time and the chosen ways allow. */
export function FlightsSheet(): ReactElement {
  const view = useCampaign();
  const { points, flights: plan, change } = usePlanning();
  const rules = rulesOf(view);
  const [problem, setProblem] = useState<string>();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const budget = plan?.budget ?? firstBudget(view);
  const byId = useMemo(() => new Map(points.map((p) => [p.id, p])), [points]);
  const risks = useMemo(() => riskOf(points), [points]);
  const own = useMemo(
    () =>
      (plan?.flights ?? [])
        .map((f) => f.filter((id) => byId.has(id)))
        .filter((f, i, all) => f.length > 0 || i < all.length - 1),
    [plan, byId],
  );
  const faults = useMemo(
    () => (plan ? judgeFlights(points, own, budget, rules) : []),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [plan, points, own, budget, rules.profile, rules.stall],
  );
  if (points.length === 0)
    return (
      <p className="px-[22px] py-6 text-ink-2">
        Nothing has to be flown in this campaign, or everything was.
      </p>
    );
  const pack = (with_: FlightBudget): void => {
    const packed = packFlights(points, with_, rules);
    setProblem(packed.ok ? undefined : view.say(packed.error));
    if (packed.ok) change({ flights: { budget: with_, flights: packed.value.flights } });
    else if (plan) change({ flights: { ...plan, budget: with_ } });
  };
  const put = (flights: readonly (readonly string[])[]): void => change({ flights: { budget, flights } });
  const moveTo = (check: string, to: number): void => {
    const rest = own.map((f) => f.filter((id) => id !== check));
    while (rest.length <= to) rest.push([]);
    put(rest.map((f, i) => (i === to ? [check, ...f] : f)));
  };
  // One list with the heads of the flights in it: what stands behind a head is flown in that flight.
  const list = own.flatMap((f, i) => [`flight ${i + 1}`, ...f]);
  const cut = (next: readonly string[]): void => {
    const flights: string[][] = [];
    for (const id of next) {
      if (id.startsWith('flight ')) flights.push([]);
      else (flights[flights.length - 1] ?? (flights[0] = [])).push(id);
    }
    put(flights);
  };
  const place = (id: string, by: number): void => {
    const from = list.indexOf(id);
    const to = Math.min(list.length - 1, Math.max(1, from + by));
    if (to !== from) cut(arrayMove(list, from, to));
  };
  const dropped = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    const to = Math.max(1, list.indexOf(String(over.id)));
    cut(arrayMove(list, list.indexOf(String(active.id)), to));
  };
  const minutes = points.reduce((sum, p) => sum + p.minutes, 0);
  return (
    <div className="px-[22px] py-3">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <p className="text-[1.05rem]">
          <b>
            {points.length} points, {Math.round(minutes)} min
          </b>
          {plan ? `, in ${own.length} ${own.length === 1 ? 'flight' : 'flights'}` : ''}
          <span className="text-ink-2">
            ; first flight:{' '}
            {rules.profile === 'circuit'
              ? 'circuit only'
              : rules.profile === 'overhead'
                ? 'overhead the field'
                : 'as the programme goes'}
            {rules.stall === 'never' ? ', no stall before landing' : ''}
          </span>
        </p>
        <span className="ml-auto flex gap-2">
          <Button kind={plan ? 'plain' : 'main'} onClick={() => pack(budget)}>
            {plan ? 'Pack them again' : 'Pack them into flights'}
          </Button>
          {plan ? <Button onClick={() => put([...own, []])}>One flight more</Button> : null}
        </span>
      </div>
      <Problem>{problem}</Problem>
      {faults
        .filter((f) => f.flight < 0)
        .map((f) => (
          <p
            key={f.check}
            className="flex items-center gap-3 border-l-4 border-out bg-out-bg px-3 py-1 text-out"
          >
            {view.say(f.reason)}
            <Button onClick={() => moveTo(f.check ?? '', own.length - 1)}>Put it into the last</Button>
          </p>
        ))}
      {plan ? (
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
          <SortableContext items={list} strategy={verticalListSortingStrategy}>
            <ol aria-label="Flights">
              {own.flatMap((ids, i) => {
                const flown = reckonFlight(
                  ids.flatMap((id) => byId.get(id) ?? []),
                  budget,
                );
                return [
                  <FlightHead
                    key={`flight ${i + 1}`}
                    number={i + 1}
                    flown={flown}
                    budget={budget}
                    faults={faults.filter((f) => f.flight === i && f.check === undefined)}
                    onMend={(f) => (f.move ? moveTo(f.move.check, f.move.to) : undefined)}
                  />,
                  ...ids.flatMap((id, at) => {
                    const point = byId.get(id);
                    return point
                      ? [
                          <PointLine
                            key={id}
                            point={point}
                            leg={flown.legs[at]}
                            number={at + 1}
                            unit={budget.unit}
                            risk={risks.get(id) ?? point.point.risk}
                            fault={faults.find((f) => f.flight === i && f.check === id)}
                            onMove={(by) => place(id, by)}
                          />,
                        ]
                      : [];
                  }),
                ];
              })}
            </ol>
          </SortableContext>
        </DndContext>
      ) : (
        <p className="mt-3 max-w-xl text-ink-2">
          Put the figures right first: what is usable, what is kept in reserve, what it burns. Then they are
          packed from the least daring on.
        </p>
      )}
      {view.state.release ? null : (
        <Budget
          budget={budget}
          onChange={(next) => change({ flights: { budget: next, flights: plan?.flights ?? own } })}
        />
      )}
    </div>
  );
}
