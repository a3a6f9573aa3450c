import { randomUUID } from 'node:crypto';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { getDataSourceToken } from '@nestjs/typeorm';
import { chain, foldEntries, hasSeen, verifyChain, type Entry, type EntryDraft } from '@kanzel/core';
import type { PostEntriesResponse } from '@kanzel/contract';
import fc from 'fast-check';
import type { DataSource } from 'typeorm';
import {
  addDemoPeople,
  draft,
  entriesOf,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from '../testing/harness.ts';
import { HeldCampaigns } from './held-campaigns.ts';
import { RecordService } from './record.service.ts';

const folder = temporaryFolder();
let app: NestExpressApplication;
let ylva: SignedIn;

beforeAll(async () => {
  const started = await startServer(folder.path);
  app = started.app;
  await addDemoPeople(app);
  ylva = await signIn(started.url, 'ylva');
});

afterAll(async () => {
  await app.close();
  folder.remove();
});

const tag = (campaign: string, why = 'open') =>
  draft(campaign, ylva.person, 'tag.on', {
    tag: randomUUID(),
    thing: 'Panel',
    where: 'left',
    why,
    touches: [],
  });
const send = (campaign: string, ...entries: object[]) =>
  ylva.agent.post(`/api/campaigns/${campaign}/entries`).send({ entries });
const query = <T>(sql: string): Promise<T[]> => app.get<DataSource>(getDataSourceToken()).query<T[]>(sql);
const lines = async (): Promise<number> =>
  (await query<{ n: number }>("SELECT COUNT(*) AS n FROM log WHERE kind = 'head.advanced'"))[0]?.n ?? 0;

test('what comes at once on three campaigns goes to the disk together; every answer is kept, in whole chains', async () => {
  const campaigns = [await openCampaign(ylva), await openCampaign(ylva), await openCampaign(ylva)];
  const posts = Array.from({ length: 240 }, (_, i) => tag(campaigns[i % 3] ?? ''));
  // Some come twice, as they do when an answer was lost.
  const doubled = posts.filter((_, i) => i % 10 === 0);
  const answers = await Promise.all(
    [...posts, ...doubled].map(
      async (p) => (await send(String(p['campaign']), p).expect(200)).body as PostEntriesResponse,
    ),
  );
  expect(answers.every((a) => a.accepted.length === 1 && a.refused.length === 0)).toBe(true);
  for (const campaign of campaigns) {
    const entries = await entriesOf(ylva, campaign);
    expect(verifyChain(entries)).toMatchObject({ ok: true, value: { count: 81 } });
    expect(new Set(entries.map((e) => e.id)).size).toBe(81);
  }
  // Those that are there at one moment are written as one: the log is told once for each campaign where its record ends.
  const before = await lines();
  const together = Array.from({ length: 90 }, (_, i) => tag(campaigns[i % 3] ?? ''));
  const record = app.get(RecordService);
  await Promise.all(
    together.map((p) => record.post(String(p['campaign']), [p as unknown as EntryDraft], ylva.person)),
  );
  expect((await lines()) - before).toBe(3);
});

test('more campaigns than are kept in hand go to the disk together, and each reads as it was written', async () => {
  const campaigns: string[] = [];
  for (let i = 0; i < 80; i += 1) campaigns.push(await openCampaign(ylva));
  const record = app.get(RecordService);
  // In an order in which those let go first are asked for again last.
  const posts = [...campaigns, ...campaigns.slice(0, 15)].map((c) => tag(c));
  const answers = await Promise.all(
    posts.map((p) => record.post(String(p['campaign']), [p as unknown as EntryDraft], ylva.person)),
  );
  expect(answers.filter((a) => !a.ok || a.value.accepted.length !== 1)).toEqual([]);
  for (const [i, campaign] of campaigns.entries()) {
    const count = i < 15 ? 3 : 2;
    expect(verifyChain(await entriesOf(ylva, campaign))).toMatchObject({ ok: true, value: { count } });
    expect((await record.fold(campaign))?.state.count).toBe(count);
  }
});

test('a campaign that was read anew while it was gone on with is let go, not left without its newest', async () => {
  const campaign = await openCampaign(ylva);
  const [opened] = await entriesOf(ylva, campaign);
  if (!opened) throw new Error('no campaign');
  const held = new HeldCampaigns();
  held.read(campaign, [opened], undefined);
  const before = held.open(campaign)?.folding;
  if (!before) throw new Error('not in hand');
  const entry = chain(tag(campaign) as unknown as EntryDraft, opened, opened.at);
  before.add(entry);
  held.read(campaign, [opened], undefined);
  held.grown(campaign, before, [entry]);
  expect(held.has(campaign)).toBe(false);
});

test('where the disk refuses, whoever brought it about is refused, the others are not, and nothing is half there', async () => {
  const campaign = await openCampaign(ylva);
  const heard: string[] = [];
  const hear = (entry: Entry): number => heard.push(entry.id);
  app.get(RecordService).events.on('entry', hear);
  await query(
    `CREATE TRIGGER refuses BEFORE INSERT ON entry WHEN NEW.json LIKE '%full disk%' BEGIN SELECT RAISE(ABORT, 'database or disk is full'); END`,
  );
  const good = Array.from({ length: 20 }, () => tag(campaign));
  const bad = tag(campaign, 'full disk');
  const answers = await Promise.all(
    [...good.slice(0, 10), bad, ...good.slice(10)].map(async (p) => [p.id, (await send(campaign, p)).status]),
  );
  expect(answers.filter(([, status]) => status !== 200)).toEqual([[bad.id, 503]]);
  await query('DROP TRIGGER refuses');
  expect(heard.sort()).toEqual(good.map((p) => p.id).sort());
  expect((await entriesOf(ylva, campaign)).map((e) => e.id)).not.toContain(bad.id);
  // Everybody, when it refuses everything; and the same posts go through once it does not.
  await query(
    `CREATE TRIGGER refuses BEFORE INSERT ON entry BEGIN SELECT RAISE(ABORT, 'database or disk is full'); END`,
  );
  const later = [bad, ...Array.from({ length: 20 }, () => tag(campaign))];
  for (const answer of await Promise.all(later.map((p) => send(campaign, p)))) {
    expect(answer.status).toBe(503);
    expect((answer.body as { message: string }).message).toMatch(/^Nothing was recorded/);
  }
  expect(await entriesOf(ylva, campaign)).toHaveLength(21);
  await query('DROP TRIGGER refuses');
  for (const p of later) await send(campaign, p).expect(200);
  const entries = await entriesOf(ylva, campaign);
  expect(verifyChain(entries)).toMatchObject({ ok: true, value: { count: 42 } });
  app.get(RecordService).events.off('entry', hear);
});

test('whoever cannot be taken is told at once to come later; nothing of theirs is there, and nothing is lost or doubled', async () => {
  const campaign = await openCampaign(ylva);
  const posts = Array.from({ length: 1200 }, () => tag(campaign));
  const record = app.get(RecordService);
  const answers = await Promise.all(
    posts.map((p) => record.post(campaign, [p as unknown as EntryDraft], ylva.person)),
  );
  const taken = posts.filter((_, i) => answers[i]?.ok);
  const later = answers.filter((a) => !a.ok);
  expect(later.length).toBeGreaterThan(0);
  expect(later.every((a) => !a.ok && a.error.code === 'comeLater')).toBe(true);
  expect((await entriesOf(ylva, campaign)).slice(1).map((e) => e.id)).toEqual(taken.map((p) => p.id));
});

test('a record as its author had it is the same, folded from a remembered state or from the first entry on', async () => {
  const campaign = await openCampaign(ylva);
  const [opened] = await entriesOf(ylva, campaign);
  if (!opened) throw new Error('no campaign');
  const step = fc.record({
    device: fc.constantFrom('a', 'b', 'c'),
    behind: fc.nat({ max: 20 }),
    keep: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(step, { minLength: 2, maxLength: 120 }), step, (steps, last) => {
      const held = new HeldCampaigns();
      const entries: Entry[] = [opened];
      held.read(campaign, entries, undefined);
      let state = foldEntries(entries);
      const made = (device: string, behind: number, i: number): EntryDraft & { seen: number } =>
        ({
          ...tag(campaign),
          id: `${device}-${i}`,
          device,
          seen: Math.max(1, state.count - behind),
          at: opened.at,
        }) as unknown as EntryDraft & { seen: number };
      let fresh: Entry[] = [];
      const kept: [unknown, unknown][] = [];
      for (const [i, { device, behind, keep }] of steps.entries()) {
        const entry = chain(made(device, behind, i), entries.at(-1), opened.at);
        entries.push(entry);
        fresh.push(entry);
        state = foldEntries([entry], state);
        // What a group has added is in hand only once it is on the disk.
        if (!keep) continue;
        const folding = held.open(campaign)?.folding;
        if (!folding) throw new Error('not in hand');
        for (const f of fresh) folding.add(f);
        held.grown(campaign, folding, fresh);
        fresh = [];
        // Whoever asks in between has what was then, whatever comes later.
        if (behind % 3 === 0) kept.push([held.get(campaign)?.state, foldEntries(entries)]);
      }
      for (const [then, wanted] of kept)
        expect({ ...(then as object), index: undefined }).toEqual({
          ...(wanted as object),
          index: undefined,
        });
      const next = made(last.device, last.behind, 99);
      const placed = { ...next, seq: state.count + 1 };
      const whole = foldEntries(entries.filter((e) => hasSeen(placed, e)));
      const stored = (after: number) =>
        entries.slice(0, entries.length - fresh.length).filter((e) => e.seq > after);
      // The index of a basis is made anew with every fold from the first entry on, and says the same.
      const { index: ours, ...rest } = held.asSeen(next, state, fresh, stored);
      const { index: theirs, ...wanted } = whole;
      expect(rest).toEqual(wanted);
      expect([...(ours?.parts.keys() ?? [])]).toEqual([...(theirs?.parts.keys() ?? [])]);
    }),
    { numRuns: 60 },
  );
});
