import { once } from 'node:events';
import { connect } from 'node:net';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { ROLES } from '@kanzel/core';
import {
  EVENTS,
  LIVE_PATH,
  PROOF_HEADER,
  type FrontDoor,
  type PersonView,
  type ProofView,
} from '@kanzel/contract';
import type { PresentPerson } from '@kanzel/contract/events';
import request, { type Agent } from 'supertest';
import { io, type Socket } from 'socket.io-client';
import { StoryClock } from '../../demo/src/crew.ts';
import { buildOpenApi } from './openapi.ts';
import { PeopleService } from './people/index.ts';
import { WriteLock } from './storage/write-lock.ts';
import { confirming, draft, openCampaign, signIn, startServer, temporaryFolder } from './testing/harness.ts';

const PASSPHRASE = 'a long enough passphrase';

/** Waits for what is told over a line, for as long as the test may last. */
const until = async (is: () => boolean): Promise<void> => {
  while (!is()) await new Promise((resolve) => setTimeout(resolve, 5));
};
const folder = temporaryFolder();
const clock = new StoryClock(Date.now());
let app: NestExpressApplication;
let url: string;

const add = (name: string, roles: readonly string[], validUntil?: string): Promise<unknown> =>
  app.get(PeopleService).add({
    name,
    fullName: `The ${name}`,
    passphrase: PASSPHRASE,
    authorisations: roles.map((role) => ({
      role: role as 'pilot',
      families: ['*'],
      ...(validUntil ? { validUntil } : {}),
    })),
  });
const idOf = async (name: string): Promise<string> =>
  (await app.get(PeopleService).list()).find((p) => p.name === name)?.id ?? '';
const proofOf = async (agent: Agent, passphrase = PASSPHRASE): Promise<string> =>
  ((await agent.post('/api/me/proof').send({ passphrase }).expect(200)).body as ProofView).proof;

beforeAll(async () => {
  ({ app, url } = await startServer(folder.path, {}, clock));
  await add('administrator', [...ROLES]);
});

afterAll(async () => {
  await app.close();
  folder.remove();
});

describe('what leads to a signature or a right asks for the passphrase', () => {
  /** Written from the issue: passphrases, PINs, roles, accounts, keys, publishing, field, devices. */
  const FRESH = [
    'post /api/people',
    'put /api/people/{id}',
    'post /api/people/{id}/passphrase',
    'post /api/tablet',
    'post /api/library',
    'post /api/library/drafts/{format}/{id}/publish',
    'put /api/field',
    'put /api/aircraft/{mark}/monitor',
  ];
  /** These ask for it in their own body. */
  const IN_THE_BODY = [
    'post /api/me/passphrase',
    'post /api/me/pin',
    'post /api/me/proof',
    'post /api/campaigns/{campaign}/release',
  ];

  test('an administrator who signed on by PIN gets no further than the question, on any of these routes', async () => {
    const admin = request.agent(url);
    await admin.post('/api/session').send({ name: 'administrator', passphrase: PASSPHRASE }).expect(200);
    await admin
      .post('/api/tablet')
      .set(PROOF_HEADER, await proofOf(admin))
      .send({ name: 'T' })
      .expect(204);
    await admin.post('/api/me/pin').send({ passphrase: PASSPHRASE, pin: '2468' }).expect(204);
    await admin.delete('/api/session').expect(204);
    const person = await idOf('administrator');
    await admin.post('/api/session/pin').send({ person, pin: '2468' }).expect(200);
    const asked: string[] = [];
    for (const [path, operations] of Object.entries(buildOpenApi(app).paths))
      for (const method of Object.keys(operations).filter((m) => m !== 'get' && m !== 'delete')) {
        const target = path.replace('{id}', person).replace('{mark}', 'QX-TJD').replace('{format}', 'pack');
        const { status } = await admin[method as 'post'](target).send({});
        if (status === 428) asked.push(`${method} ${path}`);
      }
    expect(asked.sort()).toEqual([...FRESH].sort());
    // The others that lead there want the passphrase itself; a PIN in its place opens nothing.
    for (const route of IN_THE_BODY)
      expect(Object.keys(buildOpenApi(app).paths)).toContain(route.split(' ')[1]);
    await admin.post('/api/me/proof').send({ passphrase: '2468' }).expect(403);
    await admin
      .post('/api/me/passphrase')
      .send({ old: '2468', passphrase: 'a passphrase of mine' })
      .expect(403);
    await admin.post('/api/me/pin').send({ passphrase: '2468', pin: '1111' }).expect(403);
    await signIn(url, 'administrator', PASSPHRASE);
  });

  test('a proof serves one act, in its own session, for two minutes; an act that was refused spends none', async () => {
    const { agent } = await signIn(url, 'administrator', PASSPHRASE);
    const other = await signIn(url, 'administrator', PASSPHRASE);
    const make = (by: Agent, proof: string, name: string, passphrase = PASSPHRASE) =>
      by
        .post('/api/people')
        .set(PROOF_HEADER, proof)
        .send({ name, fullName: name, passphrase, authorisations: [{ role: 'pilot', families: ['*'] }] });
    const proof = await proofOf(agent);
    await make(other.agent, proof, 'made-elsewhere').expect(428);
    await make(agent, proof, 'made-here', 'short').expect(400);
    await make(agent, proof, 'made-here').expect(201);
    await make(agent, proof, 'made-twice').expect(428);
    await make(agent, 'invented', 'made-up').expect(428);
    const late = await proofOf(agent);
    clock.advance(121);
    await make(agent, late, 'made-late').expect(428);
    const fromTheFuture = await proofOf(agent);
    clock.advance(-3600);
    await make(agent, fromTheFuture, 'made-before').expect(428);
    clock.advance(3600);
    // Twenty at once with one proof: one of them is done.
    const raced = await proofOf(agent);
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) => make(agent, raced, `raced-${i}`).then((a) => a.status)),
    );
    expect(answers.filter((s) => s === 201)).toHaveLength(1);
    const names = (await app.get(PeopleService).list())
      .map((p) => p.name)
      .filter((n) => /^(made|raced)/.test(n));
    expect(names).toHaveLength(2);
  });

  test('one’s own rights are changed by two where there are two administrators', async () => {
    const { agent, fresh, person } = await signIn(url, 'administrator', PASSPHRASE);
    const change = (authorisations: PersonView['authorisations'], second?: object) =>
      fresh
        .put(`/api/people/${person.id}`)
        .send({ fullName: person.fullName, authorisations, ended: false, ...(second ? { second } : {}) });
    const fewer = person.authorisations.filter((a) => a.role !== 'observer');
    // Alone, nobody else can be asked.
    await change(fewer).expect(200);
    await add('second', ['administrator']);
    await add('outsider', ['pilot']);
    await change(person.authorisations).expect(403);
    await change(person.authorisations, { name: 'second', passphrase: 'a guess' }).expect(403);
    await change(person.authorisations, { name: 'outsider', passphrase: PASSPHRASE }).expect(403);
    await change(person.authorisations, { name: 'administrator', passphrase: PASSPHRASE }).expect(403);
    expect(((await agent.get('/api/session')).body as PersonView).authorisations).toEqual(fewer);
    await change(person.authorisations, { name: 'second', passphrase: PASSPHRASE }).expect(200);
    const events = (await agent.get('/api/installation/events')).body as { kind: string; body: object }[];
    expect(events.find((e) => e.kind === 'person.changed')?.body).toMatchObject({
      by: person.id,
      confirmedBy: await idOf('second'),
    });
    // The name alone is one's own matter; the passphrase is, with the old one.
    await change(person.authorisations).expect(200);
    await fresh
      .post(`/api/people/${person.id}/passphrase`)
      .send({ passphrase: 'a new passphrase' })
      .expect(409);
  });
});

describe('attempts are counted before they are judged', () => {
  test('forty PINs at once are five tries', async () => {
    const admin = request.agent(url);
    await admin.post('/api/session').send({ name: 'administrator', passphrase: PASSPHRASE }).expect(200);
    await admin
      .post('/api/tablet')
      .set(PROOF_HEADER, await proofOf(admin))
      .send({ name: 'T2' })
      .expect(204);
    await add('pinned', ['pilot']);
    const own = await signIn(url, 'pinned', PASSPHRASE);
    await own.agent.post('/api/me/pin').send({ passphrase: PASSPHRASE, pin: '9999' }).expect(204);
    await admin.delete('/api/session').expect(204);
    expect(((await admin.get('/api/front-door')).body as FrontDoor).tablet?.name).toBe('T2');
    const person = await idOf('pinned');
    const said = await Promise.all(
      Array.from({ length: 40 }, (_, i) =>
        admin
          .post('/api/session/pin')
          .send({ person, pin: String(1000 + i) })
          .then((a) => (a.body as { message: string }).message),
      ),
    );
    expect(said.filter((m) => m.includes('not your PIN')).length).toBeLessThan(5);
    expect(said.filter((m) => m.includes('rests')).length).toBeGreaterThan(35);
    // The right one too, until the passphrase is given.
    await admin.post('/api/session/pin').send({ person, pin: '9999' }).expect(401);
  });

  test.each([
    [
      'signing in',
      (agent: Agent, passphrase: string) => agent.post('/api/session').send({ name: 'guessed', passphrase }),
    ],
    ['a proof', (agent: Agent, passphrase: string) => agent.post('/api/me/proof').send({ passphrase })],
    [
      'a new passphrase',
      (agent: Agent, passphrase: string) =>
        agent.post('/api/me/passphrase').send({ old: passphrase, passphrase: 'whatever it may be' }),
    ],
    [
      'a signature',
      (agent: Agent, passphrase: string) =>
        agent.post('/api/campaigns/11111111-1111-4111-8111-111111111111/release').send({
          id: '22222222-2222-4222-8222-222222222222',
          at: clock.now().toISOString(),
          device: 'test',
          seen: 1,
          passphrase,
          snapshot: 'f'.repeat(64),
          statement: '',
        }),
    ],
  ] as const)('forty wrong passphrases at once are ten tries: %s', async (_, attempt) => {
    if (!(await idOf('guessed'))) await add('guessed', ['pilot', 'certifier']);
    clock.advance(301);
    const { agent } = await signIn(url, 'guessed', PASSPHRASE);
    const statuses = await Promise.all(
      Array.from({ length: 40 }, (_unused, i) => attempt(agent, `guess ${i}`).then((a) => a.status)),
    );
    expect(statuses.filter((s) => s === 429).length).toBeGreaterThanOrEqual(30);
    // Whoever guesses right now learns nothing; somebody else's account is not touched.
    expect((await attempt(agent, PASSPHRASE)).status).toBe(429);
    await signIn(url, 'administrator', PASSPHRASE);
    clock.advance(301);
    await signIn(url, 'guessed', PASSPHRASE);
  });
});

describe('only our own pages', () => {
  test('a request of another page, of a frame without origin, or with another kind of body changes nothing', async () => {
    const { cookie } = await signIn(url, 'administrator', PASSPHRASE);
    const host = new URL(url).host;
    const send = (headers: Record<string, string>, body = '{"name":"x"}') => {
      const call = request(url).post('/api/tablet').set('cookie', cookie);
      for (const [name, value] of Object.entries(headers)) void call.set(name, value);
      return call.send(body);
    };
    const json = { 'content-type': 'application/json' };
    await send({ ...json, origin: 'http://elsewhere.example' }).expect(403);
    await send({ ...json, origin: 'null' }).expect(403);
    await send({ ...json, origin: `http://${host}.elsewhere.example` }).expect(403);
    // A host that only begins, or only ends, like ours.
    for (const origin of ['http://kanzel.example.elsewhere.example', 'http://not-kanzel.example'])
      await send({ ...json, host: 'kanzel.example', origin }).expect(403);
    await send({ ...json, host: 'kanzel.example', origin: 'http://kanzel.example' }).expect(428);
    // A name of somebody else's that points here, and a page served under it.
    await send({ ...json, host: 'elsewhere.example', origin: 'http://elsewhere.example' }).expect(403);
    for (const ours of ['localhost:4170', '[::1]:4170', 'hangar', 'KANZEL.example'])
      await send({ ...json, host: ours.toLowerCase(), origin: `http://${ours}` }).expect(428);
    await send({ ...json, 'sec-fetch-site': 'cross-site' }).expect(403);
    await send({ ...json, 'sec-fetch-site': 'same-site' }).expect(403);
    for (const type of [
      'text/plain',
      'application/x-www-form-urlencoded',
      'multipart/form-data',
      'application/jsonp',
    ])
      await send({ 'content-type': type }).expect(415);
    await send({ ...json, origin: `http://${host}`, 'sec-fetch-site': 'same-origin' }).expect(428);
    await send({ 'content-type': 'application/json; charset=utf-8' }).expect(428);
    // An address in capitals or with a slash more is the same door.
    await request(url)
      .post('/API/Tablet/')
      .set('cookie', cookie)
      .set('origin', 'http://elsewhere.example')
      .send({})
      .expect(403);
  });

  test('what is personal is stored by nobody on the way', async () => {
    const { agent } = await signIn(url, 'administrator', PASSPHRASE);
    for (const path of ['/api/session', '/api/people', '/api/campaigns', '/api/front-door', '/api/library'])
      expect((await agent.get(path)).headers['cache-control']).toBe('no-store');
  });

  const line = (cookie: string, headers: Record<string, string> = {}): Socket =>
    io(url, {
      path: LIVE_PATH,
      transports: ['websocket'],
      extraHeaders: { cookie, ...headers },
      reconnection: false,
    });

  test('another page opens no live line', async () => {
    const { cookie } = await signIn(url, 'administrator', PASSPHRASE);
    const foreign = line(cookie, { origin: 'http://elsewhere.example' });
    await once(foreign as never, 'connect_error');
    const own = line(cookie, { origin: url });
    await once(own as never, 'connect');
    own.close();
  });

  test('what a browser asks before its line is let in is answered when it is, and a line gone meanwhile is of nobody', async () => {
    const watcher = await signIn(url, 'administrator', PASSPHRASE);
    const leaver = await signIn(url, 'administrator', PASSPHRASE);
    const campaign = await openCampaign(watcher, clock.now());
    const earlier = line((await signIn(url, 'administrator', PASSPHRASE)).cookie);
    await once(earlier as never, 'connect');
    let present: readonly PresentPerson[] = [];
    earlier.on(EVENTS.present, (people: readonly PresentPerson[]) => void (present = people));
    // The session is due to be noted as seen, and a long write is before it.
    clock.advance(60);
    let written: () => void = () => undefined;
    const write = app.get(WriteLock).run(() => new Promise<void>((resolve) => void (written = resolve)));
    const [stays, goes] = [line(watcher.cookie), line(leaver.cookie)];
    await Promise.all([once(stays as never, 'connect'), once(goes as never, 'connect')]);
    const asked = stays.emitWithAck(EVENTS.watch, { campaign, device: 'stays' });
    goes.emit(EVENTS.watch, { campaign, device: 'goes' });
    goes.close();
    // A stranger has come and been sent away meanwhile: what was asked has been heard.
    await once(line('') as never, 'disconnect');
    written();
    await write;
    expect(await asked).toMatchObject({ count: 1 });
    await until(() => present.some((p) => p.device === 'stays'));
    expect(present.filter((p) => p.device === 'goes')).toEqual([]);
    stays.close();
    await until(() => !present.some((p) => p.device === 'stays'));
    expect(present).toHaveLength(1);
    earlier.close();
  });

  test('a line ends with the session that opened it, when only its time has run out', async () => {
    const watcher = await signIn(url, 'administrator', PASSPHRASE);
    const live = line(watcher.cookie);
    await once(live as never, 'connect');
    const heard: unknown[] = [];
    live.on(EVENTS.entry, (entry) => heard.push(entry));
    const gone = once(live as never, 'disconnect');
    clock.advance(61 * 60);
    await gone;
    const technician = await signIn(url, 'administrator', PASSPHRASE);
    await openCampaign(technician, clock.now());
    expect(heard).toEqual([]);
    await watcher.agent.get('/api/session').expect(401);
  });
});

describe('a body is bounded before anything walks it', () => {
  const strangersBody = (body: string) =>
    request(url).post('/api/session').set('content-type', 'application/json').send(body);

  test('a stranger is read for sixteen kilobytes and twenty members', async () => {
    const refused = await strangersBody(JSON.stringify({ name: 'x'.repeat(17_000), passphrase: 'y' })).expect(
      413,
    );
    expect((refused.body as { message: string }).message).toMatch(/nothing was changed/);
    await strangersBody(`{${Array.from({ length: 30 }, (_, i) => `"m${i}":1`).join(',')}}`).expect(413);
    await strangersBody(`{"name":${'['.repeat(500)}${']'.repeat(500)}}`).expect(413);
    await strangersBody('{"name":"x","__proto__":{"admin":true}}').expect(413);
    await strangersBody('{"name":').expect(400);
    await strangersBody('"only a word"').expect(400);
  });

  test('whoever is not signed on is answered before the body has come', async () => {
    const { hostname, port } = new URL(url);
    const socket = connect(Number(port), hostname);
    socket.write(
      `POST /api/scans HTTP/1.1\r\nhost: ${hostname}:${port}\r\ncontent-type: image/png\r\ncontent-length: 19000000\r\n\r\nonly this much`,
    );
    const [answer] = (await once(socket, 'data')) as [Buffer];
    expect(answer.toString()).toMatch(/^HTTP\/1\.1 401 /);
    await once(socket, 'close');
  });

  test('many members, deep ones and unlisted ones are refused, signed on or not, and nothing of them is kept', async () => {
    const by = await signIn(url, 'administrator', PASSPHRASE);
    const campaign = await openCampaign(by, clock.now());
    const answer = {
      ...draft(campaign, by.person, 'answer.given', confirming('limit-book-is-current')),
      at: clock.now().toISOString(),
    };
    const post = (body: unknown) => by.agent.post(`/api/campaigns/${campaign}/entries`).send(body as object);
    const many = Object.fromEntries(Array.from({ length: 40_000 }, (_, i) => [`m${i}`, 1]));
    const body = confirming('limit-book-is-current');
    await post({ entries: [{ ...answer, body: { ...body, facts: many } }] }).expect(413);
    await post({ entries: [{ ...answer, ...many }] }).expect(413);
    const facts = (count: number, value: unknown) => ({
      entries: [
        {
          ...answer,
          body: {
            ...body,
            facts: Object.fromEntries(Array.from({ length: count }, (_, i) => [`f${i}`, value])),
          },
        },
      ],
    });
    await post(facts(101, 'word')).expect(400);
    await post(facts(1, { value: 1, unit: 'rpm', note: 'x'.repeat(5000) })).expect(400);
    await post(facts(1, { value: 1, unit: 'r'.repeat(500) })).expect(400);
    await post({ entries: [{ ...answer, body: { ...body, facts: { ['n'.repeat(500)]: 'word' } } }] }).expect(
      400,
    );
    await post({
      entries: [{ ...answer, body: { ...body, answer: { kind: 'confirm', asExpected: true, more: 'x' } } }],
    }).expect(400);
    const { entries } = (await by.agent.get(`/api/campaigns/${campaign}/entries`).expect(200)).body as {
      entries: unknown[];
    };
    expect(entries).toHaveLength(1);
    expect((await post({ entries: [answer] }).expect(200)).body).toMatchObject({ refused: [] });
  });

  test.each(['1e999', '-1', 'NaN', '0x10', '1.5', '', '99999999999999999999', '1&after=2'])(
    'a place that is none is refused: after=%s',
    async (after) => {
      const by = await signIn(url, 'administrator', PASSPHRASE);
      const campaign = await openCampaign(by, clock.now());
      await by.agent.get(`/api/campaigns/${campaign}/entries?after=${after}`).expect(400);
      await by.agent.get(`/api/installation/log?after=${after}`).expect(400);
    },
  );
});

test('whose authorisation has run out opens no campaign by dating it back', async () => {
  const today = clock.now();
  await add('lapsed', ['technician'], new Date(today.getTime() - 2 * 86_400_000).toISOString().slice(0, 10));
  const { agent } = await signIn(url, 'lapsed', PASSPHRASE);
  await agent
    .post('/api/campaigns')
    .send({
      id: '33333333-3333-4333-8333-333333333333',
      mark: 'QX-TJD',
      title: 'From the past',
      occasion: 'post-maintenance',
      workItems: [],
      at: new Date(today.getTime() - 4 * 86_400_000).toISOString(),
      device: 'test',
    })
    .expect(403);
});
