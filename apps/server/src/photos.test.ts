import { createHash, randomUUID } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { unzipSync } from 'fflate';
import type { Scan } from '@kanzel/core';
import { provePictures, readRecordFile } from '@kanzel/formats';
import { teistFile } from '@kanzel/world';
import {
  addDemoPeople,
  draft,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from './testing/harness.ts';

const { path, remove } = temporaryFolder();
let app: NestExpressApplication;
let ylva: SignedIn;
const campaign = randomUUID();

beforeAll(async () => {
  mkdirSync(join(path, 'library'), { recursive: true });
  writeFileSync(join(path, 'library', 'aircraft-qx-tei.r1.yaml'), teistFile(new Date()));
  const started = await startServer(path);
  app = started.app;
  await addDemoPeople(app);
  ylva = await signIn(started.url, 'ylva');
  await ylva.agent
    .post('/api/campaigns')
    .send({
      id: campaign,
      mark: 'QX-TEI',
      title: 'Photographed',
      occasion: 'acceptance',
      workItems: [],
      at: new Date().toISOString(),
      device: 'test',
    })
    .expect(201);
});
afterAll(async () => {
  await app.close();
  remove();
});

const VIEWS = ['from above', 'plugs from the side'];
/** One point, as a PNG; a byte behind it tells two apart. */
const picture = (n: number): Buffer =>
  Buffer.concat([
    Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    ),
    Buffer.from([n]),
  ]);
const keep = async (n: number): Promise<Scan> =>
  (
    await ylva.agent
      .post(`/api/scans?name=${n}.png`)
      .set('content-type', 'image/png')
      .send(picture(n))
      .expect(200)
  ).body as Scan;

/** What becomes of an answer: `accepted`, the reason of a refusal, or what is malformed about it. */
async function becomes(photos: unknown): Promise<string> {
  const body = {
    check: 'bay-photographed',
    subject: 'aircraft',
    answer: { kind: 'photo', photos },
    facts: {},
  };
  const sent = draft(campaign, ylva.person, 'answer.given', body as never);
  const { status, body: answered } = (await ylva.agent
    .post(`/api/campaigns/${campaign}/entries`)
    .send({ entries: [sent] })) as {
    status: number;
    body: { refused?: { reason: { code: string } }[]; details?: string[] };
  };
  if (status === 400) return `malformed: ${answered.details?.[0] ?? ''}`;
  return answered.refused?.[0]?.reason.code ?? 'accepted';
}

test('an answer by photographs is taken when every one of them is here, and not before', async () => {
  const [one, two] = [await keep(1), await keep(2)];
  const [above, side] = VIEWS;
  const away = { ...two, sha256: 'f'.repeat(64) };
  expect(
    await becomes([
      { view: above, scan: one },
      { view: side, scan: away },
    ]),
  ).toBe('scanNotHere');
  expect(await becomes([{ view: above, scan: one }])).toBe('wrongForm');
  expect(
    await becomes([
      { view: above, scan: one },
      { view: side, scan: one },
    ]),
  ).toBe('wrongForm');
  expect(await becomes([])).toMatch(/^malformed: entries\[0\]\.body\.answer\.photos/);
  expect(await becomes([{ view: above, scan: { ...one, more: 1 } }])).toMatch(/more should not exist/);
  expect(await becomes([{ view: above }, { view: side, scan: two }])).toMatch(/scan/);
  expect(
    await becomes([
      { view: above, scan: one },
      { view: side, scan: two },
    ]),
  ).toBe('accepted');
});

/** What lies in a ZIP file, by name. */
async function unpacked(): Promise<Map<string, Buffer>> {
  const { body } = (await ylva.agent
    .get(`/api/campaigns/${campaign}/record-with-pictures`)
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => done(null, Buffer.concat(chunks)));
    })
    .expect(200)) as { body: Buffer };
  return new Map(Object.entries(unzipSync(body)).map(([name, bytes]) => [name, Buffer.from(bytes)]));
}
const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

test('a record taken away with its pictures proves them, and what was changed beside it is named', async () => {
  const files = await unpacked();
  const { publicKey } = (await ylva.agent.get('/api/installation').expect(200)).body as { publicKey: string };
  const read = readRecordFile(files.get('record.json')?.toString('utf8') ?? '', publicKey);
  if (!read.ok) throw new Error(read.error.code);
  const { entries } = read.value.file;
  const beside = new Map(
    [...files].flatMap(([name, bytes]): [string, Buffer][] =>
      name.startsWith('pictures/') ? [[name.slice('pictures/'.length), bytes]] : [],
    ),
  );
  const proven = (): ReturnType<typeof provePictures> =>
    provePictures(entries, new Map([...beside].map(([name, bytes]) => [name, hashOf(bytes)])));
  expect([...beside.values()].map((b) => b.at(-1)).sort()).toEqual([1, 2]);
  expect(proven()).toEqual({ named: 2, missing: [], altered: [], strangers: [] });

  const [one = '', two = ''] = [...beside.keys()];
  beside.set(one, Buffer.concat([beside.get(one) ?? Buffer.alloc(0), Buffer.from([0])]));
  beside.delete(two);
  beside.set('holiday.png', picture(9));
  expect(proven()).toEqual({ named: 2, missing: [two], altered: [one], strangers: ['holiday.png'] });

  // What was changed where it is kept is given to nobody as the one it was; the record alone still is.
  const [hash = ''] = one.split('.');
  writeFileSync(join(path, 'attachments', hash.slice(0, 2), hash), picture(7));
  const refused = await ylva.agent.get(`/api/campaigns/${campaign}/record-with-pictures`).expect(409);
  expect(refused.body).toMatchObject({ reason: { code: 'scanDamaged' } });
  await ylva.agent.get(`/api/campaigns/${campaign}/record-file`).expect(200);
});
