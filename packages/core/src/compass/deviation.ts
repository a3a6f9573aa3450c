import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** Coefficients of the deviation of a compass, in degrees; east is plus. */
export interface Deviation {
  /** The same on every heading: how the compass is set in its mount. */
  readonly a: number;
  /** With the sine of the heading: magnetism along the aircraft, which the east-west corrector takes away. */
  readonly b: number;
  /** With the cosine: magnetism across the aircraft, which the north-south corrector takes away. */
  readonly c: number;
  /** With the sine and the cosine of twice the heading: soft iron, which no corrector of a small compass takes away. */
  readonly d: number;
  readonly e: number;
}

/** The aircraft on one heading: where it points, by something that is not the compass, and what the compass shows. Magnetic, in degrees. */
export interface SwungHeading {
  readonly magnetic: number;
  readonly shown: number;
}

/** What a swing comes to. */
export interface Swing {
  readonly deviation: Deviation;
  /** Of each heading, in degrees: where it points less what is shown, east plus. */
  readonly measured: readonly number[];
  /** What is left of each beside the curve. */
  readonly residuals: readonly number[];
  /** How far each lies beside the curve of all the others, in degrees. */
  readonly besideOthers: readonly number[];
  /** Standard deviation of what is left, in degrees. */
  readonly scatter: number;
  /** Largest deviation, on the curve or as it was measured, without its sign. */
  readonly largest: number;
  /** D and E are found too: enough headings lie close enough together. */
  readonly whole: boolean;
}

/** So many headings tell A, B and C; so many all five. */
export const FEWEST_HEADINGS = { three: 4, five: 8 } as const;
/** What may lie between two neighbouring headings: a quarter of the circle and what is lost in parking; for all five a sixth. */
const WIDEST_GAP = { three: 100, five: 60 } as const;

const RADIANS = Math.PI / 180;

/** Brought to one round, 0 to 360. Example: -10 is 350. */
export const rounded360 = (degrees: number): number => ((degrees % 360) + 360) % 360;
/** The short way from one direction to another, -180 to 180. Example: from 350 to 10 is 20. */
const shortWay = (from: number, to: number): number => rounded360(to - from + 180) - 180;

const termsAt = (heading: number): readonly number[] => [
  1,
  Math.sin(heading * RADIANS),
  Math.cos(heading * RADIANS),
  Math.sin(2 * heading * RADIANS),
  Math.cos(2 * heading * RADIANS),
];

/** A heading that the others do not tell at all lies wherever it says; less than this share of its own is no share. */
const LEAST_OWN = 0.01;

/** The deviation on a heading that the compass shows, in degrees, east plus. Example: B of 3 alone is 3 on 090 and -3 on 270. */
export function deviationAt({ a, b, c, d, e }: Deviation, shown: number): number {
  const by = [a, b, c, d, e];
  return termsAt(shown).reduce((sum, term, i) => sum + term * (by[i] ?? 0), 0);
}

/**
 * Solves normal equations by elimination. They need no pivots: headings that go round the circle make them positive definite, and whoever
 * asks has seen to that.
 */
function solved(matrix: readonly (readonly number[])[], right: readonly number[]): readonly number[] {
  const rows = matrix.map((row, i) => [...row, right[i] ?? 0]);
  const n = rows.length;
  rows.forEach((pivot, col) => {
    rows.forEach((row, i) => {
      if (i === col) return;
      const share = (row[col] ?? 0) / (pivot[col] ?? 1);
      for (let k = col; k <= n; k += 1) row[k] = (row[k] ?? 0) - share * (pivot[k] ?? 0);
    });
  });
  return rows.map((row, i) => (row[n] ?? 0) / (row[i] ?? 1));
}

/** The widest stretch of the circle without a heading, in degrees. */
function widestGap(headings: readonly number[]): number {
  const sorted = headings.map(rounded360).toSorted((a, b) => a - b);
  return Math.max(
    ...sorted.map((h, i) => (i === 0 ? h + 360 - (sorted.at(-1) ?? h) : h - (sorted[i - 1] ?? h))),
  );
}

/**
 * The deviation of a compass from a swing, by least squares: A, B, C, and with eight headings no more than 60° apart D and E as well
 * (0 else). The abscissa is what the compass shows, as the card is read.
 * Errors: `swingTooFew` with fewer than four headings; `swingOneSided` where more than 100° of the circle have none.
 * Source: δ = A + B sin ζ + C cos ζ + D sin 2ζ + E cos 2ζ, the form in which deviation is given in navigation.
 * Example: 3° on 090 and -3° on 270 with nothing on 000 and 180 is B of 3 alone.
 */
export function fitDeviation(points: readonly SwungHeading[]): Result<Swing, Reason> {
  if (points.length < FEWEST_HEADINGS.three)
    return err(reason('swingTooFew', { least: FEWEST_HEADINGS.three }));
  const gap = widestGap(points.map((p) => p.shown));
  if (gap > WIDEST_GAP.three) return err(reason('swingOneSided', { gap: Math.round(gap) }));
  const whole = points.length >= FEWEST_HEADINGS.five && gap <= WIDEST_GAP.five;
  const count = whole ? 5 : 3;
  const terms = points.map((p) => termsAt(p.shown).slice(0, count));
  const measured = points.map((p) => shortWay(p.shown, p.magnetic));
  const index = Array.from({ length: count }, (_, i) => i);
  const sum = (of: (row: number) => number): number => points.reduce((total, _, row) => total + of(row), 0);
  const at = (row: number, i: number): number => terms[row]?.[i] ?? 0;
  const normal = index.map((i) => index.map((k) => sum((row) => at(row, i) * at(row, k))));
  const found = solved(
    normal,
    index.map((i) => sum((row) => at(row, i) * (measured[row] ?? 0))),
  );
  const [a = 0, b = 0, c = 0, d = 0, e = 0] = found;
  const deviation: Deviation = { a, b, c, d, e };
  const residuals = points.map((p, i) => (measured[i] ?? 0) - deviationAt(deviation, p.shown));
  // What a point pulls at its own curve (its leverage) is taken off: a misreading bends the curve towards itself.
  const besideOthers = terms.map((own, row) => {
    const pull = solved(normal, own).reduce((total, x, i) => total + x * (own[i] ?? 0), 0);
    return (residuals[row] ?? 0) / Math.max(1 - pull, LEAST_OWN);
  });
  const curve = Array.from({ length: 360 }, (_, heading) => Math.abs(deviationAt(deviation, heading)));
  return ok({
    deviation,
    measured,
    residuals,
    besideOthers,
    scatter: Math.sqrt(residuals.reduce((s, r) => s + r * r, 0) / (points.length - count)),
    largest: Math.max(...curve, ...measured.map(Math.abs)),
    whole,
  });
}

/** What the compass has to show to point somewhere: the heading less the deviation there, found by going round until it stands. */
export function toSteer(deviation: Deviation, magnetic: number): number {
  let shown = magnetic;
  for (let i = 0; i < 60; i += 1) shown = magnetic - deviationAt(deviation, shown);
  return rounded360(shown);
}

/** One line of the card: for a magnetic heading, steer what the compass shows then. */
export interface DeviationLine {
  readonly magnetic: number;
  readonly steer: number;
}

/** The card beside the compass, a line every so many degrees from north on. Example: every 30 gives twelve lines. */
export const cardOf = (deviation: Deviation, every = 30): readonly DeviationLine[] =>
  Array.from({ length: Math.round(360 / every) }, (_, i) => ({
    magnetic: i * every,
    steer: toSteer(deviation, i * every),
  }));

/** What to turn, on which heading, and what the compass shows before and after. */
export interface CorrectorTurn {
  readonly what: 'north-south' | 'east-west' | 'mount';
  /** Magnetic heading on which the aircraft stands for it. */
  readonly on: number;
  readonly from: number;
  readonly to: number;
}

/** What is too little to be turned, in degrees. */
const WORTH_TURNING = 1;

const left = (degrees: number): number => (Math.abs(degrees) < WORTH_TURNING ? degrees : 0);

/** What is left when everything is turned that is worth turning. Example: B of 4 and C of 0.5 leave C of 0.5. */
export const afterCorrection = (deviation: Deviation): Deviation => ({
  ...deviation,
  a: left(deviation.a),
  b: left(deviation.b),
  c: left(deviation.c),
});

/**
 * What takes the deviation away, in the order in which it is done: C on north by the north-south corrector, B on east by the east-west
 * one, A by turning the compass in its mount. Less than a degree is left alone; D and E stay.
 * Example: B of 4 alone: on 090 turn the east-west corrector until 086 has become 090.
 */
export function correctorTurns(deviation: Deviation): readonly CorrectorTurn[] {
  const turns: CorrectorTurn[] = [];
  let now = deviation;
  const turn = (what: CorrectorTurn['what'], on: number, by: number, next: Deviation): void => {
    if (Math.abs(by) < WORTH_TURNING) return;
    turns.push({ what, on, from: toSteer(now, on), to: toSteer(next, on) });
    now = next;
  };
  turn('north-south', 0, deviation.c, { ...now, c: 0 });
  turn('east-west', 90, deviation.b, { ...now, b: 0 });
  turn('mount', 180, deviation.a, { ...now, a: 0 });
  return turns;
}
