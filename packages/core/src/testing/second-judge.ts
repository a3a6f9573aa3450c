/**
 * A judge of limits of the tests' own, written from the rules as they are told and not from the code: every figure is
 * a whole number of thousandths, so that an edge is an edge and nothing is rounded; slow and plain throughout.
 * What it needs a root for (uncertainties) it compares squared.
 */

/** A figure in thousandths of its unit. */
export type Mills = number;

/** A reading as it was taken: accuracy undefined where nobody knows how good the instrument is. */
export interface PlainReading {
  readonly value: Mills;
  /** Half-width of the accuracy band. */
  readonly accuracy: Mills | undefined;
  /** Step of what shows it. */
  readonly step: Mills;
  readonly expired: boolean;
}

export interface PlainBounds {
  readonly low?: Mills | undefined;
  readonly high?: Mills | undefined;
  readonly cautionLow?: Mills | undefined;
  readonly cautionHigh?: Mills | undefined;
}

export type PlainState = 'within' | 'near' | 'out' | 'unknown';

export interface PlainVerdict {
  readonly state: PlainState;
  /** A person has to decide, or measure better. */
  readonly decide: boolean;
}

const UNKNOWN: PlainVerdict = { state: 'unknown', decide: false };

/** Twelve times the variance behind an expanded uncertainty of coverage 2: U² = 4 (a²/3 + r²/12), so 12 U² / 4 = 4a² + r². */
const twelvefold = (r: PlainReading): number | undefined =>
  r.accuracy === undefined ? undefined : 4 * r.accuracy ** 2 + r.step ** 2;

/**
 * The rule for one figure: beyond a hard edge is out; under the guarded rule, nearer to one than its uncertainty is
 * near, and is decided by a person where it is a matter of safety or airworthiness; beyond a caution edge is near.
 * `variance`: twelvefold, in squared thousandths. `scale`: what value and edges are multiplied by, for shares.
 */
export function plainRule(
  value: number,
  bounds: PlainBounds,
  variance: number | undefined,
  guarded: boolean,
  grave: boolean,
): PlainVerdict {
  const { low, high, cautionLow, cautionHigh } = bounds;
  if (low !== undefined && value < low) return { state: 'out', decide: false };
  if (high !== undefined && value > high) return { state: 'out', decide: false };
  if (guarded && (low !== undefined || high !== undefined)) {
    if (variance === undefined) return UNKNOWN;
    // margin < U is 3 margin² < twelvefold variance, both sides being positive.
    const nearer = [low === undefined ? Infinity : value - low, high === undefined ? Infinity : high - value];
    if (nearer.some((margin) => 3 * margin * margin < variance)) return { state: 'near', decide: grave };
  }
  if (cautionLow !== undefined && value < cautionLow) return { state: 'near', decide: false };
  if (cautionHigh !== undefined && value > cautionHigh) return { state: 'near', decide: false };
  return { state: 'within', decide: false };
}

/** What is judged, and how many readings' uncertainties are in it. */
export type PlainQuestion =
  | { readonly kind: 'band'; readonly readings: readonly [PlainReading] }
  | { readonly kind: 'drop'; readonly readings: readonly [PlainReading, PlainReading] }
  | {
      readonly kind: 'responds';
      readonly up: boolean;
      readonly readings: readonly [PlainReading, PlainReading];
    }
  | {
      readonly kind: 'difference';
      readonly circular: boolean;
      readonly readings: readonly [PlainReading, PlainReading];
    }
  | {
      readonly kind: 'relative';
      readonly expected: Mills;
      readonly tolerance: Mills;
      readonly caution: Mills | undefined;
      readonly inPercent: boolean;
      readonly circular: boolean;
      readonly readings: readonly [PlainReading];
    }
  | { readonly kind: 'spread'; readonly circular: boolean; readonly readings: readonly PlainReading[] }
  | {
      readonly kind: 'match';
      readonly atLeast: number;
      readonly circular: boolean;
      readonly readings: readonly PlainReading[];
    }
  | { readonly kind: 'together'; readonly readings: readonly PlainReading[] };

const TURN = 360_000;

/** How far apart two directions lie, the shorter way round. */
const turnBetween = (a: Mills, b: Mills): Mills => {
  const one = (((a - b) % TURN) + TURN) % TURN;
  return Math.min(one, TURN - one);
};

/** Every choice of so many out of a list. */
function choices<T>(of: readonly T[], size: number): (readonly T[])[] {
  if (size === 0) return [[]];
  return of.flatMap((first, i) => choices(of.slice(i + 1), size - 1).map((rest) => [first, ...rest]));
}

/** The shortest arc that holds every direction: begins at one of them and goes up to the last one reached. */
function shortestArc(directions: readonly Mills[]): Mills {
  return Math.min(
    ...directions.map((from) => Math.max(...directions.map((to) => (((to - from) % TURN) + TURN) % TURN))),
  );
}

/** The width of a set, straight or round. */
const widthOf = (values: readonly Mills[], circular: boolean): Mills =>
  circular ? shortestArc(values) : Math.max(...values) - Math.min(...values);

/** Judges a question. Bounds that a relative limit has of its own are made here. */
export function secondJudge(
  question: PlainQuestion,
  bounds: PlainBounds,
  guarded: boolean,
  grave: boolean,
): PlainVerdict {
  if (question.readings.some((r) => r.expired)) return UNKNOWN;
  const sum = (readings: readonly PlainReading[]): number | undefined => {
    const all = readings.map(twelvefold);
    return all.includes(undefined) ? undefined : all.reduce((a: number, b) => a + (b ?? 0), 0);
  };
  const rule = (value: number, variance: number | undefined, own: PlainBounds = bounds): PlainVerdict =>
    plainRule(value, own, variance, guarded, grave);
  switch (question.kind) {
    case 'band':
      return rule(question.readings[0].value, sum(question.readings));
    case 'drop':
      return rule(question.readings[0].value - question.readings[1].value, sum(question.readings));
    case 'responds': {
      const moved = question.readings[1].value - question.readings[0].value;
      return rule(question.up ? moved : -moved, sum(question.readings));
    }
    case 'difference': {
      const [a, b] = question.readings;
      const apart = question.circular ? turnBetween(a.value, b.value) : Math.abs(a.value - b.value);
      return rule(apart, sum(question.readings));
    }
    case 'relative': {
      const [{ value }] = question.readings;
      // In hundred-thousandths, so that a percentage of a thousandth is a whole number still.
      const scale = 100_000;
      const share = (t: Mills): number => (question.inPercent ? Math.abs(question.expected) * t : t * scale);
      const off = question.circular
        ? turnBetween(value, question.expected)
        : Math.abs(value - question.expected);
      const variance = sum(question.readings);
      return rule(off * scale, variance === undefined ? undefined : variance * scale * scale, {
        high: share(question.tolerance),
        ...(question.caution === undefined ? {} : { cautionHigh: share(question.caution) }),
      });
    }
    case 'spread':
    case 'together': {
      if (question.readings.length < 2) return UNKNOWN;
      const circular = question.kind === 'spread' && question.circular;
      const width = widthOf(
        question.readings.map((r) => r.value),
        circular,
      );
      // Only the two at the ends have a part in a spread; which two, where several lie there, does not matter here.
      return rule(width, sum(question.readings.slice(0, 2)));
    }
    case 'match': {
      const wanted = Math.max(2, question.atLeast);
      if (question.readings.length < wanted) return UNKNOWN;
      const least = Math.min(
        ...choices(question.readings, wanted).map((c) =>
          widthOf(
            c.map((r) => r.value),
            question.circular,
          ),
        ),
      );
      return rule(least, sum(question.readings.slice(0, 2)));
    }
  }
}

/** A recording, one sample every whole millisecond given; values in thousandths. */
export interface PlainSeries {
  readonly t: readonly number[];
  readonly v: readonly Mills[];
}

/** When a series first is inside a target and stays for `hold` ms; undefined when the samples do not show it. */
export function plainSettling(
  series: PlainSeries,
  target: { readonly low?: Mills | undefined; readonly high?: Mills | undefined },
  hold: number,
): number | undefined {
  const inside = (v: Mills): boolean =>
    (target.low === undefined || v >= target.low) && (target.high === undefined || v <= target.high);
  const candidates = series.t.filter((from) => {
    const stretch = series.t.map((t, i) => ({ t, v: series.v[i] ?? NaN })).filter((s) => s.t >= from);
    const until = stretch.find((s) => s.t - from >= hold);
    return until !== undefined && stretch.filter((s) => s.t <= until.t).every((s) => inside(s.v));
  });
  const [first] = candidates;
  return first === undefined ? undefined : first - (series.t[0] ?? 0);
}

/** Slopes by the definition: sums of products over every window that begins at a sample; in unit per second. */
export function plainSlopes(series: PlainSeries, window: number): number[] {
  const slopes: number[] = [];
  series.t.forEach((from, start) => {
    const end = series.t.findIndex((t, i) => i > start && t - from >= window);
    if (end < 0) return;
    const n = end - start + 1;
    const t = series.t.slice(start, end + 1);
    const v = series.v.slice(start, end + 1);
    const total = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
    const tv = total(t.map((x, i) => x * (v[i] ?? 0)));
    const tt = total(t.map((x) => x * x));
    // Whole numbers up to here: n Σtv − Σt Σv over n Σt² − (Σt)², thousandths per millisecond being units per second.
    slopes.push((n * tv - total(t) * total(v)) / (n * tt - total(t) ** 2));
  });
  return slopes;
}
