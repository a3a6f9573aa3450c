import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import type { IncomingMessage } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { generate } from 'selfsigned';
import { createApp } from '../create-app.ts';
import { PeopleService } from '../people/index.ts';
import { settingsFor, temporaryFolder } from '../testing/harness.ts';
import { ownCertificate, suppliedCertificate } from './index.ts';

const NOW = new Date('2026-11-26T09:00:00Z');
const later = (days: number): Date => new Date(NOW.getTime() + days * 86_400_000);
const folder = mkdtempSync(join(tmpdir(), 'kanzel-tls-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A request over real TLS that trusts this authority and no other. */
function ask(
  port: number,
  path: string,
  ca: string,
  body?: unknown,
): Promise<{ status: number; headers: IncomingMessage['headers']; text: string }> {
  return new Promise((resolve, reject) => {
    const sent = body === undefined ? undefined : JSON.stringify(body);
    const going = request(
      {
        host: '127.0.0.1',
        port,
        path,
        ca,
        method: sent === undefined ? 'GET' : 'POST',
        headers:
          sent === undefined
            ? {}
            : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(sent) },
      },
      (answer) => {
        let text = '';
        answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
        answer.on('end', () => resolve({ status: answer.statusCode ?? 0, headers: answer.headers, text }));
      },
    );
    going.on('error', reject);
    going.end(sent);
  });
}

test('a certificate of our own is made once, renewed in time, and its authority stays the one that tablets know', async () => {
  const first = await ownCertificate(folder, NOW, ['kanzel.example']);
  const again = await ownCertificate(folder, later(300), ['kanzel.example']);
  expect(again).toEqual(first);
  const renewed = await ownCertificate(folder, later(370), ['kanzel.example']);
  expect(renewed.key).not.toBe(first.key);
  expect(renewed.authority).toBe(first.authority);
  const leaf = new X509Certificate(renewed.cert);
  expect(leaf.verify(new X509Certificate(renewed.authority ?? '').publicKey)).toBe(true);
  expect(Date.parse(leaf.validTo)).toBeGreaterThan(later(370 + 350).getTime());
  expect(leaf.checkHost('kanzel.example')).toBe('kanzel.example');
  expect(leaf.checkIP('127.0.0.1')).toBe('127.0.0.1');
  expect(leaf.checkHost('elsewhere.example')).toBeUndefined();
  // A name that is new today is in it tomorrow; who may read the keys is nobody else.
  const named = await ownCertificate(folder, later(371), ['kanzel.example', 'hangar.example']);
  expect(new X509Certificate(named.cert).checkHost('hangar.example')).toBe('hangar.example');
  for (const file of ['key.pem', 'authority-key.pem'])
    expect(statSync(join(folder, 'tls', file)).mode & 0o077).toBe(0);
});

test('a certificate that was supplied is refused by name when it ran out, holds only later, is none, or is not there', async () => {
  const made = await generate([{ name: 'commonName', value: 'kanzel.example' }], {
    algorithm: 'sha256',
    keyType: 'ec',
    notBeforeDate: NOW,
    notAfterDate: later(10),
  });
  const [cert, key] = [join(folder, 'c.pem'), join(folder, 'k.pem')];
  writeFileSync(cert, made.cert);
  writeFileSync(key, made.private);
  const at = (day: number) => {
    const said = suppliedCertificate(cert, key, later(day));
    return said.ok ? said.value.authority : said.error;
  };
  expect(at(1)).toBeUndefined();
  expect(at(11)).toContain('ran out on');
  expect(at(-1)).toContain('holds from');
  const other = suppliedCertificate(key, key, NOW);
  expect(other.ok ? '' : other.error).toContain('is no certificate');
  const none = suppliedCertificate(join(folder, 'none.pem'), key, NOW);
  expect(none.ok ? '' : none.error).toContain('There is no file');
});

test('over TLS the product is reached by whoever trusts its authority; cookies are secure, and nothing is pinned to it', async () => {
  const { path, remove } = temporaryFolder();
  const settings = settingsFor(path);
  const app = await createApp({ ...settings, host: '0.0.0.0', tlsFrom: 'own' });
  try {
    await app.listen(0, '127.0.0.1');
    const { port } = (app.getHttpServer() as { address: () => { port: number } }).address();
    const authority = readFileSync(join(settings.dataFolder, 'tls', 'authority.pem'), 'utf8');
    const trust = await ask(port, '/api/trust', authority);
    const view = JSON.parse(trust.text) as {
      secure: boolean;
      fingerprint: string;
      addresses: { address: string; code: string }[];
    };
    expect(view).toMatchObject({ secure: true, fingerprint: new X509Certificate(authority).fingerprint256 });
    for (const { address, code } of view.addresses)
      expect([address.startsWith('https://'), code.startsWith('<svg')]).toEqual([true, true]);
    expect((await ask(port, '/api/trust/authority', authority)).text.trim()).toBe(authority.trim());
    expect(trust.headers['strict-transport-security']).toBeUndefined();
    const { setupCode } = app.get(PeopleService);
    const first = await ask(port, '/api/first-person', authority, {
      setupCode,
      name: 'first',
      fullName: 'First Person',
      passphrase: 'a long enough phrase',
    });
    expect(first.status).toBe(201);
    const cookies = first.headers['set-cookie'] ?? [];
    expect(cookies).toHaveLength(1);
    expect(cookies[0]).toMatch(/; Secure/);
    expect(cookies[0]).toMatch(/; HttpOnly/);
    // Who trusts somebody else does not get as far as a question.
    const stranger = await generate([{ name: 'commonName', value: 'somebody else' }], {
      algorithm: 'sha256',
      keyType: 'ec',
    });
    await expect(ask(port, '/api/trust', stranger.cert)).rejects.toThrow(/certificate/);
  } finally {
    await app.close();
    remove();
  }
});

test('a supplied certificate is pinned for a year, and vouches for nobody: there is none of our own to take', async () => {
  const { path, remove } = temporaryFolder();
  const settings = settingsFor(path);
  const made = await generate([{ name: 'commonName', value: 'localhost' }], {
    algorithm: 'sha256',
    keyType: 'ec',
    extensions: [{ name: 'subjectAltName', altNames: [{ type: 7, ip: '127.0.0.1' }] }],
  });
  const [cert, key] = [join(folder, 'own.pem'), join(folder, 'own-key.pem')];
  writeFileSync(cert, made.cert);
  writeFileSync(key, made.private);
  const app = await createApp({ ...settings, tlsFrom: { cert, key } });
  try {
    await app.listen(0, '127.0.0.1');
    const { port } = (app.getHttpServer() as { address: () => { port: number } }).address();
    const trust = await ask(port, '/api/trust', made.cert);
    expect(trust.headers['strict-transport-security']).toBe('max-age=31536000');
    expect(JSON.parse(trust.text)).toMatchObject({ secure: true, addresses: [] });
    expect((await ask(port, '/api/trust/authority', made.cert)).status).toBe(404);
  } finally {
    await app.close();
    remove();
  }
  await expect(createApp({ ...settings, tlsFrom: { cert: join(folder, 'gone.pem'), key } })).rejects.toThrow(
    'There is no file',
  );
});
