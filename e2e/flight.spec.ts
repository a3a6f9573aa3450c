import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { campaignInHand, personPage, sharedDemo, test } from './product.ts';
import { passGate, recordNow, workStations } from './steady.ts';

const product = sharedDemo();

/** The acceptance of the motor glider with nothing left before the flight, and its gate passed. */
async function readyToFly(browser: Parameters<typeof personPage>[0], page: Page): Promise<string> {
  const second = await personPage(browser, product.url, 'Signe Vardal');
  const base = await campaignInHand(page, product.url, 'QX-DPM');
  await workStations(page, second, base, ['taxi', 'ready']);
  const { status } = await recordNow(page, base);
  if (status.gates.find((g) => g.gate.id === 'fly')?.passStands !== true) await passGate(page, base, 'fly');
  await second.context().close();
  return base;
}

test('a dead speed gauge on the take-off run: called in order, stopped, told, found, and flown after it was mended', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Odd Leirnes', {
    viewport: { width: 800, height: 1180 },
    hasTouch: true,
  });
  const base = await readyToFly(browser, page);
  await page.goto(`${base}/flight?check=acceptance-take-off-calls`);
  const panel = page.getByLabel('Step in progress');
  await expect(panel).toContainText('Stop for: any call that does not come');
  await panel.getByRole('button', { name: 'Brakes off' }).click();
  // One target at a time, in the order in which they come.
  await expect(panel.getByRole('button', { name: /^Speed alive/ })).toHaveCount(0);
  await panel.getByRole('button', { name: /^Power reached/ }).click();
  await expect(panel.getByText(/^called, \d/)).toHaveCount(1);
  await panel.getByRole('button', { name: 'No: Speed alive' }).click();
  await expect(panel.getByRole('alert')).toContainText('STOP');
  await expect(panel.getByRole('alert')).toContainText('Throttle closed, straight ahead, brakes.');
  await panel.getByLabel('What was seen').fill('Needle stays at zero');
  await panel.getByRole('button', { name: /^Record/ }).click();
  const air = page.getByRole('region', { name: 'In the air' });
  await expect(air.getByRole('alert')).toContainText('Stay on the ground.');
  await expect(air.getByRole('alert')).toContainText('Take-off calls: the take-off was stopped.');
  expect(await seriousFaults(page)).toEqual([]);

  // Going on needs a reason, landing none; the decision stands with what it was decided on.
  await air.getByText('We go on', { exact: true }).click();
  await air.getByRole('button', { name: 'Record that we go on' }).click();
  await expect(air).toContainText('reason');
  await air.getByRole('button', { name: 'We land' }).click();
  await expect(air).toContainText(/Landing, decided \d\d:\d\d by Odd Leirnes/);

  // A hand free for one press: the words come afterwards.
  await air.getByRole('button', { name: 'Note now' }).click();
  await air.getByLabel(/^Note of/).fill('Tape over the pitot');
  await air.getByRole('button', { name: 'Add the words' }).click();
  await expect(air).toContainText('One note, for the debrief');

  // Mended: another run, and every call comes.
  await page.goto(`${base}/flight?check=acceptance-take-off-calls`);
  await panel.getByRole('button', { name: /^Repeat/ }).click();
  await panel.getByRole('button', { name: 'Brakes off' }).click();
  for (const call of ['Power reached', 'Speed alive', 'Pressures', 'Rotate'])
    await panel.getByRole('button', { name: new RegExp(`^${call}`) }).click();
  await panel.getByRole('button', { name: /^Record/ }).click();
  await expect(page).not.toHaveURL(/check=acceptance-take-off-calls/);
  await expect(air.getByRole('alert')).toHaveCount(0);

  // In the debrief the note becomes a finding; until then it holds the release.
  await page.goto(`${base}/debrief`);
  const notes = page.getByRole('region', { name: 'Notes of the flight' });
  await expect(notes).toContainText('Tape over the pitot');
  const held = async (): Promise<boolean> =>
    (await recordNow(page, base)).status.gates
      .find((g) => g.gate.id === 'release')
      ?.holdings.some((h) => h.cure.to === 'note') ?? false;
  expect(await held()).toBe(true);
  await notes.getByRole('button', { name: 'Raise a finding' }).click();
  await expect(notes).toHaveCount(0);
  await expect.poll(held).toBe(false);
  const { state } = await recordNow(page, base);
  expect([...state.findings.values()].map((f) => f.raised.title)).toContain('Tape over the pitot');
});
