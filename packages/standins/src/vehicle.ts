import { createServer, type Server, type Socket } from 'node:net';
import { writeFrame, type MessageName } from '@kanzel/formats';
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
};

/** How the vehicle of the stand-in stands. */
export type VehicleSituation = typeof AT_REST;

const CELLS = 6;
const CELL_VOLTS = 4.12;
/** At half throttle, tied down. */
const HALF = { rpm: 5200, amps: 8.4 };
const HEADING = 143;

type Figures = Readonly<Record<string, number | readonly number[]>>;
type Said = readonly [name: MessageName, figures: Figures];

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/**
 * A drone with six motors on its stand, in the open protocol that real ones speak: at rest but for the unrest of its sensors, or
 * with its motors turning. It obeys nothing that comes over the line; what is wrong with it is set from outside.
 */
export class VehicleStandin {
  private state = AT_REST;
  private time = 8000;
  private sequence = 0;
  private step = 0;
  private picture: Figures | undefined;
  private readonly normal: () => number;

  constructor(
    private readonly system: number,
    private readonly motors: number,
    seed: number,
  ) {
    this.normal = seededRandom(seed).normal;
  }

  command({ restart, ...change }: VehicleCommand): void {
    this.state = { ...this.state, ...change };
    if (restart) this.time = 0;
  }

  situation(): VehicleSituation {
    return this.state;
  }

  /** What is sent in the next tenth of a second. */
  advance(): readonly Uint8Array[] {
    this.time += 100;
    this.step += 1;
    const said: Said[] = [['ATTITUDE', this.attitude()]];
    if (this.step % 2 === 0) said.push(['GLOBAL_POSITION_INT', this.position()]);
    if (this.step % 5 === 0)
      said.push(
        ['GPS_RAW_INT', this.satellites()],
        ['BATTERY_STATUS', this.battery()],
        ['RADIO_STATUS', { rssi: 241, remrssi: 238 }],
      );
    if (this.step % 2 === 1) said.push(...this.controllers());
    if (this.step % 10 === 0) said.push(['HEARTBEAT', this.heartbeat()]);
    return said.map(([name, figures]) =>
      writeFrame({ system: this.system, component: 1, sequence: this.sequence++ }, name, figures),
    );
  }

  private attitude(): Figures {
    const unrest = (size: number): number => size * this.normal();
    const shake = 0.02 + 0.3 * this.state.throttle;
    const { roll, pitch } = this.asBoxSays();
    const { headingOff, yaw } = this.state;
    const moving = {
      roll: radians(0.4 + roll + unrest(shake)),
      pitch: radians(-0.7 + pitch + unrest(shake)),
      yaw: radians(HEADING + headingOff + yaw - 360 + unrest(0.3)),
      rollspeed: unrest(0.002),
      pitchspeed: unrest(0.002),
      yawspeed: unrest(0.002),
    };
    this.picture = this.state.frozen ? (this.picture ?? moving) : moving;
    return { time_boot_ms: this.time, ...this.picture };
  }

  /** Roll and pitch of the airframe along the axes of the box: one that points right feels the nose rise as its right side going down. */
  private asBoxSays(): { readonly roll: number; readonly pitch: number } {
    const { roll, pitch, boxTurned } = this.state;
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
    return { time_boot_ms: this.time, relative_alt: Math.round(40 * this.normal()), hdg: HEADING * 100 };
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
    const amps = this.state.throttle * 2 * HALF.amps * this.motors;
    const volts = Array.from({ length: 10 }, (_, i) => {
      if (i >= CELLS) return 65_535;
      const cell = CELL_VOLTS - 0.0012 * amps - (i === 2 ? this.state.weakCell : 0) + 0.001 * (i % 3);
      return Math.round(1000 * cell);
    });
    return { voltages: volts, current_battery: Math.round(100 * amps), battery_remaining: 96 };
  }

  private controllers(): Said[] {
    const { throttle } = this.state;
    const of = (first: number, figure: (motor: number) => number): number[] =>
      Array.from({ length: 4 }, (_, i) => (first + i < this.motors ? figure(first + i) : 0));
    return Array.from({ length: Math.ceil(this.motors / 4) }, (_, i) => [
      'ESC_STATUS',
      {
        index: 4 * i,
        time_usec: this.time * 1000,
        rpm: of(4 * i, (m) =>
          Math.round(
            2 * HALF.rpm * throttle * (1 + 0.004 * (m % 3)) + (throttle > 0 ? 4 * this.normal() : 0),
          ),
        ),
        voltage: of(4 * i, () => CELLS * CELL_VOLTS),
        current: of(4 * i, (m) => 2 * HALF.amps * throttle * (1 + 0.02 * (m % 2))),
      },
    ]);
  }

  private heartbeat(): Figures {
    // A multirotor of six, disarmed or, when it is armed or its motors turn, armed.
    return {
      type: 13,
      autopilot: 3,
      base_mode: this.state.armed || this.state.throttle > 0 ? 0x80 : 0,
      system_status: 3,
      mavlink_version: 3,
    };
  }
}

/** A vehicle that is listening for whoever calls it up, on a port of its own. Real time, ten pictures a second. */
export function serveVehicle(vehicle: VehicleStandin, port: number): Promise<Server> {
  const listeners = new Set<Socket>();
  const timer = setInterval(() => {
    const frames = vehicle.advance();
    for (const socket of listeners) for (const frame of frames) socket.write(frame);
  }, 100);
  const server = createServer((socket) => {
    listeners.add(socket);
    socket.once('close', () => listeners.delete(socket));
    socket.on('error', () => socket.destroy());
  });
  server.once('close', () => clearInterval(timer));
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}
