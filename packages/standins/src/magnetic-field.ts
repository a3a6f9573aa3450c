import { seededRandom } from './random.ts';

export type Vector = readonly [x: number, y: number, z: number];
type Matrix = readonly [Vector, Vector, Vector];

/** Iron about a magnetometer, and what its motors add. */
export interface IronAbout {
  /** Hard iron: so much is there on every heading (mG). */
  readonly hard: Vector;
  /** Soft iron: how it stretches the field. */
  readonly soft: Matrix;
  /** Milligauss along its own direction at full throttle. */
  readonly motors?: Vector;
  /** Unrest of the sensor, one standard deviation (mG). */
  readonly unrest: number;
}

const times = (m: Matrix, v: Vector): Vector =>
  m.map((row) => row[0] * v[0] + row[1] * v[1] + row[2] * v[2]) as unknown as Vector;

/** The field of a place in the axes of a vehicle that is turned about in it, with the iron it carries. */
export class MagneticFieldStandin {
  private readonly normal: () => number;
  private readonly uniform: () => number;

  constructor(
    /** Strength of the field (mG). */
    private readonly strength: number,
    private readonly iron: IronAbout,
    seed = 1,
  ) {
    const random = seededRandom(seed);
    this.normal = random.normal;
    this.uniform = random.uniform;
  }

  /** What the sensor shows with the field along a direction of the vehicle; `throttle` from 0 to 1. */
  read(direction: Vector, throttle = 0): Vector {
    const size = Math.hypot(...direction);
    const field = direction.map((d) => (this.strength * d) / size) as unknown as Vector;
    const [hx, hy, hz] = this.iron.hard;
    const [mx = 0, my = 0, mz = 0] = this.iron.motors ?? [];
    const [x, y, z] = times(this.iron.soft, field);
    const unrest = (): number => this.iron.unrest * this.normal();
    return [
      x + hx + throttle * mx + unrest(),
      y + hy + throttle * my + unrest(),
      z + hz + throttle * mz + unrest(),
    ];
  }

  /** A direction anywhere on the sphere, all of them alike. */
  anywhere(): Vector {
    const z = 2 * this.uniform() - 1;
    const round = 2 * Math.PI * this.uniform();
    const flat = Math.sqrt(1 - z * z);
    return [flat * Math.cos(round), flat * Math.sin(round), z];
  }
}
