import fc from 'fast-check';
import { indexBasis } from '@kanzel/core';
import { anySteps, plainBasis, tellCampaign } from '../../core/src/testing/any-campaign.ts';
import { disagreements } from '../../core/src/testing/disagreements.ts';
import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder } from './index.ts';
import './testing/laid.ts';
import { SUITABLE, withLayout } from './testing/suitable.ts';

const library = loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY));
const RUNS = Math.ceil(Number(process.env['KANZEL_FUZZ_RUNS'] ?? 160) / 20);
const SEED = Number(process.env['KANZEL_FUZZ_SEED'] ?? 20261126);

test.each([...library.packs.values()].map((p) => [p.id, p] as const))(
  'marks, proofs and gates of %s at random are those the oracle foretells (property)',
  (_, pack) => {
    const plain = plainBasis(pack, SUITABLE[pack.id]?.engines ?? []);
    const basis = { ...plain, aircraft: { ...plain.aircraft, ...withLayout(pack) } };
    const index = indexBasis(basis);
    if (!index.ok) throw new Error(JSON.stringify(index.error));
    const systems = [...new Set([...index.value.parts.values()].flatMap((p) => p.proves))];
    fc.assert(
      fc.property(anySteps, fc.boolean(), (steps, asks) => {
        expect(disagreements(tellCampaign(basis, steps, asks, systems))).toEqual([]);
      }),
      {
        numRuns: RUNS,
        seed: SEED,
        endOnFailure: process.env['KANZEL_FUZZ_FAST'] === '1',
        // A campaign that disagrees is made smaller for a while, and told then: in a suite nobody waits an hour for the smallest.
        ...(process.env['KANZEL_FUZZ_RUNS'] === undefined
          ? { interruptAfterTimeLimit: 300_000, markInterruptAsFailure: true }
          : {}),
      },
    );
  },
  3_600_000,
);
