import type { BasisIndex } from '../checks/basis-index.ts';
import type { CampaignStatus } from '../standing/derive.ts';
import type { CampaignState } from '../record/state.ts';
import { err, ok, type Result } from '../result.ts';
import type { Reason } from '../reasons/reason.ts';
import { flightPoints, reckonFlight, type FlownFlight } from './flights.ts';
import { findOrder, fullOrder, orderSteps, type OrderStep } from './order.ts';
import { flightSlots, partsToDo, remainingWork } from './remaining.ts';
import { makeTimetable, timetableByList, type NoTimetable, type Timetable } from './timetable.ts';
import type { Work } from './tasks.ts';

/** A plan as it stands now: what is left, in which order, when, and in which flights. */
export interface PlanNow {
  readonly work: Work;
  readonly order: readonly string[];
  readonly steps: readonly OrderStep[];
  /** Absent without a plan of the day. */
  readonly timetable?: Result<Timetable, NoTimetable>;
  readonly flights: readonly { readonly checks: readonly string[]; readonly flown: FlownFlight }[];
}

/** Lists tried where a plan was never searched by anybody. */
const LISTS = 120;

/**
 * The plan that was kept, told again from `now` over what is still to be done: its order where it names what is
 * left, its timetable by the same jobs in the same order, its flights less what has been flown. Where nothing was
 * kept, what the planner proposes. The same on every device and on paper.
 * Error: why the checks cannot be ordered.
 */
export function planNow(
  state: CampaignState,
  index: BasisIndex,
  status: CampaignStatus,
  now: string,
): Result<PlanNow, Reason> {
  const work = remainingWork(state, index, status);
  const { plan } = state;
  const found = plan ? undefined : findOrder(work);
  if (found && !found.ok) return err(found.error);
  const order = fullOrder(work, plan?.order ?? (found?.ok ? found.value.order : []));
  const wanted = partsToDo(status);
  const points = new Map(flightPoints(index, wanted).map((p) => [p.id, p]));
  const flights = (plan?.flights?.flights ?? []).flatMap((checks) => {
    const left = checks.flatMap((id) => points.get(id) ?? []);
    const { budget } = plan?.flights ?? {};
    return left.length > 0 && budget
      ? [{ checks: left.map((p) => p.id), flown: reckonFlight(left, budget) }]
      : [];
  });
  const request = plan?.day
    ? { work, order, day: plan.day, flights: flightSlots(state, index, wanted), now }
    : undefined;
  const told =
    request && plan?.timetable
      ? timetableByList(request, plan.timetable.list, new Map(Object.entries(plan.timetable.by)))
      : undefined;
  // What was kept may no longer go through: a window has closed, somebody has left.
  const timetable = told?.ok ? told : request && makeTimetable(request, { seed: 1, lists: LISTS });
  return ok({
    work,
    order,
    steps: orderSteps(work, order),
    flights,
    ...(timetable ? { timetable } : {}),
  });
}
