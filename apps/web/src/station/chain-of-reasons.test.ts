import fc from 'fast-check';
import { reason } from '@kanzel/core';
import { BASIS, check, PACK, Scribe } from '../../../../packages/core/src/testing/world.ts';
import { deriveStatus } from '@kanzel/core';
import { chainOfReasons } from './chain-of-reasons.ts';

test('the chain leads from what was touched through each part that stands on the one before, to the last (property)', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 6 }), fc.nat(5), (depth, from) => {
      // c0 proves something; each next stands on the one before it.
      const checks = Array.from({ length: depth + 1 }, (_, i) =>
        check(`c${i}`, i === 0 ? { proves: ['structure.wings'] } : { standsOn: [`c${i - 1}`] }),
      );
      const scribe = new Scribe().open({ ...BASIS, pack: { ...PACK, gates: [], checks } });
      for (const { id } of checks) scribe.confirm(id, 'aircraft');
      scribe.add('action.recorded', { action: 'a', what: 'Wing off', measure: '', touches: ['structure'] });
      const state = scribe.state();
      const status = deriveStatus(state, new Date(state.clock).toISOString());
      const at = Math.min(from, depth);
      const { roots, through } = chainOfReasons(status?.parts.get(`c${at}@aircraft`)?.reasons ?? []);
      expect(roots.map((r) => r.code)).toEqual(['touched']);
      expect(through).toEqual(Array.from({ length: at }, (_, i) => `c${i}@aircraft`));
    }),
  );
});

test('a part is in the picture once, and what says nothing of a part is where it began', () => {
  const stands = (part: string) => reason('standsOnPart', { part });
  expect(
    chainOfReasons([reason('wrongState'), stands('a@aircraft'), stands('b@left'), stands('a@aircraft')]),
  ).toEqual({ roots: [reason('wrongState')], through: ['a@aircraft', 'b@left'] });
  expect(chainOfReasons([])).toEqual({ roots: [], through: [] });
});
