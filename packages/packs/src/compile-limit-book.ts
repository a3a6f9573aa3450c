import {
  err,
  limitErrors,
  limitTypeOf,
  makeSentences,
  ok,
  reason,
  type Bounds,
  type Limit,
  type LimitBook,
  type Result,
} from '@kanzel/core';
import { asProven, type ParsedFile } from './parsed-file.ts';
import type { FileProblem } from './problem.ts';

type RawLimit = Partial<Limit> & {
  readonly key: string;
  readonly kind: Limit['kind'];
  readonly unit: string;
  readonly bounds?: Bounds;
};

/** Guarded where flight safety is at stake, unless the book says otherwise; simple elsewhere. */
function withDefaults(limit: RawLimit): Limit {
  const acceptance = limit.acceptance ?? (limit.class === 'safety' ? 'guarded' : 'simple');
  const usual = limitTypeOf(limit).members.flatMap((m): [string, unknown][] =>
    m.usual === undefined ? [] : [[m.name, m.usual]],
  );
  return { acceptance, conditions: [], ...Object.fromEntries(usual), ...limit } as Limit;
}

/** Compiles a limit book: edges in order, units that fit the kind, no key twice. All problems at once. */
export function compileLimitBook(file: ParsedFile): Result<LimitBook, readonly FileProblem[]> {
  const raw = asProven<Omit<LimitBook, 'limits'> & { readonly limits: readonly RawLimit[] }>(file);
  const limits = raw.limits.map(withDefaults);
  const { say } = makeSentences({ part: String, subject: String, thing: String });
  const problems = limits.flatMap((limit, i) => {
    const twice = limits.findIndex((l) => l.key === limit.key) !== i;
    return [...(twice ? [reason('keyTwice', { limit: limit.key })] : []), ...limitErrors(limit)].map((why) =>
      file.problem(['limits', i], say(why)),
    );
  });
  if (problems.length > 0) return err(problems);
  const { id, revision, title, approvedBy, approvedOn, pack } = raw;
  return ok({
    id,
    revision,
    title,
    approvedBy,
    approvedOn,
    ...(pack === undefined ? {} : { pack }),
    limits,
  });
}
