/** Events of the live line (Socket.IO, path /ws), the one truth shared by server and web. */
export const EVENTS = {
  /** To the server: `{ campaign, position, device }`. Answers with the count and head it has. */
  watch: 'watch',
  /** To the server: nothing. Answers with its clock, in milliseconds since 1970. */
  clock: 'clock',
  /** From the server: an `Entry` that was accepted. */
  entry: 'entry',
  /** From the server: a `MonitorEvent`. */
  monitor: 'monitor',
  /** From the server, on watching: the `MonitorEvent`s of the last minute, oldest first. */
  monitorHistory: 'monitor-history',
  /** From the server: a `MonitorState`, when it changes and on watching. */
  monitorState: 'monitor-state',
  /** From the server: who is signed on now, and what each of them looks at: `PresentPerson`s. */
  present: 'present',
} as const;

/** Path of the live line. */
export const LIVE_PATH = '/ws';

/** Somebody who is signed on, and the campaign that one of their devices shows; absent where it shows none. */
export interface PresentPerson {
  readonly person: string;
  readonly campaign?: string;
  /** Where in the crew that device is used. */
  readonly position?: string;
  readonly device?: string;
}

export type { MonitorEvent, MonitorState } from './responses.ts';
