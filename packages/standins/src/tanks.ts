import { seededRandom } from './random.ts';

/** What can be made to go wrong with tanks and their lines. */
export interface TankFaults {
  /** The return goes into this tank, whatever is drawn from. */
  readonly returnTo?: string;
  /** Of this tank the vent is blocked: it gives less and less, and the other gives the rest where the selector lets it. */
  readonly ventBlocked?: string;
  /** The selector leaks: so much of what the engine takes comes from the other tank, as a share. */
  readonly selectorLeaks?: number;
  /** Grams that a litre carries along from its bottom for the first litres. */
  readonly sediment?: number;
}

/** Minutes after which a tank with a blocked vent gives half of what it should. */
const HALF_GIVEN = 10;

/**
 * The tanks of an engine that is fed more than it burns: what it does not burn goes back. Levels in litres, flows in litres an hour; what
 * is read of them has the unrest of a gauge in it.
 */
export class TankStandin {
  private readonly left = new Map<string, number>();
  private drawnSince = 0;
  private readonly normal: () => number;

  constructor(
    levels: Readonly<Record<string, number>>,
    private readonly burn: number,
    private readonly fed: number,
    private readonly faults: TankFaults = {},
    seed = 1,
  ) {
    for (const [tank, litres] of Object.entries(levels)) this.left.set(tank, litres);
    this.normal = seededRandom(seed).normal;
  }

  /** So many minutes with one tank selected. */
  run(minutes: number, drawn: string): void {
    const step = 1 / 60;
    for (let t = 0; t < minutes - step / 2; t += step) {
      const hours = step / 60;
      const other = [...this.left.keys()].find((k) => k !== drawn) ?? drawn;
      const blocked = this.faults.ventBlocked === drawn ? 1 / (1 + this.drawnSince / HALF_GIVEN) : 1;
      const leaks = this.faults.selectorLeaks ?? 0;
      this.move(drawn, -this.fed * hours * (1 - leaks) * blocked);
      this.move(other, -this.fed * hours * leaks);
      this.move(this.faults.returnTo ?? drawn, (this.fed - this.burn) * hours * blocked);
      this.drawnSince += step;
    }
  }

  private move(tank: string, litres: number): void {
    this.left.set(tank, Math.max(0, (this.left.get(tank) ?? 0) + litres));
  }

  /** What is there. */
  truth(tank: string): number {
    return this.left.get(tank) ?? 0;
  }

  /** What a gauge shows that is read to a step, and whose float is never quite still. */
  read(tank: string, step: number): number {
    return Math.max(0, Math.round((this.truth(tank) + 0.3 * step * this.normal()) / step) * step);
  }

  /** Whether what a drain gives is clear, after so many litres through it. */
  isClear(litres: number): boolean {
    return (this.faults.sediment ?? 0) * Math.exp(-litres) < 0.05;
  }
}
