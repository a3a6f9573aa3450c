import { expect, type Locator, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { pdfText } from './pdf-text.ts';
import { campaignInHand, KEEPS_ALL, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

/** Goes to a check of the campaign that the demonstration has in hand for an aircraft. */
async function goTo(
  page: Page,
  mark: Parameters<typeof campaignInHand>[2],
  station: string,
  check: string,
): Promise<string> {
  const base = await campaignInHand(page, product.url, mark);
  await page.goto(`${base}/${station}?check=${check}`);
  await page.getByLabel('Step in progress').waitFor();
  return base;
}

const steps = (page: Page): Locator => page.locator('[data-step-actions]');
const press = (page: Page, name: RegExp): Promise<void> => steps(page).getByRole('button', { name }).click();

test('a weighing from the scales to the signature: read twice, compared, an unexplained difference found and mended', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  await goTo(page, 'QX-HEI', 'loading', 'weighed-empty');
  await press(page, /^Repeat/);
  // The tail has been lowered since: it is raised, and said.
  await press(page, /raised now/);
  const read = page.getByRole('button', { name: 'Read the scales' });
  const fieldOf = (name: RegExp): Locator => page.getByLabel(name);
  for (const time of [1, 2]) {
    await read.click();
    await expect(fieldOf(new RegExp(`Left wheel, reading ${time} in kg`))).not.toHaveValue('', {
      timeout: 120_000,
    });
  }
  // Nothing that nobody typed is taken for nought: the tares and the level are asked for.
  const asked = page.getByRole('status');
  await expect(asked.filter({ hasText: 'Left wheel: type its tare' })).toBeVisible();
  await page.getByRole('button', { name: 'All set to nought' }).click();
  await expect(asked.filter({ hasText: 'Type how far off level it stands' })).toBeVisible();
  await page.getByRole('button', { name: 'Stands level' }).click();
  // Without the tares it is heavier than anything explains.
  await expect(page.getByText(/Nothing explains that/)).toBeVisible();
  // Bad input is said where it stands, and nothing typed is lost.
  await fieldOf(/Left wheel, tare in kg/).fill('half');
  await expect(page.getByRole('alert')).toContainText('“half” is not a number');
  await expect(fieldOf(/Left wheel, tare in kg/)).toHaveValue('half');
  await fieldOf(/Left wheel, tare in kg/).fill('0.5');
  await fieldOf(/Right wheel, tare in kg/).fill('0.5');
  await fieldOf(/Tail wheel on the stand, tare in kg/).fill('6.5');
  await expect(
    page.getByText(/from what report B-1 and 1 change of equipment make expect: explained/),
  ).toBeVisible();
  await expect(page.getByRole('table', { name: 'Compared with what was expected' })).toContainText(
    'Voice radio fitted',
  );
  expect(await seriousFaults(page)).toEqual([]);
  // Closing the page loses nothing.
  await page.reload();
  await expect(fieldOf(/Tail wheel on the stand, tare in kg/)).toHaveValue('6.5');
  await press(page, /^Record/);
  await expect(page.getByLabel('Step in progress')).toContainText(
    /People, baggage, fuel at take-off and at landing/,
  );
  // The sheet made from the weighing before is to be done again.
  await expect(page.getByText(/The aircraft was weighed again since/).first()).toBeVisible();
  await page.getByLabel('Left tank, L').fill('30');
  await page.getByLabel('Right tank, L').fill('30');
  await page.getByLabel('Fuel used until landing, L').fill('40');
  await expect(page.getByRole('status').filter({ hasText: 'Within limits' })).toBeVisible();
  await expect(page.getByLabel('Probability')).toContainText(/of a million draws/, { timeout: 120_000 });
  await press(page, /^Record/);
  const base = await goTo(page, 'QX-HEI', 'loading', 'loaded-for-this-flight');
  await expect(page.getByRole('table', { name: 'Loading sheet as kept' })).toContainText('Landing');
  const pdf = await page.request.get(`${base.replace('/campaign/', '/api/campaigns/')}/loading/loading.pdf`);
  const words = await pdfText(await pdf.body());
  expect(words).toContain('Looked at by the pilot');
  expect(words).toContain('Empty aircraft from the weighing of this campaign');
  expect(words).toMatch(/Within limits\. Inside “Tug, one seat” all the way/);
  // The next weighing is compared with this one: the library takes it over as the report in force.
  const brand = await personPage(browser, product.url, 'Brand Ekerholt');
  await brand.goto(`${product.url}/library/aircraft/QX-HEI`);
  await brand.getByRole('button', { name: 'Take over the newest weighing' }).click();
  await expect(brand.getByLabel('Number', { exact: true })).toHaveValue(
    /^Weighed \d{1,2} \w{3} \d{4}, Home-built/,
  );
  await expect(
    brand.getByText(/Made with 2 things on its equipment list: Voice radio, Tow hook/),
  ).toBeVisible();
  await brand.getByRole('button', { name: 'Undo' }).click();
  await expect(brand.getByLabel('Number', { exact: true })).toHaveValue('B-1');
  // The label that is stuck to the aircraft carries the code of its configuration.
  const label = await pdfText(
    await (await page.request.get(`${product.url}/api/aircraft/QX-HEI/label.pdf`)).body(),
  );
  expect(label).toMatch(/serial H-1 Configuration [0-9A-Z]{5}/);
});

test('an aircraft inside at both ends and outside halfway is caught; ballast is found, put on the sheet, and mends it', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  await goTo(page, 'QX-TJD', 'loading', 'loading-sheet-current');
  await press(page, /^Repeat/);
  await page.getByLabel('Hull locker, tools, mass in kg').fill('44');
  const verdict = page.getByRole('status').filter({ hasText: 'Out of limits' });
  await expect(verdict).toContainText(/with 216\sL of fuel left, by 2\smm at the aft limit/);
  // At take-off and at landing it would be inside: the line of totals says where.
  await expect(page.getByRole('group', { name: 'Loading sheet' })).toContainText(/Take-off/);
  await expect(page.getByLabel('Margins along the whole flight')).toContainText(/−2\smm/);
  await expect(page.getByLabel('Probability')).toContainText(/Stays inside until landing in/, {
    timeout: 120_000,
  });
  // An overfull tank is refused with its reason; the picture waits, the text stays.
  await page.getByLabel('Bow tank, L').fill('75');
  await expect(page.getByText(/Bow tank holds 60\.0\sL, not 75\.0\sL/)).toBeVisible();
  await page.getByLabel('Bow tank, L').fill('40');
  // By keyboard: looked for, and put on the sheet.
  await page.getByRole('button', { name: 'Find a loading' }).press('Enter');
  await page.getByRole('button', { name: 'Look', exact: true }).press('Enter');
  await expect(page.getByText(/kg in Nose bay, ballast, arm 310\smm, instead of 0\.0\skg/)).toBeVisible({
    timeout: 120_000,
  });
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Put it on the sheet' }).first().press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'Within limits' })).toContainText(
    /10\smm from the aft limit/,
  );
  await press(page, /^Record/);
  // Nothing is left here, and the sheet goes on to the station in hand; what was kept is there to be looked at.
  await page.waitForURL(/\/run-up/);
  await goTo(page, 'QX-TJD', 'loading', 'loading-sheet-current');
  await expect(page.getByRole('table', { name: 'Loading sheet as kept' })).toContainText(/Nose bay, ballast/);
});

test('exchanging the pack opens the balance again; without the server too; the sheet for the other pack is kept', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund', KEEPS_ALL);
  await goTo(page, 'QX-LMV', 'loading', 'mission-loading');
  const row = (title: string): Locator => page.getByRole('listitem').filter({ hasText: title });
  await expect(
    row('Balance for hover and cruise').getByRole('img', { name: 'within limits' }).first(),
  ).toBeVisible();
  // The network goes away: everything of this is done on the device.
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'Exchanged for the winter pack' }).click();
  await page.getByRole('button', { name: /Press again: winter pack is in/ }).click();
  await expect(
    row('Balance for hover and cruise').getByRole('img', { name: 'repeat needed' }).first(),
  ).toBeVisible();
  await expect(row('Mass for the mission').getByRole('img', { name: 'repeat needed' }).first()).toBeVisible();
  await expect(
    page
      .getByText(/Pack bay: winter pack, touched|touches/)
      .or(page.getByText(/Repeat needed\./))
      .first(),
  ).toBeVisible();
  await expect(page.getByLabel('Pack in pack bay')).toHaveValue('winter');
  // What the configuration puts aboard is on the sheet without anybody's typing.
  await expect(page.getByRole('group', { name: 'Loading sheet' })).toContainText('Parcel box, empty');
  await press(page, /^Record/);
  await page.context().setOffline(false);
  await expect(page.getByText(/All entries saved/)).toBeVisible({ timeout: 120_000 });
  await expect(
    row('Loading for the mission').getByRole('img', { name: 'within limits' }).first(),
  ).toBeVisible();
  // Which pack fits a mission is asked of the sheet.
  await goTo(page, 'QX-LMV', 'loading', 'mission-loading');
  await press(page, /^Repeat/);
  await page.getByRole('button', { name: 'Find a loading' }).click();
  await page.getByRole('tab', { name: 'Which pack' }).click();
  await page.getByLabel('What to reach, Wh').fill('700');
  await page.getByRole('button', { name: 'Look', exact: true }).click();
  await expect(page.getByText(/Winter pack at 362\smm: 860\sWh, 160\sWh to spare/)).toBeVisible({
    timeout: 120_000,
  });
  await expect(page.getByText(/Summer pack at 362\smm: 690\sWh, 10\sWh short/)).toBeVisible();
});

test('a model is balanced by hand, and is told by how much its pack has to be moved', async ({ browser }) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  await page.getByRole('button', { name: 'New campaign' }).click();
  await page.getByRole('heading', { name: 'A new campaign' }).waitFor();
  await page.getByText('QX-VIP', { exact: true }).click();
  await page.getByText('Maiden flight', { exact: true }).click();
  await page.getByLabel('Title').fill('Vipe, first flight');
  await page.getByRole('button', { name: 'Open the campaign' }).click();
  await page.getByLabel('Step in progress').waitFor();
  await page.goto(
    page.url().replace(/\/campaign\/([^/]+).*/, '/campaign/$1/loading?check=model-balance-point'),
  );
  await page.getByLabel(/the tail still drops/).fill('70');
  await page.getByLabel(/the nose drops/).fill('72');
  await page.getByLabel(/On the scale/).fill('3.44');
  // 71 is 3 too far aft: 3·3.44/0.62 = 16.6 mm for the pack.
  await expect(page.getByText('Move the flat pack 17 mm forward.')).toBeVisible();
  await page.getByLabel(/the tail still drops/).fill('74');
  await expect(page.getByText(/The tail must drop at the forward point/)).toBeVisible();
  await page.getByLabel(/the tail still drops/).fill('67');
  await page.getByLabel(/the nose drops/).fill('69');
  await expect(page.getByText('Flat pack lies where it should.')).toBeVisible();
  await press(page, /^Record/);
  await expect(page.getByRole('link', { name: /Within limits.*Balance point\s+68\smm/ })).toBeVisible();
});

test('a drone that tilts its motors is held against an envelope in every position, with what its configuration puts aboard', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  await page.getByRole('button', { name: 'New campaign' }).click();
  await page.getByRole('heading', { name: 'A new campaign' }).waitFor();
  await page.getByText('QX-LMT', { exact: true }).click();
  await page.getByText('Site release', { exact: true }).click();
  await page.getByLabel('Title').fill('First site');
  await page.getByRole('button', { name: 'Open the campaign' }).click();
  await page.getByLabel('Step in progress').waitFor();
  await page.goto(page.url().replace(/\/campaign\/([^/]+).*/, '/campaign/$1/loading?check=mission-loading'));
  const sheet = page.getByRole('group', { name: 'Loading sheet' });
  await expect(sheet).toContainText(/Parcel box, empty0\.40418/);
  // 8.2 kg at 430.5, the box, 3.6 at 362 and 1 at 418 are 13.2 kg at 410.5; 3 kg moved 40 forward take it to 401.4.
  await expect(sheet).toContainText(/As loaded, motors up.*13\.20410/s);
  await expect(sheet).toContainText(/As loaded, motors forward.*13\.20401/s);
  const verdict = page.getByRole('status').filter({ hasText: /limits/ });
  await expect(verdict).toContainText(/Motors up: Inside “Hover” all the way/);
  await expect(page.getByText(/Motors forward: Inside “Cruise” all the way/).first()).toBeVisible();
  await page.getByLabel('Nose, trim mass, mass in kg').fill('0.3');
  await expect(verdict).toContainText(/Motors forward: Outside “Cruise”.* at the forward limit, cruise/);
  // Without a pack nothing is known of the flight.
  await page.getByLabel('Nose, trim mass, mass in kg').fill('');
  await page.getByLabel('Pack in pack bay').selectOption('');
  await expect(page.getByText('No pack is aboard. Choose the one that flies.')).toBeVisible();
});

test('the loading of an aircraft is described: inches are asked about, a crossing is named, a wrong sign is asked back', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Brand Ekerholt');
  await page.goto(`${product.url}/library/aircraft/QX-RYP`);
  const corners = page.getByLabel(/^Corners all the way round/);
  await corners.waitFor();
  const missing = page.getByRole('complementary', { name: 'Margin' });
  // Pasted in the units of another sheet: kept as it is, and nothing is converted in silence.
  await corners.fill('arm in; mass lb\n34.3 75\n37.2 75\n37.0 121\n34.6 121');
  await expect(missing.getByText(/is in in and lb, and the placard in mm and kg/)).toBeVisible();
  await page.getByRole('button', { name: 'Convert to mm and kg' }).click();
  await expect(corners).toHaveValue(/^871\.2/);
  await expect(missing.getByText('Nothing.')).toBeVisible();
  // Two corners changed about: the sides that cross are named. What is not a corner stays as it was typed.
  await corners.fill('870; 34\n940; 55\n945; 34\n880; 55');
  await expect(
    missing.getByText(/crosses itself: the side after corner 1 meets the one after corner 3/),
  ).toBeVisible();
  await corners.fill('870; 34\n945; about\n940; 55');
  await expect(page.getByRole('alert')).toContainText('Line 2, “945; about”, is not an arm and a mass');
  await expect(corners).toHaveValue('870; 34\n945; about\n940; 55');
  await corners.fill('870; 34\n945; 34\n940; 55\n880; 55');
  await expect(missing.getByText('Nothing.')).toBeVisible();
  // A mass before the nose: with the other sign it would lie on the aircraft, and that is asked.
  const arms = page.getByLabel('Arm (mm)', { exact: true });
  const camera = arms.filter({ has: page.locator('xpath=self::*[@value="310"]') }).first();
  await camera.fill('-310');
  await expect(
    missing.getByText(/Camera mount: an arm of −310\smm lies outside the aircraft.*Is 310\smm meant/),
  ).toBeVisible();
  // Undone step by step, and nothing of it is published.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(missing.getByText('Nothing.')).toBeVisible();
});
