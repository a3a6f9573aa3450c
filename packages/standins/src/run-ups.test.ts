import {
  diedAndCaught,
  plateauRule,
  plateausOf,
  plugsNamed,
  type PatternSays,
  speedChecksOf,
  wandersAlone,
  type Samples,
} from '@kanzel/core';
import { EngineModel, NO_FAULTS, type EngineCharacter, type EngineFaults } from './engine-model.ts';
import { seededRandom, type RandomSource } from './random.ts';

/**
 * The second route of all that is recognised in a trace: engines that were worked as a pilot works them, in any order, with every fault
 * that the stand-in has, with noise and with lines that were lost. What was done is known, and what was recognised is held against it.
 */
const RUNS = 200;

type Side = 'left' | 'right';
const KINDS = ['governed', 'boosted nine', 'fixed', 'dual lane', 'two cylinders'] as const;

interface Run {
  readonly kind: (typeof KINDS)[number];
  readonly cylinders: number;
  readonly faults: EngineFaults;
  readonly speed: Samples;
  readonly manifold: Samples;
  readonly exhausts: readonly Samples[];
  /** What was done, and when (s). */
  readonly done: readonly {
    readonly what: 'left' | 'right' | 'heat' | 'propeller' | 'off' | 'throttle';
    from: number;
    to: number;
  }[];
  /** When it stood at the run-up speed, on both ignitions. */
  readonly stands: readonly { from: number; to: number }[];
}

const between = (random: RandomSource, low: number, high: number): number =>
  low + (high - low) * random.uniform();
const oneOf = <T>(random: RandomSource, list: readonly T[]): T =>
  list[Math.min(list.length - 1, Math.floor(random.uniform() * list.length))] as T;

function characterOf(kind: Run['kind'], random: RandomSource): EngineCharacter {
  const cylinders = kind === 'two cylinders' ? 2 : kind === 'boosted nine' ? 9 : oneOf(random, [4, 6]);
  const lanes = kind === 'dual lane';
  return {
    cylinders,
    governedSpeed: 2660,
    leftOnlyDrop: lanes ? between(random, 25, 50) : between(random, 45, 120),
    rightOnlyDrop: lanes ? between(random, 25, 50) : between(random, 45, 120),
    suction: 5,
    exhaustOffsets: Array.from({ length: cylinders }, () => 10 * random.normal()),
    headOffsets: Array.from({ length: cylinders }, () => 4 * random.normal()),
    burnsOn: between(random, 30, 55),
    ...(kind === 'fixed' || lanes || kind === 'two cylinders' ? { propeller: 'fixed' as const } : {}),
    ...(kind === 'boosted nine' ? { boost: 10 } : {}),
  };
}

function faultsOf(cylinders: number, seed: number, random: RandomSource): EngineFaults {
  const plug = `${oneOf(random, ['left', 'right'] as const)}${1 + Math.floor(random.uniform() * cylinders)}`;
  const cylinder = 1 + Math.floor(random.uniform() * cylinders);
  // Every fault comes as often as any other, and now and then none.
  const faults: readonly Partial<EngineFaults>[] = [
    {},
    { deadPlugs: [plug] },
    { weakPlugs: [plug] },
    { ungrounded: oneOf(random, ['left', 'right'] as const) },
    { lateIgnition: oneOf(random, ['left', 'right'] as const) },
    { cloggedInjector: cylinder },
    { leakingValve: cylinder },
    { weakCylinder: { cylinder, share: 0.75 } },
  ];
  return { ...NO_FAULTS, ...faults[seed % faults.length] };
}

/** Works one engine from idle to idle, as a pilot does: what is done in which order is drawn. */
function workRun(seed: number): Run {
  const random = seededRandom(7000 + seed);
  const kind = KINDS[Math.floor(seed / 8) % KINDS.length] as Run['kind'];
  const character = characterOf(kind, random);
  const faults = faultsOf(character.cylinders, seed, random);
  const engine = new EngineModel(character, seededRandom(9000 + seed), 70);
  engine.faults = faults;
  const rows: { at: number; read: Record<string, number> }[] = [];
  let at = 0;
  let lost = 0;
  const pass = (seconds: number): void => {
    for (let i = 0; i < Math.round(seconds * 10); i += 1) {
      engine.step(0.1);
      at += 0.1;
      const read = engine.read();
      // One line in fifty is lost, and now and then the line is gone for four tenths of a second.
      if (random.uniform() < 0.004) lost = 4;
      if (lost > 0 || random.uniform() < 0.02) {
        lost -= 1;
        continue;
      }
      rows.push({ at, read });
    }
  };
  const done: Run['done'][number][] = [];
  const stands: { from: number; to: number }[] = [];
  const switched = (what: Run['done'][number]['what'], seconds: number, on: () => void): void => {
    on();
    done.push({ what, from: at, to: at + seconds });
    pass(seconds);
  };
  const both = (): void => {
    Object.assign(engine.controls, { ignition: 'both', carburettorHeat: false, propeller: 1 });
    const from = at;
    pass(between(random, 6, 10));
    stands.push({ from: from + 3.5, to: at });
  };
  Object.assign(engine.controls, { mixture: 1, ignition: 'both', starter: true });
  pass(3);
  engine.controls.starter = false;
  engine.setSpeed(1000);
  pass(25);
  engine.setSpeed(1700);
  const settled = at;
  // A valve that wanders is seen over two of its periods; every second run stands that long.
  pass(seed % 2 === 0 ? 110 : 32);
  stands.push({ from: settled + 8, to: at });
  const first = oneOf(random, ['left', 'right'] as const);
  const second: Side = first === 'left' ? 'right' : 'left';
  const straight = random.uniform() < 0.3;
  const alone = (side: Side): void =>
    switched(side, between(random, 6, 10), () => (engine.controls.ignition = side));
  const heat = (): void => {
    switched('heat', between(random, 5, 8), () => (engine.controls.carburettorHeat = true));
    both();
  };
  const heatFirst = random.uniform() < 0.4;
  if (heatFirst) heat();
  alone(first);
  if (!straight) both();
  alone(second);
  both();
  if (!heatFirst) heat();
  if (kind === 'governed' || kind === 'boosted nine') {
    switched('propeller', 4, () => (engine.controls.propeller = 0.25));
    both();
  }
  // A hand that sets the power a little lower for a while, and back.
  switched('throttle', 6, () => engine.setSpeed(1600));
  engine.setSpeed(1700);
  both();
  engine.setSpeed(720);
  pass(8);
  // Off for a second at idle: it dies where both are grounded.
  switched('off', 0.9, () => (engine.controls.ignition = 'off'));
  engine.controls.ignition = 'both';
  engine.controls.starter = false;
  pass(6);
  const t = rows.map((row) => row.at);
  const samples = (channel: string): Samples => ({ t, v: rows.map((row) => row.read[channel] ?? NaN) });
  return {
    kind,
    cylinders: character.cylinders,
    faults,
    speed: samples('rpm'),
    manifold: samples('manifold-pressure'),
    exhausts: Array.from({ length: character.cylinders }, (_, i) => samples(`exhaust-${i + 1}`)),
    done,
    stands,
  };
}

const RUN = Array.from({ length: RUNS }, (_, seed) => workRun(seed));

/** What was there, what was found of it, and what was found that was not there. */
class Tally {
  private there = 0;
  private hit = 0;
  private extra = 0;
  readonly missed: string[] = [];
  count(name: string, there: boolean, found: boolean): void {
    if (there) this.there += 1;
    if (there && found) this.hit += 1;
    if (!there && found) this.extra += 1;
    if (there !== found) this.missed.push(`${name} ${there ? 'missed' : 'made up'}`);
  }
  get recall(): number {
    return this.hit / this.there;
  }
  get precision(): number {
    return this.hit / (this.hit + this.extra);
  }
  print(what: string): void {
    const share = (x: number): string => `${(100 * x).toFixed(1)} %`;
    process.stdout.write(
      `${what}: ${this.there} there, recall ${share(this.recall)}, precision ${share(this.precision)}\n`,
    );
  }
}

const meanOf = ({ t, v }: Samples, from: number, to: number): number => {
  const own = v.filter((_, i) => (t[i] ?? 0) >= from && (t[i] ?? 0) <= to);
  return own.reduce((a, b) => a + b, 0) / own.length;
};

test('plateaus: where the engine stood a plateau is found, and none where it did not', () => {
  const tally = new Tally();
  for (const [seed, run] of RUN.entries()) {
    const found = plateausOf(run.speed, plateauRule('rpm', 1, run.speed.v));
    for (const { from, to } of run.stands)
      tally.count(
        `run ${seed} at ${from.toFixed(0)}`,
        true,
        found.some((p) => Math.min(p.to, to) - Math.max(p.from, from) >= 0.7 * (to - from)),
      );
    // A plateau is only where nothing was moved for the two seconds of one, the lag of the engine aside.
    for (const p of found) {
      const moved = [...run.done.flatMap((d) => [d.from, d.to])].filter(
        (x) => x > p.from + 1 && x < p.to - 1,
      );
      const through = moved.filter(
        (x) => Math.abs(meanOf(run.speed, x - 1, x) - meanOf(run.speed, x + 2, x + 3)) > 12,
      );
      tally.count(`run ${seed} at ${p.from.toFixed(0)} over a change`, false, through.length > 0);
    }
  }
  tally.print('Plateaus');
  expect([tally.recall, tally.precision].map((x) => x >= 0.98)).toEqual([true, true]);
});

test('ignition checks: found in any order with their drops, and told from heat, blades and throttle', () => {
  const tally = new Tally();
  const off: string[] = [];
  for (const [seed, run] of RUN.entries()) {
    const found = speedChecksOf(run.speed, 1, { manifold: run.manifold, exhausts: run.exhausts });
    for (const d of run.done) {
      const isIgnition = d.what === 'left' || d.what === 'right';
      if (d.what === 'off') continue;
      // What keeps sparking makes no drop: that is another finding, below.
      const silent = isIgnition && run.faults.ungrounded !== 'none' && run.faults.ungrounded !== d.what;
      const hit = found.find(
        (c) => c.looksLike === 'ignition' && Math.min(c.low.to, d.to) - Math.max(c.low.from, d.from) > 1,
      );
      tally.count(`run ${seed} (${run.kind}) ${d.what}`, isIgnition && !silent, hit !== undefined);
      if (!hit || !isIgnition) continue;
      const wanted = hit.before.mean - meanOf(run.speed, d.to - 2, d.to);
      if (Math.abs(hit.drop - wanted) > 6)
        off.push(`run ${seed} (${run.kind}) ${d.what}: ${hit.drop.toFixed(1)}, not ${wanted.toFixed(1)}`);
    }
  }
  tally.print('Ignition checks');
  expect([tally.recall, tally.precision].map((x) => x >= 0.98)).toEqual([true, true]);
  expect(off).toEqual([]);
});

/** The exhausts while it stood at the run-up speed for long, before anything was switched. */
function longStand(run: Run): Samples[] {
  const { from, to } = run.stands[0] ?? { from: 0, to: 0 };
  return run.exhausts.map(({ t, v }): Samples => {
    const own = t.map((at, i) => [at, v[i] ?? 0] as const).filter(([at]) => at >= from && at <= to);
    return { t: own.map(([at]) => at), v: own.map(([, value]) => value) };
  });
}

/** What the exhausts say of one ignition alone: means on both just before, and alone at the end of it. */
function saysOf(run: Run, side: Side): PatternSays {
  const d = run.done.find((one) => one.what === side);
  const base = run.stands.findLast((s) => s.to <= (d?.from ?? 0) + 0.01) ?? run.stands[0];
  const wander = wandersAlone(longStand(run));
  const said = plugsNamed(
    run.exhausts.map((e) => meanOf(e, (base?.to ?? 0) - 2, base?.to ?? 0)),
    run.exhausts.map((e) => meanOf(e, (d?.to ?? 0) - 1.5, d?.to ?? 0)),
    run.exhausts.map((_, i) => wander.find((w) => w.cylinder === i + 1)?.reach ?? 3),
  );
  if (!said.ok) throw new Error(said.error.code);
  return said.value;
}

test('dead and weak plugs are named, each on its own ignition, and none where none is', () => {
  const [dead, weak] = [new Tally(), new Tally()];
  for (const [seed, run] of RUN.entries())
    for (const side of ['left', 'right'] as const) {
      const said = saysOf(run, side);
      const sparksBoth = run.faults.ungrounded !== 'none' && run.faults.ungrounded !== side;
      for (let c = 1; c <= run.cylinders; c += 1) {
        const own = said.cylinders.find((x) => x.cylinder === c)?.what;
        const name = `run ${seed} (${run.kind}) ${side} ${c}`;
        dead.count(name, !sparksBoth && run.faults.deadPlugs.includes(`${side}${c}`), own === 'dead');
        weak.count(name, !sparksBoth && run.faults.weakPlugs.includes(`${side}${c}`), own === 'weak');
      }
    }
  dead.print('Dead plugs');
  weak.print('Weak plugs');
  expect(dead.missed).toEqual([]);
  expect([weak.recall, weak.precision].map((x) => x >= 0.98)).toEqual([true, true]);
});

test('an ignition that is not grounded, one that is late, an injector and a valve are told apart', () => {
  const [ungrounded, late, injector, valve] = [new Tally(), new Tally(), new Tally(), new Tally()];
  for (const [seed, run] of RUN.entries()) {
    const name = `run ${seed} (${run.kind})`;
    let offset: number | undefined;
    for (const side of ['left', 'right'] as const) {
      const { whole, cylinders } = saysOf(run, side);
      const other: Side = side === 'left' ? 'right' : 'left';
      ungrounded.count(`${name} ${side}`, run.faults.ungrounded === other, whole === 'unchanged');
      late.count(`${name} ${side}`, run.faults.lateIgnition === side, whole === 'late');
      offset ??= cylinders.find((c) => c.what === 'offset')?.cylinder;
    }
    // Of two cylinders nobody can say which one is the odd one.
    if (run.cylinders > 2)
      injector.count(
        name,
        run.faults.cloggedInjector !== null,
        offset === run.faults.cloggedInjector && offset !== undefined,
      );
    const wander = wandersAlone(longStand(run));
    const right = wander.length === 1 && wander[0]?.cylinder === run.faults.leakingValve;
    valve.count(
      name,
      run.faults.leakingValve !== null,
      right || (run.faults.leakingValve === null && wander.length > 0),
    );
  }
  ungrounded.print('Ungrounded ignitions');
  late.print('Late ignitions');
  injector.print('Injectors');
  valve.print('Valves');
  for (const tally of [ungrounded, late, injector, valve])
    expect([tally.missed.slice(0, 6), tally.recall >= 0.98, tally.precision >= 0.98]).toEqual([
      [],
      true,
      true,
    ]);
});

test('both off at idle: a grounded engine dies and catches, an ungrounded one does not', () => {
  const tally = new Tally();
  for (const [seed, run] of RUN.entries())
    tally.count(
      `run ${seed} (${run.kind})`,
      run.faults.ungrounded === 'none',
      diedAndCaught(run.speed, 1).length > 0,
    );
  tally.print('Grounding');
  expect(tally.missed.slice(0, 6)).toEqual([]);
});
