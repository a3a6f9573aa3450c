import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/**
 * The coefficients of a model of the main field: Gauss coefficients (nT) and their change in a year, in the order of degree and order:
 * at n·(n+1)/2 + m. What is at 0 is nothing.
 */
export interface WorldModel {
  readonly name: string;
  /** Year, with its parts: 2025 is its beginning. */
  readonly epoch: number;
  readonly degree: number;
  readonly g: readonly number[];
  readonly h: readonly number[];
  readonly gChange: readonly number[];
  readonly hChange: readonly number[];
}

/** Where: degrees, plus to the north and to the east, and metres above the ellipsoid. */
export interface GeodeticPlace {
  readonly latitude: number;
  readonly longitude: number;
  readonly height: number;
}

/** The main field of a place. */
export interface MainField {
  /** nT: to the north, to the east, down. */
  readonly north: number;
  readonly east: number;
  readonly down: number;
  /** Degrees, plus to the east. */
  readonly declination: number;
  /** Degrees, plus downward. */
  readonly inclination: number;
  readonly horizontal: number;
}

/** Kilometres: the reference sphere of the model, and the ellipsoid of the place (WGS 84). */
const REFERENCE = 6371.2;
const [EQUATOR, FLATTENING] = [6378.137, 1 / 298.257223563];
/** Years for which a model is good. */
const GOOD_FOR = 5;
/** Below this horizontal field (nT) a compass tells nothing. Source: the blackout zone of the world model. */
const BLACKOUT = 2000;

/** A moment as a year with its parts. Example: 2026-07-02T12:00Z is 2026.5. */
export function decimalYear(at: string): number {
  const moment = new Date(at);
  const year = moment.getUTCFullYear();
  const begin = Date.UTC(year, 0, 1);
  return year + (moment.getTime() - begin) / (Date.UTC(year + 1, 0, 1) - begin);
}

/** Schmidt semi-normalised associated Legendre functions of the cosine of the colatitude, and their derivatives by the colatitude. */
function legendre(degree: number, colatitude: number): { readonly p: number[]; readonly d: number[] } {
  const [c, s] = [Math.cos(colatitude), Math.sin(colatitude)];
  const [p, d] = [[1], [0]];
  const at = (list: readonly number[], n: number, m: number): number =>
    m > n || n < 0 ? 0 : (list[(n * (n + 1)) / 2 + m] ?? 0);
  for (let n = 1; n <= degree; n += 1)
    for (let m = 0; m <= n; m += 1) {
      if (n === m) {
        const k = n === 1 ? 1 : Math.sqrt((2 * n - 1) / (2 * n));
        p.push(k * s * at(p, n - 1, n - 1));
        d.push(k * (c * at(p, n - 1, n - 1) + s * at(d, n - 1, n - 1)));
        continue;
      }
      const scale = Math.sqrt(n * n - m * m);
      const before = Math.sqrt((n - 1) ** 2 - m * m);
      p.push(((2 * n - 1) * c * at(p, n - 1, m) - before * at(p, n - 2, m)) / scale);
      d.push(((2 * n - 1) * (c * at(d, n - 1, m) - s * at(p, n - 1, m)) - before * at(d, n - 2, m)) / scale);
    }
  return { p, d };
}

/**
 * The main field of a place and a day by the coefficients of a world model.
 * Errors: `modelOver` on a day before its epoch or more than five years behind it: an old model is no model; `modelNoPlace` where the place
 * is none (a latitude past a pole); `modelBlackout` where the horizontal field is below 2000 nT: a compass tells nothing there.
 * Source: the spherical harmonic expansion of the main field, as the technical report of the World Magnetic Model gives it (equations 1
 * to 19): geodetic to geocentric, Schmidt semi-normalised functions, secular change, and back.
 * Example: of a dipole along the axis alone the declination is 0 everywhere, and the inclination at 45° is about 63°.
 */
export function mainField(model: WorldModel, place: GeodeticPlace, at: string): Result<MainField, Reason> {
  const years = decimalYear(at) - model.epoch;
  if (!(years >= 0 && years <= GOOD_FOR))
    return err(reason('modelOver', { model: model.name, until: String(model.epoch + GOOD_FOR) }));
  const { latitude, longitude, height } = place;
  if (!(Math.abs(latitude) < 90) || !Number.isFinite(longitude) || !Number.isFinite(height))
    return err(reason('modelNoPlace'));
  const [phi, lambda] = [(latitude * Math.PI) / 180, (longitude * Math.PI) / 180];
  const squash = FLATTENING * (2 - FLATTENING);
  const normal = EQUATOR / Math.sqrt(1 - squash * Math.sin(phi) ** 2);
  const km = height / 1000;
  const [flat, up] = [(normal + km) * Math.cos(phi), (normal * (1 - squash) + km) * Math.sin(phi)];
  const radius = Math.hypot(flat, up);
  const centric = Math.atan2(up, flat);
  const colatitude = Math.PI / 2 - centric;
  const { p, d } = legendre(model.degree, colatitude);
  let [x, y, z] = [0, 0, 0];
  for (let n = 1; n <= model.degree; n += 1) {
    const shrink = (REFERENCE / radius) ** (n + 2);
    for (let m = 0; m <= n; m += 1) {
      const i = (n * (n + 1)) / 2 + m;
      const g = (model.g[i] ?? 0) + years * (model.gChange[i] ?? 0);
      const h = (model.h[i] ?? 0) + years * (model.hChange[i] ?? 0);
      const [cos, sin] = [Math.cos(m * lambda), Math.sin(m * lambda)];
      x += shrink * (g * cos + h * sin) * (d[i] ?? 0);
      y += (shrink * m * (g * sin - h * cos) * (p[i] ?? 0)) / Math.sin(colatitude);
      z -= shrink * (n + 1) * (g * cos + h * sin) * (p[i] ?? 0);
    }
  }
  const tilt = centric - phi;
  const north = x * Math.cos(tilt) - z * Math.sin(tilt);
  const down = x * Math.sin(tilt) + z * Math.cos(tilt);
  const horizontal = Math.hypot(north, y);
  if (horizontal < BLACKOUT) return err(reason('modelBlackout'));
  return ok({
    north,
    east: y,
    down,
    horizontal,
    declination: (Math.atan2(y, north) * 180) / Math.PI,
    inclination: (Math.atan2(down, horizontal) * 180) / Math.PI,
  });
}
