import { err, ok, sayInstant } from '@kanzel/core';
import {
  loadingJson,
  loadingPages,
  loadingSource,
  loadingTable,
  type LoadingSource,
} from '../loading-files.ts';
import { printA4 } from '../pdf.ts';
import type { CampaignSource } from '../read-campaign.ts';
import { jsonText, type Contents, type Report } from '../report.ts';

/** A report made from the loading sheet that was kept last. */
const fromSheet = (
  file: string,
  type: Report<CampaignSource>['type'],
  make: (sheet: LoadingSource, source: CampaignSource) => Contents | Promise<Contents>,
): Report<CampaignSource> => ({
  path: `loading/${file}`,
  file,
  type,
  async make(source) {
    const sheet = loadingSource(source.state, source.status, source.index, source.people);
    return sheet
      ? ok(await make(sheet, source))
      : err('No loading sheet has been kept in this campaign yet.');
  },
});

export const loadingOnPaper = fromSheet(
  'loading.pdf',
  'application/pdf',
  (sheet, { state, index, printedAt }) => {
    const { mark } = index.basis.aircraft;
    const foot = `${mark} · loading sheet · record ${state.head.slice(0, 16)} · printed ${sayInstant(printedAt)}`;
    return printA4(loadingPages(sheet), foot, `${mark} loading sheet`);
  },
);
export const loadingAsTable = fromSheet('loading.csv', 'text/csv', loadingTable);
export const loadingAsJson = fromSheet('loading.json', 'application/json', (sheet) =>
  jsonText(loadingJson(sheet)),
);
