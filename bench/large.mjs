import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');
const SERVER = join(ROOT, 'apps/server/dist');

/** The server on a folder, and the seconds until it answers. */
export async function serve(folder) {
  const start = performance.now();
  const child = spawn(
    process.execPath,
    [
      join(SERVER, 'main.js'),
      '--data',
      folder,
      '--port',
      '0',
      '--web',
      join(ROOT, 'apps/web/dist'),
      '--sign-ins',
      '100000',
    ],
    { cwd: ROOT },
  );
  const url = await new Promise((resolve, reject) => {
    let text = '';
    const hear = (chunk) => {
      text += chunk;
      const found = /ready at (http:\S+)/.exec(text)?.[1];
      if (found) resolve(found);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.once('exit', () => reject(new Error(text)));
  });
  return { child, url, seconds: (performance.now() - start) / 1000 };
}

/**
 * A world of one size: made by the demonstration's large setting (or taken as it stands in `made`), served, and
 * asked as a hangar asks. Prints how long each takes; asserts nothing.
 */
export async function benchSize(row, browser, [aircraft, campaigns, wanted], made) {
  const folder = made ?? join(mkdtempSync(join(tmpdir(), 'kanzel-large-')), 'data');
  let entries = wanted;
  if (!made) {
    const start = performance.now();
    const done = spawnSync(
      process.execPath,
      [join(SERVER, 'demo/main.js'), 'large', folder, String(aircraft), String(campaigns), String(wanted)],
      { encoding: 'utf8' },
    );
    if (done.status !== 0) throw new Error(done.stderr);
    entries = Number(done.stdout);
    row('  made in', `${((performance.now() - start) / 1000).toFixed(0)} s`);
  }
  row(
    '  entries in it; size of the database',
    `${entries}; ${(statSync(join(folder, 'kanzel.sqlite')).size / 1e6).toFixed(0)} MB`,
  );
  const { child, url, seconds } = await serve(folder);
  row('  server from nothing to listening', `${seconds.toFixed(1)} s`);
  const signIn = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'brand', passphrase: 'seven wet ropes' }),
  });
  const cookie = signIn.headers.get('set-cookie').split(';')[0];
  const ask = async (path) => {
    const start = performance.now();
    const answer = await (await fetch(`${url}${path}`, { headers: { cookie } })).json();
    return { ms: performance.now() - start, answer };
  };
  const first = await ask('/api/hangar');
  const second = await ask('/api/hangar');
  row('  hangar, first time (those in hand are verified)', `${first.ms.toFixed(0)} ms`);
  row('  hangar, from then on', `${second.ms.toFixed(0)} ms`);
  const released = first.answer.flatMap((l) => l.released)[0];
  const inHand = first.answer.flatMap((l) => l.inHand)[0];
  if (released) {
    const opened = await ask(`/api/campaigns/${released.id}/entries`);
    row(
      `  a released campaign, ${opened.answer.count} entries, verified and sent`,
      `${opened.ms.toFixed(0)} ms`,
    );
  }
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(url);
  await page.getByLabel('Name').fill('brand');
  await page.getByLabel('Passphrase').fill('seven wet ropes');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByText(inHand.title, { exact: true }).waitFor();
  // Once more from the address, as a person comes back: the first visit also fetched the program.
  await page.waitForTimeout(4000);
  const hangar = performance.now();
  await page.goto(url);
  await page.getByText(inHand.title, { exact: true }).waitFor();
  row(
    '  hangar in the browser, from the address to every line',
    `${(performance.now() - hangar).toFixed(0)} ms`,
  );
  const opening = performance.now();
  await page.goto(`${url}/campaign/${inHand.id}`);
  await page
    .getByLabel('Step in progress')
    .or(page.getByRole('heading', { name: /Return to service|held|open/ }))
    .first()
    .waitFor();
  row(
    `  a campaign in hand in the browser, ${inHand.count} entries, to its step`,
    `${(performance.now() - opening).toFixed(0)} ms`,
  );
  await page.context().close();
  child.kill('SIGTERM');
  await new Promise((resolve) => child.once('exit', resolve));
  if (!made) rmSync(join(folder, '..'), { recursive: true, force: true });
}
