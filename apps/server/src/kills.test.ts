import { spawn, type ChildProcess } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PROOF_HEADER, type LibraryView, type ProofView } from '@kanzel/contract';
import { verifyBackup } from './backup/backup.ts';
import {
  addDemoPeople,
  draft,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from './testing/harness.ts';
import { DEMO_PEOPLE } from '@kanzel/world';
import { verifyDatabase } from './storage/snapshot.ts';
import { DATABASE_FILE } from './storage/sqlite.ts';

/** How often each is cut off: once in `npm test`, sixty times by `npm run kills`. */
const ROUNDS = Number(process.env['KANZEL_ROUNDS'] ?? 1);
/** A guard against what hangs, as everywhere, and more where there are more rounds. */
const TIME = 1_200_000 + ROUNDS * 20_000;

const MAIN = join(__dirname, '..', 'dist', 'main.js');
const BACKUP = join(__dirname, '..', 'dist', 'backup', 'main.js');

interface Process {
  readonly child: ChildProcess;
  readonly url: Promise<string>;
  readonly ended: Promise<string>;
}

function run(main: string, ...args: string[]): Process {
  const child = spawn(process.execPath, [main, ...args], { stdio: ['ignore', 'pipe', 'pipe'] });
  let text = '';
  const ended = new Promise<string>((resolve) => child.once('exit', () => resolve(text)));
  const url = new Promise<string>((resolve, reject) => {
    const hear = (chunk: Buffer): void => {
      text += chunk.toString();
      const found = /ready at http:\/\/localhost:(\d+)/.exec(text);
      if (found) resolve(`http://127.0.0.1:${found[1]}`);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void ended.then(() => reject(new Error(text)));
  });
  // Who only waits for the end does not hear of the address.
  url.catch(() => undefined);
  return { child, url, ended };
}
const serve = (data: string): Process => run(MAIN, '--data', data, '--port', '0', '--sign-ins', '100000');

async function prepared(): Promise<{ path: string; data: string; remove: () => void }> {
  const { path, remove } = temporaryFolder();
  const data = join(path, 'data');
  const { app } = await startServer(data);
  await addDemoPeople(app);
  await app.close();
  return { path, data, remove };
}

/**
 * Lets something go on until it is under way, and then for a while that no two rounds have in common; then ends a process
 * without a word. What ended by itself before it was under way is an error, not something to wait for.
 */
async function cutOff(
  round: number,
  child: ChildProcess,
  span: number,
  underWay: () => boolean = () => true,
  going: Promise<unknown> = new Promise(() => undefined),
): Promise<void> {
  let ended = false;
  void going.then(() => (ended = true));
  while (!underWay()) {
    if (ended) throw new Error('It ended before any of it was under way.');
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  await new Promise((resolve) => setTimeout(resolve, (round * 7919) % span));
  child.kill('SIGKILL');
}

/** Does something again and again until the server answers no more. */
async function until(step: (i: number) => Promise<boolean>): Promise<void> {
  for (let i = 0; await step(i).catch(() => false); i += 1);
}

const passphrase = DEMO_PEOPLE.find((p) => p.name === 'brand')?.passphrase;
const proofOf = async (by: SignedIn): Promise<string> =>
  ((await by.agent.post('/api/me/proof').send({ passphrase }).expect(200)).body as ProofView).proof;

const book = (revision: number): string =>
  JSON.stringify({
    format: 'kanzel-limit-book',
    version: 2,
    id: 'cut-off',
    revision,
    title: `Revision ${revision}`,
    approvedBy: 'Brand Ekerholt',
    approvedOn: '2026-01-01',
    limits: [
      {
        key: 'idle',
        title: 'Idle',
        kind: 'band',
        unit: 'rpm',
        class: 'airworthiness',
        acceptance: 'simple',
        source: { document: 'Own book', revision: 'A', place: '1' },
        bounds: { low: 600, high: 900 },
      },
    ],
  });

/** A PNG as far as its parts: signature, header of one pixel, and the rest as image data; random bytes alone would be one by luck only. */
function picture(data: Buffer): Buffer {
  const part = (type: string, contents: Buffer): Buffer => {
    const length = Buffer.alloc(4);
    length.writeUInt32BE(contents.length);
    return Buffer.concat([length, Buffer.from(type, 'latin1'), contents, Buffer.alloc(4)]);
  };
  const header = Buffer.from('00000001000000010802000000', 'hex');
  return Buffer.concat([Buffer.from('89504e470d0a1a0a', 'hex'), part('IHDR', header), part('IDAT', data)]);
}

beforeAll(() => {
  for (const main of [MAIN, BACKUP])
    if (!existsSync(main)) throw new Error('The server is not built. Run npm test first.');
});

test(
  'publishing: what was acknowledged is there, what was not is there whole or not at all',
  async () => {
    const { data, remove } = await prepared();
    const acknowledged = new Set<number>();
    let revision = 0;
    for (let round = 0; round < ROUNDS; round += 1) {
      const server = serve(data);
      const brand = await signIn(await server.url, 'brand', passphrase);
      const going = until(async () => {
        revision += 1;
        const own = revision;
        const proof = await proofOf(brand);
        const { status } = await brand.agent
          .post('/api/library')
          .set(PROOF_HEADER, proof)
          .send({ name: 'cut-off.json', text: book(own) });
        if (status === 201) acknowledged.add(own);
        return status === 201;
      });
      const before = acknowledged.size;
      await cutOff(round, server.child, 700, () => acknowledged.size > before, going);
      await Promise.all([going, server.ended]);
    }
    const server = serve(data);
    const brand = await signIn(await server.url, 'brand', passphrase);
    const view = (await brand.agent.get('/api/library').expect(200)).body as LibraryView;
    server.child.kill('SIGTERM');
    await server.ended;
    expect(acknowledged.size).toBeGreaterThanOrEqual(ROUNDS);
    expect(view.problems).toEqual([]);
    const there = new Set(view.limitBooks.find((b) => b.id === 'cut-off')?.revisions);
    expect([...acknowledged].filter((r) => !there.has(r))).toEqual([]);
    expect(readdirSync(join(data, 'library')).filter((n) => n.endsWith('.coming'))).toEqual([]);
    expect(verifyDatabase(join(data, DATABASE_FILE)).ok).toBe(true);
    remove();
  },
  TIME,
);

test(
  'uploading: what was acknowledged is there under its hash, and nothing else is',
  async () => {
    const { data, remove } = await prepared();
    const acknowledged: string[] = [];
    for (let round = 0; round < ROUNDS; round += 1) {
      const server = serve(data);
      const ylva = await signIn(await server.url, 'ylva');
      const upload = (): Promise<void> =>
        until(async () => {
          const file = picture(randomBytes(1_000_000));
          const { status, body } = await ylva.agent
            .post('/api/scans?name=x')
            .set('content-type', 'image/png')
            .send(file);
          if (status === 200) acknowledged.push((body as { sha256: string }).sha256);
          return status === 200;
        });
      const going = Promise.all([upload(), upload(), upload()]);
      const before = acknowledged.length;
      await cutOff(round, server.child, 500, () => acknowledged.length > before, going);
      await Promise.all([going, server.ended]);
    }
    const server = serve(data);
    await server.url;
    server.child.kill('SIGTERM');
    await server.ended;
    const folder = join(data, 'attachments');
    const kept = readdirSync(folder).flatMap((two) =>
      readdirSync(join(folder, two)).map((name) => join(folder, two, name)),
    );
    const wrong = kept.filter(
      (p) => createHash('sha256').update(readFileSync(p)).digest('hex') !== p.slice(-64),
    );
    expect(wrong).toEqual([]);
    const names = new Set(kept.map((p) => p.slice(-64)));
    expect(acknowledged.length).toBeGreaterThanOrEqual(ROUNDS);
    expect(acknowledged.filter((a) => !names.has(a))).toEqual([]);
    remove();
  },
  TIME,
);

test(
  'backing up while others write: a backup that is there is whole, one that was cut off is not there',
  async () => {
    const { path, data, remove } = await prepared();
    const server = serve(data);
    const ylva = await signIn(await server.url, 'ylva');
    const campaign = await openCampaign(ylva);
    let writing = true;
    const going = until(async (i) => {
      const entry = draft(campaign, ylva.person, 'tag.on', {
        tag: `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
        thing: 'Panel',
        where: 'left',
        why: 'look',
        touches: [],
      });
      await ylva.agent
        .post(`/api/campaigns/${campaign}/entries`)
        .send({ entries: [entry] })
        .expect(200);
      return writing;
    });
    for (let round = 0; round < ROUNDS; round += 1) {
      const target = join(path, `backup-${round}`);
      const backup = run(BACKUP, 'backup', target, '--data', data);
      await cutOff(round, backup.child, 900, () => existsSync(`${target}.making`) || existsSync(target));
      await backup.ended;
      if (existsSync(target)) expect(verifyBackup(target)).toMatchObject({ ok: true });
      // Whatever was left half way is in nobody's way.
      expect(await run(BACKUP, 'backup', `${target}-again`, '--data', data).ended).toMatch(/^Backed up/);
      expect(verifyBackup(`${target}-again`)).toMatchObject({ ok: true });
    }
    writing = false;
    await going;
    server.child.kill('SIGTERM');
    await server.ended;
    remove();
  },
  TIME,
);

test(
  'restoring: the folder is as it was, or as the backup is, or nothing starts on it and the restore is done once more',
  async () => {
    const { path, data, remove } = await prepared();
    const target = join(path, 'backup');
    await run(BACKUP, 'backup', target, '--data', data).ended;
    for (let round = 0; round < ROUNDS; round += 1) {
      const restore = run(BACKUP, 'restore', target, '--data', data);
      await cutOff(round + 1, restore.child, 700);
      await restore.ended;
      if (!existsSync(data)) {
        expect(await serve(data).ended).toMatch(/was cut off/);
        expect(await run(BACKUP, 'restore', target, '--data', data).ended).toMatch(/^Restored/);
      }
      expect(verifyDatabase(join(data, DATABASE_FILE))).toMatchObject({ ok: true });
      expect(existsSync(join(data, 'keys', 'signing-key.pem'))).toBe(true);
    }
    const server = serve(data);
    await signIn(await server.url, 'brand', passphrase);
    server.child.kill('SIGTERM');
    await server.ended;
    remove();
  },
  TIME,
);
