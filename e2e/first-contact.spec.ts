import { expect, type Locator, type Page } from '@playwright/test';
import { KEEPS_ALL, removeFolder, startPlain, temporaryFolder, test, type Product } from './product.ts';

const PASSPHRASE = 'a passphrase of mine';

/** Somebody who counts what they do: every press, and every field that is filled, is one. */
class Hands {
  count = 0;
  constructor(
    readonly page: Page,
    private readonly fingers: boolean,
  ) {}

  async press(what: Locator): Promise<void> {
    this.count += 1;
    await (this.fingers ? what.tap() : what.click());
  }

  async fill(what: Locator, text: string): Promise<void> {
    this.count += 1;
    await what.fill(text);
  }

  async key(key: string): Promise<void> {
    this.count += 1;
    await this.page.keyboard.press(key);
  }

  /** Publishes what is open, and says once who it is. */
  async publish(): Promise<void> {
    const { page } = this;
    await expect(page.getByRole('status').filter({ hasText: 'Draft kept' })).toBeVisible();
    await this.press(page.getByRole('button', { name: 'Publish', exact: true }));
    const slip = page.getByRole('dialog');
    this.count += 1;
    await slip.getByRole('button', { name: 'Publish' }).press('Enter');
    const again = page.getByLabel('Your passphrase, again');
    const done = page.getByRole('status').filter({ hasText: 'Published as revision 1' });
    await expect(again.or(done)).toBeVisible();
    if (await again.isVisible()) {
      await this.fill(again, PASSPHRASE);
      await this.key('Enter');
    }
    await expect(done).toBeVisible();
  }
}

async function firstAccount(page: Page, plain: Product): Promise<void> {
  await page.goto(plain.url);
  await page
    .getByLabel('Code printed at the server')
    .fill(/with the code ([\d-]+)/.exec(plain.printed())?.[1] ?? '');
  await page.getByLabel('Your full name').fill('First Person');
  await page.getByLabel('Name to sign in with').fill('first.person');
  await page.getByLabel('Passphrase').fill(PASSPHRASE);
  await page.getByRole('button', { name: 'Make the first account' }).click();
  await expect(page.getByRole('heading', { name: 'No aircraft yet.' })).toBeVisible();
}

for (const [name, options, fingers] of [
  ['at a desk', { viewport: { width: 1280, height: 800 } }, false],
  ['on a phone', { viewport: { width: 390, height: 844 }, hasTouch: true }, true],
] as const)
  test(`one’s own aircraft, from nothing to a judged reading in few inputs, and its ground run alone, ${name}`, async ({
    browser,
  }) => {
    const folder = temporaryFolder();
    const plain = await startPlain(folder);
    try {
      const page = await (await browser.newContext(options)).newPage();
      await firstAccount(page, plain);
      const hands = new Hands(page, fingers);

      // What it is: the pack that fits a magneto single is proposed, and a limit book of its own.
      await hands.press(page.getByRole('button', { name: 'Describe an aircraft' }));
      const slip = page.getByRole('dialog', { name: 'Describe an aircraft' });
      await hands.fill(slip.getByLabel('Mark, as on the aircraft'), 'qx-own');
      await hands.fill(slip.getByLabel('Type, as on the data plate'), 'Sidensvans S1');
      await expect(slip.getByLabel(/^Check pack/).locator('option:checked')).toContainText(
        'Piston single with magnetos',
      );
      await expect(slip.getByLabel(/^Limit book/).locator('option:checked')).toContainText('A new one');
      await hands.key('Enter');
      await expect(page.getByRole('heading', { name: 'QX-OWN, Sidensvans S1' })).toBeVisible();

      // The empty book lists what the pack asks for, each with its unit, what it protects and where it usually stands.
      await hands.press(page.getByRole('link', { name: 'Enter the limits' }));
      const asked = page.getByRole('region', { name: 'Limits the pack asks for' });
      await expect(asked.getByText(/^Piston single with magnetos.* asks for \d+ limits/)).toContainText(
        '0 entered',
      );
      await expect(asked.getByRole('listitem').filter({ hasText: 'Main tyre pressure, bar' })).toContainText(
        'Inspection; shows performance. Usually in: maintenance manual, tolerances of the part.',
      );
      await hands.fill(asked.getByLabel('Figures typed now are from: document'), 'Owner’s handbook');
      await hands.fill(asked.getByLabel('Revision'), '3');
      const low = asked.getByLabel('Main tyre pressure, low');
      await hands.fill(low, '2.2');
      await hands.fill(asked.getByLabel('Main tyre pressure, high'), '2.6');
      await expect(asked.getByRole('listitem').filter({ hasText: '2.2 to 2.6 bar' })).toHaveCount(1);
      // Down the column by Enter, and a block of cells out of a spreadsheet.
      const aileron = asked.getByLabel('Aileron, up, low');
      await low.press('Enter');
      await expect(low).not.toBeFocused();
      for (let row = 0; row < 4 && !(await aileron.evaluate((e) => e === document.activeElement)); row += 1)
        await page.keyboard.press('Enter');
      await expect(aileron).toBeFocused();
      await page.evaluate(() => {
        const data = new DataTransfer();
        data.setData('text', '20\t\t\t24\n18\t\t\tabout 25');
        document.activeElement?.dispatchEvent(
          new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
        );
      });
      hands.count += 2;
      await expect(asked.getByRole('status')).toHaveText(
        '3 figures put in. Not understood, and left out: about 25.',
      );
      await expect(asked.getByLabel('Aileron, up, high')).toHaveValue('24');
      await expect(asked.getByText(/3 entered/)).toBeVisible();
      await hands.publish();
      await hands.press(page.getByRole('link', { name: 'Back to QX-OWN' }));
      await expect(page.getByText(/3 of \d+ there/)).toBeVisible();
      await hands.publish();

      // Opened although most limits are missing; that is said at once, with the place.
      await hands.press(page.getByRole('link', { name: 'Open a campaign' }));
      await hands.press(page.getByText('Acceptance', { exact: true }));
      await hands.fill(page.getByLabel('Title'), 'Acceptance of my own');
      const missing = page.getByText(/^No limit entered for \d+ of these checks/);
      await expect(missing).toBeVisible();
      await expect(page.getByText('acceptance requires it').first()).toBeVisible();
      await hands.press(page.getByRole('button', { name: 'Open the campaign' }));
      await expect(page.getByLabel('Step in progress')).toBeVisible();
      await hands.key('/');
      hands.count += 1;
      await page.keyboard.type('tyre pressure');
      await expect(page.getByRole('option', { name: /Main tyre pressure/ }).first()).toBeVisible();
      await hands.key('Enter');
      const step = page.getByLabel('Step in progress');
      await expect(step.getByRole('heading', { name: 'Read the pressure of each main tyre.' })).toBeVisible();
      await hands.fill(step.getByRole('textbox').first(), '2.4');
      await hands.fill(step.getByRole('textbox').nth(1), '2.4');
      await hands.key('Enter');
      await expect(page.getByRole('link', { name: /^Within limits .*Main tyre pressure/ })).toBeVisible();
      expect(hands.count).toBeLessThanOrEqual(32);

      // What has no limit is not conclusive, and says why.
      await page.goto(page.url().replace(/check=.*/, 'check=rudder-travel'));
      for (const side of ['right', 'left']) await page.getByLabel(`Rudder, ${side}, °`).fill('22');
      await page.keyboard.press('Enter');
      await expect(page.getByText(/No limit entered: QX-OWN limit book has none for/).first()).toBeVisible();

      // A ground run alone: its papers and fuel, the run, no flight; nobody leaves a permit out on the way.
      await page.goto(`${plain.url}/new?mark=QX-OWN`);
      await page.getByText('Ground run only', { exact: true }).click();
      await page.getByLabel('Title').fill('First run');
      await expect(page.getByText(/^\d+ of \d+ checks/)).toBeVisible();
      const checks = page.getByRole('region', { name: 'Checks of the scope' });
      for (const station of ['Papers', 'Fuel', 'Run-up'])
        await expect(checks.getByRole('heading', { name: station })).toBeVisible();
      await expect(
        checks.getByRole('listitem').filter({ hasText: 'Permit for the test flights' }),
      ).toContainText('the ground run requires it');
      await expect(checks.getByRole('img', { name: 'To be proven' }).first()).toBeVisible();
      // Many left out with one sentence: counted by station, what is required told apart, in a role that is asked for.
      await page.getByRole('button', { name: 'Leave out several' }).click();
      const several = page.getByRole('dialog', { name: 'Leave out several checks' });
      await expect(several.getByRole('status')).toHaveText('Nothing is left out yet.');
      await several.getByRole('checkbox', { name: /^Fuel, all 14/ }).check();
      await expect(several.getByRole('status')).toHaveText('14 checks are left out: Fuel 14.');
      await several.getByRole('checkbox', { name: /^Vents open/ }).uncheck();
      await expect(several.getByText('required', { exact: true }).first()).toBeVisible();
      await several.getByLabel('Why they can be left out').fill('Nothing of the fuel system was opened');
      await several.getByText('Inspector', { exact: true }).click();
      await several.getByRole('button', { name: 'Leave out', exact: true }).click();
      const samples = checks.getByRole('listitem').filter({ hasText: 'Sample until clear' });
      await expect(samples).toContainText('left out: Nothing of the fuel system was opened');
      await expect(
        checks
          .getByRole('listitem')
          .filter({ hasText: 'Vents open' })
          .getByRole('img', { name: 'To be proven' }),
      ).toBeVisible();
      await page.getByRole('button', { name: 'Open the campaign' }).click();
      await page.waitForURL(/plan\/scope/);
      await expect(page.getByText('left out: Nothing of the fuel system was opened').first()).toBeVisible();
      await expect(page.getByText('Ground run only').first()).toBeVisible();
      const campaign = /campaign\/([^/]+)/.exec(page.url())?.[1] ?? '';
      await page.goto(`${plain.url}/campaign/${campaign}/release`);
      await expect(page.getByText(/This is no release for flight/).first()).toBeVisible();
      await expect(page.getByText(/Fly · held|Roll · held/)).toHaveCount(0);
    } finally {
      await plain.stop();
      removeFolder(folder);
    }
  });

test('an empty hangar offers the aircraft of an invented airfield; one is brought in with a press, and worked on', async ({
  browser,
}) => {
  const folder = temporaryFolder();
  const plain = await startPlain(folder);
  try {
    const page = await (
      await browser.newContext({ viewport: { width: 1280, height: 800 }, ...KEEPS_ALL })
    ).newPage();
    await firstAccount(page, plain);
    // Without the server nothing is brought in, and that is said.
    const bring = page.getByRole('button', { name: 'Bring in QX-HEI' });
    await expect(bring).toBeVisible();
    await expect(page.getByRole('button', { name: /^Bring in QX-/ })).toHaveCount(9);
    await page.context().setOffline(true);
    await bring.click();
    await expect(page.getByRole('alert')).toContainText('nothing was brought in');
    await page.context().setOffline(false);
    await bring.click();
    await page.getByLabel('Your passphrase, again').fill(PASSPHRASE);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'No campaign yet.' })).toBeVisible();
    await page.getByRole('button', { name: 'Open a campaign' }).first().click();
    await expect(page.getByText('QX-HEI').first()).toBeVisible();
    await page.getByText('Acceptance', { exact: true }).click();
    await page.getByLabel('Title').fill('Looking around');
    await page.getByRole('button', { name: 'Open the campaign' }).click();
    await expect(page.getByLabel('Step in progress')).toBeVisible();
  } finally {
    await plain.stop();
    removeFolder(folder);
  }
});
