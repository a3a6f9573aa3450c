import type { Directions } from '../checks/types.ts';
import type { Reading } from '../limits/types.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import { figureText } from './figure-text.ts';

/**
 * A figure from how much and which way: what is measured from a mark has no sign on any scale, and a sign that is forgotten is the
 * other direction. Nothing at all has no direction, and none is asked for. Units: those of `amount`, which carries its own.
 * Errors: `amountSigned` where the amount is below zero; `directionMissing` where there is an amount and no direction.
 * Example: half a turn, "minus", of a turnbuckle that is tightened by plus, is −0.5 turns.
 */
export function directedReading(
  amount: Reading,
  direction: keyof Directions | undefined,
  { plus, minus }: Directions,
): Result<Reading, Reason> {
  if (amount.value < 0) return err(reason('amountSigned', { plus, minus }));
  if (amount.value === 0) return ok({ ...amount, value: 0 });
  if (direction === undefined) return err(reason('directionMissing', { plus, minus }));
  return ok(direction === 'plus' ? amount : { ...amount, value: -amount.value });
}

/**
 * A signed figure in words. `beside` are edges that what is shown must not cross, signed as the figure is.
 * Example: −0.5 turns of a turnbuckle is "0.5 turns, slackened", and 0 is "0 turns".
 */
export function directedText(
  reading: Reading,
  { plus, minus }: Directions,
  beside: readonly number[],
): string {
  const { value } = reading;
  const way = value > 0 ? plus : minus;
  const amount = figureText(
    { ...reading, value: Math.abs(value) },
    value < 0 ? beside.map((edge) => -edge) : beside,
  );
  return value === 0 ? amount : `${amount}, ${way.toLowerCase()}`;
}
