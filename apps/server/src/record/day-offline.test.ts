import { randomUUID } from 'node:crypto';
import {
  foldEntries,
  canonicalJson,
  makeDraft,
  verifyChain,
  type Entry,
  type EntryDraft,
} from '@kanzel/core';
import {
  addDemoPeople,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from '../testing/harness.ts';

/**
 * A day in the field: three devices without a network for twenty-four hours, with clocks that are wrong, make five thousand entries. Then all
 * three send at once, answers get lost on the way, and the server is ended ten times in the middle.
 */

const HOUR = 3_600_000;
const MADE = 5000;
const RESTARTS = 10;
/** Most that a device sends at once. */
const BATCH = 50;
const PEOPLE = ['ylva', 'brand', 'signe'] as const;
/** How far each clock is ahead, and whether the device ever heard the server's (ms). */
const CLOCKS = [
  { ahead: 5 * HOUR, known: true },
  { ahead: -3 * HOUR, known: false },
  { ahead: 0, known: true },
] as const;

let left = 20261129;
/** A row of numbers that is the same every time. */
const dice = (): number => (left = (left * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648;

test('a day without a network: five thousand entries of three devices are there once, in each one’s order, and the same for all', async () => {
  const { path, remove } = temporaryFolder();
  let server = await startServer(path);
  await addDemoPeople(server.app);
  const now = Date.now();
  const begun = now - 29 * HOUR;
  let signed: SignedIn[] = await Promise.all(PEOPLE.map((name) => signIn(server.url, name)));
  const [opener] = signed;
  if (!opener) throw new Error('nobody is signed in');
  const campaign = await openCampaign(opener, new Date(begun));
  const before = 1;

  const devices = PEOPLE.map((name, i) => {
    const clock = CLOCKS[i] ?? CLOCKS[2];
    const by = signed[i]?.person.id ?? '';
    const count = Math.floor(MADE / 3) + (i < MADE % 3 ? 1 : 0);
    const drafts = Array.from({ length: count }, (_, n): EntryDraft => {
      const at = begun + 4 * HOUR + Math.round((n / count) * 24 * HOUR);
      return makeDraft(
        'finding.raised',
        { finding: `f-${name}-${n}`, title: `Seen by ${name} at ${n}`, where: '' },
        {
          id: randomUUID(),
          campaign,
          at: new Date(at + clock.ahead).toISOString(),
          ...(clock.known ? { offset: clock.ahead } : {}),
          seen: before,
          by,
          role: i === 0 ? 'technician' : 'inspector',
          device: `device-${name}`,
        },
      );
    });
    return { name, drafts, sent: 0 };
  });

  let restarts = 0;
  let lost = 0;
  let sends = 0;
  const all = Math.ceil(MADE / BATCH);
  while (devices.some((d) => d.sent < d.drafts.length)) {
    // All who have something send at once.
    await Promise.all(
      devices.map(async (device, i) => {
        const batch = device.drafts.slice(device.sent, device.sent + BATCH);
        const by = signed[i];
        if (batch.length === 0 || !by) return;
        sends += 1;
        const said = await by.agent.post(`/api/campaigns/${campaign}/entries`).send({ entries: batch });
        expect([said.status, (said.body as { refused: unknown[] }).refused]).toEqual([200, []]);
        // Now and then the answer is lost: the same is sent once more.
        if (dice() < 0.15) lost += 1;
        else device.sent += batch.length;
      }),
    );
    if (restarts < RESTARTS && sends >= ((restarts + 1) * all) / (RESTARTS + 1)) {
      restarts += 1;
      await server.app.close();
      server = await startServer(path);
      signed = await Promise.all(PEOPLE.map((name) => signIn(server.url, name)));
    }
  }
  expect(restarts).toBe(RESTARTS);
  expect(lost).toBeGreaterThan(5);

  const read = async (by: SignedIn | undefined): Promise<Entry[]> =>
    ((await by?.agent.get(`/api/campaigns/${campaign}/entries`).expect(200))?.body as { entries: Entry[] })
      .entries;
  const records = [];
  for (const by of signed) records.push(await read(by));
  const [record = []] = records;
  expect(record).toHaveLength(before + MADE);
  expect(verifyChain(record).ok).toBe(true);
  for (const other of records) expect(canonicalJson(other) === canonicalJson(record)).toBe(true);
  for (const { drafts, name } of devices)
    expect(record.filter((e) => e.device === `device-${name}`).map((e) => e.id)).toEqual(
      drafts.map((d) => d.id),
    );
  // What they say is there once each, and in the same order of time for everybody, whatever their clocks showed.
  const state = foldEntries(record);
  expect(state.findings.size).toBe(MADE);
  expect(state.unreadable).toEqual([]);
  const instantOf = (finding: string): number => state.findings.get(finding)?.raised.instant ?? NaN;
  const [ylva, , signe] = devices;
  for (const n of [0, 800, 1600]) {
    const one = instantOf(`f-${ylva?.name ?? ''}-${n}`);
    const other = instantOf(`f-${signe?.name ?? ''}-${n}`);
    // Both clocks are known: five hours ahead and right tell the same moment.
    expect(Math.abs(one - other)).toBeLessThan(120_000);
  }
  await server.app.close();
  remove();
}, 600_000);
