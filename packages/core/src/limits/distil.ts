import { convert, differenceUnit } from '../quantity/units.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import { judgeable, type Judgeable } from './reading.ts';
import type { Bounds, Limit, Measured, Reading, Surroundings } from './types.ts';
import { ownMember } from '../own-member.ts';

/** The figure that a limit kind distils from what was measured, ready for the kernel. */
export interface Distilled extends Judgeable {
  readonly unit: string;
  readonly bounds: Bounds;
}

export type Distil<L extends Limit> = (
  limit: L,
  measured: Measured,
  around: Surroundings,
) => Result<Distilled, Reason>;

/** The answer to a measurement that has another form than the limit needs. */
export const shape = (wanted: string, got: Measured): Result<never, Reason> =>
  err(reason('wrongShape', { wanted, got: got.kind }));

/** Two readings in one unit, or why one of them says nothing. */
export function two(
  a: Reading,
  b: Reading,
  unit: string,
  around: Surroundings,
): Result<[Judgeable, Judgeable], Reason> {
  const first = judgeable(a, unit, around);
  if (!first.ok) return first;
  const second = judgeable(b, unit, around);
  return second.ok ? ok([first.value, second.value]) : second;
}

/** Readings in the unit their difference is given in, so that °F readings can meet a limit in °C of difference. */
export function readingUnit(limitUnit: string, reading: Reading): string {
  if (limitUnit === 'degC-diff') return 'degC';
  return limitUnit === 'degF-diff'
    ? 'degF'
    : differenceUnit(reading.unit) === limitUnit
      ? reading.unit
      : limitUnit;
}

/** Several readings in one unit, or why one of them says nothing. */
export function several(
  readings: readonly Reading[],
  unit: string,
  around: Surroundings,
): Result<Judgeable[], Reason> {
  const found: Judgeable[] = [];
  for (const reading of readings) {
    const one = judgeable(reading, readingUnit(unit, reading), around);
    if (!one.ok) return one;
    found.push(one.value);
  }
  return ok(found);
}

/** A fact as a figure in a unit. Errors: `factMissing`, `wrongKind`. */
export function factIn(name: string, unit: string, around: Surroundings): Result<number, Reason> {
  const fact = ownMember(around.facts, name);
  if (fact === undefined || typeof fact === 'string') return err(reason('factMissing', { fact: name }));
  return convert(fact.value, fact.unit, unit);
}
