import fc from 'fast-check';
import { areasNamed, areasOf, FAMILY_IDS, layoutFor, planOf, type Point } from '../aircraft/index.ts';
import { walkOf, type Walk, type WalkedCheck } from './walk.ts';

const check = (id: string, where: string, more: Partial<WalkedCheck> = {}): WalkedCheck => ({
  id,
  where,
  subject: 'aircraft',
  after: [],
  standsOn: [],
  needs: {},
  sets: {},
  ...more,
});
const orderOf = (walk: Walk): string[] => walk.stops.flatMap((s) => [...s.checks]);
const lengthOf = (path: readonly Point[]): number =>
  path.slice(1).reduce((sum, p, i) => {
    const [a, b] = path[i] ?? p;
    return sum + Math.hypot(p[0] - a, p[1] - b);
  }, 0);
const permutations = <T>(list: readonly T[]): T[][] =>
  list.length === 0
    ? [[]]
    : list.flatMap((one, i) =>
        permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [one, ...rest]),
      );

test('a check is done where its words say, on the aircraft that there is', () => {
  const titles = (where: string, family: Parameters<typeof layoutFor>[0]): unknown => {
    const { areas, missing } = areasNamed(where, layoutFor(family));
    return [areas.map((a) => a.title), missing];
  };
  expect(titles('fuselage, wings', 'sailplane')).toEqual([['Left wing', 'Right wing', 'Fuselage'], []]);
  expect(titles('engine bay', 'lift-and-cruise-fuel')).toEqual([
    [
      'Lift motor, front left',
      'Lift motor, front right',
      'Lift motor, rear left',
      'Lift motor, rear right',
      'Cruise engine',
    ],
    [],
  ]);
  expect(titles('left wing root', 'sailplane')).toEqual([['Left wing'], []]);
  expect(titles('wing roots, left and right', 'sailplane')).toEqual([['Left wing', 'Right wing'], []]);
  expect(titles('engine, right side', 'piston-single')).toEqual([['Engine'], []]);
  expect(titles('engine, right side', 'piston-twin')).toEqual([['Right engine'], []]);
  expect(titles('tail rotor', 'rotorcraft')).toEqual([['Tail'], []]);
  // No wing to go to: said, and looked for all round it.
  expect(titles('wing roots', 'multirotor')).toEqual([['All round'], ['Wings']]);
  expect(titles('frame, wings', 'multirotor')).toEqual([['Body'], ['Wings']]);
  expect(titles('constructor', 'multirotor')).toEqual([['All round'], []]);
  expect(titles('', 'sailplane')).toEqual([['All round'], []]);
});

test.each(FAMILY_IDS)('every area of a %s is drawn, and stands on the ground round it', (family) => {
  const layout = layoutFor(family);
  const drawn = new Set(planOf(layout).zones.map((z) => z.id));
  const areas = areasOf(layout);
  expect(new Set(areas.map((a) => a.id)).size).toBe(areas.length);
  for (const area of areas) {
    expect(area.zones.filter((z) => !drawn.has(z))).toEqual([]);
    expect(area.at.length).toBeGreaterThan(0);
    for (const [x, y] of area.at) {
      expect(Math.abs(x)).toBeLessThanOrEqual(layout.span * 0.7);
      expect(y).toBeGreaterThan(-layout.length * 0.3);
      expect(y).toBeLessThan(layout.length * 1.3);
    }
  }
});

/** Places of one point each on a piston single, so that a way is an order of points and nothing else. */
const SINGLE: readonly string[] = ['engine', 'nose', 'fuselage', 'tail', 'tank', 'cockpit', 'bench'];

test('the way is as short as the shortest of all ways, tried one by one (property)', () => {
  const layout = layoutFor('vintage');
  fc.assert(
    fc.property(fc.shuffledSubarray([...SINGLE], { minLength: 2, maxLength: 6 }), (places) => {
      const walk = walkOf(
        places.map((p) => check(p, p)),
        layout,
      );
      const points = (clean: boolean): Point[] =>
        places
          .flatMap((p) => areasNamed(p, layout).areas)
          .filter((a) => a.clean === clean)
          .flatMap((a) => a.at);
      const start: Point = [0, -0.1 * layout.length];
      const shortestFrom = (from: Point, through: readonly Point[]): number =>
        Math.min(...permutations(through).map((order) => lengthOf([from, ...order])));
      // The clean ones come behind the others, from wherever those end: each end of a shortest way is tried.
      const dirty = points(false);
      const ways = permutations(dirty).map((order) => [start, ...order]);
      const least = Math.min(...ways.map(lengthOf));
      const after = Math.min(
        ...ways
          .filter((w) => lengthOf(w) < least + 1e-9)
          .map((w) => shortestFrom(w.at(-1) ?? start, points(true))),
      );
      expect(walk.shortest).toBe(true);
      expect(lengthOf(walk.path)).toBeCloseTo(least + after, 6);
    }),
    { numRuns: 60 },
  );
});

const anyWhere = fc.constantFrom(
  'engine',
  'wings',
  'tail',
  'fuselage',
  'cockpit',
  'gear',
  'bench',
  'surfaces',
  'attic',
);
const anyChecks = fc
  .array(
    fc.record({
      where: anyWhere,
      each: fc.boolean(),
      turn: fc.constantFrom(undefined, undefined, undefined, 'closing' as const, 'last' as const),
      after: fc.array(fc.nat(20), { maxLength: 2 }),
      needs: fc.constantFrom<WalkedCheck['needs']>({}, {}, { panels: 'off' }),
      sets: fc.constantFrom<WalkedCheck['sets']>({}, {}, {}, {}, { panels: 'on' }),
    }),
    { minLength: 1, maxLength: 14 },
  )
  .map((drawn) =>
    drawn.map(({ where, each, turn, after, needs, sets }, i) =>
      check(`c${i}`, where, {
        subject: each ? 'engine' : 'aircraft',
        // Only what stands before it in the pack, so that there is no circle.
        after: [...new Set(after.filter((a) => a < i).map((a) => `c${a}`))],
        needs: Object.keys(sets).length > 0 ? {} : needs,
        sets,
        ...(turn ? { turn } : {}),
      }),
    ),
  );

test('every check is come to once, behind what it comes after, and before what would spoil it (property)', () => {
  fc.assert(
    fc.property(anyChecks, fc.constantFrom(...FAMILY_IDS), (checks, family) => {
      const order = orderOf(walkOf(checks, layoutFor(family)));
      expect([...order].sort()).toEqual(checks.map((c) => c.id).sort());
      const at = (id: string): number => order.indexOf(id);
      for (const c of checks) for (const before of c.after) expect(at(before)).toBeLessThan(at(c.id));
      const reaches = (from: WalkedCheck, to: string, seen = new Set<string>()): boolean =>
        from.after.some((id) => {
          const next = checks.find((c) => c.id === id);
          return id === to || (next !== undefined && !seen.has(id) && reaches(next, to, seen.add(id)));
        });
      const circled = checks.some((c) =>
        checks.some((o) => c.sets['panels'] && o.needs['panels'] && reaches(o, c.id)),
      );
      if (circled) return;
      for (const closer of checks.filter((c) => c.sets['panels']))
        for (const open of checks.filter((c) => c.needs['panels']))
          expect(at(open.id)).toBeLessThan(at(closer.id));
    }),
    { numRuns: 150 },
  );
});

test('what is open comes first, then clean hands, then what closes, and the look at the whole behind all of them', () => {
  const walk = walkOf(
    [
      check('whole', 'outside', { turn: 'last' }),
      check('panels', 'fuselage', { turn: 'closing' }),
      check('seats', 'cockpit'),
      check('spar', 'wing roots'),
      check('tail', 'tail'),
      // Behind the panels by its own word, so it is closed up with them.
      check('tape', 'wings', { after: ['panels'] }),
    ],
    layoutFor('sailplane'),
  );
  expect(orderOf(walk).slice(0, 2).sort()).toEqual(['spar', 'tail']);
  expect(orderOf(walk).slice(2)).toEqual(['seats', 'panels', 'tape', 'whole']);
  expect(walk.stops.map((s) => s.areas.map((a) => a.title).join(' and '))).toEqual([
    expect.any(String),
    expect.any(String),
    'Cockpit',
    'Fuselage',
    'Left wing and Right wing',
    'All round',
  ]);
});

test('what waits for itself is come to all the same, and it is said that this is not the shortest', () => {
  const walk = walkOf(
    [check('a', 'tail', { after: ['b'] }), check('b', 'wings', { after: ['a'] }), check('c', 'nose')],
    layoutFor('sailplane'),
  );
  expect([walk.shortest, orderOf(walk).sort()]).toEqual([false, ['a', 'b', 'c']]);
});

test('of more ways than can be tried it takes a good one, says so, and still comes to everything in its order', () => {
  const places = [
    'left wing',
    'right wing',
    'tail',
    'nose',
    'cockpit',
    'left engine',
    'right engine',
    'fuselage',
  ];
  const checks = Array.from({ length: 300 }, (_, i) =>
    check(`c${i}`, places[(i * 7) % places.length] ?? '', {
      after: i > 20 && i % 5 === 0 ? [`c${i - 13}`] : [],
      standsOn: i > 40 && i % 9 === 0 ? [`c${i - 30}`] : [],
    }),
  );
  const walk = walkOf(checks, layoutFor('piston-twin'));
  const order = orderOf(walk);
  expect(walk.shortest).toBe(false);
  expect([...order].sort()).toEqual(checks.map((c) => c.id).sort());
  for (const { id, after, standsOn } of checks)
    for (const before of [...after, ...standsOn])
      expect(order.indexOf(before)).toBeLessThan(order.indexOf(id));
  // Nobody is sent back and forth for every step of it.
  expect(walk.stops.length).toBeLessThan(checks.length / 6);
});

test('what is done on each engine is done at those engines that it is for', () => {
  const layout = layoutFor('lift-and-cruise-fuel');
  const areas = (more: Partial<WalkedCheck>, where = 'booms'): string[] =>
    walkOf([check('x', where, { subject: 'engine', ...more })], layout).stops.flatMap((s) =>
      s.areas.map((a) => a.id),
    );
  expect(areas({ kinds: ['piston'] })).toEqual(['engine']);
  expect(areas({ kinds: ['lift-motor'] })).not.toContain('engine');
  expect(areas({}, 'cockpit')).toEqual(['cockpit']);
  // A rotor that the engine drives is none of the engines.
  const helicopter = walkOf([check('x', 'engine', { subject: 'engine' })], layoutFor('rotorcraft'));
  expect(helicopter.stops.flatMap((s) => s.areas.map((a) => a.id))).toEqual(
    layoutFor('rotorcraft')
      .propulsors.filter((p) => p.driven !== true)
      .map((p) => p.id),
  );
});
