import { send } from './http.mjs';

/** A campaign made so long, then opened on a device that has never seen it, and once more. Prints how long, and the longest task. */
export async function benchLong(row, browser, url, cookie, me, campaign, entries = 5000) {
  const path = `/api/campaigns/${campaign}/entries`;
  const deed = () => ({
    id: crypto.randomUUID(),
    campaign,
    at: new Date().toISOString(),
    by: me,
    role: 'technician',
    device: 'long',
    seen: 0,
  });
  for (let made = 0; made < entries; made += 48) {
    const some = [];
    for (let i = 0; i < 24; i += 1) {
      const tag = crypto.randomUUID();
      const on = { tag, thing: `Cap ${made + i}`, where: 'left', why: 'open', touches: ['structure.covers'] };
      some.push({ ...deed(), kind: 'tag.on', version: 1, body: on });
      some.push({ ...deed(), kind: 'tag.off', version: 2, body: { tag, note: '', touches: [] } });
    }
    const answer = JSON.parse((await send(undefined, url, path, { entries: some }, { cookie })).text);
    if (answer.accepted?.length !== some.length) throw new Error(JSON.stringify(answer).slice(0, 300));
  }
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.addInitScript(() => {
    globalThis.tasks = [];
    new globalThis.PerformanceObserver((list) => {
      for (const entry of list.getEntries()) globalThis.tasks.push(Math.round(entry.duration));
    }).observe({ entryTypes: ['longtask'] });
  });
  await page.goto(url);
  await page.getByLabel('Name').fill('ylva');
  await page.getByLabel('Passphrase').fill('grey heron lamp post');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('heading', { name: 'Hangar' }).waitFor();
  await page.waitForTimeout(3000);
  for (const name of ['first', 'once more']) {
    const start = performance.now();
    await page.goto(`${url}/campaign/${campaign}/inspection`);
    await page.getByLabel('Step in progress').waitFor();
    const opened = performance.now() - start;
    await page.waitForTimeout(3000);
    const tasks = await page.evaluate(() => globalThis.tasks);
    row(
      `a campaign of ${entries} entries in the browser, ${name} (wanted: 1 s, no task over 100 ms)`,
      `${opened.toFixed(0)} ms, longest task ${Math.max(0, ...tasks)} ms`,
    );
  }
  await context.close();
}
