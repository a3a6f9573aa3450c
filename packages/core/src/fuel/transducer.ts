import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** A filling: what went into the tanks, and what the totaliser had counted since the last one. Litres. */
export interface CountedFilling {
  readonly filled: number;
  readonly counted: number;
}

/** What fillings say of the factor of a flow transducer. */
export interface TransducerFactor {
  /** Pulses in a litre, as they should be entered. */
  readonly factor: number;
  /** How far the counter is off: counted over filled, less one. */
  readonly off: number;
  /** How far the farthest filling lies from all of them together, as a share. */
  readonly spread: number;
  /** Counted over filled, less one, of each. */
  readonly each: readonly number[];
}

/**
 * The factor of a flow transducer from what was refuelled against what it counted: the whole of what was counted over the whole of what
 * was filled, so that large fillings count for more. `pulses` in a litre as they are entered now.
 * Errors: `fillingNothing` where a filling, a count or the factor is not above nothing.
 * Source: counted litres are pulses over the factor; the same pulses over the true litres are the true factor.
 * Example: 20,000 pulses a litre, 50 L filled and 52 counted: 20,800.
 */
export function transducerFactor(
  fillings: readonly CountedFilling[],
  pulses: number,
): Result<TransducerFactor, Reason> {
  const all = [pulses, ...fillings.flatMap((f) => [f.filled, f.counted])];
  if (fillings.length === 0 || all.some((n) => !(n > 0))) return err(reason('fillingNothing'));
  const sum = (of: (f: CountedFilling) => number): number => fillings.reduce((a, f) => a + of(f), 0);
  const ratio = sum((f) => f.counted) / sum((f) => f.filled);
  const each = fillings.map((f) => f.counted / f.filled - 1);
  return ok({
    factor: pulses * ratio,
    off: ratio - 1,
    spread: Math.max(...each.map((e) => Math.abs((1 + e) / ratio - 1))),
    each,
  });
}
