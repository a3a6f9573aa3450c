import type { CampaignView, HangarLineView } from '@kanzel/contract';
import { foldEntries, verifyChain } from '@kanzel/core';
import { createApp } from '@kanzel/server';
import { entriesOf, settingsFor, signIn, temporaryFolder } from '../../server/src/testing/harness.ts';
import { makeLarge } from './large.ts';

test('a world of a given size is made of records that verify, one campaign in hand on each aircraft, and nothing in them proves nothing', async () => {
  const { path, remove } = temporaryFolder();
  const made = await makeLarge(path, new Date(), { aircraft: 7, campaigns: 14, entries: 1400 });
  const app = await createApp(settingsFor(path));
  try {
    await app.listen(0, '127.0.0.1');
    const brand = await signIn(await app.getUrl(), 'brand');
    const list = (await brand.agent.get('/api/campaigns').expect(200)).body as CampaignView[];
    expect(list.reduce((sum, c) => sum + c.count, 0)).toBe(made);
    const inHand = list.filter((c) => c.releasedAt === undefined);
    expect([list.length, new Set(inHand.map((c) => c.mark)).size, inHand.length]).toEqual([14, 7, 7]);
    expect(inHand.every((c) => c.standing !== undefined && c.damaged === undefined)).toBe(true);
    // Page by page it is the same list, by aircraft and by whether it is over as well.
    const paged: CampaignView[] = [];
    for (;;) {
      const last = paged.at(-1);
      const asked = new URLSearchParams({ limit: '4', ...(last ? { before: last.id } : {}) });
      const page = (await brand.agent.get(`/api/campaigns?${asked}`).expect(200)).body as CampaignView[];
      paged.push(...page);
      if (page.length < 4) break;
    }
    const ids = (some: readonly CampaignView[]): string[] => some.map((c) => c.id);
    expect(ids(paged)).toEqual(ids(list));
    const listed = async (asked: Record<string, string>): Promise<string[]> =>
      ids(
        (await brand.agent.get(`/api/campaigns?${new URLSearchParams(asked)}`).expect(200))
          .body as CampaignView[],
      );
    expect(await listed({ state: 'inHand' })).toEqual(ids(inHand));
    const [{ mark } = { mark: '' }] = list;
    expect(await listed({ state: 'released', mark })).toEqual(
      ids(list.filter((c) => c.releasedAt !== undefined && c.mark === mark)),
    );
    for (const bad of ['limit=0', 'limit=100000', 'state=gone', 'before=1', 'colour=red'])
      await brand.agent.get(`/api/campaigns?${bad}`).expect(400);
    const hangar = (await brand.agent.get('/api/hangar').expect(200)).body as HangarLineView[];
    expect(ids(hangar.flatMap((l) => l.inHand)).sort()).toEqual(ids(inHand).sort());
    for (const line of hangar) {
      const own = list.filter((c) => c.mark === line.mark && c.releasedAt !== undefined);
      expect([ids(line.released), line.releasedCount]).toEqual([ids(own).slice(0, 2), own.length]);
    }
    for (const { id, releasedAt, count, head } of list) {
      const entries = await entriesOf(brand, id);
      expect(verifyChain(entries)).toEqual({ ok: true, value: { count, head } });
      const state = foldEntries(entries);
      expect([state.unreadable, state.release?.at]).toEqual([[], releasedAt]);
      const flawed = [...state.parts.values()].flatMap((p) =>
        p.history.filter((h) => h.verdicts.some((v) => v.state !== 'within')),
      );
      expect(flawed).toEqual([]);
    }
  } finally {
    await app.close();
    remove();
  }
});
