import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { campaignInHand, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

const METRES = (6_371_000 * Math.PI) / 180;
const NARROWER = Math.cos((57.6 * Math.PI) / 180);

/** A flight over the field of the story as a table, second by second; the receiver is away for so many seconds in the middle. */
function flownTable(away: number): string {
  const rows = ['time,latitude,longitude,height'];
  let [north, east, height, course, at] = [-200, -400, 12, 62, 0];
  const fly = (seconds: number, turn: number, rate: number): void => {
    for (let i = 0; i < seconds; i += 1) {
      rows.push(
        [
          at,
          (57.6 + north / METRES).toFixed(7),
          (1.4 + east / METRES / NARROWER).toFixed(7),
          height.toFixed(1),
        ].join(','),
      );
      course += turn;
      north += 31 * Math.cos((course * Math.PI) / 180);
      east += 31 * Math.sin((course * Math.PI) / 180);
      height += rate;
      at += 1;
    }
  };
  fly(40, 0, 3.5);
  fly(20, -6, 3.5);
  at += away;
  fly(120, 0, 2);
  return rows.join('\n');
}

const uncovered = async (page: Page): Promise<number> => {
  const text = await page.getByText(/^\d+ s of \d+ s without glide cover\.$|^Glide cover/).textContent();
  return text?.startsWith('Glide') ? 0 : Number(/^\d+/.exec(text ?? '')?.[0]);
};

test('a circuit is laid on the chart before it is flown, its first turn is chosen, and the flight is looked at afterwards', async ({
  browser,
}) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(ylva, product.url, 'QX-DPM');
  await ylva.goto(`${base}/taxi`);
  await ylva.getByLabel('Step in progress').waitFor();
  // By keys alone to the chart.
  await ylva.keyboard.press('/');
  await expect(ylva.getByPlaceholder('A check, a station, or what you want to do')).toBeFocused();
  await ylva.keyboard.type('field chart');
  await expect(ylva.getByRole('option').first()).toContainText('Field chart');
  await ylva.keyboard.press('Enter');
  await ylva.waitForURL(/\/field-chart$/);
  await expect(ylva.getByText('“Wind from” is missing. Nothing is computed without it.')).toBeVisible();
  for (const [name, value] of [
    ['Wind from (°)', '240'],
    ['Wind speed (kt)', '12'],
    ['Best glide speed (kt)', '57'],
    ['Glide ratio (to one)', '14'],
    ['Climb speed (kt)', '60'],
    ['Rate of climb (m/s)', '3.5'],
  ] as const)
    await ylva.getByLabel(name, { exact: true }).fill(value);
  const before = await uncovered(ylva);
  expect(before).toBeGreaterThan(10);
  await expect(ylva.getByRole('img', { name: /^Grauholm from above/ })).toBeVisible();
  expect(await seriousFaults(ylva)).toEqual([]);

  // Over the bog there is nowhere to go: turned the way that is proposed, it is less.
  await ylva.getByRole('button', { name: 'Compare first turns' }).click();
  await ylva
    .getByRole('region', { name: 'The first turn' })
    .getByRole('button', { name: /^(Left|Right) \d+° at/ })
    .first()
    .click();
  await expect.poll(() => uncovered(ylva)).toBeLessThan(before);
  // What cannot be is said by its name, and what was worked out for something else is not shown for it.
  await ylva.getByLabel('Glide ratio (to one)', { exact: true }).fill('140');
  await expect(ylva.getByText('“Glide ratio” is from 1.5 to 60 to one.')).toBeVisible();
  await expect(ylva.getByText(/without glide cover\.$/)).toHaveCount(0);
  await ylva.getByLabel('Glide ratio (to one)', { exact: true }).fill('14');

  // Flown: what is none is refused; gaps are said and never filled.
  await ylva.getByText('As flown', { exact: true }).click();
  await ylva
    .getByLabel(/^Import (a|another) track$/)
    .setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('hello') });
  await expect(ylva.getByRole('alert')).toContainText('notes.txt: This is neither GPX');
  await ylva
    .getByLabel(/^Import (a|another) track$/)
    .setInputFiles({ name: 'flight.csv', mimeType: 'text/csv', buffer: Buffer.from(flownTable(30)) });
  await expect(ylva.getByText('flight.csv: 180 points.')).toBeVisible();
  await expect(ylva.getByText('31 s unknown: the track has gaps.')).toBeVisible();
  expect(await uncovered(ylva)).toBeGreaterThan(0);
  expect(await seriousFaults(ylva)).toEqual([]);
  if (process.env['LOOK']) await ylva.screenshot({ path: `${process.env['LOOK']}/field-chart.png` });

  // The server is away: the chart is the one that this device had last, and everything goes on.
  await ylva.route('**/api/field/chart', (route) => route.abort());
  await ylva.getByRole('link', { name: /^Taxi/ }).click();
  await ylva.getByLabel('Step in progress').waitFor();
  await ylva.goBack();
  await expect(ylva.getByText(/this is the chart as this device had it last/)).toBeVisible();
  await ylva.getByLabel('Wind from (°)', { exact: true }).fill('60');
  await expect(ylva.getByText('“Wind speed” is missing. Nothing is computed without it.')).toBeVisible();
});

test('the chart of the field is taken by an administrator, whole or not at all', async ({ browser }) => {
  const brand = await personPage(browser, product.url, 'Brand Ekerholt');
  await brand.goto(`${product.url}/installation`);
  const { chart } = (await (await brand.request.get(`${product.url}/api/field/chart`)).json()) as {
    chart: string;
  };
  const take = (name: string, text: string): Promise<void> =>
    brand
      .getByLabel('Import a chart')
      .setInputFiles({ name, mimeType: 'application/geo+json', buffer: Buffer.from(text) });
  await take('broken.geojson', chart.replace('"surface":"grass"', '"surface":"mud"'));
  await expect(brand.getByRole('alert')).toContainText(
    'broken.geojson: Feature 3: its “surface” is hard or grass. Nothing was taken.',
  );
  await take('grauholm.geojson', chart);
  await expect(brand.getByText('Imported: the chart of Grauholm, from grauholm.geojson.')).toBeVisible();
});

test('the briefing is one page out of what is known: what is not said yet leads there, and the cards are named', async ({
  browser,
}) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(ylva, product.url, 'QX-HEI');
  await ylva.goto(`${base}/ready`);
  await ylva.getByRole('link', { name: 'Briefing' }).click();
  await ylva.waitForURL(/\/briefing$/);
  await expect(ylva.getByRole('region', { name: 'Profile' })).toContainText('Circuit only, land and look');
  await expect(ylva.getByRole('region', { name: 'Open findings' })).toContainText('Right tank flows short');
  // The tank that flows short leads to an engine that stops, whatever else there is.
  const likeliest = ylva.getByRole('region', { name: 'Most likely emergencies' }).getByRole('link');
  await expect(likeliest).toHaveCount(3);
  await expect(likeliest.first()).toContainText(/engine stops/i);
  expect(await seriousFaults(ylva)).toEqual([]);
  await ylva
    .getByRole('region', { name: 'Take-off run and abort point' })
    .getByRole('link', { name: 'Not recorded yet' })
    .click();
  await ylva.waitForURL(/ready\?check=run-today$/);
});
