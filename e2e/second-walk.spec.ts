import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { allSaved, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

interface CheckOfPack {
  readonly id: string;
  readonly station: string;
  readonly subject: string;
  readonly answer: {
    readonly kind: string;
    readonly unit?: string;
    readonly options?: readonly { readonly id: string; readonly text: string; readonly good: boolean }[];
  };
}
/** What is read off the Dompap where a figure is asked for. */
const FIGURES: Readonly<Record<string, number>> = {
  'aileron-travel': 22,
  'elevator-travel': 25,
  'rudder-travel': 28,
  'cable-tension': 20,
  'oil-quantity': 3,
  'coolant-level': 50,
};

/** A campaign on the new motor glider, whose pack has its inspection walked by two. */
async function openOnDompap(page: Page): Promise<string> {
  const id = randomUUID();
  const opened = await page.request.post(`${product.url}/api/campaigns`, {
    data: {
      id,
      mark: 'QX-DPM',
      title: 'Works acceptance',
      occasion: 'acceptance',
      workItems: [],
      at: new Date().toISOString(),
      device: 'story',
    },
  });
  expect([opened.status(), await opened.text()]).toEqual([201, expect.any(String)]);
  return id;
}

/** The first one says of everything that it is as it should be, by the protocol of the devices. */
async function firstWalk(page: Page, campaign: string): Promise<readonly CheckOfPack[]> {
  const entries = `${product.url}/api/campaigns/${campaign}/entries`;
  const { entries: known } = (await (await page.request.get(`${entries}?after=0`)).json()) as {
    entries: { by: string; body: { basis?: { pack: { checks: CheckOfPack[] } } } }[];
  };
  const checks = (known[0]?.body.basis?.pack.checks ?? []).filter((c) => c.station === 'inspection');
  expect(checks.length).toBeGreaterThan(20);
  const drafts = checks.map((check) => {
    const figure = FIGURES[check.id] ?? 1;
    const { kind, unit, options } = check.answer;
    const answer =
      kind === 'choice'
        ? { kind, option: options?.find((o) => o.good)?.id }
        : kind === 'reading'
          ? {
              kind,
              reading: { value: figure, unit, text: String(figure), resolution: 1, source: 'typed' },
            }
          : { kind, asExpected: true };
    return {
      id: randomUUID(),
      campaign,
      at: new Date().toISOString(),
      by: known[0]?.by,
      role: 'technician',
      device: 'story',
      kind: 'answer.given',
      version: 1,
      body: {
        check: check.id,
        subject: check.subject === 'engine' ? 'engine' : 'aircraft',
        answer,
        facts: {},
      },
    };
  });
  const posted = await page.request.post(entries, { data: { entries: drafts } });
  expect(await posted.json()).toMatchObject({ refused: [] });
  return checks;
}

test('two people walk the inspection without each other: three differences, settled one by one, by name', async ({
  browser,
}) => {
  const first = await personPage(browser, product.url, 'Ylva Torsund');
  const campaign = await openOnDompap(first);
  await firstWalk(first, campaign);
  const base = `${product.url}/campaign/${campaign}`;
  // Whoever answered does not walk again.
  await first.goto(`${base}/second-walk`);
  await first.getByRole('button', { name: 'Begin the second walk' }).click();
  await expect(first.getByText(/was answered by you/)).toBeVisible();

  const second = await personPage(browser, product.url, 'Brand Ekerholt');
  await second.goto(`${base}/second-walk`);
  await second.getByRole('button', { name: 'Begin the second walk' }).click();
  const step = second.getByLabel('Step in progress');
  await expect(step).toBeVisible();
  // Nothing of the first is told while the walk lasts, here or at the station.
  await expect(second.getByText(/^0 of \d+ said/)).toBeVisible();
  await expect(second.getByRole('img', { name: 'Within limits' })).toHaveCount(0);
  await second.goto(`${base}/inspection`);
  await expect(second.getByText('What the first one found is shown when you have finished.')).toBeVisible();
  await second.getByRole('link', { name: 'Go on with your walk' }).click();
  expect(await seriousFaults(second)).toEqual([]);
});
