import {
  convert,
  countChanges,
  findOrder,
  indexBasis,
  judgeOrder,
  proposeScope,
  tryOrder,
  tryPack,
  type Basis,
  type Check,
  type Occasion,
  type Pack,
  type ScopeRequest,
  workOf,
} from '@kanzel/core';
import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder } from './index.ts';
import './testing/laid.ts';
import { basisFor as basisIn } from './testing/basis-for.ts';
import { SUITABLE } from './testing/suitable.ts';

const library = loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY));
const basisFor = (pack: Pack): Basis => basisIn(library, pack);

test.each([...library.packs.values()].map((p) => [p.id, p] as const))(
  'pack %s is worked to its release by one steady hand, in its own order, without a detour',
  (_, pack) => {
    const trial = tryPack(basisFor(pack));
    expect(trial.stuck.slice(0, 3)).toEqual([]);
    expect(trial.released).toBe(true);
    // A state that no step ever sets would be a word without a meaning.
    for (const state of pack.states)
      expect([state.name, pack.checks.some((c) => state.name in c.sets)]).toEqual([state.name, true]);
  },
);

test('every pack that ships has a suitable aircraft here, and every limit of its book is used by some pack', () => {
  expect([...library.packs.keys()].sort()).toEqual(Object.keys(SUITABLE).sort());
  for (const book of library.limitBooks.values()) {
    const used = new Set(
      [...library.packs.values()]
        .filter((p) => SUITABLE[p.id]?.book === book.id)
        .flatMap((p) => p.checks.flatMap((c) => c.limits)),
    );
    expect([book.id, book.limits.map((l) => l.key).filter((k) => !used.has(k))]).toEqual([book.id, []]);
  }
});

test('no two checks of the library say the same words, and each has a why of its own', () => {
  const checks = new Map(
    [...library.packs.values()].flatMap((p) => p.checks.map((c) => [`${c.module} ${c.id}`, c])),
  );
  const challenges = [...checks.values()].map((c) => `${c.module} ${c.challenge}`);
  expect(checks.size).toBeGreaterThanOrEqual(500);
  const byId = new Map<string, Set<string>>();
  for (const c of checks.values()) byId.set(c.id, (byId.get(c.id) ?? new Set()).add(c.module));
  expect([...byId].filter(([, modules]) => modules.size > 1)).toEqual([]);
  expect(new Set(challenges).size).toBe(challenges.length);
});

/** Scopes of a pack: everything, and what touching one system or another brings in after maintenance. */
function scopesOf(pack: Pack): readonly { occasion: Occasion; scope: ScopeRequest }[] {
  const none: ScopeRequest = { work: [], evidence: {}, added: [], leftOut: [] };
  const systems = [...new Set(pack.checks.flatMap((c) => c.proves))].map((s) => s.replace('{engine}', '1'));
  const every = Math.max(1, Math.floor(systems.length / 5));
  return [
    { occasion: 'maiden' as const, scope: none },
    ...systems
      .filter((_, i) => i % every === 0)
      .map((system) => ({
        occasion: 'post-maintenance' as const,
        scope: { ...none, work: [{ component: system, action: 'replaced' as const, touches: [system] }] },
      })),
  ];
}

test.each([...library.packs.values()].map((p) => [p.id, p] as const))(
  'pack %s: every scope is worked to its release in the order proposed, with no more changes than the pack has',
  (_, pack) => {
    const basis = basisFor(pack);
    const index = indexBasis(basis);
    if (!index.ok) throw new Error('basis');
    for (const { occasion, scope } of scopesOf(pack)) {
      const items = proposeScope(index.value, occasion, scope);
      const wanted = new Set([...items].flatMap(([key, i]) => (i.verdict === 'prove' ? [key] : [])));
      const work = workOf(index.value, wanted);
      const found = findOrder(work);
      if (!found.ok) throw new Error(JSON.stringify(found.error));
      expect(judgeOrder(work, found.value.order)).toEqual([]);
      expect(found.value.changes).toBe(countChanges(work, found.value.order));
      expect(found.value.changes).toBeLessThanOrEqual(
        countChanges(
          work,
          work.tasks.map((t) => t.id),
        ),
      );
      const trial = tryOrder(basis, { occasion, scope, order: found.value.order });
      expect([scope.work[0]?.component, trial.stuck.slice(0, 3)]).toEqual([scope.work[0]?.component, []]);
      expect(trial.released).toBe(true);
    }
  },
);

/** What starts or arms: from here on something turns, or may. */
const BEGINS: Readonly<Record<string, string>> = {
  engine: 'running',
  'fuel-engine': 'running',
  armed: 'yes',
};
const begins = (check: Check): boolean =>
  Object.entries(check.sets).some(([state, value]) => BEGINS[state] === value);

test.each([...library.packs.values()].map((p) => [p.id, p] as const))(
  'pack %s: nothing is started or armed but on ground that is proven, with its caution; one ground not as expected blocks it',
  (_, pack) => {
    const basis = basisFor(pack);
    const index = indexBasis(basis);
    if (!index.ok) throw new Error('basis');
    // What two acts stand on is found at fault once for both.
    const spoilt = new Map<string, ReturnType<typeof tryPack>>();
    for (const act of pack.checks.filter(begins)) {
      expect([act.id, act.cautions.length > 0, act.standsOn.length > 0]).toEqual([act.id, true, true]);
      for (const ground of act.standsOn) {
        const trial = spoilt.get(ground) ?? tryPack(basis, { spoil: ground });
        spoilt.set(ground, trial);
        const parts = (index.value.partsOfCheck.get(act.id) ?? []).map((p) => p.key);
        const blocked = trial.stuck.filter((s) => parts.includes(s.part)).map((s) => s.part);
        expect([act.id, ground, blocked]).toEqual([act.id, ground, parts]);
        expect(trial.released).toBe(false);
      }
    }
  },
);

test('where something is armed or turns, and whoever does the check may be near it, the caution stands with it', () => {
  const turning = (check: Check): boolean =>
    check.needs['armed'] === 'yes' ||
    (['engine', 'fuel-engine'].some((s) => check.needs[s] === 'running') &&
      check.station !== 'flight' &&
      check.where !== 'cockpit');
  const silent = [...library.packs.values()].flatMap((p) =>
    p.checks.filter((c) => turning(c) && c.cautions.length === 0).map((c) => `${p.id} ${c.id}`),
  );
  expect(silent).toEqual([]);
});

test('what cuts the power is tried off, on and off again in every pack that tries it', () => {
  const tried = [...library.packs.values()].flatMap(({ id, checks }) =>
    checks.flatMap(({ answer, proves }) =>
      answer.kind === 'positions' && proves.includes('failsafe.cut') ? [{ id, answer }] : [],
    ),
  );
  expect(tried.length).toBeGreaterThanOrEqual(3);
  for (const { id, answer } of tried) {
    // Read from what each position is called: whether the cut is on or off there.
    const cut = answer.steps.map((s) => /\bon\b/i.test(s.position));
    const [off] = answer.steps.filter((_, i) => !cut[i]).map((s) => s.expected);
    expect([id, cut.join()]).toEqual([id, expect.stringContaining('false,true')]);
    expect([id, cut.lastIndexOf(false) > cut.indexOf(true)]).toEqual([id, true]);
    answer.steps.forEach((s, i) =>
      expect([id, s.position, s.expected === off]).toEqual([id, s.position, !cut[i]]),
    );
  }
});

test('who moves a stick, or holds what is stabilised, with the power on is told that the motor may answer it', () => {
  const silent = [...library.packs.values()].flatMap(({ id, checks }) =>
    checks.flatMap((c) =>
      c.answer.kind === 'sense' &&
      c.needs['power'] === 'on' &&
      !c.cautions.some((words) => /propeller|rotor|motor|disarmed/i.test(words))
        ? [`${id} ${c.id}`]
        : [],
    ),
  );
  expect(silent).toEqual([]);
});

test('who tries sticks, a throttle or a cyclic at their positions with the power on is told what may answer', () => {
  const tried = [...library.packs.values()].flatMap(({ id, checks }) =>
    checks.flatMap((c) =>
      c.answer.kind === 'positions' &&
      /stick|throttle|cyclic|lever/i.test(c.answer.of) &&
      (c.needs['power'] === 'on' || c.needs['armed'] === 'yes')
        ? [{ name: `${id} ${c.id}`, told: c.cautions.length > 0 }]
        : [],
    ),
  );
  expect(tried.length).toBeGreaterThan(5);
  expect(tried.filter((t) => !t.told)).toEqual([]);
});

test('every edge of a limit lies on the gauge that it is read from', () => {
  const beside: string[] = [];
  let edges = 0;
  for (const pack of library.packs.values()) {
    const book = library.limitBooks.get(SUITABLE[pack.id]?.book ?? '');
    for (const { id, answer, limits } of pack.checks) {
      if (answer.kind !== 'reading') continue;
      for (const key of limits) {
        const limit = book?.limits.find((l) => l.key === key);
        if (limit?.kind !== 'band') continue;
        for (const edge of Object.values(limit.bounds)) {
          const onGauge = convert(edge, limit.unit, answer.unit);
          edges += 1;
          if (!onGauge.ok || onGauge.value < answer.plausible.low || onGauge.value > answer.plausible.high)
            beside.push(`${pack.id} ${id}: ${edge} ${limit.unit}`);
        }
      }
    }
  }
  expect(beside).toEqual([]);
  expect(edges).toBeGreaterThan(500);
});

/** What comes out of a worksheet with a sign: either side of nothing is as wrong. */
const EITHER_SIDE: readonly string[] = [
  'adjustment left',
  'airspeed position-error',
  'airspeed-one-leg off',
  'airspeed-table worst',
  'circle radius-off',
  'circle throttle-off',
  'cruise mean',
  'cruise furthest',
  'full-power speed-off',
  'full-power manifold-off',
  'full-power flow-off',
  'transducer off',
];

test('what may be off to either side is held on both', () => {
  const seen = new Set<string>();
  const open = [...library.packs.values()].flatMap((pack) => {
    const book = library.limitBooks.get(SUITABLE[pack.id]?.book ?? '');
    return pack.checks.flatMap(({ id, answer }) =>
      answer.kind !== 'worksheet'
        ? []
        : answer.figures.flatMap(({ figure, limit: key }) => {
            const named = `${answer.sheet} ${figure}`;
            const limit = book?.limits.find((l) => l.key === key);
            if (!EITHER_SIDE.includes(named) || limit?.kind !== 'band') return [];
            seen.add(named);
            const { low, high } = limit.bounds;
            return low !== undefined && high !== undefined && low < 0 && high > 0 ? [] : [`${pack.id} ${id}`];
          }),
    );
  });
  expect(open).toEqual([]);
  expect(seen.size).toBeGreaterThan(7);
});
