import type { BasisIndex } from '../checks/basis-index.ts';
import { boundsOf } from '../limits/bounds-of.ts';
import { limitEdges } from '../limits/judge-bounds.ts';
import { limitTypeOf } from '../limits/kinds.ts';
import type { Reading } from '../limits/types.ts';
import { formatWithUnit } from '../quantity/format.ts';
import { convert } from '../quantity/units.ts';

/** A figure as it was read, with its unit; `beside` are edges that what is shown must not cross. */
export const figureText = (r: Reading, beside: readonly number[] = []): string =>
  formatWithUnit({ value: r.value, unit: r.unit, resolution: r.resolution, beside });

/** Edges that a figure of a check is held against, in a unit: what is shown of it must not cross them. */
export function edgesBeside(index: BasisIndex, check: string, unit: string): readonly number[] {
  return (index.checks.get(check)?.limits ?? []).flatMap((key) => {
    const limit = index.limits.get(key);
    const drawn = limit && limitTypeOf(limit).takes === 'one' ? boundsOf(limit) : undefined;
    if (!drawn) return [];
    return limitEdges(drawn.bounds).flatMap((edge) => {
      const own = convert(edge, drawn.unit, unit);
      return own.ok ? [own.value] : [];
    });
  });
}

/** So many of something. Example: "1 copy", "2 copies". */
export const many = (count: number, one: string, more: string): string =>
  `${count} ${count === 1 ? one : more}`;
