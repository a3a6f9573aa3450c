/** How the clock of a source stands to ours, as far as its lines have told. */
export interface SourceClock {
  /** Ours less the source's, as of the line that came with the least delay (ms). */
  readonly offset: number;
  /** When the newest line was taken, by the source (ms). */
  readonly source: number;
  /** Since when it counts without having been set anew, by ours (ms): lines of one count are as far apart as it says. */
  readonly since: number;
}

/** By how much two clocks may run apart: two thousandths, far more than any crystal (ms per ms). */
const APART = 0.002;
/** A source whose line seems this old has been set anew (ms). */
const SET_ANEW = 10_000;

/**
 * When a line of a source was taken, by our clock: the source's own time moved by the least delay heard so far. Lines
 * that were held up on their way, and arrive together, keep the distance they were taken at; their arrival alone would
 * make a gap and a heap of them.
 * `source` is the time in the line, `arrival` ours on hearing it (both ms, each of its own zero). Never later than the
 * arrival, and never back while the source counts on. Boundary: a source that goes back, or seems 10 s old or more, has
 * been set anew and counts from its arrival.
 * Method: least delay as the offset of two clocks (as in network time protocols), let up by 0.2 % of the time gone so
 * that a slow clock is followed.
 * Example: lines taken at 0, 100, 200 and heard at 5000, 5400, 5400 were taken at 5000, 5100.2, 5200.4.
 */
export function instantOfLine(
  before: SourceClock | undefined,
  source: number,
  arrival: number,
): { readonly at: number; readonly clock: SourceClock } {
  const gone = before ? source - before.source : -1;
  const delay = arrival - source;
  // Two counts are never called alike, also where the second begins in the millisecond of the first.
  const since = Math.max(arrival, (before?.since ?? -Infinity) + 1);
  const anew = { at: arrival, clock: { offset: delay, source, since } };
  if (!before || gone < 0) return anew;
  const offset = Math.min(before.offset + gone * APART, delay);
  if (delay - offset >= SET_ANEW) return anew;
  return { at: source + offset, clock: { offset, source, since: before.since } };
}
