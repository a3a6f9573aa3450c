import { once } from 'node:events';
import { createServer, type AddressInfo, type Socket } from 'node:net';
import { join } from 'node:path';
import { readFileSync } from 'node:fs';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { getDataSourceToken } from '@nestjs/typeorm';
import { verifyChain, type Entry } from '@kanzel/core';
import { EVENTS, LIVE_PATH, type MonitorEvent, type PostEntriesResponse } from '@kanzel/contract';
import { readRecordFile, writeHeader, writeSample } from '@kanzel/formats';
import { serveTwin, TwinStandin } from '@kanzel/standins';
import request from 'supertest';
import { io } from 'socket.io-client';
import type { DataSource } from 'typeorm';
import { AttachmentsService } from './attachments/index.ts';
import { printCopies } from '../../demo/src/copies.ts';
import { ScriptedCrew, StoryClock } from '../../demo/src/crew.ts';
import { amphibianPapers } from '@kanzel/world';
import { buildOpenApi } from './openapi.ts';
import { PeopleService } from './people/index.ts';
import { RecordService } from './record/index.ts';
import {
  addDemoPeople,
  confirming,
  draft,
  entriesOf,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from './testing/harness.ts';

const folder = temporaryFolder();
let app: NestExpressApplication;
let url: string;
let ylva: SignedIn;
let brand: SignedIn;
let signe: SignedIn;

beforeAll(async () => {
  ({ app, url } = await startServer(folder.path));
  await addDemoPeople(app);
  [ylva, brand, signe] = [await signIn(url, 'ylva'), await signIn(url, 'brand'), await signIn(url, 'signe')];
});

afterAll(async () => {
  await app.close();
  folder.remove();
});

const post = async (by: SignedIn, campaign: string, ...entries: unknown[]): Promise<PostEntriesResponse> =>
  (await by.agent.post(`/api/campaigns/${campaign}/entries`).send({ entries }).expect(200))
    .body as PostEntriesResponse;

describe('the record', () => {
  test('entries are chained in order, a retry is harmless, the same id with other contents is refused', async () => {
    const campaign = await openCampaign(ylva);
    const one = draft(campaign, ylva.person, 'answer.given', confirming('limit-book-is-current'));
    const first = await post(ylva, campaign, one);
    const again = await post(ylva, campaign, one);
    expect(again.accepted).toEqual(first.accepted);
    const altered = await post(ylva, campaign, { ...one, body: confirming('parts-traceable') });
    expect(altered).toMatchObject({ accepted: [], refused: [{ id: one.id, reason: { code: 'idReused' } }] });
    const entries = await entriesOf(ylva, campaign);
    expect(entries.map((e) => e.seq)).toEqual([1, 2]);
    expect(verifyChain(entries).ok).toBe(true);
  });

  test('fifty posts at once make one chain without gaps', async () => {
    const campaign = await openCampaign(ylva);
    const tags = Array.from({ length: 50 }, (_, i) =>
      draft(campaign, ylva.person, 'tag.on', {
        tag: `tag-${i}`,
        thing: `Thing ${i}`,
        where: '',
        why: 'open',
        touches: [],
      }),
    );
    await Promise.all(tags.map((t) => post(ylva, campaign, t)));
    const entries = await entriesOf(ylva, campaign);
    expect(entries).toHaveLength(51);
    expect(verifyChain(entries).ok).toBe(true);
  });

  test('the database itself refuses to change or delete an entry', async () => {
    const dataSource = app.get<DataSource>(getDataSourceToken());
    await expect(dataSource.query(`UPDATE entry SET json = '{}'`)).rejects.toThrow(
      'entries are never changed',
    );
    await expect(dataSource.query('DELETE FROM entry')).rejects.toThrow('entries are never deleted');
  });

  test.each([
    ['no such check', { check: 'ghost' }, 'checkUnknown'],
    ['behind a gate', { check: 'arcs-clear' }, 'gateHeld'],
  ])('refused by the record, %s: a reason, and nothing else changes', async (_, change, code) => {
    const campaign = await openCampaign(ylva);
    const answer = await post(
      ylva,
      campaign,
      draft(campaign, ylva.person, 'answer.given', { ...confirming('x'), ...change }),
    );
    expect(answer).toMatchObject({ accepted: [], refused: [{ reason: { code } }] });
    expect(await entriesOf(ylva, campaign)).toHaveLength(1);
  });

  test.each([
    ['a body of no known kind', { kind: 'answer.dreamt' }],
    ['a member nobody asked for', { body: { ...confirming('limit-book-is-current'), sudo: true } }],
    [
      'text for a figure',
      {
        body: {
          check: 'oil-quantity',
          subject: 'left',
          facts: {},
          answer: {
            kind: 'reading',
            reading: { value: 'nine', unit: 'L', text: '9', resolution: 1, source: 'typed' },
          },
        },
      },
    ],
    [
      'an unknown unit',
      {
        body: {
          check: 'oil-quantity',
          subject: 'left',
          facts: {},
          answer: {
            kind: 'reading',
            reading: { value: 9, unit: 'pint', text: '9', resolution: 1, source: 'typed' },
          },
        },
      },
    ],
    [
      'a fact that is none',
      { body: { ...confirming('limit-book-is-current'), facts: { rpm: { value: null } } } },
    ],
    ['no id', { id: 'entry-1' }],
  ])('malformed, %s: refused whole with its path', async (_, change) => {
    const campaign = await openCampaign(ylva);
    const bad = {
      ...draft(campaign, ylva.person, 'answer.given', confirming('limit-book-is-current')),
      ...change,
    };
    const { body } = await ylva.agent
      .post(`/api/campaigns/${campaign}/entries`)
      .send({ entries: [bad] })
      .expect(400);
    expect((body as { details: string[] }).details[0]).toMatch(/^entries/);
    expect(await entriesOf(ylva, campaign)).toHaveLength(1);
  });

  test('nobody posts for someone else, in a role not held, or from the future', async () => {
    const campaign = await openCampaign(ylva);
    const body = confirming('limit-book-is-current');
    const codes = async (d: unknown): Promise<string | undefined> =>
      (await post(ylva, campaign, d)).refused[0]?.reason.code;
    expect(await codes(draft(campaign, brand.person, 'answer.given', body))).toBe('notYours');
    expect(await codes(draft(campaign, ylva.person, 'answer.given', body, 'certifier'))).toBe('roleNotHeld');
    expect(
      await codes({
        ...draft(campaign, ylva.person, 'answer.given', body),
        at: new Date(Date.now() + 3_600_000).toISOString(),
      }),
    ).toBe('clockAhead');
  });
});

describe('people', () => {
  test('a wrong passphrase and an unknown name are told apart by nobody; the cookie is out of reach of scripts', async () => {
    const wrong = await request(url)
      .post('/api/session')
      .send({ name: 'ylva', passphrase: 'wrong' })
      .expect(401);
    const nobody = await request(url)
      .post('/api/session')
      .send({ name: 'nobody', passphrase: 'wrong' })
      .expect(401);
    expect(wrong.body).toEqual(nobody.body);
    const right = await request(url)
      .post('/api/session')
      .send({ name: 'ylva', passphrase: 'grey heron lamp post' })
      .expect(200);
    expect(String(right.headers['set-cookie'])).toMatch(/HttpOnly.*SameSite=Strict/i);
    expect(JSON.stringify(await app.get(PeopleService).list())).not.toContain('argon2');
  });

  test('signing out ends the session on the server', async () => {
    const once = await signIn(url, 'odd');
    await once.agent.delete('/api/session').expect(204);
    await request(url).get('/api/session').set('Cookie', once.cookie).expect(401);
  });

  test('too many attempts have to wait', async () => {
    const other = temporaryFolder();
    const server = await startServer(other.path, { signInsPerMinute: 3 });
    const statuses: number[] = [];
    for (let i = 0; i < 5; i += 1)
      statuses.push(
        (await request(server.url).post('/api/session').send({ name: 'x', passphrase: 'y' })).status,
      );
    await server.app.close();
    other.remove();
    expect(statuses).toEqual([401, 401, 401, 429, 429]);
  });

  test('the first account of an empty installation takes the code printed at the server, and only once', async () => {
    const other = temporaryFolder();
    const server = await startServer(other.path);
    const code = server.app.get(PeopleService).setupCode;
    const first = {
      setupCode: code,
      name: 'first.one',
      fullName: 'First One',
      passphrase: 'a long passphrase',
    };
    expect((await request(server.url).get('/api/front-door')).body).toEqual({ empty: true });
    await request(server.url)
      .post('/api/first-person')
      .send({ ...first, setupCode: '000-000-00x' })
      .expect(403);
    await request(server.url).post('/api/first-person').send(first).expect(201);
    await request(server.url)
      .post('/api/first-person')
      .send({ ...first, name: 'second.one' })
      .expect(409);
    await server.app.close();
    other.remove();
  });
});

test('a malformed library file is refused with file, place and reason, and changes nothing', async () => {
  const before = (await brand.agent.get('/api/library').expect(200)).body as unknown;
  const text = readFileSync(
    join(__dirname, '../../../packages/packs/library/limit-books/tjeld-nl-6.yaml'),
    'utf8',
  )
    .replace('id: tjeld-nl-6', 'id: other-book')
    .replace('low: 7, cautionLow: 8', 'low: 9, cautionLow: 8');
  const { body } = await brand.fresh.post('/api/library').send({ name: 'other.yaml', text }).expect(400);
  expect((body as { details: string[] }).details).toEqual([
    expect.stringMatching(/^other\.yaml:\d+:\d+ limits\[0\]: Oil quantity: the edges must run/),
  ]);
  expect((await brand.agent.get('/api/library').expect(200)).body).toEqual(before);
});

test('two browsers hear of each other within a second, and a stranger hears nothing', async () => {
  const campaign = await openCampaign(ylva);
  const socket = io(url, {
    path: LIVE_PATH,
    transports: ['websocket'],
    extraHeaders: { cookie: brand.cookie },
  });
  const stranger = io(url, { path: LIVE_PATH, transports: ['websocket'], reconnection: false });
  await Promise.all([once(socket as never, 'connect'), once(stranger as never, 'disconnect')]);
  const watched = (await socket.emitWithAck(EVENTS.watch, { campaign })) as { count: number };
  expect(watched.count).toBe(1);
  const heard = once(socket as never, EVENTS.entry) as Promise<[Entry]>;
  const sent = performance.now();
  await post(
    ylva,
    campaign,
    draft(campaign, ylva.person, 'answer.given', confirming('limit-book-is-current')),
  );
  const [entry] = await heard;
  expect(performance.now() - sent).toBeLessThan(1000);
  expect(entry).toMatchObject({ seq: 2, kind: 'answer.given', by: ylva.person.id });
  socket.close();
});

test('a monitor speaking the line protocol over TCP is heard in the browser; its silence is said', async () => {
  const standin = await serveTwin(new TwinStandin(3), { host: '127.0.0.1', dataPort: 0, controlPort: 0 });
  const campaign = await openCampaign(ylva);
  const socket = io(url, {
    path: LIVE_PATH,
    transports: ['websocket'],
    extraHeaders: { cookie: ylva.cookie },
  });
  await once(socket as never, 'connect');
  await socket.emitWithAck(EVENTS.watch, { campaign });
  const reading = once(socket as never, EVENTS.monitor) as Promise<
    [{ mark: string; values: Record<string, Record<string, number>> }]
  >;
  await ylva.fresh
    .put('/api/aircraft/QX-TJD/monitor')
    .send({ host: '127.0.0.1', port: standin.dataPort })
    .expect(403);
  await brand.fresh
    .put('/api/aircraft/QX-TJD/monitor')
    .send({ host: '127.0.0.1', port: standin.dataPort })
    .expect(204);
  const [event] = await reading;
  expect(event).toMatchObject({
    mark: 'QX-TJD',
    values: { left: { rpm: 0 }, right: { 'exhaust-6': expect.any(Number) as number } },
  });
  // Whoever opens the sheet later is given what was read in the last minute.
  const history = once(socket as never, EVENTS.monitorHistory) as Promise<[{ at: number }[]]>;
  await socket.emitWithAck(EVENTS.watch, { campaign });
  const [earlier] = await history;
  expect(earlier).toContainEqual(event);
  expect(earlier.map((e) => e.at)).toEqual([...earlier.map((e) => e.at)].sort((a, b) => a - b));
  const gone = new Promise<string>((resolve) =>
    socket.on(EVENTS.monitorState, (s: { state: string }) =>
      s.state === 'unreachable' ? resolve(s.state) : undefined,
    ),
  );
  await standin.close();
  expect(await gone).toBe('unreachable');
  socket.close();
});

test('lines that were held up and come in one heap are as far apart as the monitor took them', async () => {
  let line: Socket | undefined;
  const monitor = createServer((socket) => void (line = socket));
  monitor.listen(0, '127.0.0.1');
  await once(monitor, 'listening');
  const campaign = await openCampaign(ylva);
  const socket = io(url, {
    path: LIVE_PATH,
    transports: ['websocket'],
    extraHeaders: { cookie: ylva.cookie },
  });
  await once(socket as never, 'connect');
  await socket.emitWithAck(EVENTS.watch, { campaign });
  const heard: MonitorEvent[] = [];
  socket.on(EVENTS.monitor, (event: MonitorEvent) => void heard.push(event));
  const close = (): void => {
    socket.close();
    line?.destroy();
    monitor.close();
  };
  const hear = async (count: number): Promise<void> => {
    while (heard.length < count) await new Promise((resolve) => setTimeout(resolve, 5));
  };
  const { port } = monitor.address() as AddressInfo;
  await brand.fresh.put('/api/aircraft/QX-TJD/monitor').send({ host: '127.0.0.1', port }).expect(204);
  while (!line) await new Promise((resolve) => setTimeout(resolve, 5));
  const say = (...times: number[]): void =>
    void line?.write(times.map((time) => `${writeSample({ time, values: [time] })}\r\n`).join(''));
  // A header that names what every object has reaches none of them, and is not taken for one.
  line.write(`${writeHeader([{ subject: 'constructor', channel: 'keys', unit: 'rpm' }])}\r\n`);
  say(49_000);
  line.write(`${writeHeader([{ subject: 'left', channel: 'rpm', unit: 'rpm' }])}\r\n`);
  say(50_000);
  await hear(1);
  await new Promise((resolve) => setTimeout(resolve, 400));
  say(50_100, 50_200, 50_300);
  await hear(4);
  close();
  expect(Object.keys({ one: 1 })).toEqual(['one']);
  expect(heard.map((e) => e.source?.time)).toEqual([50_000, 50_100, 50_200, 50_300]);
  expect(new Set(heard.map((e) => e.source?.since)).size).toBe(1);
  const [first = NaN, ...later] = heard.map((e) => e.at);
  later.forEach((at, i) => expect(Math.abs(at - first - 100 * (i + 1))).toBeLessThanOrEqual(2));
});

test('the whole pack is worked to release by a scripted crew; the record file proves itself and names what was altered', async () => {
  const campaign = await openCampaign(ylva, new Date(Date.now() - 2 * 3_600_000));
  const people = await app.get(PeopleService).list();
  const who = (name: string) => people.find((p) => p.name === name) as (typeof people)[number];
  const cast = {
    technician: who('ylva'),
    inspector: who('brand'),
    certifier: who('signe'),
    pilot: who('odd'),
  };
  // Its hours lie behind the server's, and what is good for an hour before a flight is still good at the server's.
  const crew = new ScriptedCrew(
    app.get(RecordService),
    new StoryClock(Date.now() - 1.6 * 3_600_000),
    new TwinStandin(5),
    cast,
    campaign,
    amphibianPapers(new Date(), ['As ordered'], await printCopies(app.get(AttachmentsService), new Date())),
  );
  await signe.agent
    .post(`/api/campaigns/${campaign}/release`)
    .send({
      id: '22222222-2222-4222-8222-222222222222',
      at: new Date().toISOString(),
      device: 'test',
      seen: (await crew.state()).count,
      passphrase: 'kettle on the slipway',
      snapshot: (await crew.state()).head,
      statement: '',
    })
    .expect(409);
  await crew.work([
    'papers',
    'loading',
    'inspection',
    'controls',
    'fuel',
    'run-up',
    'taxi',
    'ready',
    'flight',
    'debrief',
  ]);
  expect(await crew.out()).toEqual([]);

  const sign = async (passphrase: string, status: number) =>
    signe.agent
      .post(`/api/campaigns/${campaign}/release`)
      .send({
        id: '33333333-3333-4333-8333-333333333333',
        at: new Date().toISOString(),
        device: 'test',
        seen: (await crew.state()).count,
        passphrase,
        snapshot: (await crew.state()).head,
        statement: '',
      })
      .expect(status);
  await sign('not mine', 403);
  await sign('kettle on the slipway', 200);

  const file = (
    await ylva.agent
      .get(`/api/campaigns/${campaign}/record-file`)
      .buffer(true)
      .parse((res, done) => {
        let text = '';
        res.on('data', (c: Buffer) => (text += c.toString()));
        res.on('end', () => done(null, text));
      })
  ).body as string;
  expect(readRecordFile(file)).toMatchObject({
    ok: true,
    value: { maker: 'unknown', file: { mark: 'QX-TJD' } },
  });
  const altered = JSON.parse(file) as {
    entries: { body: { answer?: { reading?: { value: number } } } }[];
    count: number;
  };
  const victim = altered.entries.findIndex((e) => e.body.answer?.reading !== undefined);
  (altered.entries[victim]?.body.answer?.reading as { value: number }).value += 1;
  expect(readRecordFile(JSON.stringify(altered))).toMatchObject({
    ok: false,
    error: { code: 'chainHash', params: { seq: victim + 1 } },
  });
  const shorter = JSON.parse(file) as { entries: unknown[] };
  shorter.entries.pop();
  expect(readRecordFile(JSON.stringify(shorter))).toMatchObject({ ok: false, error: { code: 'recordHead' } });

  const pdf = await ylva.agent
    .get(`/api/campaigns/${campaign}/release-sheet`)
    .buffer(true)
    .expect(200)
    .expect('content-type', /pdf/);
  expect((pdf.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
});

test('the OpenAPI page describes every body by the class that validates it', () => {
  const document = buildOpenApi(app);
  const schemas = document.components?.schemas as Record<
    string,
    { required?: string[]; properties?: object }
  >;
  expect(schemas['EntryDraftRequest']?.required).toEqual(
    expect.arrayContaining(['id', 'campaign', 'at', 'by', 'role', 'device', 'kind', 'version', 'body']),
  );
  expect(Object.keys(schemas['SignInRequest']?.properties ?? {})).toEqual(['name', 'passphrase']);
});
