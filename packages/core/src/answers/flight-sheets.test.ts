import { band, given, read, sheet, type Spec } from '../testing/given-sheet.ts';

const rad = (degrees: number): number => (degrees * Math.PI) / 180;

describe('airspeed by legs', () => {
  const SPEC: Spec = {
    kind: 'worksheet',
    sheet: 'airspeed',
    figures: [{ figure: 'position-error', limit: 'error' }],
  };
  const LIMITS = [band('error', 'kt', { low: -4, cautionLow: -2.5, cautionHigh: 2.5, high: 4 })];
  /** What is flown over the ground on a heading at 80 kt true, in a wind of 12 kt from 240°. */
  const leg = (heading: number, shown = 80, faster = 0): readonly [number, number, number] => {
    const [e, n] = [
      (80 + faster) * Math.sin(rad(heading)) - 12 * Math.sin(rad(240)),
      (80 + faster) * Math.cos(rad(heading)) - 12 * Math.cos(rad(240)),
    ];
    return [((Math.atan2(e, n) * 180) / Math.PI + 360) % 360, Math.hypot(e, n), shown];
  };
  const flown = (legs: readonly (readonly [number, number, number])[], altitude = 0, temperature = 15) =>
    given(
      SPEC,
      sheet([
        { altitude: read(altitude, 'ft'), temperature: read(temperature, 'degC') },
        ...legs.map(([track, ground, shown]) => ({
          track: read(track, 'deg'),
          ground: read(ground, 'kt', { resolution: 0.1 }),
          shown: read(shown, 'kt', { resolution: 1 }),
        })),
      ]),
      LIMITS,
    );
  const third = [0, 120, 240] as const;

  test('at the sea on a standard day what is flown is what should be shown: wind, error, and how well', () => {
    const found = flown(third.map((h) => leg(h, 79)));
    expect(found.worst).toBe('within');
    expect(found.text).toContain('80.0 kt true ±');
    expect(found.text).toContain('wind 240° 12.0 kt');
    expect(found.words).toContain('1.0');
    expect(flown(third.map((h) => leg(h, 75))).worst).toBe('out');
    expect(flown(third.map((h) => leg(h, 83))).worst).toBe('near');
  });

  test('high up less is shown of the same speed: by the root of the density, as slow as this', () => {
    // 6000 ft on a standard day has 0.836 of the density of the sea.
    expect(
      flown(
        third.map((h) => leg(h, 73.1)),
        6000,
        3.1,
      ).worst,
    ).toBe('within');
    expect(
      flown(
        third.map((h) => leg(h, 80)),
        6000,
        3.1,
      ).worst,
    ).toBe('out');
  });

  test('three legs ask for another and say which way; with eight it is good enough', () => {
    expect(flown([0, 120, 200].map((h) => leg(h))).text).toMatch(
      /one more on \d{3}° over the ground makes it ±/,
    );
    const eight = Array.from({ length: 8 }, (_, i) => leg(45 * i));
    expect(flown(eight).text).toContain('good enough');
  });

  test('legs to one side, at two airspeeds, or in no air are refused by name; one that stands off is told', () => {
    expect(flown([0, 40, 80].map((h) => leg(h))).refused).toBe('legsBadlySpread');
    expect(flown([leg(0), leg(120), leg(240, 87)]).refused).toBe('legsOtherSpeed');
    expect(
      flown(
        third.map((h) => leg(h)),
        90_000,
      ).refused,
    ).toBe('heightBeyondAtmosphere');
    const odd = [0, 60, 120, 180, 240, 300].map((h, i) => leg(h, 80, i === 2 ? 9 : 0));
    expect(flown(odd).words).toContain('Leg 3 stands');
    // So far apart they tell the speed no better than two knots: not known, rather than near.
    expect([flown(odd).worst, flown(odd).words.includes('known no better than')]).toEqual(['unknown', true]);
  });
});

describe('a series of stalls', () => {
  const SPEC: Spec = {
    kind: 'worksheet',
    sheet: 'stalls',
    figures: [
      { figure: 'stall', limit: 'stall' },
      { figure: 'margin', limit: 'margin' },
      { figure: 'scatter', limit: 'scatter' },
    ],
  };
  const LIMITS = [
    band('stall', 'kt', { low: 40, high: 47 }),
    band('margin', '%', { low: 5, high: 18 }),
    band('scatter', 'kt', { high: 2.5 }),
  ];
  type Row = readonly [
    mass: number,
    warning: number | undefined,
    buffet: number,
    broke: number | undefined,
    rate?: number,
  ];
  const flown = (rows: readonly Row[], shift?: number) =>
    given(
      SPEC,
      sheet([
        { reference: read(600, 'kg'), ...(shift === undefined ? {} : { shift: read(shift, 'kt') }) },
        ...rows.map(([mass, warning, buffet, broke, rate]) => ({
          mass: read(mass, 'kg'),
          buffet: read(buffet, 'kt'),
          ...(warning === undefined ? {} : { warning: read(warning, 'kt') }),
          ...(broke === undefined ? {} : { break: read(broke, 'kt') }),
          ...(rate === undefined ? {} : { rate: read(rate, 'kt') }),
        })),
      ]),
      LIMITS,
    );
  const FIVE: readonly Row[] = [
    [600, 48, 46, 44],
    [600, 48, 46, 44.5],
    [600, 48.5, 46, 44],
    [600, 47.5, 45.5, 43.5],
    [600, 48, 46, 44],
  ];

  test('five that agree: each speed apart, the warning by how far it lies above', () => {
    const found = flown(FIVE);
    expect([found.worst, found.text]).toEqual(['within', 'breaks at 44.0 kt, shakes at 46.0, warns at 48.0']);
  });

  test('lighter than the reference the same speeds are of a slower wing: reduced they are out', () => {
    expect(flown(FIVE.map(([, w, b, s]) => [500, w, b, s] as const)).worst).toBe('out');
    expect(flown(FIVE, -5).worst).toBe('out');
  });

  test('the odd one is named, one entered too fast is left out and told', () => {
    expect(flown([...FIVE, [600, 52, 50, 49]]).words).toContain('Stall 6 stands off');
    const fast = flown([...FIVE, [600, 44, 42, 38, 3]]);
    expect([
      fast.words.includes('Stall 6 was entered faster'),
      fast.text.startsWith('breaks at 44.0'),
    ]).toEqual([true, true]);
  });

  test('without a break or a warning the figure is not known, never within; what is the wrong way round is refused', () => {
    expect(flown(FIVE.map(([m, w, b]) => [m, w, b, undefined] as const)).worst).toBe('unknown');
    expect(flown(FIVE.map(([m, , b, s]) => [m, undefined, b, s] as const)).worst).toBe('unknown');
    expect(flown([...FIVE.slice(1), [600, 48, 43, 44]]).refused).toBe('stallOrder');
  });
});

describe('wind on the runways', () => {
  const SPEC: Spec = {
    kind: 'worksheet',
    sheet: 'runway-wind',
    figures: [{ figure: 'cross', limit: 'cross' }],
  };
  const LIMITS = [band('cross', 'kt', { cautionHigh: 4, high: 6 })];
  const met = (
    wind: { from: number; wind: number; gust?: number },
    headings: readonly number[],
    air: Readonly<Record<string, readonly [number, string]>> = {},
  ) =>
    given(
      SPEC,
      sheet([
        {
          from: read(wind.from, 'deg'),
          wind: read(wind.wind, 'kt'),
          ...(wind.gust === undefined ? {} : { gust: read(wind.gust, 'kt') }),
          ...Object.fromEntries(Object.entries(air).map(([id, [value, unit]]) => [id, read(value, unit)])),
        },
        ...headings.map((heading) => ({ heading: read(heading, 'deg') })),
      ]),
      LIMITS,
    );

  test('the direction into the wind is taken, and its cross component with the gust is held against the limit', () => {
    // 30° off: half of it is across.
    expect(met({ from: 272, wind: 7 }, [62, 242])).toMatchObject({
      worst: 'within',
      text: 'runway 24: 6.1 kt ahead, 3.5 across from the right',
    });
    expect(met({ from: 272, wind: 7, gust: 10 }, [62, 242]).worst).toBe('near');
    expect(met({ from: 272, wind: 7, gust: 14 }, [62, 242]).worst).toBe('out');
    expect(met({ from: 92, wind: 7 }, [62, 242]).text).toContain('runway 06: 6.1 kt ahead');
    expect(met({ from: 62, wind: 7 }, [242]).text).toContain('7.0 kt from behind');
  });

  test('the air of the day as a density altitude, by pressure and temperature as they are', () => {
    const thin = { pressure: [900, 'hPa'], temperature: [25, 'degC'] } as const;
    expect(met({ from: 240, wind: 5 }, [240], thin).text.replace(/\s/g, ' ')).toContain(
      'density altitude 5 120 ft',
    );
    expect(
      met({ from: 240, wind: 5 }, [240], { ...thin, humidity: [90, '%'] }).text.replace(/\s/g, ' '),
    ).toContain('density altitude 5 520 ft');
  });

  test('gusts below the wind, and air of no day, are refused by name', () => {
    expect(met({ from: 240, wind: 10, gust: 8 }, [240]).refused).toBe('windNone');
    expect(
      met({ from: 240, wind: 10 }, [240], { pressure: [29.9, 'hPa'], temperature: [15, 'degC'] }).refused,
    ).toBe('airOfNoDay');
  });
});
