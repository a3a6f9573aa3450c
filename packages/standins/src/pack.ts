import { seededRandom } from './random.ts';

/** What can be made to be wrong with a pack. */
export interface PackFaults {
  /** This cell, from one, is so many volts below the others and has so much more resistance, as a share. */
  readonly weak?: { readonly cell: number; readonly volts: number; readonly resistance: number };
  /** Degrees Celsius. */
  readonly temperature?: number;
}

/** Volts that a meter is off by, one standard deviation. */
const METER = 0.0006;

/**
 * A pack of lithium cells: volts at rest and under a current, at a temperature. Its resistance rises in the cold along a parabola that was
 * fitted to no pack in particular: what reckons with it has to hold without knowing it.
 */
export class PackStandin {
  private readonly normal: () => number;

  constructor(
    private readonly cells: number,
    /** Of one cell at 25 °C, in milliohms. */
    private readonly resistance: number,
    private readonly faults: PackFaults = {},
    seed = 1,
    private readonly full = 4.18,
  ) {
    this.normal = seededRandom(seed).normal;
  }

  /** Milliohms of a cell at a temperature. */
  resistanceOf(cell: number, temperature = this.faults.temperature ?? 25): number {
    const cold = 25 - temperature;
    const more = this.faults.weak?.cell === cell ? 1 + this.faults.weak.resistance : 1;
    return this.resistance * more * Math.max(0.6, 1 + 0.028 * cold + 0.0006 * cold * Math.abs(cold));
  }

  /** Volts of a cell under so many amperes; 0 at rest. */
  truth(cell: number, amps: number, temperature?: number): number {
    const low = this.faults.weak?.cell === cell ? this.faults.weak.volts : 0;
    return this.full - low - (amps * this.resistanceOf(cell, temperature)) / 1000;
  }

  /** What a meter shows of every cell, to a millivolt. */
  read(amps: number): readonly number[] {
    return Array.from(
      { length: this.cells },
      (_, i) => Math.round(1000 * (this.truth(i + 1, amps) + METER * this.normal())) / 1000,
    );
  }
}
