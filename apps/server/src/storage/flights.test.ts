import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { CampaignListService } from '../record/campaign-list.service.ts';
import { temporaryFolder } from '../testing/harness.ts';
import { MIGRATIONS } from './migrations.ts';

const NOW = Date.parse('2026-11-30T12:00:00.000Z');
const daysAgo = (days: number, minutes = 0): string =>
  new Date(NOW - days * 86_400_000 - minutes * 60_000).toISOString();

/** An installation with flights of two aircraft of one type and one of another, entry by entry as the record keeps them. */
async function installation() {
  const { path, remove } = temporaryFolder();
  const source = await new DataSource({
    type: 'better-sqlite3',
    database: join(path, 'flights.sqlite'),
    migrations: MIGRATIONS,
    entities: [],
  }).initialize();
  await source.runMigrations();
  let made = 0;
  const campaign = async (id: string, mark: string, book: string): Promise<void> => {
    await source.query(
      `INSERT INTO campaign (id, mark, createdAt, title, pack, packRevision, limitBook, limitBookRevision) VALUES (?, ?, ?, '', 'p', 1, ?, 1)`,
      [id, mark, daysAgo(200), book],
    );
  };
  const entry = async (of: string, kind: string, at: string, change: object = {}): Promise<void> => {
    made += 1;
    const json = JSON.stringify({ kind, at, by: 'odd', role: 'pilot', body: { gate: 'fly' }, ...change });
    await source.query(`INSERT INTO entry (campaign, seq, id, hash, json) VALUES (?, ?, ?, ?, ?)`, [
      of,
      made,
      `e${made}`,
      `h${made}`,
      json,
    ]);
  };
  const lists = new CampaignListService(source, {} as never, { now: () => new Date(NOW) } as never);
  return {
    source,
    campaign,
    entry,
    lists,
    end: async () => {
      lists.onModuleDestroy();
      await source.destroy();
      remove();
    },
  };
}

test('a flight is told by whoever passed the gate as pilot and whoever was named as crew, newest first, ninety days back', async () => {
  const { campaign, entry, lists, end } = await installation();
  await campaign('a', 'QX-TJD', 'tjeld');
  await campaign('b', 'QX-HEI', 'heilo');
  await entry('a', 'gate.passed', daysAgo(91));
  await entry('a', 'gate.passed', daysAgo(89));
  await entry('b', 'gate.passed', daysAgo(3), {
    by: 'brand',
    role: 'inspector',
    body: { gate: 'fly', crew: ['odd', 'gerd'] },
  });
  await entry('b', 'gate.passed', daysAgo(2), { body: { gate: 'roll' } });
  await entry('b', 'note.kept', daysAgo(1), {
    body: { note: 'n', text: '"kind":"gate.passed" "gate":"fly"' },
  });
  expect(await lists.flights()).toEqual([
    { mark: 'QX-HEI', limitBook: 'heilo', at: daysAgo(3), people: ['odd', 'gerd'] },
    { mark: 'QX-TJD', limitBook: 'tjeld', at: daysAgo(89), people: ['odd'] },
  ]);
  await end();
});

test('a gate passed anew within the hour is one flight; an hour later it is the next; another aircraft has its own', async () => {
  const { campaign, entry, lists, end } = await installation();
  await campaign('a', 'QX-TJD', 'tjeld');
  await campaign('b', 'QX-HEI', 'heilo');
  await entry('a', 'gate.passed', daysAgo(1, 120));
  await entry('a', 'gate.passed', daysAgo(1, 90));
  await entry('a', 'gate.passed', daysAgo(1, 20));
  await entry('b', 'gate.passed', daysAgo(1, 100));
  expect((await lists.flights()).map((f) => [f.mark, f.at])).toEqual([
    ['QX-TJD', daysAgo(1, 20)],
    ['QX-TJD', daysAgo(1, 90)],
    ['QX-HEI', daysAgo(1, 100)],
  ]);
  await end();
});
