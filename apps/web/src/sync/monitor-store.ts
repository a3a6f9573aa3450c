import { create } from 'zustand';
import type { MonitorEvent, MonitorState } from '@kanzel/contract';
import { serverNow } from './clock.ts';
import { ownMember } from '@kanzel/core';

/** Ten minutes at ten readings a second. */
const KEEP = 6000;

interface Monitor {
  readonly states: Readonly<Record<string, MonitorState>>;
  /** Counts up whenever new readings may be shown. */
  readonly tick: number;
}

/** Readings of the aircraft in hand. They are many, so they stand beside the store, which only says that there are new ones. */
export const useMonitor = create<Monitor>(() => ({ states: {}, tick: 0 }));

const samples: MonitorEvent[] = [];
let lastShown = 0;

/** The aircraft whose readings count here, once it is known; until then whatever the server sends for what is looked at. */
let wanted: string | undefined;

/**
 * Says whose readings count from now on; undefined: not known yet. What was read of another aircraft is forgotten: it
 * would be offered as this one's.
 */
export function expectReadings(mark: string | undefined): void {
  wanted = mark;
  if (samples.length === 0 || (mark !== undefined && samples[0]?.mark === mark)) return;
  samples.length = 0;
  lastShown = 0;
  useMonitor.setState(({ tick }) => ({ tick: tick + 1 }));
}

export function takeReading(event: MonitorEvent): void {
  if (wanted !== undefined && event.mark !== wanted) return;
  if (samples.length > 0 && samples[samples.length - 1]?.mark !== event.mark) samples.length = 0;
  samples.push(event);
  if (samples.length > KEEP) samples.splice(0, samples.length - KEEP);
  // Five pictures a second are what an eye can follow on a gauge.
  if (event.at - lastShown >= 190) {
    lastShown = event.at;
    useMonitor.setState(({ tick }) => ({ tick: tick + 1 }));
  }
}

/** Puts what the server remembers beside what this page has heard itself: before it looked, and while the line was down. */
export function takeHistory(events: readonly MonitorEvent[]): void {
  const mark = events[0]?.mark;
  if (mark === undefined || (wanted !== undefined && mark !== wanted)) return;
  if (samples.length > 0 && samples[0]?.mark !== mark) samples.length = 0;
  const name = (e: MonitorEvent): string => `${e.at} ${e.source?.time}`;
  const heard = new Set(samples.map(name));
  samples.push(...events.filter((e) => !heard.has(name(e))));
  samples.sort((a, b) => a.at - b.at);
  if (samples.length > KEEP) samples.splice(0, samples.length - KEEP);
  useMonitor.setState(({ tick }) => ({ tick: tick + 1 }));
}

export function takeMonitorState(state: MonitorState): void {
  useMonitor.setState(({ states }) => ({ states: { ...states, [state.mark]: state } }));
}

/** Samples of one channel over the last `seconds`: seconds and figures; places without a reading are left out. */
export function recent(
  engine: string,
  channel: string,
  seconds: number,
): { t: number[]; v: number[]; from: number } {
  const last = samples[samples.length - 1]?.at ?? 0;
  const since = last - seconds * 1000;
  return between(engine, channel, since, last);
}

/** From one reading to another (ms): by the clock of the monitor, or by the server's where that was set anew between them. */
function apart(first: MonitorEvent, later: MonitorEvent): number {
  return first.source && first.source.since === later.source?.since
    ? later.source.time - first.source.time
    : later.at - first.at;
}

/**
 * Samples of one channel between two instants (milliseconds), seconds counted from the first. Which readings those are
 * their instants say; how far they are apart says the clock of the monitor: a line that was held up is no pause of an engine.
 */
export function between(
  engine: string,
  channel: string,
  from: number,
  to: number,
): { t: number[]; v: number[]; from: number } {
  const t: number[] = [];
  const v: number[] = [];
  let start: MonitorEvent | undefined;
  for (let i = firstAfter(from); i < samples.length; i += 1) {
    const event = samples[i];
    if (!event || event.at > to) break;
    const value = ownMember(ownMember(event.values, engine), channel);
    if (value === null || value === undefined) continue;
    start ??= event;
    const seconds = apart(start, event) / 1000;
    // Two lines in one millisecond are one instant to a series.
    if (seconds <= (t[t.length - 1] ?? -1)) continue;
    t.push(seconds);
    v.push(value);
  }
  return { t, v, from: start?.at ?? from };
}

function firstAfter(from: number): number {
  let [low, high] = [0, samples.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((samples[middle]?.at ?? 0) < from) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The instant at which a channel last rose through a value; undefined when it did not in what is remembered. */
export function lastRiseThrough(engine: string, channel: string, above: number): number | undefined {
  for (let i = samples.length - 1; i > 0; i -= 1) {
    const now = ownMember(ownMember(samples[i]?.values, engine), channel);
    const before = ownMember(ownMember(samples[i - 1]?.values, engine), channel);
    if (typeof now === 'number' && typeof before === 'number' && now > above && before <= above)
      return samples[i]?.at;
  }
  return undefined;
}

/** The newest reading of a channel; undefined when there is none or it is three seconds old. */
export function newest(engine: string, channel: string): number | undefined {
  const last = samples[samples.length - 1];
  const value = ownMember(ownMember(last?.values, engine), channel);
  // Its instants are the server's: aged by the clock of this device alone they would be stale or fresh for ever.
  return last && Math.abs(serverNow() - last.at) < 3000 && typeof value === 'number' ? value : undefined;
}

/** The instant of the newest reading, server clock in milliseconds; undefined when there is none. */
export function newestAt(): number | undefined {
  return samples[samples.length - 1]?.at;
}
