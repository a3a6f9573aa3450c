import fc from 'fast-check';
import { draws } from '../testing/draws.ts';
import { randomBasis } from '../testing/any-campaign.ts';
import { AIRCRAFT, BASIS, check, PACK } from '../testing/world.ts';
import { overlaps, systemOf } from '../systems/overlap.ts';
import {
  indexBasis,
  packProblems,
  partKey,
  reachFromParts,
  stateKey,
  STATIONS,
  WHOLE_AIRCRAFT,
  type Basis,
  type BasisIndex,
  type Check,
} from './index.ts';

const indexed = (basis: Basis): BasisIndex => {
  const made = indexBasis(basis);
  if (!made.ok) throw new Error(made.error.map((e) => e.code).join());
  return made.value;
};
const withChecks = (checks: readonly Check[]): Basis => ({ ...BASIS, pack: { ...PACK, checks } });

const anyName = fc
  .array(fc.constantFrom('a', 'b', 'c', '*'), { minLength: 1, maxLength: 4 })
  .map((parts) => parts.join('.'));

describe('names of systems', () => {
  test('two names overlap exactly where some real thing lies in both (property, by trying every thing there is)', () => {
    // Every thing of four parts over an alphabet with a letter that no name spells out.
    const letters = ['a', 'b', 'c', 'd'];
    const things = letters.flatMap((w) =>
      letters.flatMap((x) => letters.flatMap((y) => letters.map((z) => [w, x, y, z]))),
    );
    const lies = (thing: readonly string[], name: string): boolean =>
      name.split('.').every((part, i) => part === '*' || part === thing[i]);
    fc.assert(
      fc.property(anyName, anyName, (a, b) => {
        expect(overlaps(a, b)).toBe(things.some((t) => lies(t, a) && lies(t, b)));
        expect(overlaps(b, a)).toBe(overlaps(a, b));
      }),
      { numRuns: draws(400) },
    );
  });

  test('half a word is no part of a name, and the engine goes in where it is asked for', () => {
    expect(overlaps('gear', 'gear-door')).toBe(false);
    expect(overlaps('engine.1', 'engine.10')).toBe(false);
    expect(overlaps('engine.*.oil', 'engine.left')).toBe(true);
    expect(overlaps('engine.*.oil', 'engine.left.fuel')).toBe(false);
    expect(systemOf('engine.{engine}.oil', 'left')).toBe('engine.left.oil');
    expect(systemOf('airframe', 'left')).toBe('airframe');
    expect(partKey('oil', 'left')).toBe('oil@left');
    expect(stateKey('engine', 'left')).toBe('engine@left');
  });
});

describe('parts', () => {
  const index = indexed(BASIS);

  test('one for each engine or one for the aircraft, and each has its systems with the engine put in', () => {
    expect([...index.parts.keys()].filter((k) => k.startsWith('drop-a'))).toEqual([
      'drop-a@left',
      'drop-a@right',
    ]);
    expect(index.partsOfCheck.get('papers')?.map((p) => p.subject)).toEqual([WHOLE_AIRCRAFT]);
    expect(index.parts.get('drop-a@right')?.proves).toEqual(['engine.right.ignition.a']);
    expect(index.parts.size).toBe(2 + 2 * (PACK.checks.length - 2));
  });

  test('an engine stands on its own; what is asked of the aircraft stands on every engine, and the other way round', () => {
    const checks = [
      check('all', { subject: 'aircraft' }),
      check('each', { subject: 'engine', standsOn: ['all'], after: ['all'] }),
      check('next', { subject: 'engine', standsOn: ['each'], after: ['each'] }),
      check('both', { subject: 'aircraft', standsOn: ['each'], after: ['next'] }),
    ];
    const parts = indexed(withChecks(checks)).parts;
    expect(parts.get('each@left')).toMatchObject({ standsOn: ['all@aircraft'], after: ['all@aircraft'] });
    expect(parts.get('next@right')).toMatchObject({ standsOn: ['each@right'], after: ['each@right'] });
    expect(parts.get('both@aircraft')).toMatchObject({
      standsOn: ['each@left', 'each@right'],
      after: ['next@left', 'next@right'],
    });
  });

  test('a figure worked out from others stands on them, beside what it stands on anyhow', () => {
    expect(index.parts.get('drops-apart@left')?.standsOn).toEqual(['drop-a@left', 'drop-b@left']);
    const apart = PACK.checks.map((c) => (c.id === 'drops-apart' ? { ...c, standsOn: ['start'] } : c));
    expect(indexed(withChecks(apart)).parts.get('drops-apart@left')?.standsOn).toEqual([
      'start@left',
      'drop-a@left',
      'drop-b@left',
    ]);
  });

  test('what may end by the clock, what follows states, and the sheets, are listed once', () => {
    const checks = [
      check('hours', { validity: { hours: 2 } }),
      check('flights', { validity: { flights: 1 } }),
      check('stops', { validity: { engineStops: 1 } }),
      check('ends', { validity: { endsWhen: { state: 'engine', becomes: 'running' } } }),
      check('permit', { answer: { kind: 'document', runsOut: 'date', copy: false } }),
      check('sheet', { answer: { kind: 'loading' } }),
      check('plain'),
    ];
    const made = indexed(withChecks(checks));
    const at = (ids: string[]): string[] => ids.map((id) => partKey(id, WHOLE_AIRCRAFT));
    expect(made.timed).toEqual(at(['hours', 'flights', 'permit', 'sheet']));
    expect(made.followStates).toEqual(at(['hours', 'flights', 'stops', 'ends']));
    expect(made.sheets).toEqual(at(['sheet']));
  });

  test('before a station stand the gates before it and before every earlier one', () => {
    for (const [i, station] of STATIONS.entries())
      expect([station, index.gatesBefore.get(station)?.map((g) => g.id)]).toEqual([
        station,
        i >= STATIONS.indexOf('release')
          ? ['power', 'release']
          : i >= STATIONS.indexOf('controls')
            ? ['power']
            : [],
      ]);
  });

  test('everything is found under its own name', () => {
    expect(index.limits.get('drop')?.title).toBe('Drop');
    expect([...index.checks.keys()]).toEqual(PACK.checks.map((c) => c.id));
    expect(index.states.get('engine')?.initial).toBe('stopped');
    expect(Object.keys(index.instruments)).toEqual(AIRCRAFT.instruments.map((i) => i.id));
    expect(index.dependants.get('start@left')).toEqual(['drop-a@left', 'drop-b@left']);
  });
});

describe('what touching something reaches', () => {
  const TOUCHABLE = ['a', 'a.b', 'a.b.c', 'd.e', 'engine.left', 'engine.right.x', 'engine.*.y', 'f', 'g'];

  test('exactly the parts that prove it, and all that stand on one of these at any depth (property, by squaring a matrix)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100_000 }),
        fc.uniqueArray(fc.constantFrom(...TOUCHABLE), { minLength: 1, maxLength: 3 }),
        (seed, touched) => {
          const index = indexed(randomBasis(seed));
          const parts = [...index.parts.values()];
          // stands[i][j]: part i stands on part j, directly, or by as many steps as there are parts.
          const stands = parts.map((p) => parts.map((q) => p.standsOn.includes(q.key)));
          parts.forEach((_, k) =>
            parts.forEach((__, i) =>
              parts.forEach((___, j) => {
                if (stands[i]?.[k] && stands[k]?.[j]) (stands[i] as boolean[])[j] = true;
              }),
            ),
          );
          const direct = parts.map(
            (p) => p.check.turn === 'last' || touched.some((t) => p.proves.some((s) => overlaps(t, s))),
          );
          const expected = parts
            .filter((_, i) => direct[i] || parts.some((__, j) => direct[j] && stands[i]?.[j]))
            .map((p) => p.key);
          const found = index.reachOf(touched);
          expect(found.map((r) => r.part).sort()).toEqual([...expected].sort());
          for (const { part, system, through } of found) {
            // The chain that is told is a chain: it begins at a part that proves what was touched, and each stands on the one before.
            const chain = [...through, part].map((key) => index.parts.get(key));
            expect(touched).toContain(system);
            expect(chain[0]?.check.turn === 'last' || chain[0]?.proves.some((p) => overlaps(system, p))).toBe(
              true,
            );
            chain.slice(1).forEach((p, i) => expect(p?.standsOn).toContain(chain[i]?.key));
          }
        },
      ),
      { numRuns: draws(300) },
    );
  });

  test('no chain that is told is longer than it has to be (property)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 100_000 }), fc.constantFrom(...TOUCHABLE), (seed, touched) => {
        const index = indexed(randomBasis(seed));
        const found = new Map(index.reachOf([touched]).map((r) => [r.part, r]));
        for (const { part, through } of found.values()) {
          const nearest = Math.min(
            ...(index.parts.get(part)?.standsOn ?? []).map(
              (g) => (found.get(g)?.through.length ?? Infinity) + 1,
            ),
          );
          if (through.length > 0) expect(through.length).toBe(nearest);
        }
      }),
      { numRuns: draws(200) },
    );
  });

  test('asked twice, in another order, it says the same; from parts it begins with these', () => {
    const index = indexed(BASIS);
    const once = index.reachOf(['engine.left.ignition', 'engine.right.control']);
    expect(index.reachOf(['engine.right.control', 'engine.left.ignition'])).toBe(once);
    expect(index.reachOf(['nothing'])).toEqual([]);
    expect(reachFromParts(index, ['drop-a@left']).map((r) => [r.part, r.through])).toEqual([
      ['drop-a@left', []],
      ['drops-apart@left', ['drop-a@left']],
      ['idle@left', ['drop-a@left']],
    ]);
    expect(index.reachOf(['engine.left.ignition.a']).find((r) => r.part === 'idle@left')).toEqual({
      part: 'idle@left',
      system: 'engine.left.ignition.a',
      through: ['drop-a@left'],
    });
  });
});

describe('a basis that cannot work', () => {
  const problems = (change: Partial<Basis>) => {
    const made = indexBasis({ ...BASIS, ...change });
    return made.ok ? [] : made.error;
  };
  const pack = (checks: readonly Check[]) => ({ pack: { ...PACK, checks } });

  test('says what is missing, of which check, in which book', () => {
    expect(problems(pack([check('x', { limits: ['drop', 'none'], after: ['y'], standsOn: ['z'] })]))).toEqual(
      [
        { code: 'checkMissing', params: { check: 'x', other: 'y' } },
        { code: 'checkMissing', params: { check: 'x', other: 'z' } },
      ],
    );
    expect(
      problems({ ...pack([check('x', { subject: 'engine' })]), aircraft: { ...AIRCRAFT, engines: [] } }),
    ).toEqual([{ code: 'noEngines', params: { mark: AIRCRAFT.mark } }]);
    expect(problems({ ...pack([check('x')]), aircraft: { ...AIRCRAFT, engines: [] } })).toEqual([]);
  });

  test('a circle is told along its way, and is found exactly where walking on never ends (property)', () => {
    expect(
      problems(
        pack([
          check('first'),
          check('a', { after: ['first', 'b'] }),
          check('b', { standsOn: ['c'] }),
          check('c', { after: ['a'] }),
        ]),
      ),
    ).toEqual([
      {
        code: 'cycle',
        params: { checks: ['a@aircraft', 'b@aircraft', 'c@aircraft', 'a@aircraft'] },
      },
    ]);
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.integer({ min: 0, max: 5 }), { maxLength: 3 }), { minLength: 6, maxLength: 6 }),
        (edges) => {
          const checks = edges.map((to, i) =>
            check(`c${i}`, {
              after: to.filter((_, k) => k % 2 === 0).map((j) => `c${j}`),
              standsOn: to.filter((_, k) => k % 2 === 1).map((j) => `c${j}`),
            }),
          );
          // Without a circle no walk is longer than there are checks.
          let heads = [0, 1, 2, 3, 4, 5];
          for (let step = 0; step < 6; step += 1) heads = [...new Set(heads.flatMap((h) => edges[h] ?? []))];
          expect(problems(pack(checks)).some((p) => p.code === 'cycle')).toBe(heads.length > 0);
        },
      ),
      { numRuns: draws(300) },
    );
  });
});

describe('a pack with a dead end', () => {
  const say = (checks: readonly Check[], change = {}): unknown[] =>
    packProblems({ ...PACK, checks, ...change }).map((p) => [p.check, p.reason.code, p.reason.params]);

  test.each<[string, readonly Check[], unknown[]]>([
    ['none', [check('a'), check('b', { after: ['a'] })], []],
    ['twice', [check('a'), check('a')], [['a', 'checkTwice', { check: 'a' }]]],
    [
      'not there',
      [check('a', { standsOn: ['ghost'] })],
      [['a', 'checkNotInPack', { check: 'a', other: 'ghost' }]],
    ],
    ['later', [check('a', { after: ['b'] }), check('b')], [['a', 'comesBefore', { check: 'a', other: 'b' }]]],
    ['itself', [check('a', { after: ['a'] })], [['a', 'comesBefore', { check: 'a', other: 'a' }]]],
    [
      'waits for what comes later',
      [check('a', { waits: [{ after: 'b', atLeast: 5 }] }), check('b')],
      [['a', 'comesBefore', { check: 'a', other: 'b' }]],
    ],
    [
      'worked out from what comes later',
      [
        check('a', { answer: { kind: 'computed', from: ['b'], value: 'drop' } }),
        check('b', {
          answer: { kind: 'drop', unit: 'rpm', resolution: 1, plausible: { low: 0, high: 5 } },
        }),
      ],
      [['a', 'comesBefore', { check: 'a', other: 'b' }]],
    ],
    [
      'a state nobody defined',
      [check('a', { sets: { moon: 'full' } })],
      [['a', 'stateUndefined', { check: 'a', state: 'moon' }]],
    ],
    [
      'a state with a value it cannot have',
      [check('a', { sets: { engine: 'purring' } })],
      [
        [
          'a',
          'stateCannotBe',
          { check: 'a', state: 'engine', value: 'purring', values: ['stopped', 'running'] },
        ],
      ],
    ],
    [
      'a state that nothing before it sets',
      [
        check('a', { needs: { engine: 'running' } }),
        check('b', { sets: { engine: 'running' }, cautions: ['Live.'] }),
      ],
      [['a', 'stateNeverSet', { check: 'a', state: 'engine', value: 'running' }]],
    ],
    ['a state that is so from the beginning', [check('a', { needs: { engine: 'stopped' } })], []],
    [
      'a state that a check before it sets',
      [
        check('b', { sets: { engine: 'running' }, cautions: ['Live.'] }),
        check('a', { needs: { engine: 'running' } }),
      ],
      [],
    ],
    [
      'an end that never comes',
      [
        check('a', {
          validity: {
            hours: 1,
            endsWhen: { state: 'engine', becomes: 'gone' },
            until: { state: 'moon', becomes: 'full' },
          },
        }),
      ],
      [
        ['a', 'validityCannotEnd', { check: 'a', state: 'engine', value: 'gone' }],
        ['a', 'validityCannotEnd', { check: 'a', state: 'moon', value: 'full' }],
      ],
    ],
    [
      'flights and switchings-on where nothing says that one was',
      [check('a', { validity: { flights: 1, engineStops: 2, powerCycles: 0 } })],
      [
        ['a', 'validityCannotEnd', { check: 'a', state: 'flown', value: 'yes' }],
        ['a', 'validityCannotEnd', { check: 'a', state: 'power', value: 'on' }],
      ],
    ],
    [
      'a gauge from high to low',
      [
        check('a', {
          answer: { kind: 'reading', unit: 'rpm', resolution: 1, plausible: { low: 5, high: 5 } },
        }),
      ],
      [['a', 'gaugeReversed', { check: 'a' }]],
    ],
    [
      'a channel in another unit than it is shown in',
      [
        check('a', {
          answer: {
            kind: 'reading',
            unit: 'bar',
            resolution: 0.1,
            channel: 'oil-pressure',
            plausible: { low: 0, high: 10 },
          },
        }),
      ],
      [['a', 'channelOtherUnit', { check: 'a', channel: 'oil-pressure', unit: 'bar', wanted: 'psi' }]],
    ],
    [
      'two directions of a gauge that goes one way, and two that are called alike',
      [
        check('a', {
          answer: {
            kind: 'reading',
            unit: 'turns',
            resolution: 0.25,
            plausible: { low: 0, high: 5 },
            directions: { plus: 'Up', minus: 'up' },
          },
        }),
      ],
      [
        ['a', 'directionsOneWay', { check: 'a' }],
        ['a', 'listedTwice', { check: 'a', what: 'Up' }],
      ],
    ],
    [
      'locks and things that are listed twice, and a lock on each engine of a check on each engine',
      [
        check('a', { answer: { kind: 'tally', listed: ['Tools', 'Rag', ' tools'] } }),
        check('b', {
          answer: {
            kind: 'locks',
            locks: [
              { id: 'pin', title: 'Left', form: 'latch' },
              { id: 'pin', title: 'Right', form: 'latch' },
            ],
          },
        }),
        check('c', {
          subject: 'engine',
          answer: { kind: 'locks', locks: [{ id: 'arm', title: 'Arm', form: 'latch', each: 'engine' }] },
        }),
        check('d', {
          subject: 'side',
          answer: { kind: 'locks', locks: [{ id: 'arm', title: 'Arm', form: 'latch', each: 'engine' }] },
        }),
      ],
      [
        ['a', 'listedTwice', { check: 'a', what: 'tools' }],
        ['b', 'listedTwice', { check: 'b', what: 'pin' }],
        ['c', 'locksOfEachOnEach', { check: 'c' }],
        ['d', 'locksOfEachOnEach', { check: 'd' }],
      ],
    ],
    [
      'parts of an assembly that stand twice, that go onto what comes behind them, onto themselves, or onto nothing',
      [
        check('a', {
          answer: {
            kind: 'assembly',
            parts: [
              { id: 'wing', title: 'Wing', steps: ['part'], on: ['body'] },
              { id: 'body', title: 'Body', steps: ['part'] },
              { id: 'tail', title: 'Tail', steps: ['part'], on: ['tail'] },
              { id: 'fin', title: 'Fin', steps: ['part'], on: ['body', 'boom'] },
            ],
          },
        }),
        check('b', {
          answer: {
            kind: 'assembly',
            parts: [
              { id: 'body', title: 'Body', steps: ['part'] },
              { id: 'body', title: 'Wing', steps: ['part'], on: ['body'] },
            ],
          },
        }),
      ],
      [
        ['a', 'partOnNothing', { check: 'a', what: 'Wing', other: 'body' }],
        ['a', 'partOnNothing', { check: 'a', what: 'Tail', other: 'tail' }],
        ['a', 'partOnNothing', { check: 'a', what: 'Fin', other: 'boom' }],
        ['b', 'listedTwice', { check: 'b', what: 'body' }],
      ],
    ],
    [
      'figures of a travel without the reading that they take, or a limit of the check, and a limit of none of them',
      [
        check('a', {
          answer: {
            kind: 'travel',
            axis: 'roll',
            takes: ['plus'],
            in: 'mm',
            figures: [
              { figure: 'throw-plus', limit: 'idle' },
              { figure: 'backlash', limit: 'drop' },
            ],
          },
          limits: ['idle', 'difference'],
        }),
      ],
      [
        ['a', 'travelWithoutLimit', { check: 'a', figure: 'backlash', limit: 'drop' }],
        ['a', 'travelTakesLess', { check: 'a', figure: 'backlash', point: 'after-plus' }],
        ['a', 'travelTakesLess', { check: 'a', figure: 'backlash', point: 'after-minus' }],
        ['a', 'travelLimitUnused', { check: 'a', limit: 'difference' }],
      ],
    ],
    [
      'times of motors in another unit than seconds',
      [
        check('a', {
          answer: {
            kind: 'side-by-side',
            of: 'motors',
            timed: true,
            unit: 'rpm',
            resolution: 1,
            plausible: { low: 0, high: 9 },
          },
        }),
      ],
      [['a', 'besideTimedUnit', { check: 'a' }]],
    ],
    [
      'a position at which something is expected that there is not to see, and two things to see of one name',
      [
        check('a', {
          answer: {
            kind: 'positions',
            of: 'The cut',
            seen: [
              { id: 'turns', text: 'Turns' },
              { id: 'stops', text: 'Stops' },
              { id: 'stops', text: 'Stands' },
            ],
            steps: [
              { position: 'Off', expected: 'turns' },
              { position: 'On', expected: 'still' },
            ],
          },
        }),
      ],
      [
        ['a', 'listedTwice', { check: 'a', what: 'stops' }],
        ['a', 'positionExpectsUnseen', { check: 'a', position: 'On' }],
      ],
    ],
    [
      'a difference worked out from what gives no figure',
      [
        check('a'),
        check('b', {
          answer: { kind: 'reading', unit: 'rpm', resolution: 1, plausible: { low: 0, high: 5 } },
        }),
        check('c', { answer: { kind: 'computed', from: ['a', 'b'], value: 'reading' } }),
        check('d', { answer: { kind: 'computed', from: ['b'], value: 'drop' } }),
        check('e', { answer: { kind: 'computed', from: ['b', 'a'], value: 'reading' } }),
      ],
      [
        ['c', 'computedFromNothing', { check: 'c', other: 'a' }],
        ['d', 'computedFromNothing', { check: 'd', other: 'b' }],
        ['e', 'computedFromNothing', { check: 'e', other: 'a' }],
      ],
    ],
    [
      'an engine proven by nobody in particular',
      [check('a', { proves: ['airframe', 'engine.{engine}.oil'] })],
      [['a', 'provesEngineAtLarge', { check: 'a' }]],
    ],
  ])('%s', (_, checks, expected) => {
    expect(say(checks)).toEqual(expected);
  });

  test('demands and states have to be of the pack', () => {
    expect(say([check('a')], { demands: { maiden: { stations: [], checks: ['a', 'ghost'] } } })).toEqual([
      [undefined, 'demandNotInPack', { other: 'ghost' }],
    ]);
    expect(
      say([check('a')], {
        states: [{ name: 'power', title: 'Power', per: 'aircraft', values: ['on', 'off'], initial: 'dim' }],
      }),
    ).toEqual([[undefined, 'stateCannotBegin', { state: 'power', value: 'dim' }]]);
  });
});
