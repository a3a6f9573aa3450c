import { err, ok, sayInstant } from '@kanzel/core';
import { groundRunSheet, hasGroundRun } from '../ground-run.ts';
import { printA4 } from '../pdf.ts';
import type { CampaignSource } from '../read-campaign.ts';
import type { Report } from '../report.ts';

/** The ground run, printed from the record. */
export const groundRunReport: Report<CampaignSource> = {
  path: 'ground-run.pdf',
  file: 'ground-run.pdf',
  type: 'application/pdf',
  async make(source) {
    if (!hasGroundRun(source)) return err('Nothing of the run-up has been answered in this campaign yet.');
    const { state, index, printedAt } = source;
    const { mark } = index.basis.aircraft;
    const foot = `${mark} · ground run · record ${state.head.slice(0, 16)} · printed ${sayInstant(printedAt)}`;
    return ok(await printA4(groundRunSheet(source), foot, `${mark} ground run`));
  },
};
