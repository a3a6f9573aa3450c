import { seriousFaults } from './accessible.ts';
import { expect, type Page } from '@playwright/test';
import {
  allSaved,
  giveAgain,
  openCampaign,
  KEEPS_ALL,
  personPage,
  removeFolder,
  sharedDemo,
  signIn,
  startPlain,
  temporaryFolder,
  test,
  turnEngines,
} from './product.ts';
import { countTools, startEngines, workStep } from './work.ts';

const product = sharedDemo();

const figure = (page: Page, side: 'left' | 'right') =>
  page.getByLabel(new RegExp(`, ${side} engine, reading$`));
const panel = (page: Page) => page.getByLabel('Step in progress');

test('two browsers on one campaign see each other’s entries within a second', async ({ browser }) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const brand = await personPage(browser, product.url, 'Brand Ekerholt');
  const base = await openCampaign(ylva);
  await brand.goto(`${base}/run-up?check=engine-start`);
  await brand.getByLabel('Step in progress').waitFor();
  await expect(brand.getByTestId('saved')).toContainText('All entries saved');
  await ylva.waitForURL(/check=engine-start/);
  // Nobody says by a slip of the hand that an engine runs which the monitor shows standing.
  await expect(ylva.getByText('Engine monitor live')).toBeVisible();
  await ylva.keyboard.press('Enter');
  await expect(panel(ylva).getByText(/The engine monitor shows 0\srpm on (left|right) engine/)).toBeVisible();
  await turnEngines(ylva);
  const seen = brand.waitForFunction(
    () => document.body.innerText.includes('Left engine running') && Date.now(),
    undefined,
    { polling: 'raf' },
  );
  const before = await ylva.evaluate(() => Date.now());
  await ylva.keyboard.press('Enter');
  expect(Number(await (await seen).jsonValue()) - before).toBeLessThan(1000);
  await expect(brand.getByText('Right engine running')).toBeVisible();
});

test('pulling the server during a run-up loses nothing, says what waits, and catches up by itself', async ({
  browser,
}) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund', KEEPS_ALL);
  const base = await openCampaign(ylva);
  await ylva.goto(`${base}/run-up?check=idle-mixture-rise`);
  await panel(ylva).waitFor();
  // What a device needs to go on alone is with it once its worker is ready and its copy is the server's.
  await ylva.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await allSaved(ylva);
  await product.stop('SIGTERM');
  await expect(ylva.getByTestId('offline')).toContainText('Offline');
  await ylva.keyboard.press('t');
  await ylva.getByLabel('What is open or disconnected').fill('Hull bung out');
  await ylva.keyboard.press('Enter');
  await expect(ylva.getByTestId('saved')).toHaveText('1 not sent');
  // A key means something again once the slip has gone.
  await expect(ylva.getByLabel('What is open or disconnected')).toHaveCount(0);
  await ylva.keyboard.press('f');
  await ylva.getByLabel('What was found').fill('Chafed hose');
  await ylva.getByRole('button', { name: 'Raise the finding' }).click();
  await expect(ylva.getByTestId('saved')).toHaveText('2 not sent');
  // Never an open gate on data that may be stale.
  await expect(ylva.getByText('2 entries wait for the server.')).toBeVisible();
  // Not even a reload without a server loses them.
  await ylva.reload();
  await expect(ylva.getByTestId('saved')).toHaveText('2 not sent');
  await expect(ylva.getByRole('heading', { name: 'Chafed hose' })).toBeVisible();

  await product.startAgain();
  await expect(ylva.getByTestId('saved')).toContainText('All entries saved', { timeout: 120_000 });
  const brand = await personPage(browser, product.url, 'Brand Ekerholt');
  await brand.goto(`${base}/findings`);
  await expect(brand.getByText('Chafed hose').first()).toBeVisible();
  // Saying that it does not ground the aircraft takes somebody who may; the door tells a technician so.
  await ylva.getByText('Information', { exact: true }).click();
  await ylva.getByLabel(/^Why, or the cause/).fill('Looked at again: only dust');
  await ylva.getByRole('button', { name: 'Record the assessment' }).click();
  await expect(ylva.getByText(/You hold no valid authorisation as inspector/)).toBeVisible();
  await brand.getByText('Chafed hose').first().click();
  await brand.getByText('Information', { exact: true }).click();
  await brand.getByLabel(/^Why, or the cause/).fill('Looked at again: only dust');
  await brand.getByRole('button', { name: 'Record the assessment' }).click();
  await ylva.getByRole('button', { name: 'Remove tag' }).click();
  await ylva.getByRole('dialog').getByRole('button', { name: 'Remove tag' }).click();
  await expect(ylva.getByRole('button', { name: 'Remove tag' })).toHaveCount(0);
  // Whatever was loosened, tools were at the aircraft, and the look from afar comes after it once more.
  await ylva.goto(`${base}/inspection?check=tools-out-and-in`);
  await countTools(ylva);
  await ylva.waitForURL(/check=stand-back/);
  await ylva
    .locator('[data-step-actions]')
    .getByRole('button', { name: /^Straight, level and even/ })
    .click();
  await allSaved(ylva);
  // A tag was on since Power was passed: it is passed again by somebody who knows.
  await ylva.goto(`${base}/gate/power`);
  await expect(ylva.getByText(/has to be passed again/)).toBeVisible();
  await ylva.getByRole('button', { name: 'Pass Power' }).click();
  await ylva.waitForURL(/\/controls/);
});

test('bad input gets a clear sentence and changes nothing else', async ({ browser }) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await openCampaign(ylva);
  await startEngines(ylva, base);
  await ylva.goto(`${base}/run-up?check=oil-pressure-idle-warm`);
  await panel(ylva).waitFor();
  await expect(
    panel(ylva).getByText('“Oil pressure rises in time, left engine” comes first, and is not proven.'),
  ).toBeVisible();
  await ylva.goto(`${base}/run-up?check=oil-pressure-rise`);
  for (const side of ['left', 'right'] as const) await figure(ylva, side).fill('4,5');
  await expect(panel(ylva).getByText('Within limits')).toHaveCount(2);
  await ylva.keyboard.press('Enter');
  await ylva.waitForURL(/check=warm-up-time/);
  await ylva.goto(`${base}/run-up?check=oil-pressure-idle-warm`);
  // What was kept before has to be with the server, or its coming would be counted below.
  const saved = await allSaved(ylva);
  const says = async (typed: string, sentence: RegExp): Promise<void> => {
    await figure(ylva, 'left').fill(typed);
    await expect(panel(ylva).getByRole('alert').filter({ hasText: sentence })).toBeVisible();
  };
  await says('fast', /“fast” is not a number/);
  await says('1,500', /could be 1\.5 or 1500/);
  await says('60 V', /V measures voltage, and pressure is wanted here, in psi/);
  await says('680', /680\spsi is off the gauge, which shows 0\spsi to 150\spsi/);
  await says('6', /Is it 6\spsi, or 60\spsi\?/);
  await figure(ylva, 'left').fill('4,2 bar');
  await expect(
    panel(ylva)
      .getByRole('status')
      .filter({ hasText: /61\spsi is inside/ }),
  ).toBeVisible();
  expect(await ylva.getByTestId('saved').textContent()).toBe(saved);

  // Ten times off and meant: asked once, kept the second time, and out.
  await figure(ylva, 'left').fill('6');
  await figure(ylva, 'right').fill('61');
  await ylva.keyboard.press('Enter');
  await expect(panel(ylva).getByRole('alert').first()).toContainText(/Is it 6\spsi, or 60\spsi\?/);
  await ylva.keyboard.press('Enter');
  await expect(panel(ylva).getByText('Out of limits')).toBeVisible();

  // A slip is corrected with a reason; the old figure stays, struck through.
  await ylva.getByRole('button', { name: 'Correct left engine' }).click();
  await ylva.getByLabel('What was wrong with it').fill('A digit was missing');
  await ylva.getByRole('button', { name: 'Enter the right answer' }).click();
  await figure(ylva, 'left').fill('60');
  await ylva.keyboard.press('Enter');
  await expect(ylva.locator('s', { hasText: /6\spsi/ })).toBeVisible();

  // Out of state, the way to the state is shown; a malformed request changes nothing.
  await ylva.goto(`${base}/run-up?check=idle-speed`);
  await expect(
    panel(ylva)
      .getByText(/needs yes/)
      .first(),
  ).toBeVisible();
  const answer = await ylva.request.post(
    `${product.url}/api/campaigns/${base.split('/').pop() ?? ''}/entries`,
    { data: { entries: [{ id: 'replayed' }] } },
  );
  expect(answer.status()).toBe(400);
});

test('a typed reading from an expired instrument is unknown', async ({ browser }) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await openCampaign(ylva);
  await startEngines(ylva, base);
  await ylva.goto(`${base}/run-up?check=warm-up-time`);
  await workStep(ylva);
  await ylva.goto(`${base}/run-up?check=oil-temperature-ready`);
  await workStep(ylva);
  await ylva.goto(`${base}/run-up?check=idle-speed`);
  await figure(ylva, 'left').fill('690');
  await ylva.getByLabel('read from').selectOption('shop-tachometer');
  await expect(
    panel(ylva)
      .getByRole('status')
      .filter({ hasText: /calibration of Hand-held optical tachometer 3 ended on/ }),
  ).toBeVisible();
  await ylva.getByRole('button', { name: 'Record left engine' }).click();
  await expect(panel(ylva).getByText(/^Not conclusive\./)).toBeVisible();
});

test('an empty installation leads to the first useful act: an account, an aircraft, a campaign', async ({
  page,
}) => {
  const folder = temporaryFolder();
  const plain = await startPlain(folder);
  await page.goto(plain.url);
  await page
    .getByLabel('Code printed at the server')
    .fill(/with the code ([\d-]+)/.exec(plain.printed())?.[1] ?? '');
  await page.getByLabel('Your full name').fill('First Person');
  await page.getByLabel('Name to sign in with').fill('first.person');
  await page.getByLabel('Passphrase').fill('a passphrase of mine');
  await page.getByRole('button', { name: 'Make the first account' }).click();
  await expect(page.getByRole('heading', { name: 'No aircraft yet.' })).toBeVisible();
  await page.getByLabel('Bring in a file').setInputFiles({
    name: 'bad.yaml',
    mimeType: 'text/yaml',
    buffer: Buffer.from('format: kanzel-aircraft\nversion: 1\nmark: QX-ONE\n'),
  });
  await giveAgain(page, 'a passphrase of mine');
  await expect(page.getByRole('alert')).toContainText('bad.yaml:1:1: "type" is missing');
  const aircraft = {
    format: 'kanzel-aircraft',
    version: 1,
    mark: 'QX-ONE',
    type: 'Ærfugl',
    description: 'twin',
    family: 'piston-twin',
    serial: '1',
    engines: [
      { id: 'left', title: 'Left engine', cylinders: 6 },
      { id: 'right', title: 'Right engine', cylinders: 6 },
    ],
    configuration: { code: 'A', title: 'as built' },
    hours: 1,
    limitBook: 'tjeld-nl-6',
    pack: 'piston-magneto-multi',
    instruments: [],
  };
  await page.getByLabel('Bring in a file').setInputFiles({
    name: 'qx-one.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(aircraft)),
  });
  await page.getByRole('button', { name: 'Open a campaign' }).click();
  await page.getByRole('heading', { name: 'A new campaign' }).waitFor();
  await page.getByLabel('Title').fill('First ground run');
  await page.getByRole('button', { name: 'Open the campaign' }).click();
  await expect(
    page.getByRole('heading', { name: 'Every work order item and inspection sheet signed?' }),
  ).toBeVisible();
  await page.getByLabel('Work item or sheet').fill('Run the engines');
  await page.getByLabel('signed by').fill('Ylva Torsund');
  await page.getByLabel('inspected by').fill('Brand Ekerholt');
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('heading', { name: 'Part and serial numbers agree with their release papers?' }),
  ).toBeVisible();
  await expect(page.getByText('Simulation')).toHaveCount(0);
  await plain.stop();
  removeFolder(folder);
});

test('line mode on a phone: everything at hand, nothing wider than the screen', async ({ browser }) => {
  const page = await (
    await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })
  ).newPage();
  await signIn(page, product.url, 'Ylva Torsund');
  const base = await openCampaign(page);
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
  const tooWide = await page.evaluate(() =>
    [...document.querySelectorAll('main *')]
      .filter((e) => e.getBoundingClientRect().right > innerWidth + 1)
      .map((e) => e.outerHTML.slice(0, 80)),
  );
  expect(tooWide).toEqual([]);
  const small = await page.evaluate(
    () =>
      [...document.querySelectorAll('[data-step-actions] button')].filter(
        (b) => b.getBoundingClientRect().height < 56,
      ).length,
  );
  expect(small).toBe(0);

  // A gloved hand types on the pad, which shows the limits and the verdict; the keyboard of the device stays away.
  await startEngines(page, base);
  await page.goto(`${base}/run-up?check=oil-pressure-rise`);
  await page.getByRole('button', { name: 'Repeat' }).or(figure(page, 'left')).first().waitFor();
  if ((await figure(page, 'left').count()) === 0) await page.getByRole('button', { name: 'Repeat' }).tap();
  await figure(page, 'left').tap();
  const pad = page.getByLabel('Number pad');
  for (const k of ['4', '.', '2']) await pad.getByRole('button', { name: k, exact: true }).tap();
  await expect(figure(page, 'left')).toHaveValue('4.2');
  await expect(pad.getByText('Within limits')).toBeVisible();
  for (const k of ['Delete the last digit', 'Delete the last digit', '4'])
    await pad.getByRole('button', { name: k, exact: true }).tap();
  await expect(pad.getByText('Out of limits')).toBeVisible();
  await pad.getByRole('button', { name: 'Done' }).tap();
  await expect(pad).toHaveCount(0);
  // One figure is there: what the step lacks is said beside what can be recorded.
  await expect(page.getByText('Still missing on right engine: the figure.')).toBeVisible();
});

test('no view keeps anybody out who does not see it, and each says what it is for', async ({ browser }) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await openCampaign(ylva);
  const views = ['/run-up?check=start', '/gate/roll', '/findings', '/release', '/plan/scope', '/basis'];
  for (const view of [...views.map((v) => `${base}${v}`), `${product.url}/new?mark=QX-HEI`]) {
    await ylva.goto(view);
    await expect(ylva.getByRole('main').getByRole('heading').first()).toBeVisible();
    expect({ view: view.replace(base, ''), faults: await seriousFaults(ylva) }).toEqual({
      view: view.replace(base, ''),
      faults: [],
    });
    await ylva.keyboard.press('?');
    const help = ylva.getByRole('dialog', { name: /^Help: / });
    await expect(help.getByRole('heading', { name: 'What to do next' })).toBeVisible();
    await ylva.keyboard.press('Escape');
    await expect(help).toHaveCount(0);
  }
});

test('where the screen is low the number pad stands beside question and figure, and covers neither', async ({
  browser,
}) => {
  for (const viewport of [
    { width: 780, height: 493 },
    { width: 844, height: 390 },
  ]) {
    const page = await (await browser.newContext({ viewport, hasTouch: true })).newPage();
    await signIn(page, product.url, 'Ylva Torsund');
    const base = await openCampaign(page);
    await page.goto(`${base}/inspection?check=oil-quantity`);
    await page.getByRole('button', { name: 'Repeat' }).tap();
    await figure(page, 'left').tap();
    const pad = page.getByLabel('Number pad');
    await expect(pad).toBeVisible();
    const question = page.getByRole('heading', { name: 'Oil, by the stick. Read it.' });
    const left = (await pad.boundingBox())?.x ?? 0;
    for (const seen of [question, figure(page, 'left'), figure(page, 'right')]) {
      const box = await seen.boundingBox();
      expect((box?.x ?? Infinity) + (box?.width ?? 0)).toBeLessThanOrEqual(left);
      expect(box?.y).toBeGreaterThanOrEqual(52);
      expect((box?.y ?? Infinity) + (box?.height ?? 0)).toBeLessThanOrEqual(viewport.height - 56);
    }
    // A key put on a pad is a digit in the figure.
    await pad.getByRole('button', { name: '9', exact: true }).tap();
    await expect(figure(page, 'left')).toHaveValue('9');
    await page.context().close();
  }
});

// Last in the file: the tags stay on.
for (const [name, options] of [
  ['at a desk', { viewport: { width: 1280, height: 800 } }],
  ['on a phone', { viewport: { width: 390, height: 844 }, hasTouch: true }],
] as const)
  test(`a tag in two gestures, ${name}: a key or a touch, then words and Enter; place and systems follow and can be changed`, async ({
    browser,
  }) => {
    const page = await (await browser.newContext(options)).newPage();
    await signIn(page, product.url, 'Ylva Torsund');
    const base = await openCampaign(page);
    await page.goto(`${base}/run-up?check=start`);
    await panel(page).waitFor();
    if (name === 'at a desk') await page.keyboard.press('t');
    else await page.getByRole('button', { name: 'Tag', exact: true }).tap();
    const words = `Governor arm off, left propeller governor, ${name}`;
    await page.getByLabel('What is open or disconnected').fill(words);
    const follows = page.getByTestId('tag-follows');
    await expect(follows).toContainText('At: Left propeller governor.');
    await expect(follows).toContainText('Left engine, propeller');
    // What somebody changes by hand stays as they said it.
    await page.getByText('Change place, systems or reason').click();
    await page.getByLabel('Where on the aircraft').fill('under the left cowl');
    await page.getByRole('checkbox', { name: 'Left engine, oil, quantity' }).uncheck();
    await expect(follows).not.toContainText('oil, quantity');
    await page.getByRole('dialog').getByLabel('What it touches').fill('left aileron');
    await page.keyboard.press('Enter');
    await expect(follows).toContainText('Flight controls, surfaces, ailerons');
    await page.getByLabel('What is open or disconnected').focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await page.goto(`${base}/findings`);
    const tag = page.getByRole('listitem').filter({ hasText: words });
    await expect(tag.first()).toContainText('under the left cowl');
    // The plain way, with nothing but words: it is at the check in progress.
    await page.goto(`${base}/run-up?check=oil-temperature-ready`);
    await panel(page).waitFor();
    if (name === 'at a desk') await page.keyboard.press('t');
    else await page.getByRole('button', { name: 'Tag', exact: true }).tap();
    await page.keyboard.type(`Drain open ${name}`);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await page.goto(`${base}/findings`);
    await expect(
      page
        .getByRole('listitem')
        .filter({ hasText: `Drain open ${name}` })
        .first(),
    ).toBeVisible();
    // Of a finding the place follows from its words too; named or pointed at, it is what was picked.
    await page.goto(`${base}/run-up?check=oil-temperature-ready`);
    await panel(page).waitFor();
    if (name === 'at a desk') await page.keyboard.press('f');
    else await page.getByRole('button', { name: 'Finding', exact: true }).tap();
    await page.getByLabel('What was found').fill(`Play in the left propeller governor, ${name}`);
    const where = page.getByLabel('Where on the aircraft');
    await expect(where).toHaveValue('Left propeller governor');
    await page.getByLabel('Or name it, or point at it').fill('left aileron');
    await page.keyboard.press('Enter');
    await expect(where).toHaveValue(/aileron/i);
    await page.getByRole('button', { name: 'Raise the finding' }).click();
    await expect(
      page.getByRole('heading', { name: `Play in the left propeller governor, ${name}` }),
    ).toBeVisible();
  });
