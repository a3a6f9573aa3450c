import type { LimitType } from './kind.ts';
import type { Limit, LimitKind } from './types.ts';
import { band } from './kinds/band.ts';
import { relative } from './kinds/relative.ts';
import { drop } from './kinds/drop.ts';
import { difference } from './kinds/difference.ts';
import { match } from './kinds/match.ts';
import { spread } from './kinds/spread.ts';
import { rate } from './kinds/rate.ts';
import { settle } from './kinds/settle.ts';
import { dwell } from './kinds/dwell.ts';
import { responds } from './kinds/responds.ts';
import { together } from './kinds/together.ts';
import { ratio } from './kinds/ratio.ts';
import { sense } from './kinds/sense.ts';
import { equals } from './kinds/equals.ts';
import { trend } from './kinds/trend.ts';

/** Every kind of limit, in the order in which they are offered. Complete: a new kind does not compile until it stands here. */
export const LIMIT_TYPES: { readonly [K in LimitKind]: LimitType<Extract<Limit, { readonly kind: K }>> } = {
  band,
  relative,
  drop,
  difference,
  match,
  spread,
  rate,
  settle,
  dwell,
  responds,
  together,
  ratio,
  sense,
  equals,
  trend,
};

export const LIMIT_KINDS = Object.keys(LIMIT_TYPES) as readonly LimitKind[];

/**
 * A limit's kind as its object. The table pairs every kind with the object of that kind, which the compiler cannot
 * follow through a limit that it knows as one of many.
 */
export function limitTypeOf(limit: { readonly kind: LimitKind }): LimitType<Limit> {
  return LIMIT_TYPES[limit.kind] as unknown as LimitType<Limit>;
}
