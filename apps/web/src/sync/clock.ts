import { EVENTS } from '@kanzel/contract/events';
import type { Socket } from 'socket.io-client';

/** Milliseconds that this clock was ahead of the server's when it was last heard; undefined when it never was. */
let ahead: number | undefined;
/** What both clocks of this device showed then: the one that can be set, and the one that only runs. */
let heard = { wall: 0, running: 0 };

/** Takes the offset from what the server's clock showed between asking and hearing. */
export function learnOffset(asked: number, server: number, answered: number): void {
  ahead = Math.round((asked + answered) / 2 - server);
  heard = { wall: answered, running: performance.now() };
}

/** Asks the server for its clock; the answer of a slow line is good to half the time it took. */
export function askClock(socket: Socket): void {
  const asked = Date.now();
  socket.emit(EVENTS.clock, (server: unknown) => {
    if (typeof server === 'number' && Number.isFinite(server)) learnOffset(asked, server, Date.now());
  });
}

/**
 * How far this clock is ahead of the server's, as entries say it. A clock that was set back since is known by the one
 * that only runs; set forward it cannot be told from a device that slept, and the server refuses what lies ahead of it.
 */
export function clockOffset(): number | undefined {
  if (ahead === undefined) return undefined;
  const setBack = Date.now() - heard.wall - (performance.now() - heard.running);
  return setBack < -2000 ? Math.round(ahead + setBack) : ahead;
}

/** Now, on the server's clock as far as it is known, in milliseconds. */
export function serverNow(): number {
  return Date.now() - (clockOffset() ?? 0);
}

/** Now, on the server's clock, as an instant. */
export function serverInstant(): string {
  return new Date(serverNow()).toISOString();
}
