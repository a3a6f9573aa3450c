import { heightOfDensity, standardAir } from '../air/atmosphere.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** One stretch of a climb at one speed and one setting. */
export interface ClimbStretch {
  /** Pressure altitudes at its ends (m). */
  readonly from: number;
  readonly to: number;
  readonly seconds: number;
  /** Air in the middle of it (°C). */
  readonly temperature: number;
  /** kg. */
  readonly mass: number;
}

/** A stretch as it would be at the mass of reference. */
export interface ClimbedStretch {
  /** Density altitude of its middle (m). */
  readonly height: number;
  /** m/s, true. */
  readonly rate: number;
}

export interface Climb {
  readonly stretches: readonly ClimbedStretch[];
  /** Rate at a density altitude (m/s), which is that of a standard day there; an error where nothing was flown near it. */
  readonly at: (height: number) => Result<number, Reason>;
  /** What a metre more of density altitude takes (1/s); undefined where all was flown at one. */
  readonly slope: number | undefined;
  /** How far a stretch lies off the others, as a standard deviation (m/s); undefined below three. */
  readonly scatter: number | undefined;
  /** What the mass took from or gave to the rates, at the most (m/s): half of it is not known, since drag changes as well. */
  readonly byMass: number;
}

/** Stretches no further apart than this are at one height (m). */
const ONE_HEIGHT = 150;
/** Beyond what was flown a line is believed for so much of its length. */
const BEYOND = 0.5;
const SHORTEST = 20;

/**
 * True rate of climb from pressure altitude and time: warm air is taller than the altimeter shows (m/s).
 * Error: `heightBeyondAtmosphere`. Source: hydrostatic equation. Example: 300 m shown in 60 s at 1000 m and 20 °C: 5 × 293.15/281.65 = 5.20.
 */
export function trueRate({ from, to, seconds, temperature }: ClimbStretch): Result<number, Reason> {
  const standard = standardAir((from + to) / 2);
  if (!standard.ok) return standard;
  return ok((((to - from) / seconds) * (temperature + 273.15)) / standard.value.temperature);
}

/**
 * A climb reduced to one mass and laid over density altitude, so that it can be read at that of a standard day. Several heights give a
 * straight line; at one height it is the middle of the stretches, and nothing is said of another height.
 *
 * Mass: the power left for climbing lifts what is to be lifted, so that the rate goes with its inverse. Drag by lift goes down with the mass
 * too, which this leaves out; `byMass` tells how much was reduced at the most.
 * Units: m, s, °C, kg, m/s. Boundary: stretches exactly `ONE_HEIGHT` apart are at one height; a height exactly half the length beyond counts.
 * Errors: `climbNone`, `climbShort` below 20 s, `climbNoHeight` where the ends are one, `stallMass`, `airOfNoDay`,
 * `heightBeyondAtmosphere`; `at`: `climbBeyond`.
 * Source: excess power; for the line, that power and the thrust of a propeller fall off with density almost straight below 5 km.
 * Example: 5.0 m/s at 500 m and 4.0 m/s at 1500 m of density altitude: 5.5 at the sea, 0.001 less for every metre.
 */
export function climbOf(stretches: readonly ClimbStretch[], reference: number): Result<Climb, Reason> {
  if (stretches.length === 0) return err(reason('climbNone'));
  if (!(reference > 0)) return err(reason('stallMass'));
  const flown: (ClimbedStretch & { readonly byMass: number })[] = [];
  for (const [i, one] of stretches.entries()) {
    if (!(one.seconds >= SHORTEST)) return err(reason('climbShort', { row: i + 1 }));
    if (!(one.mass > 0)) return err(reason('stallMass'));
    if (!(Math.abs(one.to - one.from) > 0)) return err(reason('climbNoHeight', { row: i + 1 }));
    const rate = trueRate(one);
    if (!rate.ok) return rate;
    const middle = standardAir((one.from + one.to) / 2);
    if (!middle.ok) return middle;
    const height = heightOfDensity({ pressure: middle.value.pressure, temperature: one.temperature });
    if (!height.ok) return height;
    const reduced = (rate.value * one.mass) / reference;
    flown.push({ height: height.value, rate: reduced, byMass: Math.abs(reduced - rate.value) });
  }
  const n = flown.length;
  const meanOf = (of: (f: ClimbedStretch) => number): number => flown.reduce((a, f) => a + of(f), 0) / n;
  const [height, rate] = [meanOf((f) => f.height), meanOf((f) => f.rate)];
  const heights = flown.map((f) => f.height);
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  const apart = high - low > ONE_HEIGHT + 1e-9;
  const slope = apart
    ? flown.reduce((a, f) => a + (f.height - height) * (f.rate - rate), 0) /
      flown.reduce((a, f) => a + (f.height - height) ** 2, 0)
    : undefined;
  const line = (h: number): number => rate + (slope ?? 0) * (h - height);
  const free = n - (apart ? 2 : 1);
  const reach = apart ? BEYOND * (high - low) : ONE_HEIGHT;
  return ok({
    stretches: flown.map(({ height: h, rate: r }) => ({ height: h, rate: r })),
    at: (h) =>
      h >= low - reach - 1e-9 && h <= high + reach + 1e-9 ? ok(line(h)) : err(reason('climbBeyond')),
    slope,
    scatter:
      n < 3 ? undefined : Math.sqrt(flown.reduce((a, f) => a + (f.rate - line(f.height)) ** 2, 0) / free),
    byMass: Math.max(...flown.map((f) => f.byMass)),
  });
}
