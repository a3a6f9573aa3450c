import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { allSaved, campaignInHand, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

const step = (page: Page) => page.getByLabel('Step in progress');

/** Out to the north over so many metres in ten points, and back: as the file of a mission has it. */
function missionOut(metres: number): string {
  const rows = Array.from({ length: 11 }, (_, i) => {
    const north = (metres / 111_195) * (i <= 5 ? i / 5 : (10 - i) / 5);
    return `${i},3,${i === 0 ? 22 : 16},0,0,0,0,${(60.1 + north).toFixed(7)},-8.2,${i === 0 ? 40 : 90},yes`;
  });
  return [
    'item,frame,command,parameter 1,parameter 2,parameter 3,parameter 4,latitude,longitude,height,goes on',
    ...rows,
  ].join('\n');
}

test('packs are compared in today’s cold and wind, the one that comes home from everywhere is chosen', async ({
  browser,
}) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(ylva, product.url, 'QX-LMV');
  await ylva.goto(`${base}/loading?check=pack-chosen`);
  await ylva
    .locator('[data-step-actions]')
    .getByRole('button', { name: /^Repeat/ })
    .click();
  const fill = (name: string, text: string): Promise<void> =>
    ylva.getByLabel(name, { exact: true }).fill(text);
  await ylva.getByLabel('Pack', { exact: true }).selectOption('Summer pack SP-14');
  await fill('pack, at the take-off', '2');
  await fill('wind from', '180');
  await fill('carried', '1.2');

  // A wind below nothing is none; nothing that was typed is lost.
  await fill('wind, at height', '-9');
  await expect(step(ylva)).toContainText('Wind and load are nothing at the least');
  await fill('wind, at height', '9');
  await expect(step(ylva)).toContainText('Without the points of the mission nobody knows what it takes');

  await step(ylva)
    .locator('input[type=file]')
    .setInputFiles({ name: 'north.csv', mimeType: 'text/csv', buffer: Buffer.from(missionOut(26_000)) });
  await expect(step(ylva)).toContainText('Mission “north.csv”, 11 points.');
  await expect(step(ylva)).toContainText('it does not come home with summer pack');
  await expect(step(ylva)).toContainText('Out of limits');
  const packs = step(ylva).getByRole('figure', { name: 'Packs compared' });
  await expect(packs).toContainText('in a hundred');
  await ylva.getByLabel('Pack', { exact: true }).selectOption('Winter pack WP-03');
  await expect(step(ylva)).toContainText('It comes home from every point; least is left at point');
  await expect(step(ylva).getByRole('figure', { name: 'Coming home' })).toBeVisible();
  expect(await seriousFaults(ylva)).toEqual([]);

  // The plug is pulled: what was chosen is kept here, and said once the server is back.
  await product.stop();
  await ylva.keyboard.press('Enter');
  await expect(ylva).not.toHaveURL(/check=pack-chosen/);
  await product.startAgain();
  await allSaved(ylva);
  await ylva.goto(`${base}/loading?check=pack-chosen`);
  await expect(step(ylva)).toContainText('Winter pack,');
  await expect(packs).toContainText('chosen');

  // The point slips in one of its cells: asked, with what the others say, and nothing is recorded until it is put right or meant.
  await ylva.goto(`${base}/inspection?check=cell-lowest`);
  await ylva.getByLabel('Pack', { exact: true }).selectOption('Winter pack WP-03');
  const cell = (n: number) => ylva.getByLabel(`cell ${n}, at rest`, { exact: true });
  for (let n = 1; n <= 12; n += 1) await cell(n).fill(n === 3 ? '41.5' : '4.15');
  const record = step(ylva).getByRole('button', { name: /^Record/ });
  await record.click();
  const asked = step(ylva).getByText(/Cell 3, at rest: is it 41\.5\sV, or 4\.15\sV like the others\?/);
  await expect(asked.last()).toBeVisible();
  await expect(record).toBeVisible();
  await cell(3).fill('4.14');
  await expect(asked).toHaveCount(0);
  await record.click();
  // Within, and so it goes on by itself.
  await expect(ylva).not.toHaveURL(/check=cell-lowest/);
});
