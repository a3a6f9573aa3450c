import fc from 'fast-check';
import { flowOf, foundIn, samplesLeft, SAMPLED_AFTER, SAMPLES_SEEN, type SampleRound } from './index.ts';

/** Draws of a hand and a can that are as good as is said, repeatable. */
function drawing(seed: number) {
  let state = seed;
  const uniform = (): number => {
    state = (state * 1664525 + 1013904223) % 4294967296;
    return (state + 0.5) / 4294967296;
  };
  const normal = (): number => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}

const flow = (...args: Parameters<typeof flowOf>) => {
  const worked = flowOf(...args);
  if (!worked.ok) throw new Error(worked.error.code);
  return worked.value;
};

describe('a flow timed into a can', () => {
  it.each([
    // [litres, seconds, step, reads to] → by hand: 3600 V/t; u² = f²((a/√3/V)² + (2·0.1² + step²/12)/t²), times two.
    [2, 100, 0.1, 0.05, 72, 2.089],
    [1, 60, 0.01, 0.02, 60, 1.414],
    [5, 250, 1, 0.1, 72, 1.673],
  ])('%d L in %d s, step %d s, read to %d L', (volume, seconds, step, readsTo, expected, uncertainty) => {
    const worked = flow([{ volume, seconds, step }], readsTo);
    expect(worked.flow).toBeCloseTo(expected, 9);
    expect(worked.uncertainty).toBeCloseTo(uncertainty, 2);
    expect([worked.apart, worked.falls]).toEqual([false, false]);
  });

  it('promises no more than it holds: of 200 tests of known lines, the true flow lies inside at least nine times in ten', () => {
    const { uniform, normal } = drawing(11);
    let inside = 0;
    let apart = 0;
    for (let i = 0; i < 200; i += 1) {
      const truth = 20 + 150 * uniform();
      const readsTo = 0.01 + 0.09 * uniform();
      const count = 1 + Math.floor(4 * uniform());
      const runs = Array.from({ length: count }, () => {
        const taken = 30 + 120 * uniform();
        const volume = (truth * taken) / 3600 + readsTo * (2 * uniform() - 1);
        return { volume, seconds: taken + 0.1 * normal() + 0.1 * normal(), step: 0.01 };
      });
      const worked = flow(runs, readsTo);
      if (Math.abs(worked.flow - truth) <= worked.uncertainty) inside += 1;
      if (worked.apart) apart += 1;
    }
    expect(inside).toBeGreaterThanOrEqual(180);
    // And it is not so wide that it says nothing: a band that always holds is no band.
    expect(inside).toBeLessThanOrEqual(199);
    expect(apart).toBeLessThanOrEqual(6);
  });

  it('runs that differ by more than reading explains are apart, and widen what is promised; less and less is told as that', () => {
    const run = (volume: number) => ({ volume, seconds: 100, step: 0.01 });
    const steady = flow([run(2), run(2.01), run(1.99)], 0.02);
    const apart = flow([run(2), run(2.3), run(1.9)], 0.02);
    const falls = flow([run(2.3), run(2), run(1.7)], 0.02);
    expect([steady.apart, apart.apart, falls.apart]).toEqual([false, true, true]);
    expect([steady.falls, apart.falls, falls.falls]).toEqual([false, false, true]);
    expect(apart.uncertainty).toBeGreaterThan(3 * steady.uncertainty);
  });

  it.each([
    // The can alone counts (a million seconds): u² is 0.03²/3 = 0.0003 L². By hand, 1 % of chi squared: 6.63 of two runs, 9.21 of three.
    [[2 - 0.03, 2 + 0.03], false],
    [[2 - 0.0324, 2 + 0.0324], true],
    [[2 - 0.0346, 2, 2 + 0.0346], false],
    [[2 - 0.0388, 2, 2 + 0.0388], true],
  ])('%j litres are apart: %j', (volumes, apart) => {
    const worked = flow(
      volumes.map((volume) => ({ volume, seconds: 1e6, step: 0.01 })),
      0.03,
    );
    expect(worked.apart).toBe(apart);
    // Twice the mean error, wider by the root of chi squared over what is free (Birge), by the volumes themselves.
    const [count, mean] = [volumes.length, volumes.reduce((a, b) => a + b, 0) / volumes.length];
    const chi = volumes.reduce((sum, v) => sum + (v - mean) ** 2 / 0.0003, 0);
    const wide = Math.max(1, Math.sqrt(chi / (count - 1)));
    const expected = 2 * Math.sqrt(0.0003 / count) * wide * 0.0036;
    expect(worked.uncertainty / expected).toBeCloseTo(1, 2);
    expect(worked.falls).toBe(false);
  });

  it('more runs promise more, and a coarser can less (property)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        fc.double({ min: 20, max: 600, noNaN: true }),
        fc.double({ min: 0.001, max: 0.2, noNaN: true }),
        (volume, seconds, readsTo) => {
          const run = { volume, seconds, step: 0.1 };
          const one = flow([run], readsTo);
          const four = flow([run, run, run, run], readsTo);
          expect(four.flow).toBeCloseTo(one.flow, 6);
          expect(four.uncertainty).toBeCloseTo(one.uncertainty / 2, 6);
          expect(flow([run], 2 * readsTo).uncertainty).toBeGreaterThan(one.uncertainty);
        },
      ),
    );
  });

  it.each([
    [[], 0.1],
    [[{ volume: 0, seconds: 10, step: 1 }], 0.1],
    [[{ volume: 2, seconds: 0, step: 1 }], 0.1],
    [[{ volume: 2, seconds: -5, step: 1 }], 0.1],
    [[{ volume: NaN, seconds: 10, step: 1 }], 0.1],
    [[{ volume: 2, seconds: 10, step: 1 }], 0],
  ])('nothing comes of nothing: %j', (runs, readsTo) => {
    expect(flowOf(runs, readsTo)).toMatchObject({ ok: false, error: { code: 'flowNothing' } });
  });
});

describe('samples until clear', () => {
  const round = fc.record({
    after: fc.constantFrom(...SAMPLED_AFTER),
    seen: fc.dictionary(fc.constantFrom('left', 'right'), fc.constantFrom(...SAMPLES_SEEN), { minKeys: 1 }),
  });

  it('are at their end where everything was moved and the last two rounds are clear, counted the long way (property)', () => {
    fc.assert(
      fc.property(fc.array(round, { maxLength: 8 }), fc.subarray([...SAMPLED_AFTER]), (rounds, asked) => {
        const left = samplesLeft(rounds, asked);
        const words = rounds.map((r) => Object.values(r.seen).every((s) => s === 'clear'));
        const clear = words.join().endsWith('true,true') || words.join() === 'true,true';
        const moved = asked.every((a) => rounds.map((r) => r.after).includes(a));
        expect(left.moves.length === 0 && left.rounds === 0).toBe(clear && moved);
        // As many more clear rounds as it says, and no fewer, bring it to its end.
        const more = Array.from({ length: left.rounds }, (): SampleRound => ({
          after: 'standing',
          seen: { left: 'clear' },
        }));
        expect(samplesLeft([...rounds, ...more], []).rounds).toBe(0);
        if (more.length > 0) expect(samplesLeft([...rounds, ...more.slice(1)], []).rounds).toBeGreaterThan(0);
      }),
    );
  });

  it('says which moves are wanting, and no other', () => {
    const clear = { left: 'clear' } as const;
    const rounds = [
      { after: 'standing', seen: clear },
      { after: 'standing', seen: clear },
    ] as const;
    expect(samplesLeft(rounds, SAMPLED_AFTER)).toEqual({ moves: ['tail-raised', 'wings-rocked'], rounds: 0 });
    expect(samplesLeft(rounds, ['standing'])).toEqual({ moves: [], rounds: 0 });
    expect(samplesLeft([], ['standing'])).toEqual({ moves: ['standing'], rounds: 2 });
  });

  it('names what came, where and in which round', () => {
    expect(
      foundIn([
        { after: 'standing', seen: { left: 'water', right: 'clear' } },
        { after: 'wings-rocked', seen: { left: 'clear', right: 'sediment' } },
      ]),
    ).toEqual([
      { drain: 'left', seen: 'water', round: 1 },
      { drain: 'right', seen: 'sediment', round: 2 },
    ]);
  });
});
