import { expect } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { allSaved, campaignInHand, KEEPS_ALL, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

test('a school chosen says what it costs, puts its checks in and the other’s out, and answers the check about it', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Odd Leirnes');
  const base = await campaignInHand(page, product.url, 'QX-HEI');
  await page.goto(`${base}/ready?check=school-fairings`);
  const panel = page.getByLabel('Step in progress');
  await expect(panel).toContainText('wheels and brakes can be seen', { ignoreCase: true });
  await expect(page.getByText('Flown without the fairings')).toBeVisible();
  await expect(page.getByText('Fairings clear and fast')).toBeHidden();
  await panel.getByRole('button', { name: 'Choose another way' }).click();
  await page.getByText('On', { exact: true }).click();
  const cost = page.getByRole('group', { name: 'What this changes' });
  await expect(cost).toContainText('Comes in: Fairings clear and fast.');
  await expect(cost).toContainText('Goes out: Flown without the fairings.');
  // Without a reason nothing is recorded, and nothing that was chosen is lost.
  await page.getByRole('button', { name: 'Record these ways' }).click();
  await expect(page.getByText(/reason/i).first()).toBeVisible();
  await expect(cost).toContainText('Comes in: Fairings clear and fast.');
  await page.getByLabel('Why otherwise').last().fill('Flown as it will be flown, after the taxi runs');
  await page.getByRole('button', { name: 'Record these ways' }).click();
  await expect(page.getByText(/^Recorded by Odd Leirnes/)).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.goto(`${base}/ready?check=school-fairings`);
  await expect(panel).toContainText('Flown as it will be flown, after the taxi runs');
  await expect(page.getByText('Fairings clear and fast')).toBeVisible();
  await expect(page.getByText('Flown without the fairings')).toBeHidden();
});

test('the emergency cards are one press away, in the figures of the aircraft, by keys alone and without the server', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund', KEEPS_ALL);
  const base = await campaignInHand(page, product.url, 'QX-TJD');
  await page.goto(`${base}/run-up?check=engine-start`);
  await page.getByLabel('Step in progress').waitFor();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await allSaved(page);
  await product.stop('SIGTERM');
  await expect(page.getByTestId('offline')).toContainText('Offline');
  await page.keyboard.press('e');
  // Beside a running engine on the ground, what happens there comes first.
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Engine stops on the run');
  await page.keyboard.press('2');
  await expect(page.getByRole('article', { name: 'Engine stops after lift-off' })).toContainText(
    /Climb at 94.kt/,
  );
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Engine stops high');
  expect(await seriousFaults(page)).toEqual([]);
  // Not even a reload without a server takes them away.
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Engine stops high');
  // Printed, all of them come out.
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('article', { name: 'Brake fails' })).toBeVisible();
  await page.emulateMedia({ media: null });
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Step in progress')).toBeVisible();
  // On a phone the list comes first, and nothing is wider than the screen.
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('link', { name: 'Emergency' }).click();
  await page.getByRole('link', { name: 'Fire in flight' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toBeInViewport();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(page.getByLabel('Step in progress')).toBeVisible();
  await product.startAgain();
});
