import { expect, type Page } from '@playwright/test';
import {
  allSaved,
  campaignInHand,
  engineReadings,
  KEEPS_ALL,
  personPage,
  sharedDemo,
  test,
} from './product.ts';
import { seriousFaults } from './accessible.ts';
import { sameEverywhere } from './same-record.ts';

const product = sharedDemo();

const look = async (page: Page, name: string): Promise<void> => {
  if (process.env['LOOK']) await page.screenshot({ path: `${process.env['LOOK']}/${name}.png` });
};
const says = (page: Page) => page.getByTestId('saved');

test('four engines and a crew of three: one reads, two look; too quick is called again, one goes away and is heard by voice', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const halvor = await personPage(browser, product.url, 'Halvor Myrstad');
  const gerd = await personPage(browser, product.url, 'Gerd Myklestad', KEEPS_ALL);
  await halvor.setViewportSize({ width: 820, height: 1180 });
  await gerd.setViewportSize({ width: 390, height: 844 });
  const base = await campaignInHand(ylva, product.url, 'QX-SKV');
  const campaign = base.split('/').at(-1) ?? '';
  const step = ylva.getByLabel('Step in progress');

  // Who joins comes by the address of the code, and chooses where he is.
  const joins = async (page: Page, position: string): Promise<void> => {
    await page.goto(`${base}/calls`);
    await expect(page.getByRole('heading', { name: 'Where are you?' })).toBeVisible();
    await page.getByRole('button', { name: position, exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Wait for the next call' })).toBeVisible();
  };
  await joins(halvor, 'Outside');
  await joins(gerd, 'Left seat');
  await ylva.goto(`${base}/crew`);
  await expect(ylva.getByRole('button', { name: /^Outside Halvor Myrstad/ })).toBeVisible();
  await ylva.getByRole('button', { name: 'Read from this device' }).click();
  await expect(halvor.getByText('Ylva Torsund reads.')).toBeVisible();
  await look(ylva, 'crew');
  expect(await seriousFaults(ylva)).toEqual([]);

  // What is expected is shown to whoever reads; whoever looks is asked, and not told.
  await ylva.goto(`${base}/run-up?check=arcs-clear`);
  await expect(step.getByText('Expected: clear all round')).toBeVisible();
  await expect(step.getByRole('button', { name: 'Clear all round' })).toHaveCount(0);
  await expect(step.getByRole('button', { name: 'Call to outside' })).toBeVisible();
  await look(ylva, 'reader');
  await ylva.keyboard.press('Enter');
  const call = halvor.getByRole('region', { name: 'Call' });
  await expect(call.getByRole('heading', { name: /^Propeller arcs clear/ })).toBeVisible();
  await expect(halvor.getByText('Clear all round')).toHaveCount(0);
  await expect(gerd.getByRole('heading', { name: 'Wait for the next call' })).toBeVisible();
  await look(halvor, 'looker');
  expect(await seriousFaults(halvor)).toEqual([]);

  // Four things cannot be looked at in the time of a press: it is called again, and asks once more.
  await halvor.keyboard.press('Enter');
  const bar = ylva.getByRole('region', { name: 'Call' });
  await expect(bar.getByText(/Halvor Myrstad: called to outside .* faster than a look takes/)).toBeVisible();
  await look(ylva, 'too-quick');
  await bar.getByRole('button', { name: 'it came faster than a look takes' }).click();
  await expect(halvor.getByText('Called again: it came faster than a look takes.')).toBeVisible();
  await look(halvor, 'again');
  // A look takes its time; that is what is tried here.
  await halvor.waitForTimeout(4500);
  await halvor.keyboard.press('Enter');
  await expect(
    bar.getByText(/Halvor Myrstad: called to outside by Ylva Torsund, answered after \d/),
  ).toBeVisible();
  await expect(bar.getByText('faster than a look takes.')).toHaveCount(0);
  await expect(halvor.getByText(/^You said: /)).toBeVisible();

  // Something in the way is a no, and what it is instead.
  await ylva.keyboard.press('r');
  await expect(step.getByRole('button', { name: 'Call to outside' })).toBeVisible();
  await ylva.keyboard.press('Enter');
  await call.getByRole('button', { name: 'No', exact: true }).click();
  await halvor.getByLabel('What is it instead?').fill('A ladder behind engine 2');
  await call.getByRole('button', { name: 'Say it' }).click();
  await expect(step.getByText('Out of limits')).toBeVisible();
  await expect(step.getByText(/A ladder behind engine 2/)).toBeVisible();
  await ylva.keyboard.press('r');
  await ylva.keyboard.press('Enter');
  await expect(call.getByRole('heading', { name: /^Propeller arcs clear/ })).toBeVisible();
  await halvor.waitForTimeout(4500);
  await halvor.keyboard.press('Enter');
  await expect(step.getByText('As expected').or(step.getByText('Within limits')).first()).toBeVisible();

  // Figures are answered at their position as well: 88 of them by one press, the air typed beside them.
  await ylva.goto(`${base}/run-up?check=cold-sensors`);
  await expect(step.getByRole('button', { name: 'Call to left seat' })).toBeEnabled();
  await ylva.keyboard.press('Enter');
  await gerd.getByRole('button', { name: 'Take all 88 from the monitor' }).click();
  await gerd.getByLabel('outside air', { exact: true }).fill('9');
  await gerd.getByLabel('outside pressure', { exact: true }).fill('29.6');
  await look(gerd, 'figures');
  await gerd.getByLabel('Number pad').getByRole('button', { name: 'Done' }).click();
  await gerd.getByRole('button', { name: 'Say it' }).click();
  await expect(step.getByText('Within limits')).toBeVisible();

  // All four are started; the left seat hears the call, and its network goes before it answers.
  const set = async (data: Record<string, unknown>): Promise<void> => {
    expect((await ylva.request.post(`${product.url}/api/simulation`, { data })).ok()).toBe(true);
  };
  const turning = (least: number) =>
    expect
      .poll(async () =>
        Object.values(await engineReadings(ylva, ['one', 'two', 'three', 'four'])).every(
          (r) => (r['rpm'] ?? 0) > least,
        ),
      )
      .toBe(true);
  await set({ engine: 'all', controls: { mixture: 1, ignition: 'both', starter: true } });
  await turning(400);
  await set({ engine: 'all', controls: { starter: false }, speed: 1100 });
  await turning(900);
  await ylva.goto(`${base}/run-up?check=engine-start`);
  await expect(step.getByRole('button', { name: 'Call to left seat' })).toBeEnabled();
  await ylva.keyboard.press('Enter');
  await expect(gerd.getByRole('heading', { name: /^Start\. Hand on mixture/ })).toBeVisible();
  await look(gerd, 'phone');
  expect(await seriousFaults(gerd)).toEqual([]);
  await gerd.context().setOffline(true);
  await gerd.keyboard.press('Enter');
  await expect(gerd.getByRole('heading', { name: 'Wait for the next call' })).toBeVisible();
  await expect(gerd.getByText('no call comes in here', { exact: false })).toBeVisible();
  await expect(bar.getByText(/Called to left seat: \d+ s\. Waiting for Gerd Myklestad/)).toBeVisible();
  await look(ylva, 'by-voice');
  // It is the same answer: he shouts it, she writes it down as heard; neither is lost.
  await bar.getByRole('button', { name: 'Answered by voice' }).click();
  await ylva.keyboard.press('Enter');
  await expect(ylva.getByText('Engine 4 running')).toBeVisible({ timeout: 60_000 });
  await ylva.goto(`${base}/run-up?check=engine-start`);
  await expect(
    step.getByText(/called to left seat by Ylva Torsund, answered by voice/).first(),
  ).toBeVisible();

  await gerd.context().setOffline(false);
  for (const page of [ylva, halvor]) await page.goto(`${base}/crew`);
  await allSaved(ylva);
  await expect(ylva.getByRole('listitem').filter({ hasText: '; not taken' })).toHaveCount(1);
  await expect(says(ylva)).toHaveText(/^All entries saved/);
  await gerd.goto(`${base}/crew`);
  await expect(says(gerd)).toHaveText(/^All entries saved/, { timeout: 120_000 });
  await sameEverywhere(product.url, campaign, [ylva, halvor, gerd]);
  await look(ylva, 'calls-so-far');
});

test('a flow done from memory: ticked off afterwards, what was left out comes first, and the record says so', async ({
  browser,
}) => {
  const odd = await personPage(browser, product.url, 'Odd Leirnes');
  const base = await campaignInHand(odd, product.url, 'QX-DPM');
  await odd.goto(`${base}/ready`);
  await odd.getByRole('link', { name: 'From memory' }).click();
  await expect(odd.getByRole('heading', { name: 'Ready to fly, from memory' })).toBeVisible();
  await expect(odd).toHaveTitle('From memory, QX-DPM · Kanzel');
  for (const title of ['Trim set', 'Doors and harness', 'Last look outside'])
    await odd.getByRole('checkbox', { name: title }).check();
  await odd.getByRole('button', { name: 'What did I leave out?' }).click();
  const left = odd.getByRole('region', { name: 'Left out' });
  await expect(left.getByRole('listitem')).toHaveCount(2);
  await expect(left.getByText(/Fuel selector|selector/i).first()).toBeVisible();
  await look(odd, 'left-out');
  expect(await seriousFaults(odd)).toEqual([]);
  // One is looked at now; the other stays open, and is where the hand goes next.
  await left
    .getByRole('listitem')
    .filter({ hasText: /selector/i })
    .getByRole('button')
    .click();
  await expect(left.getByRole('listitem')).toHaveCount(1);
  await odd.getByRole('button', { name: 'Record the 4 done' }).click();
  await expect(odd.getByLabel('Step in progress')).toBeVisible();
  await odd
    .getByRole('list', { name: 'Steps of Ready to fly' })
    .getByRole('link', { name: /Trim set/ })
    .click();
  await expect(
    odd.getByLabel('Step in progress').getByText('done from memory, ticked off afterwards', { exact: false }),
  ).toBeVisible();
});
