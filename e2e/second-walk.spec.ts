import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';
import { seriousFaults } from './accessible.ts';
import { allSaved, KEEPS_ALL, personPage, sharedDemo, test } from './product.ts';

const product = sharedDemo();

interface CheckOfPack {
  readonly id: string;
  readonly title: string;
  readonly challenge: string;
  readonly station: string;
  readonly subject: string;
  readonly answer: {
    readonly kind: string;
    readonly unit?: string;
    readonly options?: readonly { readonly id: string; readonly text: string; readonly good: boolean }[];
    readonly locks?: readonly { readonly id: string; readonly title: string; readonly form: string }[];
    readonly listed?: readonly string[];
    readonly axis?: string;
    readonly seen?: readonly { readonly id: string; readonly text: string }[];
    readonly steps?: readonly { readonly position: string; readonly expected: string }[];
    readonly takes?: readonly string[];
  };
}

/** What is looked for at a lock: a mark across it where it carries one. */
const isMarked = (form: string): boolean => form === 'jam-nut' || form === 'propeller';

/** The surfaces of the motor glider that answer an axis. */
const SURFACES: Readonly<Record<string, string>> = { roll: 'aileron', pitch: 'elevator', yaw: 'rudder' };

/** How many went out of what is counted, and came back. */
const COUNTED = 7;
/** What is read off the Dompap where a figure is asked for. */
const FIGURES: Readonly<Record<string, number>> = {
  'aileron-travel': 22,
  'elevator-travel': 25,
  'rudder-travel': 28,
  'cable-tension': 20,
  'oil-quantity': 3,
  'coolant-level': 2,
};

/** A campaign on the new motor glider, whose pack has its inspection walked by two. */
async function openOnDompap(page: Page): Promise<string> {
  const id = randomUUID();
  const opened = await page.request.post(`${product.url}/api/campaigns`, {
    data: {
      id,
      mark: 'QX-DPM',
      title: 'Works acceptance',
      occasion: 'acceptance',
      workItems: [],
      at: new Date().toISOString(),
      device: 'story',
    },
  });
  expect([opened.status(), await opened.text()]).toEqual([201, expect.any(String)]);
  return id;
}

/** The first one says of everything that it is as it should be, by the protocol of the devices. */
async function firstWalk(page: Page, campaign: string): Promise<readonly CheckOfPack[]> {
  const entries = `${product.url}/api/campaigns/${campaign}/entries`;
  const { entries: known } = (await (await page.request.get(`${entries}?after=0`)).json()) as {
    entries: {
      by: string;
      body: {
        basis?: {
          pack: { checks: CheckOfPack[] };
          aircraft: { layout: { surfaces: { id: string; kind: string }[] } };
        };
      };
    }[];
  };
  const checks = (known[0]?.body.basis?.pack.checks ?? []).filter((c) => c.station === 'inspection');
  const surfaces = known[0]?.body.basis?.aircraft.layout.surfaces ?? [];
  expect(checks.length).toBeGreaterThan(20);
  const drafts = checks.map((check) => {
    const figure = FIGURES[check.id] ?? 1;
    const { kind, unit, options, locks, listed, axis = '', takes = [], steps } = check.answer;
    const read = (of: string | undefined) => ({
      value: figure,
      unit: of,
      text: String(figure),
      resolution: 1,
      source: 'typed',
    });
    const answer =
      kind === 'choice'
        ? { kind, option: options?.find((o) => o.good)?.id }
        : kind === 'reading'
          ? { kind, reading: read(unit) }
          : kind === 'locks'
            ? {
                kind,
                locks: locks?.map(({ id, form }) => ({
                  id,
                  seen: true,
                  felt: true,
                  ...(isMarked(form) ? { marked: true } : {}),
                })),
              }
            : kind === 'travel'
              ? {
                  kind,
                  rows: surfaces
                    .filter((s) => s.kind === SURFACES[axis])
                    .map((s) => ({
                      output: s.id,
                      read: Object.fromEntries(takes.map((p) => [p, read('deg-angle')])),
                    })),
                }
              : kind === 'positions'
                ? { kind, seen: steps?.map((s) => s.expected) }
                : kind === 'tally'
                  ? { kind, rows: listed?.map((what) => ({ what, out: COUNTED, in: COUNTED })) }
                  : { kind, asExpected: true };
    return {
      id: randomUUID(),
      campaign,
      at: new Date().toISOString(),
      by: known[0]?.by,
      role: 'technician',
      device: 'story',
      seen: 1,
      kind: 'answer.given',
      version: 1,
      body: {
        check: check.id,
        subject: check.subject === 'engine' ? 'engine' : 'aircraft',
        answer,
        facts: {},
      },
    };
  });
  const posted = await page.request.post(entries, { data: { entries: drafts } });
  expect(await posted.json()).toMatchObject({ refused: [] });
  return checks;
}

/** What the second one finds otherwise. */
const OTHERWISE: Readonly<Record<string, string>> = {
  'fairleads-chafing': 'A groove as deep as a fingernail at the third fairlead',
  'walk-round-gear': 'Left axle nut without its pin',
  'placards-read': 'The placard of the lane switches is not there',
};

/** Walks over everything that is asked for, by keys and one press each; how many steps it took. */
async function walkBlind(page: Page, checks: readonly CheckOfPack[]): Promise<number> {
  const step = page.getByLabel('Step in progress');
  const finish = page.getByRole('button', { name: 'Finish my walk' });
  const heading = step.getByRole('heading', { level: 1 });
  for (let said = 0; said < 60; said += 1) {
    await expect(page.getByText(new RegExp(`^${said} of \\d+ said`))).toBeVisible();
    await expect(heading.or(finish).first()).toBeVisible();
    if (await finish.isVisible()) return said;
    const text = (await heading.textContent()) ?? '';
    const check = checks.find((c) => text.startsWith(c.challenge));
    if (!check) throw new Error(`no check for “${text}”`);
    const otherwise = OTHERWISE[check.id];
    if (otherwise !== undefined) {
      await step.getByText('Not as expected').click();
      await step.getByLabel('What is it instead?').fill(otherwise);
      await page.keyboard.press('Control+Enter');
    } else if (check.answer.kind === 'confirm') await page.keyboard.press('Enter');
    else if (check.answer.kind === 'choice') {
      await step.getByText(check.answer.options?.find((o) => o.good)?.text ?? '', { exact: true }).click();
      await page.getByRole('button', { name: 'Say it' }).click();
    } else if (check.answer.kind === 'locks') {
      for (const { title, form } of check.answer.locks ?? [])
        for (const mark of ['seen', 'felt', ...(isMarked(form) ? ['mark in line'] : [])])
          await step.getByRole('button', { name: `${title}: ${mark}`, exact: true }).click();
      await page.getByRole('button', { name: 'Say it' }).click();
    } else if (check.answer.kind === 'tally') {
      for (const what of check.answer.listed ?? [])
        for (const way of ['out', 'in again'])
          await step.getByLabel(`${what}, ${way}`, { exact: true }).fill(String(COUNTED));
      await page.getByRole('button', { name: 'Say it' }).click();
    } else if (check.answer.kind === 'positions') {
      for (const { position, expected } of check.answer.steps ?? [])
        await step
          .getByRole('radiogroup', { name: position, exact: true })
          .getByRole('radio', { name: check.answer.seen?.find((w) => w.id === expected)?.text ?? '' })
          .click();
      await page.getByRole('button', { name: 'Say it' }).click();
    } else if (check.answer.kind === 'travel') {
      await step.getByRole('textbox').first().waitFor();
      for (const field of await step.getByRole('textbox').all())
        await field.fill(String(FIGURES[check.id] ?? 1));
      await page.keyboard.press('Enter');
    } else {
      await page.keyboard.type(String(FIGURES[check.id] ?? 1));
      await page.keyboard.press('Enter');
    }
  }
  throw new Error('the walk does not end');
}

test('two people walk the inspection without each other: three differences, settled one by one, by name', async ({
  browser,
}) => {
  const first = await personPage(browser, product.url, 'Ylva Torsund', KEEPS_ALL);
  const campaign = await openOnDompap(first);
  const checks = await firstWalk(first, campaign);
  const base = `${product.url}/campaign/${campaign}`;
  // Whoever answered does not walk again.
  await first.goto(`${base}/second-walk`);
  await first.getByRole('button', { name: 'Begin the second walk' }).click();
  await expect(first.getByText(/was answered by you/)).toBeVisible();

  // One begins, is called away, and gives it up: from then on it is for somebody else.
  const third = await personPage(browser, product.url, 'Odd Leirnes', KEEPS_ALL);
  await third.goto(`${base}/second-walk`);
  await third.getByRole('button', { name: 'Begin the second walk' }).click();
  await third.getByText('I cannot finish this walk').click();
  await third.getByLabel('Why', { exact: true }).fill('Called to another aircraft');
  await third.getByRole('button', { name: 'Give it up' }).click();
  await expect(third.getByText(/given up .*Called to another aircraft/)).toBeVisible();
  await third.getByRole('button', { name: 'Begin the second walk' }).click();
  await expect(third.getByText(/You gave up a walk of this campaign/)).toBeVisible();

  const second = await personPage(browser, product.url, 'Brand Ekerholt', KEEPS_ALL);
  await second.goto(`${base}/second-walk`);
  await second.getByRole('button', { name: 'Begin the second walk' }).click();
  const step = second.getByLabel('Step in progress');
  await expect(step).toBeVisible();
  // Nothing of the first is told while the walk lasts, here or at the station.
  await expect(second.getByText(/^0 of \d+ said/)).toBeVisible();
  const margin = second.getByRole('complementary', { name: 'Margin' });
  await expect(margin.getByText(/wait for a second walk/)).toBeVisible();
  await expect(second.getByText(/out of limits|Out of limits/)).toHaveCount(0);
  await expect(second.getByRole('img', { name: 'Within limits' })).toHaveCount(0);
  await second.goto(`${base}/inspection`);
  await expect(second.getByText('What the first one found is shown when you have finished.')).toBeVisible();
  await second.getByRole('link', { name: 'Go on with your walk' }).click();
  expect(await seriousFaults(second)).toEqual([]);

  // The server goes away in the middle of it; what is said stays on the device and arrives.
  await product.stop();
  const steps = await walkBlind(second, checks);
  expect(steps).toBeGreaterThan(25);
  // Said again as long as it is not finished: the newest holds.
  const list = second.getByRole('list', { name: 'Steps of this walk' });
  const paint = list.getByRole('button', {
    name: checks.find((c) => c.id === 'paint-and-drains')?.title ?? '',
  });
  for (const [word, shown] of [
    ['A run under the left wing', /Not as expected: A run under the left wing/],
    ['', /^((?!Not as expected).)*$/],
  ] as const) {
    await paint.click();
    if (word !== '') {
      await step.getByText('Not as expected').click();
      await step.getByLabel('What is it instead?').fill(word);
      await second.keyboard.press('Control+Enter');
    } else await second.keyboard.press('Enter');
    await expect(paint).toHaveText(shown);
  }
  await product.startAgain();
  await allSaved(second);
  await second.getByRole('button', { name: 'Finish my walk' }).click();
  await expect(second.getByText('3 differences to settle.')).toBeVisible();
  expect(await seriousFaults(second)).toEqual([]);

  // Nobody settles it for themselves: each may say that the other one was right, and say why.
  const gear = second.getByRole('region', { name: /^Difference: .*[Gg]ear/ });
  await expect(gear).toContainText('Left axle nut without its pin');
  await expect(gear.getByRole('button', { name: 'Brand Ekerholt was right' })).toHaveCount(0);
  await second.goto(`${base}/gate/power`);
  await expect(second.getByRole('list', { name: 'What holds Power' })).toContainText('proves nothing');
  await first.goto(`${base}/second-walk`);
  const settle = async (page: Page, name: RegExp, who: string, why: string): Promise<void> => {
    const one = page.getByRole('region', { name });
    await one.getByRole('button', { name: `${who} was right` }).click();
    await expect(one.getByText('Say how it was settled.')).toBeVisible();
    await one.getByLabel('How it was settled').fill(why);
    await one.getByRole('button', { name: `${who} was right` }).click();
    await expect(one).toHaveCount(0);
  };
  await settle(
    first,
    /^Difference: .*[Gg]ear/,
    'Brand Ekerholt',
    'Looked again together: the pin is not there.',
  );
  await settle(first, /^Difference: .*[Pp]lacard/, 'Brand Ekerholt', 'It lies in the cockpit, not stuck on.');
  await second.goto(`${base}/second-walk`);
  await expect(second.getByText('1 difference to settle.')).toBeVisible();
  await settle(second, /^Difference: /, 'Ylva Torsund', 'It is dirt; wiped off, and smooth.');
  await expect(second.getByText('Walked by somebody else, and nothing was found otherwise.')).toBeVisible();

  // Where the second one was right the step is to be done again, and says why; the other stands as it stood.
  await first.goto(`${base}/inspection?check=walk-round-gear`);
  await expect(
    first.getByText(/On the second walk it was found otherwise, and that holds/).first(),
  ).toBeVisible();
  await first.goto(`${base}/inspection?check=fairleads-chafing`);
  await expect(first.getByText(/On the second walk/)).toHaveCount(0);
});
