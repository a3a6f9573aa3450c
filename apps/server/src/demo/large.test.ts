import type { CampaignView } from '@kanzel/contract';
import { foldEntries, verifyChain } from '@kanzel/core';
import { createApp } from '../create-app.ts';
import { entriesOf, settingsFor, signIn, temporaryFolder } from '../testing/harness.ts';
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
