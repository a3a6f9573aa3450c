import { expect, type Page } from '@playwright/test';
import {
  lever,
  openCampaign,
  personPage,
  removeFolder,
  startDemo,
  startPlain,
  temporaryFolder,
  test,
  type Product,
} from './product.ts';

let product: Product;

test.beforeAll(async () => {
  test.setTimeout(180_000);
  product = await startDemo(temporaryFolder());
});

test.afterAll(async () => {
  await product.stop();
  removeFolder(product.folder);
});

const panel = (page: Page) => page.getByLabel('Step in hand');

test('two browsers on one campaign see each other’s entries within a second', async ({ browser }) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const brand = await personPage(browser, product.url, 'Brand Ekerholt');
  const base = await openCampaign(ylva);
  await brand.goto(`${base}/run-up?check=engine-start`);
  await brand.getByLabel('Step in hand').waitFor();
  await expect(brand.getByTestId('saved')).toContainText('All entries saved');
  await ylva.waitForURL(/check=engine-start/);
  await lever(ylva, 'Starter');
  await ylva.waitForTimeout(9000);
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
  const port = Number(new URL(product.url).port);
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await openCampaign(ylva);
  await ylva.goto(`${base}/run-up?check=idle-mixture-rise`);
  await panel(ylva).waitFor();
  await ylva.waitForTimeout(1500);
  await product.stop('SIGTERM');
  await expect(ylva.getByTestId('offline')).toContainText('Server not heard');
  await ylva.keyboard.press('t');
  await ylva.getByLabel('What is open or disconnected').fill('Hull bung out');
  await ylva.getByLabel('Why').fill('Draining');
  await ylva.getByRole('button', { name: 'Put the tag on' }).click();
  await expect(ylva.getByTestId('saved')).toHaveText('1 waiting');
  await ylva.keyboard.press('f');
  await ylva.getByLabel('What was found').fill('Chafed hose');
  await ylva.getByRole('button', { name: 'Raise the finding' }).click();
  await expect(ylva.getByTestId('saved')).toHaveText('2 waiting');
  // Never an open gate on data that may be stale.
  await expect(ylva.getByText('2 entries wait for the server.')).toBeVisible();
  // Not even a reload without a server loses them.
  await ylva.reload();
  await expect(ylva.getByTestId('saved')).toHaveText('2 waiting');
  await expect(ylva.getByRole('heading', { name: 'Chafed hose' })).toBeVisible();

  product = await startDemo(product.folder, port);
  await expect(ylva.getByTestId('saved')).toContainText('All entries saved', { timeout: 20_000 });
  const brand = await personPage(browser, product.url, 'Brand Ekerholt');
  await brand.goto(`${base}/findings`);
  await expect(brand.getByText('Chafed hose').first()).toBeVisible();
  await ylva.getByRole('button', { name: 'Take it off' }).click();
  await ylva.getByRole('button', { name: 'Take the tag off' }).click();
  await expect(ylva.getByRole('button', { name: 'Take it off' })).toHaveCount(0);
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
  await page.getByLabel('Title').fill('First ground run');
  await page.getByRole('button', { name: 'Open the campaign' }).click();
  await expect(
    page.getByRole('heading', { name: 'Every work order item is signed, and every inspection sheet.' }),
  ).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('heading', { name: 'Part and serial numbers fitted agree with their release papers.' }),
  ).toBeVisible();
  await expect(page.getByText('Simulation')).toHaveCount(0);
  await plain.stop();
  removeFolder(folder);
});

test('line mode on a phone: everything at hand, nothing wider than the screen', async ({ browser }) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await page.goto(product.url);
  await page.getByRole('button', { name: /Ylva Torsund/ }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await openCampaign(page);
  await page.waitForTimeout(500);
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
});
