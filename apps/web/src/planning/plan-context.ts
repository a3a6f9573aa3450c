import { createContext, useContext, useMemo, useState } from 'react';
import {
  findOrder,
  flightPoints,
  fullOrder,
  partsToDo,
  reckonFlight,
  remainingWork,
  type DayPlan,
  type EntryBodies,
  type FlightPlan,
  type FlightPoint,
  type FlightSlot,
  type Order,
  type Reason,
  type Result,
  type TimetableRequest,
  type Work,
} from '@kanzel/core';
import type { CampaignView } from '../station/campaign-context.ts';
import { useKept } from './use-kept.ts';
import { useTimetable, type TimetableSearch } from './use-timetable.ts';

/** What somebody has changed about the plan and not yet kept. */
export interface PlanDraft {
  readonly order?: readonly string[];
  readonly day?: DayPlan;
  readonly flights?: FlightPlan;
}

/** The plan in the making: what is kept, what is changed, what follows from it. */
export interface Planning {
  readonly work: Work;
  /** The order with the fewest changes, or why there is none. */
  readonly proposed: Result<Order, Reason>;
  readonly order: readonly string[];
  readonly day: DayPlan | undefined;
  readonly flights: FlightPlan | undefined;
  readonly points: readonly FlightPoint[];
  readonly timetable: TimetableSearch;
  readonly now: string;
  readonly draft: PlanDraft;
  readonly changed: boolean;
  readonly change: (next: PlanDraft) => void;
  readonly undo: (() => void) | undefined;
  readonly drop: () => void;
}

/** Flights as the timetable sees them, with the minutes each takes. */
function slotsOf(flights: FlightPlan | undefined, points: readonly FlightPoint[]): readonly FlightSlot[] {
  const byId = new Map(points.map((p) => [p.id, p]));
  return (flights?.flights ?? []).flatMap((ids) => {
    const own = ids.flatMap((id) => byId.get(id) ?? []);
    return own.length > 0 && flights
      ? [{ checks: own.map((p) => p.id), minutes: Math.ceil(reckonFlight(own, flights.budget).minutes) }]
      : [];
  });
}

/** Keeps a plan in the making together; everything but the changes themselves is derived. */
export function useMakePlan(view: CampaignView, now: string, search: boolean): Planning {
  const { state, index, status } = view;
  const [draft, setDraft, forget] = useKept<PlanDraft>(`plan ${view.id}`, {});
  const [past, setPast] = useState<readonly PlanDraft[]>([]);
  const work = useMemo(() => remainingWork(state, index, status), [state, index, status]);
  const proposed = useMemo(() => findOrder(work), [work]);
  const points = useMemo(() => flightPoints(index, partsToDo(status)), [index, status]);
  const { plan } = state;
  const order = useMemo(
    () => fullOrder(work, draft.order ?? plan?.order ?? (proposed.ok ? proposed.value.order : [])),
    [work, draft.order, plan?.order, proposed],
  );
  const day = draft.day ?? plan?.day;
  const flights = draft.flights ?? plan?.flights;
  const minute = now.slice(0, 16);
  const request = useMemo<TimetableRequest | undefined>(
    () =>
      day && proposed.ok
        ? { work, order, day, flights: slotsOf(flights, points), now: `${minute}:00.000Z` }
        : undefined,
    [work, order, day, flights, points, minute, proposed.ok],
  );
  const question = request
    ? JSON.stringify([order, day, request.flights, work.tasks.map((t) => [t.id, t.minutes])])
    : '';
  const changed = Object.keys(draft).length > 0;
  const timetable = useTimetable(
    request,
    question,
    changed ? undefined : plan?.timetable,
    search && (changed || !plan?.timetable),
  );
  return {
    work,
    proposed,
    order,
    day,
    flights,
    points,
    timetable,
    now,
    draft,
    changed,
    change: (next) => {
      setPast([...past.slice(-40), draft]);
      setDraft({ ...draft, ...next });
    },
    undo:
      past.length > 0
        ? () => {
            setDraft(past.at(-1) ?? {});
            setPast(past.slice(0, -1));
          }
        : undefined,
    drop: () => {
      setPast([...past.slice(-40), draft]);
      forget();
    },
  };
}

/** The body by which a plan is kept. */
export function planBody(
  planning: Planning,
  timetable: EntryBodies['plan.kept']['timetable'],
): EntryBodies['plan.kept'] {
  const { order, day, flights } = planning;
  return {
    order,
    note: '',
    ...(day ? { day } : {}),
    ...(flights ? { flights } : {}),
    ...(timetable ? { timetable } : {}),
  };
}

export const PlanContext = createContext<Planning | null>(null);

/** The plan in the making; only inside the plan sheets. */
export function usePlanning(): Planning {
  const planning = useContext(PlanContext);
  if (!planning) throw new Error('usePlanning: not inside the plan of a campaign');
  return planning;
}
