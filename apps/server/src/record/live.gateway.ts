import { Inject, type OnModuleInit } from '@nestjs/common';
import {
  SubscribeMessage,
  WebSocketGateway,
  WebSocketServer,
  type OnGatewayConnection,
  type OnGatewayDisconnect,
} from '@nestjs/websockets';
import { EVENTS, LIVE_PATH } from '@kanzel/contract';
import type { PresentPerson } from '@kanzel/contract/events';
import type { Server, Socket } from 'socket.io';
import { sessionTokenOf, SessionService, tokenHash } from '../people/index.ts';
import { DevicesService } from '../devices/index.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { RecordService } from './record.service.ts';

/** How often lines are held against the sessions that opened them (ms). */
const LOOKS_EVERY = 2000;

const isName = (value: unknown, most: number): value is string =>
  typeof value === 'string' && value !== '' && value.length <= most;

/** The live line: announces entries and monitor readings to every signed-in browser. */
@WebSocketGateway({ path: LIVE_PATH, serveClient: false })
export class LiveGateway implements OnModuleInit, OnGatewayConnection, OnGatewayDisconnect {
  @WebSocketServer() private readonly server!: Server;
  /** Who is on each line, and the campaign that it shows. */
  private readonly present = new Map<string, PresentPerson>();
  /** Whether a line is let in: known only after its session was read, which may wait behind what is being written. */
  private readonly admissions = new WeakMap<Socket, Promise<boolean>>();

  constructor(
    @Inject(RecordService) private readonly record: RecordService,
    @Inject(SessionService) private readonly sessions: SessionService,
    @Inject(DevicesService) private readonly monitors: DevicesService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  onModuleInit(): void {
    this.record.events.on('entry', (entry) => this.server.to('signed-in').emit(EVENTS.entry, entry));
    this.monitors.events.on('reading', (event) =>
      // None is left out for a browser that is slow: a recording with a hole in it tells nothing.
      this.server.to(`aircraft ${event.mark}`).emit(EVENTS.monitor, event),
    );
    // Whoever is signed out, here or by somebody else, hears nothing more.
    this.sessions.events.on('ended', (hash) => this.server.in(`session ${hash}`).disconnectSockets(true));
    setInterval(() => void this.endLinesOfEndedSessions(), LOOKS_EVERY).unref();
    this.monitors.events.on('state', (state) => this.server.to('signed-in').emit(EVENTS.monitorState, state));
  }

  async handleConnection(socket: Socket): Promise<void> {
    const admission = this.admit(socket);
    this.admissions.set(socket, admission);
    await admission;
  }

  private async admit(socket: Socket): Promise<boolean> {
    const token = sessionTokenOf(socket.handshake.headers.cookie);
    const person = await this.sessions.whose(token);
    if (!person || !token) {
      socket.emit('refused', 'Sign in first.');
      socket.disconnect(true);
      return false;
    }
    // Gone again meanwhile: nobody would ever take it off the list of who is here.
    if (!socket.connected) return false;
    await socket.join(['signed-in', `session ${tokenHash(token)}`]);
    this.present.set(socket.id, { person: person.id });
    this.announcePresent();
    for (const state of this.monitors.states()) socket.emit(EVENTS.monitorState, state);
    return true;
  }

  /** A line ends with the session that opened it, also when nobody says so and only its time has run out. */
  private async endLinesOfEndedSessions(): Promise<void> {
    for (const [, socket] of this.server.sockets.sockets) {
      const token = sessionTokenOf(socket.handshake.headers.cookie);
      // Where it cannot be told whether a session lasts, nobody goes on hearing.
      const lasts = await this.sessions.lasts(token).catch(() => false);
      if (this.present.has(socket.id) && !lasts) socket.disconnect(true);
    }
  }

  handleDisconnect(socket: Socket): void {
    if (this.present.delete(socket.id)) this.announcePresent();
  }

  /** A browser says which campaign it looks at, and learns what the server has of it. */
  @SubscribeMessage(EVENTS.watch)
  async watch(
    socket: Socket,
    request: { campaign?: unknown; position?: unknown; device?: unknown },
  ): Promise<{ count: number; head: string } | { error: string }> {
    // A browser asks as soon as its line stands, which is before it is let in.
    const admitted = (await this.admissions.get(socket)) === true && socket.rooms.has('signed-in');
    if (!admitted || typeof request.campaign !== 'string') return { error: 'Sign in first.' };
    const folded = await this.record.fold(request.campaign);
    if (!folded) return { error: 'There is no such campaign here.' };
    this.looksAt(socket, {
      campaign: request.campaign,
      ...(isName(request.position, 60) ? { position: request.position } : {}),
      ...(isName(request.device, 100) ? { device: request.device } : {}),
    });
    for (const room of socket.rooms) if (room.startsWith('aircraft ')) await socket.leave(room);
    const mark = folded.state.index?.basis.aircraft.mark ?? '';
    await socket.join(`aircraft ${mark}`);
    const history = this.monitors.history(mark);
    if (history.length > 0) socket.emit(EVENTS.monitorHistory, history);
    return { count: folded.state.count, head: folded.state.head };
  }

  /** The clock of the server, by which a device learns how far its own is off. */
  @SubscribeMessage(EVENTS.clock)
  time(): number {
    return this.clock.now().getTime();
  }

  private looksAt(socket: Socket, looks: Omit<PresentPerson, 'person'>): void {
    const own = this.present.get(socket.id);
    if (!own) return;
    this.present.set(socket.id, { person: own.person, ...looks });
    this.announcePresent();
  }

  private announcePresent(): void {
    const by = new Map(
      [...this.present.values()].map((p) => [`${p.person} ${p.campaign ?? ''} ${p.device ?? ''}`, p]),
    );
    this.server.to('signed-in').emit(EVENTS.present, [...by.values()]);
  }
}
