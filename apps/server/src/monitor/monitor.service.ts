import { EventEmitter } from 'node:events';
import { createConnection, type Socket } from 'node:net';
import { Inject, Injectable, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { instantOfLine, makeSentences, type SourceClock } from '@kanzel/core';
import type { MonitorEvent, MonitorState } from '@kanzel/contract';
import { readEngineLine, type EngineColumn, type EngineSample } from '@kanzel/formats';
import { Repository } from 'typeorm';
import { hostMayBeAsked, lookupFor } from '../outgoing/addresses.ts';
import { CLOCK, SETTINGS, type Clock, type Settings } from '../settings.ts';
import { MonitorRow } from '../storage/entities.ts';
import { WriteLock } from '../storage/write-lock.ts';

/** Without a line for this long the monitor counts as silent. */
const SILENT_AFTER = 2000;
const RETRY_AFTER = 1500;
/** How long readings are remembered for whoever opens the sheet after the engine was started (ms). */
const REMEMBER = 60_000;
/** And so many of them at most, however fast a monitor talks: a hundred a second for that minute. */
const MOST_REMEMBERED = 6000;
/** A monitor that sends no line end within this is not speaking the protocol. */
const LONGEST_LINE = 16_384;

const NOT_ALLOWED =
  'Where it is said to be, no device of a workshop may be: an administrator names its address.';

interface Line {
  socket: Socket | undefined;
  timer: NodeJS.Timeout | undefined;
  columns: readonly EngineColumn[] | undefined;
  /** How the clock of the monitor stands to ours, since it was last connected. */
  clock: SourceClock | undefined;
  history: MonitorEvent[];
  lastAt: number;
  state: MonitorState;
  stopped: boolean;
}

const sentences = makeSentences({ part: (k) => k, subject: (s) => s, thing: (t) => t });

interface MonitorEvents {
  reading: [MonitorEvent];
  state: [MonitorState];
}

/** Listens to engine monitors over TCP in the engine line protocol, and passes their readings on. */
@Injectable()
export class MonitorService implements OnModuleInit, OnApplicationShutdown {
  readonly events = new EventEmitter<MonitorEvents>();
  private readonly lines = new Map<string, Line>();
  private watchdog: NodeJS.Timeout | undefined;

  constructor(
    @InjectRepository(MonitorRow) private readonly rows: Repository<MonitorRow>,
    private readonly lock: WriteLock,
    @Inject(CLOCK) private readonly clock: Clock,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  async onModuleInit(): Promise<void> {
    for (const row of await this.configured()) this.listen(row);
    this.watchdog = setInterval(() => this.lookForSilence(), 500);
  }

  onApplicationShutdown(): void {
    clearInterval(this.watchdog);
    for (const mark of [...this.lines.keys()]) this.stop(mark);
  }

  async configured(): Promise<readonly MonitorRow[]> {
    const { monitor } = this.settings;
    const rows = await this.rows.find();
    return monitor ? [...rows.filter((r) => r.mark !== monitor.mark), monitor] : rows;
  }

  states(): MonitorState[] {
    return [...this.lines.values()].map((l) => l.state);
  }

  /** What the monitor of an aircraft said in the last minute, oldest first. */
  history(mark: string): readonly MonitorEvent[] {
    const since = this.now() - REMEMBER;
    return this.lines.get(mark)?.history.filter((h) => h.at >= since) ?? [];
  }

  /** Sets where the monitor of an aircraft speaks, and listens there from now on. */
  async configure(row: MonitorRow): Promise<void> {
    await this.lock.run(() => this.rows.save(row));
    this.stop(row.mark);
    this.listen(row);
  }

  private now(): number {
    return this.clock.now().getTime();
  }

  private stop(mark: string): void {
    const line = this.lines.get(mark);
    if (!line) return;
    line.stopped = true;
    clearTimeout(line.timer);
    line.socket?.destroy();
    this.lines.delete(mark);
  }

  private say(line: Line, state: MonitorState['state'], note?: string): void {
    if (line.state.state === state && line.state.note === note) return;
    line.state = { mark: line.state.mark, state, since: this.now(), ...(note ? { note } : {}) };
    this.events.emit('state', line.state);
  }

  private listen(row: MonitorRow): void {
    const line: Line = {
      socket: undefined,
      timer: undefined,
      columns: undefined,
      clock: undefined,
      history: [],
      lastAt: 0,
      stopped: false,
      state: { mark: row.mark, state: 'unreachable', since: this.now() },
    };
    this.lines.set(row.mark, line);
    this.connect(row, line);
  }

  private connect(row: MonitorRow, line: Line): void {
    const { standins } = this.settings;
    if (!hostMayBeAsked(row.host, standins)) return this.say(line, 'unreachable', NOT_ALLOWED);
    const socket = createConnection({ host: row.host, port: row.port, lookup: lookupFor(standins) });
    line.socket = socket;
    line.columns = undefined;
    line.clock = undefined;
    let rest = '';
    socket.setEncoding('latin1');
    socket.on('data', (chunk: string) => {
      const lines = (rest + chunk).split('\n');
      rest = lines.pop() ?? '';
      if (rest.length > LONGEST_LINE) rest = '';
      for (const text of lines) this.take(line, text);
    });
    socket.on('error', (error) =>
      this.say(
        line,
        'unreachable',
        (error as { code?: string }).code === 'ENOTALLOWED' ? NOT_ALLOWED : undefined,
      ),
    );
    socket.on('close', () => {
      if (line.stopped) return;
      this.say(line, 'unreachable', line.state.note);
      line.timer = setTimeout(() => this.connect(row, line), RETRY_AFTER);
    });
  }

  private take(line: Line, text: string): void {
    if (text.trim() === '') return;
    const read = readEngineLine(text, line.columns?.length);
    if (!read.ok) {
      // One bad line is dropped and said; the figures in it were never trustworthy.
      this.say(line, line.state.state, sentences.say(read.error));
      return;
    }
    if (read.value.kind === 'header') {
      line.columns = read.value.columns;
      return;
    }
    line.lastAt = this.now();
    this.say(line, 'live');
    const { at, clock } = instantOfLine(line.clock, read.value.sample.time, line.lastAt);
    line.clock = clock;
    const event: MonitorEvent = {
      mark: line.state.mark,
      at: Math.round(at),
      source: { since: clock.since, time: clock.source },
      values: byEngine(line.columns ?? [], read.value.sample),
    };
    line.history.push(event);
    const old = line.history.findIndex((h) => h.at >= line.lastAt - REMEMBER);
    const many = line.history.length - MOST_REMEMBERED;
    if (old > 0 || many > 0) line.history.splice(0, Math.max(old, many));
    this.events.emit('reading', event);
  }

  private lookForSilence(): void {
    for (const line of this.lines.values()) {
      if (line.state.state === 'live' && this.now() - line.lastAt > SILENT_AFTER) this.say(line, 'silent');
    }
  }
}

function byEngine(
  columns: readonly EngineColumn[],
  sample: EngineSample,
): Record<string, Record<string, number | null>> {
  const values: Record<string, Record<string, number | null>> = {};
  columns.forEach((column, i) => {
    (values[column.engine] ??= {})[column.channel] = sample.values[i] ?? null;
  });
  return values;
}
