import type { LineColumn, EngineSample } from '@kanzel/formats';
import {
  EngineModel,
  NO_FAULTS,
  PARKED,
  type EngineCharacter,
  type EngineControls,
  type EngineFaults,
} from './engine-model.ts';
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

/** A change of controls or faults of one engine, as the panel sends it. */
export interface TwinCommand {
  readonly engine: EngineId | 'both';
  readonly controls?: Partial<EngineControls>;
  readonly faults?: Partial<EngineFaults>;
  /** Throttle for this speed, rpm. */
  readonly speed?: number;
  /** Both engines parked and cold again. */
  readonly park?: boolean;
}

/** How one engine of the stand-in stands: what was done to it, and what its sensors show. */
export interface EngineSituation {
  readonly controls: EngineControls;
  readonly faults: EngineFaults;
  readonly readings: Readonly<Record<string, number>>;
}

/** The two engines of the demonstration amphibian behind one monitor. */
export class TwinStandin {
  readonly engines: Record<EngineId, EngineModel>;
  private time = 0;

  constructor(private readonly seed: number) {
    this.engines = this.makeEngines();
  }

  private makeEngines(): Record<EngineId, EngineModel> {
    return {
      left: new EngineModel(LEFT, seededRandom(this.seed)),
      right: new EngineModel(RIGHT, seededRandom(this.seed + 1)),
    };
  }

  /** Applies a command; unknown engines and controls were refused at the door. */
  command(command: TwinCommand): void {
    const ids: EngineId[] = command.engine === 'both' ? ['left', 'right'] : [command.engine];
    for (const id of ids) {
      const engine = this.engines[id];
      if (command.park) {
        Object.assign(engine.controls, PARKED);
        engine.faults = NO_FAULTS;
      }
      if (command.controls) Object.assign(engine.controls, command.controls);
      if (command.faults) engine.faults = { ...engine.faults, ...command.faults };
      if (command.speed !== undefined) engine.setSpeed(command.speed);
    }
  }

  /** Controls, faults and present readings of both engines, for the panel. */
  situation(): Record<EngineId, EngineSituation> {
    const of = (id: EngineId): EngineSituation => ({
      controls: { ...this.engines[id].controls },
      faults: this.engines[id].faults,
      readings: this.engines[id].read(),
    });
    return { left: of('left'), right: of('right') };
  }

  /** Moves both engines on by `seconds`, in steps short against every lag. */
  advance(seconds: number): void {
    const steps = Math.max(1, Math.ceil(seconds / 0.05));
    for (let i = 0; i < steps; i += 1) {
      this.engines.left.step(seconds / steps);
      this.engines.right.step(seconds / steps);
    }
    this.time += seconds;
  }

  /** The readings of both engines and the battery, by engine and channel. */
  read(): Record<string, Record<string, number>> {
    const left = this.engines.left.read();
    const right = this.engines.right.read();
    return { left, right, aircraft: { 'bus-volts': Math.max(left['volts'] ?? 0, right['volts'] ?? 0) } };
  }

  /** The columns of the line protocol, in the order of `sample`. */
  columns(): LineColumn[] {
    return Object.entries(this.read()).flatMap(([subject, channels]) =>
      Object.keys(channels).map((channel) => ({
        subject,
        channel,
        unit: channel === 'bus-volts' ? 'V' : unitOfChannel(channel),
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
