import { convert, circularDifference, isCircular } from '../quantity/units.ts';
import { combineUncertainty, expandedUncertainty } from '../quantity/uncertainty.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { distilMatch, distilTogether, tightest } from './agreement.ts';
import { boundsAround } from './bounds-of.ts';
import { factIn, readingUnit, several, shape, two, type Distil, type Distilled } from './distil.ts';
import { distilTrend } from './past.ts';
import { distilRatio, distilResponds } from './response.ts';
import { judgeWords } from './words.ts';
import { judgeBounds } from './judge-bounds.ts';
import { judgeConditions, type ConditionsOutcome } from './conditions.ts';
import { judgeable, type Judgeable } from './reading.ts';
import { checkSamples, longestBeyond, milliseconds, settlingTime, steepest, type Samples } from './series.ts';
import { err, ok, type Result } from '../result.ts';
import type {
  Bounds,
  DropLimit,
  DwellLimit,
  Limit,
  Measured,
  RateLimit,
  Reading,
  RelativeLimit,
  Series,
  SettleLimit,
  SpreadLimit,
  DifferenceLimit,
  Surroundings,
  Verdict,
  BandLimit,
} from './types.ts';

const distilBand: Distil<BandLimit> = (limit, measured, around) => {
  if (measured.kind !== 'one') return shape('one', measured);
  const found = judgeable(measured.reading, limit.unit, around);
  if (!found.ok) return found;
  const { value, uncertainty, resolution } = found.value;
  return ok({ value, uncertainty, resolution, unit: limit.unit, bounds: limit.bounds });
};

const distilRelative: Distil<RelativeLimit> = (limit, measured, around) => {
  if (measured.kind !== 'one') return shape('one', measured);
  const found = judgeable(measured.reading, limit.unit, around);
  if (!found.ok) return found;
  const expected =
    'value' in limit.expected ? ok(limit.expected.value) : factIn(limit.expected.fact, limit.unit, around);
  if (!expected.ok) return expected;
  // A direction is as far from the expected one as the shorter turn is.
  const value = isCircular(limit.unit)
    ? expected.value + circularDifference(found.value.value, expected.value)
    : found.value.value;
  return ok({ ...found.value, value, unit: limit.unit, bounds: boundsAround(limit, expected.value) });
};

const distilDrop: Distil<DropLimit> = (limit, measured, around) => {
  if (measured.kind !== 'pair') return shape('pair', measured);
  const pair = two(measured.before, measured.after, readingUnit(limit.unit, measured.before), around);
  if (!pair.ok) return pair;
  const [before, after] = pair.value;
  return ok({
    value: before.value - after.value,
    uncertainty: combineUncertainty([before.uncertainty, after.uncertainty]),
    resolution: Math.max(before.resolution, after.resolution),
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

/** The difference of two drops: the accuracy of each of the four readings counts. */
function differenceOfDrops(
  limit: DifferenceLimit,
  measured: Extract<Measured, { kind: 'drops' }>,
  around: Surroundings,
): Result<Distilled, Reason> {
  const all = several([...measured.first, ...measured.second], limit.unit, around);
  if (!all.ok) return all;
  const found = all.value;
  const [a = NaN, b = NaN, c = NaN, d = NaN] = found.map((f) => f.value);
  return ok({
    value: Math.abs(a - b - (c - d)),
    uncertainty: combineUncertainty(found.map((f) => f.uncertainty)),
    resolution: Math.max(...found.map((f) => f.resolution)),
    unit: limit.unit,
    bounds: limit.bounds,
  });
}

const distilDifference: Distil<DifferenceLimit> = (limit, measured, around) => {
  if (measured.kind === 'drops') return differenceOfDrops(limit, measured, around);
  const readings =
    measured.kind === 'pair'
      ? [measured.before, measured.after]
      : measured.kind === 'many'
        ? Object.values(measured.readings)
        : [];
  const [a, b] = readings;
  if (!a || !b || readings.length !== 2) return shape('two', measured);
  const pair = two(a, b, readingUnit(limit.unit, a), around);
  if (!pair.ok) return pair;
  const [x, y] = pair.value;
  return ok({
    value: Math.abs(limit.circular ? circularDifference(x.value, y.value) : x.value - y.value),
    uncertainty: combineUncertainty([x.uncertainty, y.uncertainty]),
    resolution: Math.max(x.resolution, y.resolution),
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

const distilSpread: Distil<SpreadLimit> = (limit, measured, around) => {
  if (measured.kind !== 'many') return shape('many', measured);
  const readings = Object.values(measured.readings);
  if (readings.length < 2) return err(reason('tooFewReadings', { wanted: 2, got: readings.length }));
  const all = several(readings, limit.unit, around);
  if (!all.ok) return all;
  const found = all.value;
  const ends = tightest(found, found.length, isCircular(limit.unit));
  if (!ends) return err(reason('notFinite'));
  return ok({
    value: ends.width,
    uncertainty: combineUncertainty(ends.between.map((e) => e.uncertainty)),
    resolution: Math.max(...found.map((f) => f.resolution)),
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

/** Brings a series to a unit, refuses an expired instrument, and gives the uncertainty of a single sample. */
function samplesIn(
  series: Series,
  unit: string,
  maximumGap: number,
  around: Surroundings,
): Result<{ samples: Samples; sample: Judgeable }, Reason> {
  const probe: Reading = {
    value: series.v[0] ?? NaN,
    unit: series.unit,
    text: '',
    resolution: series.resolution,
    source: 'live',
    instrument: series.instrument,
  };
  const sample = judgeable(probe, unit, around);
  if (!sample.ok) return sample;
  const v: number[] = [];
  for (const value of series.v) {
    const converted = convert(value, series.unit, unit);
    if (!converted.ok) return converted;
    v.push(converted.value);
  }
  const checked = checkSamples({ t: series.t, v }, maximumGap);
  return checked.ok ? ok({ samples: checked.value, sample: sample.value }) : checked;
}

const distilRate: Distil<RateLimit> = (limit, measured, around) => {
  if (measured.kind !== 'series') return shape('series', measured);
  const read = samplesIn(measured.series, limit.unit, limit.maximumGap, around);
  if (!read.ok) return read;
  const found = steepest(read.value.samples, limit.window);
  if (!found.ok) return found;
  const { lowest, highest } = found.value;
  const { low, high } = limit.bounds;
  const worstIsLow = low !== undefined && (high === undefined || lowest - low < high - highest);
  // A slope over the window cannot be off by more than both ends in opposite directions.
  const uncertainty =
    read.value.sample.uncertainty === undefined
      ? undefined
      : (Math.SQRT2 * read.value.sample.uncertainty) / limit.window;
  return ok({
    value: worstIsLow ? lowest : highest,
    uncertainty,
    resolution: measured.series.resolution / limit.window,
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

/** A time read from a stopwatch may stand for a series: the person watched the gauge, the watch gave the figure. */
function stopwatch(
  measured: Measured,
  bounds: Bounds,
  around: Surroundings,
): Result<Distilled, Reason> | undefined {
  if (measured.kind !== 'one') return undefined;
  const found = judgeable(measured.reading, 's', around);
  return found.ok ? ok({ ...found.value, unit: 's', bounds }) : found;
}

/** Uncertainty of a time found between samples: the largest sampling step, as a rectangular distribution. */
function timingUncertainty(samples: Samples): number | undefined {
  let step = 0;
  samples.t.forEach((t, i) => {
    if (i > 0) step = Math.max(step, t - (samples.t[i - 1] ?? t));
  });
  return expandedUncertainty({ accuracy: step / 2, resolution: 0 });
}

const distilSettle: Distil<SettleLimit> = (limit, measured, around) => {
  const timed = stopwatch(measured, limit.bounds, around);
  if (timed) return timed;
  if (measured.kind !== 'series') return shape('series', measured);
  const read = samplesIn(measured.series, limit.unit, limit.maximumGap, around);
  if (!read.ok) return read;
  const { samples } = read.value;
  const length = (samples.t[samples.t.length - 1] ?? 0) - (samples.t[0] ?? 0);
  const found = settlingTime(samples, limit.target, limit.hold);
  const common = {
    uncertainty: timingUncertainty(samples),
    resolution: 0.1,
    unit: 's',
    bounds: limit.bounds,
  };
  if (found !== undefined) return ok({ ...common, value: found });
  // Not settled yet: out only once even settling from now on would be too late.
  const earliest = (milliseconds(length) - milliseconds(limit.hold)) / 1000;
  if (limit.bounds.high !== undefined && milliseconds(earliest) > milliseconds(limit.bounds.high))
    return ok({ ...common, value: earliest });
  return err(reason('notSettledYet', { length: { value: length, unit: 's' } }));
};

const distilDwell: Distil<DwellLimit> = (limit, measured, around) => {
  const timed = stopwatch(measured, limit.bounds, around);
  if (timed) return timed;
  if (measured.kind !== 'series') return shape('series', measured);
  const read = samplesIn(measured.series, limit.unit, limit.maximumGap, around);
  if (!read.ok) return read;
  const { longest: value, running } = longestBeyond(read.value.samples, limit.beyond, limit.side);
  const { low, high } = limit.bounds;
  // Still beyond when the recording ends: only what no more of it could change is known.
  const settled =
    (high !== undefined && milliseconds(value) > milliseconds(high)) ||
    (high === undefined && low !== undefined && milliseconds(value) >= milliseconds(low));
  if (running && !settled)
    return err(reason('stillBeyond', { length: { value, unit: 's', resolution: 0.1 } }));
  return ok({
    value,
    uncertainty: timingUncertainty(read.value.samples),
    resolution: 0.1,
    unit: 's',
    bounds: limit.bounds,
  });
};

type FigureLimit = Exclude<Limit, { kind: 'sense' | 'equals' }>;

function distil(limit: FigureLimit, measured: Measured, around: Surroundings): Result<Distilled, Reason> {
  switch (limit.kind) {
    case 'band':
      return distilBand(limit, measured, around);
    case 'relative':
      return distilRelative(limit, measured, around);
    case 'drop':
      return distilDrop(limit, measured, around);
    case 'difference':
      return distilDifference(limit, measured, around);
    case 'spread':
      return distilSpread(limit, measured, around);
    case 'rate':
      return distilRate(limit, measured, around);
    case 'settle':
      return distilSettle(limit, measured, around);
    case 'dwell':
      return distilDwell(limit, measured, around);
    case 'match':
      return distilMatch(limit, measured, around);
    case 'together':
      return distilTogether(limit, measured, around);
    case 'responds':
      return distilResponds(limit, measured, around);
    case 'ratio':
      return distilRatio(limit, measured, around);
    case 'trend':
      return distilTrend(limit, measured, around);
  }
}

/**
 * Judges what was measured against one limit. Missing or non-finite figures, a wrong kind of unit, an
 * unknown or expired instrument and a condition that is not met or not recorded give `unknown` with the
 * reason: never a pass. See `judgeBounds` for edges and for the simple and guarded rules.
 *
 * Example: a drop limit 10..150 rpm, caution above 110, with 1702 before and 1590 after: `near`, margin 38 rpm.
 */
export function judge(limit: Limit, measured: Measured, around: Surroundings): Verdict {
  return judgeUnder(judgeConditions(limit.conditions, around.facts), limit, measured, around);
}

/** The same where it is known already how the conditions of the limit stand. */
function judgeUnder(
  conditions: ConditionsOutcome,
  limit: Limit,
  measured: Measured,
  around: Surroundings,
): Verdict {
  const base = { limit: limit.key, class: limit.class, rule: limit.acceptance, decisionNeeded: false };
  if (conditions.state !== 'met') return { ...base, state: 'unknown', reason: conditions.reason };
  if (limit.kind === 'sense' || limit.kind === 'equals')
    return { ...base, ...judgeWords(limit, measured, around) };
  const distilled = distil(limit, measured, around);
  if (!distilled.ok) return { ...base, state: 'unknown', reason: distilled.error };
  const { unit, bounds, value, uncertainty, resolution } = distilled.value;
  return judgeBounds({
    limit: limit.key,
    class: limit.class,
    rule: limit.acceptance,
    unit,
    value,
    uncertainty,
    resolution,
    bounds,
    because: limit.because,
    ...(limit.kind === 'rate' ? { per: 's' } : {}),
  });
}

const SEVERITY: Readonly<Record<Verdict['state'], number>> = { within: 0, near: 1, unknown: 2, out: 3 };

/**
 * Judges against every limit that applies and returns the verdicts, worst first. Among several limits, those
 * whose conditions are not met are left out as long as at least one holds; when none holds, all stay, as
 * `unknown`. Order of worst: out, unknown, near (a needed decision first), within; then the smaller margin.
 * Example: a hot and a cold oil pressure limit with oil at 80 °C: only the hot one is judged.
 */
export function judgeAll(
  limits: readonly Limit[],
  measured: Measured,
  around: Surroundings,
): readonly Verdict[] {
  const standing = limits.map((limit) => ({
    limit,
    conditions: judgeConditions(limit.conditions, around.facts),
  }));
  const applying = standing.filter((s) => s.conditions.state !== 'notMet');
  const judged = (applying.length > 0 ? applying : standing).map((s) =>
    judgeUnder(s.conditions, s.limit, measured, around),
  );
  return judged.sort(
    (a, b) =>
      SEVERITY[b.state] - SEVERITY[a.state] ||
      Number(b.decisionNeeded) - Number(a.decisionNeeded) ||
      (a.margin?.share ?? a.margin?.value ?? Infinity) - (b.margin?.share ?? b.margin?.value ?? Infinity),
  );
}
