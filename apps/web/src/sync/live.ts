import { io, type Socket } from 'socket.io-client';
import {
  EVENTS,
  LIVE_PATH,
  type MonitorEvent,
  type MonitorState,
  type PresentPerson,
} from '@kanzel/contract/events';
import type { Entry } from '@kanzel/core';
import { create } from 'zustand';
import { askClock } from './clock.ts';
import { announced, catchUp, flushAll, setReachable } from './campaign-store.ts';
import { DEVICE } from './device.ts';
import { positionIn, usePositions } from './position.ts';
import { useSession } from './session.ts';
import { expectReadings, takeHistory, takeMonitorState, takeReading } from './monitor-store.ts';

interface Live {
  readonly connected: boolean;
  /** Who is signed on, and what each looks at. */
  readonly present: readonly PresentPerson[];
}

/** The live line to the server. */
export const useLive = create<Live>(() => ({ connected: false, present: [] }));

let socket: Socket | undefined;
let watched: string | undefined;

function announceWatch(): void {
  if (!socket?.connected || !watched) return;
  const campaign = watched;
  const position = positionIn(campaign);
  socket.emit(EVENTS.watch, { campaign, position, device: DEVICE }, () => void catchUp(campaign));
}

/** The network is back: what waits goes out at once, and the line is tried afresh rather than when its turn comes. */
function tryAgain(): void {
  flushAll();
  if (socket && !socket.connected) socket.disconnect().connect();
}

/** Connects once somebody is signed on; reconnects by itself for as long as they are. */
export function connectLive(): void {
  if (socket) return;
  socket = io({
    path: LIVE_PATH,
    transports: ['websocket'],
    reconnectionDelay: 400,
    reconnectionDelayMax: 2000,
    // A handshake that the network swallowed is given up early: nobody would answer it any more.
    timeout: 5000,
  });
  addEventListener('online', tryAgain);
  socket.on('connect', () => {
    useLive.setState({ connected: true });
    setReachable(true);
    // The line was opened by whoever was signed on before: that session ends now.
    if (useSession.getState().unproven) void useSession.getState().look();
    if (socket) askClock(socket);
    announceWatch();
    flushAll();
  });
  socket.on('disconnect', (reason) => {
    useLive.setState({ connected: false });
    // Put out by the server: the session is over, here or by somebody else's hand.
    if (reason === 'io server disconnect') void useSession.getState().look();
    else setReachable(false);
  });
  socket.on('connect_error', () => setReachable(false));
  socket.on(EVENTS.entry, (entry: Entry) => announced(entry));
  socket.on(EVENTS.monitor, (event: MonitorEvent) => takeReading(event));
  socket.on(EVENTS.monitorHistory, (events: MonitorEvent[]) => takeHistory(events));
  socket.on(EVENTS.monitorState, (state: MonitorState) => takeMonitorState(state));
  socket.on(EVENTS.present, (present: PresentPerson[]) => useLive.setState({ present }));
}

export function disconnectLive(): void {
  removeEventListener('online', tryAgain);
  socket?.disconnect();
  socket = undefined;
  useLive.setState({ connected: false, present: [] });
}

// Where this device is used is told with what it shows.
usePositions.subscribe(announceWatch);

/** Says which campaign is looked at, so that its aircraft's monitor is sent here. */
export function watch(campaign: string): void {
  if (watched !== campaign) expectReadings(undefined);
  watched = campaign;
  announceWatch();
}
