import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, type Locator, type Page } from '@playwright/test';
import { toBuffer } from 'qrcode';
import { seriousFaults } from './accessible.ts';
import { KEEPS_ALL, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

const press = (page: Page, name: RegExp): Promise<void> =>
  page.locator('[data-step-actions]').getByRole('button', { name }).click();
const day = (offset: number): string => new Date(Date.now() + offset * 86_400_000).toISOString().slice(0, 10);

/** Opens a campaign of its own on an aircraft of the demonstration, and goes to a check. */
async function openOn(page: Page, mark: string, title: string): Promise<string> {
  await page.getByRole('button', { name: 'New campaign' }).click();
  await page.getByRole('heading', { name: 'A new campaign' }).waitFor();
  await page.getByText(mark, { exact: true }).click();
  await page.getByText('Maiden flight', { exact: true }).click();
  await page.getByLabel('Title').fill(title);
  await page.getByRole('button', { name: 'Open the campaign' }).click();
  await page.getByLabel('Step in progress').waitFor();
  return page.url().replace(/(\/campaign\/[^/]+).*/, '$1');
}

async function check(page: Page, base: string, id: string): Promise<Locator> {
  await page.goto(`${base}/papers?check=${id}`);
  const step = page.getByLabel('Step in progress');
  await step.waitFor();
  return step;
}

test('papers of a new aircraft: the plate by its code, logbooks with a gap, a missing signature, a permit that ends soon', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund', KEEPS_ALL);
  const base = await openOn(page, 'QX-HEI', 'Papers again');
  const margin = page.getByRole('complementary', { name: 'Margin' });
  // The label of the aircraft, out of a picture of it; another one is another configuration.
  await check(page, base, 'identity-plate');
  const expected = /configuration ([0-9A-Z]{5})/.exec(
    await page.getByText(/This campaign is for QX-HEI/).innerText(),
  )?.[1];
  const label = join(product.folder, 'label.png');
  writeFileSync(
    label,
    await toBuffer(`QX-HEI H-1 ${expected === 'AAAAA' ? 'BBBBB' : 'AAAAA'}`, { scale: 6 }),
  );
  const picture = page.getByLabel('Read the code from a picture');
  await picture.setInputFiles(label);
  await expect(page.getByText(/The aircraft stands in configuration/)).toBeVisible();
  writeFileSync(label, await toBuffer(`QX-HEI H-1 ${expected ?? ''}`, { scale: 6 }));
  await picture.setInputFiles(label);
  await expect(page.getByText(/as in this campaign\./)).toBeVisible();
  await press(page, /^Record/);

  // Logbooks: what does not join is drawn and named; an explanation asks for a decision.
  await check(page, base, 'logbooks-without-a-gap');
  await page.getByLabel('Logbook', { exact: true }).fill('Log 1');
  await page.getByLabel('first line').fill('1.3.2019');
  await page.getByLabel('last line').fill(day(-3));
  await page.getByLabel('hours at first').fill('2,4');
  await page.getByLabel('hours at last').fill('2.4');
  await expect(page.getByText(/from 0\.0\sh to 2\.4\sh, nothing is written/)).toBeVisible();
  await expect(page.getByRole('img', { name: /^The trail: gap from/ })).toBeVisible();
  await page.getByLabel('last line').fill('soon');
  await expect(page.getByText('“soon” is not a day. Type it as 2026-12-08 or 8.12.2026.')).toBeVisible();
  await page.getByLabel('last line').fill(day(-3));
  await page.getByLabel('hours at first').fill('0');
  await page.getByLabel('hours at last').fill('0');
  await expect(page.getByText(/1 logbook without a gap/)).toBeVisible();
  await press(page, /^Record/);

  // A signature is missing: the gate is held by it, and says who can cure it.
  await check(page, base, 'inspections-signed');
  await page.getByLabel('Work item or sheet').fill('Wing before closing');
  await page.getByLabel('signed by').fill('Odd Leirnes');
  await page.getByLabel('inspected by').fill('odd leirnes');
  expect(await seriousFaults(page)).toEqual([]);
  await expect(page.getByText(/was done and inspected by Odd Leirnes: it takes another hand/)).toBeVisible();
  await press(page, /^Record/);
  await expect(margin.getByText(/Stage inspections signed: out of limits.*technician/)).toBeVisible();
  await press(page, /^Repeat/);
  // What was kept stands there again; only the one line is typed anew.
  await expect(page.getByLabel('signed by')).toHaveValue('Odd Leirnes');
  await page.getByLabel('inspected by').fill('Signe Vardal');
  await press(page, /^Record/);
  await expect(margin.getByText(/Stage inspections signed/)).toHaveCount(0);

  // A permit with a copy, taken without the server, and running out before the campaign does.
  await check(page, base, 'permit-to-test');
  await page.context().setOffline(true);
  await page.getByLabel('Number', { exact: true }).fill('T-120');
  await page.getByLabel('Last day in force').fill(day(3));
  await page.getByRole('button', { name: 'Add a condition' }).click();
  await page.getByLabel('Figure of the condition').fill('1200 m');
  await page.getByLabel('In the words of the paper').fill('Not above 1200 m');
  const copies = page.getByLabel('Add the copy that belongs to the record');
  expect(await seriousFaults(page)).toEqual([]);
  const broken = join(product.folder, 'notes.txt');
  writeFileSync(broken, 'not a picture');
  await copies.setInputFiles(broken);
  await expect(page.getByText(/a copy is a PNG, JPEG or WebP picture, or a PDF/)).toBeVisible();
  // Without the copy that belongs to the record it proves nothing.
  await expect(page.getByText(/The copy of T-120 that belongs to the record is not there/)).toBeVisible();
  await copies.setInputFiles(label);
  await expect(page.getByText(/The copy of T-120/)).toHaveCount(0);
  await expect(page.getByRole('list', { name: 'Copies' })).toContainText('label.png');
  await press(page, /^Record/);
  await expect(margin.getByText(/T-120 runs out on/)).toBeVisible();
  await expect(page.getByText(/not sent/).first()).toBeVisible();
  await page.context().setOffline(false);
  await expect(page.getByText(/All entries saved/)).toBeVisible({ timeout: 120_000 });
  await check(page, base, 'permit-to-test');
  await page.getByRole('button', { name: 'label.png' }).click();
  await expect(page.getByRole('dialog').getByRole('img', { name: 'label.png' })).toBeVisible();
  await page.keyboard.press('Escape');
  // The condition stands beside the loading and the flight.
  await page.goto(`${base}/loading`);
  await expect(margin.getByText('Not above 1200 m')).toBeVisible();
});

test('what was there last time is one press away, and the equipment is looked at thing by thing', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await openOn(page, 'QX-TJD', 'Once more');
  await check(page, base, 'insurance-policy');
  await page.getByRole('button', { name: 'Begin with what was there last time' }).click();
  await expect(page.getByLabel('Number', { exact: true })).toHaveValue('P-55 104');
  await press(page, /^Record/);
  await check(page, base, 'equipment-as-listed');
  await page.getByText('Is not', { exact: true }).last().click();
  await page.getByRole('button', { name: 'The rest is there, with these numbers' }).click();
  await expect(page.getByText(/Voice radio \(VR-20 31\) is on the list and not fitted/)).toBeVisible();
  await press(page, /^Record/);
  await expect(page.getByLabel('Step in progress')).toContainText('not found');
});
