import { band, given, read, sheet, type Spec } from '../testing/given-sheet.ts';

type Figures = Readonly<Record<string, readonly [number, string]>>;
const row = (figures: Figures) =>
  Object.fromEntries(
    Object.entries(figures).map(([id, [value, unit]]) => [
      id,
      read(value, unit, { source: 'computed', uncertainty: 1e-6 }),
    ]),
  );
const asked = (
  name: Spec['sheet'],
  figures: readonly string[],
  limits: readonly ReturnType<typeof band>[],
  rows: readonly Figures[],
  chosen: readonly { choice: string; option: string }[] = [],
) =>
  given(
    { kind: 'worksheet', sheet: name, figures: figures.map((figure) => ({ figure, limit: figure })) },
    sheet(rows.map(row), { chosen }),
    limits,
  );

describe('climb', () => {
  // 90 ft warmer air than standard stands taller: 300 m shown in 60 s at 1000 m and 20 °C are 5.20 m/s.
  const stretch = (feet: number, air: number, change: Figures = {}): Figures => ({
    from: [feet - 492, 'ft'],
    to: [feet + 492, 'ft'],
    seconds: [60, 's'],
    air: [air, 'degC'],
    mass: [600, 'kg'],
    ...change,
  });
  const flown = (height: number, rows: readonly Figures[], low = 4, reference = 600) =>
    asked(
      'climb',
      ['rate'],
      [band('rate', 'm/s', { low })],
      [{ reference: [reference, 'kg'], height: [height, 'ft'] }, ...rows],
    );

  test('one stretch tells of its own height on a standard day, and of no other', () => {
    // 1000 m at 20 °C are 1405 m of density altitude.
    expect(flown(4610, [stretch(3281, 20)])).toMatchObject({ worst: 'within' });
    expect(flown(4610, [stretch(3281, 20)]).text).toMatch(/5\.20 m\/s at 4.610 ft/);
    expect(flown(0, [stretch(3281, 20)])).toMatchObject({ worst: 'unknown' });
    expect(flown(0, [stretch(3281, 20)]).words).toContain('Nothing was flown near that height');
  });

  test('two heights make a line; lighter than the reference it is held to less', () => {
    const two = [stretch(1000, 13), stretch(5000, 5.1, { seconds: [75, 's'] })];
    expect(flown(3000, two).worst).toBe('within');
    expect(flown(3000, two).text).toMatch(/less for every 1000 ft/);
    expect(flown(3000, two, 4.4).worst).toBe('within');
    expect(flown(3000, two, 4.4, 660).worst).toBe('out');
  });

  test('stretches that do not agree are no figure that is held within: three of them say how sure it is', () => {
    const three = (last: number) => [
      stretch(1000, 13),
      stretch(1000, 13),
      stretch(1000, 13, { seconds: [last, 's'] }),
    ];
    const uncertain = (last: number) => flown(1000, three(last)).figure('rate')?.uncertainty ?? NaN;
    expect(uncertain(120)).toBeGreaterThan(4 * uncertain(62));
    expect(flown(1000, [stretch(1000, 13, { seconds: [10, 's'] })]).refused).toBe('climbShort');
  });
});

describe('the hot day', () => {
  const heads = (now: readonly number[], before: readonly (number | undefined)[], known = true) =>
    asked(
      'hot-day',
      ['hottest', 'apart', 'warmer'],
      [
        band('hottest', 'degC', { cautionHigh: 210, high: 230 }),
        band('apart', 'degC-diff', { high: 30 }),
        band('warmer', 'degC-diff', { cautionHigh: 0, high: 10 }),
      ],
      [
        {
          air: [10, 'degC'],
          altitude: [5000, 'ft'],
          ...(known ? { 'air-before': [15, 'degC'] as const, 'altitude-before': [5000, 'ft'] as const } : {}),
        },
        ...now.map((t, i) => {
          const was = before[i];
          return {
            now: [t, 'degC'] as const,
            ...(was === undefined ? {} : { before: [was, 'degC'] as const }),
          };
        }),
      ],
    );

  test('a head is told as on the hot day, and beside itself before, not beside the others', () => {
    // 27.8 °C there on the hot day: 17.8 warmer than today, 12.8 warmer than before.
    const found = heads([180, 176, 183, 179], [190, 188, 189, 191]);
    expect(found.worst).toBe('within');
    expect(found.text).toBe(
      'on the hot day cylinder 3 at 201 °C, 7 above cylinder 2; all at least 1 °C cooler than before',
    );
    expect(found.figure('hottest')?.value).toBeCloseTo(200.78, 2);
    const worse = heads([180, 176, 183, 179], [190, 165, 189, 191]);
    expect(worse.text).toContain('cylinder 2 16 °C warmer than before');
    expect(worse.words).toContain('Cylinder 2');
    expect(worse.worst).toBe('out');
  });

  test('one head that nobody read before, or air that nobody read, leaves the change unknown', () => {
    expect(heads([180, 176, 183, 179], [190, undefined, 189, 191])).toMatchObject({ worst: 'unknown' });
    expect(heads([180, 176, 183, 179], [190, 188, 189, 191], false).worst).toBe('unknown');
    expect(heads([180, 210, 183, 179], [190, 220, 189, 191]).worst).toBe('out');
  });
});

describe('climb at several speeds', () => {
  /** On a standard day at the sea: 4 m/s at 60 kt, a tenth of a metre less a dozen knots to either side. */
  const climb = (knots: number, mass = 600): Figures => {
    const half = ((4 - 0.1 * ((knots - 60) / 12) ** 2) * 30) / 0.3048;
    return {
      speed: [knots, 'kt'],
      from: [-half, 'ft'],
      to: [half, 'ft'],
      seconds: [60, 's'],
      mass: [mass, 'kg'],
    };
  };
  const flown = (speeds: readonly number[], high = 65, shift = 0) =>
    asked(
      'climb-speeds',
      ['speed'],
      [band('speed', 'kt', { low: 40, high })],
      [
        { reference: [600, 'kg'], air: [15, 'degC'], ...(shift === 0 ? {} : { shift: [shift, 'kt'] }) },
        ...speeds.map((k) => climb(k)),
      ],
    );

  test('the speed is judged with what it may be off by, in what is shown or in what is right', () => {
    const found = flown([44, 60, 76], 90);
    expect([found.worst, found.figure('speed')?.value]).toEqual(['within', expect.closeTo(60, 6)]);
    expect(found.text).toMatch(/^best at 60 kt with 4\.00 m\/s, at 0 m of a standard day$/);
    // By hand: a tenth over 16·√2 kt, over twice the bend, twice.
    expect(found.figure('speed')?.uncertainty).toBeCloseTo(
      (2 * 0.1) / (16 * Math.SQRT2) / (2 * (0.1 / 144)),
      6,
    );
    expect(flown([44, 60, 76], 59).worst).toBe('out');
    expect(flown([44, 60, 76], 90, 3).figure('speed')?.value).toBeCloseTo(63, 6);
  });

  test('all slower than the best leave it unknown, and say on which side to fly one', () => {
    const slow = flown([44, 50, 56]);
    expect([slow.worst, slow.text]).toEqual(['unknown', 'the best was not flown']);
    expect(slow.words).toContain('fly one on that side');
    expect(flown([44, 60, 46]).refused).toBe('climbNoMiddle');
  });
});

describe('glide', () => {
  /** Shape 2e-5, lift 30 at the sea: 20.4 to one at 68 kt. */
  const glide = (knots: number, seconds = 30): Figures => {
    const v = (knots * 1852) / 3600;
    const half = ((2e-5 * v ** 3 + 30 / v) * seconds) / 2 / 0.3048;
    return {
      speed: [knots, 'kt'],
      from: [half, 'ft'],
      to: [-half, 'ft'],
      seconds: [seconds, 's'],
      mass: [600, 'kg'],
    };
  };
  const flown = (rows: readonly Figures[], more: Figures = {}) =>
    asked(
      'glide',
      ['ratio'],
      [band('ratio', '1', { low: 17 })],
      [{ reference: [600, 'kg'], air: [15, 'degC'], ...more }, ...rows],
    );

  test('three speeds around the best tell it; three leave a tenth of it open, more of them less', () => {
    const found = flown([50, 68, 85].map((k) => glide(k)));
    expect([found.worst, found.figure('ratio')?.value]).toEqual(['within', expect.closeTo(20.41, 1)]);
    expect(found.text).toMatch(/^20\.4 to one at 68 kt, sinking 1\.71 m\/s; least 1\.50 m\/s at 52 kt$/);
    expect(found.figure('ratio')?.uncertainty).toBeGreaterThan(2);
    expect(flown([50, 55, 68, 76, 85].map((k) => glide(k))).figure('ratio')?.uncertainty).toBeLessThan(1);
  });

  test('all faster than the best leave it unknown and say on which side to fly one; no wing is refused', () => {
    const fast = flown([75, 85, 100].map((k) => glide(k)));
    expect(fast.worst).toBe('unknown');
    expect(fast.words).toContain('fly one on that side');
    expect(flown([68, 70, 72].map((k) => glide(k))).refused).toBe('glideSpeedsAlike');
    expect(
      flown(
        [glide(50, 200), glide(68), glide(85, 29)].map((g, i) =>
          i === 0 ? { ...g, seconds: [20, 's'] } : g,
        ),
      ).refused,
    ).toBe('glideNoPolar');
  });
});

describe('take-off', () => {
  const DAY: Figures = {
    mass: [600, 'kg'],
    pressure: [1013.25, 'hPa'],
    temperature: [15, 'degC'],
    'lift-off': [50, 'kt'],
  };
  const on = (surface: string) => [{ choice: 'surface', option: surface }];
  const today = (more: Figures, surface = 'hard-dry') =>
    asked(
      'take-off-today',
      ['share'],
      [band('share', '%', { cautionHigh: 50, high: 60 })],
      [
        {
          'book-run': [200, 'm'],
          'book-mass': [600, 'kg'],
          there: [500, 'm'],
          headwind: [0, 'kt'],
          ...DAY,
          ...more,
        },
      ],
      on(surface),
    );

  test('as by the book it takes what the book says, and is stopped halfway with less than seven tenths of the speed', () => {
    const found = today({});
    expect([found.worst, found.text]).toEqual(['within', '200 m of 500 m; at 100 m less than 36 kt: stop']);
    // Wet grass, a tenth heavier: 1.3 × 1.21.
    const heavy = today({ mass: [660, 'kg'] }, 'wet-grass');
    expect([heavy.worst, heavy.text.startsWith('315 m of 500 m')]).toEqual(['out', true]);
    expect(today({ headwind: [-10, 'kt'] }).worst).toBe('out');
    expect(today({ headwind: [10, 'kt'] }).text).toMatch(/^165 m/);
  });

  test('what is far from the book is known less well; a wind as fast as it lifts off is refused', () => {
    const uncertain = (mass: number) => today({ mass: [mass, 'kg'] }).figure('share')?.uncertainty ?? NaN;
    expect(uncertain(700)).toBeGreaterThan(uncertain(610) * 5);
    expect(today({ headwind: [50, 'kt'] }).refused).toBe('runNoWind');
    expect(today({}, 'sand').refused).toBeDefined();
  });

  test('a run that was measured is told as the book tells it: the longest counts', () => {
    const found = asked(
      'take-off-run',
      ['run'],
      [band('run', 'm', { high: 260 })],
      [
        { reference: [600, 'kg'], ...DAY, mass: [660, 'kg'] },
        { run: [242, 'm'], headwind: [0, 'kt'] },
        { run: [220, 'm'], headwind: [0, 'kt'] },
      ],
      on('hard-dry'),
    );
    expect([found.worst, found.figure('run')?.value]).toEqual(['within', expect.closeTo(200, 4)]);
  });
});

describe('the turn back', () => {
  const turns = (rows: readonly (readonly [number, number, number])[], high = 700) =>
    asked(
      'turn-back',
      ['lowest'],
      [band('lowest', 'ft', { high })],
      [
        { needed: [210, 'deg-angle'], surprise: [4, 's'], sink: [2.5, 'm/s'], share: [50, '%'] },
        ...rows.map(([from, to, turned]) => ({
          from: [from, 'ft'] as const,
          to: [to, 'ft'] as const,
          turned: [turned, 'deg-angle'] as const,
        })),
      ],
    );

  test('the worst turn, surprise and what is put on top make the height below which nobody turns', () => {
    // 300 ft, 10 m of surprise, half on top.
    const alike = [3000, 2700, 210] as const;
    const found = turns([alike, alike, alike]);
    expect([found.worst, found.figure('lowest')?.value]).toEqual([
      'within',
      expect.closeTo((300 + 10 / 0.3048) * 1.5, 6),
    ]);
    expect(found.text).toBe('below 500 ft above the runway no turn back: straight on');
    expect(turns([alike, alike, [3000, 2500, 210]]).worst).toBe('out');
    expect(turns([alike, alike]).refused).toBeDefined();
    expect(turns([alike, [3000, 2700, 90], alike]).refused).toBe('turnTooShort');
  });
});

describe('an adjustment', () => {
  const proposed = (
    head: readonly [off: number, now: number, first: number, most: number],
    earlier: readonly (readonly [number, number])[],
    what = 'cruise-throttle',
  ) => {
    const [measured, moved] = what === 'cruise-throttle' ? ['m/s', '%'] : ['daN', 'mm'];
    return asked(
      'adjustment',
      [],
      [],
      [
        {
          off: [head[0], measured],
          now: [head[1], moved],
          first: [head[2], moved],
          most: [head[3], moved],
        },
        ...earlier.map(([m, c]): Figures => ({ moved: [m, moved], changed: [c, measured] })),
      ],
      [{ choice: 'what', option: what }],
    );
  };

  test('the old and the proposed setting, and what should be left, in the units of what is adjusted', () => {
    const found = proposed(
      [2, 55, -2, 10],
      [
        [-4, -1],
        [-2, -0.5],
      ],
    );
    expect([found.worst, found.text]).toEqual([
      'within',
      'Cruise throttle: from 55 % to 47 %; 0.0 m/s ± 0.2 should be left',
    ]);
    expect(proposed([3, 0, 0.5, 4], [[1, -1]], 'trim-tab').text).toBe(
      'Trim tab: from 0.0 mm to 3.0 mm; 0.0 daN ± 2.0 should be left',
    );
  });

  test('with nothing known it is the first safe step and says so; what contradicts itself is refused', () => {
    const first = proposed([2, 55, -2, 10], []);
    expect([first.worst, first.text]).toEqual([
      'near',
      'Cruise throttle: from 55 % to 53 %, then measure again',
    ]);
    expect(first.words).toContain('the first safe step');
    const cut = proposed(
      [4, 55, -2, 10],
      [
        [-4, -1],
        [-2, -0.5],
      ],
    );
    expect([cut.worst, cut.words.includes('More would be wanted than 10 %')]).toEqual(['near', true]);
    expect(
      proposed(
        [2, 55, -2, 10],
        [
          [-4, -1],
          [-2, 0.5],
        ],
      ).refused,
    ).toBe('adjustContradicts');
  });
});

test('a circle flown by itself: too wide, too far off, and its height, each against its own limit', () => {
  const flown = (radius: number, furthest: number, highest: number, throttle?: number) =>
    asked(
      'circle',
      ['radius-off', 'furthest', 'height-kept'],
      [
        band('radius-off', 'm', { low: -12, high: 12 }),
        band('furthest', 'm', { high: 15 }),
        band('height-kept', 'm', { cautionHigh: 8, high: 15 }),
      ],
      [
        {
          wanted: [60, 'm'],
          flown: [radius, 'm'],
          furthest: [furthest, 'm'],
          lowest: [80, 'm'],
          highest: [highest, 'm'],
          ...(throttle === undefined
            ? {}
            : { throttle: [throttle, '%'] as const, 'throttle-wanted': [50, '%'] as const }),
        },
      ],
    );
  expect([flown(63, 4, 85).worst, flown(63, 4, 85).text]).toEqual([
    'within',
    '63 m for 60 m: 3 m too wide; height kept within 5 m',
  ]);
  expect([
    flown(75, 4, 85).worst,
    flown(47, 4, 85).worst,
    flown(60, 16, 85).worst,
    flown(60, 4, 90).worst,
  ]).toEqual(['out', 'out', 'out', 'near']);
  expect(flown(60, 4, 85, 62).figure('throttle-off')?.value).toBe(12);
  expect(flown(60, 4, 85).figure('throttle-off')).toBeUndefined();
});
