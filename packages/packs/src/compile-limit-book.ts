import { err, ok, unitOf, type Bounds, type Limit, type LimitBook, type Result } from '@kanzel/core';
import type { ParsedFile } from './parse.ts';
import type { FileProblem } from './problem.ts';

type RawLimit = Partial<Limit> & {
  readonly key: string;
  readonly kind: Limit['kind'];
  readonly unit: string;
  readonly bounds?: Bounds;
};

/** Kinds whose unit is that of a difference: a temperature there would be a slip. */
const DIFFERENCES: readonly Limit['kind'][] = ['drop', 'difference', 'spread'];

function boundsProblem(bounds: Bounds): string | undefined {
  const { low, high, cautionLow, cautionHigh } = bounds;
  const order = [low, cautionLow, cautionHigh, high].filter((v): v is number => v !== undefined);
  if (order.some((v, i) => i > 0 && v < (order[i - 1] ?? v)))
    return 'the edges must run low, cautionLow, cautionHigh, high';
  if (low !== undefined && low === high)
    return 'low and high are the same; nothing could be inside by any margin';
  return low === undefined && high === undefined
    ? 'needs a low or a high edge; caution alone is no limit'
    : undefined;
}

function limitProblem(limit: RawLimit): string | undefined {
  if (DIFFERENCES.includes(limit.kind) && unitOf(limit.unit).kind === 'temperature') {
    return `a ${limit.kind} is a temperature difference: use ${limit.unit}-diff`;
  }
  const tolerances = limit as { tolerance?: number; cautionTolerance?: number };
  if (
    tolerances.cautionTolerance !== undefined &&
    tolerances.cautionTolerance > (tolerances.tolerance ?? Infinity)
  )
    return 'the caution tolerance must lie inside the tolerance';
  return limit.bounds ? boundsProblem(limit.bounds) : undefined;
}

/** Guarded where flight safety is at stake, unless the book says otherwise; simple elsewhere. */
function withDefaults(limit: RawLimit): Limit {
  const acceptance = limit.acceptance ?? (limit.class === 'safety' ? 'guarded' : 'simple');
  const defaults = { acceptance, conditions: [], inPercent: false, circular: false, maximumGap: 2 };
  const relevant: Record<string, readonly string[]> = {
    relative: ['inPercent'],
    difference: ['circular'],
    rate: ['maximumGap'],
    settle: ['maximumGap'],
    dwell: ['maximumGap'],
  };
  const keep = Object.entries(defaults).filter(
    ([name]) => name === 'acceptance' || name === 'conditions' || relevant[limit.kind]?.includes(name),
  );
  return { ...Object.fromEntries(keep), ...limit } as Limit;
}

/** Compiles a limit book: edges in order, units that fit the kind, no key twice. All problems at once. */
export function compileLimitBook(file: ParsedFile): Result<LimitBook, readonly FileProblem[]> {
  const raw = file.value as unknown as Omit<LimitBook, 'limits'> & { readonly limits: readonly RawLimit[] };
  const problems = raw.limits.flatMap((limit, i) => {
    const twice =
      raw.limits.findIndex((l) => l.key === limit.key) !== i ? `"${limit.key}" is there twice` : undefined;
    const message = twice ?? limitProblem(limit);
    return message === undefined ? [] : [file.problem(['limits', i], message)];
  });
  if (problems.length > 0) return err(problems);
  const { id, revision, title, approvedBy, approvedOn } = raw;
  return ok({ id, revision, title, approvedBy, approvedOn, limits: raw.limits.map(withDefaults) });
}
