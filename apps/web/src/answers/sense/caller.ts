import { useSession } from '../../sync/session.ts';

/** Who called last on this device, to whoever is signed on: one calls a whole station, and is named once. */
const callers = new Map<string, string>();

const person = (): string => useSession.getState().person?.id ?? '';

/** The name that stood there last; empty before anybody was named. Kept no longer than the page. */
export const lastCaller = (): string => callers.get(person()) ?? '';

export const rememberCaller = (name: string): void => void callers.set(person(), name);
