import { reason, type Reason } from '../reasons/reason.ts';
import type { FlightBudget } from '../record/plan.ts';
import type { ScheduleProblem } from './schedule.ts';

const usable = (value: number): boolean => Number.isFinite(value) && value >= 0;

/**
 * What makes a problem of scheduling none, each by name: a job that stands there twice, takes less than no time, waits
 * for one that is not there, or waits a negative time; a place of which there is less than one. Empty for one that can
 * be searched.
 * Example: a job that follows "paint" where nothing is called so.
 */
export function scheduleFaults({ jobs, resources }: ScheduleProblem): readonly Reason[] {
  const ids = new Set(jobs.map((j) => j.id));
  const faults: Reason[] = [];
  const seen = new Set<string>();
  for (const { id, minutes, links } of jobs) {
    if (seen.has(id)) faults.push(reason('jobTwice', { job: id }));
    seen.add(id);
    if (!usable(minutes)) faults.push(reason('jobNegative', { job: id }));
    for (const { job, atLeast = 0, atMost = 0 } of links) {
      if (!ids.has(job)) faults.push(reason('jobUnknown', { job: id, before: job }));
      if (!usable(atLeast) || !usable(atMost)) faults.push(reason('waitNegative', { job: id, before: job }));
    }
  }
  for (const { id, atOnce } of resources)
    if (!Number.isInteger(atOnce) || atOnce < 1) faults.push(reason('placeNone', { place: id }));
  return faults;
}

/**
 * What makes a budget of fuel or energy none, each by name: a reserve, a rate, a time or a share below nothing, or
 * nothing usable. Empty for one that flights can be reckoned with.
 */
export function budgetFaults(budget: FlightBudget): readonly Reason[] {
  const wrong = (member: string): Reason => reason('budgetNegative', { member });
  const members: readonly (readonly [string, number, boolean])[] = [
    ['usable amount', budget.usable, true],
    ['reserve', budget.reserve, false],
    ['contingency', budget.contingency ?? 0, false],
    ['time to taxi', budget.taxiMinutes, false],
    ['time of the circuit', budget.circuitMinutes, false],
    ['rate of climb', budget.climbRate, true],
    ['longest flight', budget.longest, true],
    ['height of the circuit', budget.circuitHeight, false],
    ...Object.entries(budget.rate).map(([power, rate]) => [`rate at ${power}`, rate, false] as const),
  ];
  return members.flatMap(([member, value, positive]) =>
    usable(value) && (!positive || value > 0) ? [] : [wrong(member)],
  );
}
