import { ownMember } from '../own-member.ts';

/** What a source said at one time: figures by subject (`left`, `aircraft`) and channel (`rpm`); null where it gave none. */
export interface TakenLine {
  /** When it was taken, by the clock of the server (ms). */
  readonly at: number;
  /** Its time by the clock of the source (ms), and since when that clock counts without having been set anew. */
  readonly source?: { readonly since: number; readonly time: number } | undefined;
  readonly values: Readonly<Record<string, Readonly<Record<string, number | null>>>>;
}

/** Samples of one channel: seconds from the first, figures, and the instant of the first (ms). */
export interface ChannelSamples {
  readonly t: number[];
  readonly v: number[];
  readonly from: number;
}

/** A figure of a line; undefined where it gives none. */
export function figureOf(line: TakenLine | undefined, subject: string, channel: string): number | undefined {
  const value = ownMember(ownMember(line?.values ?? {}, subject), channel);
  return typeof value === 'number' ? value : undefined;
}

/** From one line to another (ms): by the clock of the source, or by the server's where that was set anew between them. */
const apart = (first: TakenLine, later: TakenLine): number =>
  first.source && first.source.since === later.source?.since
    ? later.source.time - first.source.time
    : later.at - first.at;

function firstAfter(lines: readonly TakenLine[], from: number): number {
  let [low, high] = [0, lines.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((lines[middle]?.at ?? 0) < from) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * Samples of one channel between two instants (ms, both included). Which lines those are their instants say; how far they
 * are apart says the clock of the source: a line that was held up is no pause of an engine. Lines are in the order of
 * their instants; places without a figure are left out; two lines in one millisecond are one instant, the first of them.
 * Example: lines at 1000 and 1100 with 40 and 41 give t [0, 0.1], v [40, 41], from 1000.
 */
export function samplesBetween(
  lines: readonly TakenLine[],
  subject: string,
  channel: string,
  from: number,
  to: number,
): ChannelSamples {
  const t: number[] = [];
  const v: number[] = [];
  let start: TakenLine | undefined;
  for (let i = firstAfter(lines, from); i < lines.length; i += 1) {
    const line = lines[i];
    if (!line || line.at > to) break;
    const value = figureOf(line, subject, channel);
    if (value === undefined) continue;
    start ??= line;
    const seconds = apart(start, line) / 1000;
    if (seconds <= (t[t.length - 1] ?? -1)) continue;
    t.push(seconds);
    v.push(value);
  }
  return { t, v, from: start?.at ?? from };
}

/**
 * The instant (ms) at which a channel last rose through a value: above it, after a line that was at it or below.
 * Undefined when it did not in these lines, or one of the two has no figure.
 * Example: rpm at 800 and then 1300 rose through 1200 at the second.
 */
export function lastRiseThrough(
  lines: readonly TakenLine[],
  subject: string,
  channel: string,
  above: number,
): number | undefined {
  for (let i = lines.length - 1; i > 0; i -= 1) {
    const now = figureOf(lines[i], subject, channel);
    const before = figureOf(lines[i - 1], subject, channel);
    if (now !== undefined && before !== undefined && now > above && before <= above) return lines[i]?.at;
  }
  return undefined;
}
