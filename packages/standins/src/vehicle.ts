import { createServer, type Server, type Socket } from 'node:net';
import type { MissionItem } from '@kanzel/core';
import { readFrames, writeFrame, type MessageName } from '@kanzel/formats';
import { MagneticFieldStandin } from './magnetic-field.ts';
import type { FlightStandin } from './flight/flight.ts';
import { seededRandom } from './random.ts';

/** What can be made to go wrong with the vehicle, and how its sticks stand. */
export interface VehicleCommand {
  /** From 0, not turning, to 1. */
  readonly throttle?: number;
  /** Alive, and the same picture for ever. */
  readonly frozen?: boolean;
  /** One cell below the others by so many volts. */
  readonly weakCell?: number;
  readonly satellites?: number;
  /** Turned about its up axis by so many degrees against what it is told to be. */
  readonly headingOff?: number;
  /** How it is held by hand, beside how it stands: right side down, nose up, nose to the right (degrees). */
  readonly roll?: number;
  readonly pitch?: number;
  readonly yaw?: number;
  /** Its box lies turned about the vertical by so many degrees against what it was told. */
  readonly boxTurned?: 0 | 90 | 180 | 270;
  readonly armed?: boolean;
  /** What is wrong with the mission aboard: one height tenfold, or the item behind the fourth never given. */
  readonly mission?: 'whole' | 'height' | 'cut-off';
  /** Of its parameters: two changed, one new, as after another board was put in. */
  readonly parametersChanged?: boolean;
  /** Its third motor goes on for so many seconds when the others are told to stop. */
  readonly stopsLate?: number;
  /** Its link at the far end of a range test. */
  readonly linkWeak?: boolean;
  /** It says nothing at all, as behind a hill. */
  readonly silent?: boolean;
  /** Its gyros are cold: level wanders. */
  readonly cold?: boolean;
  /** Somebody turns it about every way in their hands. */
  readonly tumbling?: boolean;
  /** Its clock is set to zero, as when it is switched on anew. */
  readonly restart?: boolean;
}

/** What stands on the bench, until somebody says otherwise. */
const AT_REST = {
  throttle: 0,
  frozen: false,
  weakCell: 0,
  satellites: 17,
  headingOff: 0,
  roll: 0,
  pitch: 0,
  yaw: 0,
  boxTurned: 0 as 0 | 90 | 180 | 270,
  armed: false,
  mission: 'whole' as 'whole' | 'height' | 'cut-off',
  parametersChanged: false,
  stopsLate: 0,
  linkWeak: false,
  silent: false,
  cold: false,
  tumbling: false,
};

const MAST_HEIGHTS = [40, 60, 60, 80, 80, 60];

/** Up beside a mast, round it in three heights, and home; invented, in a sea of its own. */
export const MAST_MISSION: readonly MissionItem[] = [
  { command: 22, height: 30, north: 0, east: 0, parameters: [0, 0, 0, null] },
  ...MAST_HEIGHTS.map((height, i) => ({
    command: 16,
    height,
    north: Math.round(9000 * Math.cos((i * Math.PI) / 3)),
    east: Math.round(18_000 * Math.sin((i * Math.PI) / 3)),
    parameters: [4, 2, 0, null],
  })),
  { command: 20, height: 50, north: 0, east: 0, parameters: [0, 0, 0, 0] },
].map(({ command, height, north, east, parameters }, sequence) => ({
  sequence,
  frame: 3,
  command,
  autocontinue: true,
  parameters,
  x: 601_234_567 + north,
  y: -82_345_678 + east,
  z: height,
}));

/** Its settings: name, type by MAV_PARAM_TYPE, value; some whole and some not. */
export const STANDIN_PARAMETERS: readonly (readonly [name: string, type: number, value: number])[] =
  Array.from(
    { length: 120 },
    (_, i) => [`SET_${String(i).padStart(3, '0')}`, i % 3 === 0 ? 6 : 9, i % 3 === 0 ? i : i / 8] as const,
  );

/** How the vehicle of the stand-in stands. */
export type VehicleSituation = typeof AT_REST;

const CELLS = 6;
const CELL_VOLTS = 4.12;
/** At full power its pack is empty after so many milliseconds, with so many volts less in a cell. */
const EMPTY_AFTER = 420_000;
const EMPTIES = 0.75;
/** At half throttle, tied down. */
const HALF = { rpm: 4600, amps: 8.4 };
const HEADING = 143;
/** Milligauss of the field about it, and how steeply it goes down (rad). */
const [FIELD, DIP] = [506, (73 * Math.PI) / 180] as const;
/** Items of a mission for which it has room. */
const ROOM = 800;
/** Time in which a motor that is let go loses two thirds of its speed (s), and the share of it at which it stands. */
const RUN_DOWN = 0.35;
const STANDS = 0.02;

/** Brought to half a turn to either side. */
const around = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;

type Figures = Readonly<Record<string, number | readonly number[]>>;
type Said = readonly [name: MessageName, figures: Figures];

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/**
 * A drone with six motors on its stand, in the open protocol that real ones speak: at rest but for the unrest of its sensors, or
 * with its motors turning. It takes a mission while it is disarmed, and obeys nothing else that comes over the line; what is wrong with
 * it is set from outside.
 */
export class VehicleStandin {
  private state = AT_REST;
  private time = 8000;
  private sequence = 0;
  private step = 0;
  /** Share of its pack that was flown. */
  private used = 0;
  private flew = false;
  private picture: Figures | undefined;
  /** A mission that is being put aboard. */
  private coming: { readonly count: number; readonly items: MissionItem[] } | undefined;
  /** When its motors were told to stop, and from which throttle. */
  private stopped: { readonly at: number; readonly from: number } | undefined;
  private readonly normal: () => number;
  private readonly iron: MagneticFieldStandin;

  constructor(
    private readonly system: number,
    private readonly motors: number,
    seed: number,
    private mission: readonly MissionItem[] = MAST_MISSION,
    /** What it flies, where it does. */
    readonly flight?: FlightStandin,
    /** What it is, as a heartbeat says it. Source: MAV_TYPE. */
    private readonly type = 13,
  ) {
    this.normal = seededRandom(seed).normal;
    this.iron = new MagneticFieldStandin(
      FIELD,
      {
        hard: [62, -24, 110],
        soft: [
          [1.04, 0.02, 0],
          [0.02, 0.97, 0.01],
          [0, 0.01, 1.01],
        ],
        motors: [21, 9, -14],
        unrest: 2.5,
      },
      seed + 1,
    );
  }

  command({ restart, ...change }: VehicleCommand): void {
    if (change.throttle === 0 && this.state.throttle > 0)
      this.stopped = { at: this.time, from: this.state.throttle };
    this.state = { ...this.state, ...change };
    if (restart) {
      this.time = 0;
      this.stopped = undefined;
    }
  }

  situation(): VehicleSituation {
    return this.state;
  }

  /** What it answers to what came over the line: how many items its mission has, or one of them; it takes a mission, and does nothing else that it is told. */
  answer(bytes: Uint8Array): readonly Uint8Array[] {
    const { heard } = readFrames(bytes);
    return heard.flatMap((one) => {
      if (one.kind !== 'message' || one.figures['target_system']?.[0] !== this.system) return [];
      const to = { target_system: one.system, target_component: one.component };
      if (one.name === 'MISSION_REQUEST_LIST')
        return [this.frame('MISSION_COUNT', { ...to, count: this.mission.length })];
      if (one.name === 'MISSION_COUNT') return [this.beginUpload(to, one.figures['count']?.[0] ?? 0)];
      if (one.name === 'MISSION_ITEM_INT') return this.takeItem(to, one.figures);
      if (one.name === 'PARAM_REQUEST_LIST') return this.parameters().map((_, i) => this.parameter(i));
      if (one.name === 'PARAM_REQUEST_READ') return [this.parameter(one.figures['param_index']?.[0] ?? 0)];
      const item = one.name === 'MISSION_REQUEST_INT' ? this.item(one.figures['seq']?.[0] ?? -1) : undefined;
      return item ? [this.frame('MISSION_ITEM_INT', { ...to, ...item })] : [];
    });
  }

  /** Room for a survey, and no more. */
  private beginUpload(to: Figures, count: number): Uint8Array {
    if (this.state.armed || this.throttle() > 0) return this.frame('MISSION_ACK', { ...to, type: 14 });
    if (count > ROOM) return this.frame('MISSION_ACK', { ...to, type: 4 });
    this.coming = { count, items: [] };
    return this.frame('MISSION_REQUEST_INT', { ...to, seq: 0 });
  }

  private takeItem(to: Figures, figures: Readonly<Record<string, readonly number[]>>): readonly Uint8Array[] {
    const { coming } = this;
    const known = new Map(Object.entries(figures));
    const figure = (name: string): number => known.get(name)?.[0] ?? Number.NaN;
    const given = (value: number): number | null => (Number.isFinite(value) ? value : null);
    if (!coming) return [];
    const { items, count } = coming;
    // A radio that breaks: it stops asking, and has half of it.
    if (this.state.mission === 'cut-off' && items.length > 3) return [];
    if (figure('seq') === items.length)
      items.push({
        sequence: figure('seq'),
        frame: figure('frame'),
        command: figure('command'),
        autocontinue: figure('autocontinue') !== 0,
        parameters: ['param1', 'param2', 'param3', 'param4'].map((name) => given(figure(name))),
        x: figure('x'),
        y: figure('y'),
        z: given(figure('z')),
      });
    if (items.length < count) return [this.frame('MISSION_REQUEST_INT', { ...to, seq: items.length })];
    this.mission = items;
    return [this.frame('MISSION_ACK', { ...to, type: 0 })];
  }

  private parameters(): typeof STANDIN_PARAMETERS {
    const { parametersChanged } = this.state;
    const own = STANDIN_PARAMETERS;
    if (!parametersChanged) return own;
    return [
      ...own.map(([name, type, value]) =>
        name === 'SET_012' || name === 'SET_050'
          ? ([name, type, value + 1] as const)
          : ([name, type, value] as const),
      ),
      ['SET_NEW', 9, 0.5],
    ];
  }

  private parameter(index: number): Uint8Array {
    const all = this.parameters();
    const [name, type, value] = all[index] ?? ['', 9, 0];
    return this.frame('PARAM_VALUE', {
      param_id: [...name].map((c) => c.charCodeAt(0)),
      param_value: value,
      param_type: type,
      param_count: all.length,
      param_index: index,
    });
  }

  private item(sequence: number): Figures | undefined {
    const item = this.mission[sequence];
    const { mission } = this.state;
    if (!item || (mission === 'cut-off' && sequence > 3)) return undefined;
    const [param1 = 0, param2 = 0, param3 = 0, param4 = 0] = item.parameters.map((p) => p ?? Number.NaN);
    return {
      seq: item.sequence,
      frame: item.frame,
      command: item.command,
      autocontinue: item.autocontinue ? 1 : 0,
      param1,
      param2,
      param3,
      param4,
      x: item.x,
      y: item.y,
      z: (item.z ?? Number.NaN) * (mission === 'height' && sequence === 5 ? 10 : 1),
    };
  }

  private frame(name: MessageName, figures: Figures): Uint8Array {
    return writeFrame({ system: this.system, component: 1, sequence: this.sequence++ }, name, figures);
  }

  /** What is sent in the next tenth of a second, or after so many milliseconds: its clock goes on while a busy machine lets it wait. */
  advance(milliseconds = 100): readonly Uint8Array[] {
    this.time += milliseconds;
    this.step += 1;
    this.flight?.advance(milliseconds / 1000);
    this.emptyPack(milliseconds);
    const said: Said[] = [
      ['ATTITUDE', this.attitude()],
      ['SCALED_IMU', this.field()],
    ];
    if (this.step % 2 === 0) said.push(['GLOBAL_POSITION_INT', this.position()], ...this.flown());
    if (this.step % 5 === 0)
      said.push(
        ['GPS_RAW_INT', this.satellites()],
        ['BATTERY_STATUS', this.battery()],
        ['RADIO_STATUS', { rssi: this.state.linkWeak ? 96 : 241, remrssi: 238 }],
      );
    if (this.step % 2 === 1) said.push(...this.controllers());
    if (this.step % 10 === 0) said.push(['HEARTBEAT', this.heartbeat()]);
    return this.state.silent || this.flight?.silent
      ? []
      : said.map(([name, figures]) => this.frame(name, figures));
  }

  /** A flight begins with a full pack. */
  private emptyPack(milliseconds: number): void {
    const flies = this.aloft !== undefined;
    if (flies && !this.flew) this.used = 0;
    this.flew = flies;
    if (flies) this.used = Math.min(1, this.used + (this.throttle() * milliseconds) / EMPTY_AFTER);
  }

  /** Its flight, where it is in the air. */
  private get aloft(): FlightStandin | undefined {
    return this.flight?.part() ? this.flight : undefined;
  }

  private throttle(): number {
    return this.aloft?.part()?.power ?? this.state.throttle;
  }

  /** Speed, and the roll that is asked, of one that flies. */
  private flown(): readonly Said[] {
    if (!this.flight) return [];
    const { shown } = this.flight.airspeed();
    const { heading, climbs } = this.flight.attitude();
    const [north, east] = this.flight.overGround();
    return [
      [
        'VFR_HUD',
        {
          airspeed: shown,
          groundspeed: Math.hypot(north, east),
          heading: Math.round(heading),
          throttle: Math.round(100 * this.throttle()),
          alt: this.flight.place().height,
          climb: climbs,
        },
      ],
      ['NAV_CONTROLLER_OUTPUT', { nav_roll: this.flight.rollAsked() }],
    ];
  }

  private attitude(): Figures {
    const unrest = (size: number): number => size * this.normal();
    const shake = 0.02 + 0.3 * this.throttle();
    const { roll, pitch } = this.asBoxSays();
    const { headingOff } = this.state;
    const yaw = around(this.state.yaw + this.turned().yaw);
    const moving = {
      roll: radians(0.4 + roll + this.wander() + unrest(shake)),
      pitch: radians(-0.7 + pitch + unrest(shake)),
      yaw: radians(around(HEADING + headingOff + yaw + unrest(0.3))),
      rollspeed: radians(this.aloft?.attitude().rolling ?? 0) + unrest(0.002),
      pitchspeed: unrest(0.002),
      yawspeed: unrest(0.002),
    };
    this.picture = this.state.frozen ? (this.picture ?? moving) : moving;
    return { time_boot_ms: this.time, ...this.picture };
  }

  /** The field of Grauholm about it, with the iron it carries, in whole milligauss. */
  private field(): Figures {
    const at = this.turned();
    const [roll, pitch, yaw] = [at.roll, at.pitch, HEADING + this.state.yaw + at.yaw].map(radians) as [
      number,
      number,
      number,
    ];
    const [north, down] = [Math.cos(DIP), Math.sin(DIP)];
    // From north, east and down into nose, right and down of the vehicle.
    const level = [north * Math.cos(yaw), -north * Math.sin(yaw)] as const;
    const nose = level[0] * Math.cos(pitch) - down * Math.sin(pitch);
    const lifted = level[0] * Math.sin(pitch) + down * Math.cos(pitch);
    const right = level[1] * Math.cos(roll) + lifted * Math.sin(roll);
    const under = -level[1] * Math.sin(roll) + lifted * Math.cos(roll);
    const [xmag, ymag, zmag] = this.iron
      .read([nose, right, under], this.throttle())
      .map((v) => Math.round(v));
    return { time_boot_ms: this.time, xmag: xmag ?? 0, ymag: ymag ?? 0, zmag: zmag ?? 0 };
  }

  /** How it is held: as it stands in the hands, and turned about where somebody does that. */
  private turned(): { readonly roll: number; readonly pitch: number; readonly yaw: number } {
    if (this.aloft) {
      const { roll, pitch, heading } = this.aloft.attitude();
      return { roll, pitch, yaw: around(heading - HEADING) };
    }
    const { roll, pitch, tumbling } = this.state;
    if (!tumbling) return { roll, pitch, yaw: 0 };
    const seconds = this.time / 1000;
    // Rolled over and over while the nose goes up and down and round: no two turns alike.
    return {
      roll: around(roll + 47 * seconds),
      pitch: pitch + 88 * Math.sin(seconds / 2.3),
      yaw: around(19 * seconds),
    };
  }

  /** Cold gyros: up to three degrees, to and fro in some ten seconds. */
  private wander(): number {
    return this.state.cold ? 3 * Math.sin(this.time / 1600) : 0;
  }

  /** Its speed as a share of what the throttle asks: told to stop, a motor runs down in some seconds, and one of them may go on. */
  private turns(motor: number): number {
    const { stopsLate } = this.state;
    const throttle = this.throttle();
    if (throttle > 0 || !this.stopped) return throttle;
    const since = (this.time - this.stopped.at) / 1000 - (motor === 2 ? stopsLate : 0);
    const left = since <= 0 ? 1 : Math.exp(-since / RUN_DOWN);
    return left < STANDS ? 0 : this.stopped.from * left;
  }

  /** Roll and pitch of the airframe along the axes of the box: one that points right feels the nose rise as its right side going down. */
  private asBoxSays(): { readonly roll: number; readonly pitch: number } {
    const { boxTurned } = this.state;
    const { roll, pitch } = this.turned();
    switch (boxTurned) {
      case 0:
        return { roll, pitch };
      case 90:
        return { roll: pitch, pitch: -roll };
      case 180:
        return { roll: -roll, pitch: -pitch };
      case 270:
        return { roll: -pitch, pitch: roll };
    }
  }

  private position(): Figures {
    const height = Math.round(40 * this.normal());
    if (!this.flight) return { time_boot_ms: this.time, relative_alt: height, hdg: HEADING * 100 };
    const { latitude, longitude, height: sea, above } = this.flight.place();
    const [north, east] = this.flight.overGround();
    return {
      time_boot_ms: this.time,
      lat: Math.round(latitude * 1e7),
      lon: Math.round(longitude * 1e7),
      alt: Math.round(sea * 1000) + height,
      relative_alt: Math.round(above * 1000) + height,
      vx: Math.round(100 * north),
      vy: Math.round(100 * east),
      vz: Math.round(-100 * this.flight.attitude().climbs),
      hdg: Math.round(100 * (this.aloft ? this.flight.attitude().heading : HEADING)),
    };
  }

  private satellites(): Figures {
    return {
      time_usec: this.time * 1000,
      fix_type: 3,
      eph: 72,
      epv: 110,
      satellites_visible: this.state.satellites,
    };
  }

  private battery(): Figures {
    const amps = this.throttle() * 2 * HALF.amps * this.motors;
    const volts = Array.from({ length: 10 }, (_, i) => {
      if (i >= CELLS) return 65_535;
      const cell =
        CELL_VOLTS -
        EMPTIES * this.used -
        0.0012 * amps -
        (i === 2 ? this.state.weakCell : 0) +
        0.001 * (i % 3);
      return Math.round(1000 * cell);
    });
    return {
      voltages: volts,
      current_battery: Math.round(100 * amps),
      battery_remaining: Math.max(0, Math.round(96 - 96 * this.used)),
    };
  }

  private controllers(): Said[] {
    const of = (first: number, figure: (motor: number) => number): number[] =>
      Array.from({ length: 4 }, (_, i) => (first + i < this.motors ? figure(first + i) : 0));
    return Array.from({ length: Math.ceil(this.motors / 4) }, (_, i) => [
      'ESC_STATUS',
      {
        index: 4 * i,
        time_usec: this.time * 1000,
        rpm: of(4 * i, (m) =>
          Math.round(
            2 * HALF.rpm * this.turns(m) * (1 + 0.004 * (m % 3)) +
              (this.turns(m) > 0 ? 4 * this.normal() : 0),
          ),
        ),
        voltage: of(4 * i, () => CELLS * CELL_VOLTS),
        current: of(4 * i, (m) => 2 * HALF.amps * this.throttle() * (1 + 0.02 * (m % 2))),
      },
    ]);
  }

  private heartbeat(): Figures {
    // Disarmed or, when it is armed or its motors turn, armed.
    return {
      type: this.type,
      autopilot: 3,
      custom_mode: this.aloft?.part()?.mode ?? 0,
      base_mode: this.state.armed || this.throttle() > 0 ? 0x80 : 0,
      system_status: 3,
      mavlink_version: 3,
    };
  }
}

/** A vehicle that is listening for whoever calls it up, on a port of its own. Real time, ten pictures a second. */
export function serveVehicle(vehicle: VehicleStandin, port: number): Promise<Server> {
  const listeners = new Set<Socket>();
  let last = performance.now();
  const timer = setInterval(() => {
    const now = performance.now();
    const frames = vehicle.advance(Math.round((now - last) * (vehicle.flight?.faster ?? 1)));
    last = now;
    for (const socket of listeners) for (const frame of frames) socket.write(frame);
  }, 100);
  const server = createServer((socket) => {
    listeners.add(socket);
    socket.on('data', (bytes) => {
      for (const frame of vehicle.answer(Uint8Array.from(bytes as Buffer))) socket.write(frame);
    });
    socket.once('close', () => listeners.delete(socket));
    socket.on('error', () => socket.destroy());
  });
  server.once('close', () => clearInterval(timer));
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}
