import { createPublicKey, generateKeyPairSync, sign, verify } from 'node:crypto';
import {
  appendFileSync,
  existsSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { getDataSourceToken } from '@nestjs/typeorm';
import { canonicalJson, chain, chainLine, openLog, type Entry, type LogLine } from '@kanzel/core';
import type { InstallationView, PersonView } from '@kanzel/contract';
import { readRecordFile, signedText, writeRecordFile, type RecordFile } from '@kanzel/formats';
import request from 'supertest';
import type { DataSource } from 'typeorm';
import { DEMO_PEOPLE } from '@kanzel/world';
import { LogGuardService, LogService } from './installation/index.ts';
import { makeBackup, restoreBackup, verifyBackup } from './backup/backup.ts';
import { DATABASE_FILE } from './storage/sqlite.ts';
import { verifyDatabase } from './storage/snapshot.ts';
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

const NOW = new Date('2026-11-25T10:00:00.000Z');

interface House {
  readonly path: string;
  readonly data: string;
  readonly app: NestExpressApplication;
  readonly url: string;
  readonly ylva: SignedIn;
  readonly campaign: string;
  readonly close: () => Promise<void>;
}

/** A server with a campaign of three entries, in a folder of its own. */
async function house(): Promise<House> {
  const folder = temporaryFolder();
  const data = join(folder.path, 'data');
  const { app, url } = await startServer(data);
  await addDemoPeople(app);
  const ylva = await signIn(url, 'ylva');
  const campaign = await openCampaign(ylva);
  for (const check of ['limit-book-is-current', 'parts-traceable'])
    await ylva.agent
      .post(`/api/campaigns/${campaign}/entries`)
      .send({ entries: [draft(campaign, ylva.person, 'answer.given', confirming(check))] })
      .expect(200);
  const close = async (): Promise<void> => {
    await app.close();
    folder.remove();
  };
  return { path: folder.path, data, app, url, ylva, campaign, close };
}

/** Does to the database what only somebody with the file in hand can do. */
async function force(app: NestExpressApplication, ...statements: string[]): Promise<void> {
  const source = app.get<DataSource>(getDataSourceToken());
  for (const s of statements) await source.query(s);
}

test('a record file is signed by the installation; any other head, title, name or key is found out', async () => {
  const h = await house();
  const { publicKey } = (await request(h.url).get('/api/installation').expect(200)).body as InstallationView;
  const text = (await h.ylva.agent.get(`/api/campaigns/${h.campaign}/record-file`).expect(200)).text;
  await h.close();
  expect(readRecordFile(text, publicKey)).toMatchObject({
    ok: true,
    value: { maker: 'signed', file: { count: 3 } },
  });
  const file = JSON.parse(text) as RecordFile & { signature: { publicKey: string; value: string } };
  // Second route: Node's own Ed25519 over the same text.
  const key = createPublicKey({
    key: { kty: 'OKP', crv: 'Ed25519', x: Buffer.from(publicKey, 'hex').toString('base64url') },
    format: 'jwk',
  });
  expect(verify(null, Buffer.from(signedText(file)), key, Buffer.from(file.signature.value, 'hex'))).toBe(
    true,
  );
  const code = (change: object, expected?: string): string => {
    const read = readRecordFile(JSON.stringify({ ...file, ...change }), expected);
    return read.ok ? read.value.maker : read.error.code;
  };
  const last = file.entries[1];
  // A record cut short with its head rewritten verifies as a chain; the signature tells.
  expect(code({ entries: file.entries.slice(0, 2), count: 2, head: last?.hash })).toBe('signatureWrong');
  expect(code({ title: 'Another title' })).toBe('signatureWrong');
  expect(code({ people: {} })).toBe('signatureWrong');
  expect(code({ signature: undefined })).toBe('recordUnsigned');
  expect(code({ signature: { ...file.signature, value: 'zz' } })).toBe('signatureWrong');
  expect(code({}, '0'.repeat(64))).toBe('signatureOfOther');
  expect(code({ version: 1, signature: undefined })).toBe('unknown');
  expect(code({ version: 1, signature: undefined }, publicKey)).toBe('recordUnsigned');
  expect(code({})).toBe('unknown');
  expect(code({}, publicKey)).toBe('signed');
  // Members that no signature is over, at every depth.
  expect(code({ note: 'Released by the office' }, publicKey)).toBe('recordShape');
  expect(code({ signature: { ...file.signature, by: 'the office' } }, publicKey)).toBe('signatureWrong');
  expect(code({ entries: file.entries.map((e) => ({ ...e, approved: true })) }, publicKey)).toBe(
    'recordShape',
  );
  expect(code({ version: 0 })).toBe('recordShape');
  // Altered, chained anew, and signed with a key of one's own: it holds together, and nobody is known by it.
  const forged = file.entries.reduce<Entry[]>((done, entry) => {
    const { seq: _seq, prevHash: _prevHash, hash: _hash, receivedAt, ...draft } = entry;
    const before = done.at(-1);
    const body = entry.kind === 'campaign.opened' ? { ...entry.body, title: 'Forged' } : entry.body;
    return [...done, chain({ ...draft, body } as never, before, receivedAt)];
  }, []);
  const { privateKey, publicKey: own } = generateKeyPairSync('ed25519');
  const ownKey = Buffer.from(own.export({ format: 'jwk' }).x ?? '', 'base64url').toString('hex');
  const made = JSON.parse(
    writeRecordFile(
      { ...file, entries: forged },
      { publicKey: ownKey, sign: (t) => sign(null, Buffer.from(t), privateKey).toString('hex') },
    ),
  ) as object;
  expect(code(made)).toBe('unknown');
  expect(code(made, publicKey)).toBe('signatureOfOther');
  expect(code({ ...made, version: 1, signature: undefined }, publicKey)).toBe('recordUnsigned');
});

test('the key is made once and kept, readable by nobody else; a broken one stops the start and is left as it is', async () => {
  const h = await house();
  const path = join(h.data, 'keys', 'signing-key.pem');
  const first = (await request(h.url).get('/api/installation')).body as InstallationView;
  await h.app.close();
  const again = await startServer(h.data);
  expect((await request(again.url).get('/api/installation')).body).toEqual(first);
  await again.app.close();
  writeFileSync(path, 'not a key');
  await expect(startServer(h.data)).rejects.toThrow(/signing key .* cannot be read/);
  expect(readFileSync(path, 'utf8')).toBe('not a key');
  rmSync(h.path, { recursive: true, force: true });
});

describe('the log of the installation', () => {
  test('chains the head of every campaign as it grows; only an administrator reads it', async () => {
    const h = await house();
    await h.ylva.agent.get('/api/installation/log').expect(403);
    const brand = await signIn(h.url, 'brand');
    const lines = (await brand.agent.get('/api/installation/log').expect(200)).body as LogLine[];
    const log = openLog();
    for (const line of lines) expect(log.take(line)).toEqual({ ok: true, value: true });
    const entries = await entriesOf(h.ylva, h.campaign);
    expect(log.heads.get(h.campaign)).toEqual({ count: 3, head: entries[2]?.hash });
    const altered = lines.map((l, i) => (i === 1 ? { ...l, at: '2020-01-01T00:00:00.000Z' } : l));
    const second = openLog();
    expect(altered.map((l) => second.take(l)).find((t) => !t.ok)).toMatchObject({
      error: { code: 'logHash' },
    });
    await expect(force(h.app, 'DELETE FROM log')).rejects.toThrow('the log is never shortened');
    await h.close();
  });

  test('an entry that was written over damages its campaign and no other; the hangar lists them all', async () => {
    const h = await house();
    const other = await openCampaign(h.ylva);
    await force(
      h.app,
      'DROP TRIGGER entry_no_update',
      `UPDATE entry SET json = '{"half' WHERE campaign = '${h.campaign}' AND seq = 3`,
    );
    await h.app.close();
    const again = await startServer(h.data);
    const ylva = await signIn(again.url, 'ylva');
    const list = (await ylva.agent.get('/api/campaigns').expect(200)).body as {
      id: string;
      damaged?: object;
    }[];
    expect(list.map((c) => [c.id, c.damaged !== undefined]).sort()).toEqual(
      [
        [h.campaign, true],
        [other, false],
      ].sort(),
    );
    await again.app.close();
    rmSync(h.path, { recursive: true, force: true });
  });

  test('a campaign cut short, taken away, or slipped in is told, and nothing is added to it', async () => {
    const h = await house();
    await force(
      h.app,
      'DROP TRIGGER entry_no_delete',
      `DELETE FROM entry WHERE campaign = '${h.campaign}' AND seq = 3`,
    );
    await h.app.close();
    expect(verifyDatabase(join(h.data, DATABASE_FILE))).toMatchObject({
      ok: false,
      error: [{ code: 'campaignCut', params: { count: 3, found: 2 } }],
    });
    const again = await startServer(h.data);
    const ylva = await signIn(again.url, 'ylva');
    const { body } = await ylva.agent
      .post(`/api/campaigns/${h.campaign}/entries`)
      .send({
        entries: [draft(h.campaign, ylva.person, 'answer.given', confirming('limit-book-is-current'))],
      })
      .expect(409);
    expect(body).toMatchObject({ reason: { code: 'campaignCut' } });
    await force(again.app, `DELETE FROM entry`, `DELETE FROM campaign`);
    await again.app.close();
    expect(verifyDatabase(join(h.data, DATABASE_FILE))).toMatchObject({ error: [{ code: 'campaignGone' }] });
    rmSync(h.path, { recursive: true, force: true });
  });
});

describe('the log is held against what it tells of', () => {
  const doubtsOf = async (h: { app: NestExpressApplication }): Promise<string[]> => {
    await h.app.get(LogGuardService).look();
    return h.app
      .get(LogGuardService)
      .problems()
      .map((p) => p.code);
  };
  const UNLOCK = ['DROP TRIGGER IF EXISTS log_no_delete', 'DROP TRIGGER IF EXISTS log_no_update'];

  /** Writes the whole log anew, every line chained to the one before, as somebody with the file in hand can. */
  async function rechain(
    app: NestExpressApplication,
    change: (line: LogLine) => LogLine | undefined,
  ): Promise<void> {
    const source = app.get<DataSource>(getDataSourceToken());
    type Row = Omit<LogLine, 'body'> & { body: string; campaign: string | null };
    const rows = await source.query<Row[]>('SELECT * FROM log ORDER BY seq');
    await force(app, ...UNLOCK, 'DELETE FROM log');
    let last: LogLine | undefined;
    for (const row of rows) {
      const line = change({ ...row, body: JSON.parse(row.body) as LogLine['body'] });
      if (!line) continue;
      last = chainLine({ at: line.at, kind: line.kind, body: line.body }, last);
      await source.query(
        'INSERT INTO log (seq, at, kind, campaign, body, prevHash, hash) VALUES (?, ?, ?, ?, ?, ?, ?)',
        [last.seq, last.at, last.kind, row.campaign, canonicalJson(last.body), last.prevHash, last.hash],
      );
    }
  }

  test('a house that was left alone has nothing to say, at the start, while it runs, and after it has ended', async () => {
    const h = await house();
    expect(await doubtsOf(h)).toEqual([]);
    await h.app.close();
    const again = await startServer(h.data);
    expect(again.app.get(LogGuardService).problems()).toEqual([]);
    expect((await request(again.url).get('/api/installation/health').expect(200)).body).toEqual({
      ready: true,
      logAgrees: true,
    });
    await again.app.close();
    rmSync(h.path, { recursive: true, force: true });
  });

  test.each([
    ['an emptied log', 'logCut', (app: NestExpressApplication) => force(app, ...UNLOCK, 'DELETE FROM log')],
    [
      'lines taken from its end',
      'logCut',
      (app: NestExpressApplication) => force(app, ...UNLOCK, 'DELETE FROM log WHERE seq > 5'),
    ],
    [
      'a line taken from the middle',
      'logSeq',
      (app: NestExpressApplication) => force(app, ...UNLOCK, 'DELETE FROM log WHERE seq = 3'),
    ],
    [
      'a line written over',
      'logHash',
      (app: NestExpressApplication) => force(app, ...UNLOCK, `UPDATE log SET body = '{"half' WHERE seq = 4`),
    ],
    [
      'a head rewritten, everything chained anew',
      'logCut',
      (app: NestExpressApplication) =>
        rechain(app, (line) =>
          line.kind === 'head.advanced' ? { ...line, body: { ...line.body, head: 'f'.repeat(64) } } : line,
        ),
    ],
    [
      'a line about somebody left out, everything chained anew',
      'logCut',
      (app: NestExpressApplication) =>
        rechain(app, (line) => (line.kind === 'session.begun' ? undefined : line)),
    ],
  ] as const)(
    '%s is noticed while the server runs and when it starts; nothing is signed',
    async (_, code, harm) => {
      const h = await house();
      await h.app.get(LogGuardService).look();
      await harm(h.app);
      expect(await doubtsOf(h)).toContain(code);
      expect((await request(h.url).get('/api/installation/health')).body).toMatchObject({ logAgrees: false });
      await h.ylva.agent.get(`/api/campaigns/${h.campaign}/record-file`).expect(409);
      await h.app.close();
      // Ending does not make the forged log the one to agree with.
      const again = await startServer(h.data);
      expect(
        again.app
          .get(LogGuardService)
          .problems()
          .map((p) => p.code),
      ).toContain(code);
      await again.app.close();
      rmSync(h.path, { recursive: true, force: true });
    },
  );

  test('a role, an account or a passphrase that was put in by hand is none', async () => {
    const h = await house();
    const signe = await signIn(h.url, 'signe');
    await signe.agent.get('/api/installation/log').expect(403);
    const all = JSON.stringify([{ role: 'administrator', families: ['*'] }]);
    await force(h.app, `UPDATE person SET authorisations = '${all}' WHERE name = 'signe'`);
    expect(await doubtsOf(h)).toEqual(['rightsBesideLog']);
    await signe.agent.get('/api/installation/log').expect(403);
    await h.app.close();
    const again = await startServer(h.data);
    await request(again.url)
      .post('/api/session')
      .send({ name: 'signe', passphrase: 'whatever it is' })
      .expect(401);
    // Rights that are not even rights stop nobody's work.
    await force(again.app, `UPDATE person SET authorisations = 'nonsense' WHERE name = 'signe'`);
    expect(await doubtsOf(again)).toEqual(['rightsBesideLog']);
    // An administrator sets it again, and it counts.
    const brand = await signIn(again.url, 'brand');
    const people = (await brand.agent.get('/api/people')).body as PersonView[];
    const person = people.find((p) => p.name === 'signe');
    expect(person?.authorisations).toEqual([]);
    await brand.fresh
      .put(`/api/people/${person?.id ?? ''}`)
      .send({ fullName: 'Signe', authorisations: [{ role: 'observer', families: ['*'] }], ended: false })
      .expect(200);
    expect(await doubtsOf(again)).toEqual([]);
    await signIn(again.url, 'signe');
    // The hash of somebody else's passphrase put in its place.
    await force(
      again.app,
      `UPDATE person SET passphraseHash = (SELECT passphraseHash FROM person WHERE name = 'ylva') WHERE name = 'brand'`,
    );
    expect(await doubtsOf(again)).toEqual(['rightsBesideLog']);
    const passphrase = DEMO_PEOPLE.find((p) => p.name === 'ylva')?.passphrase;
    await request(again.url).post('/api/session').send({ name: 'brand', passphrase }).expect(401);
    await again.app.close();
    rmSync(h.path, { recursive: true, force: true });
  });

  test('a key that is lost is not made anew in silence, nor is a database', async () => {
    const h = await house();
    const brand = await signIn(h.url, 'brand');
    const before = (await request(h.url).get('/api/installation')).body as InstallationView;
    await h.app.close();
    const key = join(h.data, 'keys', 'signing-key.pem');
    const kept = readFileSync(key);
    rmSync(key);
    await expect(startServer(h.data)).rejects.toThrow(/signing key .* is missing/);
    expect(existsSync(key)).toBe(false);
    const other = await startServer(h.data, { newKey: true });
    expect((await request(other.url).get('/api/installation')).body).not.toEqual(before);
    const lines = await other.app.get(LogService).ofKinds(['key.made']);
    expect(lines).toHaveLength(2);
    await other.app.close();
    writeFileSync(key, kept);
    for (const file of readdirSync(h.data).filter((f) => f.startsWith(DATABASE_FILE)))
      renameSync(join(h.data, file), join(h.data, `${file}.away`));
    await expect(startServer(h.data)).rejects.toThrow(/is missing or empty/);
    writeFileSync(join(h.data, DATABASE_FILE), '');
    await expect(startServer(h.data)).rejects.toThrow(/is missing or empty/);
    expect(readFileSync(join(h.data, DATABASE_FILE), 'utf8')).toBe('');
    expect(brand.person.name).toBe('brand');
    rmSync(h.path, { recursive: true, force: true });
  });
});

describe('backup and restore', () => {
  test('a running installation is copied, the copy verifies, and put back it is as it was; what came after is put aside', async () => {
    const h = await house();
    const target = join(h.path, 'backup');
    // Writers go on while the copy is made.
    const writing = Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        h.ylva.agent.post(`/api/campaigns/${h.campaign}/entries`).send({
          entries: [
            draft(h.campaign, h.ylva.person, 'tag.on', {
              tag: `t${i}`,
              thing: 'Panel',
              where: '',
              why: 'open',
              touches: [],
            }),
          ],
        }),
      ),
    );
    const made = await makeBackup(h.data, target, NOW);
    await writing;
    expect(made).toMatchObject({ ok: true, value: { campaigns: 1 } });
    expect(verifyBackup(target)).toEqual(made);
    expect(existsSync(join(target, 'keys'))).toBe(false);
    expect(await makeBackup(h.data, target, NOW)).toMatchObject({ ok: false });
    expect(restoreBackup(target, h.data, NOW)).toMatchObject({
      ok: false,
      error: [expect.stringContaining('A server is working on')],
    });
    const before = (await request(h.url).get('/api/installation')).body as unknown;
    await h.app.close();
    const restored = restoreBackup(target, h.data, NOW);
    expect(restored).toMatchObject({ ok: true });
    const again = await startServer(h.data);
    const ylva = await signIn(again.url, 'ylva');
    const entries = await entriesOf(ylva, h.campaign);
    expect(entries).toHaveLength(made.ok ? made.value.entries : 0);
    await ylva.agent
      .post(`/api/campaigns/${h.campaign}/entries`)
      .send({
        entries: [draft(h.campaign, ylva.person, 'answer.given', confirming('limit-book-is-current'))],
      })
      .expect(200);
    expect((await request(again.url).get('/api/installation')).body).toEqual(before);
    await again.app.close();
    expect(verifyDatabase(join(h.data, DATABASE_FILE)).ok).toBe(true);
    const aside = readdirSync(h.path).find((n) => n.startsWith('data.before-'));
    expect(verifyDatabase(join(h.path, aside ?? '', DATABASE_FILE))).toMatchObject({
      ok: true,
      value: { entries: 23 },
    });
    rmSync(h.path, { recursive: true, force: true });
  });

  test.each([
    [
      'a file was altered',
      (t: string) => appendFileSync(join(t, DATABASE_FILE), 'x'),
      /kanzel\.sqlite was altered/,
    ],
    [
      'a file is missing',
      (t: string) => rmSync(join(t, 'library', 'aircraft-qx-tjd.r1.yaml')),
      /aircraft-qx-tjd\.r1\.yaml is missing/,
    ],
    [
      'a file was put in',
      (t: string) => writeFileSync(join(t, 'more.txt'), ''),
      /more\.txt is not in the manifest/,
    ],
    ['no manifest', (t: string) => rmSync(join(t, 'manifest.json')), /is not a backup/],
    [
      'a newer version',
      (t: string) =>
        writeFileSync(
          join(t, 'manifest.json'),
          readFileSync(join(t, 'manifest.json'), 'utf8').replace('"version": 1', '"version": 2'),
        ),
      /is of version 2; this program reads version 1/,
    ],
  ])('a backup of which %s is refused before anything is replaced', async (_, damage, said) => {
    const h = await house();
    const target = join(h.path, 'backup');
    await makeBackup(h.data, target, NOW);
    await h.app.close();
    const before = readFileSync(join(h.data, DATABASE_FILE));
    damage(target);
    const refused = restoreBackup(target, h.data, NOW);
    expect(refused.ok ? '' : refused.error.join(' ')).toMatch(said);
    expect(readFileSync(join(h.data, DATABASE_FILE)).equals(before)).toBe(true);
    rmSync(h.path, { recursive: true, force: true });
  });

  test('a second server on the same folder refuses to start', async () => {
    const h = await house();
    await expect(startServer(h.data)).rejects.toThrow(/Another server is working on/);
    await h.close();
  });
});
