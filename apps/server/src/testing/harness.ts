import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { makeDraft, type Entry, type EntryBodies, type EntryKind, type Role } from '@kanzel/core';
import { PROOF_HEADER, type PersonView } from '@kanzel/contract';
import request, { type Agent } from 'supertest';
import { createApp } from '../create-app.ts';
import { takeLaidFrom } from '@kanzel/packs';
import { tjeldFile } from '@kanzel/world';
import { authorisationsOf, DEMO_PEOPLE } from '@kanzel/world';
import { PeopleService } from '../people/index.ts';
import { ProofService } from '../people/proof.service.ts';
import { SYSTEM_CLOCK, type Clock, type Settings } from '../settings.ts';

/** A data folder of its own, gone afterwards. */
export function temporaryFolder(): { path: string; remove: () => void } {
  const path = mkdtempSync(join(tmpdir(), 'kanzel-test-'));
  return { path, remove: () => rmSync(path, { recursive: true, force: true }) };
}

export function settingsFor(dataFolder: string, change: Partial<Settings> = {}): Settings {
  return {
    dataFolder,
    host: '127.0.0.1',
    port: 0,
    names: ['kanzel.example'],
    webFolder: undefined,
    demoPeople: [],
    simulation: undefined,
    monitors: [],
    standins: true,
    signInsPerMinute: 1000,
    logLevel: 'silent',
    ...change,
  };
}

// What the library that ships says is asked of its own tests; here it is taken from the build, as the product takes it.
takeLaidFrom(new URL('../../../../packages/packs/dist/library-read.json', import.meta.url));

/** Servers of this test by their address. */
const running = new Map<string, NestExpressApplication>();

/** A real server on a real SQLite file, listening on a port of its own. */
export async function startServer(
  dataFolder: string,
  change: Partial<Settings> = {},
  clock: Clock = SYSTEM_CLOCK,
): Promise<{ app: NestExpressApplication; url: string }> {
  mkdirSync(join(dataFolder, 'library'), { recursive: true });
  writeFileSync(join(dataFolder, 'library', 'aircraft-qx-tjd.r1.yaml'), tjeldFile(new Date()));
  const app = await createApp(settingsFor(dataFolder, change), clock);
  await app.listen(0, '127.0.0.1').catch(async (error: unknown) => {
    await app.close();
    throw error;
  });
  const url = await app.getUrl();
  running.set(url, app);
  return { app, url };
}

export async function addDemoPeople(app: NestExpressApplication): Promise<void> {
  for (const person of DEMO_PEOPLE)
    await app.get(PeopleService).add({ ...person, authorisations: authorisationsOf(person, new Date()) });
}

/** A signed-in person with their own cookie. */
export interface SignedIn {
  readonly agent: Agent;
  /** The same, with a fresh proof of identity on every act; how one is got over HTTP is the matter of door.test. */
  readonly fresh: Pick<Agent, 'post' | 'put'>;
  readonly person: PersonView;
  readonly cookie: string;
}

export async function signIn(
  url: string,
  name: string,
  passphrase = DEMO_PEOPLE.find((p) => p.name === name)?.passphrase ?? '',
): Promise<SignedIn> {
  const agent = request.agent(url);
  const response = await agent.post('/api/session').send({ name, passphrase }).expect(200);
  const [cookie = ''] = (response.headers['set-cookie'] as unknown as string[]).map((c) => c.split(';')[0]);
  const proof = (): string => {
    const app = running.get(url);
    if (!app) throw new Error(`signIn: no server of this test listens at ${url}`);
    return app.get(ProofService).give(cookie?.split('=')[1] ?? '');
  };
  const fresh = {
    post: (path: string) => agent.post(path).set(PROOF_HEADER, proof()),
    put: (path: string) => agent.put(path).set(PROOF_HEADER, proof()),
  };
  return { agent, fresh, person: response.body as PersonView, cookie: cookie ?? '' };
}

export async function openCampaign(by: SignedIn, at = new Date(), mark = 'QX-TJD'): Promise<string> {
  const id = randomUUID();
  await by.agent
    .post('/api/campaigns')
    .send({
      id,
      mark,
      title: 'Test campaign',
      occasion: 'post-maintenance',
      workItems: ['Left governor: replaced'],
      at: at.toISOString(),
      device: 'test',
    })
    .expect(201);
  return id;
}

export function draft<K extends EntryKind>(
  campaign: string,
  by: PersonView,
  kind: K,
  body: EntryBodies[K],
  role: Role = 'technician',
): Record<string, unknown> & { id: string } {
  return {
    ...makeDraft(kind, body, {
      id: randomUUID(),
      campaign,
      at: new Date().toISOString(),
      by: by.id,
      role,
      device: 'test',
      // What the same device made before counts as seen; nobody else writes in most of these tests.
      seen: 1,
    }),
  };
}

export const confirming = (check: string, subject = 'aircraft'): EntryBodies['answer.given'] => ({
  check,
  subject,
  answer: { kind: 'confirm', asExpected: true },
  facts: {},
});

export async function entriesOf(by: SignedIn, campaign: string): Promise<Entry[]> {
  return ((await by.agent.get(`/api/campaigns/${campaign}/entries`).expect(200)).body as { entries: Entry[] })
    .entries;
}
