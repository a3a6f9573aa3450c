import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { toBuffer } from 'qrcode';
import { seriousFaults } from './accessible.ts';
import { allSaved, campaignInHand, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

const press = (page: Page, name: RegExp): Promise<void> =>
  page.locator('[data-step-actions]').getByRole('button', { name }).click();

test('photographs of every view belong to the record; a count is whole, and exact', async ({ browser }) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  await page.goto(`${base}/inspection?check=bay-photographed`);
  const step = page.getByLabel('Step in progress');
  await expect(step).toContainText('2 photographs');
  await press(page, /^Repeat/);

  const pictures = ['above', 'side'].map((name) => join(product.folder, '..', `${name}.png`));
  for (const path of pictures) writeFileSync(path, await toBuffer(path, { scale: 6 }));
  const [above = '', side = ''] = pictures;
  await page.getByLabel('Photograph: from above').setInputFiles(above);
  await expect(step.getByRole('button', { name: 'above.png', exact: true })).toBeVisible();
  // One of two is no answer yet, and says which is missing.
  await press(page, /^Record/);
  await expect(step).toContainText('There is no photograph “plugs from the side” yet.');
  expect(await seriousFaults(page)).toEqual([]);
  // What was taken is there after the page was loaded anew.
  await page.reload();
  await expect(step.getByRole('button', { name: 'above.png', exact: true })).toBeVisible();
  await page.getByLabel('Photograph: plugs from the side').setInputFiles(side);
  await expect(step.getByRole('button', { name: 'side.png', exact: true })).toBeVisible();
  await press(page, /^Record/);
  await allSaved(page);
  await page.goto(`${base}/inspection?check=bay-photographed`);
  await step.getByRole('button', { name: 'side.png' }).click();
  const shown = page.getByRole('dialog').getByRole('img', { name: 'side.png' });
  await expect(shown).toBeVisible();
  await expect(shown).toHaveJSProperty('complete', true);
  await page.keyboard.press('Escape');

  await page.goto(`${base}/controls?check=satellites-seen`);
  await press(page, /^Repeat/);
  await page.keyboard.type('12.5');
  await expect(step).toContainText('Counted are whole ones: 12.5 is none.');
  await page.locator('[data-figure]').first().fill('9');
  await expect(step).toContainText('Out of limits');
  await page.locator('[data-figure]').first().fill('16');
  await expect(step).toContainText('Within limits');
  await page.keyboard.press('Enter');
  await allSaved(page);
  await page.goto(`${base}/controls?check=satellites-seen`);
  await expect(step).toContainText('16 is inside the limit of at least 10.');
});
