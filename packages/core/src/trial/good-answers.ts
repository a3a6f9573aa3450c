import { trialSheet } from './good-sheets.ts';
import { trialSphere } from './good-sphere.ts';
import type { WorksheetSpec } from '../answers/worksheets/sheet.ts';
import type { Part } from '../checks/basis-index.ts';
import { MARKED_LOCKS, type AnswerSpec, type Check } from '../checks/types.ts';
import type { Bounds, Limit, RateLimit, Reading } from '../limits/types.ts';
import type { Scan } from '../papers/types.ts';
import { convert, unitOf } from '../quantity/units.ts';
import type { PartAnswer } from '../answers/part-answer.ts';
import { runningTimer } from '../standing/losses.ts';
import type { CampaignState } from '../record/state.ts';
import { expectedOf } from '../controls/inputs.ts';
import type { TravelFigure, TravelPoint } from '../controls/travel.ts';
import { patternBefore } from '../answers/plugs-of.ts';
import { USUAL_RISE } from '../run-up/plugs.ts';
import { sideBySide } from '../answers/side-by-side.ts';
import { travelOutputs } from '../answers/travel.ts';
import { controlsOf, senseOutputs } from '../answers/sense.ts';
import { stepsOf } from '../answers/assembly.ts';
import { locksOf } from '../answers/locks.ts';
import { goodPapers, TRIAL_COPY } from './good-papers.ts';

interface Span {
  readonly low: number;
  readonly high: number;
}
const ANYWHERE: Span = { low: -Infinity, high: Infinity };

function middleOf(bounds: Bounds, span: Span): number {
  const from = bounds.cautionLow ?? bounds.low;
  const to = bounds.cautionHigh ?? bounds.high;
  const wanted =
    from !== undefined && to !== undefined
      ? (from + to) / 2
      : from !== undefined
        ? from + Math.max(Math.abs(from) * 0.05, 0.001)
        : (to ?? 0) - Math.max(Math.abs(to ?? 0) * 0.5, 0.001);
  return Number(Math.min(span.high, Math.max(span.low, wanted)).toFixed(6));
}

/** The limit of a check whose conditions the check's own setting meets best: the first without words in them. */
export function limitFor(check: Check, limits: ReadonlyMap<string, Limit>): Limit | undefined {
  return check.limits.map((key) => limits.get(key)).find((l) => l !== undefined && l.kind !== 'trend');
}

/** A figure that sits well inside a limit, in the unit of the gauge. */
function goodFigure(limit: Limit | undefined, unit: string, span: Span): number {
  const middle = (span.low + span.high) / 2;
  if (!limit) return middle;
  const inUnit = (value: number, from: string): number => {
    const found = convert(value, from, unit);
    return found.ok ? found.value : value;
  };
  if (limit.kind === 'relative')
    return 'value' in limit.expected ? inUnit(limit.expected.value, limit.unit) : middle;
  if (limit.kind === 'ratio') {
    const demand = 'value' in limit.demand ? inUnit(limit.demand.value, limit.demand.unit) : 1;
    return middleOf(limit.bounds, ANYWHERE) * demand * (limit.unit === '%' ? 0.01 : 1);
  }
  if (!('bounds' in limit)) return middle;
  const value = inUnit(middleOf(limit.bounds, ANYWHERE), limit.unit);
  return Number(Math.min(span.high, Math.max(span.low, value)).toFixed(6));
}

/** Seconds for a limit that may be timed by a stopwatch. */
const goodTime = (limit: Limit | undefined): number =>
  limit && 'bounds' in limit ? middleOf(limit.bounds, { low: 0, high: 3600 }) : 1;

/** A recording that rises or falls evenly, by the middle of what a rate limit allows. */
function steadySlope(limit: RateLimit, unit: string, span: Span): PartAnswer {
  const inUnit = convert(1, limit.unit, unit);
  const slope = middleOf(limit.bounds, ANYWHERE) * (inUnit.ok && inUnit.value > 0 ? inUnit.value : 1);
  const step = Math.min(limit.maximumGap, limit.window) / 2;
  const t = Array.from({ length: Math.ceil((limit.window * 2) / step) + 1 }, (_, i) => i * step);
  const start = slope < 0 ? span.high : span.low;
  return {
    kind: 'series',
    series: {
      unit,
      resolution: 0.000001,
      source: 'live',
      instrument: 'trial',
      t,
      v: t.map((at) => start + slope * at),
    },
  };
}

/** A figure as a steady hand reads it. */
export const trialReading = (value: number, unit: string): Reading => ({
  value,
  unit,
  text: String(value),
  resolution: 0.000001,
  source: 'typed',
  instrument: 'trial',
});

const TRIAL_PHOTO: Scan = { ...TRIAL_COPY, name: 'As seen.jpg', type: 'image/jpeg' };

/** What is asked of a steady hand: a part of a campaign, as it is now. */
interface Asked {
  readonly part: Part;
  readonly limits: ReadonlyMap<string, Limit>;
  /** The limit that counts first. */
  readonly limit: Limit | undefined;
  readonly state: CampaignState;
  readonly now: string;
}

type Good<K extends AnswerSpec['kind']> = (
  spec: Extract<AnswerSpec, { readonly kind: K }>,
  asked: Asked,
) => PartAnswer;

const goodPaper = (spec: Parameters<typeof goodPapers>[0], { part, state, now }: Asked): PartAnswer =>
  goodPapers(spec, part.check, state, now);

/** Up, to one place, and back. */
const TRIAL_MISSION = [22, 16, 20].map((command, sequence) => ({
  sequence,
  frame: 3,
  command,
  autocontinue: true,
  parameters: [0, 0, 0, 0],
  x: 601_234_567,
  y: 52_345_678,
  z: 60,
}));

/** Every surface in the middle of what it may be, and both of a pair alike. */
function goodTravel(
  spec: Extract<AnswerSpec, { readonly kind: 'travel' }>,
  limits: ReadonlyMap<string, Limit>,
  state: CampaignState,
): PartAnswer {
  const { index } = state;
  const middle = (figure: TravelFigure, usual: number): number => {
    const limit = limits.get(spec.figures.find((f) => f.figure === figure)?.limit ?? '');
    return limit && 'bounds' in limit && Object.keys(limit.bounds).length > 0
      ? middleOf(limit.bounds, ANYWHERE)
      : usual;
  };
  const unit = spec.figures
    .map((f) => limits.get(f.limit)?.unit)
    .find((u) => u !== undefined && ['length', 'angle'].includes(unitOf(u).kind));
  const neutral = middle('neutral', 0);
  const plus = middle('throw-plus', 20);
  const read: Readonly<Record<TravelPoint, number>> = {
    neutral,
    plus: plus + neutral,
    minus: middle('throw-minus', (plus * middle('differential', 100)) / 100) - neutral,
    'after-plus': neutral,
    'after-minus': neutral,
    play: middle('play', 0),
  };
  return {
    kind: 'travel',
    rows: (index ? travelOutputs(index, spec) : []).map(({ id }) => ({
      output: id,
      read: Object.fromEntries(spec.takes.map((p) => [p, trialReading(read[p], unit ?? spec.in)])),
    })),
  };
}

/** The middle of the limit that a figure of a sheet is held against, or something usual. */
export const sheetMiddle =
  ({ figures }: WorksheetSpec, limits: ReadonlyMap<string, Limit>) =>
  (figure: string, usual: number): number => {
    const limit = limits.get(figures.find((f) => f.figure === figure)?.limit ?? '');
    return limit && 'bounds' in limit && Object.keys(limit.bounds).length > 0
      ? middleOf(limit.bounds, { low: 0, high: 2 * usual })
      : usual;
  };

/** What a person answers who does every step as it should be done: in the middle of its limits. */
const GOOD: { readonly [K in AnswerSpec['kind']]: Good<K> } = {
  reading: (spec, { limit }) => ({
    kind: 'reading',
    reading: trialReading(goodFigure(limit, spec.unit, spec.plausible), spec.unit),
  }),
  drop({ plausible, unit }, { limit }) {
    const bounds = limit && 'bounds' in limit ? limit.bounds : {};
    const drop = middleOf(bounds, ANYWHERE);
    const from =
      limit?.kind === 'responds'
        ? { before: 0, after: limit.direction === 'up' ? drop : -drop }
        : { before: drop, after: 0 };
    const base = Math.max(
      plausible.low - Math.min(from.before, from.after),
      (plausible.low + plausible.high) / 2,
    );
    return {
      kind: 'drop',
      before: trialReading(Number((base + from.before).toFixed(6)), unit),
      after: trialReading(Number((base + from.after).toFixed(6)), unit),
    };
  },
  count: (spec, { limit }) => ({
    kind: 'count',
    count: Math.round(goodFigure(limit, spec.unit, spec.plausible)),
  }),
  photo: ({ views }) => ({
    kind: 'photo',
    photos: views.map((view, i) => ({ view, scan: { ...TRIAL_PHOTO, sha256: String(i).padStart(64, '0') } })),
  }),
  cylinders(spec, { part, limits, state }) {
    const { engines } = state.index?.basis.aircraft ?? { engines: [] };
    const cylinders = engines.find((e) => e.id === part.subject)?.cylinders ?? 0;
    const each = part.check.limits
      .map((key) => limits.get(key))
      .find((l) => l?.kind === 'band' || l?.kind === 'relative');
    // On one ignition alone the exhausts rise; the same figures would say that nothing was switched.
    const rises =
      spec.rises && state.index && patternBefore(state.index, part)
        ? USUAL_RISE / unitOf(spec.unit).factor
        : 0;
    const value = goodFigure(each, spec.unit, spec.plausible) + rises;
    return {
      kind: 'cylinders',
      readings: Object.fromEntries(
        Array.from({ length: cylinders }, (_, i) => [String(i + 1), trialReading(value, spec.unit)]),
      ),
    };
  },
  series: (spec, { limit }) =>
    limit?.kind === 'rate'
      ? steadySlope(limit, spec.unit, spec.plausible)
      : { kind: 'reading', reading: trialReading(goodTime(limit), 's') },
  choice(spec, { limit }) {
    const wanted = limit?.kind === 'sense' ? limit.expected['answer'] : undefined;
    return { kind: 'choice', option: wanted ?? spec.options.find((o) => o.good)?.id ?? '' };
  },
  confirm: () => ({ kind: 'confirm', asExpected: true }),
  timer({ seconds }, { part, state, now }) {
    const { at = now } = runningTimer(state.parts.get(part.key)) ?? {};
    return {
      kind: 'timer',
      startedAt: at,
      endedAt: new Date(Date.parse(now) + seconds * 1000).toISOString(),
    };
  },
  text: (_spec, { limit }) => ({
    kind: 'text',
    text: limit?.kind === 'equals' && 'text' in limit.expected ? limit.expected.text : 'As seen.',
  }),
  weighing: goodPaper,
  loading: goodPaper,
  document: goodPaper,
  trail: goodPaper,
  signatures: goodPaper,
  equipment: goodPaper,
  plate: goodPaper,
  locks: ({ locks }, { state }) => ({
    kind: 'locks',
    locks: (state.index ? locksOf(locks, state.index) : []).map(({ id, form }) => ({
      id,
      seen: true,
      felt: true,
      ...(MARKED_LOCKS.includes(form) ? { marked: true } : {}),
    })),
  }),
  tally: ({ listed }) => ({
    kind: 'tally',
    rows: (listed.length > 0 ? listed : ['Tools']).map((what) => ({ what, out: 3, in: 3 })),
  }),
  assembly: ({ parts }) => ({
    kind: 'assembly',
    parts: parts.map((part) => ({ id: part.id, done: stepsOf(part) })),
  }),
  sense(spec, { state }) {
    const { index } = state;
    const right = index && expectedOf(controlsOf(index).outputs, { group: spec.of, input: spec.input });
    return {
      kind: 'sense',
      moves: (index ? senseOutputs(index, spec) : []).map(({ id }) => ({
        output: id,
        way: (right?.ok ? right.value.get(id) : undefined) ?? 'still',
      })),
    };
  },
  positions: ({ steps }) => ({ kind: 'positions', seen: steps.map((s) => s.expected) }),
  travel: (spec, { limits, state }) => goodTravel(spec, limits, state),
  mission: (_spec, { now }) => ({
    kind: 'mission',
    planned: { name: 'trial.csv', items: TRIAL_MISSION },
    read: { from: 'vehicle', at: now, items: TRIAL_MISSION },
  }),
  parameters: (_spec, { now }) => ({
    kind: 'parameters',
    left: { name: 'trial.csv', items: [{ name: 'TRIAL', value: 1 }] },
    read: { from: 'vehicle', at: now, items: [{ name: 'TRIAL', value: 1 }] },
    accepted: [],
  }),
  'side-by-side'(spec, { part, limits, state }) {
    const each = part.check.limits
      .map((key) => limits.get(key))
      .find((l) => l?.kind === 'band' || l?.kind === 'relative');
    const value = spec.timed === true ? 0 : goodFigure(each, spec.unit, spec.plausible);
    const all = state.index ? sideBySide(state.index, spec) : [];
    return {
      kind: 'side-by-side',
      ...(spec.timed === true ? { timedBy: 'film' as const } : {}),
      readings: Object.fromEntries(all.map(({ id }) => [id, trialReading(value, spec.unit)])),
    };
  },
  flow: (spec, { part, limits }) => {
    const of = (key: string): Limit | undefined => limits.get(key);
    const { attitude } = spec;
    const [held] = part.check.limits.filter((key) => key !== attitude);
    const run = {
      volume: trialReading(
        goodFigure(held === undefined ? undefined : of(held), 'L/h', { low: 50, high: 150 }),
        'L',
      ),
      time: trialReading(3600, 's'),
      timedBy: 'watch',
    } as const;
    return {
      kind: 'flow',
      prepared: true,
      // A can that reads to the last drop: what is tried is the pack.
      readsTo: trialReading(0.000001, 'L'),
      ...(attitude === undefined
        ? {}
        : {
            attitude: trialReading(goodFigure(of(attitude), 'deg-angle', { low: 0, high: 30 }), 'deg-angle'),
          }),
      runs: Array.from({ length: spec.runs }, () => run),
    };
  },
  sphere: () => trialSphere(),
  worksheet: (spec, { limits, state }) => {
    const { index } = state;
    if (!index) throw new Error('goodAnswer: there is no basis');
    return trialSheet(spec, index, sheetMiddle(spec, limits), trialReading);
  },
  swing: ({ points, electrics }) => ({
    kind: 'swing',
    source: 'landing-compass',
    north: 'magnetic',
    points: Array.from({ length: Math.max(points, 8) }, (_, i, all = Math.max(points, 8)) => {
      const heading = trialReading((360 * i) / all, 'deg');
      return { reference: heading, shown: heading, ...(electrics === undefined ? {} : { off: heading }) };
    }),
  }),
  roll: ({ calls }) => ({
    kind: 'roll',
    calls: calls.map(({ id }, i) => ({ id, came: true, after: 2 * (i + 1) })),
    ended: 'lifted',
  }),
  samples: ({ drains, after }) => ({
    kind: 'samples',
    rounds: [...after, 'standing' as const, 'standing' as const]
      .slice(0, Math.max(2, after.length))
      .map((move) => ({
        after: move,
        seen: Object.fromEntries(drains.map((d) => [d.id, 'clear' as const])),
      })),
  }),
  heading: () => ({
    kind: 'heading',
    own: trialReading(100, 'deg'),
    north: 'magnetic',
    references: [
      { source: 'hand-compass', north: 'magnetic', reading: trialReading(100, 'deg') },
      { source: 'sighted-line', north: 'magnetic', reading: trialReading(100, 'deg') },
    ],
  }),
  // It follows from other checks, and is asked of nobody.
  computed: () => ({ kind: 'confirm', asExpected: true }),
};

/** The answer that a steady hand gives to a part of a campaign now. */
export function goodAnswer(part: Part, state: CampaignState, now: string): PartAnswer {
  const limits = state.index?.limits ?? new Map<string, Limit>();
  const limit = limitFor(part.check, limits);
  const spec = part.check.answer;
  // Each kind takes specifications of its own name, which the compiler cannot follow through a lookup; the table is typed by name.
  const good = GOOD[spec.kind] as unknown as Good<AnswerSpec['kind']>;
  return good(spec, { part, limits, limit, state, now });
}
