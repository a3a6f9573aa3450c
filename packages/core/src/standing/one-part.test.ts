import fc from 'fast-check';
import { foldEntries } from '../entries/index.ts';
import { anySteps, randomBasis, tellCampaign } from '../testing/any-campaign.ts';
import { deriveStatus, partStatusOf } from './derive.ts';

test('one part asked for alone stands as it does among all of them, whatever was told (property)', () => {
  let blocked = 0;
  fc.assert(
    fc.property(fc.nat(100_000), anySteps, (seed, steps) => {
      const told = tellCampaign(randomBasis(seed), steps, true);
      const state = foldEntries(told.entries);
      const now = new Date(told.now).toISOString();
      const whole = deriveStatus(state, now);
      for (const [key, status] of whole?.parts ?? []) {
        if (status.blocked) blocked += 1;
        expect([key, partStatusOf(state, key, now)]).toEqual([key, status]);
      }
    }),
    { numRuns: 60, seed: 11 },
  );
  expect(blocked).toBeGreaterThan(100);
  expect(partStatusOf(foldEntries([]), 'anything@aircraft', '2026-01-01T00:00:00.000Z')).toBeUndefined();
});
