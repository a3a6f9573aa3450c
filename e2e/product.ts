import { fork, spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test as base, type Browser, type BrowserContextOptions, type Page } from '@playwright/test';

export const ROOT = join(import.meta.dirname, '..');

export interface Product {
  readonly url: string;
  readonly folder: string;
  /** Everything printed so far. */
  readonly printed: () => string;
  readonly stop: (signal?: NodeJS.Signals) => Promise<void>;
}

function follow(child: ChildProcess, folder: string): Promise<Product> {
  let text = '';
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  return new Promise((resolve, reject) => {
    const hear = (chunk: Buffer): void => {
      text += chunk.toString();
      const url = /ready at (http:\/\/localhost:\d+)/.exec(text)?.[1];
      if (url)
        resolve({
          url,
          folder,
          printed: () => text,
          stop: async (signal = 'SIGTERM') => {
            child.kill(signal);
            await ended;
          },
        });
    };
    child.stdout?.on('data', hear);
    child.stderr?.on('data', hear);
    child.once('exit', () => reject(new Error(`The product ended: ${text}`)));
  });
}

/** The demonstration, as `npm run demo` starts it, on a folder and port of its own. */
export async function startDemo(folder: string, port?: number): Promise<Product> {
  const child = spawn(
    process.execPath,
    [
      join(ROOT, 'scripts/demo.mjs'),
      '--port',
      // None named: whatever is free when it comes to listening, minutes after a port looked for now might be taken.
      String(port ?? 0),
      '--data',
      folder,
      '--sign-ins',
      '1000',
    ],
    { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] },
  );
  return follow(child, folder);
}

/** A demonstration that the stories of one file share, and that one of them may end and begin again. */
export interface SharedDemo {
  readonly url: string;
  readonly folder: string;
  readonly stop: Product['stop'];
  readonly startAgain: () => Promise<void>;
}

/**
 * Starts a demonstration before the first story of a file, and removes it after the last. `anew`: told for this file, not before all of
 * them, where a story counts on what holds for half an hour only: by its turn that may be over.
 */
export function sharedDemo({ anew = false } = {}): SharedDemo {
  let product: Product;
  base.beforeAll(async () => {
    base.setTimeout(600_000);
    const folder = temporaryFolder();
    if (!anew) cpSync(join(ROOT, '.tmp', 'told'), folder, { recursive: true });
    product = await startDemo(folder);
  });
  base.afterAll(async () => {
    await product.stop();
    removeFolder(product.folder);
  });
  return {
    get url() {
      return product.url;
    },
    get folder() {
      return product.folder;
    },
    stop: (signal) => product.stop(signal),
    // On the port that the open pages know.
    startAgain: async () => {
      product = await startDemo(product.folder, Number(new URL(product.url).port));
    },
  };
}

/** Titles of the campaigns that the demonstration has in hand. */
const IN_HAND = {
  'QX-TJD': 'Both propeller governors and left cylinder 4 replaced',
  'QX-LMV': 'Autopilot board replaced',
  'QX-HEI': 'Home-built, maiden flight',
  'QX-DPM': 'New from the works, acceptance',
  'QX-TEI': 'Motor 3 and its controller replaced',
  'QX-VIP': 'Club tow-plane model, maiden flight',
  'QX-SKV': 'Governors overhauled, cylinder 6 of engine 3 replaced',
} as const;

/** Address of the campaign that the demonstration has in hand for an aircraft. */
export async function campaignInHand(page: Page, url: string, mark: keyof typeof IN_HAND): Promise<string> {
  const list = (await (await page.request.get(`${url}/api/campaigns`)).json()) as {
    id: string;
    title: string;
  }[];
  return `${url}/campaign/${list.find((c) => c.title === IN_HAND[mark])?.id ?? ''}`;
}

/** The product on a data folder of one's own, as `npm start` starts it. */
export async function startPlain(folder: string): Promise<Product> {
  const child = fork(
    join(ROOT, 'apps/server/dist/main.js'),
    ['--data', folder, '--port', '0', '--web', join(ROOT, 'apps/web/dist')],
    { stdio: ['ignore', 'pipe', 'pipe', 'ipc'] },
  );
  return follow(child, folder);
}

export const temporaryFolder = (): string => join(mkdtempSync(join(tmpdir(), 'kanzel-e2e-')), 'data');

export const removeFolder = (folder: string): void =>
  rmSync(join(folder, '..'), { recursive: true, force: true });

/** Gives the passphrase once more, where an act asks for it: in earnest it is typed, and so it is here. */
export async function giveAgain(page: Page, passphrase = 'seven wet ropes'): Promise<void> {
  const slip = page.getByRole('dialog', { name: /^Is it you/ });
  await slip.getByLabel('Your passphrase, again').fill(passphrase);
  await slip.getByRole('button', { name: 'It is me' }).click();
  await expect(slip).toHaveCount(0);
}

/** Signs a demo person in on a page. */
export async function signIn(page: Page, url: string, fullName: string): Promise<void> {
  await page.goto(url);
  await page.getByRole('button', { name: new RegExp(fullName) }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('heading', { name: 'Hangar' }).waitFor();
}

/** A device that is to go on without the server: it keeps the application itself, which the others are spared. */
export const KEEPS_ALL = { serviceWorkers: 'allow' } as const;

/** A browser of its own for a person, with nothing shared. */
export async function personPage(
  browser: Browser,
  url: string,
  fullName: string,
  device: BrowserContextOptions = {},
): Promise<Page> {
  const page = await (await browser.newContext(device)).newPage();
  await signIn(page, url, fullName);
  return page;
}

/** Opens the campaign in hand and returns its address without the station. */
export async function openCampaign(page: Page): Promise<string> {
  await page.getByText('Both propeller governors').click();
  await page.waitForURL(/\/campaign\/.*check=/);
  await page.getByLabel('Step in progress').waitFor();
  return page.url().replace(/(\/campaign\/[^/]+).*/, '$1');
}

/** Waits until the device and the server hold the same entries of the campaign on the page; what the foot then says. */
export async function allSaved(page: Page): Promise<string> {
  const { origin, pathname } = new URL(page.url());
  const id = /\/campaign\/([^/]+)/.exec(pathname)?.[1] ?? '';
  let says = '';
  // Seen twice, a moment apart: what was just pressed may not have come to the queue at the first look.
  let seen = 0;
  await expect
    .poll(async () => {
      const answer = await page.request.get(`${origin}/api/campaigns/${id}/entries?after=1000000`);
      says = `All entries saved, ${((await answer.json()) as { count: number }).count}`;
      seen = (await page.getByTestId('saved').textContent()) === says ? seen + 1 : 0;
      return seen > 1;
    })
    .toBe(true);
  return says;
}

/** Works the simulated engines from the panel. */
export async function lever(
  page: Page,
  name: string,
  engine: 'left' | 'right' | 'both' = 'both',
): Promise<void> {
  const panel = page.getByRole('region', { name: 'Simulation' });
  const folded = panel.getByRole('button', { name: /Show them/ });
  if (await folded.isVisible()) await folded.click();
  await panel
    .getByRole('group', { name: 'Engine' })
    .getByRole('button', { name: engine, exact: true })
    .click();
  const group = ['off', 'left only', 'right only'].includes(name)
    ? panel.getByRole('group', { name: 'Ignition' })
    : panel;
  const obeyed = page.waitForResponse(
    (r) => r.url().endsWith('/api/simulation') && r.request().method() === 'POST' && r.ok(),
  );
  await (
    name === 'both ignitions'
      ? panel.getByRole('group', { name: 'Ignition' }).getByRole('button', { name: 'both', exact: true })
      : group.getByRole('button', { name, exact: true })
  ).click();
  await obeyed;
}

/** What the sensors of the stand-in's engines show now, by engine and channel. */
export async function engineReadings(
  page: Page,
  engines: readonly string[] = ['left', 'right'],
): Promise<Record<string, Record<string, number>>> {
  const answer = await page.request.get(`${new URL(page.url()).origin}/api/simulation`);
  const twin = (await answer.json()) as Record<string, { readings: Record<string, number> }>;
  return Object.fromEntries(engines.map((engine) => [engine, twin[engine]?.readings ?? {}]));
}

/** How far a channel may wander, from the noise of its sensor, and still be called at rest. */
const AT_REST: Readonly<Record<string, number>> = { rpm: 16, amps: 3, 'oil-pressure': 4 };

/** Waits until both engines have followed their levers: nothing moves any more, and what is asked for holds. */
export async function enginesSettled(
  page: Page,
  holds: (readings: Readonly<Record<string, number>>) => boolean = () => true,
): Promise<void> {
  let last: Record<string, Record<string, number>>[] = [];
  await expect
    .poll(
      async () => {
        const now = await engineReadings(page);
        last = [...last, now].slice(-10);
        if (last.length < 10 || !Object.values(now).every(holds)) return 'following its levers';
        const spread = (engine: string, channel: string): number => {
          const values = last.map((r) => r[engine]?.[channel] ?? Number.NaN);
          return Math.max(...values) - Math.min(...values);
        };
        const rests = Object.keys(now).every((e) =>
          Object.entries(AT_REST).every(([channel, most]) => spread(e, channel) <= most),
        );
        return rests ? 'at rest' : 'moving';
      },
      { timeout: 60_000, intervals: [250] },
    )
    .toBe('at rest');
}

/** Turns both engines of the stand-in with the starter, unless they run, and waits until they do. */
export async function turnEngines(page: Page): Promise<void> {
  const running = (r: Readonly<Record<string, number>>): boolean => (r['rpm'] ?? 0) > 600;
  if (!Object.values(await engineReadings(page)).every(running)) await lever(page, 'Starter');
  await enginesSettled(page, running);
}

/**
 * A story, whose browsers are closed when it ends. The tests of a file share one process: what one left open would go on painting
 * its engines, and hearing everybody's entries, beside all those that come after it.
 */
export const test = base.extend<{ closedAtTheEnd: undefined }>({
  closedAtTheEnd: [
    async ({ browser }, use) => {
      await use(undefined);
      await Promise.all(browser.contexts().map((context) => context.close()));
    },
    { auto: true },
  ],
});
