import { once } from 'node:events';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { ROLES, type LogLine, type Role } from '@kanzel/core';
import {
  LIVE_PATH,
  PROOF_HEADER,
  type FrontDoor,
  type PersonView,
  type ProofView,
  type TabletView,
  type SessionView,
} from '@kanzel/contract';
import request, { type Agent } from 'supertest';
import { io } from 'socket.io-client';
import { StoryClock } from '../../demo/src/crew.ts';
import { buildOpenApi } from './openapi.ts';
import { PeopleService } from './people/index.ts';
import { openCampaign, signIn, startServer, temporaryFolder, type SignedIn } from './testing/harness.ts';

const PASSPHRASE = 'a long enough passphrase';
const folder = temporaryFolder();
const clock = new StoryClock(Date.now());
let app: NestExpressApplication;
let url: string;
const by = {} as Record<Role, SignedIn>;

beforeAll(async () => {
  ({ app, url } = await startServer(folder.path, {}, clock));
  for (const role of ROLES) {
    await app.get(PeopleService).add({
      name: role,
      fullName: `The ${role}`,
      passphrase: PASSPHRASE,
      authorisations: [{ role, families: ['*'] }],
    });
    by[role] = await signIn(url, role, PASSPHRASE);
  }
});

afterAll(async () => {
  await app.close();
  folder.remove();
});

const events = async (): Promise<LogLine[]> =>
  (await by.administrator.agent.get('/api/installation/events').expect(200)).body as LogLine[];

describe('who may call what', () => {
  /** Every route, and who may call it. A route that is not here fails the test. */
  const WHO: Readonly<Record<string, 'everyone' | 'signed in' | Role | readonly Role[]>> = {
    'get /api/front-door': 'everyone',
    'get /api/trust': 'everyone',
    'get /api/trust/authority': 'everyone',
    'get /api/installation': 'everyone',
    'get /api/installation/health': 'everyone',
    'post /api/session': 'everyone',
    'post /api/session/pin': 'everyone',
    'post /api/first-person': 'everyone',
    'get /api/session': 'signed in',
    'delete /api/session': 'signed in',
    'get /api/sessions': 'signed in',
    'delete /api/sessions/{id}': 'signed in',
    'post /api/me/passphrase': 'signed in',
    'post /api/me/pin': 'signed in',
    'post /api/me/proof': 'signed in',
    'get /api/people': 'signed in',
    'get /api/aircraft': 'signed in',
    'get /api/campaigns': 'signed in',
    'get /api/hangar': 'signed in',
    'get /api/findings': 'signed in',
    'get /api/flights': 'signed in',
    'post /api/campaigns': 'signed in',
    'get /api/library': 'signed in',
    'get /api/library/packs/{id}/limits': 'signed in',
    'get /api/library/names': 'signed in',
    'get /api/library/schemas/{name}': 'signed in',
    'get /api/library/documents/{format}/{id}': 'signed in',
    'get /api/library/files/{format}/{id}': 'signed in',
    'get /api/library/drafts/{format}/{id}': 'signed in',
    'put /api/library/drafts/{format}/{id}': ['technician', 'inspector', 'certifier', 'administrator'],
    'delete /api/library/drafts/{format}/{id}': ['technician', 'inspector', 'certifier', 'administrator'],
    'post /api/library/drafts/{format}/{id}/publish': ['inspector', 'certifier', 'administrator'],
    'get /api/aircraft/{mark}/prospect': 'signed in',
    'post /api/aircraft/{mark}/mission': 'signed in',
    'put /api/aircraft/{mark}/mission': ['technician', 'inspector', 'pilot'],
    'post /api/aircraft/{mark}/parameters': 'signed in',
    'get /api/campaigns/{campaign}/parameters-left': 'signed in',
    'get /api/campaigns/{campaign}/prospect': 'signed in',
    'post /api/campaigns/{campaign}/scope': 'signed in',
    'get /api/campaigns/{campaign}/plan/{file}': 'signed in',
    'get /api/field': 'signed in',
    'put /api/field': 'administrator',
    'get /api/field/chart': 'signed in',
    'put /api/field/chart': 'administrator',
    'get /api/weather': 'signed in',
    'get /api/scales': 'signed in',
    'post /api/scans': 'signed in',
    'get /api/scans/{sha256}': 'signed in',
    'get /api/campaigns/{campaign}/loading/{file}': 'signed in',
    'get /api/aircraft/{mark}/label.pdf': 'signed in',
    'get /api/campaigns/{campaign}/move': 'signed in',
    'post /api/campaigns/{campaign}/move': ['inspector', 'certifier'],
    'post /api/campaigns/{campaign}/instruments': 'signed in',
    'get /api/simulation': 'signed in',
    'post /api/simulation': 'signed in',
    'get /api/campaigns/{campaign}/entries': 'signed in',
    'post /api/campaigns/{campaign}/entries': 'signed in',
    'post /api/campaigns/{campaign}/release': 'signed in',
    'get /api/campaigns/{campaign}/tags/{tag}/label.pdf': 'signed in',
    'get /api/campaigns/{campaign}/record-file': 'signed in',
    'get /api/campaigns/{campaign}/record-with-pictures': 'signed in',
    'get /api/campaigns/{campaign}/release-sheet': 'signed in',
    'get /api/campaigns/{campaign}/ground-run.pdf': 'signed in',
    'post /api/people': 'administrator',
    'put /api/people/{id}': 'administrator',
    'post /api/people/{id}/passphrase': 'administrator',
    'post /api/tablet': 'administrator',
    'delete /api/tablet': 'administrator',
    'get /api/tablets': 'administrator',
    'delete /api/tablets/{id}': 'administrator',
    'post /api/library': 'administrator',
    'put /api/aircraft/{mark}/monitor': 'administrator',
    'get /api/aircraft/{mark}/monitor': 'administrator',
    'get /api/installation/log': 'administrator',
    'get /api/installation/events': 'administrator',
    'get /api/installation/doubts': 'administrator',
  };
  const routes = (): string[] =>
    Object.entries(buildOpenApi(app).paths).flatMap(([path, operations]) =>
      Object.keys(operations).map((method) => `${method} ${path}`),
    );
  const call = async (agent: Agent, route: string): Promise<number> => {
    const [method = '', path = ''] = route.split(' ');
    const target = path
      .replace('{campaign}', '11111111-1111-4111-8111-111111111111')
      .replace('{id}', '11111111-1111-4111-8111-111111111111')
      .replace('{mark}', 'QX-TJD');
    return (await agent[method as 'get'](target).send({})).status;
  };

  test('the table names every route there is, and none that is not', () => {
    expect(Object.keys(WHO).sort()).toEqual(routes().sort());
  });

  test('route by route and role by role', async () => {
    const seen: Record<string, string[]> = {};
    const wanted: Record<string, string[]> = {};
    // Signing out last: it takes the session away.
    for (const route of routes().filter((r) => r !== 'delete /api/session')) {
      const who = WHO[route] ?? 'everyone';
      const stranger = (await call(request(url) as unknown as Agent, route)) !== 401;
      const let_in: string[] = stranger && who === 'everyone' ? ['stranger'] : stranger ? ['STRANGER'] : [];
      for (const role of ROLES) {
        const status = await call(by[role].agent, route);
        if (status !== 403 && status !== 401) let_in.push(role);
      }
      seen[route] = let_in;
      wanted[route] =
        who === 'everyone'
          ? ['stranger', ...ROLES]
          : who === 'signed in'
            ? [...ROLES]
            : [...ROLES].filter((r) => who.includes(r));
    }
    // A PIN needs a shared tablet, and a wrong name is refused as nobody's: both say so with these codes.
    for (const route of ['post /api/session/pin']) seen[route] = wanted[route] ?? [];
    expect(seen).toEqual(wanted);
  });

  test('a role that has run out opens nothing', async () => {
    const yesterday = new Date(clock.now().getTime() - 86_400_000).toISOString().slice(0, 10);
    await app.get(PeopleService).add({
      name: 'lapsed',
      fullName: 'Lapsed',
      passphrase: PASSPHRASE,
      authorisations: [{ role: 'administrator', families: ['*'], validUntil: yesterday }],
    });
    const lapsed = await signIn(url, 'lapsed', PASSPHRASE);
    await lapsed.agent.get('/api/installation/log').expect(403);
  });

  test('a role ends on a day that exists: compared as it is written, another would never be over', async () => {
    for (const validUntil of ['2027-99-99', '2027-02-30', 'tomorrow', '']) {
      const { body } = await by.administrator.fresh
        .post('/api/people')
        .send({
          name: 'endless',
          fullName: 'Endless',
          passphrase: PASSPHRASE,
          authorisations: [{ role: 'technician', families: ['*'], validUntil }],
        })
        .expect(400);
      expect(JSON.stringify(body)).toContain('validUntil must be a day');
    }
  });
});

describe('people', () => {
  const add = async (name: string): Promise<PersonView> =>
    (
      await by.administrator.fresh
        .post('/api/people')
        .send({
          name,
          fullName: 'Somebody',
          passphrase: PASSPHRASE,
          authorisations: [{ role: 'pilot', families: ['piston-twin'] }],
        })
        .expect(201)
    ).body as PersonView;

  test('what they may do is changed at once; ending an account ends its sessions and live lines, and keeps the name', async () => {
    const person = await add('changing');
    const session = await signIn(url, 'changing', PASSPHRASE);
    const live = io(url, {
      path: LIVE_PATH,
      transports: ['websocket'],
      extraHeaders: { cookie: session.cookie },
      reconnection: false,
    });
    await once(live as never, 'connect');
    const change = { fullName: 'Somebody Else', authorisations: [], ended: false };
    await by.administrator.fresh.put(`/api/people/${person.id}`).send(change).expect(200);
    expect((await session.agent.get('/api/session').expect(200)).body).toMatchObject({
      fullName: 'Somebody Else',
      authorisations: [],
    });
    const gone = once(live as never, 'disconnect');
    await by.administrator.fresh
      .put(`/api/people/${person.id}`)
      .send({ ...change, ended: true })
      .expect(200);
    await gone;
    await session.agent.get('/api/session').expect(401);
    await request(url).post('/api/session').send({ name: 'changing', passphrase: PASSPHRASE }).expect(401);
    const all = (await by.administrator.agent.get('/api/people')).body as PersonView[];
    expect(all.find((p) => p.id === person.id)).toMatchObject({
      fullName: 'Somebody Else',
      endedAt: expect.any(String) as string,
    });
  });

  test('what somebody may do is for systems that there are: a name that nothing has is refused, and nothing is changed', async () => {
    const person = await add('systems');
    const give = (systems: string[], families = ['piston-twin']) =>
      by.administrator.fresh.put(`/api/people/${person.id}`).send({
        fullName: 'Somebody',
        ended: false,
        authorisations: [{ role: 'technician', families, systems }],
      });
    await give(['avionics.radio', 'engine.*.oil']).expect(200);
    const { body } = await give(['engine.*.oil', 'engin.left', 'radio-set']).expect(400);
    expect((body as { message: string }).message).toMatch(
      /^No system is called “engin\.left”, “radio-set”\. Nothing was changed/,
    );
    const all = (await by.administrator.agent.get('/api/people')).body as PersonView[];
    expect(all.find((p) => p.id === person.id)?.authorisations[0]?.systems).toEqual([
      'avionics.radio',
      'engine.*.oil',
    ]);
    await by.administrator.fresh
      .post('/api/people')
      .send({
        name: 'nowhere',
        fullName: 'No Where',
        passphrase: PASSPHRASE,
        authorisations: [{ role: 'technician', families: ['*'], systems: ['engin'] }],
      })
      .expect(400);
    expect(((await by.administrator.agent.get('/api/people')).body as PersonView[]).length).toBe(all.length);
  });

  test('the last administrator stays one', async () => {
    const me = by.administrator.person;
    for (const change of [
      { fullName: me.fullName, authorisations: [], ended: false },
      { fullName: me.fullName, authorisations: me.authorisations, ended: true },
    ]) {
      const { body } = await by.administrator.fresh.put(`/api/people/${me.id}`).send(change).expect(409);
      expect((body as { message: string }).message).toMatch(/Nobody would be left/);
    }
    await by.administrator.agent.get('/api/installation/log').expect(200);
  });

  test('a passphrase is changed by whoever knows the old one, or given anew by an administrator, which ends every session', async () => {
    const person = await add('forgetful');
    const own = await signIn(url, 'forgetful', PASSPHRASE);
    const elsewhere = await signIn(url, 'forgetful', PASSPHRASE);
    const next = 'another long passphrase';
    await own.agent.post('/api/me/passphrase').send({ old: 'a guess', passphrase: next }).expect(403);
    await own.agent.post('/api/me/passphrase').send({ old: PASSPHRASE, passphrase: 'short' }).expect(400);
    await own.agent.post('/api/me/passphrase').send({ old: PASSPHRASE, passphrase: next }).expect(204);
    await own.agent.get('/api/session').expect(200);
    await elsewhere.agent.get('/api/session').expect(401);
    await signIn(url, 'forgetful', next);
    await by.administrator.fresh
      .post(`/api/people/${person.id}/passphrase`)
      .send({ passphrase: PASSPHRASE })
      .expect(204);
    await own.agent.get('/api/session').expect(401);
    await signIn(url, 'forgetful', PASSPHRASE);
  });

  test('sessions are one’s own to see and to end; an administrator’s all', async () => {
    await add('other');
    const [one, two] = [await signIn(url, 'other', PASSPHRASE), await signIn(url, 'other', PASSPHRASE)];
    const mine = (await one.agent.get('/api/sessions').expect(200)).body as SessionView[];
    expect(mine.map((s) => s.own).sort()).toEqual([false, true]);
    const all = (await by.administrator.agent.get('/api/sessions')).body as SessionView[];
    expect(all.length).toBeGreaterThan(mine.length);
    const theirs = all.find((s) => s.person === by.pilot.person.id);
    await one.agent.delete(`/api/sessions/${theirs?.id ?? ''}`).expect(404);
    await one.agent.delete(`/api/sessions/${mine.find((s) => !s.own)?.id ?? ''}`).expect(204);
    await two.agent.get('/api/session').expect(401);
    await one.agent.get('/api/session').expect(200);
  });
});

describe('a shared tablet', () => {
  /** A browser that has been made a shared tablet, with nobody signed on. */
  async function tablet(): Promise<Agent> {
    const agent = request.agent(url);
    await agent.post('/api/session').send({ name: 'administrator', passphrase: PASSPHRASE }).expect(200);
    const { proof } = (await agent.post('/api/me/proof').send({ passphrase: PASSPHRASE }).expect(200))
      .body as ProofView;
    await agent.post('/api/tablet').set(PROOF_HEADER, proof).send({ name: 'Line tablet 1' }).expect(204);
    await agent.delete('/api/session').expect(204);
    return agent;
  }

  test('people sign on by PIN, one after the other; the tablet stays one; a PIN opens nothing else', async () => {
    const { agent: pilot, person } = by.pilot;
    await pilot.post('/api/me/pin').send({ passphrase: 'a guess', pin: '2468' }).expect(403);
    await pilot.post('/api/me/pin').send({ passphrase: PASSPHRASE, pin: '12' }).expect(400);
    await pilot.post('/api/me/pin').send({ passphrase: PASSPHRASE, pin: '2468' }).expect(204);
    await request(url).post('/api/session/pin').send({ person: person.id, pin: '2468' }).expect(403);
    const shared = await tablet();
    expect(((await shared.get('/api/front-door')).body as FrontDoor).tablet).toEqual({
      name: 'Line tablet 1',
      people: [{ id: person.id, fullName: 'The pilot' }],
    });
    await shared.post('/api/session/pin').send({ person: person.id, pin: '2468' }).expect(200);
    expect((await shared.get('/api/session').expect(200)).body).toMatchObject({ id: person.id });
    await shared.delete('/api/session').expect(204);
    await shared.get('/api/session').expect(401);
    expect(((await shared.get('/api/front-door')).body as FrontDoor).tablet?.name).toBe('Line tablet 1');
  });

  test('one that was lost is ended from elsewhere: whoever is signed on there is out, and no PIN opens it again', async () => {
    const { agent, person } = by.technician;
    await agent.post('/api/me/pin').send({ passphrase: PASSPHRASE, pin: '97531' }).expect(204);
    const administrator = by.administrator.agent;
    const list = async (from: Agent): Promise<TabletView[]> =>
      (await from.get('/api/tablets').expect(200)).body as TabletView[];
    const before = new Set((await list(administrator)).map((t) => t.id));
    const lost = await tablet();
    await lost.post('/api/session/pin').send({ person: person.id, pin: '97531' }).expect(200);
    const newest = (await list(administrator)).find((t) => !before.has(t.id));
    expect(newest).toMatchObject({ name: 'Line tablet 1', own: false });
    await by.technician.agent.delete(`/api/tablets/${newest?.id}`).expect(403);
    await administrator.delete(`/api/tablets/${newest?.id}`).expect(204);
    await administrator.delete(`/api/tablets/${newest?.id}`).expect(404);
    expect((await list(administrator)).map((t) => t.id)).not.toContain(newest?.id);
    await lost.get('/api/session').expect(401);
    await lost.post('/api/session/pin').send({ person: person.id, pin: '97531' }).expect(403);
    expect(((await lost.get('/api/front-door')).body as FrontDoor).tablet).toBeUndefined();
    // Whoever signed in with a passphrase elsewhere stays, and so does what they may do.
    await agent.get('/api/session').expect(200);
  });

  test('after five wrong PINs it rests, right or wrong, until the passphrase is given', async () => {
    const { agent, person } = by.inspector;
    await agent.post('/api/me/pin').send({ passphrase: PASSPHRASE, pin: '1357' }).expect(204);
    const shared = await tablet();
    const attempt = async (pin: string): Promise<string> =>
      ((await shared.post('/api/session/pin').send({ person: person.id, pin })).body as { message?: string })
        .message ?? 'in';
    for (let i = 0; i < 4; i += 1) expect(await attempt('0000')).toMatch(/not your PIN/);
    expect(await attempt('0000')).toMatch(/rests/);
    expect(await attempt('1357')).toMatch(/rests/);
    await signIn(url, 'inspector', PASSPHRASE);
    expect(await attempt('1357')).toBe('in');
  });

  test('nobody’s hand on it for ten minutes ends the session there, for an hour elsewhere', async () => {
    const { agent, person } = by.observer;
    await agent.post('/api/me/pin').send({ passphrase: PASSPHRASE, pin: '8642' }).expect(204);
    const shared = await tablet();
    await shared.post('/api/session/pin').send({ person: person.id, pin: '8642' }).expect(200);
    const desk = await signIn(url, 'observer', PASSPHRASE);
    for (let i = 0; i < 3; i += 1) {
      clock.advance(9 * 60);
      await shared.get('/api/session').expect(200);
    }
    clock.advance(11 * 60);
    await shared.get('/api/session').expect(401);
    await desk.agent.get('/api/session').expect(200);
    clock.advance(61 * 60);
    await desk.agent.get('/api/session').expect(401);
  });
});

test('every security event is in the log, with who and what, and never a secret', async () => {
  by.administrator = await signIn(url, 'administrator', PASSPHRASE);
  await request(url).post('/api/session').send({ name: 'nobody', passphrase: 'not a secret of mine' });
  const technician = await signIn(url, 'technician', PASSPHRASE);
  const campaign = await openCampaign(technician);
  await technician.agent
    .post(`/api/campaigns/${campaign}/release`)
    .send({
      id: '22222222-2222-4222-8222-222222222222',
      at: clock.now().toISOString(),
      device: 'test',
      seen: 1,
      passphrase: 'a guess',
      snapshot: 'f'.repeat(64),
      statement: '',
    })
    .expect(403);
  const kinds = new Set((await events()).map((e) => e.kind));
  for (const kind of [
    'key.made',
    'person.added',
    'person.changed',
    'passphrase.changed',
    'pin.set',
    'pin.refused',
    'session.begun',
    'session.ended',
    'signIn.refused',
    'signature.refused',
    'tablet.enrolled',
  ])
    expect([kind, kinds.has(kind)]).toEqual([kind, true]);
  // By value, not by text: a hash or an id may happen to hold the digits of a PIN.
  const leaves = (value: unknown): string[] =>
    typeof value === 'object' && value !== null ? Object.values(value).flatMap(leaves) : [String(value)];
  const said = (await events()).flatMap((e) => leaves(e.body));
  expect(said.filter((text) => ['2468', '1357', '8642', '0000'].includes(text))).toEqual([]);
  for (const secret of [PASSPHRASE, 'not a secret of mine', 'a guess', 'argon2'])
    expect(said.filter((text) => text.includes(secret))).toEqual([]);
});
