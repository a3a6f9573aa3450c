import { plateauRule, plateausOf, type Samples } from '@kanzel/core';
import { seededRandom, type RandomSource } from './random.ts';

/**
 * Electric motors and ducted fans worked through steps of the throttle in any order, with noise, lost lines, a pack that sags and a controller
 * that hunts: where the speed stood a plateau is found, and where it ran up, ran down or hunted none is.
 */
const RUNS = 200;
const STEPS = [15, 30, 45, 60, 75, 90, 100] as const;

interface ElectricRun {
  /** As a monitor shows it. */
  readonly speed: Samples;
  /** As it was, ten times a second, without noise and lost lines. */
  readonly truth: readonly (readonly [number, number])[];
  /** From when on each step stood within a thousandth of what was asked, and until when (s); none where the controller hunted. */
  readonly stands: readonly { readonly from: number; readonly to: number }[];
}

const between = (random: RandomSource, low: number, high: number): number =>
  low + (high - low) * random.uniform();

/** One motor: speed goes with the throttle, as fast as its rotor lets it; every second one is a fan in a duct, which takes longer. */
function workMotor(seed: number): ElectricRun {
  const random = seededRandom(4000 + seed);
  const isFan = seed % 2 === 1;
  const full = isFan ? between(random, 28_000, 42_000) : between(random, 4000, 11_000);
  const lag = isFan ? between(random, 0.4, 0.9) : between(random, 0.05, 0.25);
  // The voltage of a pack gives way slowly, and so does the speed at the same throttle.
  const sag = between(random, 0, 0.0004);
  const hunting = seed % 8 === 7 ? Math.floor(random.uniform() * STEPS.length) : -1;
  const rows: (readonly [number, number])[] = [];
  const truth: (readonly [number, number])[] = [];
  const stands: ElectricRun['stands'][number][] = [];
  let [at, speed, lost] = [0, 0, 0];
  const order = [...STEPS].sort(() => random.uniform() - 0.5);
  order.forEach((throttle, step) => {
    const asked = full * Math.sqrt(throttle / 100);
    const seconds = between(random, 6, 12);
    let from: number | undefined;
    for (let i = 0; i < seconds * 10; i += 1) {
      at += 0.1;
      const now = asked * (1 - sag * at);
      speed += (now - speed) * (1 - Math.exp(-0.1 / lag));
      if (Math.abs(speed - now) < 0.001 * full) from ??= at;
      const swings = step === hunting ? 0.06 * full * Math.sin(2 * Math.PI * at * 0.7) : 0;
      truth.push([at, speed + swings]);
      const shown = speed + swings + 0.0008 * full * random.normal();
      if (random.uniform() < 0.004) lost = 5;
      if (lost > 0) lost -= 1;
      else if (random.uniform() > 0.02) rows.push([at, 10 * Math.round(shown / 10)]);
    }
    if (step !== hunting && from !== undefined) stands.push({ from, to: at });
  });
  return { speed: { t: rows.map(([t]) => t), v: rows.map(([, v]) => v) }, truth, stands };
}

test('every step that was held is found, and in what is found the speed stood', () => {
  let [there, hit, made, found] = [0, 0, 0, 0];
  const missed: string[] = [];
  for (let seed = 0; seed < RUNS; seed += 1) {
    const { speed, truth, stands } = workMotor(seed);
    const rule = plateauRule('rpm', 10, speed.v);
    const plateaus = plateausOf(speed, rule);
    for (const { from, to } of stands) {
      there += 1;
      // A pack that gives way may cut one step into two, each of which stands.
      const covered = plateaus.reduce(
        (sum, p) => sum + Math.max(0, Math.min(p.to, to) - Math.max(p.from, from)),
        0,
      );
      if (covered >= 0.7 * (to - from)) hit += 1;
      else missed.push(`run ${seed} at ${from.toFixed(0)} to ${to.toFixed(0)} missed`);
    }
    found += plateaus.length;
    for (const p of plateaus) {
      const off = truth
        .filter(([t]) => t >= p.from - 0.05 && t <= p.to + 0.05)
        .filter(([, v]) => Math.abs(v - p.mean) > rule.tolerance);
      // As many as the newest half second holds may belong to what comes next: the end is where it is seen.
      if (off.length > 5) {
        made += 1;
        missed.push(`run ${seed} at ${p.from.toFixed(1)} to ${p.to.toFixed(1)} made up`);
      }
    }
  }
  const [recall, precision] = [hit / there, (found - made) / found];
  const share = (x: number): string => `${(100 * x).toFixed(1)} %`;
  process.stdout.write(
    `Steps of electric motors: ${there} there, recall ${share(recall)}, precision ${share(precision)}\n`,
  );
  expect([recall, precision].map((x) => (x >= 0.98 ? 'as promised' : missed.slice(0, 8)))).toEqual([
    'as promised',
    'as promised',
  ]);
});
