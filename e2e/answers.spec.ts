import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { toBuffer } from 'qrcode';
import { seriousFaults } from './accessible.ts';
import { allSaved, campaignInHand, KEEPS_ALL, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

const press = (page: Page, name: RegExp): Promise<void> =>
  page.locator('[data-step-actions]').getByRole('button', { name }).click();

/** A photograph that says where it was taken: a small block of metadata before a picture that Chromium can show. */
async function withPlace(page: Page): Promise<Buffer> {
  const picture = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [320, 240];
    const pen = canvas.getContext('2d');
    if (!pen) throw new Error('No canvas.');
    pen.fillStyle = 'teal';
    pen.fillRect(40, 40, 200, 120);
    return canvas.toDataURL('image/jpeg').split(',')[1] ?? '';
  });
  const jpeg = Buffer.from(picture, 'base64');
  // TIFF 6.0: one directory with the pointer to the position, and one value of it, "SECRETPLACE".
  const tiff = Buffer.alloc(60);
  tiff.write('II');
  tiff.writeUInt16LE(42, 2);
  tiff.writeUInt32LE(8, 4);
  tiff.writeUInt16LE(1, 8);
  [0x8825, 4].forEach((n, i) => tiff.writeUInt16LE(n, 10 + 2 * i));
  tiff.writeUInt32LE(1, 14);
  tiff.writeUInt32LE(26, 18);
  tiff.writeUInt16LE(1, 26);
  [27, 2].forEach((n, i) => tiff.writeUInt16LE(n, 28 + 2 * i));
  tiff.writeUInt32LE(11, 32);
  tiff.writeUInt32LE(44, 36);
  tiff.write('SECRETPLACE', 44);
  const body = Buffer.concat([Buffer.from('Exif\0\0'), tiff]);
  const head = Buffer.from([0xff, 0xe1, 0, body.length + 2]);
  return Buffer.concat([jpeg.subarray(0, 2), head, body, jpeg.subarray(2)]);
}

test('where a photograph was taken is taken out of it before it is sent, said, and kept in if somebody wants it', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  await page.goto(`${base}/inspection?check=bay-photographed`);
  const step = page.getByLabel('Step in progress');
  await press(page, /^Repeat/);
  const photo = await withPlace(page);
  expect(photo.includes('SECRETPLACE')).toBe(true);
  const file = (name: string) => ({ name, mimeType: 'image/jpeg', buffer: photo });
  await page.getByLabel('Photograph: from above').setInputFiles(file('above.jpg'));
  const said = step.getByRole('status').filter({ hasText: 'where above.jpg was taken has been taken out' });
  await expect(said).toBeVisible();
  // The second is wanted as it came; one photograph stands for one view, so that it is another file by that.
  await page.getByLabel('Photograph: plugs from the side').setInputFiles(file('side.jpg'));
  const side = step.getByRole('status').filter({ hasText: 'where side.jpg was taken' });
  await side.getByRole('button', { name: 'Keep it in' }).click();
  await expect(side).toHaveCount(0);
  await press(page, /^Record/);
  await allSaved(page);
  const record = (await (
    await page.request.get(`${base.replace('/campaign/', '/api/campaigns/')}/entries?after=0`)
  ).json()) as {
    entries: { body: { answer?: { photos?: { scan: { name: string; sha256: string } }[] } } }[];
  };
  const photos = record.entries.flatMap((e) => e.body.answer?.photos ?? []);
  const sent = async (name: string): Promise<Buffer> => {
    const found = photos.filter((p) => p.scan.name === name).at(-1);
    return (await page.request.get(`${product.url}/api/scans/${found?.scan.sha256 ?? ''}`)).body();
  };
  expect((await sent('above.jpg')).includes('SECRETPLACE')).toBe(false);
  expect((await sent('side.jpg')).equals(photo)).toBe(true);
});

test('photographs of every view belong to the record; a count is whole, and exact', async ({ browser }) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund', KEEPS_ALL);
  const base = await campaignInHand(page, product.url, 'QX-TEI');
  await page.goto(`${base}/inspection?check=bay-photographed`);
  const step = page.getByLabel('Step in progress');
  await expect(step).toContainText('2 photographs');
  await press(page, /^Repeat/);

  const pictures = ['above', 'side'].map((name) => join(product.folder, '..', `${name}.png`));
  for (const path of pictures) writeFileSync(path, await toBuffer(path, { scale: 6 }));
  const [above = '', side = ''] = pictures;
  await page.getByLabel('Photograph: from above').setInputFiles(above);
  await expect(step.getByRole('button', { name: 'above.png', exact: true })).toBeVisible();
  // One of two is no answer yet, and says which is missing.
  await press(page, /^Record/);
  await expect(step).toContainText('There is no photograph “plugs from the side” yet.');
  expect(await seriousFaults(page)).toEqual([]);
  // What was taken is there after the page was loaded anew.
  await page.reload();
  await expect(step.getByRole('button', { name: 'above.png', exact: true })).toBeVisible();
  // Marked without the server: an arrow is drawn, a circle is put in the middle and moved by keyboard, one is taken off again.
  await page.context().setOffline(true);
  await step.getByRole('button', { name: 'Mark above.png' }).click();
  const slip = page.getByRole('dialog', { name: 'Mark above.png' });
  const box = await slip.getByTestId('marked-photo').boundingBox();
  if (!box) throw new Error('The photograph is not to be seen.');
  await page.mouse.move(box.x + box.width * 0.2, box.y + box.height * 0.2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.6, box.y + box.height * 0.5, { steps: 4 });
  await page.mouse.up();
  const drawn = slip.getByRole('img', { name: /^Marked:/ });
  await expect(drawn).toHaveAccessibleName('Marked: 1 arrow, 0 circles');
  // A finger put down and lifted draws nothing.
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await expect(drawn).toHaveAccessibleName('Marked: 1 arrow, 0 circles');
  await slip.getByRole('button', { name: 'Circle' }).click();
  const middle = slip.getByRole('button', { name: 'Put one in the middle' });
  await middle.press('Enter');
  await middle.press('Enter');
  await middle.press('ArrowRight');
  await expect(drawn).toHaveAccessibleName('Marked: 1 arrow, 2 circles');
  expect(await seriousFaults(page)).toEqual([]);
  await slip.getByRole('button', { name: 'Take the last one off' }).click();
  await slip.getByRole('button', { name: 'Done' }).click();
  await expect(step.getByRole('button', { name: 'Mark above.png (2)' })).toBeVisible();
  await page.getByLabel('Photograph: plugs from the side').setInputFiles(side);
  await expect(step.getByRole('button', { name: 'side.png', exact: true })).toBeVisible();
  await press(page, /^Record/);
  // It is kept on the device before anybody can say that all of it was sent.
  await expect(page.getByTestId('saved')).toContainText('not sent');
  await page.context().setOffline(false);
  await allSaved(page);
  await page.goto(`${base}/inspection?check=bay-photographed`);
  await step.getByRole('button', { name: 'above.png, 2 marked' }).click();
  const kept = page.getByRole('dialog');
  await expect(kept.getByRole('img', { name: 'Marked: 1 arrow, 1 circle' })).toBeVisible();
  await page.keyboard.press('Escape');
  const record = await page.request.get(`${base.replace('/campaign/', '/api/campaigns/')}/record-file`);
  const entries = JSON.stringify(await record.json());
  expect(entries).toMatch(/"marks":\[\{[^\]]*"kind":"arrow"|"marks":\[\{"from"/);
  await step.getByRole('button', { name: 'side.png' }).click();
  const shown = page.getByRole('dialog').getByRole('img', { name: 'side.png' });
  await expect(shown).toBeVisible();
  await expect(shown).toHaveJSProperty('complete', true);
  await page.keyboard.press('Escape');

  // Small ones are made on the device that looks, away from the page, and are there again without the server.
  const brand = await personPage(browser, product.url, 'Brand Ekerholt', KEEPS_ALL);
  await brand.goto(`${base}/inspection?check=bay-photographed`);
  const small = brand.getByLabel('Step in progress').getByTestId('thumb');
  await expect(small).toHaveCount(2);
  for (let i = 0; i < 2; i += 1) await expect(small.nth(i)).toHaveJSProperty('naturalHeight', 128);
  await allSaved(brand);
  await brand.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await brand.context().setOffline(true);
  await brand.reload();
  await expect(small).toHaveCount(2);
  await expect(small.first()).toHaveJSProperty('naturalHeight', 128);

  await page.goto(`${base}/controls?check=satellites-seen`);
  await press(page, /^Repeat/);
  await page.keyboard.type('12.5');
  await expect(step).toContainText('Counted are whole ones: 12.5 is none.');
  await page.locator('[data-figure]').first().fill('9');
  await expect(step).toContainText('Out of limits');
  await page.locator('[data-figure]').first().fill('16');
  await expect(step).toContainText('Within limits');
  await page.keyboard.press('Enter');
  await expect(page).not.toHaveURL(/check=satellites-seen/);
  await allSaved(page);
  await page.goto(`${base}/controls?check=satellites-seen`);
  await expect(step).toContainText('16 is inside the limit of at least 10.');
});

for (const [name, viewport] of [
  ['at a desk', { width: 1280, height: 800 }],
  ['on a phone', { width: 390, height: 844 }],
] as const)
  test(`every lock is seen and felt by itself, one that is half closed is told, and a screw that did not come back too, ${name}`, async ({
    browser,
  }) => {
    const page = await personPage(browser, product.url, 'Ylva Torsund');
    await page.setViewportSize(viewport);
    const base = await campaignInHand(page, product.url, 'QX-TEI');
    await page.goto(`${base}/inspection?check=arm-locks`);
    const step = page.getByLabel('Step in progress');
    await expect(step.getByRole('heading', { name: /Unfold, lock, pull/ })).toBeVisible();
    const repeat = page.locator('[data-step-actions]').getByRole('button', { name: /^Repeat/ });
    const first = step.getByRole('button', { name: /^Arm lock, motor 1: seen/i });
    await expect(repeat.or(first).first()).toBeVisible();
    if (await repeat.isVisible()) await repeat.click();
    await expect(step.getByText('6 of 6 left.')).toBeVisible();
    // One press is one finding of one hand: nothing answers for all of them, and nothing is there before.
    await expect(step.getByRole('button', { pressed: true })).toHaveCount(0);
    for (let motor = 1; motor <= 6; motor += 1) {
      await step.getByRole('button', { name: new RegExp(`^Arm lock, motor ${motor}: seen`, 'i') }).click();
      if (motor !== 4)
        await step.getByRole('button', { name: new RegExp(`^Arm lock, motor ${motor}: felt`, 'i') }).click();
    }
    await expect(step.getByText('1 of 6 left.')).toBeVisible();
    await press(page, /^Record/);
    await expect(step).toContainText('Arm lock, motor 4 is not answered yet: look at it and feel it.');
    expect(await seriousFaults(page)).toEqual([]);
    // What was pressed is there after the page was loaded anew.
    await page.reload();
    await expect(step.getByText('1 of 6 left.')).toBeVisible();
    await step.getByRole('button', { name: /^Arm lock, motor 4: not in order/i }).click();
    await step.getByLabel('What is wrong with it').fill('half closed, springs back');
    await expect(step).not.toContainText('not answered yet');
    await press(page, /^Record/);
    await expect(step).toContainText('Arm lock, motor 4 is not in order: half closed, springs back.');
    await allSaved(page);
    // It holds until somebody has decided: a finding, or mended and looked at again.
    await expect(
      page.locator('[data-step-actions]').getByRole('button', { name: /^Raise a finding/ }),
    ).toBeVisible();
    await press(page, /^Repeat/);
    for (let motor = 1; motor <= 6; motor += 1)
      for (const mark of ['seen', 'felt'])
        await step
          .getByRole('button', { name: new RegExp(`^Arm lock, motor ${motor}: ${mark}`, 'i') })
          .click();
    await expect(step.getByText('All 6 looked at.')).toBeVisible();
    await press(page, /^Record/);
    await allSaved(page);

    await page.goto(`${base}/inspection?check=screws-counted`);
    await expect(step.getByRole('heading', { name: /Count what went out/ })).toBeVisible();
    const screws = step.getByLabel('Hatch screws, out');
    await expect(repeat.or(screws).first()).toBeVisible();
    if (await repeat.isVisible()) await repeat.click();
    await screws.fill('8');
    await step.getByLabel('Tools, out').fill('5');
    await press(page, /^Record/);
    await expect(step).toContainText('“Hatch screws” is not counted out and in yet.');
    await step.getByLabel('Hatch screws, in again').fill('7');
    await step.getByLabel('Tools, in again').fill('5');
    await press(page, /^Record/);
    await expect(step).toContainText(
      '1 less of “Hatch screws” came back than went out: it is aboard until it is found.',
    );
    await page
      .locator('[data-step-actions]')
      .getByRole('button', { name: /^Repeat/ })
      .click();
    await step.getByLabel('Hatch screws, out').fill('8');
    await step.getByLabel('Hatch screws, in again').fill('8');
    await step.getByLabel('Tools, out').fill('5');
    await step.getByLabel('Tools, in again').fill('5');
    await press(page, /^Record/);
    await allSaved(page);
  });

test('a drone is put together in its order, by keys: a latch that does not seat stops what goes onto it', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  // The one in progress is put together already: the drone with tilting motors is not.
  const id = randomUUID();
  const opened = await page.request.post(`${product.url}/api/campaigns`, {
    data: {
      id,
      mark: 'QX-LMT',
      title: 'Put together on site',
      occasion: 'acceptance',
      workItems: [],
      at: new Date().toISOString(),
      device: 'story',
    },
  });
  expect([opened.status(), await opened.text()]).toEqual([201, expect.any(String)]);
  const base = `${product.url}/campaign/${id}`;
  await page.goto(`${base}/inspection?check=assembled-on-site`);
  const step = page.getByLabel('Step in progress');
  const put = async (part: string, ...steps: readonly string[]): Promise<void> => {
    for (const name of steps) {
      await page.getByRole('button', { name: `${part}: ${name}`, exact: true }).focus();
      await page.keyboard.press('Space');
    }
  };
  await expect(step.getByRole('status').first()).toHaveText('0 of 6 parts home. Next: Body on its legs.');
  // Nothing is reached before what it goes onto, and no step before the one in front of it.
  await expect(page.getByRole('button', { name: 'Tail: part' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Body on its legs: tug' })).toBeDisabled();
  await put('Body on its legs', 'part', 'latch', 'tug');
  await put('Centre wing with its booms', 'part', 'joint', 'latch', 'plug', 'tug');
  await put('Tail', 'part', 'joint', 'latch', 'plug', 'tug');
  await put('Left outer wing', 'part', 'joint', 'not in order');
  await expect(step).toContainText('Say what is wrong with it: Left outer wing.');
  await page.getByLabel('What is wrong with it, at its latch').fill('no click, pin stands out');
  await put('Right outer wing', 'part', 'joint', 'latch', 'plug', 'tug');
  await expect(step).toContainText('Air data tube waits for Left outer wing');
  expect(await seriousFaults(page)).toEqual([]);
  await press(page, /^Record/);
  await expect(step).toContainText('Left outer wing is not home, at its latch: no click, pin stands out.');
  await expect(step).toContainText('not put on: Left outer wing is not home');
  await allSaved(page);

  // A wing that was home comes off again, with what is on it, when the one under it does.
  await page.reload();
  await press(page, /^Repeat/);
  await put('Body on its legs', 'part', 'latch', 'tug');
  await put('Centre wing with its booms', 'part', 'joint', 'latch', 'plug', 'tug');
  await put('Left outer wing', 'part', 'joint', 'latch', 'plug', 'tug');
  await put('Air data tube', 'part', 'joint', 'plug', 'tug');
  await put('Centre wing with its booms', 'take back');
  await expect(step.getByRole('status').first()).toContainText('1 of 6 parts home.');
  await put('Centre wing with its booms', 'tug');
  await expect(page.getByRole('button', { name: 'Left outer wing: joint' })).toBeDisabled();
  await put('Tail', 'part', 'joint', 'latch', 'plug', 'tug');
  for (const side of ['Left', 'Right'])
    await put(`${side} outer wing`, 'part', 'joint', 'latch', 'plug', 'tug');
  await put('Air data tube', 'part', 'joint', 'plug', 'tug');
  await expect(step.getByRole('status').first()).toHaveText('All 6 parts home.');
  await press(page, /^Record/);
  // What was put together is looked at as a whole, when all else has been looked at.
  await page.waitForURL(/check=(?!assembled-on-site)/);
  await page.goto(`${base}/inspection?check=stand-back-drone`);
  await expect(step).toContainText('Five steps away');
  await expect(step).toContainText(/“.+” comes first\./);
  await page.goto(`${base}/inspection?check=assembled-on-site`);
  await expect(step).toContainText('All 6 parts are home');
  await allSaved(page);
});

test('the stretch of a recording that shows what was found is pointed at by its two ends, and stands on its sheet', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Ylva Torsund');
  const base = await campaignInHand(page, product.url, 'QX-TJD');
  const campaign = base.split('/').pop() ?? '';
  const api = `${product.url}/api/campaigns/${campaign}/entries`;
  const me = (await (await page.request.get(`${product.url}/api/session`)).json()) as { id: string };
  const { entries } = (await (await page.request.get(`${api}?after=0`)).json()) as {
    entries: { seq: number; kind: string; version: number }[];
  };
  const seen = entries.at(-1)?.seq ?? 0;
  const version = (kind: string): number => entries.find((e) => e.kind === kind)?.version ?? 1;
  // As a device with the monitor would have recorded it: a head that warms far too fast from the eighth second on.
  const t = Array.from({ length: 41 }, (_, i) => i / 2);
  const v = t.map((s) => 60 + (s < 8 ? s : 8 + (s - 8) * 12));
  const series = { unit: 'degC', resolution: 1, source: 'live', t, v };
  const bodies: [string, object][] = [
    [
      'answer.given',
      {
        check: 'engine-start',
        subject: 'left',
        answer: { kind: 'confirm', asExpected: true },
        facts: {},
        confirmed: true,
      },
    ],
    [
      'answer.given',
      { check: 'cylinder-head-rate', subject: 'left', answer: { kind: 'series', series }, facts: {} },
    ],
  ];
  const posted = await page.request.post(api, {
    data: {
      entries: bodies.map(([kind, body], i) => ({
        id: crypto.randomUUID(),
        campaign,
        kind,
        version: version(kind),
        at: new Date(Date.now() + i).toISOString(),
        by: me.id,
        role: 'technician',
        device: 'monitor-device',
        seen: seen + i,
        body,
      })),
    },
  });
  expect(posted.status()).toBe(200);
  expect(await posted.text()).toContain('"refused":[]');

  await page.goto(`${base}/run-up?check=cylinder-head-rate`);
  await page.getByRole('button', { name: /^Raise a finding/ }).click();
  const slip = page.getByRole('dialog', { name: 'Raise a finding' });
  await expect(slip.getByRole('img', { name: /^Recording of 20 seconds/ })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  // By keys: the beginning goes up to where it turns, and never behind the end.
  await slip.getByLabel('Begins at').fill('8');
  await expect(slip).toContainText('Begins at: 8.0 s');
  await slip.getByLabel('Ends at').fill('12');
  await slip.getByLabel('Begins at').focus();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('ArrowRight');
  await expect(slip).toContainText('what was found: from 8.3 s to 12 s');
  await slip.getByLabel('Begins at').fill('15');
  await expect(slip).toContainText('Begins at: 11.9 s');
  await slip.getByLabel('Begins at').fill('8.3');
  await slip.getByRole('button', { name: 'Raise the finding' }).click();
  await expect(page.getByText('what was found: from 8.3 s to 12 s')).toBeVisible();
  await expect(page.getByRole('img', { name: /^Recording of 20 seconds/ })).toBeVisible();
  await allSaved(page);
  await page.reload();
  await expect(page.getByText('what was found: from 8.3 s to 12 s')).toBeVisible();
});
