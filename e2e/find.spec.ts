import { expect } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { allSaved, campaignInHand, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

test('found from anywhere, by keys alone: a campaign by its mark, a step by what the trade calls it', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TJD');
  await page.getByRole('heading', { name: 'Hangar' }).waitFor();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('find a page, a campaign');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);

  await page.keyboard.press('/');
  const wanted = page.getByPlaceholder('A mark, a campaign, a book, a page');
  await expect(wanted).toBeFocused();
  await expect(page.getByRole('option', { name: /QX-TJD: Both propeller governors/ })).toBeVisible();
  await page.keyboard.type('both prop');
  await expect(page.getByRole('option').first()).toContainText('QX-TJD: Both propeller governors');
  expect(await seriousFaults(page)).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(new RegExp(`^${base}`));
  await page.getByLabel('Step in progress').waitFor();

  await page.keyboard.press('/');
  await expect(page.getByPlaceholder('A check, a station, or what you want to do')).toBeFocused();
  await page.keyboard.type('mag drop');
  await expect(page.getByRole('option').first()).toContainText(/ignition/i);
  // However soon the slip is gone: the key that chose from it is not meant for the step below, which it would answer.
  const saved = await allSaved(page);
  await page.evaluate(() =>
    document.addEventListener('keydown', ({ key }) => {
      if (key === 'Enter') document.querySelector('[role=dialog]')?.removeAttribute('role');
    }),
  );
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/run-up\?check=/);
  await expect(page.getByLabel('Step in progress')).toContainText(/ignition/i);
  expect(await allSaved(page)).toBe(saved);

  // Elsewhere too, and what cannot be had without the server is only not offered.
  await page.goto(`${product.url}/people`);
  await page.getByRole('heading', { name: 'People' }).waitFor();
  await page.keyboard.press('/');
  await page.keyboard.type('limits');
  await expect(page.getByRole('option').first()).toContainText('Packs and limits');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/library$/);
});
