import { err, makeSentences, namesOf, ok, planNow } from '@kanzel/core';
import type { PlanSource } from '../plan-files.ts';
import type { CampaignSource } from '../read-campaign.ts';
import type { Contents, Report } from '../report.ts';

/** What a report of the plan is made from: the plan as it stands now, the clock of the field, and the foot of its pages. */
export interface PlanReportSource extends PlanSource {
  readonly time: (iso: string) => string;
  readonly mark: string;
  readonly foot: string;
}

/** A report made from the plan; there is none where there is no plan, and the reason is the plan's own. */
export function fromPlan(
  file: string,
  type: Report<CampaignSource>['type'],
  make: (source: PlanReportSource) => Contents | Promise<Contents>,
): Report<CampaignSource> {
  return {
    path: `plan/${file}`,
    file,
    type,
    async make({ campaign, state, status, index, printedAt }) {
      const plan = planNow(state, index, status, printedAt);
      if (!plan.ok) return err(makeSentences(namesOf(index)).say(plan.error));
      const offset = state.plan?.day?.hours.offset ?? 0;
      const time = (iso: string): string =>
        new Date(Date.parse(iso) + offset * 60_000).toISOString().slice(5, 16).replace('T', ' ');
      const { mark } = index.basis.aircraft;
      const foot = `${mark} · plan as of ${time(printedAt)} · record ${state.head.slice(0, 12)}`;
      return ok(await make({ state, index, plan: plan.value, campaign, time, mark, foot }));
    },
  };
}
