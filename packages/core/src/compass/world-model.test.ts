import { decimalYear, mainField, type WorldModel } from './world-model.ts';

/** Gauss coefficients by degree and order. */
function model(
  of: Readonly<Record<string, readonly [g: number, h: number, gChange?: number, hChange?: number]>>,
  degree = 3,
): WorldModel {
  const list = (part: 0 | 1 | 2 | 3): number[] =>
    Array.from({ length: ((degree + 1) * (degree + 2)) / 2 }, (_, i) => {
      const n = Math.floor((Math.sqrt(8 * i + 1) - 1) / 2);
      return of[`${n} ${i - (n * (n + 1)) / 2}`]?.[part] ?? 0;
    });
  return { name: 'Test', epoch: 2025, degree, g: list(0), h: list(1), gChange: list(2), hChange: list(3) };
}
const AT = '2025-01-01T00:00:00.000Z';
const place = (latitude: number, longitude: number, height = 0) => ({ latitude, longitude, height });
const field = (of: WorldModel, where: ReturnType<typeof place>, at = AT) => {
  const found = mainField(of, where, at);
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};

const FULL = model({
  '1 0': [-29_000, 0],
  '1 1': [-1500, 4700],
  '2 0': [-2500, 0],
  '2 1': [3000, -2900],
  '2 2': [1700, -700],
  '3 0': [1350, 0],
  '3 1': [-2400, -60],
  '3 2': [1250, 240],
  '3 3': [500, -540],
});

/** The potential (nT·km) written out by hand up to the third degree, in the Cartesian form of the solid harmonics. */
function potential(x: number, y: number, z: number): number {
  const r = Math.hypot(x, y, z);
  const a = 6371.2;
  const [s, c, f] = [Math.hypot(x, y) / r, z / r, Math.atan2(y, x)];
  const term = (n: number, p: number, m: number, g: number, h: number): number =>
    a * (a / r) ** (n + 1) * p * (g * Math.cos(m * f) + h * Math.sin(m * f));
  return (
    term(1, c, 0, -29_000, 0) +
    term(1, s, 1, -1500, 4700) +
    term(2, (3 * c * c - 1) / 2, 0, -2500, 0) +
    term(2, Math.sqrt(3) * s * c, 1, 3000, -2900) +
    term(2, (Math.sqrt(3) / 2) * s * s, 2, 1700, -700) +
    term(3, (5 * c ** 3 - 3 * c) / 2, 0, 1350, 0) +
    term(3, (Math.sqrt(6) / 4) * s * (5 * c * c - 1), 1, -2400, -60) +
    term(3, (Math.sqrt(15) / 2) * s * s * c, 2, 1250, 240) +
    term(3, (Math.sqrt(10) / 4) * s ** 3, 3, 500, -540)
  );
}

describe('the main field', () => {
  it('is the slope of its potential: taken by differences along north, east and down of the ellipsoid', () => {
    for (const [latitude, longitude, height] of [
      [60.1, -8.2, 0],
      [-33, 151, 2000],
      [5, 100, 10_000],
      [72, -150, 0],
      [-60, 20, 500],
    ] as const) {
      const [phi, lambda] = [(latitude * Math.PI) / 180, (longitude * Math.PI) / 180];
      const squash = (1 / 298.257223563) * (2 - 1 / 298.257223563);
      const normal = 6378.137 / Math.sqrt(1 - squash * Math.sin(phi) ** 2);
      const km = height / 1000;
      const at = [
        (normal + km) * Math.cos(phi) * Math.cos(lambda),
        (normal + km) * Math.cos(phi) * Math.sin(lambda),
        (normal * (1 - squash) + km) * Math.sin(phi),
      ] as const;
      const along = {
        north: [-Math.sin(phi) * Math.cos(lambda), -Math.sin(phi) * Math.sin(lambda), Math.cos(phi)],
        east: [-Math.sin(lambda), Math.cos(lambda), 0],
        down: [-Math.cos(phi) * Math.cos(lambda), -Math.cos(phi) * Math.sin(lambda), -Math.sin(phi)],
      } as const;
      const slope = ([x, y, z]: readonly [number, number, number]): number => {
        const step = 0.5;
        const value = (d: number): number => potential(at[0] + d * x, at[1] + d * y, at[2] + d * z);
        return -(value(step) - value(-step)) / (2 * step);
      };
      const found = field(FULL, place(latitude, longitude, height));
      expect(found.north).toBeCloseTo(slope(along.north), 1);
      expect(found.east).toBeCloseTo(slope(along.east), 1);
      expect(found.down).toBeCloseTo(slope(along.down), 1);
      expect(found.declination).toBeCloseTo((Math.atan2(found.east, found.north) * 180) / Math.PI, 9);
    }
  });

  it('of a dipole along the axis has no declination, and the inclination that its latitude makes', () => {
    const dipole = model({ '1 0': [-30_000, 0] });
    const found = field(dipole, place(45, 77));
    expect(Math.abs(found.declination)).toBe(0);
    // tan I = 2 tan of the geocentric latitude, seen from the ellipsoid.
    expect(found.inclination).toBeGreaterThan(63);
    expect(found.inclination).toBeLessThan(63.6);
    expect(found.horizontal).toBeCloseTo(Math.hypot(found.north, found.east), 9);
  });

  it('changes with the years, from its epoch on', () => {
    const moving = model({ '1 0': [-30_000, 0], '1 1': [0, 0, 0, 100] });
    const at = (when: string): number => field(moving, place(50, 0), when).declination;
    expect(at(AT)).toBeCloseTo(0, 9);
    const [one, two] = [at('2026-01-01T00:00:00.000Z'), at('2027-01-01T00:00:00.000Z')];
    expect(one).not.toBeCloseTo(0, 2);
    expect(two / one).toBeCloseTo(2, 2);
    expect(decimalYear('2026-07-02T12:00:00.000Z')).toBeCloseTo(2026.5, 9);
    expect(decimalYear('2028-07-02T00:00:00.000Z')).toBeCloseTo(2028.5, 9);
  });

  it('is refused by name: a model that is over or not yet, no place, too near to a magnetic pole', () => {
    const code = (of: WorldModel, where: ReturnType<typeof place>, at = AT): string | undefined => {
      const found = mainField(of, where, at);
      return found.ok ? undefined : found.error.code;
    };
    expect(code(FULL, place(60, 0), '2024-12-31T23:59:00.000Z')).toBe('modelOver');
    expect(code(FULL, place(60, 0), '2029-12-31T23:59:00.000Z')).toBeUndefined();
    expect(code(FULL, place(60, 0), '2030-01-02T00:00:00.000Z')).toBe('modelOver');
    expect(code(FULL, place(60, 0), 'never')).toBe('modelOver');
    expect(code(FULL, place(91, 0))).toBe('modelNoPlace');
    expect(code(FULL, place(60, NaN))).toBe('modelNoPlace');
    expect(code(model({ '1 0': [-30_000, 0] }), place(88.5, 0))).toBe('modelBlackout');
  });
});
