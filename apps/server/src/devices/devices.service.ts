import { EventEmitter } from 'node:events';
import { Inject, Injectable, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  err,
  instantOfLine,
  makeSentences,
  ok,
  reason,
  type MissionItem,
  type Result,
  type SourceClock,
} from '@kanzel/core';
import type { LineView, MonitorEvent, MonitorState } from '@kanzel/contract';
import { Repository } from 'typeorm';
import { CLOCK, SETTINGS, type Clock, type Settings } from '../settings.ts';
import type { MissionRead } from './mission-reader.ts';
import type { MissionWritten } from './mission-writer.ts';
import type { ParametersRead } from './parameter-reader.ts';
import { figuresBySubject } from './figures-by-subject.ts';
import { DeviceRow } from '../storage/entities.ts';
import { WriteLock } from '../storage/write-lock.ts';
import {
  driverOf,
  DRIVERS,
  type Device,
  type DeviceDriver,
  type DeviceSample,
  type LineAddress,
} from './drivers/index.ts';

/** Without a line for this long a device counts as silent (ms). */
const SILENT_AFTER = 2000;
const LOOKS_EVERY = 500;
/** How long a doubt is said: shorter, nobody would read it (ms). */
const DOUBT_STAYS = 3000;
/** How long readings are remembered for whoever opens the sheet after the engine was started (ms). */
const REMEMBER = 60_000;
/** And so many of them at most, however fast a monitor talks: a hundred a second for that minute. */
const MOST_REMEMBERED = 6000;

const NOT_ALLOWED =
  'Where it is said to be, no device of a workshop may be: an administrator names its address.';

/** A device of an aircraft: how it speaks, and where. */
export interface ConfiguredDevice {
  readonly mark: string;
  readonly protocol: string;
  readonly settings: unknown;
}

/** A device that is listened to. */
interface Heard {
  device: Device | undefined;
  /** How its clock stands to ours, since it was last reached. */
  clock: SourceClock | undefined;
  history: MonitorEvent[];
  lastAt: number;
  state: MonitorState;
  /** What was doubted last, and when: it is said for a while, however much comes after it. */
  doubted: { readonly note: string; readonly at: number } | undefined;
}

const sentences = makeSentences({ part: (k) => k, subject: (s) => s, thing: (t) => t });

interface DeviceEvents {
  reading: [MonitorEvent];
  state: [MonitorState];
}

/** Listens to the devices of aircraft, each by the driver of its protocol, and passes on what they say. */
@Injectable()
export class DevicesService implements OnModuleInit, OnApplicationShutdown {
  readonly events = new EventEmitter<DeviceEvents>();
  private readonly heard = new Map<string, Heard>();
  private watchdog: NodeJS.Timeout | undefined;

  constructor(
    @InjectRepository(DeviceRow) private readonly rows: Repository<DeviceRow>,
    private readonly lock: WriteLock,
    @Inject(CLOCK) private readonly clock: Clock,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  async onModuleInit(): Promise<void> {
    for (const device of await this.configured()) this.listen(device);
    this.watchdog = setInterval(() => this.lookForSilence(), LOOKS_EVERY);
  }

  onApplicationShutdown(): void {
    clearInterval(this.watchdog);
    for (const mark of [...this.heard.keys()]) this.stop(mark);
  }

  /** The device of each aircraft that has one; stand-ins of the demonstration in the place of what is kept. */
  async configured(): Promise<readonly ConfiguredDevice[]> {
    const { monitors } = this.settings;
    const kept = (await this.rows.find()).map(({ mark, protocol, settings }) => ({
      mark,
      protocol,
      settings: JSON.parse(settings) as unknown,
    }));
    return [
      ...kept.filter((d) => !monitors.some((m) => m.mark === d.mark)),
      ...monitors.map(({ mark, protocol, host, port }) => ({
        mark,
        protocol,
        settings: { host, port, ...(this.settings.standins ? { writes: true } : {}) },
      })),
    ];
  }

  /** What is listened to for an aircraft, and by which protocols something could be. */
  async lineOf(mark: string): Promise<LineView> {
    const own = (await this.configured()).find((d) => d.mark === mark);
    const read = own && driverOf(own.protocol)?.read(own.settings);
    return {
      ...(own && read?.ok ? { line: { protocol: own.protocol, ...read.value } } : {}),
      protocols: Object.entries(DRIVERS).map(([id, { title, settings }]) => ({
        id,
        title,
        numbered: settings.some((s) => s.kind === 'number'),
      })),
    };
  }

  /** Where the device of each aircraft speaks, of those that speak at an address. */
  async addresses(): Promise<ReadonlyMap<string, LineAddress>> {
    return new Map(
      (await this.configured()).flatMap(({ mark, protocol, settings }) => {
        const read = driverOf(protocol)?.read(settings);
        return read?.ok ? [[mark, read.value] as const] : [];
      }),
    );
  }

  states(): MonitorState[] {
    return [...this.heard.values()].map((l) => l.state);
  }

  /** What the device of an aircraft said in the last minute, oldest first. */
  history(mark: string): readonly MonitorEvent[] {
    const since = this.now() - REMEMBER;
    return this.heard.get(mark)?.history.filter((h) => h.at >= since) ?? [];
  }

  /**
   * Sets by which protocol and where the device of an aircraft speaks, and listens there from now on. Error: a sentence;
   * nothing was changed.
   */
  async configure(device: ConfiguredDevice): Promise<Result<true, string>> {
    const driver = driverOf(device.protocol);
    if (!driver) return err(`There is no protocol ${device.protocol} here. Nothing was changed.`);
    const settings = driver.read(device.settings);
    if (!settings.ok) return err(`${settings.error} Nothing was changed.`);
    await this.lock.run(() => this.rows.save({ ...device, settings: JSON.stringify(settings.value) }));
    this.stop(device.mark);
    this.listen(device);
    return ok(true);
  }

  /** Asks the vehicle of an aircraft for the mission that it has aboard. Errors: as the vehicle answers; `missionNoVehicle`. */
  async readMission(mark: string): Promise<MissionRead> {
    return this.listsOf(mark)?.readMission() ?? err(reason('missionNoVehicle'));
  }

  /**
   * Puts a mission aboard the vehicle of an aircraft, over a line that may, while the vehicle itself says that it is disarmed. What is
   * aboard then is told by reading it back. Errors: `missionNotAllowed`, `missionFromOne`, `missionArmed`, `missionArmedUnknown`, as the vehicle answers.
   */
  async writeMission(mark: string, items: readonly MissionItem[]): Promise<MissionWritten> {
    const lists = this.listsOf(mark);
    if (!lists) return err(reason('missionNoVehicle'));
    if (this.heard.get(mark)?.state.writes !== true) return err(reason('missionNotAllowed'));
    // A plan without the vehicle's own item 0 would be given to it one place off.
    if (items.some((item, i) => item.sequence !== i)) return err(reason('missionFromOne'));
    const armed = this.history(mark).at(-1)?.values['aircraft']?.['armed'];
    if (armed === undefined || armed === null) return err(reason('missionArmedUnknown'));
    return armed === 0 ? lists.writeMission(items) : err(reason('missionArmed'));
  }

  /** The same of its parameters. Errors: as the vehicle answers; `parametersNoVehicle`. */
  async readParameters(mark: string): Promise<ParametersRead> {
    return this.listsOf(mark)?.readParameters() ?? err(reason('parametersNoVehicle'));
  }

  private listsOf(mark: string): Device['lists'] {
    const { device, state } = this.heard.get(mark) ?? {};
    return state?.state === 'live' ? device?.lists : undefined;
  }

  private now(): number {
    return this.clock.now().getTime();
  }

  private stop(mark: string): void {
    this.heard.get(mark)?.device?.close();
    this.heard.delete(mark);
  }

  private say(heard: Heard, state: MonitorState['state'], note?: string): void {
    if (heard.state.state === state && heard.state.note === note) return;
    const { mark, speaker, writes } = heard.state;
    heard.state = {
      mark,
      speaker,
      state,
      since: this.now(),
      ...(writes ? { writes } : {}),
      ...(note ? { note } : {}),
    };
    this.events.emit('state', heard.state);
  }

  private listen({ mark, protocol, settings }: ConfiguredDevice): void {
    const driver = driverOf(protocol);
    const heard: Heard = {
      device: undefined,
      clock: undefined,
      history: [],
      lastAt: 0,
      state: { mark, speaker: driver?.speaker ?? 'monitor', state: 'unreachable', since: this.now() },
      doubted: undefined,
    };
    this.heard.set(mark, heard);
    const read = driver?.read(settings);
    if (!driver || !read?.ok) {
      // Kept by another version of the product than this one.
      this.say(
        heard,
        'unreachable',
        'It speaks a protocol that is not known here: an administrator says it anew.',
      );
      return;
    }
    if ('writes' in read.value && read.value.writes === true) heard.state = { ...heard.state, writes: true };
    // Each driver reads its own settings: what it has read is what it opens.
    heard.device = (driver as DeviceDriver<unknown>).open(read.value, this.settings.standins, {
      opened: () => (heard.clock = undefined),
      sample: (sample) => this.take(heard, sample),
      doubt: (reason) => {
        heard.doubted = { note: sentences.say(reason), at: this.now() };
        this.say(heard, heard.state.state, heard.doubted.note);
      },
      gone: (why) => this.say(heard, 'unreachable', why === 'notAllowed' ? NOT_ALLOWED : undefined),
    });
  }

  private take(heard: Heard, sample: DeviceSample): void {
    heard.lastAt = this.now();
    const { values, doubt } = figuresBySubject(sample);
    if (doubt) heard.doubted = { note: sentences.say(doubt), at: this.now() };
    this.say(heard, 'live', this.doubtOf(heard));
    const { at, clock } = instantOfLine(heard.clock, sample.time, heard.lastAt);
    heard.clock = clock;
    const event: MonitorEvent = {
      mark: heard.state.mark,
      at: Math.round(at),
      source: { since: clock.since, time: clock.source },
      values,
    };
    heard.history.push(event);
    const old = heard.history.findIndex((h) => h.at >= heard.lastAt - REMEMBER);
    const many = heard.history.length - MOST_REMEMBERED;
    if (old > 0 || many > 0) heard.history.splice(0, Math.max(old, many));
    this.events.emit('reading', event);
  }

  private lookForSilence(): void {
    for (const heard of this.heard.values()) {
      const { state } = heard.state;
      if (state === 'live' && this.now() - heard.lastAt > SILENT_AFTER)
        this.say(heard, 'silent', this.doubtOf(heard));
      else if (state !== 'unreachable' && heard.state.note) this.say(heard, state, this.doubtOf(heard));
    }
  }

  /** What is still to be said of what was doubted. */
  private doubtOf({ doubted }: Heard): string | undefined {
    return doubted && this.now() - doubted.at <= DOUBT_STAYS ? doubted.note : undefined;
  }
}
