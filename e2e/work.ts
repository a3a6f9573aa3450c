import { expect, type Page } from '@playwright/test';
import { enginesSettled, lever, turnEngines } from './product.ts';

/** The check in hand, from the address. */
export const checkInHand = (page: Page): string => new URL(page.url()).searchParams.get('check') ?? '';

const main = (page: Page, name: RegExp) => page.locator('[data-step-actions]').getByRole('button', { name });

/** One field for every engine that is being answered. */
const firstFields = (page: Page) =>
  page.locator('[data-figure$="before"], [data-figure$="value"], [data-figure$=" 1"]');

/** Takes with Enter whatever is offered until every engine that is being answered can be kept. */
async function takeEach(page: Page): Promise<void> {
  await firstFields(page).first().waitFor();
  await expect(async () => {
    if (await main(page, /^Take/).isVisible()) await page.keyboard.press('Enter');
    const engines = await firstFields(page).count();
    await main(page, engines > 1 ? /^Record both/ : /^Record /).waitFor({ timeout: 2000 });
  }).toPass({ timeout: 120_000, intervals: [100] });
}

/** Takes both engines from the monitor as soon as they are steady, then keeps them; Enter does both. */
async function takeAndKeep(page: Page): Promise<void> {
  await takeEach(page);
  await page.keyboard.press('Enter');
}

/** Takes the speed before, moves a lever, and keeps the drop once the sheet has caught it by itself. */
async function takeDrop(page: Page, move: string): Promise<void> {
  await firstFields(page).first().waitFor();
  const engines = await firstFields(page).count();
  await expect(async () => {
    if (await main(page, /^Take/).isVisible()) await page.keyboard.press('Enter');
    await expect(page.getByText(/^Now: /)).toHaveCount(engines, { timeout: 2000 });
  }).toPass({ timeout: 120_000, intervals: [100] });
  await lever(page, move);
  await expect(page.getByText(/^drop /)).toHaveCount(engines, { timeout: 120_000 });
  await main(page, engines > 1 ? /^Record both/ : /^Record /).waitFor();
  await page.keyboard.press('Enter');
}

/** Starts both engines of the stand-in unless they run, and records it. */
export async function startEngines(page: Page, base: string): Promise<void> {
  await page.goto(`${base}/run-up?check=engine-start`);
  await page.getByLabel('Step in progress').waitFor();
  // A product that was started anew has its engines standing, whatever the record says of them.
  await turnEngines(page);
  if ((await page.getByText('engine running').count()) === 2) return;
  await page.keyboard.press('Enter');
  await expect(page.getByText('engine running')).toHaveCount(2);
}

/** Types a figure for each engine straight away, without going to the field first. */
async function typeBoth(page: Page, figure: string): Promise<void> {
  const fields = page.locator('[data-figure]');
  await expect(fields).toHaveCount(2);
  for (let i = 0; i < 2; i += 1) {
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.type(figure);
    await expect(fields.nth(i)).toHaveValue(figure);
  }
  await main(page, /^Record both/).waitFor();
  await page.keyboard.press('Enter');
}

const confirm = async (page: Page): Promise<void> => page.keyboard.press('Enter');

/** How a technician works each step of the run-up that needs more than taking and keeping. */
const STEPS: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  'engine-start': async (page) => {
    await turnEngines(page);
    await confirm(page);
  },
  'warm-up-time': async (page) => {
    await main(page, /^Start the clock/).waitFor();
    await page.keyboard.press('Enter');
    await main(page, /^Record both/).waitFor({ timeout: 60_000 });
    await page.keyboard.press('Enter');
  },
  // Oil warms as it warms: what is taken too early is out, sets nothing, and is taken again.
  'oil-temperature-ready': async (page) => {
    const panel = page.getByLabel('Step in progress');
    await expect(async () => {
      await takeEach(page);
      const cold = await panel.getByText('Out of limits').count();
      if (cold > 0) for (const field of await firstFields(page).all()) await field.fill('');
      expect(cold).toBe(0);
    }).toPass({ timeout: 300_000, intervals: [1000] });
    await page.keyboard.press('Enter');
  },
  'exhaust-both': async (page) => {
    await lever(page, '1 700');
    await takeAndKeep(page);
  },
  'right-ignition-off-drop': async (page) => {
    await lever(page, '1 700');
    await lever(page, 'both ignitions');
    await takeDrop(page, 'left only');
  },
  'left-ignition-off-drop': async (page) => {
    await lever(page, 'both ignitions');
    await takeDrop(page, 'right only');
  },
  'ignition-grounded': async (page) => {
    await lever(page, 'both ignitions');
    for (const option of await page.getByText('Dies and catches', { exact: true }).all())
      await option.click();
    await page.keyboard.press('Enter');
  },
  'propeller-cycle-drop': async (page) => {
    await lever(page, 'both ignitions');
    await takeDrop(page, 'back');
  },
  'governor-return': async (page) => {
    await lever(page, 'lever forward');
    await enginesSettled(page);
    await takeAndKeep(page);
  },
  'feather-drop': async (page) => {
    await takeDrop(page, 'feather gate');
    await lever(page, 'lever forward');
  },
  'carburettor-heat-drop': async (page) => {
    await takeDrop(page, 'carburettor heat');
    await lever(page, 'carburettor heat');
  },
  'generator-amps': async (page) => {
    await lever(page, 'landing lights');
    await enginesSettled(page, (r) => (r['amps'] ?? 0) > 25);
    await takeAndKeep(page);
  },
  'full-power-speed': async (page) => {
    await lever(page, 'full');
    await enginesSettled(page);
    await takeAndKeep(page);
  },
  // A recording with a hole in it tells nothing, and the sheet says so: full power is held once more then.
  'full-power-time': async (page) => {
    const hole = page.getByLabel('Step in progress').getByText(/recorded so far\. .*gap/);
    await lever(page, '1 100');
    await enginesSettled(page);
    if ((await hole.count()) > 0) {
      await lever(page, 'full');
      await enginesSettled(page);
      await lever(page, '1 100');
      await enginesSettled(page);
    }
    await takeAndKeep(page);
  },
  'idle-speed': async (page) => {
    await lever(page, 'idle');
    await enginesSettled(page);
    await takeAndKeep(page);
  },
  'idle-mixture-rise': async (page) => typeBoth(page, '25'),
  'engine-shutdown': async (page) => {
    await lever(page, 'cut off');
    await confirm(page);
  },
  'after-run-leaks': confirm,
  'cowlings-closed-again': confirm,
};

/** Works the step in hand and waits until the sheet has gone on, or says that it has not. */
export async function workStep(page: Page): Promise<'on' | 'stays'> {
  const id = checkInHand(page);
  await page.getByLabel('Step in progress').waitFor();
  await (STEPS[id] ?? takeAndKeep)(page);
  const went = page
    .waitForURL((url) => url.searchParams.get('check') !== id, { timeout: 90_000 })
    .then(() => 'on' as const)
    .catch(() => 'stays' as const);
  // It stays where the figure is out, or somebody else has to look: the sheet says so, however slow the machine is.
  const held = page
    .getByLabel('Step in progress')
    .getByText(/^(Out of limits|Waiting for a second person\.)$/)
    .first()
    .waitFor({ timeout: 120_000 })
    .then(() => page.waitForURL((url) => url.searchParams.get('check') !== id, { timeout: 5000 }))
    .then(() => 'on' as const)
    .catch(() => 'stays' as const);
  return Promise.race([went, held]);
}

/** Works the run-up from where it stands until a step named by `until` is in hand, a step stays, or the station is left. */
export async function workRunUp(page: Page, until?: string): Promise<string[]> {
  const worked: string[] = [];
  while (page.url().includes('/run-up')) {
    const id = checkInHand(page);
    if (id === until) return worked;
    const went = await workStep(page);
    worked.push(id);
    if (went === 'stays') return worked;
  }
  return worked;
}

/** Counts everything that was out at the aircraft in again, in the step in progress. */
export async function countTools(page: Page): Promise<void> {
  const step = page.getByLabel('Step in progress');
  const counts = step.getByLabel(/, (out|in again)$/);
  await counts.first().waitFor();
  for (const count of await counts.all()) await count.fill('7');
  await page
    .locator('[data-step-actions]')
    .getByRole('button', { name: /^Record/ })
    .click();
}

/** Sets something of the simulated vehicle, or takes it back, and waits until it is so: what is read before that is of before. */
export async function setVehicle(page: Page, what: string): Promise<void> {
  const button = page.getByLabel('Simulation').getByRole('button', { name: what, exact: true });
  const was = (await button.getAttribute('aria-pressed')) ?? 'false';
  await button.click();
  await expect(button).toHaveAttribute('aria-pressed', was === 'true' ? 'false' : 'true');
}
