import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { allSaved, campaignInHand, personPage, sharedDemo, test } from './product.ts';
import { checkInHand, setVehicle } from './work.ts';

const product = sharedDemo();

const step = (page: Page) => page.getByLabel('Step in progress');
const press = (page: Page, name: RegExp): Promise<void> =>
  page.locator('[data-step-actions]').getByRole('button', { name }).click();
const actions = (page: Page) => page.locator('[data-step-actions]');

interface KeptEntry {
  readonly id: string;
  readonly kind: string;
  readonly body: { readonly check?: string; readonly subject?: string };
}

/** The inspector does not believe what was answered there, and withdraws it: it is to be answered anew. */
async function withdraw(page: Page, base: string, checks: readonly string[]): Promise<void> {
  const campaign = base.split('/').pop() ?? '';
  const url = `${product.url}/api/campaigns/${campaign}/entries`;
  const me = (await (await page.request.get(`${product.url}/api/session`)).json()) as { id: string };
  const { entries } = (await (await page.request.get(`${url}?after=0`)).json()) as { entries: KeptEntry[] };
  const given = entries.filter((e) => e.kind === 'answer.given' && checks.includes(e.body.check ?? ''));
  const answer = await page.request.post(url, {
    data: {
      entries: given.map((e) => ({
        id: randomUUID(),
        campaign,
        version: 1,
        kind: 'answer.withdrawn',
        body: { check: e.body.check, subject: e.body.subject, reason: 'Not seen by anybody who is here' },
        supersedes: e.id,
        at: new Date().toISOString(),
        by: me.id,
        role: 'inspector',
        device: 'bench',
        seen: entries.length,
      })),
    },
  });
  const { refused } = (await answer.json()) as { refused: unknown[] };
  expect([given.length >= checks.length, refused]).toEqual([true, []]);
}

/** What a person answers by keys at each step that takes more than one press; a step that is not here is as expected. */
const BY_KEYS: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  'level-at-rest': takeAndRecord,
  // Left side down, the nose down, the nose to the right: as the layout asks of six motors, in the order of the rows.
  'correction-roll': (page) => held(page, { roll: -20 }, '---+++'),
  'correction-pitch': (page) => held(page, { pitch: -20 }, '+0--0+'),
  'correction-yaw': (page) => held(page, { yaw: 25 }, '-+-+-+'),
  'compass-against-second': async (page) => {
    await take(page);
    // Tab from field to field; a list takes its first letters.
    await page.locator('[data-figure$=" own"]').focus();
    for (const word of ['M', '141', 'M', 'Hand', '148', 'M', 'Land']) {
      await page.keyboard.press('Tab');
      await page.keyboard.type(word);
    }
    await expect(step(page)).toContainText('Within limits');
    await page.keyboard.press('Control+Enter');
  },
  'satellites-seen': takeAndRecord,
  'satellites-spread': takeAndRecord,
  'height-at-rest': (page) => typeFigure(page, '0.3'),
  'mission-read-back': async (page) => {
    // The dialog of the machine is worked by the machine; everything of the sheet is worked by keys.
    await page
      .getByLabel('Choose its file')
      .setInputFiles({ name: 'mast.csv', mimeType: 'text/csv', buffer: Buffer.from(MISSION) });
    const aboard = step(page).getByRole('button', { name: 'Put it aboard and read it back' });
    await aboard.focus();
    await page.keyboard.press('Enter');
    await expect(step(page)).toContainText('All 3 items are aboard as they were planned, figure by figure.');
    await page.keyboard.press('Control+Enter');
  },
  'link-far-end': takeAndRecord,
  'link-quality': takeAndRecord,
  'stick-directions': (page) => say(page, '1111'),
  'link-loss-action': async (page) => {
    await step(page).getByRole('radio').first().waitFor({ state: 'attached' });
    await page.keyboard.press('1');
    await page.keyboard.press('Enter');
  },
  'return-height': (page) => typeFigure(page, '60'),
};

/** Up, once over the mast, and home. */
const MISSION = [
  'item,frame,command,parameter 1,parameter 2,parameter 3,parameter 4,latitude,longitude,height,goes on',
  '0,3,22,0,0,0,,60.1234567,-8.2345678,30,yes',
  '1,3,16,4,2,0,,60.1243567,-8.2345678,40,yes',
  '2,3,20,0,0,0,0,60.1234567,-8.2345678,50,yes',
].join('\r\n');

async function take(page: Page): Promise<void> {
  await actions(page)
    .getByRole('button', { name: /^Take (all )?from the vehicle/ })
    .waitFor({ timeout: 120_000 });
  await page.keyboard.press('Enter');
  await actions(page)
    .getByRole('button', { name: /^Record/ })
    .waitFor();
}

async function takeAndRecord(page: Page): Promise<void> {
  await take(page);
  await page.keyboard.press('Enter');
}

async function typeFigure(page: Page, figure: string): Promise<void> {
  await step(page).locator('[data-figure]').first().waitFor();
  await page.keyboard.type(figure);
  await page.keyboard.press('Enter');
}

async function say(page: Page, ways: string): Promise<void> {
  await step(page).getByRole('radiogroup').first().waitFor();
  for (const key of ways) await page.keyboard.press(key);
  await page.keyboard.press('Enter');
}

const vehicle = (page: Page, change: object): Promise<unknown> =>
  page.request.post(`${product.url}/api/simulation`, { data: { mark: 'QX-TEI', vehicle: change } });

/** The drone held by somebody's hands as it is asked, what is seen said by keys, and put down again. */
async function held(page: Page, tilt: Readonly<Record<string, number>>, ways: string): Promise<void> {
  const says = step(page).getByRole('status').filter({ hasText: 'The vehicle says' });
  await expect(says).toContainText('As it stood.');
  await vehicle(page, tilt);
  await expect(says).toContainText('As asked');
  await say(page, ways);
  await vehicle(page, Object.fromEntries(Object.keys(tilt).map((axis) => [axis, 0])));
}

/** Works the station in hand by keys alone until it is left; which steps, in their order. */
async function workByKeys(page: Page, station: string): Promise<readonly string[]> {
  const worked: string[] = [];
  while (page.url().includes(`/${station}`)) {
    const id = checkInHand(page);
    await page.locator(`[aria-current=step][href*="check=${id}"]`).first().waitFor();
    if (worked.includes(id)) break;
    worked.push(id);
    const work = BY_KEYS[id];
    if (work) await work(page);
    else {
      await actions(page).getByRole('button').first().waitFor();
      await page.keyboard.press('Enter');
    }
    await page.waitForURL((url) => url.searchParams.get('check') !== id, { timeout: 120_000 });
  }
  return worked;
}

/** The second person agrees to what he was shown, by the one key that is offered, once all of the first one's answers are here. */
async function agree(first: Page, second: Page, address: string): Promise<void> {
  await allSaved(first);
  await second.goto(address);
  const agrees = second.getByRole('button', { name: /^Checked by me, I agree/ });
  await agrees.waitFor();
  await allSaved(second);
  await second.keyboard.press('Enter');
  await expect(agrees).toHaveCount(0);
  await allSaved(second);
}

/** Of the station: from the level to the failsafes, with the corrections, the mission and the links. */
const CONTROLS = [
  'level-at-rest',
  'correction-roll',
  'correction-pitch',
  'correction-yaw',
  'compass-against-second',
  'satellites-seen',
  'satellites-spread',
  'height-at-rest',
  'mission-read-back',
  'home-point',
  'control-range',
  'link-far-end',
  'link-quality',
  'telemetry-alive',
  'mode-switches',
  'stick-directions',
  'link-loss-action',
  'return-height',
];

/** And behind the gate: from the stand to still motors. */
const RUN_UP = ['site-clear-arming', 'tied-down', 'motor-current-full'];

/** Which of them a second person agrees to. */
const BY_TWO: readonly string[] = ['armed-slow', 'kill-switch', 'motor-direction'];

const tapMain = (page: Page): Promise<void> => actions(page).locator('button[data-kind=main]').tap();

/** Touched until the vehicle has said that it is armed or disarmed as the step asks: before that nothing is taken. */
async function untilTaken(page: Page): Promise<void> {
  const id = checkInHand(page);
  await expect(async () => {
    await tapMain(page);
    await page.waitForURL((url) => url.searchParams.get('check') !== id, { timeout: 4000 });
  }).toPass({ timeout: 120_000, intervals: [300] });
}

/** Taken once it shows what the throttle asks for: what it showed before is no figure of this step. */
async function takeByTouch(page: Page, throttle: number, shown: RegExp): Promise<void> {
  await vehicle(page, { throttle });
  await expect(step(page).getByPlaceholder(shown).first()).toBeVisible();
  await actions(page)
    .getByRole('button', { name: /^Take (all )?from the vehicle/ })
    .waitFor({ timeout: 120_000 });
  await tapMain(page);
  await actions(page)
    .getByRole('button', { name: /^Record/ })
    .waitFor();
  await tapMain(page);
}

async function fillAll(page: Page, figure: string): Promise<void> {
  const fields = step(page).locator('[data-figure]');
  await fields.first().waitFor();
  for (const field of await fields.all()) await field.fill(figure);
  await tapMain(page);
}

/** What takes more than one touch behind the gate. */
const ON_THE_PHONE: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  'armed-slow': async (page) => {
    await vehicle(page, { armed: true, throttle: 0.1 });
    await untilTaken(page);
  },
  'kill-switch': async (page) => {
    await vehicle(page, { armed: false, throttle: 0 });
    await step(page).getByText('All stop at once', { exact: true }).tap();
    await untilTaken(page);
  },
  'armed-again': async (page) => {
    await vehicle(page, { armed: true, throttle: 0.1 });
    await untilTaken(page);
  },
  'motor-current': (page) => takeByTouch(page, 0.5, /^8[.,]/),
  'motor-speed': (page) => takeByTouch(page, 0.5, /^4\D?[56]/),
  'motor-current-full': (page) => takeByTouch(page, 1, /^1[67][.,]/),
  'magnetometer-motors': async (page) => {
    for (const [i, throttle] of [0, 0.5, 1].entries()) {
      await vehicle(page, { throttle });
      await page.getByLabel(`step ${i + 1}, throttle`, { exact: true }).fill(String(100 * throttle));
      await step(page)
        .getByRole('button', { name: `Take step ${i + 1}` })
        .tap();
    }
    await expect(step(page).getByRole('figure', { name: 'Field moved by the motors' })).toBeVisible();
    await tapMain(page);
  },
  'vibration-bench': (page) => fillAll(page, '8'),
  'motors-stop-together': async (page) => {
    await vehicle(page, { throttle: 0 });
    await step(page)
      .getByRole('button', { name: /^As the vehicle says/ })
      .tap({ timeout: 120_000 });
    await vehicle(page, { armed: false });
    await untilTaken(page);
  },
  'controller-temperature': (page) => fillAll(page, '31'),
};

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true } as const;

test('the long way of a drone: by keys alone to the arming, corrections by two, then armed and disarmed on a phone in the field', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const brand = await personPage(browser, product.url, 'Brand Ekerholt');
  const base = await campaignInHand(brand, product.url, 'QX-TEI');
  await withdraw(brand, base, CONTROLS);
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  await ylva.goto(`${base}/controls`);
  await ylva.waitForURL(/check=/);
  await step(ylva).waitFor();
  expect(await workByKeys(ylva, 'controls')).toEqual(CONTROLS);

  // What takes two is said by the second without being shown the first, and agreed to where it was shown; by keys as well.
  for (const [id, tilt, ways] of [
    ['correction-roll', { roll: -20 }, '---+++'],
    ['correction-pitch', { pitch: -20 }, '+0--0+'],
    ['correction-yaw', { yaw: 25 }, '-+-+-+'],
  ] as const) {
    await brand.goto(`${base}/controls?check=${id}`);
    await held(brand, tilt, ways);
    await brand.waitForURL((url) => url.searchParams.get('check') !== id);
  }
  await brand.goto(`${base}/controls?check=stick-directions`);
  await say(brand, '1111');
  await brand.waitForURL((url) => url.searchParams.get('check') !== 'stick-directions');
  await agree(ylva, brand, `${base}/controls?check=link-loss-action`);
  // The gate before arming has the next press; behind it the motors turn.
  await ylva.goto(`${base}/gate/arm`);
  await expect(ylva.getByRole('button', { name: 'Pass Arm' })).toBeFocused();
  await ylva.keyboard.press('Enter');
  await ylva.waitForURL((url) => !url.pathname.endsWith('/gate/arm'));
  await allSaved(ylva);
  expect(await seriousFaults(ylva)).toEqual([]);
  await withdraw(brand, base, RUN_UP);
  // On the field the same goes on, on a phone: armed and disarmed as the steps ask.
  const phone = await personPage(browser, product.url, 'Ylva Torsund', PHONE);
  await phone.goto(`${base}/run-up`);
  await phone.waitForURL(/check=/);
  await step(phone).waitFor();
  const done: string[] = [];
  while (phone.url().includes('/run-up')) {
    const id = checkInHand(phone);
    done.push(id);
    await (ON_THE_PHONE[id] ?? tapMain)(phone);
    await phone.waitForURL((url) => url.searchParams.get('check') !== id, { timeout: 120_000 });
    if (!BY_TWO.includes(id)) continue;
    await agree(phone, brand, `${base}/run-up?check=${id}`);
    // What somebody else said comes by itself; then the next step is another one.
    await expect(async () => {
      await phone.goto(`${base}/run-up`);
      await phone.waitForURL((url) => ![null, id].includes(url.searchParams.get('check')), { timeout: 2000 });
    }).toPass({ timeout: 120_000 });
  }
  expect(done).toEqual([
    'site-clear-arming',
    'tied-down',
    'armed-slow',
    'kill-switch',
    'armed-again',
    'motor-direction',
    'motor-current',
    'motor-speed',
    'magnetometer-motors',
    'motor-current-full',
    'vibration-bench',
    'motor-sound',
    'motors-stop-together',
    'controller-temperature',
    'motor-heat-after',
  ]);
  await phone.waitForURL(/\/gate\/fly$/);
  expect(await seriousFaults(phone)).toEqual([]);
});

test('one motor that runs on is out by name; currents are compared with one another, and a heading with two that know nothing of it', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  const sheet = step(page);
  const set = (what: string): Promise<void> => setVehicle(page, what);

  // Five motors stand, the third runs on: by its speeds, and by hand, where the hand's own error is said.
  await page.goto(`${base}/run-up?check=motors-stop-together`);
  await press(page, /^Repeat/);
  await press(page, /^Armed: yes now/);
  await expect(sheet.getByText('Motor 1: it did not turn in what was heard of it.')).toBeVisible();
  await set('motors at full throttle');
  await set('motor 3 stops late');
  await expect(sheet.getByText('Motor 1: it still turns.')).toBeVisible();
  await set('motors at full throttle');
  await sheet
    .getByRole('button', { name: /^As the vehicle says: motor 3 last, 2\.\d+ s/ })
    .click({ timeout: 120_000 });
  await expect(sheet.getByText('Out of limits')).toBeVisible();
  // Pressed by hand it begins anew; one alone tells nothing.
  await page.keyboard.press('1');
  await page.keyboard.press('Enter');
  await expect(sheet.getByRole('alert').filter({ hasText: 'One alone tells nothing' }).first()).toBeVisible();
  await page.keyboard.press('3');
  await expect(sheet.getByRole('button', { name: /Motor 3 stands/ })).toHaveAttribute('aria-pressed', 'true');
  expect(await seriousFaults(page)).toEqual([]);
  await page.keyboard.press('Backspace');
  await sheet.getByRole('button', { name: /^As the vehicle says/ }).click();
  await page.keyboard.press('Enter');
  await expect(sheet.getByRole('listitem').filter({ hasText: 'Motor 3' })).toContainText(/2\.\d+ s/);
  await expect(sheet.getByText('From the speeds that the vehicle told.')).toBeVisible();
  await set('motor 3 stops late');

  // Thirty degrees off: it agrees with neither reference, whichever of them is right.
  await page.goto(`${base}/controls?check=compass-against-second`);
  await press(page, /^Repeat/);
  await set('heading 30° off');
  await expect(sheet.getByPlaceholder('173', { exact: true })).toBeVisible();
  await press(page, /^Take from the vehicle/);
  const choose = (label: string, at: number, option: string): Promise<string[]> =>
    sheet.getByLabel(label).nth(at).selectOption(option);
  for (const at of [0, 1, 2]) await choose('From which north', at, 'Magnetic');
  await sheet.getByLabel(/first reference$/).fill('141');
  await sheet.getByLabel(/second reference$/).fill('148');
  await choose('Read from', 0, 'Hand compass, away from metal');
  await choose('Read from', 1, 'Hand compass, away from metal');
  await expect(sheet).toContainText('Both references are the same');
  await choose('Read from', 1, 'Line sighted on the chart');
  await expect(sheet.getByText('Out of limits')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  // One reference beside the heading and one far from both: nobody knows.
  await sheet.getByLabel(/first reference$/).fill('172');
  await expect(sheet).toContainText('The two references contradict one another');
  await set('heading 30° off');
});
