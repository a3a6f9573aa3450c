import { spawn } from 'node:child_process';
import { hash } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import Database from 'better-sqlite3';
import {
  aircraftOf,
  beginFolding,
  canonicalJson,
  chain,
  deriveStatus,
  foldEntries,
  indexBasis,
  layoutFor,
  tryPack,
  verifyChain,
} from '@kanzel/core';
import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder } from '@kanzel/packs';
import { benchSize, serve } from './large.mjs';
import { benchHttp, benchSustained } from './http.mjs';
import { benchImports } from './imports.mjs';
import { benchControls } from './controls.mjs';
import { benchFieldChart } from './field-chart.mjs';
import { benchEnergy } from './energy.mjs';
import { benchFrames, benchLoading } from './loading.mjs';
import { benchInspection } from './inspection.mjs';
import { benchLiveFeed, benchLiveFlight } from './live-feed.mjs';
import { benchLong } from './long.mjs';
import { benchScripts } from './scripts.mjs';
import { benchPlanning } from './planning.mjs';
import { benchVehicle } from './vehicle.mjs';

/** Prints what the product promises in speed and size, as figures and ratios. Asserts nothing. */
const ROOT = join(import.meta.dirname, '..');
const row = (name, figure) => process.stdout.write(`${name.padEnd(66)} ${figure}\n`);
const time = (work) => {
  const start = performance.now();
  const value = work();
  return { ms: performance.now() - start, value };
};
const median = (all) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)];

/** A demonstration of its own, started as a person would, and the seconds until its first page answers. */
async function startDemo(folder) {
  const start = performance.now();
  const child = spawn(
    process.execPath,
    [join(ROOT, 'scripts/demo.mjs'), '--port', '0', '--data', folder, '--sign-ins', '100000'],
    { cwd: ROOT },
  );
  const url = await new Promise((resolve, reject) => {
    let text = '';
    child.stdout.on('data', (chunk) => {
      text += chunk;
      const found = /ready at (http:\S+)/.exec(text)?.[1];
      if (found) resolve(found);
    });
    child.once('exit', () => reject(new Error(text)));
  });
  await fetch(url);
  return { child, url, seconds: (performance.now() - start) / 1000 };
}

const folder = join(mkdtempSync(join(tmpdir(), 'kanzel-bench-')), 'data');
const first = await startDemo(folder);
first.child.kill('SIGTERM');
await new Promise((resolve) => first.child.once('exit', resolve));
const demo = await startDemo(folder);
row('npm run demo to first page, already installed, story to be told', `${first.seconds.toFixed(1)} s`);
row('npm run demo to first page, story told before', `${demo.seconds.toFixed(1)} s`);

// Sign in over HTTP as the page does.
const signIn = await fetch(`${demo.url}/api/session`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ name: 'ylva', passphrase: 'grey heron lamp post' }),
});
const me = await signIn.json();
const cookie = signIn.headers.get('set-cookie').split(';')[0];
const ask = async (path, body) =>
  (
    await fetch(`${demo.url}${path}`, {
      headers: { cookie, 'content-type': 'application/json' },
      ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
    })
  ).json();
const { id: campaign } = (await ask('/api/campaigns?state=inHand&mark=QX-TJD'))[0];
// What is posted by the thousand goes elsewhere: nobody has so many tags on one aircraft as a page would have to show.
const [{ id: busy }, { id: quiet }] = (await ask('/api/campaigns?state=inHand')).filter(
  (c) => c.id !== campaign,
);
const { entries } = await ask(`/api/campaigns/${campaign}/entries`);

// 100,000 entries that a real campaign could hold: the demo's own, then idle readings over and over.
const COUNT = 100_000;
let long = [...entries];
const reading = (i) => ({
  check: 'oil-quantity',
  subject: i % 2 ? 'left' : 'right',
  facts: {},
  answer: {
    kind: 'reading',
    reading: {
      value: 8 + (i % 30) / 10,
      unit: 'L',
      text: '9',
      resolution: 0.5,
      source: 'typed',
      instrument: 'oil-stick',
    },
  },
});
const draft = (i) => ({
  id: `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
  campaign,
  at: entries[1].at,
  by: me.id,
  role: 'technician',
  device: 'bench',
  kind: 'answer.given',
  version: 1,
  body: reading(i),
});
while (long.length < COUNT) long.push(chain(draft(long.length), long[long.length - 1], entries[1].at));
// As they come from the disk: their members in canonical order.
const text = `[${long.map(canonicalJson).join(',')}]`;
long = JSON.parse(text);
const parsed = Math.min(...[1, 2, 3].map(() => time(() => JSON.parse(text)).ms));
const folded = time(() => foldEntries(long));
row(
  'fold 100,000 entries from nothing (wanted: 1.0 of JSON.parse of the same)',
  `${folded.ms.toFixed(0)} ms; JSON.parse ${parsed.toFixed(0)} ms; ratio ${(folded.ms / parsed).toFixed(1)}`,
);
const platformHash = (value) => hash('sha256', value, 'hex');
const verified = time(() => verifyChain(long, platformHash));
if (!verified.value.ok) throw new Error(JSON.stringify(verified.value.error));
row(
  'verify a chain of 100,000 (wanted: 3 of JSON.parse of the same)',
  `${verified.ms.toFixed(0)} ms; ratio ${(verified.ms / parsed).toFixed(1)}`,
);
const appends = [];
const folding = beginFolding(folded.value);
let last = long[long.length - 1];
for (let i = 0; i < 200; i += 1) {
  const next = chain(draft(COUNT + i), last, entries[1].at);
  last = next;
  appends.push(time(() => folding.add(next)).ms);
}
row(
  'append one entry to a state of 100,000 (median of 200, wanted: 0.02 ms)',
  `${median(appends).toFixed(3)} ms`,
);
row(
  'derive every mark and gate from that state (median of 50)',
  `${median(Array.from({ length: 50 }, () => time(() => deriveStatus(folded.value, entries[1].at)).ms)).toFixed(2)} ms`,
);

// Durable acceptance against a bare loop of the same inserts, same pragmas.
const bareFolder = mkdtempSync(join(tmpdir(), 'kanzel-bare-'));
const bare = new Database(join(bareFolder, 'bare.sqlite'));
bare.pragma('journal_mode = WAL');
bare.pragma('synchronous = FULL');
bare.exec(
  'CREATE TABLE entry (campaign TEXT NOT NULL, seq INTEGER NOT NULL, id TEXT NOT NULL, hash TEXT NOT NULL, json TEXT NOT NULL, PRIMARY KEY (campaign, seq)) WITHOUT ROWID; CREATE UNIQUE INDEX entry_id ON entry (id)',
);
const insert = bare.prepare('INSERT INTO entry VALUES (?, ?, ?, ?, ?)');
const putBare = (entry) => insert.run(entry.campaign, entry.seq, entry.id, entry.hash, canonicalJson(entry));
const sample = long.slice(entries.length, entries.length + 2000);
const single = time(() => sample.forEach((e) => putBare(e)));
bare.exec('DELETE FROM entry');
const batched = time(() => {
  for (let i = 0; i < sample.length; i += 50)
    bare.transaction(() => sample.slice(i, i + 50).forEach(putBare))();
});
const tag = (i) => ({
  id: crypto.randomUUID(),
  campaign: busy,
  at: new Date().toISOString(),
  by: me.id,
  role: 'technician',
  device: 'bench',
  seen: 0,
  kind: 'tag.on',
  version: 1,
  body: { tag: `bench-${i}`, thing: 'Bench', where: '', why: 'measuring', touches: [] },
});
const post = async (drafts) => {
  const answer = await ask(`/api/campaigns/${busy}/entries`, { entries: drafts });
  if (answer.accepted?.length !== drafts.length) throw new Error(JSON.stringify(answer).slice(0, 300));
};
let made = 0;
const perSecond = async (batch, rounds) => {
  const start = performance.now();
  for (let r = 0; r < rounds; r += 1) await post(Array.from({ length: batch }, () => tag((made += 1))));
  return (batch * rounds * 1000) / (performance.now() - start);
};
// The computing above was longer than the server keeps an idle connection; its closing has to be heard first.
await new Promise((resolve) => setTimeout(resolve, 200));
await perSecond(1, 20);
const [one, fifty] = [await perSecond(1, 200), await perSecond(50, 10)];
const [bareOne, bareFifty] = [(sample.length * 1000) / single.ms, (sample.length * 1000) / batched.ms];
row(
  'entries accepted durably a second, one a request over HTTP',
  `${one.toFixed(0)}; bare loop, one a transaction ${bareOne.toFixed(0)}; ratio 1 to ${(bareOne / one).toFixed(1)}`,
);
row(
  'entries accepted durably a second, fifty a request over HTTP',
  `${fifty.toFixed(0)}; bare loop, fifty a transaction ${bareFifty.toFixed(0)}; ratio 1 to ${(bareFifty / fifty).toFixed(1)}`,
);

await benchHttp(row, demo.url.replace('localhost', '127.0.0.1'), cookie, me.id, [busy]);
await benchImports(row, demo.url.replace('localhost', '127.0.0.1'));

// The browser: first load, and key press to painted verdict.
const assets = join(ROOT, 'apps/web/dist/assets');
const html = readFileSync(join(ROOT, 'apps/web/dist/index.html'), 'utf8');
const scripts = [...html.matchAll(/(?:src|href)="\/assets\/([^"]+\.js)"/g)].map((m) => m[1]);
const compressed = (names) =>
  names.reduce((sum, name) => sum + gzipSync(readFileSync(join(assets, name))).length, 0) / 1000;
row(
  'script to the sign-in form, compressed (wanted 120)',
  `${compressed(scripts).toFixed(0)} kB in ${scripts.length} files`,
);
row(
  'all scripts, compressed',
  `${compressed(readdirSync(assets).filter((n) => n.endsWith('.js'))).toFixed(0)} kB`,
);
const browser = await chromium.launch({
  executablePath: process.env.KANZEL_CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--no-first-run'],
});
const loads = [];
for (let i = 0; i < 5; i += 1) {
  const page = await (await browser.newContext()).newPage();
  const start = performance.now();
  await page.goto(demo.url);
  await page.getByRole('heading', { name: 'Sign in' }).waitFor();
  loads.push(performance.now() - start);
  await page.context().close();
}
await benchScripts(row, browser, demo.url, campaign);
row('first load over loopback to the sign-in form (median of 5)', `${median(loads).toFixed(0)} ms`);
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await page.goto(demo.url);
await page.getByRole('button', { name: /Ylva/ }).click();
await page.getByRole('button', { name: 'Sign in', exact: true }).click();
await page.getByRole('heading', { name: 'Hangar' }).waitFor();
await page.goto(`${demo.url}/campaign/${campaign}/inspection?check=oil-quantity`);
await page.getByRole('button', { name: /Repeat/ }).click();
const field = page.locator('[data-figure]').first();
await field.waitFor();
const painted = await field.evaluate(async (input) => {
  const setValue = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const frame = () =>
    new Promise((resolve) =>
      requestAnimationFrame(() => requestAnimationFrame(() => resolve(performance.now()))),
    );
  const all = [];
  for (let i = 0; i < 60; i += 1) {
    await frame();
    const start = performance.now();
    setValue.call(input, String(7 + (i % 40) / 10));
    input.dispatchEvent(new Event('input', { bubbles: true }));
    const synchronous = performance.now() - start;
    all.push({ synchronous, painted: (await frame()) - start });
  }
  return all;
});
row(
  'key press to verdict in the page, work before paint (median of 60)',
  `${median(painted.map((p) => p.synchronous)).toFixed(1)} ms`,
);
row(
  'key press to painted verdict, two frames counted (median of 60)',
  `${median(painted.map((p) => p.painted)).toFixed(1)} ms`,
);

await benchLong(row, browser, demo.url.replace('localhost', '127.0.0.1'), cookie, me.id, quiet);
await benchFrames(row, page, `${demo.url}/campaign/${campaign}`);
await benchLoading(row, median);
benchControls(row, median);
benchEnergy(row, median);
benchFieldChart(row);
const { DRIVERS } = await import('../apps/server/dist/devices/drivers/index.js');
await benchVehicle(row, DRIVERS);

// Packs: how long they take to compile, and the largest with the largest aircraft.
const sources = readLibraryFolder(BUILT_IN_LIBRARY);
const loading = [];
for (let i = 0; i < 5; i += 1)
  loading.push(time(() => loadLibrary(sources.map((f) => ({ ...f, name: `${i}/${f.name}` })))).ms);
const library = loadLibrary(sources);
const checks = [...library.packs.values()].reduce((sum, p) => sum + p.checks.length, 0);
row(
  `library of ${library.packs.size} packs, ${checks} checks in them, read and compiled (median of 5)`,
  `${median(loading).toFixed(0)} ms`,
);
const largestPack = [...library.packs.values()].sort((a, b) => b.checks.length - a.checks.length)[0];
const { boosted } = { boosted: library.packs.get('piston-multi-boosted') };
const four = layoutFor('piston-multi');
const fourEngined = {
  mark: 'QX-BIG',
  revision: 1,
  type: 'Skarv M4',
  description: 'four engines of nine cylinders',
  family: 'piston-multi',
  serial: '1',
  layout: four,
  equipment: [],
  options: [],
  chosen: {},
  hours: 1,
  limitBook: 'skarv-m4',
  pack: boosted.id,
  instruments: [],
};
const bigBasis = {
  pack: boosted,
  limitBook: library.limitBooks.get('skarv-m4'),
  aircraft: aircraftOf(fourEngined).value,
};
const indexing = [];
for (let i = 0; i < 20; i += 1) indexing.push(time(() => indexBasis({ ...bigBasis })).ms);
row(
  `pack with most parts (${boosted.id}, ${indexBasis(bigBasis).value.parts.size} parts on four engines), looked up (median of 20)`,
  `${median(indexing).toFixed(1)} ms`,
);
await benchPlanning(row, median, bigBasis);
benchInspection(row, median, bigBasis);
row(
  `the same tried by a steady hand (most checks: ${largestPack.id}, ${largestPack.checks.length})`,
  `${time(() => tryPack(bigBasis)).ms.toFixed(0)} ms`,
);
const put = async (path, body, method = 'PUT', headers = {}) =>
  fetch(`${demo.url}/api/library${path}`, {
    method,
    headers: { cookie: boss, 'content-type': 'application/json', ...headers },
    body: JSON.stringify(body),
  });
const bossIn = await fetch(`${demo.url}/api/session`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ name: 'brand', passphrase: 'seven wet ropes' }),
});
const boss = bossIn.headers.get('set-cookie').split(';')[0];
await put('/drafts/aircraft/QX-BIG', {
  version: 0,
  document: { format: 'kanzel-aircraft', version: 2, ...fourEngined },
});
const { proof } = await (
  await fetch(`${demo.url}/api/me/proof`, {
    method: 'POST',
    headers: { cookie: boss, 'content-type': 'application/json' },
    body: JSON.stringify({ passphrase: 'seven wet ropes' }),
  })
).json();
await put('/drafts/aircraft/QX-BIG/publish', { version: 1 }, 'POST', { 'x-kanzel-proof': proof });
const big = crypto.randomUUID();
const opened = await ask('/api/campaigns', {
  id: big,
  mark: 'QX-BIG',
  title: 'Largest pack on the largest aircraft',
  occasion: 'post-maintenance',
  workItems: [],
  at: new Date().toISOString(),
  device: 'bench',
});
if (opened.kind !== 'campaign.opened') throw new Error(JSON.stringify(opened));
const paints = [];
for (let i = 0; i < 5; i += 1) {
  const start = performance.now();
  await page.goto(`${demo.url}/campaign/${big}/run-up`);
  await page.getByLabel('Step in progress').waitFor();
  paints.push(performance.now() - start);
}
row(
  'the same as a campaign in the browser, address to first paint (median of 5)',
  `${median(paints).toFixed(0)} ms`,
);

// How hangar and campaign opening grow with what is in the installation.
const sizes = [
  [6, 50, 10_000],
  [60, 500, 100_000],
  ...(process.argv.includes('--large') ? [[300, 5000, 1_000_000]] : []),
];
const ready = process.argv.find((a) => a.startsWith('--made='))?.slice('--made='.length);
for (const size of sizes) {
  row(`${size[0]} aircraft, ${size[1]} campaigns, about ${size[2]} entries:`, '');
  await benchSize(row, browser, size, size[0] === 300 ? ready : undefined);
}
await browser.close();
demo.child.kill('SIGTERM');
await new Promise((resolve) => demo.child.once('exit', resolve));
bare.close();

// A fast monitor into a browser; ten minutes with --large.
await benchLiveFeed(row, process.argv.includes('--large') ? 600 : 60);

// An hour of flight, twenty times faster.
await benchLiveFlight(row);

// Many devices at once for a while, on a server of its own.
const loaded = await serve(folder);
const loadedIn = await fetch(`${loaded.url}/api/session`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ name: 'ylva', passphrase: 'grey heron lamp post' }),
});
const loadedCookie = loadedIn.headers.get('set-cookie').split(';')[0];
const toLoad = await (
  await fetch(`${loaded.url}/api/campaigns`, { headers: { cookie: loadedCookie } })
).json();
await benchSustained(
  row,
  loaded.url.replace('localhost', '127.0.0.1'),
  loadedCookie,
  me.id,
  toLoad.filter((c) => c.releasedAt === undefined).map((c) => c.id),
  { pid: loaded.child.pid },
);
loaded.child.kill('SIGTERM');
await new Promise((resolve) => loaded.child.once('exit', resolve));
for (const path of [join(folder, '..'), bareFolder]) rmSync(path, { recursive: true, force: true });
