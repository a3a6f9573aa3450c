import { createHash } from 'node:crypto';
import { readdirSync, writeFileSync } from 'node:fs';
import { once } from 'node:events';
import { createServer, type AddressInfo, type Server } from 'node:net';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { ScalesView } from '@kanzel/contract';
import { writeHeader, writeSample } from '@kanzel/formats';
import { serveScales } from '@kanzel/standins';
import { firstSheet, foldEntries, plateText, type Entry, type EntryBodies, type Scan } from '@kanzel/core';
import { makeBackup, verifyBackup } from './backup/backup.ts';
import {
  addDemoPeople,
  draft,
  entriesOf,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from './testing/harness.ts';

/** Papers and loading through the server: copies that are kept and looked after, scales, sheets that are printed. */

const folder = temporaryFolder();
let app: NestExpressApplication;
let scales: Server;
let ylva: SignedIn;

beforeAll(async () => {
  const loads = [100, 200.5, 50].map((mass, i) => ({ id: String(i + 1), mass, step: 0.5 }));
  scales = await serveScales(0, loads, 3);
  const { port } = scales.address() as { port: number };
  const started = await startServer(join(folder.path, 'data'), { scales: `127.0.0.1:${port}` });
  app = started.app;
  await addDemoPeople(app);
  ylva = await signIn(started.url, 'ylva');
});

afterAll(async () => {
  await app.close();
  scales.close();
  folder.remove();
});

/** One point, as a PNG. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
const send = (type: string, contents: Buffer, name = 'permit.png') =>
  ylva.agent.post(`/api/scans?name=${name}`).set('content-type', type).send(contents);
const post = async (campaign: string, body: EntryBodies['answer.given']): Promise<string | undefined> => {
  const answer = await ylva.agent
    .post(`/api/campaigns/${campaign}/entries`)
    .send({ entries: [draft(campaign, ylva.person, 'answer.given', body)] });
  const { refused, message } = answer.body as {
    refused?: { reason: { code: string } }[];
    message?: string;
  };
  return message ?? refused?.[0]?.reason.code;
};
const permit = (scans: readonly Scan[]): EntryBodies['answer.given'] => ({
  check: 'airworthiness-certificate',
  subject: 'aircraft',
  answer: { kind: 'document', document: { number: 'A-1', expiresOn: '2031-01-01', conditions: [], scans } },
  facts: {},
});

test('a copy is kept under its hash, told by its contents, refused when it is none, and shown only as it was', async () => {
  const kept = (await send('image/png', PNG).expect(200)).body as Scan;
  expect(kept).toEqual({
    sha256: createHash('sha256').update(PNG).digest('hex'),
    name: 'permit.png',
    type: 'image/png',
    size: PNG.length,
  });
  // The same again is the same; a name that says otherwise changes nothing.
  expect((await send('application/pdf', PNG).expect(200)).body).toEqual(kept);
  expect((await send('image/png', Buffer.from('GIF89a not a picture')).expect(409)).body).toMatchObject({
    reason: { code: 'scanType' },
  });
  await ylva.agent.post('/api/scans').send({ not: 'a file' }).expect(415);
  const shown = await ylva.agent.get(`/api/scans/${kept.sha256}`).expect(200).buffer(true);
  expect(shown.headers['content-type']).toBe('image/png');
  expect(Buffer.compare(shown.body as Buffer, PNG)).toBe(0);
  await ylva.agent.get(`/api/scans/${'0'.repeat(64)}`).expect(404);
  await ylva.agent.get('/api/scans/..%2F..%2Fkanzel.db').expect(404);
  const campaign = await openCampaign(ylva);
  expect(await post(campaign, permit([kept]))).toBeUndefined();
  expect(await post(campaign, permit([{ ...kept, sha256: 'a'.repeat(64) }]))).toBe('scanNotHere');
  // A backup takes it along; a file that was changed on the disk is not shown as what it was.
  const target = join(folder.path, 'backup');
  expect(await makeBackup(join(folder.path, 'data'), target, new Date())).toMatchObject({ ok: true });
  expect(readdirSync(join(target, 'attachments', kept.sha256.slice(0, 2)))).toEqual([kept.sha256]);
  writeFileSync(join(target, 'attachments', kept.sha256.slice(0, 2), kept.sha256), 'other');
  expect(verifyBackup(target)).toMatchObject({ ok: false });
  writeFileSync(join(folder.path, 'data', 'attachments', kept.sha256.slice(0, 2), kept.sha256), 'other');
  expect((await ylva.agent.get(`/api/scans/${kept.sha256}`).expect(409)).body).toMatchObject({
    reason: { code: 'scanDamaged' },
  });
});

test('scales that talk as fast as the line carries are told like any others: the last figure, and how far they lay apart', async () => {
  const line = (value: number): string => `${writeSample({ time: 1, values: [value] })}\r\n`;
  const heap = `${line(100)}${line(103)}${line(101)}`.repeat(60_000);
  const fast = createServer((socket) => {
    socket.on('error', () => socket.destroy());
    socket.write(`${writeHeader([{ subject: 'scales', channel: '1', unit: 'kg' }])}\r\n${heap}`);
  });
  fast.listen(0, '127.0.0.1');
  await once(fast, 'listening');
  const other = temporaryFolder();
  const { port } = fast.address() as AddressInfo;
  const started = await startServer(other.path, { scales: `127.0.0.1:${port}` });
  await addDemoPeople(started.app);
  const signe = await signIn(started.url, 'signe');
  const view = (await signe.agent.get('/api/scales').expect(200)).body as ScalesView;
  await started.app.close();
  fast.close();
  other.remove();
  // Which of them came last before they were told is the line's business.
  expect(view.scales).toMatchObject([{ id: '1', unit: 'kg', spread: 3 }]);
  expect([100, 101, 103]).toContain(view.scales[0]?.value);
});

test('scales are read over their line, garbled lines passed over; who is silent or not there is said', async () => {
  const view = (await ylva.agent.get('/api/scales').expect(200)).body as ScalesView;
  expect(view.scales.map((s) => [s.id, s.unit])).toEqual([
    ['1', 'kg'],
    ['2', 'kg'],
    ['3', 'kg'],
  ]);
  view.scales.forEach((s, i) => {
    expect(Math.abs(s.value - ([100, 200.5, 50][i] ?? 0))).toBeLessThanOrEqual(0.5);
    expect(s.spread).toBeLessThanOrEqual(1);
  });
  const mute = createServer((socket) => socket.on('error', () => socket.destroy()));
  await new Promise<void>((resolve) => mute.listen(0, '127.0.0.1', resolve));
  const { port } = mute.address() as { port: number };
  const other = temporaryFolder();
  for (const [address, code] of [
    [`127.0.0.1:${port}`, 'scalesSilent'],
    ['127.0.0.1:1', 'scalesSilent'],
    [undefined, 'noScales'],
  ] as const) {
    const started = await startServer(other.path, address === undefined ? {} : { scales: address });
    await addDemoPeople(started.app);
    const signe = await signIn(started.url, 'signe');
    expect((await signe.agent.get('/api/scales').expect(409)).body).toMatchObject({ reason: { code } });
    await started.app.close();
  }
  mute.close();
  other.remove();
});

test('the loading sheet is kept, printed, and taken along as table and data that say the same', async () => {
  const campaign = await openCampaign(ylva);
  await ylva.agent.get(`/api/campaigns/${campaign}/loading/loading.pdf`).expect(409);
  await ylva.agent.get(`/api/campaigns/${campaign}/loading/other.pdf`).expect(404);
  const state = foldEntries((await entriesOf(ylva, campaign)) as Entry[]);
  const { index } = state;
  if (!index) throw new Error('no campaign');
  const sheet = {
    ...(firstSheet(state, index) as NonNullable<ReturnType<typeof firstSheet>>),
    fuel: { bow: 40, left: 108, right: 108 } as Readonly<Record<string, number>>,
    used: 150,
  };
  const answer = (change: Partial<typeof sheet>): EntryBodies['answer.given'] => ({
    check: 'loading-sheet-current',
    subject: 'aircraft',
    answer: { kind: 'loading', sheet: { ...sheet, ...change } },
    facts: {},
  });
  expect(await post(campaign, answer({ fuel: { bow: 61 } }))).toBe('tankOverfull');
  expect(await post(campaign, answer({ lines: [{ station: 'pilot', mass: -1 }] }))).toBe('negativeMass');
  expect(await post(campaign, answer({ empty: { ...sheet.empty, mass: 1400 } }))).toBe('emptyLineStale');
  expect(await post(campaign, answer({ fuel: { bow: 'full' as unknown as number } }))).toMatch(/malformed/);
  expect(await post(campaign, answer({}))).toBeUndefined();
  const get = (file: string) => ylva.agent.get(`/api/campaigns/${campaign}/loading/${file}`).expect(200);
  const data = JSON.parse((await get('loading.json').buffer(true)).text) as {
    rows: { kind: string; title: string; mass: number; arm: number; moment: number }[];
    verdicts: { state: string; says: string }[];
  };
  // The totals are the sums of the lines: 1412 + 84 + 60 + 5.5 + 0.72·256 at take-off.
  const items = data.rows.filter((r) => r.kind === 'item');
  const first = data.rows.find((r) => r.title === 'Take-off');
  expect(first?.mass).toBeCloseTo(
    items.reduce((s, r) => s + r.mass, 0),
    9,
  );
  expect(first?.moment).toBeCloseTo(
    items.reduce((s, r) => s + r.moment, 0),
    6,
  );
  expect(first?.mass).toBeCloseTo(1412 + 84 + 60 + 5.5 + 0.72 * 256, 6);
  expect(data.verdicts[0]).toMatchObject({ state: 'within', says: expect.stringContaining('all the way') });
  const lines = (await get('loading.csv').buffer(true)).text.trim().split('\r\n');
  expect(lines[0]).toBe('Line,Item,Mass kg,Arm mm,Moment kg·mm,Lateral mm,% of chord');
  expect(lines).toHaveLength(data.rows.length + 1);
  expect(lines.find((l) => l.startsWith('total,Take-off'))).toContain(first?.mass.toFixed(2));
  // What the pages say is read in the browser tests.
  const isPdf = (answer: { readonly body: unknown }): string =>
    (answer.body as Buffer).subarray(0, 5).toString();
  expect(isPdf(await get('loading.pdf').buffer(true))).toBe('%PDF-');
  expect(isPdf(await ylva.agent.get('/api/aircraft/QX-TJD/label.pdf').expect(200).buffer(true))).toBe(
    '%PDF-',
  );
  await ylva.agent.get('/api/aircraft/QX-NIL/label.pdf').expect(404);
  // What the label says is what the plate check of this campaign expects.
  expect(
    await post(campaign, {
      check: 'configuration-at-the-aircraft',
      subject: 'aircraft',
      answer: { kind: 'plate', text: plateText(index.basis.aircraft), how: 'scanned' },
      facts: {},
    }),
  ).toBeUndefined();
});
