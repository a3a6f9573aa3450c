import type { LineColumn, EngineSample } from '@kanzel/formats';
import {
  EngineModel,
  NO_FAULTS,
  PARKED,
  type EngineCharacter,
  type EngineControls,
  type EngineFaults,
} from './engine-model.ts';
import { FLIGHTS } from './flight/character.ts';
import { FlightStandin } from './flight/flight.ts';
import { seededRandom } from './random.ts';
import { ownMember } from '@kanzel/core';

export type EngineId = 'left' | 'right';

const UNITS: Readonly<Record<string, string>> = {
  rpm: 'rpm',
  'manifold-pressure': 'inHg',
  'fuel-flow': 'L/h',
  'oil-pressure': 'psi',
  'oil-temperature': 'degC',
  volts: 'V',
  amps: 'A',
  suction: 'inHg',
  'bus-volts': 'V',
  latitude: 'deg-angle',
  longitude: 'deg-angle',
  height: 'm',
  airspeed: 'kt',
};

const unitOfChannel = (channel: string): string => ownMember(UNITS, channel) ?? 'degC';

const LEFT: EngineCharacter = {
  cylinders: 6,
  governedSpeed: 2664,
  leftOnlyDrop: 84,
  rightOnlyDrop: 78,
  suction: 5,
  exhaustOffsets: [-8, 6, 14, 3, -12, 9],
  headOffsets: [-4, 2, 6, 8, -6, 1],
};

const RIGHT: EngineCharacter = {
  cylinders: 6,
  governedSpeed: 2678,
  leftOnlyDrop: 72,
  rightOnlyDrop: 81,
  suction: 4.72,
  exhaustOffsets: [5, -10, 8, -3, 12, -6],
  headOffsets: [3, -5, 4, -2, 7, -3],
};

/** One of the four engines of the Skarv: nine cylinders round the shaft, held up by a charger. */
const radial = (index: number): EngineCharacter => ({
  cylinders: 9,
  governedSpeed: 2662 + 6 * index,
  leftOnlyDrop: 70 + 5 * ((index * 3) % 4),
  rightOnlyDrop: 76 + 4 * ((index * 5) % 3),
  suction: 4.95 + 0.03 * index,
  exhaustOffsets: Array.from({ length: 9 }, (_, i) => ((i * 7 + index * 5) % 19) - 9),
  headOffsets: Array.from({ length: 9 }, (_, i) => ((i * 5 + index * 3) % 13) - 6),
  boost: 9.5,
});

/** The engines of the aircraft of the demonstration that have simulated ones, by what the aircraft calls them. */
export const TWIN_ENGINES = { left: LEFT, right: RIGHT } as const;
export const FOUR_ENGINES = { one: radial(0), two: radial(1), three: radial(2), four: radial(3) } as const;

/** A change of controls or faults of one engine, or of all of them, as the panel sends it. */
export interface EngineCommand {
  /** Its id; `both` or `all` for every one. */
  readonly engine: string;
  readonly controls?: Partial<EngineControls>;
  readonly faults?: Partial<EngineFaults>;
  /** Throttle for this speed, rpm. */
  readonly speed?: number;
  /** Parked and cold again. */
  readonly park?: boolean;
}
export type TwinCommand = EngineCommand;

/** How one engine of the stand-in stands: what was done to it, and what its sensors show. */
export interface EngineSituation {
  readonly controls: EngineControls;
  readonly faults: EngineFaults;
  readonly readings: Readonly<Record<string, number>>;
}

const KNOT = 1852 / 3600;
/** True airspeed at which the cowlings are meant to be flown (m/s). */
const CRUISES = 62;

/** What means every engine. */
const EVERY = new Set(['both', 'all']);

/** The engines of one aircraft behind one monitor. */
export class EnginesStandin {
  readonly engines: ReadonlyMap<string, EngineModel>;
  private time = 0;
  private flew = false;

  constructor(
    seed: number,
    characters: Readonly<Record<string, EngineCharacter>>,
    preheatedTo?: number,
    /** What these engines fly, where they do. */
    readonly flight?: FlightStandin,
  ) {
    this.engines = new Map(
      Object.entries(characters).map(([id, character], i) => [
        id,
        new EngineModel(character, seededRandom(seed + i), preheatedTo),
      ]),
    );
  }

  /** Whether a command is for this aircraft: it names one of its engines. */
  has(engine: string): boolean {
    return this.engines.has(engine);
  }

  /** Applies a command; unknown engines and controls were refused at the door. */
  command(command: EngineCommand): void {
    for (const [id, engine] of this.engines) {
      if (id !== command.engine && !EVERY.has(command.engine)) continue;
      if (command.park) {
        Object.assign(engine.controls, PARKED);
        engine.faults = NO_FAULTS;
      }
      if (command.controls) Object.assign(engine.controls, command.controls);
      if (command.faults) engine.faults = { ...engine.faults, ...command.faults };
      if (command.speed !== undefined) engine.setSpeed(command.speed);
    }
  }

  /** Controls, faults and present readings of every engine, for the panel. */
  situation(): Record<string, EngineSituation> {
    return Object.fromEntries(
      [...this.engines].map(([id, engine]) => [
        id,
        { controls: { ...engine.controls }, faults: engine.faults, readings: engine.read() },
      ]),
    );
  }

  /** Moves every engine on by `seconds`, in steps short against every lag. */
  advance(realSeconds: number): void {
    const seconds = realSeconds * (this.flight?.faster ?? 1);
    this.fly(seconds);
    const steps = Math.max(1, Math.ceil(seconds / 0.05));
    for (let i = 0; i < steps; i += 1)
      for (const engine of this.engines.values()) engine.step(seconds / steps);
    this.time += seconds;
  }

  /** The flight goes on, and works the levers of engines that run; on the ground they are left as they stand. */
  private fly(seconds: number): void {
    this.flight?.advance(seconds);
    const part = this.flight?.part();
    const { flown } = this.flight?.airspeed() ?? { flown: 0 };
    const landed = this.flew && !part;
    this.flew = part !== undefined;
    for (const engine of this.engines.values()) {
      if (landed) engine.controls.throttle = 0;
      engine.airflow = part ? Math.min(1.2, (flown / CRUISES) ** 2) : 0;
      if (part) Object.assign(engine.controls, { throttle: part.power, mixture: 1, ignition: 'both' });
      if (part && engine.stands()) engine.controls.starter = true;
      else if (part) engine.controls.starter = false;
    }
  }

  /** What the box knows beside the engines: where it is, and how fast. */
  private ofFlight(): Record<string, number> {
    if (!this.flight) return {};
    const { latitude, longitude, height } = this.flight.place();
    return {
      latitude: Number(latitude.toFixed(7)),
      longitude: Number(longitude.toFixed(7)),
      height: Number(height.toFixed(1)),
      airspeed: Number((this.flight.airspeed().shown / KNOT).toFixed(1)),
    };
  }

  /** The readings of every engine and the battery, by engine and channel. */
  read(): Record<string, Record<string, number>> {
    const each = [...this.engines].map(([id, engine]) => [id, engine.read()] as const);
    const bus = Math.max(...each.map(([, readings]) => readings['volts'] ?? 0));
    return { ...Object.fromEntries(each), aircraft: { 'bus-volts': bus, ...this.ofFlight() } };
  }

  /** The columns of the line protocol, in the order of `sample`. */
  columns(): LineColumn[] {
    return Object.entries(this.read()).flatMap(([subject, channels]) =>
      Object.keys(channels).map((channel) => ({
        subject,
        channel,
        unit: unitOfChannel(channel),
      })),
    );
  }

  sample(): EngineSample {
    return {
      time: Math.round(this.time * 1000),
      values: Object.values(this.read()).flatMap((channels) => Object.values(channels)),
    };
  }
}

/** The two engines of the demonstration amphibian behind one monitor. */
export class TwinStandin extends EnginesStandin {
  constructor(seed: number) {
    super(seed, TWIN_ENGINES, undefined, new FlightStandin(seed, FLIGHTS.twin));
  }
}
