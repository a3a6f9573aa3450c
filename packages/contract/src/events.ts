/** Events of the live line (Socket.IO, path /ws), the one truth shared by server and web. */
export const EVENTS = {
  /** To the server: `{ campaign }`. Answers with the count and head it has. */
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
  /** From the server: people signed on now, by id. */
  present: 'present',
} as const;

/** Path of the live line. */
export const LIVE_PATH = '/ws';

export type { MonitorEvent, MonitorState } from './responses.ts';
