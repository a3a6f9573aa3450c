import type { CampaignSource } from '../read-campaign.ts';
import type { Report } from '../report.ts';
import { groundRunReport } from './ground-run.ts';
import { cardsA4, cardsA5 } from './knee-cards.ts';
import { loadingAsJson, loadingAsTable, loadingOnPaper } from './loading.ts';
import { planAsCalendar, planAsJson, planAsTable } from './plan-as-data.ts';
import { planOnPaper } from './plan-on-paper.ts';
import { releaseSheetReport } from './release-sheet.ts';

export { label } from './label.ts';
export { tagLabel } from './tag-label.ts';

/** Every report of a campaign. A new one is a file beside these and a line here. */
export const CAMPAIGN_REPORTS: readonly Report<CampaignSource>[] = [
  releaseSheetReport,
  groundRunReport,
  planOnPaper,
  cardsA5,
  cardsA4,
  planAsCalendar,
  planAsTable,
  planAsJson,
  loadingOnPaper,
  loadingAsTable,
  loadingAsJson,
];
