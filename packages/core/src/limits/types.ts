import type { Reason } from '../reasons/reason.ts';

/** What a limit protects; safety and airworthiness need a decision where a guarded value is too close to tell. */
export type LimitClass = 'safety' | 'airworthiness' | 'performance' | 'information';

/** `simple`: inside is inside. `guarded`: inside by at least the expanded uncertainty. */
export type Acceptance = 'simple' | 'guarded';

/** Where a figure comes from: document, revision and place in it. */
export interface LimitSource {
  readonly document: string;
  readonly revision: string;
  readonly place?: string;
}

/**
 * A condition under which a limit holds. A fact is either a word (`equals`) or a figure with a unit
 * (`low`, `high`, both inclusive).
 */
export interface Condition {
  readonly fact: string;
  readonly equals?: string;
  readonly low?: number;
  readonly high?: number;
  readonly unit?: string;
}

/** Hard limits and the inner edges of the caution bands. Any may be absent; every edge is inclusive. */
export interface Bounds {
  readonly low?: number;
  readonly high?: number;
  readonly cautionLow?: number;
  readonly cautionHigh?: number;
}

interface LimitBase {
  readonly key: string;
  readonly title: string;
  readonly unit: string;
  readonly class: LimitClass;
  readonly acceptance: Acceptance;
  readonly source: LimitSource;
  readonly conditions: readonly Condition[];
  /** What it is a limit of; the conditions of limits of one quantity should neither gap nor overlap. */
  readonly quantity?: string;
  /** What lying beyond the low or high edge may mean, in the words of the trade. */
  readonly because?: { readonly low?: string; readonly high?: string };
}

/** A value between edges. */
export interface BandLimit extends LimitBase {
  readonly kind: 'band';
  readonly bounds: Bounds;
}

/** A value around an expected one; tolerances in the unit, or as a share of the expected value in percent. */
export interface RelativeLimit extends LimitBase {
  readonly kind: 'relative';
  /** The expected value in `unit`, or the name of the fact that carries it. */
  readonly expected: { readonly value: number } | { readonly fact: string };
  readonly tolerance: number;
  readonly cautionTolerance?: number;
  readonly inPercent: boolean;
}

/** Before minus after, with a minimum and a maximum. */
export interface DropLimit extends LimitBase {
  readonly kind: 'drop';
  readonly bounds: Bounds;
}

/** Absolute difference of two readings; circular for directions. */
export interface DifferenceLimit extends LimitBase {
  readonly kind: 'difference';
  readonly circular: boolean;
  readonly bounds: Bounds;
}

/** Largest minus smallest of n readings (n ≥ 2). */
export interface SpreadLimit extends LimitBase {
  readonly kind: 'spread';
  readonly bounds: Bounds;
}

/** Steepest slope of a series over windows of `window` seconds, in `unit` per second. */
export interface RateLimit extends LimitBase {
  readonly kind: 'rate';
  readonly window: number;
  /** Sampling gaps longer than this (s) make the answer unknown. */
  readonly maximumGap: number;
  readonly bounds: Bounds;
}

/** Time until a series enters `target` and holds there for `hold` seconds; judged against `bounds` in seconds. */
export interface SettleLimit extends LimitBase {
  readonly kind: 'settle';
  readonly target: { readonly low?: number; readonly high?: number };
  readonly hold: number;
  readonly maximumGap: number;
  /** In seconds; `unit` is the unit of the target. */
  readonly bounds: Bounds;
}

/** Longest unbroken time beyond a value; judged against `bounds` in seconds. */
export interface DwellLimit extends LimitBase {
  readonly kind: 'dwell';
  readonly beyond: number;
  readonly side: 'above' | 'below';
  readonly maximumGap: number;
  readonly bounds: Bounds;
}

/** At least `atLeast` of n readings agree: the smallest spread among so many of them. */
export interface MatchLimit extends LimitBase {
  readonly kind: 'match';
  readonly atLeast: number;
  readonly bounds: Bounds;
}

/** After minus before, counted in the direction asked for: an output that moves when the input moves. */
export interface RespondsLimit extends LimitBase {
  readonly kind: 'responds';
  readonly direction: 'up' | 'down';
  readonly bounds: Bounds;
}

/** Events that belong together: the time from the first to the last of n instants. */
export interface TogetherLimit extends LimitBase {
  readonly kind: 'together';
  readonly bounds: Bounds;
}

/** A value over a demand; judged in `unit`, which is `1` or `%`. */
export interface RatioLimit extends LimitBase {
  readonly kind: 'ratio';
  readonly demand: { readonly value: number; readonly unit: string } | { readonly fact: string };
  readonly bounds: Bounds;
}

/** The direction that each surface or output has to move in; no figure is compared. */
export interface SenseLimit extends LimitBase {
  readonly kind: 'sense';
  readonly expected: Readonly<Record<string, string>>;
}

/** A read-back: the words must be those expected, spaces at the ends and between apart. */
export interface EqualsLimit extends LimitBase {
  readonly kind: 'equals';
  readonly expected: { readonly text: string } | { readonly fact: string };
}

/**
 * A value that should be like its own past: around the median of earlier ones, by a number of robust standard
 * deviations and at least by `floor`.
 */
export interface TrendLimit extends LimitBase {
  readonly kind: 'trend';
  readonly against: 'airframe' | 'fleet';
  /** Earlier values needed before anything is said. */
  readonly minimum: number;
  readonly tolerance: number;
  readonly cautionTolerance?: number;
  readonly floor: number;
}

export type Limit =
  | MatchLimit
  | RespondsLimit
  | TogetherLimit
  | RatioLimit
  | SenseLimit
  | EqualsLimit
  | TrendLimit
  | BandLimit
  | RelativeLimit
  | DropLimit
  | DifferenceLimit
  | SpreadLimit
  | RateLimit
  | SettleLimit
  | DwellLimit;

export type LimitKind = Limit['kind'];

/** What is known of the instrument that gave a reading, as it was when the campaign was opened. */
export interface Instrument {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  /** Half-width of the accuracy band in `unit` (of differences for temperatures); absent: not known. */
  readonly accuracy?: number;
  readonly resolution: number;
  /** Last day of validity, ISO date; null for an instrument that needs no calibration. */
  readonly calibratedUntil: string | null;
  /** First day of the certificate in force; absent: since ever. */
  readonly calibratedFrom?: string;
  /** Number of that certificate. */
  readonly certificate?: string;
  readonly serial?: string;
  /** As it was known before, for what was measured before its present certificate. */
  readonly before?: Instrument;
  /** Channels it can read, without the engine: "rpm", "oil-pressure". */
  readonly measures: readonly string[];
  /** Read through the engine monitor rather than by eye. */
  readonly live?: boolean;
}

/** One figure with where it came from. */
export interface Reading {
  readonly value: number;
  readonly unit: string;
  /** As typed or as shown by the instrument. */
  readonly text: string;
  readonly resolution: number;
  readonly source: 'typed' | 'live' | 'computed';
  readonly instrument?: string;
  readonly scatter?: number;
  readonly count?: number;
  /** When the monitor showed it, if that is not the time of the answer: an instant. */
  readonly at?: string;
  /** Expanded uncertainty of a figure that was worked out; a reading has it from its instrument. */
  readonly uncertainty?: number;
}

/** Samples of one channel: seconds since the first, and figures in `unit`. Gaps stay gaps. */
export interface Series {
  readonly unit: string;
  readonly resolution: number;
  readonly source: 'live';
  readonly instrument?: string;
  readonly t: readonly number[];
  readonly v: readonly number[];
}

/** What a limit is held against. */
export type Measured =
  | { readonly kind: 'one'; readonly reading: Reading }
  | { readonly kind: 'pair'; readonly before: Reading; readonly after: Reading }
  /** Two drops, to be compared with each other. */
  | {
      readonly kind: 'drops';
      readonly first: readonly [Reading, Reading];
      readonly second: readonly [Reading, Reading];
    }
  | { readonly kind: 'many'; readonly readings: Readonly<Record<string, Reading>> }
  | { readonly kind: 'series'; readonly series: Series }
  /** Words by what they are said of: the direction of each surface, or `answer` for a single one. */
  | { readonly kind: 'words'; readonly words: Readonly<Record<string, string>> };

/** A fact that conditions and expected values refer to. */
export type Fact = string | { readonly value: number; readonly unit: string };

/** What surrounds a measurement: the instruments known, the moment, and the facts of the moment. */
export interface Surroundings {
  readonly instruments: Readonly<Record<string, Instrument>>;
  /** ISO instant of the measurement; calibration is judged on it. */
  readonly at: string;
  readonly facts: Readonly<Record<string, Fact>>;
  /** Earlier figures for limits against the past, by key of the limit, oldest first. */
  readonly past?: Readonly<Record<string, readonly { readonly value: number; readonly unit: string }[]>>;
}

export type VerdictState = 'within' | 'near' | 'out' | 'unknown';

/** Signed distance to the nearest hard edge: positive inside. */
export interface Margin {
  readonly value: number;
  readonly unit: string;
  readonly edge: 'low' | 'high';
  /** As a share of the allowed band; absent when the band is open on one side. */
  readonly share?: number;
}

/** The judgement of one measurement against one limit. */
export interface Verdict {
  readonly state: VerdictState;
  /** Absent for a judgement that needs no figure (a choice, say). */
  readonly limit?: string;
  readonly class?: LimitClass;
  readonly rule?: Acceptance;
  readonly value?: number;
  readonly unit?: string;
  /** For rates: what the unit is per. */
  readonly per?: string;
  readonly uncertainty?: number;
  readonly resolution?: number;
  readonly bounds?: Bounds;
  readonly margin?: Margin;
  /** Inside, but too close to tell on a limit of safety or airworthiness: measure better or record a decision. */
  readonly decisionNeeded: boolean;
  readonly reason: Reason;
}
