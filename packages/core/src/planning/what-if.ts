import type { BasisIndex } from '../checks/basis-index.ts';
import type { CampaignStatus } from '../standing/derive.ts';
import type { CampaignState } from '../record/state.ts';
import { err, ok, type Result } from '../result.ts';
import type { Reason } from '../reasons/reason.ts';
import { findOrder, fullOrder } from './order.ts';
import type { DayPlan } from '../record/plan.ts';
import { flightSlots, partsAfterWork, partsToDo, statesNow } from './remaining.ts';
import { makeTimetable, type NoTimetable, type Timetable } from './timetable.ts';
import { workOf } from './tasks.ts';

/** A change to think through before anything is recorded. */
export type Supposition =
  /** Work on some systems, which takes some minutes of a technician before the checks go on. */
  | { readonly kind: 'action'; readonly touches: readonly string[]; readonly minutes: number }
  | { readonly kind: 'absent'; readonly person: string }
  | { readonly kind: 'later'; readonly minutes: number }
  /** A finding about some systems: the work to cure it, and what that touches. */
  | { readonly kind: 'finding'; readonly touches: readonly string[]; readonly minutes: number };

/** What is to be done, by how many, until when. */
export interface Outlook {
  readonly checks: readonly string[];
  /** Minutes of all checks together. */
  readonly minutes: number;
  /** People who have something to do. */
  readonly people: readonly string[];
  readonly timetable: Timetable;
}

export type NoOutlook =
  { readonly kind: 'order'; readonly reason: Reason } | { readonly kind: 'time'; readonly none: NoTimetable };

/** The plan as it is, and as it would be. */
export interface Comparison {
  readonly now: Result<Outlook, NoOutlook>;
  readonly then: Result<Outlook, NoOutlook>;
  /** Checks that would be added, in the order of the pack. */
  readonly added: readonly string[];
}

interface Campaign {
  readonly state: CampaignState;
  readonly index: BasisIndex;
  readonly status: CampaignStatus;
  readonly day: DayPlan;
  readonly now: string;
  /** Lists to try; the plan and the supposition are searched alike, or their difference says nothing. */
  readonly lists: number;
}

function outlookOf(
  campaign: Campaign,
  wanted: ReadonlySet<string>,
  day: DayPlan,
  now: string,
): Result<Outlook, NoOutlook> {
  const { state, index } = campaign;
  const work = workOf(index, wanted, statesNow(state, index));
  const kept = state.plan?.order;
  const order = kept ? ok({ order: fullOrder(work, kept) }) : findOrder(work);
  if (!order.ok) return err({ kind: 'order', reason: order.error });
  const made = makeTimetable(
    { work, order: order.value.order, day, flights: flightSlots(state, index, wanted), now },
    { seed: 1, lists: campaign.lists },
  );
  if (!made.ok) return err({ kind: 'time', none: made.error });
  return ok({
    checks: work.tasks.map((t) => t.id),
    minutes: work.tasks.reduce((sum, t) => sum + t.minutes, 0),
    people: [...new Set(made.value.bars.flatMap((b) => b.people))],
    timetable: made.value,
  });
}

function later(now: string, minutes: number): string {
  return new Date(Date.parse(now) + minutes * 60_000).toISOString();
}

/**
 * What a change would cost, beside the plan as it is: checks that come in again, minutes, people, and when it ends.
 * Both are planned anew from `now` with the same effort. Nothing is recorded.
 * Example: leaving out the only technician says that nobody holds that role, and names the check that asks for it.
 */
export function whatIf(campaign: Campaign, suppose: Supposition): Comparison {
  const { state, index, status, day, now } = campaign;
  const wanted = partsToDo(status);
  const begin = now > day.start ? now : day.start;
  let then = wanted;
  let [otherDay, otherNow] = [day, now];
  switch (suppose.kind) {
    case 'action':
    case 'finding':
      then = partsAfterWork(state, index, status, suppose.touches);
      otherNow = later(begin, suppose.minutes);
      break;
    case 'absent':
      otherDay = { ...day, people: day.people.filter((p) => p.id !== suppose.person) };
      break;
    case 'later':
      otherNow = later(begin, suppose.minutes);
  }
  const added = index.basis.pack.checks.filter(
    (c) =>
      c.answer.kind !== 'computed' &&
      (index.partsOfCheck.get(c.id) ?? []).some((p) => then.has(p.key) && !wanted.has(p.key)),
  );
  return {
    now: outlookOf(campaign, wanted, day, now),
    then: outlookOf(campaign, then, otherDay, otherNow),
    added: added.map((c) => c.id),
  };
}
