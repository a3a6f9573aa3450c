import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { clearInterval, setInterval } from 'node:timers';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { EVENTS, LIVE_PATH } from '@kanzel/contract/events';
import { writeHeader, writeSample } from '@kanzel/formats';
import { io } from 'socket.io-client';

const ROOT = join(import.meta.dirname, '..');
/** A desk in the run-up: as fast as any monitor speaks. */
const RUN_UP = { channels: 40, rate: 50, sheet: 'run-up?check=exhaust-both' };
/** An hour of flight, 20 channels at 10 Hz, twenty times faster. */
const FLIGHT = { channels: 20, rate: 200, sheet: 'flight?check=climb-heads' };
/** Seconds that an hour of flight takes here. */
const FLIGHT_SECONDS = 180;
const MARK = 'QX-TJD';

/** Columns of a monitor with so many channels: two engines, their speeds first. */
function columns(channels) {
  const own = (subject) => [
    { subject, channel: 'rpm', unit: 'rpm' },
    { subject, channel: 'manifold-pressure', unit: 'inHg' },
    ...Array.from({ length: channels / 2 - 2 }, (_, i) => ({
      subject,
      channel: i < 6 ? `exhaust-${i + 1}` : `spare-${i}`,
      unit: 'degC',
    })),
  ];
  return [...own('left'), ...own('right')];
}

/** A monitor that speaks for so many seconds, and counts its lines. */
async function speak({ channels, rate }) {
  const header = `${writeHeader(columns(channels))}\r\n`;
  const sockets = new Set();
  const server = createServer((socket) => {
    sockets.add(socket);
    socket.on('error', () => socket.destroy());
    socket.once('close', () => sockets.delete(socket));
    socket.write(header);
  });
  await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
  let sent = 0;
  let timer;
  const start = () => {
    const from = performance.now();
    timer = setInterval(() => {
      // A timer that was late says what it owes: so many a second, whatever the machine does.
      const due = Math.floor(((performance.now() - from) / 1000) * rate);
      for (; sent < due; sent += 1) {
        const values = Array.from(
          { length: channels },
          (_, i) => 1700 + Math.round(4 * Math.sin((sent + 7 * i) / 9)),
        );
        const line = `${writeSample({ time: sent * (1000 / rate), values })}\r\n`;
        for (const socket of sockets) socket.write(line);
      }
    }, 10);
  };
  return {
    port: server.address().port,
    start,
    sent: () => sent,
    close: () => {
      clearInterval(timer);
      for (const socket of sockets) socket.destroy();
      server.close();
    },
  };
}

/** A monitor over the server into a browser that shows what it says: what is lost, late, or kept. */
export async function benchLiveFeed(row, seconds, told = RUN_UP) {
  const { channels, rate, sheet } = told;
  const folder = join(mkdtempSync(join(tmpdir(), 'kanzel-feed-')), 'data');
  const made = spawn(process.execPath, [join(ROOT, 'apps/demo/dist/main.js'), 'make', folder], {
    stdio: 'inherit',
  });
  await new Promise((resolve) => made.once('exit', resolve));
  const monitor = await speak(told);
  const server = spawn(process.execPath, [
    join(ROOT, 'apps/server/dist/main.js'),
    ...['--data', folder, '--port', '0', '--web', join(ROOT, 'apps/web/dist'), '--standins'],
    ...['--monitor', `${MARK}=engine-line:${monitor.port}`],
  ]);
  const url = await new Promise((resolve, reject) => {
    let text = '';
    server.stdout.on('data', (chunk) => {
      const found = /ready at (http:\S+)/.exec((text += chunk))?.[1];
      if (found) resolve(found.replace('localhost', '127.0.0.1'));
    });
    server.once('exit', () => reject(new Error(text)));
  });
  const rss = () =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1024;
  const browser = await chromium.launch({
    executablePath: process.env.KANZEL_CHROMIUM,
    args: ['--no-sandbox', '--disable-gpu', '--enable-precise-memory-info'],
  });
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(url);
  await page.getByLabel('Name').fill('ylva');
  await page.getByLabel('Passphrase').fill('grey heron lamp post');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('heading', { name: 'Hangar' }).waitFor();
  const list = await (await page.request.get(`${url}/api/campaigns`)).json();
  const campaign = list.find((c) => c.title.startsWith('Both propeller governors')).id;
  await page.goto(`${url}/campaign/${campaign}/${sheet}`);
  await page.getByLabel('Step in progress').waitFor();
  const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
  const socket = io(url, {
    path: LIVE_PATH,
    transports: ['websocket'],
    extraHeaders: { cookie, origin: url },
  });
  const heard = new Set();
  let latest = 0;
  socket.on(EVENTS.monitor, (event) => {
    heard.add(event.source?.time);
    latest = Math.max(latest, Date.now() - event.at);
  });
  await new Promise((resolve) => socket.once('connect', resolve));
  await new Promise((resolve) => socket.emit(EVENTS.watch, { campaign }, resolve));
  const heap = () => page.evaluate(() => performance.memory.usedJSHeapSize / 1e6);
  monitor.start();
  await page.waitForTimeout(5000);
  const [heapAt, rssAt] = [await heap(), rss()];
  const frames = await page.evaluate(
    (ms) =>
      new Promise((resolve) => {
        const gaps = [];
        let last = performance.now();
        const end = last + ms;
        const look = (now) => {
          gaps.push(now - last);
          last = now;
          if (now < end) requestAnimationFrame(look);
          else resolve(gaps.sort((a, b) => a - b));
        };
        requestAnimationFrame(look);
      }),
    seconds * 1000,
  );
  const [heapThen, rssThen] = [await heap(), rss()];
  monitor.close();
  await page.waitForTimeout(1500);
  const at = (share) => frames[Math.min(frames.length - 1, Math.floor(share * frames.length))].toFixed(0);
  row(
    `${channels} channels at ${rate} a second for ${seconds} s, monitor to browser`,
    `${monitor.sent()} lines sent, ${monitor.sent() - heard.size} lost, latest ${latest} ms late`,
  );
  row(
    '  frames of the sheet meanwhile: median, 95 %, 99.9 %, longest',
    `${at(0.5)}, ${at(0.95)}, ${at(0.999)}, ${at(1)} ms`,
  );
  row(
    '  memory meanwhile: page, server',
    `${heapAt.toFixed(0)} to ${heapThen.toFixed(0)} MB, ${rssAt.toFixed(0)} to ${rssThen.toFixed(0)} MB`,
  );
  socket.close();
  await browser.close();
  server.kill('SIGTERM');
  await new Promise((resolve) => server.once('exit', resolve));
  rmSync(join(folder, '..'), { recursive: true, force: true });
}

/** An hour of flight, told in three minutes. */
export const benchLiveFlight = (row) => benchLiveFeed(row, FLIGHT_SECONDS, FLIGHT);

// By itself: node bench/live-feed.mjs [seconds | flight]
if (process.argv[1] === import.meta.filename)
  await benchLiveFeed(
    (name, figure) => process.stdout.write(`${name.padEnd(66)} ${figure}\n`),
    process.argv[2] === 'flight' ? FLIGHT_SECONDS : Number(process.argv[2] ?? 60),
    process.argv[2] === 'flight' ? FLIGHT : RUN_UP,
  );
