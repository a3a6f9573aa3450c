import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { campaignInHand, personPage, sharedDemo, test } from './product.ts';
import { setVehicle } from './work.ts';

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
  const set = (what: string): Promise<void> => setVehicle(page, what);
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
  const set = (what: string): Promise<void> => setVehicle(page, what);
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
  await expect(page).not.toHaveURL(/check=correction-roll/);
  await page.goto(`${base}/controls?check=correction-roll`);
  await expect(step).not.toContainText('Nothing is proven.');
  await expect(
    step.getByText('Waiting for a second person').or(step.getByText('In hand')).first(),
  ).toBeVisible();
});

/** The mission round the mast as it was planned: up, six places in three heights, and home. */
const PLANNED = [
  'item,frame,command,parameter 1,parameter 2,parameter 3,parameter 4,latitude,longitude,height,goes on',
  '0,3,22,0,0,0,,60.1234567,-8.2345678,30,yes',
  '1,3,16,4,2,0,,60.1243567,-8.2345678,40,yes',
  '2,3,16,4,2,0,,60.1239067,-8.2330090,60,yes',
  '3,3,16,4,2,0,,60.1230067,-8.2330090,60,yes',
  '4,3,16,4,2,0,,60.1225567,-8.2345678,80,yes',
  '5,3,16,4,2,0,,60.1230067,-8.2361266,80,yes',
  '6,3,16,4,2,0,,60.1239067,-8.2361266,60,yes',
  '7,3,20,0,0,0,0,60.1234567,-8.2345678,50,yes',
].join('\r\n');

test('a mission that reads back wrong in one height is out by that height, and within once it is aboard as it was planned', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  const step = page.getByLabel('Step in progress');
  const set = (what: string): Promise<void> => setVehicle(page, what);
  const choose = (label: string, name: string, text: string): Promise<void> =>
    page.getByLabel(label).setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  const readBack = step.getByRole('button', { name: 'Read it from the vehicle' });
  await page.goto(`${base}/controls?check=mission-read-back`);
  await press(page, /^Repeat/);

  // A file that is no mission is said by row and column; what is there stays.
  await choose('Choose its file', 'mast.csv', PLANNED.replace(',40,yes', ',forty,yes'));
  await expect(step.getByRole('alert')).toHaveText(
    'mast.csv: Row 3, height: “forty” is no figure. Nothing was taken.',
  );
  await choose('Choose its file', 'mast.csv', PLANNED);
  await expect(step).toContainText('mast.csv, 8 items');

  await set('mission: one height wrong');
  await readBack.click();
  await expect(step).toContainText('Item 5, height: 800 m is aboard, and 80 m was planned.');
  await expect(step.getByRole('cell', { name: '800 m aboard, planned 80 m' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(step.getByText('Out of limits')).toBeVisible();

  // Put aboard again: not while it is armed, and not by half; what is aboard is what is read back.
  await set('mission: one height wrong');
  await press(page, /^Repeat/);
  await choose('Choose its file', 'mast.csv', PLANNED);
  const putAboard = step.getByRole('button', { name: 'Put it aboard and read it back' });
  await set('armed');
  await expect(page.getByRole('complementary').getByText('Armed', { exact: true })).toBeVisible();
  await putAboard.click();
  await expect(
    step.getByRole('alert').filter({ hasText: 'no mission is put aboard before it is disarmed' }),
  ).toBeVisible();
  await set('armed');
  await expect(page.getByRole('complementary').getByText('Disarmed', { exact: true })).toBeVisible();
  await putAboard.click();
  await expect(step).toContainText('All 8 items are aboard as they were planned, figure by figure.');
  await page.keyboard.press('Enter');
  // It moves on once the answer is kept: nothing is known to be on the device before.
  await expect(page).not.toHaveURL(/check=mission-read-back/);
  await page.goto(`${base}/controls?check=mission-read-back`);
  await expect(step).toContainText('mast.csv: 8 items read back, as planned');
});

/** The list that came with the vehicle: every third whole, the others by eighths. */
const AS_DELIVERED = [
  'name,value',
  ...Array.from({ length: 120 }, (_, i) => `SET_${String(i).padStart(3, '0')},${i % 3 === 0 ? i : i / 8}`),
].join('\n');

test('parameters are held against those that were left: a difference is accepted with a reason, or stays to be put back', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  const step = page.getByLabel('Step in progress');
  const set = (what: string): Promise<void> => setVehicle(page, what);
  const readThem = step.getByRole('button', { name: 'Read them from the vehicle' });
  await page.goto(`${base}/controls?check=parameters-filed`);
  await press(page, /^Repeat/);
  // The first campaign with this drone: none before it left a list.
  await step.getByRole('button', { name: 'By the last campaign' }).click();
  await expect(step.getByRole('alert')).toHaveText(
    'No list of this aircraft was left by an earlier campaign: choose the file of it.',
  );
  await page
    .getByLabel('or from a file')
    .setInputFiles({ name: 'as-delivered.csv', mimeType: 'text/csv', buffer: Buffer.from(AS_DELIVERED) });
  await expect(step).toContainText('as-delivered.csv, 120 parameters');
  await set('parameters changed');
  await readThem.click();
  await expect(step.getByText('to be put back')).toHaveCount(3);
  await expect(step).toContainText('SET_012was 12, is 13');
  await step.getByRole('button', { name: 'SET_NEW: accept' }).click();
  await expect(step).toContainText('SET_NEW is accepted without a reason: say why it is meant to be.');
  await step.getByLabel('Why SET_NEW is meant to be').fill('The new board has it; sheet 12');
  await expect(step.getByText('Out of limits')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  // Both others are put back at the ground station, and read again.
  await set('parameters changed');
  await readThem.click();
  await expect(step.getByText('to be put back')).toHaveCount(0);
  await expect(step.getByText('Within limits')).toBeVisible();
  await press(page, /^Record/);
  await expect(page).not.toHaveURL(/check=parameters-filed/);
  await page.goto(`${base}/controls?check=parameters-filed`);
  await expect(step).toContainText('120 parameters, none to put back');
});

test('an administrator says where a receiver speaks, with the passphrase; what is no port is refused and nothing is changed', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Brand Ekerholt');
  await page.goto(`${product.url}/library/aircraft/QX-HEI`);
  const noteOn = (at: Page) =>
    at.locator('section').filter({ has: at.getByRole('heading', { name: 'On the line' }) });
  const note = noteOn(page);
  await expect(note).toContainText('Nothing is listened to for this aircraft.');
  await note.getByLabel('Protocol').selectOption('NMEA 0183 over UDP');
  await expect(note.getByLabel('Number of the vehicle')).toHaveCount(0);
  await note.getByLabel('Host').fill('127.0.0.1');
  await note.getByLabel('Port').fill('ten');
  await note.getByRole('button', { name: 'Listen there' }).click();
  await page.getByLabel('Your passphrase, again').fill('seven wet ropes');
  await page.keyboard.press('Enter');
  await expect(note.getByRole('alert')).toBeVisible();
  // What was refused has not spent the passphrase.
  await note.getByLabel('Port').fill('10110');
  await note.getByRole('button', { name: 'Listen there' }).click();
  await expect(note).toContainText('127.0.0.1:10110');
  await page.reload();
  await expect(note.getByLabel('Protocol')).toHaveValue('nmea-udp');
  // Who is no administrator is not shown it.
  const other = await personPage(browser, product.url, 'Ylva Torsund');
  await other.goto(`${product.url}/library/aircraft/QX-HEI`);
  await expect(other.getByRole('heading', { name: 'Gauges aboard' })).toBeVisible();
  await expect(noteOn(other)).toHaveCount(0);
});

test('a magnetometer is turned about live; a file of one stripe is refused by name, one all round is taken', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  await page.goto(`${base}/controls?check=magnetometer-turned`);
  const step = page.getByLabel('Step in progress');
  await page
    .locator('[data-step-actions]')
    .getByRole('button', { name: /^Repeat/ })
    .click();

  // Somebody turns it in their hands: readings come, and patches of the sphere fill.
  await setVehicle(page, 'being turned about');
  await step.getByRole('button', { name: 'Turn it about' }).click();
  await expect(step).toContainText(/of the sphere seen, [1-9]\d readings\./, { timeout: 120_000 });
  await step.getByRole('button', { name: 'Stop' }).click();
  await expect(step.getByRole('button', { name: 'Go on turning' })).toBeVisible();
  await setVehicle(page, 'being turned about');

  const table = (directions: readonly (readonly [number, number, number])[]): Buffer =>
    Buffer.from(
      `x,y,z\n${directions.map(([x, y, z]) => [60 + 500 * x, -20 + 480 * y, 110 + 505 * z].join(',')).join('\n')}`,
    );
  const turn = Array.from({ length: 200 }, (_, i) => (2 * Math.PI * i) / 200);
  const file = step.locator('input[type=file]');
  await file.setInputFiles({
    name: 'stripe.csv',
    mimeType: 'text/csv',
    buffer: table(turn.map((a) => [Math.cos(a), Math.sin(a), 0] as const)),
  });
  await expect(step).toContainText('The readings lie on no ellipsoid');
  await file.setInputFiles({
    name: 'words.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('x,y,z\n1,2,far'),
  });
  await expect(step).toContainText('words.csv: Row 2: “far” is no milligauss. Nothing was taken.');
  await file.setInputFiles({
    name: 'round.csv',
    mimeType: 'text/csv',
    buffer: table(
      turn.map((_, i) => {
        const z = 1 - (2 * (i + 0.5)) / 200;
        const flat = Math.sqrt(1 - z * z);
        return [flat * Math.cos(2.4 * i), flat * Math.sin(2.4 * i), z] as const;
      }),
    ),
  });
  await expect(step).toContainText('Within limits');
  await expect(step).toContainText('60 / −20 / 110 mG');
  await page.keyboard.press('Enter');
  await expect(page).not.toHaveURL(/check=magnetometer-turned/);
});
