import type { Role } from '../checks/types.ts';

/** Whoever works on the aircraft or flies it, and may change what it is. */
export const CREW: readonly Role[] = ['technician', 'inspector', 'certifier', 'pilot'];
/** Whoever is at the aircraft and sees what happens. */
export const WATCHERS: readonly Role[] = [...CREW, 'observer'];
/** Who looks at the work of others, and signs. */
export const INSPECTING: readonly Role[] = ['inspector', 'certifier'];

/** Roles that may set aside what somebody else said: an answer, an out, an assessment that stops the aircraft. */
export const MAY_OVERRULE: readonly Role[] = [...INSPECTING];
