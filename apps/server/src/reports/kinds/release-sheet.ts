import { ok, sayInstant } from '@kanzel/core';
import { printA4 } from '../pdf.ts';
import type { CampaignSource } from '../read-campaign.ts';
import type { Report } from '../report.ts';
import { releaseSheet } from '../release-sheet.ts';

/** The release sheet, printed from the record; it says so when nobody has signed. */
export const releaseSheetReport: Report<CampaignSource> = {
  path: 'release-sheet',
  file: 'release-sheet.pdf',
  type: 'application/pdf',
  async make(source) {
    const { state, index, printedAt } = source;
    const { mark } = index.basis.aircraft;
    const foot = `${mark} · ${state.release ? 'release sheet' : 'not released'} · record ${state.head.slice(0, 16)} · printed ${sayInstant(printedAt)}`;
    return ok(await printA4(releaseSheet(source), foot, `${mark} release sheet`));
  },
};
