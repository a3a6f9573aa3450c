import {
  ARRHENIUS_BAND,
  cellResistances,
  cellsSeen,
  correctedField,
  fitSphere,
  resistanceAt,
  returnSeen,
  underLoad,
} from '@kanzel/core';
import { MagneticFieldStandin } from './magnetic-field.ts';
import { PackStandin } from './pack.ts';
import { seededRandom } from './random.ts';
import { TankStandin, type TankFaults } from './tanks.ts';

/** Half an hour with the left tank drawn from, both read every five minutes to half a litre; how the levels are understood. */
function understood(faults: TankFaults, seed: number, burn = 22) {
  const tanks = new TankStandin({ left: 60, right: 40 }, burn, burn + 33, faults, seed);
  const minutes = [0, 5, 10, 15, 20, 25, 30];
  const rows = minutes.map((_, i) => {
    if (i > 0) tanks.run(5, 'left');
    return { left: tanks.read('left', 0.5), right: tanks.read('right', 0.5) };
  });
  const seen = returnSeen(
    minutes,
    [
      { id: 'left', levels: rows.map((r) => r.left) },
      { id: 'right', levels: rows.map((r) => r.right) },
    ],
    'left',
    0.5,
  );
  if (!seen.ok) throw new Error(seen.error.code);
  return seen.value;
}

const FIFTY = Array.from({ length: 50 }, (_, i) => i + 1);
const times = (faults: TankFaults, found: (seen: ReturnType<typeof understood>) => boolean): number =>
  FIFTY.filter((seed) => found(understood(faults, seed))).length;

describe('200 runs of tanks of which somebody knows what is wrong', () => {
  it('finds a return into the wrong tank, a selector that leaks through and a vent that is blocked', () => {
    expect(times({ returnTo: 'right' }, (s) => s.rising.includes('right'))).toBe(50);
    expect(times({ selectorLeaks: 0.2 }, (s) => s.leaking.includes('right'))).toBe(50);
    // An engine that takes little takes long to show it.
    const thirsty = FIFTY.filter((seed) => understood({ ventBlocked: 'left' }, seed, 70).fades);
    expect(thirsty.length).toBeGreaterThanOrEqual(48);
  });

  it('finds nothing in tanks with which nothing is wrong, but for what chance does', () => {
    expect(times({}, (s) => s.rising.length > 0 || s.leaking.length > 0)).toBeLessThanOrEqual(5);
    expect(times({}, (s) => s.fades)).toBeLessThanOrEqual(5);
    expect(times({}, (s) => s.falls && Math.abs(s.burn - 22) < 3)).toBe(50);
  });
});

test('of 200 packs as cold as may be, the lowest cell at full throttle lies in the band that was told, and the band is not endless', () => {
  const { uniform } = seededRandom(7);
  let inside = 0;
  let found = 0;
  for (let i = 0; i < 200; i += 1) {
    const cells = 6 + Math.floor(uniform() * 7);
    const cell = 1 + Math.floor(uniform() * cells);
    const measuredAt = 12 + 14 * uniform();
    const today = -5 + 25 * uniform();
    const current = 60 + 50 * uniform();
    const pack = new PackStandin(
      cells,
      2 + 1.5 * uniform(),
      { temperature: measuredAt, weak: { cell, volts: 0.01, resistance: 0.35 } },
      i + 1,
    );
    const [rest, loaded] = [pack.read(0), pack.read(40)];
    const seen = cellsSeen(rest, cells);
    const worked = cellResistances(
      rest.map((r, k) => ({ rest: r, loaded: loaded[k] ?? 0 })),
      40,
    );
    if (!worked.ok || !seen.ok) throw new Error('A pack was refused.');
    if (worked.value.indexOf(Math.max(...worked.value)) + 1 === cell) found += 1;
    const at = (steep: number): number =>
      Math.min(
        ...worked.value.map((r, k) =>
          underLoad(rest[k] ?? 0, resistanceAt(r, measuredAt, today, steep), current),
        ),
      );
    const truth = Math.min(...rest.map((_, k) => pack.truth(k + 1, current, today)));
    const ends = [at(1 - ARRHENIUS_BAND), at(1 + ARRHENIUS_BAND)];
    // The meter is off by a few millivolts as well.
    if (truth >= Math.min(...ends) - 0.006 && truth <= Math.max(...ends) + 0.006) inside += 1;
    expect(Math.abs((ends[0] ?? 0) - (ends[1] ?? 0))).toBeLessThan(0.9);
  }
  expect(found).toBeGreaterThanOrEqual(195);
  expect(inside).toBeGreaterThanOrEqual(180);
});

test('of 200 magnetometers the iron is found where it lies, within what their unrest explains, and headings come out right', () => {
  let hard = 0;
  let headings = 0;
  for (let i = 0; i < 200; i += 1) {
    const { uniform } = seededRandom(1000 + i);
    const about = (size: number): number => size * (2 * uniform() - 1);
    const centre = [about(250), about(250), about(250)] as const;
    const [lean, tilt] = [about(0.08), about(0.05)];
    const standin = new MagneticFieldStandin(
      500,
      {
        hard: centre,
        soft: [
          [1 + about(0.15), lean, tilt],
          [lean, 1 + about(0.15), 0],
          [tilt, 0, 1 + about(0.15)],
        ],
        unrest: 4,
      },
      i,
    );
    const fit = fitSphere(Array.from({ length: 300 }, () => standin.read(standin.anywhere())));
    if (!fit.ok) throw new Error(fit.error.code);
    if (Math.hypot(...fit.value.centre.map((c, k) => c - (centre[k] ?? 0))) < 4) hard += 1;
    // Level, round the compass: between two headings there is what there is, whatever turn the correction leaves.
    const heading = (degrees: number): number => {
      const angle = (degrees * Math.PI) / 180;
      const [x, y] = correctedField(fit.value, standin.read([Math.cos(angle), -Math.sin(angle), 1.6]));
      return (Math.atan2(-y, x) * 180) / Math.PI;
    };
    const zero = heading(0);
    const off = [45, 90, 135, 180, 225, 270, 315].map((d) => {
      const turned = heading(d) - zero - d;
      return Math.abs(((((turned + 180) % 360) + 360) % 360) - 180);
    });
    if (Math.max(...off) < 8) headings += 1;
  }
  expect(hard).toBeGreaterThanOrEqual(195);
  expect(headings).toBeGreaterThanOrEqual(190);
});
