import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { campaignInHand, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

const press = (page: Page, name: RegExp): Promise<void> =>
  page.locator('[data-step-actions]').getByRole('button', { name }).click();

test('a vehicle on the line says its figures itself; a picture that stands still is told, and nothing is taken of it', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  const step = page.getByLabel('Step in progress');
  const take = page.getByRole('button', { name: /^Take from the vehicle/ });
  const set = (what: string): Promise<void> =>
    page.getByLabel('Simulation').getByRole('button', { name: what, exact: true }).click();
  // What is taken stands on the desk until it is recorded.
  const takeAndRecord = async (): Promise<void> => {
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: /^Record/ })).toBeVisible();
    await page.keyboard.press('Enter');
  };
  const again = async (): Promise<void> => {
    await page.goto(`${base}/controls?check=satellites-seen`);
    await press(page, /^Repeat/);
  };
  await again();
  await expect(page.getByTestId('monitor-line')).toHaveText('Vehicle live');
  await expect(step).toContainText('Steady, as the vehicle says.');
  await takeAndRecord();
  // All else is proven: it leads to the release.
  await page.waitForURL(/\/release$/);
  await page.goto(`${base}/controls?check=satellites-seen`);
  await expect(step).toContainText('17');
  await expect(step.getByText('Within limits')).toBeVisible();

  // Alive, and the same for ever: it is said, and no figure is offered.
  await press(page, /^Repeat/);
  await expect(take).toBeVisible();
  await set('picture frozen');
  await expect(step.getByRole('status')).toHaveText(
    'The vehicle is alive, but its figures stand still. None are taken until they move. Read the gauge and type it.',
  );
  await expect(take).toHaveCount(0);
  expect(await seriousFaults(page)).toEqual([]);
  await set('picture frozen');
  await expect(take).toBeVisible();

  // What it says is judged like any other figure, and what is out is not gone past.
  await set('5 satellites');
  await expect(step.getByPlaceholder('5', { exact: true })).toBeVisible();
  await expect(take).toBeVisible();
  await takeAndRecord();
  await expect(step.getByText('Out of limits')).toBeVisible();

  // A weak cell among six is told by the vehicle, and seen before it is asked for again.
  await page.goto(`${base}/inspection?check=cell-imbalance`);
  await press(page, /^Repeat/);
  await set('cell 3 weak');
  await expect(step.getByPlaceholder(/^0[.,]09/)).toBeVisible();
  await expect(take).toBeVisible();
  await takeAndRecord();
  await expect(step.getByText('Out of limits')).toBeVisible();
});
