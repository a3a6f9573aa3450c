import { expect, type Locator, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { pdfText } from './pdf-text.ts';
import { allSaved, campaignInHand, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

const walkOf = (page: Page, mark: string): Locator => page.getByRole('group', { name: `Walk round ${mark}` });
const places = async (page: Page, mark: string): Promise<string[]> =>
  walkOf(page, mark)
    .getByRole('button')
    .evaluateAll((signs) => signs.map((s) => s.getAttribute('aria-label') ?? ''));
const press = (page: Page, name: RegExp): Promise<void> =>
  page.locator('[data-step-actions]').getByRole('button', { name }).click();

test('the inspection is a walk round the drawn aircraft: in order, by keys, filling in, and without the server', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  await page.goto(`${base}/inspection?check=arm-locks`);
  const picture = walkOf(page, 'QX-TEI');
  await expect(picture).toBeVisible();
  await expect(page.getByText('place 1 of 6: all 6 motors')).toBeVisible();
  await expect(page.getByText('Walked 6 of 6 places. Locks 6 of 6 seen and felt')).toBeVisible();
  const titles = (await places(page, 'QX-TEI')).map((p) => p.replace(/:.*/, ''));
  expect(titles).toEqual([
    'Place 1, All 6 motors',
    expect.stringMatching(/^Place 2, /),
    expect.stringMatching(/^Place 3, /),
    expect.stringMatching(/^Place 4, /),
    // Clean hands behind all that is open, and the hatch behind everything.
    'Place 5, Beside the aircraft',
    'Place 6, Body',
  ]);
  // By keys to the last place: the bay is photographed, counted out, and closed, in this order.
  await picture.getByRole('button', { name: /^Place 6/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('place 6 of 6: body')).toBeVisible();
  await expect(page).toHaveURL(/check=bay-photographed/);
  await page.keyboard.press('j');
  await expect(page).toHaveURL(/check=screws-counted/);
  await page.keyboard.press('j');
  await expect(page).toHaveURL(/check=hatch-closed/);
  expect(await seriousFaults(page)).toEqual([]);

  // Something is found: its place and its part show it, with the server away as well.
  await product.stop();
  await picture.getByRole('button', { name: /^Place 1,/ }).click();
  await expect(page.getByText('place 1 of 6')).toBeVisible();
  await page.getByRole('link', { name: 'Frame and arms whole' }).click();
  await press(page, /^Repeat/);
  await page.getByText('Not as expected').click();
  await page.getByLabel('What is it instead?').fill('Arm 3 clicks at the root');
  await press(page, /^Record/);
  await expect(picture.getByRole('button', { name: /^Place 1,.*out of limits/ })).toBeVisible();
  await expect(page.getByText(/Walked [0-5] of 6 places/)).toBeVisible();
  await product.startAgain();
  await allSaved(page);
});

test('a tag and a finding stand on the drawing where they are, on a phone too', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await context.newPage();
  await page.goto(product.url);
  await page.getByRole('button', { name: /Brand Ekerholt/ }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('heading', { name: 'Hangar' }).waitFor();
  const base = await campaignInHand(page, product.url, 'QX-HEI');
  await page.goto(`${base}/inspection?check=wing-attachment`);
  const picture = walkOf(page, 'QX-HEI');
  await expect(picture.getByRole('img', { name: 'Tag: Fuel hose off at the carburettor' })).toBeVisible();
  await expect(
    picture.getByRole('img', { name: 'Finding: Right tank flows short in the climb attitude' }),
  ).toBeVisible();
  // The picture keeps to the screen, and so does every sign on it.
  const signs = await picture
    .locator('circle, text')
    .evaluateAll((all) => all.map((s) => s.getBoundingClientRect()).map((r) => [r.left, r.right]));
  expect(signs.every(([left = -1, right = 9999]) => left >= 0 && right <= 390)).toBe(true);
  // What is to be repeated is told by its place, and a touch leads there. Whoever stood back does so again: something was touched.
  await expect(
    picture.getByRole('button', { name: /^Place 11, All round: 0 of 1 .*repeat needed/ }),
  ).toBeVisible();
  const gear = picture.getByRole('button', { name: /^Place 6, Gear: .*repeat needed/ });
  await gear.tap();
  await expect(page.getByLabel('Step in progress')).toContainText('After a night of rest');
  await expect(gear).toHaveAttribute('aria-current', 'step');

  // A tag is opened from wherever it is named, and by the code of its label: what it holds, and how it comes off.
  const thing = 'Fuel hose off at the carburettor';
  await page
    .getByRole('complementary', { name: 'Margin' })
    .getByRole('link', { name: thing, exact: true })
    .tap();
  await expect(page.getByRole('heading', { name: thing })).toBeVisible();
  await expect(page).toHaveURL(/\/findings\/tag-/);
  // It is read from its top, though the margin was far down.
  await expect(page.getByRole('heading', { name: thing })).toBeInViewport();
  await expect(page.getByText(/^Power, Roll, Fly/)).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  const href = (await page.getByRole('link', { name: /^Label to hang there/ }).getAttribute('href')) ?? '';
  const label = await pdfText(await (await page.request.get(`${product.url}${href}`)).body());
  expect(label).toMatch(/QX- ?HEI · open work/);
  expect(label).toMatch(/Fuel hose off at the carburettor/);
  expect(label).toMatch(/Do not start, arm or fly before it is taken off in the record/);
  await page.goto(`${base}/findings/tag-nowhere`);
  await expect(page.getByText('There is no such tag in this campaign.')).toBeVisible();
});

test('findings of all aircraft: by who acts next, as a table, searched, and as last heard without the server', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Brand Ekerholt');
  await page.getByRole('link', { name: 'Findings', exact: true }).click();
  await page.getByRole('heading', { name: 'Findings of all aircraft' }).waitFor();
  const work = page.getByRole('region', { name: 'Work to be done' });
  await expect(work.getByRole('listitem')).toContainText(['Right tank flows short in the climb attitude']);
  await expect(work).toContainText('grounds the aircraft');
  const deferred = page.getByRole('region', { name: 'Deferred' });
  await expect(deferred.getByRole('listitem')).toContainText(['Right landing light intermittent']);
  await expect(deferred).toContainText('Day flights only');
  expect(await seriousFaults(page)).toEqual([]);

  await page.getByText('As a table').click();
  const rows = page.getByRole('row');
  const marks = async (): Promise<string[]> =>
    (await rows.allTextContents()).slice(1).map((text) => text.slice(0, 6));
  await page.getByRole('button', { name: 'Aircraft' }).press('Enter');
  await expect(page.getByRole('columnheader', { name: /Aircraft/ })).toHaveAttribute(
    'aria-sort',
    'ascending',
  );
  const up = await marks();
  expect(up).toEqual([...up].sort());
  await page.getByRole('button', { name: /Aircraft/ }).press('Enter');
  expect(await marks()).toEqual([...up].reverse());
  await page.getByLabel('Find').fill('landing light');
  await expect(rows).toHaveCount(2);
  await page.getByLabel('Find').fill('no such thing');
  await expect(page.getByText('No finding has “no such thing” in it.')).toBeVisible();
  await page.getByLabel('Find').fill('tank climb');

  await product.stop();
  await page.getByRole('link', { name: 'Hangar' }).click();
  await page.getByRole('link', { name: 'Findings', exact: true }).click();
  await expect(page.getByText('As last heard; offline')).toBeVisible();
  await page.getByRole('link', { name: 'Right tank flows short in the climb attitude' }).click();
  await expect(page).toHaveURL(/\/findings\/right-tank-short/);
  await product.startAgain();
});
