import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { centreOf, type Item } from './items.ts';
import type { FittedItem, LoadingData } from '../aircraft/loading-data.ts';
import type { Weighed } from './weighing.ts';

/** How the equipment differs between two lists: another number is another thing. */
export interface EquipmentChange {
  readonly change: 'fitted' | 'removed' | 'exchanged';
  readonly before?: FittedItem;
  readonly after?: FittedItem;
}

/**
 * What was fitted, removed and exchanged between two equipment lists, by id; an exchange has another part or serial
 * number. Example: the same radio with another serial number is an exchange.
 */
export function equipmentChanges(
  before: readonly FittedItem[],
  after: readonly FittedItem[],
): readonly EquipmentChange[] {
  const changes: EquipmentChange[] = [];
  for (const now of after) {
    const was = before.find((b) => b.id === now.id);
    if (!was) changes.push({ change: 'fitted', after: now });
    else if (was.partNumber !== now.partNumber || was.serial !== now.serial)
      changes.push({ change: 'exchanged', before: was, after: now });
  }
  for (const was of before)
    if (!after.some((n) => n.id === was.id)) changes.push({ change: 'removed', before: was });
  return changes;
}

/** What the empty aircraft should be, by the last report and what was changed since. */
export interface ExpectedEmpty {
  readonly mass: number;
  readonly arm: number;
  readonly uncertainty: { readonly mass: number; readonly arm: number };
  readonly changes: readonly EquipmentChange[];
}

/**
 * What the equipment changes should have made of the last weighing. Errors: `noReport`; `equipmentMassUnknown`
 * naming the things changed of which nobody stated mass and arm.
 * Example: a report of 478 at 2050, and 3 fitted at 800: 481 at 2042.2.
 */
export function expectedEmpty(
  data: LoadingData,
  equipment: readonly FittedItem[],
): Result<ExpectedEmpty, Reason> {
  const { report } = data;
  if (!report) return err(reason('noReport'));
  const changes = equipmentChanges(report.equipment, equipment);
  const gone = changes.flatMap((c) => (c.before ? [{ item: c.before, sign: -1 }] : []));
  const come = changes.flatMap((c) => (c.after ? [{ item: c.after, sign: 1 }] : []));
  const unknown = [...gone, ...come].filter(({ item }) => item.mass === undefined || item.arm === undefined);
  if (unknown.length > 0)
    return err(reason('equipmentMassUnknown', { things: unknown.map(({ item }) => item.title) }));
  const items: Item[] = [...gone, ...come].map(({ item, sign }) => ({
    title: item.title,
    mass: sign * (item.mass ?? 0),
    arm: item.arm ?? 0,
    lateral: item.lateral ?? 0,
    sigmaMass: 0,
    sigmaArm: 0,
  }));
  const found = centreOf([
    {
      title: report.number,
      mass: report.mass,
      arm: report.arm,
      lateral: report.lateral,
      sigmaMass: report.uncertainty.mass / 2,
      sigmaArm: report.uncertainty.arm / 2,
    },
    ...items,
  ]);
  if (!found.ok) return found;
  return ok({
    mass: found.value.mass,
    arm: found.value.arm,
    uncertainty: { mass: 2 * found.value.sigmaMass, arm: 2 * found.value.sigmaArm },
    changes,
  });
}

/** How a weighing compares with what was expected. */
export interface WeighingComparison {
  readonly expected: ExpectedEmpty;
  readonly difference: { readonly mass: number; readonly arm: number };
  /** Differences up to these need no explanation. */
  readonly allowed: { readonly mass: number; readonly arm: number };
  readonly explained: boolean;
}

/**
 * Whether a weighing is what the last one and the equipment changes make expect: the difference is allowed up to the
 * uncertainties of both together, or the tolerance of the aircraft if that is larger. On the edge is allowed.
 * Errors as `expectedEmpty`.
 */
export function compareWeighing(
  data: LoadingData,
  equipment: readonly FittedItem[],
  weighed: Weighed,
): Result<WeighingComparison, Reason> {
  const expected = expectedEmpty(data, equipment);
  if (!expected.ok) return expected;
  const { tolerance } = data.weighing;
  const difference = {
    mass: weighed.mass - expected.value.mass,
    arm: weighed.arm - expected.value.arm,
  };
  const allowed = {
    mass: Math.max(tolerance.mass, Math.hypot(weighed.uncertainty.mass, expected.value.uncertainty.mass)),
    arm: Math.max(tolerance.arm, Math.hypot(weighed.uncertainty.arm, expected.value.uncertainty.arm)),
  };
  const noise = 1e-9 * weighed.mass;
  return ok({
    expected: expected.value,
    difference,
    allowed,
    explained:
      Math.abs(difference.mass) <= allowed.mass + noise && Math.abs(difference.arm) <= allowed.arm + noise,
  });
}
