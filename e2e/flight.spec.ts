import { randomUUID } from 'node:crypto';
import { expect, type Locator, type Page } from '@playwright/test';
import { tell } from './entries.ts';
import { sameEverywhere } from './same-record.ts';
import { seriousFaults } from './accessible.ts';
import { allSaved, campaignInHand, KEEPS_ALL, personPage, sharedDemo, test } from './product.ts';
import { WITH_MICROPHONE } from './launched.ts';
import { recordNow, throughGate, workStations } from './steady.ts';

test.use({ launchOptions: WITH_MICROPHONE });
const product = sharedDemo({ anew: true });

const figure = (page: Page, name: string) => page.locator(`[data-figure$=" ${name}"]`);
const fill = async (page: Page, figures: Readonly<Record<string, string>>): Promise<void> => {
  for (const [name, text] of Object.entries(figures)) await figure(page, name).fill(text);
};
const markOf = async (page: Page, base: string, check: string): Promise<string | undefined> =>
  (await recordNow(page, base)).status.checks.get(check)?.mark;

/** The acceptance of the motor glider with nothing left before the flight, and its gate passed. */
async function readyToFly(browser: Parameters<typeof personPage>[0], page: Page): Promise<string> {
  const second = await personPage(browser, product.url, 'Signe Vardal');
  const base = await campaignInHand(page, product.url, 'QX-DPM');
  await throughGate(page, second, base, 'fly');
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
  // What was switched off for a point is asked for by the next; an aircraft that has none of it is told to.
  await page.getByRole('button', { name: 'Now off: Stall pusher' }).click();
  await expect(panel).toContainText('Stall pusher: it is off, and this check needs on.');
  await expect(panel.getByRole('button', { name: 'Brakes off' })).toHaveCount(0);
  await page.goto(`${base}/flight?check=angle-of-attack-marks`);
  await expect(panel.getByRole('button', { name: /^Not applicable/ })).toBeVisible();
  await panel.getByRole('button', { name: 'Stall pusher: on now' }).click();
  await expect(panel).toContainText('“Stalls, five of them, clean” comes first');
  await page.goto(`${base}/flight?check=acceptance-take-off-calls`);
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

  // Or it is spoken, and kept as sound.
  await air.getByRole('button', { name: 'Speak a note' }).click();
  const keeps = air.getByRole('button', { name: 'Recording: press to keep' });
  await keeps.waitFor();
  await page.waitForTimeout(1200);
  await keeps.click();
  await expect(air).toContainText('2 notes, for the debrief');

  // Mended: another run, on a phone on its side, and every call comes. What a thumb needs lies between plate and foot without a scroll.
  await page.setViewportSize({ width: 844, height: 390 });
  await page.goto(`${base}/flight?check=acceptance-take-off-calls`);
  const [plate, foot] = [page.getByRole('banner'), page.getByRole('contentinfo')];
  const free = async (what: Locator): Promise<boolean> => {
    const [box, top, bottom] = await Promise.all([what, plate, foot].map((l) => l.boundingBox()));
    return !!box && !!top && !!bottom && box.y >= top.y + top.height && box.y + box.height <= bottom.y;
  };
  await expect.poll(() => free(panel.getByText(/^Brakes off\. Call each/))).toBe(true);
  await panel.getByRole('button', { name: /^Repeat/ }).click();
  await panel.getByRole('button', { name: 'Brakes off' }).click();
  await expect.poll(() => free(panel.getByText('Stop for:'))).toBe(true);
  for (const call of ['Power reached', 'Speed alive', 'Pressures', 'Rotate']) {
    const next = panel.getByRole('button', { name: new RegExp(`^${call}`) });
    await expect.poll(() => free(next)).toBe(true);
    expect(await free(panel.getByRole('button', { name: `No: ${call}` }))).toBe(true);
    await next.click();
  }
  expect(await page.evaluate(() => document.documentElement.scrollHeight - innerHeight)).toBe(0);
  await panel.getByRole('button', { name: /^Record/ }).click();
  await expect(page).not.toHaveURL(/check=acceptance-take-off-calls/);
  await page.setViewportSize({ width: 800, height: 1180 });
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
  const typed = notes.getByRole('listitem').filter({ hasNotText: 'Spoken note' });
  await expect(typed).toContainText('Tape over the pitot');
  await typed.getByRole('button', { name: 'Raise a finding' }).click();
  await expect(typed).toHaveCount(0);
  // What was spoken is heard again, and put aside with a reason; without one it is not.
  const spoken = notes.getByRole('listitem').filter({ hasText: 'Spoken note' });
  await expect
    .poll(() => spoken.locator('audio').evaluate((a: HTMLAudioElement) => a.readyState), { timeout: 120_000 })
    .toBeGreaterThan(0);
  await spoken.getByText('Put it aside').first().click();
  await spoken.getByRole('button', { name: 'Put it aside' }).click();
  await expect(spoken).toContainText('reason');
  await spoken.getByLabel('Why it needs nothing').fill('Said to try the microphone');
  await spoken.getByRole('button', { name: 'Put it aside' }).click();
  await expect(notes).toHaveCount(0);
  await expect.poll(held).toBe(false);
  const { state } = await recordNow(page, base);
  expect([...state.findings.values()].map((f) => f.raised.title)).toContain('Tape over the pitot');
});

test('a cruise that is slow is adjusted with a measure, by a person named; what it touched is flown again, and what it did is kept', async ({
  browser,
}) => {
  const odd = await personPage(browser, product.url, 'Odd Leirnes');
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const signe = await personPage(browser, product.url, 'Signe Vardal');
  const base = await readyToFly(browser, odd);
  const cruise = async (shown: string): Promise<void> => {
    await odd.goto(`${base}/flight?check=cruise-settings`);
    const again = odd.getByRole('button', { name: /^Repeat/ });
    await expect(async () => {
      if (await again.isVisible()) await again.click({ timeout: 2000 });
      await figure(odd, '0 altitude').waitFor({ timeout: 2000 });
    }).toPass();
    await odd.getByLabel('Reference', { exact: true }).selectOption({ label: "Maker's book" });
    await fill(odd, {
      '0 altitude': '3000',
      '0 temperature': '9',
      '0 shift': '0',
      '1 setting': '5000',
      '1 shown': shown,
      '1 reference': '92',
    });
    await odd.getByRole('button', { name: /^Record/ }).click();
  };
  await workStations(odd, signe, base, ['flight'], ['cruise-settings', 'acceptance-landings']);
  await cruise('80');
  await expect.poll(() => markOf(odd, base, 'cruise-settings')).toBe('out');
  await workStations(odd, signe, base, ['flight'], ['cruise-settings']);

  // The debrief lists it, and takes no adjustment without its measure: nobody has made it on this type.
  await odd.goto(`${base}/debrief?check=adjust-with-a-measure`);
  await expect(odd.getByRole('region', { name: 'Open from the flight' })).toContainText(
    'Cruise at each setting',
  );
  const sheet = odd.getByLabel('Step in progress');
  const adjust = async (off: string, now: string): Promise<void> => {
    await sheet.getByLabel('What is adjusted').selectOption({ label: 'Cruise throttle' });
    await fill(odd, { '0 off': off, '0 now': now, '0 first': '4', '0 most': '10' });
  };
  await adjust('-4', '62');
  await expect(sheet).toContainText('The record holds no earlier time on this type');
  await expect(sheet).toContainText('it is the first safe step');
  await sheet.getByRole('button', { name: /^Record/ }).click();
  await allSaved(odd);

  // It goes to a named person as a finding, and what was done touches what has to be flown again.
  await tell(
    odd,
    base,
    {
      kind: 'finding.raised',
      role: 'pilot',
      body: {
        finding: 'slow',
        title: 'Cruise slow',
        where: 'Throttle stop',
        check: 'cruise-settings',
        subject: 'aircraft',
      },
    },
    {
      kind: 'finding.assigned',
      role: 'pilot',
      body: {
        finding: 'slow',
        to: ((await (await ylva.request.get(`${product.url}/api/session`)).json()) as { id: string }).id,
        minutes: 20,
      },
    },
  );
  await tell(ylva, base, {
    kind: 'action.recorded',
    role: 'technician',
    body: {
      action: 'stop-moved',
      finding: 'slow',
      what: 'Cruise throttle from 62 to 66 %',
      measure: '66 %',
      touches: ['flight.cruise'],
    },
  });
  expect(await markOf(odd, base, 'cruise-settings')).toBe('again');
  await odd.goto(`${base}/flight?check=cruise-settings`);
  await expect(odd.getByLabel('Step in progress')).toContainText('Repeat');

  // Flown again, within; the second measure knows what the first step did.
  await throughGate(odd, signe, base, 'fly');
  await cruise('88');
  await expect.poll(() => markOf(odd, base, 'cruise-settings')).toBe('within');
  await workStations(odd, signe, base, ['flight'], []);
  await odd.goto(`${base}/debrief?check=adjust-with-a-measure`);
  await sheet.getByRole('button', { name: /^Repeat/ }).click();
  await adjust('-1.6', '66');
  await sheet.getByRole('button', { name: 'Fill in the one earlier time' }).click();
  await expect(figure(odd, '1 moved')).toHaveValue('4');
  await expect(figure(odd, '1 changed')).toHaveValue('2.4');
  await sheet.getByRole('button', { name: /^Record/ }).click();
  await expect(odd.getByText(/Cruise throttle: from 66\s?% to 69\s?%/).first()).toBeVisible();
});

test('a flight on a tablet with an observer at a desk, and the server away in the middle: nothing is lost, and all hold the same', async ({
  browser,
}) => {
  const pilot = await personPage(browser, product.url, 'Odd Leirnes', {
    ...KEEPS_ALL,
    viewport: { width: 1180, height: 820 },
    hasTouch: true,
  });
  const base = await readyToFly(browser, pilot);
  const observer = await personPage(browser, product.url, 'Halvor Myrstad', KEEPS_ALL);
  await observer.goto(`${base}/flight`);
  await observer.getByLabel('Step in progress').waitFor();
  await pilot.goto(`${base}/flight?check=acceptance-take-off-calls`);
  await pilot.evaluate(() => navigator.serviceWorker.ready);
  await allSaved(pilot);

  // The server goes while it rolls: the calls are kept on the tablet, and so are notes.
  await product.stop('SIGKILL');
  const air = pilot.getByRole('region', { name: 'In the air' });
  await air.getByRole('button', { name: 'Note now' }).click();
  await air.getByLabel(/^Note of/).fill('Left wing heavy');
  await air.getByRole('button', { name: 'Add the words' }).click();
  await expect(air).toContainText('One note, for the debrief');
  const panel = pilot.getByLabel('Step in progress');
  const again = panel.getByRole('button', { name: /^Repeat/ });
  if (await again.isVisible()) await again.click();
  await panel.getByRole('button', { name: 'Brakes off' }).click();
  for (const call of ['Power reached', 'Speed alive', 'Pressures', 'Rotate'])
    await panel.getByRole('button', { name: new RegExp(`^${call}`) }).click();
  await panel.getByRole('button', { name: /^Record/ }).click();
  // The observer types what the pilot says by radio, without the server as well.
  await observer
    .getByRole('region', { name: 'In the air' })
    .getByRole('button', { name: 'Note now' })
    .click();
  await observer.getByLabel(/^Note of/).fill('Radio: engine runs warm in the climb');
  await observer.getByRole('button', { name: 'Add the words' }).click();

  await product.startAgain();
  const campaign = base.split('/').pop() ?? '';
  for (const page of [pilot, observer]) await page.bringToFront();
  const notes = async (): Promise<readonly string[]> =>
    [...(await recordNow(pilot, base)).state.notes.values()].filter((n) => !n.settled).map((n) => n.text);
  await expect
    .poll(async () => (await notes()).join(), { timeout: 120_000 })
    .toMatch(/Left wing heavy.*Radio: engine runs warm|Radio: engine runs warm.*Left wing heavy/);
  await expect.poll(() => markOf(pilot, base, 'acceptance-take-off-calls')).toBe('within');
  await sameEverywhere(product.url, campaign, [pilot, observer]);
  // Each sees what the other kept.
  await expect(observer.getByRole('region', { name: 'Notes' })).toContainText('2 notes, for the debrief');
});

/** Three legs a third of a circle apart through the air, in a wind of 6 m/s from 240°, second by second; the receiver jumps once. */
function flownLegs(): string {
  const metres = (6_371_000 * Math.PI) / 180;
  const rows = ['time,latitude,longitude,height'];
  let [north, east, at] = [0, 0, 0];
  const second = (heading: number): void => {
    const [h, w] = [(heading * Math.PI) / 180, (240 * Math.PI) / 180];
    north += 36 * Math.cos(h) - 6 * Math.cos(w);
    east += 36 * Math.sin(h) - 6 * Math.sin(w);
    at += 1;
    const [latitude, longitude] = [
      57.6 + north / metres,
      1.4 + east / metres / Math.cos((57.6 * Math.PI) / 180),
    ];
    rows.push([at, latitude.toFixed(7), longitude.toFixed(7), '600.0'].join(','));
    if (at === 20) rows.push([20.5, '57.9', '1.4', '600.0'].join(','));
  };
  for (const heading of [0, 120, 240]) {
    for (let i = 0; i < 40; i += 1) second(heading);
    for (let i = 0; i < 20; i += 1) second(heading + 6 * i);
  }
  return rows.join('\n');
}

test('legs come out of a flown track, and give the airspeed that was flown; a file that is none changes nothing', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Odd Leirnes');
  const base = await readyToFly(browser, page);
  await page.goto(`${base}/flight?check=airspeed-by-legs`);
  const sheet = page.getByLabel('Step in progress');
  const again = sheet.getByRole('button', { name: /^Repeat/ });
  await expect(async () => {
    if (await again.isVisible()) await again.click({ timeout: 2000 });
    await figure(page, '0 altitude').waitFor({ timeout: 2000 });
  }).toPass();
  const file = sheet.getByLabel('Import legs from a track');
  await figure(page, '1 track').fill('77');
  await file.setInputFiles({
    name: 'notes.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('no track at all'),
  });
  await expect(sheet.getByRole('status').filter({ hasText: 'notes.txt' })).toContainText('Nothing was taken');
  await expect(figure(page, '1 track')).toHaveValue('77');
  await file.setInputFiles({ name: 'flight.csv', mimeType: 'text/csv', buffer: Buffer.from(flownLegs()) });
  await expect(sheet.getByRole('status').filter({ hasText: 'flight.csv' })).toContainText(
    '3 legs flown straight and level',
  );
  await fill(page, {
    '0 altitude': '2000',
    '0 temperature': '11',
    '1 shown': '66',
    '2 shown': '66',
    '3 shown': '66',
  });
  // 36 m/s are 70.0 kt.
  await sheet.getByRole('button', { name: /^Record/ }).click();
  await allSaved(page);
  // With nothing left of the flight the sheet went on to the debrief.
  await page.goto(`${base}/flight?check=airspeed-by-legs`);
  await expect(page.getByText(/(69\.9|70\.0|70\.1) kt true/).first()).toBeVisible();
  await expect(page.getByText(/wind 2(39|40|41)° 11\.[678]/).first()).toBeVisible();
});

test('a figure inside its limit but unlike this airframe is said to be so, beside thirty flights of it; one as ever is not', async ({
  browser,
}) => {
  const odd = await personPage(browser, product.url, 'Odd Leirnes');
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  const signe = await personPage(browser, product.url, 'Signe Vardal');
  const id = randomUUID();
  const opened = await ylva.request.post(`${product.url}/api/campaigns`, {
    data: {
      id,
      mark: 'QX-RYP',
      title: 'Ice observation, flight 31',
      occasion: 'post-maintenance',
      workItems: ['Cooling fan: belt adjusted'],
      at: new Date().toISOString(),
      device: 'bench',
    },
  });
  expect(opened.ok()).toBe(true);
  const base = `${product.url}/campaign/${id}`;
  await throughGate(odd, signe, base, 'fly');
  await workStations(odd, signe, base, ['flight'], ['hover-head-temperature', 'rotorcraft-landed']);
  await odd.goto(`${base}/flight?check=hover-head-temperature`);
  const panel = odd.getByLabel('Step in progress');
  const head = odd.locator('[data-figure]').first();
  await head.fill('187');
  await expect(panel).toContainText('Within limits');
  await expect(panel).not.toContainText('unlike this aircraft');
  // 210 is where its caution begins, and it never was above 192.
  await head.fill('206');
  await expect(panel).toContainText(
    /206\D+is unlike this aircraft: by its own past 1[67]\d\.\d\D+ to 20[0-5]\.\d\D+ Inside/,
  );
  await expect(panel).not.toContainText('Out of limits');
  await panel.getByRole('button', { name: /^Record/ }).click();
  await expect.poll(() => markOf(odd, base, 'hover-head-temperature')).toBe('near');
});
