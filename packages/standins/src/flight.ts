import { createServer, type Server, type Socket } from 'node:net';
import { seededRandom, type RandomSource } from './random.ts';

/** What can be asked of the flight; what is left out stays. */
export interface FlightCommand {
  /** Flies its programme from the beginning, or stands on the runway. */
  readonly flying?: boolean;
  /** The receiver says nothing. */
  readonly silent?: boolean;
  /** Wind: where it comes from (°), m/s. */
  readonly windFrom?: number;
  readonly wind?: number;
  /** So many times as fast as it would be. */
  readonly faster?: number;
}

/** One part of the programme: so long, turning and climbing so fast (°/s, m/s). */
type Part = readonly [seconds: number, turn: number, climb: number];

/** True airspeed (m/s), and where it stands: the runway of the field of the demonstration. */
const AIRSPEED = 36;
const START = { latitude: 57.598_06, longitude: 1.393_2, height: 12, heading: 62 };
const METRES_PER_DEGREE = (6_371_000 * Math.PI) / 180;
const RAD = Math.PI / 180;
/** How far a place is off at every moment, as a standard deviation (m); it wanders, as that of a receiver does. */
const TREMBLE = 0.6;

/** Up, four legs a quarter of a circle apart, and down again; then it stands. */
const PROGRAMME: readonly Part[] = [
  [25, 0, 3.5],
  [15, -6, 3.5],
  [100, 0, 3.5],
  ...Array.from({ length: 4 }, (): readonly Part[] => [
    [45, 0, 0],
    [15, 6, 0],
  ]).flat(),
  [15, 6, -2],
  [140, 0, -3],
];

/** Exclusive or of all between the dollar and the star. Source: NMEA 0183, checksum. */
const withChecksum = (body: string): string => {
  const sum = [...body].reduce((s, c) => s ^ c.charCodeAt(0), 0);
  return `$${body}*${sum.toString(16).toUpperCase().padStart(2, '0')}`;
};

/** Degrees as degrees and minutes in one figure, and the hemisphere. Example: 57.6 is "5736.0000,N". */
function angle(degrees: number, digits: number, [plus, minus]: readonly [string, string]): string {
  const size = Math.abs(degrees);
  let whole = Math.floor(size);
  let minutes = ((size - whole) * 60).toFixed(4);
  if (minutes === '60.0000') [whole, minutes] = [whole + 1, '0.0000'];
  return `${String(whole).padStart(digits, '0')}${minutes.padStart(7, '0')},${degrees < 0 ? minus : plus}`;
}

/** A flight that is not there, and the receiver aboard it: what is flown is what a measurement has to find again. */
export class FlightStandin {
  private at = 0;
  private north = 0;
  private east = 0;
  private height = START.height;
  private heading = START.heading;
  private off = [0, 0] as [number, number];
  private flying = false;
  private readonly random: RandomSource;
  silent = false;
  faster = 1;
  windFrom = 240;
  wind = 6;

  constructor(
    seed: number,
    /** Seconds of the day at which its clock begins. */
    private clock: number,
  ) {
    this.random = seededRandom(seed);
  }

  command({ flying, silent, windFrom, wind, faster }: FlightCommand): void {
    this.silent = silent ?? this.silent;
    this.windFrom = windFrom ?? this.windFrom;
    this.wind = wind ?? this.wind;
    this.faster = faster ?? this.faster;
    if (flying === undefined || flying === this.flying) return;
    this.flying = flying;
    [this.at, this.north, this.east] = [0, 0, 0];
    [this.height, this.heading] = [START.height, START.heading];
  }

  situation(): Required<FlightCommand> & { readonly airspeed: number; readonly height: number } {
    const { flying, silent, windFrom, wind, faster, height } = this;
    return { flying, silent, windFrom, wind, faster, height, airspeed: AIRSPEED };
  }

  private part(): Part | undefined {
    let begins = 0;
    for (const part of PROGRAMME) {
      begins += part[0];
      if (this.at < begins) return part;
    }
    return undefined;
  }

  /** One second on. */
  second(): void {
    this.clock = (this.clock + 1) % 86_400;
    const wander = (x: number): number => 0.9 * x + 0.44 * TREMBLE * this.random.normal();
    this.off = [wander(this.off[0]), wander(this.off[1])];
    if (!this.flying) return;
    const part = this.part();
    if (!part) {
      this.command({ flying: false });
      return;
    }
    const [, turn, climb] = part;
    const [vn, ve] = this.overGround();
    this.north += vn;
    this.east += ve;
    this.heading += turn;
    this.height = Math.max(START.height, this.height + climb);
    this.at += 1;
  }

  private overGround(): readonly [number, number] {
    if (!this.flying) return [0, 0];
    return [
      AIRSPEED * Math.cos(this.heading * RAD) - this.wind * Math.cos(this.windFrom * RAD),
      AIRSPEED * Math.sin(this.heading * RAD) - this.wind * Math.sin(this.windFrom * RAD),
    ];
  }

  /** What its receiver says of this second. Source: NMEA 0183, GGA and RMC. */
  sentences(): readonly string[] {
    const two = (n: number): string => String(Math.floor(n)).padStart(2, '0');
    const time = `${two(this.clock / 3600)}${two((this.clock / 60) % 60)}${two(this.clock % 60)}.00`;
    const latitude = START.latitude + (this.north + this.off[0]) / METRES_PER_DEGREE;
    const longitude =
      START.longitude + (this.east + this.off[1]) / METRES_PER_DEGREE / Math.cos(START.latitude * RAD);
    const place = `${angle(latitude, 2, ['N', 'S'])},${angle(longitude, 3, ['E', 'W'])}`;
    const [vn, ve] = this.overGround();
    const knots = (Math.hypot(vn, ve) * 3600) / 1852;
    const track = ((Math.atan2(ve, vn) / RAD + 360) % 360).toFixed(1);
    return [
      withChecksum(`GPRMC,${time},A,${place},${knots.toFixed(1)},${track},301126,,`),
      withChecksum(`GPGGA,${time},${place},1,14,0.8,${this.height.toFixed(1)},M,46.9,M,,`),
    ];
  }
}

/** Lets the receiver of a flight speak to whoever listens, a second at a time. */
export function serveFlight(flight: FlightStandin, port: number): Promise<Server> {
  const listeners = new Set<Socket>();
  const server = createServer((socket) => {
    listeners.add(socket);
    socket.once('close', () => listeners.delete(socket));
    socket.on('error', () => socket.destroy());
  });
  let next: NodeJS.Timeout | undefined;
  const tick = (): void => {
    flight.second();
    if (!flight.silent)
      for (const socket of listeners) socket.write(`${flight.sentences().join('\r\n')}\r\n`);
    next = setTimeout(tick, 1000 / flight.faster);
  };
  next = setTimeout(tick, 1000);
  server.once('close', () => clearTimeout(next));
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}
