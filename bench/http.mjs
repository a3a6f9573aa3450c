import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { join } from 'node:path';
import { clearInterval, setInterval } from 'node:timers';
import { Worker } from 'node:worker_threads';

const ROOT = join(import.meta.dirname, '..');

/** Sends JSON over a connection that stays open. */
export function send(agent, url, path, body, headers = {}) {
  return new Promise((resolve, reject) => {
    const text = body === undefined ? undefined : JSON.stringify(body);
    const sent = request(
      `${url}${path}`,
      {
        agent,
        method: text === undefined ? 'GET' : 'POST',
        headers: {
          ...headers,
          ...(text === undefined
            ? {}
            : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) }),
        },
      },
      (response) => {
        let all = '';
        response.setEncoding('utf8');
        response.on('data', (chunk) => (all += chunk));
        response.on('end', () =>
          resolve({ status: response.statusCode, text: all, headers: response.headers }),
        );
      },
    );
    sent.on('error', reject);
    sent.end(text);
  });
}

const anEntry = (campaign, by, i, device, seen) => ({
  id: crypto.randomUUID(),
  campaign,
  at: new Date().toISOString(),
  by,
  role: 'technician',
  device,
  ...(seen === undefined ? {} : { seen }),
  kind: 'tag.on',
  version: 1,
  body: {
    tag: `bench-${device}-${i}-${Math.random()}`,
    thing: 'Bench',
    where: '',
    why: 'measuring',
    touches: [],
  },
});

/** Entries accepted a second by so many devices, each sending its next one when the last was answered. */
async function perSecond(url, path, make, cookie, devices, seconds, count = 1) {
  const agent = new Agent({ keepAlive: true, maxSockets: devices });
  const until = performance.now() + seconds * 1000;
  let accepted = 0;
  let later = 0;
  const waits = [];
  await Promise.all(
    Array.from({ length: devices }, async (_, device) => {
      let seen = count;
      for (let i = device; performance.now() < until; i += 1) {
        const start = performance.now();
        const answer = await send(
          agent,
          url,
          path,
          { entries: [make(i, `bench-${device}`, seen)] },
          { cookie },
        );
        if (answer.status === 503) {
          later += 1;
          await new Promise((resolve) => setTimeout(resolve, 200));
          continue;
        }
        const body = JSON.parse(answer.text);
        if (body.accepted?.length !== 1) throw new Error(answer.text.slice(0, 300));
        seen = body.accepted[0].seq ?? seen;
        accepted += 1;
        waits.push(performance.now() - start);
      }
    }),
  );
  agent.destroy();
  waits.sort((a, b) => a - b);
  return { rate: accepted / seconds, p99: waits[Math.floor(waits.length * 0.99)] ?? 0, later };
}

async function bareServer() {
  const child = spawn(process.execPath, [join(ROOT, 'bench/bare-server.mjs')], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise((resolve) =>
    child.stdout.once('data', (chunk) => resolve(/http:\S+/.exec(chunk.toString())[0])),
  );
  return { child, url };
}

/** One entry a request, from 1, 50 and 200 devices, beside a bare server of the same durability. */
export async function benchHttp(row, url, cookie, me, campaigns, seconds = 6, only = undefined) {
  const bare = await bareServer();
  // What every device has before it when it begins: all there is.
  const there = async (campaign) =>
    JSON.parse(
      (await send(undefined, url, `/api/campaigns/${campaign}/entries?after=999999`, undefined, { cookie }))
        .text,
    ).count;
  for (const [devices, wanted] of [
    [1, 0.6],
    [50, 0.8],
    [200, 0.8],
  ]) {
    if (only !== undefined && devices !== Number(only)) continue;
    const make = (campaign) => (i, device, seen) => anEntry(campaign, me, i, device, seen);
    const [campaign] = campaigns;
    await perSecond(
      url,
      `/api/campaigns/${campaign}/entries`,
      make(campaign),
      cookie,
      devices,
      1,
      await there(campaign),
    );
    const ours = await perSecond(
      url,
      `/api/campaigns/${campaign}/entries`,
      make(campaign),
      cookie,
      devices,
      seconds,
      await there(campaign),
    );
    await perSecond(bare.url, '/', make(campaign), '', devices, 1);
    const theirs = await perSecond(bare.url, '/', make(campaign), '', devices, seconds);
    row(
      `one entry a request over HTTP, ${devices} devices at once (wanted ${wanted} of a bare server)`,
      `${ours.rate.toFixed(0)} a second, p99 ${ours.p99.toFixed(0)} ms; bare ${theirs.rate.toFixed(0)}, p99 ${theirs.p99.toFixed(0)} ms; ratio ${(ours.rate / theirs.rate).toFixed(2)}${ours.later > 0 ? `; ${ours.later} told to come later` : ''}`,
    );
  }
  bare.child.kill('SIGTERM');
}

/**
 * Many devices that each make so many entries a second, whatever becomes of them: what was told to come later is sent
 * again, as a device does. Nothing acknowledged may be lost, nothing be there twice, and nobody kept waiting in silence.
 */
export async function benchSustained(
  row,
  url,
  cookie,
  me,
  campaigns,
  { devices = 200, each = 5, seconds = 180, pid } = {},
) {
  const agent = new Agent({ keepAlive: true, maxSockets: devices });
  const waits = [];
  const acknowledged = new Map();
  let offered = 0;
  let later = 0;
  let failed = 0;
  const memory = [];
  const until = performance.now() + seconds * 1000;
  const asking = new Worker(new URL('./ask-worker.mjs', import.meta.url), { workerData: url });
  const looking = setInterval(() => {
    if (pid !== undefined)
      memory.push(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1000);
  }, 15_000);
  const device = async (number) => {
    const campaign = campaigns[number % campaigns.length];
    const path = `/api/campaigns/${campaign}/entries`;
    const queue = [];
    let made = 0;
    let count = 0;
    const start = performance.now() + (number * 1000) / each / devices;
    while (performance.now() < until || queue.length > 0) {
      const due = Math.floor(((Math.min(performance.now(), until) - start) * each) / 1000) + 1;
      for (; made < due; made += 1) {
        queue.push({ entry: anEntry(campaign, me, made, `load-${number}`, count), since: performance.now() });
        offered += 1;
      }
      if (queue.length === 0) {
        await new Promise((resolve) => setTimeout(resolve, 20));
        continue;
      }
      if (performance.now() > until + 120_000) break;
      const batch = queue.slice(0, 50);
      const answer = await send(agent, url, path, { entries: batch.map((q) => q.entry) }, { cookie }).catch(
        () => undefined,
      );
      if (answer?.status === 503) {
        later += 1;
        await new Promise((resolve) => setTimeout(resolve, 500));
        continue;
      }
      const body = answer?.status === 200 ? JSON.parse(answer.text) : undefined;
      if (body?.accepted?.length !== batch.length) {
        failed += 1;
        if (failed < 3) row('  refused', (answer?.text ?? 'no answer').slice(0, 200));
        await new Promise((resolve) => setTimeout(resolve, 500));
        continue;
      }
      queue.splice(0, batch.length);
      for (const entry of body.accepted) {
        acknowledged.set(entry.id, `${campaign} ${entry.seq}`);
        count = Math.max(count, entry.seq);
      }
      for (const { since } of batch) waits.push(performance.now() - since);
    }
  };
  await Promise.all(Array.from({ length: devices }, (_, i) => device(i)));
  clearInterval(looking);
  const asked = await new Promise((resolve) => {
    asking.once('message', resolve);
    asking.postMessage('enough');
  });
  asked.sort((a, b) => a - b);
  agent.destroy();
  const there = new Map();
  let twice = 0;
  for (const campaign of campaigns) {
    const { text } = await send(undefined, url, `/api/campaigns/${campaign}/entries`, undefined, { cookie });
    for (const entry of JSON.parse(text).entries) {
      if (there.has(entry.id)) twice += 1;
      there.set(entry.id, `${campaign} ${entry.seq}`);
    }
  }
  const lost = [...acknowledged].filter(([id, place]) => there.get(id) !== place).length;
  waits.sort((a, b) => a - b);
  const at = (share) => waits[Math.floor(waits.length * share)] ?? NaN;
  row(
    `${devices} devices, ${each} entries a second each, ${seconds} s, on ${campaigns.length} campaigns (wanted: 0 lost, 0 double)`,
    `offered ${(offered / seconds).toFixed(0)} a second, ${acknowledged.size} of ${offered} acknowledged; ${lost} lost, ${twice} double; made to acknowledged p50 ${at(0.5).toFixed(0)} ms, p99 ${at(0.99).toFixed(0)} ms; ${later} told to come later, ${failed} not answered; another's question answered p50 ${asked[Math.floor(asked.length / 2)].toFixed(0)} ms, p99 ${asked[Math.floor(asked.length * 0.99)].toFixed(0)} ms, worst ${asked.at(-1).toFixed(0)} ms`,
  );
  if (memory.length > 1)
    row('  memory of the server while it lasted (MB)', memory.map((m) => m.toFixed(0)).join(' '));
}
