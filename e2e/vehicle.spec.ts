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

test('the vehicle says how it is held: a turned box proves nothing, held as asked it does, and nothing counts while it is armed', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  const step = page.getByLabel('Step in progress');
  const set = (what: string): Promise<void> =>
    page.getByLabel('Simulation').getByRole('button', { name: what, exact: true }).click();
  const says = step.getByRole('status').filter({ hasText: 'The vehicle says' });
  /** Left side down: the left ones rise, the right ones fall, those in the middle stand. */
  const answer = async (): Promise<void> => {
    for (const row of await step.getByRole('radiogroup').all()) {
      const motor = Number(/\d/.exec((await row.getAttribute('aria-label')) ?? '')?.[0]);
      await row.getByRole('radio', { name: [1, 2, 3].includes(motor) ? 'Falls' : 'Rises' }).click();
    }
  };
  await page.goto(`${base}/controls?check=correction-roll`);
  await press(page, /^Repeat/);
  await expect(says).toContainText('As it stood. Now: left side down, more than 10°.');

  // The box lies half round: it feels the other side going down.
  await set('box turned half round');
  await set('left side down');
  await expect(says).toContainText(
    'Right side down, 20°. You were asked for left side down: if you hold it so, its box lies otherwise than entered.',
  );
  await answer();
  await page.keyboard.press('Enter');
  await expect(step).toContainText('Nothing is proven.');
  await expect(step.getByText('Not conclusive')).toBeVisible();

  // Mounted as it was entered, it feels what the hands do; armed meanwhile, what is seen does not count.
  await set('left side down');
  await set('box turned half round');
  await page.reload();
  await expect(says).toContainText('As it stood.');
  await set('left side down');
  await expect(says).toContainText('As asked: left side down, 20°.');
  await set('armed');
  const margin = page.getByRole('complementary');
  await expect(margin.getByText('Armed', { exact: true })).toBeVisible();
  await expect(margin).toContainText('The record has it disarmed.');
  await answer();
  await page.keyboard.press('Enter');
  await expect(step.getByRole('alert')).toContainText('The vehicle says that it is ARMED');
  expect(await seriousFaults(page)).toEqual([]);
  await set('armed');
  await expect(margin.getByText('Disarmed', { exact: true })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.goto(`${base}/controls?check=correction-roll`);
  await expect(step).not.toContainText('Nothing is proven.');
  await expect(
    step.getByText('Waiting for a second person').or(step.getByText('In hand')).first(),
  ).toBeVisible();
});
