import { setTimeout as wait } from 'node:timers/promises';

/** Script a browser has fetched, as it came over the line, by the time it shows the first sheet, and all that follows it. */
export async function benchScripts(row, browser, url, campaign) {
  const context = await browser.newContext({ serviceWorkers: 'block' });
  const page = await context.newPage();
  const line = await context.newCDPSession(page);
  await line.send('Network.enable');
  const addresses = new Map();
  let fetched = 0;
  line.on('Network.responseReceived', (e) => addresses.set(e.requestId, e.response.url));
  line.on('Network.loadingFinished', (e) => {
    if (/\.js$/.test(addresses.get(e.requestId) ?? '')) fetched += e.encodedDataLength;
  });
  const say = (name) => row(name, `${(fetched / 1000).toFixed(0)} kB`);
  await page.goto(url);
  await page.getByRole('heading', { name: 'Sign in' }).waitFor();
  await page.getByRole('button', { name: /Ylva/ }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.locator(`a[href*="${campaign}"]`).first().click();
  await page.getByRole('heading', { name: 'Run-up' }).waitFor();
  say('script to the first sheet (wanted 250)');
  await wait(3000);
  say('  and when nothing more comes');
  await context.close();
}
