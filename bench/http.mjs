import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';
import { Agent, request } from 'node:http';
import { join } from 'node:path';

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
