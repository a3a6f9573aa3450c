import { expect, type Page } from '@playwright/test';
import { pdfText } from './pdf-text.ts';
import { campaignInHand, KEEPS_ALL, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

/** Opens a part of the plan of the campaign that the demonstration has in hand for an aircraft. */
async function plan(page: Page, mark: 'QX-LMV' | 'QX-HEI', part: string): Promise<string> {
  const base = await campaignInHand(page, product.url, mark);
  await page.goto(`${base}/plan/${part}`);
  await page.getByRole('heading', { name: 'Plan', exact: true }).waitFor();
  return base;
}

const printed = async (page: Page, base: string, file: string): Promise<string> => {
  const answer = await page.request.get(`${base.replace('/campaign/', '/api/campaigns/')}/plan/${file}`);
  expect(answer.ok()).toBe(true);
  return pdfText(await answer.body());
};

test('after maintenance: the scope follows from the work, shows its chain, rests on the year before, and is settled', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  await page.getByRole('button', { name: 'New campaign' }).click();
  await page.getByRole('heading', { name: 'A new campaign' }).waitFor();
  await page.getByText('QX-LMV', { exact: true }).click();
  const totals = page.getByRole('group', { name: 'What it adds up to' });
  await expect(totals).toContainText(/(\d+) of \1 checks/);
  await expect(
    page.getByText('Until you say what was done, everything in the pack has to be proven.'),
  ).toBeVisible();
  await page.getByLabel('Title').fill('Payload hatch mended');
  // By keyboard only: a component by its name, its action, and what it touched.
  await page.getByLabel('Worked on').fill('payload hatch');
  await page.keyboard.press('Enter');
  const item = page.getByRole('group', { name: /^Work on Payload hatch/ });
  await item.getByText('repaired', { exact: true }).click();
  await expect(item.getByRole('checkbox', { name: 'Payload, hatch' })).toBeChecked();
  await item.getByRole('button', { name: 'That was it' }).click();
  await expect(page.getByText('Payload hatch: repaired').first()).toBeVisible();
  await expect(totals).toContainText(/rest on earlier evidence/);
  const checks = page.getByRole('region', { name: 'Checks of the scope' });
  await expect(checks).toContainText('Payload hatch: repaired touches payload, hatch');
  await expect(checks).not.toContainText('Yearly inspection');
  await page.getByRole('button', { name: /^Show the \d+ that need not/ }).click();
  await expect(checks.getByText(/proven on \d+ \w+ \d{4} in “Yearly inspection”/).first()).toBeVisible();
  // A closed tab loses nothing that was typed.
  await page.reload();
  await expect(page.getByLabel('Title')).toHaveValue('Payload hatch mended');
  // A second drone of the type is not here; pointing at the aircraft adds another item.
  await page.getByRole('button', { name: /pack/i }).first().click();
  await page
    .getByRole('group', { name: /^Work on/ })
    .getByRole('button', { name: 'Take it out' })
    .click();
  const before = Number(/^(\d+)/.exec((await totals.innerText()).trim())?.[1]);
  const mission = checks.getByRole('listitem').filter({ hasText: 'Mission approved' });
  await mission.getByRole('button', { name: 'Leave out' }).click();
  await page.keyboard.type('No mission is flown today');
  await page.keyboard.press('Enter');
  await expect(totals).toContainText(new RegExp(`^${before - 1} of `));
  await page.getByRole('button', { name: 'Open the campaign' }).click();
  await page.waitForURL(/\/campaign\/.*\/plan\/scope/);
  await expect(page.getByText(/settled by Ylva Torsund/)).toBeVisible();
  await expect(page.getByText('left out: No mission is flown today')).toBeVisible();
  // What need not be proven holds no gate, and says why where it stands.
  await page.getByRole('link', { name: /^Run-up/ }).click();
  await expect(page.getByText('Nothing here has to be proven this time.')).toBeVisible();
  await page.getByText(/steps need not be proven this time/).click();
  await expect(
    page.getByText(/^Proven on .* in “Yearly inspection”, and not touched since/).first(),
  ).toBeVisible();
});

test('a maiden in two flights: overfull is said with what to move, cards print in the order of typing in', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Odd Leirnes');
  const base = await plan(page, 'QX-HEI', 'flights');
  await expect(page.getByRole('heading', { name: /^Flight \d/ })).toHaveText(['Flight 1', 'Flight 2']);
  await expect(page.getByText('circuit only, no stall before landing')).toBeVisible();
  // The stall waits for the second flight; moved into the first, that is said.
  const points = page.getByRole('list', { name: 'Flights' });
  const place = async (id: string): Promise<number> =>
    (
      await points.locator('[data-point]').evaluateAll((all) => all.map((e) => e.getAttribute('data-point')))
    ).indexOf(id);
  expect(await place('landing-as-planned')).toBeLessThan(await place('approach-to-stall'));
  await page.getByLabel('Longest flight (min)').fill('40');
  await expect(points).toContainText(/Flight 1 is 11\smin longer than the longest allowed/);
  await points.getByRole('button', { name: /^Move “.*” to flight 2$/ }).click();
  await expect(page.getByText('Changed here, and not kept yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Pack them again' }).click();
  await expect(points).not.toContainText('longer than the longest');
  await page.getByRole('button', { name: 'Go back to the plan kept' }).click();
  await expect(points.getByRole('heading')).toHaveText(['Flight 1', 'Flight 2']);

  const cards = await printed(page, base, 'cards-a5.pdf');
  for (const words of [
    'Flight 1 of 2',
    'Flight 2 of 2',
    'Begin: Runway clear, the stopping point agreed',
    'Stop: Stick forward, power on, wings level with rudder',
    'Circuit only, land and look',
    'reserve 16',
    'Gate: Roll',
    'front · 1 of',
  ])
    expect(cards).toContain(words);
  // In the order of the plan: start before warm-up before the drop.
  const at = (words: string): number => cards.indexOf(words);
  const order = (
    await page.request.get(`${base.replace('/campaign/', '/api/campaigns/')}/plan/plan.json`)
  ).json();
  const { order: ids } = (await order) as { order: string[] };
  expect(ids.indexOf('engine-start')).toBeLessThan(
    ids.indexOf('left-ignition-drop') === -1 ? ids.length : ids.indexOf('left-ignition-drop'),
  );
  expect(at('Taxi')).toBeGreaterThan(at('Run-up'));
  const sheet = await printed(page, base, 'plan.pdf');
  expect(sheet).toMatch(/Ends \d\d-\d\d \d\d:\d\d/);
  expect(sheet).toContain('Flight 1');
});

test('dragging by keys says what it breaks, can be undone, and is kept for everybody', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  await plan(page, 'QX-HEI', 'order');
  const list = page.getByRole('list', { name: 'Order of the checks' });
  const order = (): Promise<(string | null)[]> =>
    list.locator('[data-task]').evaluateAll((all) => all.map((e) => e.getAttribute('data-task')));
  const before = await order();
  const start = before.indexOf('engine-start');
  const next = page.locator(`[data-task="${before[start + 1] ?? ''}"]`);
  await next.getByRole('button').focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(next).toContainText(/comes first|brings about the state/);
  await expect(page.getByText(/As it stands this cannot be worked/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/As it stands this cannot be worked/)).toHaveCount(0);
  expect(await order()).toEqual(before);
  // Two that do not wait for each other change places without harm, and that is kept.
  const second = page.locator(`[data-task="${before[1] ?? ''}"]`);
  await second.getByRole('button').focus();
  await page.keyboard.press('Alt+ArrowUp');
  await page.getByRole('button', { name: 'Record this plan' }).click();
  await expect(page.getByText('Changed here, and not kept yet.')).toHaveCount(0);
  const other = await personPage(browser, product.url, 'Odd Leirnes');
  await plan(other, 'QX-HEI', 'order');
  await expect
    .poll(() =>
      other
        .getByRole('list', { name: 'Order of the checks' })
        .locator('[data-task]')
        .evaluateAll((all) => all.slice(0, 2).map((e) => e.getAttribute('data-task'))),
    )
    .toEqual([before[1], before[0]]);
});

test('the day: nobody for a role is named, what is done moves the rest, a supposition is weighed, and all of it without the server', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund', KEEPS_ALL);
  const base = await plan(page, 'QX-LMV', 'day');
  const end = page.getByText(/^Done \d+ \w+, \d\d:\d\d$/);
  await expect(end).toBeVisible();
  await expect(page.getByText(/Nobody could be done (sooner|before)/)).toBeVisible();
  await page.getByRole('checkbox', { name: 'Odd Leirnes' }).uncheck();
  const alert = page.getByRole('alert').filter({ hasText: 'nobody is there' });
  await expect(alert).toContainText(/takes test pilot, and nobody is there who is one/);
  await page.getByRole('checkbox', { name: 'Odd Leirnes' }).check();
  await expect(end).toBeVisible();
  // The stand-in of the weather office says when it may be flown.
  await page.getByRole('button', { name: 'Ask the weather office' }).click();
  await expect(page.getByText(/TAF QXGH \d{6}Z/)).toBeVisible();
  await page.getByRole('button', { name: 'Do not consider it' }).click();
  await page.getByRole('button', { name: 'Record this plan' }).click();
  await expect(page.getByText('Changed here, and not kept yet.')).toHaveCount(0);

  const lanes = page.getByRole('group', { name: 'The day as lanes' });
  const bar = lanes.getByRole('listitem', { name: /^Fence set/ });
  await expect(bar).toHaveCount(1);
  await page.goto(`${base}/controls?check=fence-set`);
  await page.getByLabel('Step in progress').waitFor();
  await page.getByText('As expected', { exact: true }).first().click();
  await page.keyboard.press('Enter');
  // Kept once the sheet goes on; a page left before that leaves it as a draft.
  await expect(page).not.toHaveURL(/check=fence-set/);
  await page.goto(`${base}/plan/day`);
  // What was done is drawn as done, and planned no more.
  await expect(lanes.getByRole('listitem', { name: /^Done: Fence set/ })).toHaveCount(1);
  await expect(bar).toHaveCount(0);

  await page.context().setOffline(true);
  await page.getByRole('link', { name: 'What if' }).click();
  await page.getByText('It begins later', { exact: true }).click();
  // A whole day: less may fall into the night, in which nothing is done anyway.
  await page.getByLabel('Later by (min)').fill('1440');
  await expect(page.getByText(/No check comes in again; done .* later\./)).toBeVisible();
  await page.getByText('Something is worked on', { exact: true }).click();
  await page.getByRole('button', { name: /^More: \d+ systems by name/ }).click();
  await page.getByRole('button', { name: 'Structure', exact: true }).click();
  await expect(page.getByRole('checkbox', { name: 'Structure', exact: true })).toBeChecked();
  await expect(page.getByText(/checks come in again, \d+ min of work more/)).toBeVisible();
  await expect(page.getByText('Nothing of this is recorded.')).toBeVisible();
  await page.context().setOffline(false);
});
