/** Sunrise, sunset and civil twilight of one day, as instants (ms since 1970); undefined where the sun does not cross. */
export interface Daylight {
  readonly dawn: number | undefined;
  readonly sunrise: number | undefined;
  readonly sunset: number | undefined;
  readonly dusk: number | undefined;
  /** The sun stays above, or below, the horizon all day. */
  readonly allDay: 'light' | 'dark' | undefined;
}

const DEGREE = Math.PI / 180;
const DAY = 86_400_000;
/** Centre of the sun at sunrise: half its width and 34 minutes of refraction below the horizon. */
const HORIZON = -0.833;
const CIVIL = -6;

/** Declination (rad) and equation of time (minutes) at an instant. */
function sunAt(ms: number): { declination: number; equation: number } {
  const century = (ms / DAY + 2_440_587.5 - 2_451_545) / 36_525;
  const meanLongitude = (280.46646 + century * (36_000.76983 + century * 0.0003032)) % 360;
  const anomaly = (357.52911 + century * (35_999.05029 - 0.0001537 * century)) * DEGREE;
  const eccentricity = 0.016708634 - century * (0.000042037 + 0.0000001267 * century);
  const centre =
    Math.sin(anomaly) * (1.914602 - century * (0.004817 + 0.000014 * century)) +
    Math.sin(2 * anomaly) * (0.019993 - 0.000101 * century) +
    Math.sin(3 * anomaly) * 0.000289;
  const node = (125.04 - 1934.136 * century) * DEGREE;
  const longitude = (meanLongitude + centre - 0.00569 - 0.00478 * Math.sin(node)) * DEGREE;
  const obliquity =
    (23 +
      (26 + (21.448 - century * (46.815 + century * (0.00059 - century * 0.001813))) / 60) / 60 +
      0.00256 * Math.cos(node)) *
    DEGREE;
  const y = Math.tan(obliquity / 2) ** 2;
  const l = meanLongitude * DEGREE;
  const equation =
    (4 / DEGREE) *
    (y * Math.sin(2 * l) -
      2 * eccentricity * Math.sin(anomaly) +
      4 * eccentricity * y * Math.sin(anomaly) * Math.cos(2 * l) -
      0.5 * y * y * Math.sin(4 * l) -
      1.25 * eccentricity * eccentricity * Math.sin(2 * anomaly));
  return { declination: Math.asin(Math.sin(obliquity) * Math.sin(longitude)), equation };
}

/** The instant at which the sun passes an altitude, before (-1) or after (+1) noon; refined at that instant. */
function crossing(
  midnight: number,
  latitude: number,
  longitude: number,
  altitude: number,
  side: -1 | 1,
): number | undefined {
  let at = midnight + DAY / 2;
  for (let i = 0; i < 3; i += 1) {
    const { declination, equation } = sunAt(at);
    const cosine =
      (Math.sin(altitude * DEGREE) - Math.sin(latitude * DEGREE) * Math.sin(declination)) /
      (Math.cos(latitude * DEGREE) * Math.cos(declination));
    if (Math.abs(cosine) > 1) return undefined;
    const noon = midnight + (720 - 4 * longitude - equation) * 60_000;
    at = noon + side * 4 * (Math.acos(cosine) / DEGREE) * 60_000;
  }
  return at;
}

/**
 * Sunrise, sunset and civil twilight at a place, for the day whose noon by the sun lies nearest to noon of `day`
 * there. Latitude and longitude in degrees, north and east positive; `day` as "2026-11-25". To about a minute
 * between 65 degrees south and north; further on refraction makes it uncertain by several.
 * Source: the public solar equations after Meeus, Astronomical Algorithms, chapters 25 and 28.
 * Errors: none; beyond the polar circles `allDay` says what the day is.
 * Example: at 52 degrees north on the equator's meridian, 21 June: sunrise about 03:43 UTC, sunset about 20:22.
 */
export function daylightOf(day: string, latitude: number, longitude: number): Daylight {
  const midnight = Date.parse(`${day}T00:00:00Z`);
  const at = (altitude: number, side: -1 | 1): number | undefined =>
    crossing(midnight, latitude, longitude, altitude, side);
  const sunrise = at(HORIZON, -1);
  const { declination } = sunAt(midnight + DAY / 2);
  return {
    dawn: at(CIVIL, -1),
    sunrise,
    sunset: at(HORIZON, 1),
    dusk: at(CIVIL, 1),
    allDay: sunrise !== undefined ? undefined : latitude * declination > 0 ? 'light' : 'dark',
  };
}
