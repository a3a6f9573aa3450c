import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { canonicalJson, verifyChain, type Entry } from '@kanzel/core';
import Database from 'better-sqlite3';
import {
  addDemoPeople,
  confirming,
  draft,
  entriesOf,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
} from '../testing/harness.ts';
import { verifyDatabase } from './snapshot.ts';
import { DATABASE_FILE } from './sqlite.ts';

test('campaigns judged by the same have it once on the disk, and are read as they were chained', async () => {
  const folder = temporaryFolder();
  const data = join(folder.path, 'data');
  const first = await startServer(data);
  await addDemoPeople(first.app);
  const by = await signIn(first.url, 'ylva');
  const campaigns = [await openCampaign(by), await openCampaign(by), await openCampaign(by)];
  const before = await Promise.all(campaigns.map((c) => entriesOf(by, c)));
  await first.app.close();

  const file = join(data, DATABASE_FILE);
  const database = new Database(file);
  const bases = database.prepare('SELECT hash, length(json) AS size FROM basis').all() as {
    hash: string;
    size: number;
  }[];
  expect(bases).toHaveLength(1);
  const sizes = database.prepare('SELECT length(json) AS size FROM entry').pluck().all() as number[];
  expect(Math.max(...sizes)).toBeLessThan((bases[0]?.size ?? 0) / 20);
  expect(() => database.exec('DELETE FROM basis')).toThrow('never deleted');
  expect(() => database.exec("UPDATE basis SET json = '{}'")).toThrow('never changed');
  // As it was written before bases lay beside: the whole of it in its entry.
  const [, older = ''] = campaigns;
  const whole = before[1]?.[0] as Entry;
  database.exec('DROP TRIGGER entry_no_update');
  database.prepare('UPDATE entry SET json = ? WHERE id = ?').run(canonicalJson(whole), whole.id);
  database.close();
  expect(verifyDatabase(file)).toMatchObject({ ok: true, value: { campaigns: 3, entries: 3 } });

  const again = await startServer(data);
  const ylva = await signIn(again.url, 'ylva');
  const after = await Promise.all(campaigns.map((c) => entriesOf(ylva, c)));
  expect(after).toEqual(before);
  for (const own of after) expect(verifyChain(own).ok).toBe(true);
  for (const campaign of [campaigns[0] ?? '', older])
    await ylva.agent
      .post(`/api/campaigns/${campaign}/entries`)
      .send({
        entries: [draft(campaign, ylva.person, 'answer.given', confirming('limit-book-is-current'))],
      })
      .expect(200);
  await again.app.close();
  folder.remove();
});

test('a basis written over, or taken away, is seen in every campaign that is judged by it, and nothing is added there', async () => {
  const folder = temporaryFolder();
  const data = join(folder.path, 'data');
  const file = join(data, DATABASE_FILE);
  const first = await startServer(data);
  await addDemoPeople(first.app);
  const by = await signIn(first.url, 'ylva');
  const [one, two] = [await openCampaign(by), await openCampaign(by)];
  const opened = (await entriesOf(by, one))[0] as Entry<'campaign.opened'>;
  await first.app.close();
  // A limit made wider by somebody with the file in hand; its name beside it is left, or made to fit.
  const wider = canonicalJson({
    ...opened.body.basis,
    limitBook: {
      ...opened.body.basis.limitBook,
      limits: opened.body.basis.limitBook.limits.map((l) => ('bounds' in l ? { ...l, bounds: {} } : l)),
    },
  });
  const changes = [
    (d: Database.Database) => d.prepare('UPDATE basis SET json = ?').run(wider),
    (d: Database.Database) => d.prepare('UPDATE basis SET hash = ? || substr(hash, 9)').run('deadbeef'),
    (d: Database.Database) => d.prepare('DELETE FROM basis').run(),
  ];
  for (const change of changes) {
    const source = new Database(file);
    await source.backup(`${file}.copy`);
    source.close();
    const database = new Database(`${file}.copy`);
    database.exec('DROP TRIGGER basis_no_update; DROP TRIGGER basis_no_delete');
    change(database);
    database.close();
    expect([change.toString(), verifyDatabase(`${file}.copy`).ok]).toEqual([change.toString(), false]);
  }
  const database = new Database(file);
  database.exec('DROP TRIGGER basis_no_update');
  database.prepare('UPDATE basis SET json = ?').run(wider);
  database.close();
  const again = await startServer(data);
  const ylva = await signIn(again.url, 'ylva');
  for (const campaign of [one, two])
    await ylva.agent
      .post(`/api/campaigns/${campaign}/entries`)
      .send({
        entries: [draft(campaign, ylva.person, 'answer.given', confirming('limit-book-is-current'))],
      })
      .expect(409);
  const list = (await ylva.agent.get('/api/campaigns').expect(200)).body as { damaged?: object }[];
  expect(list.map((c) => c.damaged !== undefined)).toEqual([true, true]);
  // Nor is another campaign opened on it, which nobody could read afterwards.
  const { body } = await ylva.agent
    .post('/api/campaigns')
    .send({
      id: randomUUID(),
      mark: 'QX-TJD',
      title: 'Another',
      occasion: 'post-maintenance',
      workItems: [],
      at: new Date().toISOString(),
      device: 'test',
    })
    .expect(409);
  expect(body).toMatchObject({ reason: { code: 'basisWrittenOver' } });
  await again.app.close();
  folder.remove();
});
