import { randomUUID } from 'node:crypto';
import { request as send, type IncomingMessage } from 'node:http';
import { gunzipSync } from 'node:zlib';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { FrontAdapter } from '../door/front-adapter.ts';
import {
  addDemoPeople,
  draft,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from '../testing/harness.ts';

const { path, remove } = temporaryFolder();
let app: NestExpressApplication;
let url: string;
let ylva: SignedIn;
let campaign: string;
/** What the front said of each request: taken, or left to the application. */
const taken: boolean[] = [];

beforeAll(async () => {
  ({ app, url } = await startServer(path));
  await addDemoPeople(app);
  ylva = await signIn(url, 'ylva');
  campaign = await openCampaign(ylva);
  const adapter = app.getHttpAdapter() as unknown as FrontAdapter;
  const front = adapter.front;
  if (!front) throw new Error('There is no front.');
  adapter.front = (request, response) => {
    const own = front(request, response);
    taken.push(own);
    return own;
  };
});
afterAll(async () => {
  await app.close();
  remove();
});

interface Sent {
  readonly body?: unknown;
  readonly text?: string;
  readonly headers?: Readonly<Record<string, string | undefined>>;
  readonly campaign?: string;
}
interface Answered {
  readonly status: number | undefined;
  readonly headers: IncomingMessage['headers'];
  readonly body: Record<string, unknown>;
}

/** Posts entries the plain way, or the long way: with a slash at the end, which only the application takes. */
function post(sent: Sent, way: 'front' | 'application'): Promise<Answered> {
  const text = sent.text ?? JSON.stringify(sent.body);
  const headers = Object.fromEntries(
    Object.entries({
      'content-type': 'application/json',
      cookie: ylva.cookie,
      'content-length': String(Buffer.byteLength(text)),
      ...sent.headers,
    }).filter(([, value]) => value !== undefined),
  );
  return new Promise((resolve, reject) => {
    const call = send(
      `${url}/api/campaigns/${sent.campaign ?? campaign}/entries${way === 'front' ? '' : '/'}`,
      { method: 'POST', headers },
      (response) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () => {
          const all = Buffer.concat(chunks);
          const plain = response.headers['content-encoding'] === 'gzip' ? gunzipSync(all) : all;
          resolve({
            status: response.statusCode,
            headers: response.headers,
            body: JSON.parse(plain.toString()) as Record<string, unknown>,
          });
        });
      },
    );
    call.on('error', reject);
    call.end(text);
  });
}

const tag = (change: object = {}, body: object = {}) => ({
  ...draft(campaign, ylva.person, 'tag.on', {
    tag: randomUUID(),
    thing: 'Cowling',
    where: 'left',
    why: 'look',
    touches: [],
  }),
  ...change,
  ...(Object.keys(body).length > 0 ? { body } : {}),
});

/** Headers that say what the answer is, without when it was made and how long it is. */
const lasting = ({ headers }: Answered): object => {
  const {
    date: _date,
    'content-length': _length,
    connection: _connection,
    'keep-alive': _alive,
    ...rest
  } = headers;
  return rest;
};
/** A body without what differs between two entries made alike. */
const alike = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, (key, own: unknown) =>
      ['id', 'seq', 'hash', 'prevHash', 'receivedAt', 'at', 'tag'].includes(key) ? undefined : own,
    ),
  );

const deep = (levels: number): unknown => (levels === 0 ? 1 : [deep(levels - 1)]);
const many = (count: number) => Object.fromEntries(Array.from({ length: count }, (_, i) => [`m${i}`, 1]));

const REQUESTS: readonly (readonly [string, number, () => Sent])[] = [
  ['an entry', 200, () => ({ body: { entries: [tag()] } })],
  ['one refused among others', 200, () => ({ body: { entries: [tag(), tag({ by: randomUUID() }), tag()] } })],
  ['a role not held', 200, () => ({ body: { entries: [tag({ role: 'certifier' })] } })],
  ['nobody', 401, () => ({ body: { entries: [tag()] }, headers: { cookie: undefined } })],
  [
    'a session that is none',
    401,
    () => ({ body: { entries: [tag()] }, headers: { cookie: 'kanzel_session=x' } }),
  ],
  [
    'the name of the session somewhere else',
    401,
    () => ({ body: { entries: [tag()] }, headers: { cookie: `my_${ylva.cookie}` } }),
  ],
  [
    'another page',
    403,
    () => ({ body: { entries: [tag()] }, headers: { origin: 'http://elsewhere.example' } }),
  ],
  ['another site', 403, () => ({ body: { entries: [tag()] }, headers: { 'sec-fetch-site': 'cross-site' } })],
  ['no JSON', 400, () => ({ text: '{"entries":[' })],
  ['a word', 400, () => ({ text: '"entries"' })],
  ['no entries', 400, () => ({ body: { entries: [] } })],
  ['entries that are none', 400, () => ({ body: { entries: 'all' } })],
  ['an entry that is none', 400, () => ({ body: { entries: [null] } })],
  ['more besides', 400, () => ({ body: { entries: [tag()], more: 1 } })],
  ['more in an entry', 400, () => ({ body: { entries: [tag({ more: 1 })] } })],
  ['more in a body', 400, () => ({ body: { entries: [tag({}, { thing: 'x', more: 1 })] } })],
  ['a kind that is none', 400, () => ({ body: { entries: [tag({ kind: 'constructor' })] } })],
  ['a body of another kind', 400, () => ({ body: { entries: [tag({ kind: 'gate.passed' })] } })],
  ['an instant that is none', 400, () => ({ body: { entries: [tag({ at: '2026-13-01' })] } })],
  ['too many', 400, () => ({ body: { entries: Array.from({ length: 201 }, () => ({ id: 1 })) } })],
  ['too deep', 413, () => ({ body: { entries: [tag({}, { thing: deep(60) })] } })],
  ['too wide', 413, () => ({ body: { entries: [many(1001)] } })],
  ['a number that is none', 413, () => ({ text: '{"entries":[{"seen":1e400}]}' })],
  ['a name nothing may have', 413, () => ({ text: '{"entries":[{"__proto__":{"by":"x"}}]}' })],
  ['the same spelled otherwise', 413, () => ({ text: '{"entries":[{"\\u005f_proto__":{}}]}' })],
  ['a campaign that is not there', 404, () => ({ body: { entries: [tag()] }, campaign: randomUUID() })],
  ['an entry for another campaign', 200, () => ({ body: { entries: [tag({ campaign: randomUUID() })] } })],
];

describe('entries in front of the application', () => {
  test.each(REQUESTS)('%s: answered as the application answers it', async (_name, status, make) => {
    taken.length = 0;
    const short = await post(make(), 'front');
    const long = await post(make(), 'application');
    expect(taken).toEqual([true, false]);
    expect(short.status).toBe(status);
    expect({ status: short.status, headers: lasting(short), body: alike(short.body) }).toEqual({
      status: long.status,
      headers: lasting(long),
      body: alike(long.body),
    });
  });

  test('what is not of the plain kind is left to the application, and answered the same', async () => {
    taken.length = 0;
    const length = { 'content-length': undefined };
    const odd: Sent[] = [
      { body: { entries: [tag()] }, headers: { ...length, 'transfer-encoding': 'chunked' } },
      { body: { entries: [tag()] }, headers: { 'content-type': 'application/json; charset=utf-8' } },
      { body: { entries: Array.from({ length: 200 }, () => tag()) } },
    ];
    for (const sent of odd) expect((await post(sent, 'front')).status).toBe(200);
    // The name of a campaign in capitals names none, and a text is no entry.
    const capitals = { body: { entries: [tag()] }, campaign: campaign.toUpperCase() };
    expect((await post(capitals, 'front')).status).toBe(404);
    expect((await post({ text: 'x', headers: { 'content-type': 'text/plain' } }, 'front')).status).toBe(415);
    expect(taken).toEqual([...odd, capitals, 'text'].map(() => false));
    // A list is no request on either way; the application says what it lacks as well.
    const list = [await post({ text: '[]' }, 'front'), await post({ text: '[]' }, 'application')];
    expect(list.map((a) => [a.status, a.body['message']])).toEqual(
      list.map(() => [400, 'The request is malformed, and nothing was changed.']),
    );
  });

  test('a post repeated the other way is one entry, and the record has all of them in one chain', async () => {
    const once = { entries: [tag(), tag()] };
    const first = await post({ body: once }, 'front');
    const again = await post({ body: once }, 'application');
    expect(again.body).toEqual(first.body);
    const { entries } = (await ylva.agent.get(`/api/campaigns/${campaign}/entries`).expect(200)).body as {
      entries: { seq: number; hash: string; prevHash: string }[];
    };
    expect(entries.map((e) => e.seq)).toEqual(entries.map((_, i) => i + 1));
    expect(entries.slice(1).map((e) => e.prevHash)).toEqual(entries.slice(0, -1).map((e) => e.hash));
  });

  test('a long answer is compressed for whoever takes it', async () => {
    const sent = (): Sent => ({
      body: { entries: Array.from({ length: 30 }, () => tag()) },
      headers: { 'accept-encoding': 'gzip' },
    });
    const answers = [await post(sent(), 'front'), await post(sent(), 'application')];
    for (const { headers, body } of answers) {
      expect(headers['content-encoding']).toBe('gzip');
      expect(body['accepted']).toHaveLength(30);
    }
  });

  test('a sender who goes away in the middle changes nothing and holds nothing up', async () => {
    const count = async (): Promise<number> =>
      (
        (await ylva.agent.get(`/api/campaigns/${campaign}/entries?after=0`).expect(200)).body as {
          count: number;
        }
      ).count;
    const before = await count();
    const text = JSON.stringify({ entries: [tag()] });
    await new Promise<void>((resolve) => {
      const call = send(`${url}/api/campaigns/${campaign}/entries`, {
        method: 'POST',
        headers: {
          'content-type': 'application/json',
          cookie: ylva.cookie,
          'content-length': String(text.length),
        },
      });
      call.on('error', () => resolve());
      call.write(text.slice(0, 40), () => setTimeout(() => call.destroy(new Error('gone')), 50));
    });
    expect((await post({ body: { entries: [tag()] } }, 'front')).status).toBe(200);
    expect(await count()).toBe(before + 1);
  });
});
