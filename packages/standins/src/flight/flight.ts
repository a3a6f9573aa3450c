import { seededRandom, type RandomSource } from '../random.ts';
import type { FlightCharacter, FlightPart } from './character.ts';

/** What can be asked of the flight, and made to go wrong with it; what is left out stays. */
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
  /** Its airspeed gauge stays at nothing. */
  readonly gaugeDead?: boolean;
  /** It rolls by itself so much more than it did (°). */
  readonly outOfTrim?: number;
  /** Its roll overshoots, and goes on swinging. */
  readonly loose?: boolean;
  /** The receiver has jumped to a place beside the true one. */
  readonly jumped?: boolean;
}

/** Where it stands: the runway of the field of the demonstration. */
const START = { latitude: 57.598_06, longitude: 1.393_2, height: 12, heading: 62 };
const METRES_PER_DEGREE = (6_371_000 * Math.PI) / 180;
const RAD = Math.PI / 180;
const GRAVITY = 9.80665;
/** How far a place is off at every moment, as a standard deviation (m), and for how long it stays so (s). */
const TREMBLE = 0.6;
const TREMBLES_FOR = 9.5;
/** How far a jump is (m). */
const JUMP = 60;
/** It is moved on in steps of at most so long (s). */
const STEP = 0.1;
const ROLL_STEPS = 10;
/** A stall: how fast speed is lost before (m/s²: a knot a second), how fast it falls (m/s), and from which share of the stall it flies again. */
const SLOWS = 0.514;
const FALLS = 7;
const FLIES_AGAIN = 1.25;
const WARNS = 1.08;
/** Air of the standard day at sea level (K), and what is lost by height (K/m, and its exponent for density). */
const [SEA_LEVEL, LAPSE, THINS] = [288.15, 0.0065, 4.2559] as const;

/** A flight that is not there: what is flown is what a measurement has to find again. */
export class FlightStandin {
  private at = 0;
  private north = 0;
  private east = 0;
  private height = START.height;
  private heading = START.heading;
  private speed = 0;
  private roll = 0;
  private rolling = 0;
  private falling = false;
  /** The part whose stall is over. */
  private stalled: FlightPart | undefined;
  private off = [0, 0] as [number, number];
  private state: Required<FlightCommand> = {
    flying: false,
    silent: false,
    windFrom: 240,
    wind: 6,
    faster: 1,
    gaugeDead: false,
    outOfTrim: 0,
    loose: false,
    jumped: false,
  };
  private readonly random: RandomSource;

  constructor(
    seed: number,
    private readonly character: FlightCharacter,
  ) {
    this.random = seededRandom(seed);
  }

  command(change: FlightCommand): void {
    const was = this.state.flying;
    this.state = { ...this.state, ...change };
    if (this.state.flying === was) return;
    [this.at, this.north, this.east] = [0, 0, 0];
    [this.height, this.heading] = [START.height, START.heading];
    [this.roll, this.rolling, this.falling, this.stalled] = [0, 0, false, undefined];
    // What flies off a runway has its speed when the programme begins; what hovers begins with none.
    this.speed = this.state.flying ? (this.character.programme[0]?.airspeed ?? this.character.airspeed) : 0;
  }

  situation(): Required<FlightCommand> & { readonly airspeed: number; readonly height: number } {
    return { ...this.state, airspeed: this.speed, height: this.height };
  }

  get faster(): number {
    return this.state.faster;
  }

  get silent(): boolean {
    return this.state.silent;
  }

  /** What is flown now; none on the ground. */
  part(): FlightPart | undefined {
    if (!this.state.flying) return undefined;
    let begins = 0;
    for (const part of this.character.programme) {
      begins += part.seconds;
      if (this.at < begins) return part;
    }
    return undefined;
  }

  /** Moves time on by so many seconds. */
  advance(seconds: number): void {
    const steps = Math.max(1, Math.ceil(seconds / STEP - 1e-9));
    for (let i = 0; i < steps; i += 1) this.step(seconds / steps);
  }

  private step(dt: number): void {
    const stays = Math.exp(-dt / TREMBLES_FOR);
    const wander = (x: number): number =>
      stays * x + TREMBLE * Math.sqrt(1 - stays ** 2) * this.random.normal();
    this.off = [wander(this.off[0]), wander(this.off[1])];
    if (!this.state.flying) return;
    const part = this.part();
    if (!part) {
      this.command({ flying: false });
      return;
    }
    this.stepSpeed(part, dt);
    this.stepRolling(part, dt);
    const [vn, ve] = this.overGround();
    this.north += vn * dt;
    this.east += ve * dt;
    this.heading += (part.turn ?? 0) * dt;
    this.height = Math.max(START.height, this.height + this.climbs(part) * dt);
    this.at += dt;
  }

  private climbs(part: FlightPart): number {
    return this.falling ? -FALLS : (part.climb ?? 0);
  }

  private stepSpeed(part: FlightPart, dt: number): void {
    const { stall = 0, gains, airspeed } = this.character;
    if (this.falling && this.speed >= FLIES_AGAIN * stall) this.falling = false;
    // One stall to a part: it is slowed down to it, and flown again behind it.
    if (part.stall && this.stalled !== part && this.speed <= stall)
      [this.falling, this.stalled] = [true, part];
    const slows = part.stall === true && this.stalled !== part;
    const sought = this.falling ? 2 * stall : slows ? 0 : (part.airspeed ?? airspeed);
    const most = (slows ? SLOWS : gains) * dt;
    this.speed += Math.min(most, Math.max(-most, sought - this.speed));
  }

  /** How far it is asked to roll: for its turn, or as a part says (°). */
  rollAsked(): number {
    const part = this.part();
    if (!part) return 0;
    if (part.roll !== undefined) return part.roll;
    return Math.atan((this.speed * (part.turn ?? 0) * RAD) / GRAVITY) / RAD;
  }

  /** Second order, with what it rolls by itself put on where nothing holds it level. */
  private stepRoll(part: FlightPart, dt: number): void {
    const [frequency, damping] = this.character.roll;
    const byHand = part.mode === undefined || part.mode === 0;
    const own = byHand ? this.character.trim + this.state.outOfTrim : 0;
    const ratio = this.state.loose ? 0.12 : damping;
    const pull = frequency ** 2 * (this.rollAsked() + own - this.roll) - 2 * ratio * frequency * this.rolling;
    this.rolling += pull * dt;
    this.roll += this.rolling * dt;
  }

  /** Rolling is over in less time than the rest takes to change. */
  private stepRolling(part: FlightPart, dt: number): void {
    for (let i = 0; i < ROLL_STEPS; i += 1) this.stepRoll(part, dt / ROLL_STEPS);
  }

  /** Over the ground to the north and to the east (m/s). */
  overGround(): readonly [number, number] {
    const part = this.part();
    if (!part || part.holds === true) return [0, 0];
    const { windFrom, wind } = this.state;
    return [
      this.speed * Math.cos(this.heading * RAD) - wind * Math.cos(windFrom * RAD),
      this.speed * Math.sin(this.heading * RAD) - wind * Math.sin(windFrom * RAD),
    ];
  }

  /** Where a receiver aboard has it: degrees, and metres above the sea and above where it stood. */
  place(): {
    readonly latitude: number;
    readonly longitude: number;
    readonly height: number;
    readonly above: number;
  } {
    const jump = this.state.jumped ? JUMP : 0;
    return {
      latitude: START.latitude + (this.north + this.off[0] + jump) / METRES_PER_DEGREE,
      longitude:
        START.longitude + (this.east + this.off[1]) / METRES_PER_DEGREE / Math.cos(START.latitude * RAD),
      height: this.height,
      above: this.height - START.height,
    };
  }

  /** Nose and attitude, with the unrest of what measures it (°, °/s), and what climbs (m/s). */
  attitude(): {
    readonly roll: number;
    readonly pitch: number;
    readonly heading: number;
    readonly rolling: number;
    readonly climbs: number;
  } {
    const part = this.part();
    const climbs = part ? this.climbs(part) : 0;
    const path = this.speed > 3 ? Math.atan(climbs / this.speed) / RAD : 0;
    return {
      roll: this.roll,
      pitch: this.falling ? -14 : path + (part && this.character.stall !== undefined ? 3 : 0),
      heading: ((this.heading % 360) + 360) % 360,
      rolling: this.rolling,
      climbs,
    };
  }

  /** Temperature outside (°C): the standard day. */
  outside(): number {
    return SEA_LEVEL - LAPSE * this.height - 273.15;
  }

  /** True airspeed, what the gauge shows of it as calibrated speed, and whether the warning of a stall sounds (m/s). */
  airspeed(): { readonly flown: number; readonly shown: number; readonly warns: boolean } {
    const { gauge, stall = 0 } = this.character;
    const density = (1 - (LAPSE * this.height) / SEA_LEVEL) ** THINS;
    const [share, more] = gauge;
    const shown = this.state.gaugeDead || this.speed < 3 ? 0 : share * this.speed * Math.sqrt(density) + more;
    return {
      flown: this.speed,
      shown,
      warns: this.state.flying && stall > 0 && this.speed < WARNS * stall,
    };
  }
}
