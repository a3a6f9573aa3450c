import { randomUUID } from 'node:crypto';
import { expect, type Locator, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { pdfText } from './pdf-text.ts';
import { allSaved, campaignInHand, KEEPS_ALL, personPage, sharedDemo, signIn, test } from './product.ts';

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
  const page = await personPage(browser, product.url, 'Ylva Torsund', KEEPS_ALL);
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  await page.goto(`${base}/inspection?check=arm-locks`);
  const picture = walkOf(page, 'QX-TEI');
  await expect(picture).toBeVisible();
  await expect(page.getByText('place 1 of 7: all 6 motors')).toBeVisible();
  await expect(page.getByText('Walked 7 of 7 places. Locks 18 of 18 seen and felt')).toBeVisible();
  const titles = (await places(page, 'QX-TEI')).map((p) => p.replace(/:.*/, ''));
  expect(titles).toEqual([
    'Place 1, All 6 motors',
    expect.stringMatching(/^Place 2, /),
    expect.stringMatching(/^Place 3, /),
    expect.stringMatching(/^Place 4, /),
    // Clean hands behind all that is open, the hatch behind everything, and the look from afar behind the hatch.
    'Place 5, Beside the aircraft',
    'Place 6, Body',
    'Place 7, All round',
  ]);
  // By keys to the last place: the bay is photographed, counted out, and closed, in this order.
  await picture.getByRole('button', { name: /^Place 6/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('place 6 of 7: body')).toBeVisible();
  await expect(page).toHaveURL(/check=bay-photographed/);
  await page.keyboard.press('j');
  await expect(page).toHaveURL(/check=screws-counted/);
  await page.keyboard.press('j');
  await expect(page).toHaveURL(/check=hatch-closed/);
  await page.keyboard.press('j');
  await expect(page).toHaveURL(/check=stand-back-drone/);
  expect(await seriousFaults(page)).toEqual([]);

  // Something is found: its place and its part show it, with the server away as well.
  await product.stop();
  await picture.getByRole('button', { name: /^Place 1,/ }).click();
  await expect(page.getByText('place 1 of 7')).toBeVisible();
  await page.getByRole('link', { name: 'Frame and arms whole' }).click();
  await press(page, /^Repeat/);
  await page.getByText('Not as expected').click();
  await page.getByLabel('What is it instead?').fill('Arm 3 clicks at the root');
  await press(page, /^Record/);
  await expect(picture.getByRole('button', { name: /^Place 1,.*out of limits/ })).toBeVisible();
  await expect(page.getByText(/Walked [0-6] of 7 places/)).toBeVisible();
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
  const round = picture.getByRole('button', { name: /^Place 11, All round: 0 of 1 .*repeat needed/ });
  await expect(round).toBeVisible();
  await picture.getByRole('button', { name: /^Place 6, Gear: / }).tap();
  await expect(page.getByLabel('Step in progress')).not.toContainText('Twenty steps away');
  await round.tap();
  await expect(page.getByLabel('Step in progress')).toContainText('Twenty steps away');
  await expect(round).toHaveAttribute('aria-current', 'step');

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

test('two findings told to be one, closed, opened again and found to be two; one is assigned, on a phone too', async ({
  browser,
}) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(ylva, product.url, 'QX-LMV');
  const raise = async (title: string): Promise<void> => {
    await ylva.goto(`${base}/findings`);
    await ylva.getByRole('button', { name: 'Raise a finding' }).click();
    await ylva.getByLabel('What was found').fill(title);
    await ylva.getByLabel('Where on the aircraft').fill('elevon hinge');
    await ylva.getByRole('button', { name: 'Raise the finding' }).click();
    await ylva.getByRole('link', { name: title }).first().waitFor();
  };
  await raise('Hinge pin loose');
  await raise('Play at the hinge');
  const sheet = ylva.locator('#sheet');
  await ylva.goto(`${base}/findings`);
  await sheet.getByRole('link', { name: 'Hinge pin loose' }).click();

  // Whoever works on it may not say that two are one; what was typed stays.
  await sheet.getByText('It is the same as another finding').click();
  await sheet.getByLabel('The one that stays').selectOption({ label: 'Play at the hinge' });
  await sheet.getByLabel('Why they are the same').fill('The loose pin is the play');
  await sheet.getByRole('button', { name: 'Merge them' }).click();
  await expect(sheet.getByRole('alert')).toHaveText(/no valid authorisation as inspector/);
  await expect(sheet.getByLabel('Why they are the same')).toHaveValue('The loose pin is the play');
  const address = ylva.url();
  await allSaved(ylva);

  const brand = await personPage(browser, product.url, 'Brand Ekerholt');
  await brand.setViewportSize({ width: 390, height: 844 });
  await brand.goto(address);
  const phone = brand.locator('#sheet');
  await phone.getByText('It is the same as another finding').click();
  await phone.getByRole('button', { name: 'Merge them' }).click();
  await expect(phone.getByLabel('Why they are the same')).toBeFocused();
  await phone.getByLabel('Why they are the same').fill('The loose pin is the play');
  await phone.getByRole('button', { name: 'Merge them' }).click();
  await expect(phone.getByRole('alert')).toHaveText(/Choose the finding that stays/);
  await phone.getByLabel('The one that stays').selectOption({ label: 'Play at the hinge' });
  await phone.getByRole('button', { name: 'Merge them' }).click();

  // On the one that stays both are worked on; the other leads there and can be opened again.
  await expect(phone.getByRole('heading', { level: 1 })).toHaveText('Play at the hinge');
  await expect(phone.getByText('Merged with it')).toBeVisible();
  await expect(sheet.getByText(/Merged with Play at the hinge, and worked on there/)).toBeVisible();
  await expect(sheet.getByText('It is the same as another finding')).toHaveCount(0);
  expect(await seriousFaults(brand)).toEqual([]);

  await phone.getByText('Information', { exact: true }).click();
  await phone.getByLabel(/^Why, or the cause/).fill('Within what the maker allows');
  await phone.getByRole('button', { name: 'Record the assessment' }).click();
  await phone.getByText('Assign it to somebody').click();
  await phone.getByLabel('Who works on it next').selectOption({ label: 'Ylva Torsund' });
  await phone.getByLabel('About how long, minutes').fill('half an hour');
  await phone.getByRole('button', { name: 'Assign', exact: true }).click();
  await expect(phone.getByRole('alert')).toHaveText(/a whole figure above nothing/);
  await phone.getByLabel('About how long, minutes').fill('30');
  await phone.getByRole('button', { name: 'Assign', exact: true }).click();
  await expect(phone.getByText('With Ylva Torsund, about 30 min.')).toBeVisible();
  await phone.getByRole('button', { name: 'Close the finding' }).click();
  await expect(phone.getByRole('button', { name: 'Close the finding' })).toHaveCount(0);
  await allSaved(brand);

  // Seen again: both stand again, and nothing closes them before something was done.
  await ylva.goto(`${base}/findings`);
  await sheet.getByRole('link', { name: 'Play at the hinge' }).click();
  await sheet.getByText('Reopen', { exact: true }).click();
  await sheet.getByLabel('What was seen').fill('There again after the flight');
  await sheet.getByRole('button', { name: 'Reopen the finding' }).click();
  await expect(sheet.getByText(/was reopened, and nothing was done or said about it since/)).toBeVisible();
  await expect(phone.getByText(/was reopened, and nothing was done or said about it since/)).toBeVisible();
  await sheet.getByText('These are two findings').click();
  await sheet.getByLabel('The other one').fill('Bush worn oval');
  await sheet.getByLabel('Why they are two').fill('Pin and bush are changed apart');
  await sheet.getByRole('button', { name: 'Split it off' }).click();
  await expect(sheet.getByRole('heading', { level: 1 })).toHaveText('Bush worn oval');
  await expect(sheet.getByText('Split off from Play at the hinge.')).toBeVisible();
  await allSaved(ylva);
  await ylva.goto(`${product.url}/findings`);
  await expect(ylva.getByRole('region', { name: 'Work to be done' })).toContainText(
    /Play at the hinge.*with Ylva Torsund, about 30 min/,
  );
  await expect(ylva.getByRole('region', { name: 'To be closed' })).toContainText('Bush worn oval');
  await expect(ylva.getByText('Hinge pin loose')).toHaveCount(0);

  // Or it is assessed anew, and may be closed as it is.
  await phone.getByText('Assess it anew', { exact: true }).click();
  await phone.getByText('Information', { exact: true }).click();
  await phone.getByLabel(/^Why, or the cause/).fill('Looked at again: as before');
  await phone.getByRole('button', { name: 'Record the assessment' }).click();
  await expect(phone.getByText(/Looked at again: as before/)).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Record the assessment' })).toBeHidden();
  await expect(phone.getByRole('button', { name: 'Close the finding' })).toBeVisible();
});

test('taken over, or back after a pause: what was in progress, what is on and open, and the last step that is safe to begin at', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TJD');
  await page.goto(`${base}/run-up?check=exhaust-both`);
  await expect(page.getByRole('heading', { name: /read every cylinder/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Where it was left' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.getByRole('button', { name: 'Press again to sign out' }).click();
  await signIn(page, product.url, 'Brand Ekerholt');
  await page.goto(`${base}/findings`);
  const left = page.getByRole('status', { name: 'Where it was left' });
  await expect(left).toContainText('Taken over from Ylva Torsund');
  await expect(left).toContainText('In progress, and not recorded: Exhaust pattern, both ignitions');
  await expect(left).toContainText('Electrical power on.');
  expect(await seriousFaults(page)).toEqual([]);
  // The engines stand: it is taken up where a start begins, with the arcs clear, and that is reached by keys.
  await left.getByRole('button', { name: /^Begin again at “Arcs clear/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/run-up\?check=arcs-clear/);
  await expect(left).toHaveCount(0);
  // Nobody is told twice; a pause is told to the same person, without a hand on anything else.
  await page.reload();
  await expect(page.getByText('Step 1 of 36')).toBeVisible();
  await expect(left).toHaveCount(0);
  await page.keyboard.press('t');
  await page.getByLabel('What is open or disconnected').fill('Cowl fastener off');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Cowl fastener off' }).first()).toBeVisible();
  await allSaved(page);
  await page.evaluate(async () => {
    const request = indexedDB.open('kanzel');
    const database = await new Promise<IDBDatabase>((resolve) => {
      request.onsuccess = () => resolve(request.result);
    });
    const store = database.transaction('kept', 'readwrite').objectStore('kept');
    const key = `was here ${location.pathname.split('/')[2] ?? ''}`;
    const asked = store.get(key);
    asked.onsuccess = () => {
      const { value } = asked.result as { value: { at: number } };
      store.put({ key, value: { ...value, at: value.at - 23 * 60_000 } });
    };
    await new Promise((resolve) => {
      store.transaction.oncomplete = resolve;
    });
  });
  await page.reload();
  await expect(left).toContainText(/Back after 23 min/);
  await expect(left.getByRole('link', { name: 'Cowl fastener off' })).toBeVisible();
  await left.getByRole('button', { name: 'Go on here' }).click();
  await expect(left).toHaveCount(0);
  await page.keyboard.press('j');
  await expect(page).not.toHaveURL(/check=arcs-clear/);
});

test('findings of all aircraft: by who acts next, as a table, searched, and as last heard without the server', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Brand Ekerholt', KEEPS_ALL);
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

test('Enter held down answers the step it was pressed at, and none of those that come up under it', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const id = randomUUID();
  const opened = await page.evaluate(
    async (body) =>
      (
        await fetch('/api/campaigns', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body,
        })
      ).status,
    JSON.stringify({
      id,
      mark: 'QX-DPM',
      title: 'A key that is held',
      occasion: 'maiden',
      workItems: [],
      at: new Date().toISOString(),
      device: 'story',
    }),
  );
  expect(opened).toBe(201);
  await page.goto(`${product.url}/campaign/${id}/inspection?check=fairleads-chafing`);
  const step = page.getByLabel('Step in progress');
  const main = page.locator('[data-step-actions] button[data-kind=main]');
  await expect(step).toContainText('Does anything rub?');
  await expect(main).toBeEnabled();
  const before = Number((await allSaved(page)).replace(/\D/g, ''));
  await page.keyboard.down('Enter');
  // The next one waits under the finger, and could be answered in the same way.
  await expect(step).not.toContainText('Does anything rub?');
  await expect(main).toBeEnabled();
  const next = await step.textContent();
  for (let i = 0; i < 20; i += 1) await page.keyboard.down('Enter');
  await main.focus();
  for (let i = 0; i < 5; i += 1) await page.keyboard.down('Enter');
  await page.keyboard.up('Enter');
  expect(await step.textContent()).toBe(next);
  expect(Number((await allSaved(page)).replace(/\D/g, ''))).toBe(before + 1);
  // Pressed anew it is an answer again.
  await page.keyboard.press('Enter');
  await expect(step).not.toHaveText(next ?? '');
  expect(Number((await allSaved(page)).replace(/\D/g, ''))).toBe(before + 2);
});
