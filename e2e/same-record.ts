import { createHash } from 'node:crypto';
import { expect, type Page } from '@playwright/test';
import { canonicalJson } from '@kanzel/core';

/** What a browser has on its disk of a campaign, as text, in the order of the record. */
const onDisk = (page: Page, campaign: string): Promise<string> =>
  page.evaluate(
    (id) =>
      new Promise<string>((resolve, reject) => {
        const opening = indexedDB.open('kanzel');
        opening.onerror = () => reject(new Error('no database'));
        opening.onsuccess = () => {
          const all = opening.result
            .transaction('entries')
            .objectStore('entries')
            .index('campaign')
            .getAll(id);
          all.onsuccess = () => {
            opening.result.close();
            resolve(JSON.stringify((all.result as { seq: number }[]).sort((a, b) => a.seq - b.seq)));
          };
        };
      }),
    campaign,
  );

/** Waits until every page has the record that the server has, byte for byte; how many entries that is. */
export async function sameEverywhere(url: string, campaign: string, pages: readonly Page[]): Promise<number> {
  const [first] = pages;
  if (!first) return 0;
  const there = (await (await first.request.get(`${url}/api/campaigns/${campaign}/entries`)).json()) as {
    entries: unknown[];
  };
  // Told by their sums: two records that differ are not printed in full.
  const sum = (text: string): string => createHash('sha256').update(text).digest('hex');
  const wanted = sum(canonicalJson(there.entries));
  for (const page of pages)
    await expect
      .poll(async () => sum(canonicalJson(JSON.parse(await onDisk(page, campaign)))), { timeout: 120_000 })
      .toBe(wanted);
  return there.entries.length;
}
