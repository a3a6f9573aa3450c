import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { allSaved, campaignInHand, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

const step = (page: Page) => page.getByLabel('Step in progress');
const margin = (page: Page) => page.getByRole('complementary', { name: 'Margin' });
const press = (page: Page, name: RegExp): Promise<void> =>
  page.locator('[data-step-actions]').getByRole('button', { name }).click();

/** Says by keys which way each goes, in the order of the rows, and records it: "-+00" is down, up, still, still. */
async function say(page: Page, ways: string): Promise<void> {
  await step(page).getByRole('radiogroup').first().waitFor();
  for (const key of ways) await page.keyboard.press(key);
  await expect(step(page).getByRole('radio', { checked: true })).toHaveCount(ways.length);
  await page.keyboard.press('Enter');
}

const UNSEEN =
  'You are the second person. Say what you see yourself; the first answer is shown when you have.';

test('a turned box is explained, put right where it belongs, and proven again by two who do not see each other’s answers', async ({
  browser,
}) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(ylva, product.url, 'QX-LMV');
  const roll = `${base}/controls?check=surfaces-correction-lc`;
  const pitch = `${base}/controls?check=surfaces-correction-pitch-lc`;
  await ylva.goto(pitch);
  // Two corrections are backwards, the sticks are right: what explains all of it comes first, and what explains less says what it leaves.
  const explained = ylva.getByTestId('explanations');
  await expect(explained.getByRole('listitem').first()).toContainText('5/5');
  await expect(explained.getByRole('listitem').first()).toContainText(
    'Box turned half round about the vertical',
  );
  await expect(explained.getByRole('listitem').nth(1)).toContainText('4/5');
  await expect(explained.getByRole('listitem').nth(1)).toContainText('Leaves unexplained');
  await expect(margin(ylva)).toContainText('set-up of the stabiliser, not at the servos');
  await expect(step(ylva)).toContainText('Left tail surface goes down and has to go up: backwards.');
  await expect(ylva.getByRole('row', { name: /^Nose down, corrected/ })).toContainText('Otherwise');
  expect(await seriousFaults(ylva)).toEqual([]);

  // A fix is an action on a finding, already in words and with the systems that it touches.
  await ylva.keyboard.press('f');
  await ylva
    .getByRole('dialog')
    .getByRole('button', { name: /^Raise the finding/ })
    .click();
  await margin(ylva).getByRole('link', { name: 'Record what was done' }).click();
  await ylva.getByLabel(/^Why, or the cause/).fill('Mounting entered as arrow forward; the arrow points aft');
  await ylva.getByRole('button', { name: 'Record the assessment' }).click();
  const what = ylva.getByLabel('What was done');
  await expect(what).toHaveValue('Box turned half round about the vertical');
  await what.fill('Mounting entry turned half round about the vertical');
  // An entry is changed by a plug: nobody took tools to the aircraft.
  await ylva.getByRole('checkbox', { name: /count of tools/i }).click();
  await ylva.getByRole('button', { name: 'Record the action' }).click();
  await expect(ylva.locator('#sheet')).toContainText('Autopilot, mounting of the box');
  await allSaved(ylva);
  const brand = await personPage(browser, product.url, 'Brand Ekerholt');
  await brand.goto(ylva.url());
  await brand.getByLabel('What the inspection found').fill('Entry and arrow agree');
  await brand.getByRole('button', { name: 'Inspected, accepted' }).click();
  await allSaved(brand);

  // What was wrong proves nothing any more, and explains nothing: it is asked again.
  await ylva.goto(roll);
  await expect(ylva.getByTestId('explanations')).toHaveCount(0);
  // Whatever is touched is looked at as a whole once more, and then the box.
  for (const check of ['inspection?check=stand-back-drone', 'controls?check=autopilot-mounted']) {
    await ylva.goto(`${base}/${check}`);
    await expect(ylva.locator('[data-step-actions] button[data-kind=main]')).toBeVisible();
    await expect(ylva.getByText('Power is held.', { exact: true })).toHaveCount(0);
    await ylva.keyboard.press('Enter');
    await expect(ylva).not.toHaveURL(new RegExp(check.split('=')[1] ?? ''));
    await allSaved(ylva);
  }
  await brand.goto(`${base}/controls?check=autopilot-mounted`);
  await press(brand, /^Checked by me, I agree/);

  const firstSays = async (): Promise<void> => {
    await ylva.goto(roll);
    await say(ylva, '-+00');
    await expect(ylva).not.toHaveURL(/surfaces-correction-lc/);
    await allSaved(ylva);
    await ylva.goto(roll);
    await expect(step(ylva)).toContainText('Waiting for a second person.');
  };
  await firstSays();

  // The second one is shown neither the answer nor a verdict, on the sheet, in the table or in the spine.
  await brand.goto(roll);
  await expect(step(brand).getByText(UNSEEN)).toBeVisible();
  await expect(brand.getByRole('row', { name: /^Left side down, corrected/ })).not.toContainText(
    'As expected',
  );
  await expect(step(brand)).not.toContainText('Ylva Torsund');
  await say(brand, '+-00');
  await expect(step(brand)).toContainText('Two people saw it otherwise.');
  await allSaved(brand);
  await expect(step(ylva)).toContainText('Two people saw it otherwise.');
  // Settled aloud: both look again.
  await firstSays();
  await expect(step(brand).getByText(UNSEEN)).toBeVisible();
  await say(brand, '-+00');
  await allSaved(brand);
  await brand.goto(roll);
  await expect(step(brand)).toContainText('seen by Brand Ekerholt');
  await expect(step(brand)).toContainText('All 4 go the right way, or stand still as they should.');

  // A cover is where the record has it, and what needs it elsewhere waits and says so; whoever moves it says so between the steps.
  const stands = ylva.getByRole('complementary').getByText(/^Airspeed cover:/);
  await ylva.goto(`${base}/flight?check=lift-off-level`);
  await expect(stands).toHaveText('Airspeed cover: on');
  await ylva.goto(`${base}/controls?check=airspeed-zero-covered`);
  await ylva.getByRole('button', { name: 'Now off: Airspeed cover' }).click();
  await expect(stands).toHaveText('Airspeed cover: off');
  await expect(step(ylva)).toContainText('Airspeed cover: it is off, and this check needs on.');
  await ylva.getByRole('button', { name: 'Now on: Airspeed cover' }).click();
  await expect(step(ylva)).not.toContainText('this check needs on');
  await allSaved(ylva);
  await ylva.goto(pitch);
  await say(ylva, '00++');
  await brand.goto(pitch);
  await say(brand, '00++');
  await allSaved(brand);
  await expect(ylva.getByRole('row', { name: /^Nose down, corrected/ })).toContainText('As expected');
});

test('a swapped pair on a V-tail, on a phone: the next question separates it from a reversed channel', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-LMV');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${base}/controls?check=surfaces-command-yaw-lc`);
  await press(page, /^Repeat/);
  // Which stick it is follows the mode of the person.
  // Which it is nobody can guess: the stick of another mode may be the throttle.
  await expect(step(page)).not.toContainText(/(Left|Right) stick/);
  await page.getByLabel('Your transmitter').selectOption('Mode 2');
  await expect(step(page)).toContainText('Left stick right');
  await page.getByLabel('Your transmitter').selectOption('Mode 3');
  await expect(step(page)).toContainText('Right stick right');
  const row = (name: string) => step(page).getByRole('radiogroup', { name, exact: true });
  await row('Left tail surface').getByRole('radio', { name: 'Down' }).click();
  await row('Right tail surface').getByRole('radio', { name: 'Up' }).click();
  await expect(step(page)).toContainText('is not answered yet');
  await page.getByRole('button', { name: 'The other 2 are still' }).click();
  await press(page, /^Record/);
  await expect(step(page)).toContainText('Left tail surface goes down and has to go up');
  const explained = page.getByTestId('explanations');
  await expect(explained).toContainText('Channel of yaw reversed');
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('link', { name: /^Stabilised, disarmed. Push the nose left/ }).click();
  await row('Left tail surface').getByRole('radio', { name: 'Down' }).click();
  await row('Right tail surface').getByRole('radio', { name: 'Up' }).click();
  await page.getByRole('button', { name: 'The other 2 are still' }).click();
  await press(page, /^Record/);
  await expect(explained.getByRole('listitem').first()).toContainText(
    /Left tail surface and right tail surface swapped/,
  );
  await expect(page.getByText(/at the plugs, not in the transmitter/)).toBeVisible();
});
