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
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { useMemo, useState, type ReactElement } from 'react';
import {
  carriedBy,
  forbiddenInFlight,
  judgeFlights,
  keptSheet,
  packFlights,
  permitCeiling,
  reckonFlight,
  riskOf,
  type Carried,
  type FlightBudget,
  type FlightFault,
  type FlightPoint,
  type FlightRules,
} from '@kanzel/core';
import { useCampaign, type CampaignView } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { BudgetForm, firstBudget } from './flight-budget.tsx';
import { FlightHead, PointLine } from './flight-lines.tsx';
import { usePlanning } from './plan-context.ts';
import { serverInstant } from '../sync/clock.ts';

/** What the newest loading sheet of the campaign carries. */
function carriedOn(view: CampaignView): Carried | undefined {
  const data = view.index.basis.aircraft.loading;
  const kept = keptSheet(view.state);
  return data && kept ? carriedBy(data, kept.sheet) : undefined;
}

function rulesOf(view: CampaignView): FlightRules {
  const { ways } = view.state;
  const stall = ways?.ways['stall']?.choice;
  const ceiling = permitCeiling(view.state, view.index, serverInstant());
  const carried = carriedOn(view);
  const forbidden = Object.fromEntries(
    view.index.basis.pack.checks.flatMap((c) => {
      const found = forbiddenInFlight(view.state, c);
      return found ? [[c.id, found.reason] as const] : [];
    }),
  );
  return {
    forbidden,
    ...(ceiling ? { ceiling } : {}),
    ...(carried ? { carried } : {}),
    profile: ways?.profile ?? 'circuit',
    stall: stall === 'before' || stall === 'if-benign' ? stall : 'never',
  };
}

/** The flights as they are planned, what is wrong with them, and every way to change them. */
function useFlights(rules: FlightRules) {
  const view = useCampaign();
  const { points, flights: plan, change } = usePlanning();
  const [problem, setProblem] = useState<string>();
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
    [
      plan,
      points,
      own,
      budget,
      rules.profile,
      rules.stall,
      rules.ceiling?.height,
      rules.carried?.amount,
      view.state.findings,
    ],
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
  return {
    points,
    plan,
    change,
    problem,
    budget,
    byId,
    risks,
    own,
    faults,
    list,
    pack,
    put,
    moveTo,
    place,
    dropped,
  };
}

/** How much there is to fly, and what the first flight may be. */
function FirstFlight({
  points,
  minutes,
  flights,
  rules,
}: {
  points: number;
  minutes: number;
  /** Undefined: not packed yet. */
  flights: number | undefined;
  rules: FlightRules;
}): ReactElement {
  return (
    <p className="text-[1.05rem]">
      <b>
        {points} points, {Math.round(minutes)} min
      </b>
      {flights !== undefined ? `, in ${flights} ${flights === 1 ? 'flight' : 'flights'}` : ''}
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
  );
}

/** A flight with its head and its points in their order, each with what is wrong with it. */
function PlannedFlight({
  number,
  points,
  budget,
  faults,
  riskOf,
  onMoveTo,
  onPlace,
}: {
  number: number;
  points: readonly FlightPoint[];
  budget: FlightBudget;
  faults: readonly FlightFault[];
  riskOf: (point: FlightPoint) => number;
  onMoveTo: (check: string, flight: number) => void;
  onPlace: (check: string, by: number) => void;
}): ReactElement {
  const flown = reckonFlight(points, budget);
  return (
    <>
      <FlightHead
        number={number}
        flown={flown}
        budget={budget}
        faults={faults.filter((f) => f.check === undefined)}
        onMend={(f) => (f.move ? onMoveTo(f.move.check, f.move.to) : undefined)}
      />
      {points.map((point, at) => (
        <PointLine
          key={point.id}
          point={point}
          leg={flown.legs[at]}
          number={at + 1}
          unit={budget.unit}
          risk={riskOf(point)}
          fault={faults.find((f) => f.check === point.id)}
          onMove={(by) => onPlace(point.id, by)}
        />
      ))}
    </>
  );
}

/** The flights: test points from the least daring on, in flights that fuel, time and the chosen ways allow. */
export function FlightsSheet(): ReactElement {
  const view = useCampaign();
  const rules = rulesOf(view);
  const {
    points,
    plan,
    change,
    problem,
    budget,
    byId,
    risks,
    own,
    faults,
    list,
    pack,
    put,
    moveTo,
    place,
    dropped,
  } = useFlights(rules);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  if (points.length === 0)
    return (
      <p className="px-[22px] py-6 text-ink-2">
        Nothing has to be flown in this campaign, or everything was.
      </p>
    );
  const minutes = points.reduce((sum, p) => sum + p.minutes, 0);
  return (
    <div className="px-[22px] py-3">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <FirstFlight
          minutes={minutes}
          points={points.length}
          flights={plan ? own.length : undefined}
          rules={rules}
        />
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
              {own.map((ids, i) => (
                <PlannedFlight
                  key={i}
                  number={i + 1}
                  points={ids.flatMap((id) => byId.get(id) ?? [])}
                  budget={budget}
                  faults={faults.filter((f) => f.flight === i)}
                  riskOf={(p) => risks.get(p.id) ?? p.point.risk}
                  onMoveTo={moveTo}
                  onPlace={place}
                />
              ))}
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
        <BudgetForm
          budget={budget}
          carried={rules.carried}
          onChange={(next) => change({ flights: { budget: next, flights: plan?.flights ?? own } })}
        />
      )}
    </div>
  );
}
