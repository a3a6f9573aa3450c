import { expect } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import {
  allSaved,
  campaignInHand,
  giveAgain,
  KEEPS_ALL,
  personPage,
  sharedDemo,
  signIn,
  test,
} from './product.ts';

const product = sharedDemo();

test('a shared tablet: a PIN is set, people sign on one after the other, and a session ended elsewhere ends here', async ({
  browser,
}) => {
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  await ylva.getByRole('link', { name: 'People' }).click();
  await ylva.getByRole('button', { name: 'Set a PIN' }).click();
  await ylva.getByLabel('Your passphrase as it is').fill('a guess');
  await ylva.getByLabel(/New PIN/).fill('2468');
  await ylva.getByRole('button', { name: 'Set the PIN' }).click();
  await expect(ylva.getByRole('alert')).toContainText('not your passphrase');
  await ylva.getByLabel('Your passphrase as it is').fill('grey heron lamp post');
  await ylva.getByRole('button', { name: 'Set the PIN' }).click();
  await expect(ylva.getByText('Your PIN is set.')).toBeVisible();
  await expect(ylva.getByRole('button', { name: 'Add a person' })).toHaveCount(0);

  // An administrator makes a device a shared tablet and leaves it.
  const tablet = await (
    await browser.newContext({ viewport: { width: 820, height: 1180 }, hasTouch: true })
  ).newPage();
  await signIn(tablet, product.url, 'Brand Ekerholt');
  await tablet.getByRole('link', { name: 'People' }).tap();
  await tablet.getByRole('button', { name: 'Make this a shared tablet' }).tap();
  await tablet.getByLabel(/What it is called/).fill('Line tablet 1');
  await tablet.getByRole('button', { name: 'Make it a shared tablet' }).tap();
  // A wrong passphrase changes nothing; the right one lets it go on.
  const slip = tablet.getByRole('dialog', { name: /^Is it you/ });
  await slip.getByLabel('Your passphrase, again').fill('a guess');
  await slip.getByRole('button', { name: 'It is me' }).tap();
  await expect(slip.getByRole('alert')).toContainText('not your passphrase');
  await giveAgain(tablet);
  await expect(tablet.getByText(/is the shared tablet “Line tablet 1”/)).toBeVisible();
  await tablet.getByRole('button', { name: 'Sign out' }).tap();
  await tablet.getByRole('button', { name: 'Press again to sign out' }).tap();

  // The technician signs on there by PIN: a wrong one first.
  await expect(tablet.getByRole('heading', { name: 'Line tablet 1' })).toBeVisible();
  await tablet.getByRole('button', { name: 'Ylva Torsund' }).tap();
  const type = async (pin: string): Promise<void> => {
    for (const digit of pin) await tablet.getByRole('button', { name: digit, exact: true }).tap();
    await tablet.getByRole('button', { name: 'Sign on' }).tap();
  };
  await type('1111');
  await expect(tablet.getByRole('alert')).toContainText('not your PIN');
  await type('2468');
  await expect(tablet.getByText('Signed on now')).toBeVisible();
  await expect(tablet.getByRole('listitem').filter({ hasText: 'by PIN' })).toContainText('Line tablet 1');

  // Ended from her own computer, it is over on the tablet at once, which stays a tablet.
  await ylva.reload();
  await ylva
    .getByRole('listitem')
    .filter({ hasText: 'by PIN' })
    .getByRole('button', { name: 'End it' })
    .click();
  await expect(tablet.getByRole('heading', { name: 'Line tablet 1' })).toBeVisible();
});

test('a shared tablet without the server: who is known by PIN goes on, and nothing is sent before the server has taken the PIN', async ({
  browser,
}) => {
  const context = await browser.newContext({
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
    ...KEEPS_ALL,
  });
  const tablet = await context.newPage();
  await signIn(tablet, product.url, 'Brand Ekerholt');
  await tablet.getByRole('link', { name: 'People' }).tap();
  await tablet.getByRole('button', { name: 'Make this a shared tablet' }).tap();
  await tablet.getByLabel(/What it is called/).fill('Line tablet 2');
  await tablet.getByRole('button', { name: 'Make it a shared tablet' }).tap();
  await giveAgain(tablet);
  const out = async (): Promise<void> => {
    await tablet.getByRole('button', { name: 'Sign out' }).tap();
    await tablet.getByRole('button', { name: 'Press again to sign out' }).tap();
  };
  const signOn = async (name: string, pin: string): Promise<void> => {
    if ((await tablet.getByRole('button', { name, exact: true }).count()) > 0)
      await tablet.getByRole('button', { name, exact: true }).tap();
    for (const digit of pin) await tablet.getByRole('button', { name: digit, exact: true }).tap();
    await tablet.getByRole('button', { name: 'Sign on', exact: true }).tap();
  };
  await expect(tablet.getByText(/is the shared tablet “Line tablet 2”/)).toBeVisible();
  await out();
  // Once with the server, so that the device knows her; and the campaign is on it.
  await tablet.getByRole('button', { name: 'Ylva Torsund', exact: true }).waitFor();
  await signOn('Ylva Torsund', '2468');
  await expect(
    tablet.getByText('Signed on now').or(tablet.getByRole('heading', { name: 'Hangar' })),
  ).toBeVisible();
  const base = await campaignInHand(tablet, product.url, 'QX-SKV');
  await tablet.goto(`${base}/crew`);
  const before = await allSaved(tablet);
  await tablet.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await out();
  await tablet.getByRole('button', { name: 'Ylva Torsund', exact: true }).waitFor();

  // In the field: it starts without the server, and knows nobody who was never there.
  await context.setOffline(true);
  await tablet.reload();
  await expect(tablet.getByText('goes on without the server', { exact: false })).toBeVisible();
  await expect(tablet.getByRole('button', { name: 'Signe Vardal' })).toHaveCount(0);
  if (process.env['LOOK']) await tablet.screenshot({ path: `${process.env['LOOK']}/pin-offline.png` });
  expect(await seriousFaults(tablet)).toEqual([]);
  await signOn('Ylva Torsund', '1357');
  await expect(tablet.getByRole('alert').filter({ hasText: 'not your PIN' })).toBeVisible();
  await signOn('Ylva Torsund', '2468');
  const unproven = tablet.getByRole('button', { name: /^Signed on without the server/ });
  await expect(unproven).toBeVisible();
  await tablet.goto(`${base}/findings`);
  await tablet.getByRole('button', { name: 'Raise a finding' }).tap();
  await tablet.getByLabel('What was found').fill('Exhaust stub of engine 2 cracked');
  await tablet.getByRole('button', { name: 'Raise the finding' }).tap();
  await expect(tablet.getByTestId('saved')).toHaveText('1 not sent');
  // Also after a reload she is who she is, and what she wrote is there.
  await tablet.reload();
  await expect(tablet.getByTestId('saved')).toHaveText('1 not sent');

  // The server is back: it is asked for nothing in her name before it has taken her PIN.
  await context.setOffline(false);
  await tablet.reload();
  await expect(unproven).toBeVisible();
  await expect(tablet.getByTestId('saved')).toHaveText('1 not sent');
  expect((await tablet.request.get(`${product.url}/api/session`)).status()).toBe(401);
  await unproven.tap();
  await expect(tablet.getByRole('heading', { name: 'Line tablet 2' })).toBeVisible();
  await signOn('Ylva Torsund', '2468');
  await expect(tablet.getByTestId('saved')).toHaveText(
    `All entries saved, ${Number(before.replace(/\D+/, '')) + 1}`,
    {
      timeout: 120_000,
    },
  );
  await expect(unproven).toHaveCount(0);

  // Five wrong ones, and it rests until the server can be reached.
  await out();
  await tablet.getByRole('button', { name: 'Ylva Torsund', exact: true }).waitFor();
  await context.setOffline(true);
  await tablet.reload();
  await tablet.getByRole('button', { name: 'Ylva Torsund', exact: true }).waitFor();
  for (let i = 0; i < 5; i += 1) {
    await signOn('Ylva Torsund', '9999');
    await expect(tablet.getByRole('alert').filter({ hasText: 'not your PIN' })).toBeVisible();
  }
  await signOn('Ylva Torsund', '2468');
  await expect(tablet.getByRole('alert').filter({ hasText: 'it rests' })).toBeVisible();
  await context.setOffline(false);

  // It is lost. Ended from another device, it is no shared tablet any more, and where it hears of that it knows nobody, with the server or without.
  const desk = await personPage(browser, product.url, 'Brand Ekerholt');
  await desk.goto(`${product.url}/people`);
  const lost = desk.getByRole('button', { name: 'End Line tablet 2' });
  await lost.click();
  if (process.env['LOOK']) await desk.screenshot({ path: `${process.env['LOOK']}/tablets.png` });
  await lost.click();
  await expect(desk.getByRole('region', { name: 'Shared tablets' })).not.toContainText('Line tablet 2');
  await tablet.reload();
  await expect(tablet.getByRole('heading', { name: 'Sign in', exact: true })).toBeVisible();
  await expect(tablet.getByRole('heading', { name: 'Line tablet 2' })).toHaveCount(0);
  await context.setOffline(true);
  await tablet.reload();
  await expect(tablet.getByText('goes on without the server', { exact: false })).toHaveCount(0);
  await expect(tablet.getByRole('button', { name: 'Ylva Torsund', exact: true })).toHaveCount(0);
  await context.setOffline(false);
});

test('signed out is signed out: where the server was not reached, and by leaving the page at once', async ({
  browser,
}) => {
  const page = await personPage(browser, product.url, 'Brand Ekerholt', KEEPS_ALL);
  const asked = async (): Promise<number> => (await page.request.get(`${product.url}/api/session`)).status();
  const signInPage = page.getByRole('button', { name: /Ylva Torsund/ });
  const out = async (): Promise<void> => {
    await page.getByRole('button', { name: 'Sign out' }).click();
    await page.getByRole('button', { name: 'Press again to sign out' }).click();
  };
  // The server never hears of it: the device has nobody signed on all the same, and still so when it is opened anew.
  await page
    .context()
    .route('**/api/session', (route) =>
      route.request().method() === 'DELETE' ? route.abort() : route.continue(),
    );
  await out();
  await expect(signInPage).toBeVisible();
  await page.reload();
  await expect(signInPage).toBeVisible();
  expect(await asked()).toBe(200);
  // It hears of it at the next look.
  await page.context().unrouteAll();
  await page.reload();
  await expect(signInPage).toBeVisible();
  expect(await asked()).toBe(401);
  // Left before the server has answered.
  await signIn(page, product.url, 'Brand Ekerholt');
  expect(await asked()).toBe(200);
  await out();
  await page.goto(product.url);
  await expect(signInPage).toBeVisible();
  expect(await asked()).toBe(401);
  await signIn(page, product.url, 'Ylva Torsund');
});

test('an administrator adds a person, narrows what they may do, and ends the account; the log tells', async ({
  browser,
}) => {
  const brand = await personPage(browser, product.url, 'Brand Ekerholt');
  await brand.getByRole('link', { name: 'People' }).click();
  await brand.getByRole('button', { name: 'Add a person' }).click();
  await brand.getByLabel('Full name').fill('Tora Lindgard');
  await brand.getByLabel('Name to sign in with').fill('Not A Name');
  await brand.getByLabel('A first passphrase').fill('six grey geese');
  await brand.getByRole('checkbox', { name: 'Technician' }).check();
  await brand.getByLabel('Technician, for which families').fill('piston-twin');
  await brand.getByRole('button', { name: 'Add them' }).click();
  await giveAgain(brand);
  await expect(brand.getByRole('alert')).toContainText('2 to 40 small letters');
  await brand.getByLabel('Name to sign in with').fill('tora');
  await brand.getByRole('button', { name: 'Add them' }).click();
  const line = brand.getByRole('listitem').filter({ hasText: 'Tora Lindgard' });
  await expect(line).toContainText('Technician, piston-twin');
  await brand.getByRole('button', { name: 'Change Tora Lindgard' }).click();
  await brand.getByLabel('May not sign in any more').check();
  await brand.getByRole('button', { name: 'Change it' }).click();
  await giveAgain(brand);
  await expect(line).toContainText('May not sign in since');

  // The last administrator cannot shut everybody out, and is told so.
  await brand.getByRole('button', { name: 'Change Brand Ekerholt' }).click();
  await brand.getByRole('checkbox', { name: 'Administrator' }).uncheck();
  await brand.getByRole('button', { name: 'Change it' }).click();
  await giveAgain(brand);
  await expect(brand.getByRole('alert')).toContainText('Nobody would be left');
  await brand.keyboard.press('Escape');

  await brand.getByRole('link', { name: 'Installation' }).click();
  await expect(brand.getByText('The account of Tora Lindgard was ended by Brand Ekerholt')).toBeVisible();

  // A record is verified in the browser; altered, it names the entry.
  const [campaign] = (await (await brand.request.get(`${product.url}/api/campaigns`)).json()) as {
    id: string;
  }[];
  const text = await (
    await brand.request.get(`${product.url}/api/campaigns/${campaign?.id ?? ''}/record-file`)
  ).text();
  const choose = (content: string): Promise<void> =>
    brand.getByLabel('Choose a file').setInputFiles({
      name: 'record.json',
      mimeType: 'application/json',
      buffer: Buffer.from(content),
    });
  await choose(text);
  await expect(brand.getByText('Signed by this installation.')).toBeVisible();
  const file = JSON.parse(text) as { entries: { at: string }[] };
  if (file.entries[4]) file.entries[4].at = '2026-01-01T00:00:00.000Z';
  await choose(JSON.stringify(file));
  await expect(brand.getByText(/^Entry 5 \(/)).toContainText('was altered after it was recorded');
});
