import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { verifyChain } from '@kanzel/core';
import request from 'supertest';
import {
  addDemoPeople,
  draft,
  entriesOf,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
} from './testing/harness.ts';
import { DATABASE_FILE, inspectDataFolder } from './storage/sqlite.ts';

/** How often it is cut off: sixty times by `npm run kills`. */
const ROUNDS = Number(process.env['KANZEL_ROUNDS'] ?? 2);

/** The built server as a process of its own; `npm test` builds it first. */
const MAIN = join(__dirname, '..', 'dist', 'main.js');

interface Run {
  readonly child: ChildProcess;
  readonly ended: Promise<{ code: number | null; text: string }>;
  readonly url: Promise<string>;
}

function run(dataFolder: string, ...args: string[]): Run {
  const child = spawn(
    process.execPath,
    [MAIN, '--data', dataFolder, '--port', '0', '--sign-ins', '1000', ...args],
    { stdio: ['ignore', 'pipe', 'pipe'] },
  );
  let text = '';
  const url = new Promise<string>((resolve) => {
    child.stdout.on('data', (chunk: Buffer) => {
      text += chunk.toString();
      const match = /http:\/\/localhost:\d+/.exec(text);
      if (match) resolve(match[0].replace('localhost', '127.0.0.1'));
    });
  });
  child.stderr.on('data', (chunk: Buffer) => (text += chunk.toString()));
  const ended = new Promise<{ code: number | null; text: string }>((resolve) =>
    child.once('exit', (code) => resolve({ code, text })),
  );
  return { child, ended, url };
}

async function prepared(): Promise<{ path: string; remove: () => void }> {
  const folder = temporaryFolder();
  const { app } = await startServer(folder.path);
  await addDemoPeople(app);
  await app.close();
  return folder;
}

beforeAll(() => {
  if (!existsSync(MAIN)) throw new Error('The server is not built. Run npm test, or npm run build first.');
});

test(
  'kill -9 in the middle of writing loses nothing that was acknowledged, and leaves a sound chain',
  async () => {
    const folder = await prepared();
    const acknowledged: string[] = [];
    let campaign = '';
    for (let round = 0; round < ROUNDS; round += 1) {
      const { child, ended, url } = run(folder.path);
      const at = await url;
      const ylva = await signIn(at, 'ylva');
      campaign ||= await openCampaign(ylva);
      const writer = async (): Promise<void> => {
        for (;;) {
          const entry = draft(campaign, ylva.person, 'tag.on', {
            tag: randomUUID(),
            thing: 'Panel open',
            where: 'left',
            why: 'look',
            touches: [],
          });
          const answer = await request(at)
            .post(`/api/campaigns/${campaign}/entries`)
            .set('Cookie', ylva.cookie)
            .send({ entries: [entry] })
            .catch(() => undefined);
          if (answer?.status !== 200) return;
          acknowledged.push(entry.id);
        }
      };
      const writers = [writer(), writer(), writer(), writer()];
      const before = acknowledged.length;
      while (acknowledged.length < before + 20) await new Promise((resolve) => setTimeout(resolve, 5));
      await new Promise((resolve) => setTimeout(resolve, (round * 7919) % 750));
      child.kill('SIGKILL');
      await Promise.all([...writers, ended]);
    }
    expect(acknowledged.length).toBeGreaterThan(30);
    const { child, ended, url } = run(folder.path);
    const ylva = await signIn(await url, 'ylva');
    const entries = await entriesOf(ylva, campaign);
    child.kill('SIGTERM');
    await ended;
    folder.remove();
    expect(verifyChain(entries).ok).toBe(true);
    const kept = new Set(entries.map((e) => e.id));
    expect(acknowledged.filter((id) => !kept.has(id))).toEqual([]);
  },
  // The guard that every test has, and more where more rounds are asked for.
  1_200_000 + ROUNDS * 20_000,
);

describe('what keeps it from starting is named plainly, and nothing is overwritten', () => {
  test('a port in use', async () => {
    const folder = await prepared();
    const other = createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => other.once('listening', resolve));
    const { port } = other.address() as { port: number };
    const { code, text } = await run(folder.path, '--port', String(port)).ended;
    other.close();
    folder.remove();
    expect([code, text]).toEqual([1, expect.stringContaining(`Port ${port} on 127.0.0.1 is in use`)]);
  });

  test('a folder that cannot be written', async () => {
    // A file in the place of the folder refuses root as well, whom permissions do not stop.
    const folder = temporaryFolder();
    const file = join(folder.path, 'file');
    writeFileSync(file, 'mine');
    const { code, text } = await run(file).ended;
    expect([code, text, readFileSync(file, 'utf8')]).toEqual([
      1,
      expect.stringContaining('cannot be written'),
      'mine',
    ]);
    folder.remove();
  });

  test('a full disk', () => {
    const folder = temporaryFolder();
    expect(() => inspectDataFolder(folder.path, Number.MAX_SAFE_INTEGER)).toThrow(
      /MB left; .* Nothing was written/,
    );
    folder.remove();
  });

  test('a database that is none, and one that is damaged inside', async () => {
    const folder = await prepared();
    const path = join(folder.path, DATABASE_FILE);
    const handle = openSync(path, 'r+');
    const garbage = Buffer.alloc(4096, 0x5a);
    for (let page = 2; page * 4096 < statSync(path).size; page += 2)
      writeSync(handle, garbage, 0, garbage.length, page * 4096);
    closeSync(handle);
    const damaged = readFileSync(path);
    const inside = await run(folder.path).ended;
    expect([inside.code, inside.text]).toEqual([1, expect.stringContaining('damaged')]);
    expect(readFileSync(path).equals(damaged)).toBe(true);
    writeFileSync(path, 'this is a letter, not a database');
    const none = await run(folder.path).ended;
    expect([none.code, none.text, readFileSync(path, 'utf8')]).toEqual([
      1,
      expect.stringContaining('not a database'),
      'this is a letter, not a database',
    ]);
    folder.remove();
  });

  test('a database as a whole, looked over in a thread of its own', async () => {
    const folder = await prepared();
    const path = join(folder.path, DATABASE_FILE);
    const look = (): string =>
      spawnSync(
        process.execPath,
        [
          '--input-type=module',
          '-e',
          `const { lookDeep } = await import(${JSON.stringify(join(MAIN, '..', 'storage', 'deep-look.js'))});
           const look = lookDeep(${JSON.stringify(path)});
           const kept = setTimeout(() => undefined, 20000);
           console.log(JSON.stringify(await look.found));
           clearTimeout(kept);`,
        ],
        { encoding: 'utf8' },
      ).stdout.trim();
    expect(look()).toBe('[]');
    const handle = openSync(path, 'r+');
    const zeros = Buffer.alloc(4096);
    for (let page = 3; page * 4096 < statSync(path).size; page += 1)
      writeSync(handle, zeros, 0, 4096, page * 4096);
    closeSync(handle);
    expect(look()).not.toBe('[]');
    folder.remove();
  });

  test('a malformed file in the library is refused at load with file, line and reason; the rest loads', async () => {
    const folder = temporaryFolder();
    mkdirSync(join(folder.path, 'library'));
    writeFileSync(
      join(folder.path, 'library', 'broken.yaml'),
      'format: kanzel-module\nversion: 1\nid: broken\ntitle: Broken\nchecks:\n  - id: one\n    station: moon\n',
    );
    const { child, ended, url } = run(folder.path);
    await url;
    await new Promise((resolve) => setTimeout(resolve, 200));
    child.kill('SIGTERM');
    const { text } = await ended;
    folder.remove();
    expect(text).toMatch(/Refused at load: broken\.yaml:7:\d+ checks\[0\]\.station: must be one of papers/);
  });
});
