import { movingWay, settlingOf } from './settling.ts';
import { readSteady } from './steady.ts';
import { samplesBetween, type TakenLine } from './samples.ts';

/** Gaps longer than this break a reading (s). */
export const LONGEST_GAP = 1;
/** How long a steady figure can still be taken while the needle trembles around it (ms). */
const HOLD = 1500;
/** Beside the time that is looked over, so that its first sample is in it (s). */
const BEFORE = 0.5;
/** Where a check says nothing: two seconds, within three steps of its gauge. */
const USUAL_SECONDS = 2;
const USUAL_STEPS = 3;

/** One figure on a line: whose, and by what it counts as steady. */
export interface LiveSignal {
  readonly subject: string;
  readonly channel: string;
  readonly unit: string;
  readonly resolution: number;
  readonly steady?: { readonly seconds: number; readonly tolerance: number } | undefined;
  /** Read once, so that heat has to have arrived; not a drop, whose two figures are a moment apart. */
  readonly settles: boolean;
}

/** A steady figure, as it may be taken. */
export interface SteadyFigure {
  readonly value: number;
  readonly scatter: number;
  readonly count: number;
}

/** A steady figure and the instant it was so (ms). */
export interface HeldFigure {
  readonly figure: SteadyFigure;
  readonly at: number;
}

/** How a signal looks to the hand that is about to take it. */
export type LiveLook =
  | { readonly state: 'moving' }
  | {
      readonly state: 'moving' | 'steady';
      readonly figure: SteadyFigure;
      /** It stands still for a moment only, and is on its way: heat takes longer than a look. */
      readonly way?: 'rising' | 'falling';
      /** To be remembered for the next look; absent where nothing new is held. */
      readonly hold?: HeldFigure;
    };

const over = (lines: readonly TakenLine[], { subject, channel }: LiveSignal, seconds: number) => {
  const last = lines[lines.length - 1]?.at ?? 0;
  return samplesBetween(lines, subject, channel, last - (seconds + BEFORE) * 1000, last);
};

/** Whether a figure that is read once is still on its way, by a time that suits what it is. */
export function wayOf(lines: readonly TakenLine[], signal: LiveSignal): 'rising' | 'falling' | undefined {
  const settling = signal.settles ? settlingOf(signal.unit) : undefined;
  return settling && movingWay(over(lines, signal, settling.seconds), signal.unit, LONGEST_GAP);
}

/**
 * Looks at a signal whose newest figure is `value`: steady, with the mean that may be taken; on its way, with the mean
 * that it passes through now; or moving. At the edge of steady an offer would come and go faster than a gloved hand can
 * take it: the last steady figure stays for a second and a half while the newest is within the tolerance of it.
 * Example: 1700 ± 1 rpm over two seconds within 10 is steady at 1700.
 */
export function lookAtSignal(
  lines: readonly TakenLine[],
  signal: LiveSignal,
  value: number,
  held: HeldFigure | undefined,
): LiveLook {
  const seconds = signal.steady?.seconds ?? USUAL_SECONDS;
  const tolerance = signal.steady?.tolerance ?? signal.resolution * USUAL_STEPS;
  const newest = lines[lines.length - 1]?.at ?? 0;
  const steady = readSteady(over(lines, signal, seconds), { seconds, tolerance, maximumGap: LONGEST_GAP });
  if (!steady.steady) {
    const fresh = held && newest - held.at <= HOLD && steady.why === 'moving';
    return fresh && Math.abs(value - held.figure.value) <= tolerance
      ? { state: 'steady', figure: held.figure }
      : { state: 'moving' };
  }
  const figure = { value: steady.mean, scatter: steady.scatter, count: steady.count };
  const way = wayOf(lines, signal);
  return way ? { state: 'moving', figure, way } : { state: 'steady', figure, hold: { figure, at: newest } };
}

/** Whether a setting is met by the newest figure of its channel. Boundary: exactly the tolerance apart is met. */
export const isSetTo = (
  value: number,
  setting: { readonly value: number; readonly tolerance: number },
): boolean => Math.abs(value - setting.value) <= setting.tolerance;
