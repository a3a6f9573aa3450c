import { create } from 'zustand';
import type { MonitorEvent, MonitorState } from '@kanzel/contract';
import { serverNow } from './clock.ts';
import { figureOf, ownMember, samplesBetween, type ChannelSamples, type TakenLine } from '@kanzel/core';

/** Ten minutes at ten readings a second. */
const KEEP = 6000;
/** A reading this old says nothing of now (ms). */
const STALE = 3000;

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

/** How the line of an aircraft stands, while a page shows it; undefined where it has none. */
export const useMonitorState = (mark: string): MonitorState | undefined =>
  useMonitor((s) => ownMember(s.states, mark));

/** What was read of the aircraft in hand, oldest first. */
export const linesRead = (): readonly TakenLine[] => samples;

/** Samples of one channel over the last `seconds`: seconds and figures; places without a reading are left out. */
export function recent(subject: string, channel: string, seconds: number): ChannelSamples {
  const last = samples[samples.length - 1]?.at ?? 0;
  return samplesBetween(samples, subject, channel, last - seconds * 1000, last);
}

/** The newest reading of a channel; undefined when there is none or it is three seconds old. */
export function newest(subject: string, channel: string): number | undefined {
  const last = samples[samples.length - 1];
  // Its instants are the server's: aged by the clock of this device alone they would be stale or fresh for ever.
  return last && Math.abs(serverNow() - last.at) < STALE ? figureOf(last, subject, channel) : undefined;
}

/** The instant of the newest reading, server clock in milliseconds; undefined when there is none. */
export function newestAt(): number | undefined {
  return samples[samples.length - 1]?.at;
}
