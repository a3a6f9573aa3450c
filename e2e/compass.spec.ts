import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { allSaved, campaignInHand, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

const step = (page: Page) => page.getByLabel('Step in progress');
const figure = (page: Page, name: string) => page.locator(`[data-figure$=" ${name}"]`);
const again = (page: Page): Promise<void> =>
  page
    .locator('[data-step-actions]')
    .getByRole('button', { name: /^Repeat/ })
    .click();

/** Eight headings as the master has them, and what the compass shows: B of so many degrees, and C of so many. */
const swing = (b: number, c: number): readonly (readonly [number, number])[] =>
  [0, 45, 90, 135, 180, 225, 270, 315].map((shown) => {
    const angle = (shown * Math.PI) / 180;
    return [Math.round(shown + b * Math.sin(angle) + c * Math.cos(angle) + 360) % 360, shown];
  });

async function fill(page: Page, points: readonly (readonly [number, number])[]): Promise<void> {
  for (const [i, [reference, shown]] of points.entries()) {
    await figure(page, `reference ${i + 1}`).fill(String(reference));
    await figure(page, `shown ${i + 1}`).fill(String(shown));
  }
}

test('a compass is swung, its correctors are turned as it says, and it is swung again with its card', async ({
  browser,
}) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(ylva, product.url, 'QX-DPM');
  await ylva.goto(`${base}/taxi?check=compass-swing`);
  await ylva.getByRole('button', { name: /running now$/ }).click();
  await figure(ylva, 'reference 1').waitFor();

  // Four on one side tell nothing of the other; a direction that is none is refused, and what was typed stays.
  await ylva.getByLabel('Set by').selectOption('Landing compass, sighted from outside');
  await ylva.getByLabel('From which north').selectOption('Magnetic');
  await fill(
    ylva,
    [0, 10, 20, 30, 40, 50, 60, 70].map((h) => [h, h]),
  );
  await expect(step(ylva)).toContainText('290° of the circle have no heading');
  await figure(ylva, 'shown 3').fill('412');
  await expect(step(ylva)).toContainText('Set by');

  // Twelve degrees on east and west: out, with what to turn and the card as it would be.
  await fill(ylva, swing(12, -5));
  await expect(step(ylva)).toContainText('Out of limits');
  await expect(step(ylva)).toContainText('On 090°: east-west corrector, until');
  await expect(step(ylva)).toContainText('On 000°: north-south corrector, until');
  const card = step(ylva).getByRole('table', { name: 'Deviation card' });
  await expect(card.getByRole('row')).toHaveCount(13);
  await expect(
    step(ylva).getByRole('img', { name: /^Deviation round the compass, at most 13/ }),
  ).toBeVisible();
  expect(await seriousFaults(ylva)).toEqual([]);
  await product.stop();
  await ylva.keyboard.press('Enter');
  await expect(step(ylva)).toContainText('Out of limits');
  await product.startAgain();
  await allSaved(ylva);

  // Turned, and swung once more: true headings by a line on the ground, so that the declination is asked for.
  await ylva.goto(`${base}/taxi?check=compass-swing`);
  await again(ylva);
  await ylva.getByLabel('Set by').selectOption('Line sighted on the chart');
  await ylva.getByLabel('From which north').selectOption('True');
  await fill(
    ylva,
    swing(1, 1).map(([reference, shown]) => [(reference + 4) % 360, shown]),
  );
  await expect(step(ylva)).toContainText('The declination of this place is not said yet.');
  await figure(ylva, 'declination').fill('4');
  await expect(step(ylva)).toContainText('Within limits');
  await ylva.keyboard.press('Enter');
  await expect(ylva).not.toHaveURL(/check=compass-swing/);
  await allSaved(ylva);
  await ylva.goto(`${base}/taxi?check=compass-swing`);
  await expect(step(ylva)).toContainText('Set by: line sighted on the chart, true, declination 4°.');
  await ylva.screenshot({ path: '/tmp/shots/c3.png', fullPage: true });
});

test('a return line that feeds the wrong tank is found by the levels, held, put right and read again', async ({
  browser,
}) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(ylva, product.url, 'QX-DPM');
  await ylva.goto(`${base}/taxi?check=return-line-levels`);
  const first = ylva.getByLabel('reading 1, at', { exact: true });
  const runs = ylva.getByRole('button', { name: /running now$/ });
  await first.or(runs).first().waitFor();
  if (await runs.isVisible()) await runs.click();
  const levels = async (rows: readonly (readonly [minutes: string, left: string, right: string])[]) => {
    for (const [i, [minutes, left, right]] of rows.entries()) {
      await ylva.getByLabel(`reading ${i + 1}, at`, { exact: true }).fill(minutes);
      await ylva.getByLabel(`reading ${i + 1}, left tank`, { exact: true }).fill(left);
      await ylva.getByLabel(`reading ${i + 1}, right tank`, { exact: true }).fill(right);
    }
  };
  await ylva.getByLabel('Drawn from').selectOption('Left tank');

  // Three are too few; a time that is not later, and a level below nothing, are refused by name. What was typed stays.
  await levels([
    ['0', '40', '20'],
    ['5', '35.5', '23'],
    ['10', '31', '26'],
  ]);
  await expect(step(ylva)).toContainText('One more');
  await levels([
    ['0', '40', '20'],
    ['5', '35.5', '23'],
    ['5', '31', '26'],
    ['15', '26.5', '29'],
  ]);
  await expect(step(ylva)).toContainText('Reading 3 is not later than the one before.');
  await ylva.getByLabel('reading 3, at', { exact: true }).fill('10');
  await ylva.getByLabel('reading 4, right tank', { exact: true }).fill('-29');
  await expect(step(ylva)).toContainText('A tank holds nothing at the least');
  await ylva.getByLabel('reading 4, right tank', { exact: true }).fill('29');

  await expect(step(ylva)).toContainText(
    'Right tank rises by 36.0 L/h: the return feeds it, and not left tank.',
  );
  await expect(step(ylva)).toContainText('Out of limits');
  await expect(step(ylva).getByRole('figure', { name: 'Levels of the tanks' })).toBeVisible();
  expect(await seriousFaults(ylva)).toEqual([]);
  await ylva.keyboard.press('Enter');
  await allSaved(ylva);
  await expect(ylva.getByRole('complementary')).toContainText('Return line, levels of both tanks');

  // The hoses are exchanged, and it is read again.
  await ylva.goto(`${base}/taxi?check=return-line-levels`);
  await again(ylva);
  await ylva.getByLabel('Drawn from').selectOption('Left tank');
  await ylva.getByLabel('low warning came at', { exact: true }).fill('8');
  await levels([
    ['0', '40', '20'],
    ['5', '38.5', '20'],
    ['10', '37', '20'],
    ['15', '35.5', '20'],
  ]);
  await expect(step(ylva)).toContainText('As it should be: the return feeds left tank, and no other.');
  await ylva.keyboard.press('Enter');
  await expect(ylva).not.toHaveURL(/check=return-line-levels/);
});
