import { WHOLE_AIRCRAFT, type Check } from './types.ts';

/** What a check is where its file says nothing. */
export const CHECK_DEFAULTS = {
  cautions: [],
  subject: WHOLE_AIRCRAFT,
  needs: {},
  sets: {},
  limits: [],
  after: [],
  standsOn: [],
  proves: [],
  secondPerson: false,
  notApplicable: true,
} as const satisfies Partial<Check>;

/** A check with its usual members put in. Example: one without `cautions` has none. */
export function withCheckDefaults(check: Partial<Check>): Check {
  return { ...CHECK_DEFAULTS, ...check } as Check;
}
