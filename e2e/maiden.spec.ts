import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { tell } from './entries.ts';
import { allSaved, campaignInHand, KEEPS_ALL, personPage, sharedDemo, test } from './product.ts';
import { sameEverywhere } from './same-record.ts';
import { recordNow, throughGate, workStations } from './steady.ts';

const product = sharedDemo();

const sheet = (page: Page) => page.getByLabel('Step in progress');
const figure = (page: Page, name: string) => page.locator(`[data-figure$=" ${name}"]`);
const fill = async (page: Page, figures: Readonly<Record<string, string>>): Promise<void> => {
  for (const [name, text] of Object.entries(figures)) await figure(page, name).fill(text);
};
const record = (page: Page) => sheet(page).getByRole('button', { name: /^Record/ });
const keep = async (page: Page, check: string): Promise<void> => {
  await record(page).click();
  await expect(page).not.toHaveURL(new RegExp(`check=${check}`));
};
const markOf = async (page: Page, base: string, check: string): Promise<string | undefined> =>
  (await recordNow(page, base)).status.checks.get(check)?.mark;

/** What holds the tug on the ground is mended and closed, and all before the flight is proven. */
async function tugReady(pilot: Page, mechanic: Page, second: Page, base: string): Promise<void> {
  const finding = 'right-tank-short';
  const touches = ['fuel.vents'];
  await tell(mechanic, base, {
    kind: 'action.recorded',
    role: 'technician',
    body: { action: 'vent', finding, what: 'Vent opened out', measure: '', touches },
  });
  await tell(mechanic, base, {
    kind: 'tag.off',
    version: 2,
    role: 'technician',
    body: { tag: 'right-fuel-hose', note: 'Hose on, dry', touches: ['engine.1.fuel.lines'] },
  });
  await tell(second, base, {
    kind: 'inspection.signed',
    role: 'inspector',
    body: { action: 'vent', accepted: true, note: 'Air comes freely' },
  });
  // Tested again at the open cock: whoever may, closes what was found.
  await workStations(pilot, second, base, ['papers', 'loading', 'inspection']);
  await workStations(pilot, second, base, ['controls', 'fuel']);
  await tell(second, base, { kind: 'finding.closed', role: 'inspector', body: { finding, note: 'Flows' } });
  await throughGate(pilot, second, base, 'fly');
}

test('a maiden flight on a tablet, with an observer at a desk and the server away in the middle: from brakes off to the debrief', async ({
  browser,
}) => {
  test.setTimeout(400_000);
  const pilot = await personPage(browser, product.url, 'Odd Leirnes', {
    ...KEEPS_ALL,
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
  });
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const signe = await personPage(browser, product.url, 'Signe Vardal');
  const base = await campaignInHand(pilot, product.url, 'QX-HEI');
  const campaign = base.split('/').pop() ?? '';
  await tugReady(pilot, ylva, signe, base);

  const observer = await personPage(browser, product.url, 'Halvor Myrstad', KEEPS_ALL);
  await observer.goto(`${base}/flight?check=speed-two-sources`);
  await sheet(observer).waitFor();
  await pilot.goto(`${base}/flight?check=take-off-calls`);
  await sheet(pilot).waitFor();
  for (const page of [pilot, observer]) await page.evaluate(() => navigator.serviceWorker.ready);
  await allSaved(pilot);

  // It rolls, and the server goes: every call is kept on the tablet, what follows as well.
  await sheet(pilot).getByRole('button', { name: 'Brakes off' }).click();
  await product.stop('SIGKILL');
  for (const call of ['Power reached', 'Speed alive', 'Pressures', 'Rotate'])
    await sheet(pilot)
      .getByRole('button', { name: new RegExp(`^${call}`) })
      .click();
  await keep(pilot, 'take-off-calls');

  // What the stick has to be held by decides whether there is a stall today.
  await pilot.goto(`${base}/flight?check=trim-held`);
  const held = pilot.locator('[data-figure]').first();
  await held.fill('70');
  await expect(sheet(pilot)).toContainText('No stall today: land, and rig it.');
  await record(pilot).click();
  await expect(sheet(pilot).getByText('Out of limits')).toBeVisible();
  await pilot.goto(`${base}/flight?check=approach-to-stall`);
  await expect(sheet(pilot)).toContainText('Lateral trim held');
  await expect(record(pilot)).toHaveCount(0);
  // It was read with a foot on the rudder; read again, it is little.
  await pilot.goto(`${base}/flight?check=trim-held`);
  await held.fill('15');
  await expect(sheet(pilot)).toContainText('Within limits');
  await keep(pilot, 'trim-held');
  const air = pilot.getByRole('region', { name: 'In the air' });
  await air.getByRole('button', { name: 'Note now' }).click();
  await air.getByLabel(/^Note of/).fill('Ball half out to the right at climb power');
  await air.getByRole('button', { name: 'Add the words' }).click();

  // Legs by radio: 66 kt shown, 60 through the air would be far out; after the second figure is put right it is not.
  await fill(observer, { '0 altitude': '2000', '0 temperature': '11' });
  for (const [row, [track, ground]] of [
    ['020', '73'],
    ['140', '66'],
    ['260', '59'],
  ].entries())
    await fill(observer, {
      [`${row + 1} track`]: track ?? '',
      [`${row + 1} ground`]: ground ?? '',
      [`${row + 1} shown`]: '64',
    });
  await expect(sheet(observer)).toContainText('Within limits');
  await figure(observer, '2 ground').fill('');
  await expect(sheet(observer)).not.toContainText('Within limits');
  await record(observer).click();
  await expect(observer).toHaveURL(/check=speed-two-sources/);
  await figure(observer, '2 ground').fill('66');
  await keep(observer, 'speed-two-sources');

  // To the first buffet and no further, three times; one that is in other units is taken for what it is, and one out of order is not taken.
  await pilot.goto(`${base}/flight?check=approach-to-stall`);
  await expect(pilot.getByText(/Never with a lateral trim/).first()).toBeVisible();
  await fill(pilot, {
    '0 reference': '600',
    '1 mass': '598',
    '1 warning': '44',
    '1 buffet': '41',
    '2 mass': '597',
    '2 warning': '43',
    '2 buffet': '46',
    '3 mass': '596',
    '3 warning': '44',
    '3 buffet': '41',
  });
  await expect(sheet(pilot)).not.toContainText('Within limits');
  await figure(pilot, '2 buffet').fill('75 km/h');
  await expect(sheet(pilot)).toContainText('Within limits');
  expect(await seriousFaults(pilot)).toEqual([]);
  await keep(pilot, 'approach-to-stall');

  await pilot.goto(`${base}/flight?check=landing-as-planned`);
  await sheet(pilot).getByRole('button', { name: 'As expected' }).click();
  await expect(pilot).not.toHaveURL(/check=landing-as-planned/);
  await observer
    .getByRole('region', { name: 'In the air' })
    .getByRole('button', { name: 'Note now' })
    .click();
  await observer.getByLabel(/^Note of/).fill('Radio: oil at 96 in the climb');
  await observer.getByRole('button', { name: 'Add the words' }).click();

  await product.startAgain();
  for (const page of [pilot, observer]) await page.bringToFront();
  for (const check of ['take-off-calls', 'trim-held', 'speed-two-sources', 'approach-to-stall'])
    await expect
      .poll(async () => [check, await markOf(pilot, base, check)], { timeout: 60_000 })
      .toEqual([check, 'within']);
  await sameEverywhere(product.url, campaign, [pilot, observer]);

  // On the ground: shut down, looked at, and both notes are somebody's, or nothing is released.
  const heldByNotes = async (): Promise<number> =>
    (await recordNow(pilot, base)).status.gates
      .find((g) => g.gate.id === 'release')
      ?.holdings.filter((h) => h.cure.to === 'note').length ?? 0;
  expect(await heldByNotes()).toBeGreaterThan(0);
  await pilot.goto(`${base}/debrief`);
  const notes = pilot.getByRole('region', { name: 'Notes of the flight' });
  await expect(notes.getByRole('listitem')).toHaveCount(2);
  const ball = notes.getByRole('listitem').filter({ hasNotText: 'oil at 96' });
  await ball.getByRole('button', { name: 'Raise a finding' }).click();
  await expect(ball).toHaveCount(0);
  const oil = notes.getByRole('listitem').filter({ hasText: 'oil at 96' });
  await oil.getByText('Put it aside').first().click();
  await oil.getByLabel('Why it needs nothing').fill('Within its limit, and read again on the ground');
  await oil.getByRole('button', { name: 'Put it aside' }).click();
  await expect(notes).toHaveCount(0);
  await allSaved(pilot);
  expect(await heldByNotes()).toBe(0);
  const { state } = await recordNow(pilot, base);
  expect([...state.findings.values()].map((f) => f.raised.title)).toContain(
    'Ball half out to the right at climb power',
  );
});
