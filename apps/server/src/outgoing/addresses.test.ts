import { createServer, type Server } from 'node:http';
import { createConnection } from 'node:net';
import { once } from 'node:events';
import { askText } from './ask-text.ts';
import { hostMayBeAsked, lookupFor, mayBeAsked } from './addresses.ts';

describe('where the server may speak to', () => {
  // Written from the standards for special addresses, not from the list in the code.
  test.each([
    ['192.168.1.20', true],
    ['10.0.0.7', true],
    ['172.16.9.1', true],
    ['203.0.113.9', true],
    ['2001:db8::7', true],
    ['fd00::12', true],
    ['169.254.169.254', false],
    ['169.254.1.1', false],
    ['0.0.0.0', false],
    ['224.0.0.1', false],
    ['255.255.255.255', false],
    ['fe80::1', false],
    ['ff02::1', false],
    ['::', false],
    ['::ffff:169.254.169.254', false],
    ['workshop.example', false],
    ['', false],
  ])('%s: %s', (address, allowed) => {
    for (const standins of [true, false]) expect(mayBeAsked(address, standins)).toBe(allowed);
  });

  test.each(['127.0.0.1', '127.8.9.10', '::1', '::ffff:127.0.0.1'])(
    '%s is this machine: where the stand-ins of the demonstration are, and nothing else',
    (address) => {
      expect([mayBeAsked(address, true), mayBeAsked(address, false)]).toEqual([true, false]);
      expect(hostMayBeAsked(`[${address}]`, false)).toBe(false);
    },
  );

  test('a name that leads there is found out when it is resolved', async () => {
    expect(hostMayBeAsked('localhost', false)).toBe(true);
    const socket = createConnection({ host: 'localhost', port: 9, lookup: lookupFor(false) });
    const [error] = (await once(socket, 'error').catch((e: unknown) => [e])) as [{ code: string }];
    expect(error.code).toBe('ENOTALLOWED');
  });
});

describe('asking for a text', () => {
  const BOUNDS = { patience: 400, most: 1000 };
  let server: Server;
  let asked: string[];
  let url: URL;
  beforeEach(async () => {
    asked = [];
    server = createServer((request, response) => {
      asked.push(request.url ?? '');
      if (request.url === '/moved') response.writeHead(302, { location: '/secret' }).end();
      else if (request.url === '/large') response.end('x'.repeat(5000));
      else if (request.url === '/endless') {
        const drip = setInterval(() => response.write('x'), 20);
        response.on('close', () => clearInterval(drip));
      } else if (request.url === '/error') response.writeHead(500).end('a stack trace with secrets');
      else if (request.url !== '/silent') response.end('TAF');
    });
    server.listen(0, '127.0.0.1');
    await once(server, 'listening');
    url = new URL(`http://127.0.0.1:${(server.address() as { port: number }).port}`);
  });
  afterEach(() => {
    server.close();
    server.closeAllConnections();
  });

  test.each([
    ['/', { ok: true, value: 'TAF' }],
    ['/moved', { ok: false, error: 'notUnderstood' }],
    ['/large', { ok: false, error: 'notUnderstood' }],
    ['/error', { ok: false, error: 'notUnderstood' }],
    ['/endless', { ok: false, error: 'unreachable' }],
    ['/silent', { ok: false, error: 'unreachable' }],
  ])('%s', async (path, answer) => {
    expect(await askText(new URL(path, url), BOUNDS, true)).toEqual(answer);
    expect(asked).toEqual([path]);
  });

  test('this machine is not asked in earnest, by address or by name', async () => {
    expect(await askText(url, BOUNDS, false)).toEqual({ ok: false, error: 'notAllowed' });
    const named = new URL(url);
    named.hostname = 'localhost';
    expect(await askText(named, BOUNDS, false)).toEqual({ ok: false, error: 'notAllowed' });
    expect(asked).toEqual([]);
  });
});
