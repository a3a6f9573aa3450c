import { create } from 'zustand';
import type { FrontDoor, PersonView } from '@kanzel/contract';
import { STATION_TYPES, type Role, type StationId } from '@kanzel/core';
import { api, sayFailure, type Answer } from '../api/client.ts';

/** What this device remembers is read with the first thing that is remembered, not with the sign-in page. */
const database = (): Promise<typeof import('./database.ts')> => import('./database.ts');
const keep = async (key: string, value: unknown): Promise<void> => (await database()).keep(key, value);
const kept = async <T>(key: string): Promise<T | undefined> => (await database()).kept<T>(key);

/**
 * Set while somebody has signed out whom the server has not yet signed out: without a server, or when the page was left
 * at once. It is written at once, unlike what is kept with the entries, and the next look at the device ends it first.
 */
const LEAVING = 'kanzel leaving';
const isLeaving = (): boolean => localStorage.getItem(LEAVING) !== null;

/** Under this is kept that whoever is signed on was known by a PIN alone. */
const UNPROVEN = 'unproven';
/** Why a PIN opens nothing without the server. */
const NOT_KNOWN = {
  unknown:
    'Without the server this device knows nobody by that PIN. Sign on here once while it can be reached.',
  resting: 'Too many wrong PINs: it rests until the server can be reached.',
  wrong: 'That is not your PIN. Nothing was changed; try again.',
} as const;

interface Session {
  /** undefined: not known yet; null: nobody. */
  readonly person: PersonView | null | undefined;
  readonly people: readonly PersonView[];
  /** Signed on by PIN without the server: nothing is sent in their name before the server has taken the PIN as well. */
  readonly unproven: boolean;
  readonly look: () => Promise<void>;
  readonly signIn: (name: string, passphrase: string) => Promise<string | undefined>;
  readonly signOnByPin: (person: string, pin: string) => Promise<string | undefined>;
  readonly first: (request: {
    setupCode: string;
    name: string;
    fullName: string;
    passphrase: string;
  }) => Promise<string | undefined>;
  readonly signOut: () => Promise<void>;
}

/** Who is signed on as this device last knew. */
const asLastSeen = async (unproven: boolean): Promise<Pick<Session, 'person' | 'people' | 'unproven'>> => ({
  person: (await kept<PersonView>('person')) ?? null,
  people: (await kept<PersonView[]>('people')) ?? [],
  unproven,
});

/** Who is signed on at this device, and whose names it knows. */
export const useSession = create<Session>((set) => {
  const enter = async (answer: Answer<PersonView>): Promise<string | undefined> => {
    if (!answer.ok) return sayFailure(answer.error);
    localStorage.removeItem(LEAVING);
    await keep('person', answer.value);
    await keep(UNPROVEN, false);
    set({ person: answer.value, unproven: false });
    await loadPeople();
    return undefined;
  };
  const loadPeople = async (): Promise<void> => {
    const people = await api.get<PersonView[]>('/api/people');
    if (people.ok) await keep('people', people.value);
    set({ people: people.ok ? people.value : ((await kept<PersonView[]>('people')) ?? []) });
  };
  let ending: Promise<void> | undefined;
  /** Ends at the server what was ended here. Whoever signs in waits for it, or its answer would sign them out. */
  const end = async (): Promise<void> => {
    const gone = await api.delete('/api/session');
    if (gone.ok || gone.error.kind === 'refused') localStorage.removeItem(LEAVING);
  };
  const ended = (): Promise<void> => (ending ??= end().finally(() => (ending = undefined)));
  const enterBy = async (path: string, body: unknown): Promise<string | undefined> => {
    if (isLeaving()) await ended();
    return enter(await api.post<PersonView>(path, body));
  };
  return {
    person: undefined,
    people: [],
    unproven: false,
    look: async () => {
      if ((await kept<boolean>(UNPROVEN)) === true) {
        // Whoever was signed on before is signed off as soon as the server is heard: it is somebody else's hand now.
        if (isLeaving()) await ended();
        return set(await asLastSeen(true));
      }
      if (isLeaving()) {
        await keep('person', null);
        await ended();
        if (isLeaving()) return set({ person: null });
      }
      const me = await api.get<PersonView>('/api/session');
      if (me.ok) await enter(me);
      else if (me.error.kind === 'refused') set({ person: null });
      else {
        // Without a server the device goes on with whoever was signed on; the server asks again when it is back.
        set(await asLastSeen(false));
      }
    },
    signIn: async (name, passphrase) => enterBy('/api/session', { name, passphrase }),
    signOnByPin: async (person, pin) => {
      const { forgetPin, openByPin, rememberPin } = await import('./pins.ts');
      if (isLeaving()) await ended();
      const answer = await api.post<PersonView>('/api/session/pin', { person, pin });
      if (answer.ok) await rememberPin(answer.value, pin);
      else if (answer.error.kind === 'unreachable') {
        const known = await openByPin(person, pin);
        if (!known.ok) return NOT_KNOWN[known.error];
        localStorage.setItem(LEAVING, 'yes');
        await keep('person', known.value);
        await keep(UNPROVEN, true);
        set(await asLastSeen(true));
        return undefined;
      } else if (answer.error.status === 401 && (await openByPin(person, pin)).ok)
        // What this device knows is no PIN any more where the server counts.
        await forgetPin(person);
      return enter(answer);
    },
    first: async (request) => enterBy('/api/first-person', request),
    signOut: async () => {
      localStorage.setItem(LEAVING, 'yes');
      set({ person: null, unproven: false });
      await keep('person', null);
      await keep(UNPROVEN, false);
      await ended();
    },
  };
});

/** Asks what the sign-in page needs to know. A tablet that was ended from elsewhere forgets whom it knew by PIN. */
export async function askFrontDoor(): Promise<Answer<FrontDoor>> {
  const answer = await api.get<FrontDoor>('/api/front-door');
  if (answer.ok && !answer.value.tablet) await (await import('./pins.ts')).forgetAllPins();
  return answer;
}

/** Roles a person holds today. */
export function rolesOf(person: PersonView | null | undefined): readonly Role[] {
  const today = new Date().toISOString().slice(0, 10);
  return (
    person?.authorisations
      .filter((a) => a.validUntil === undefined || today <= a.validUntil)
      .map((a) => a.role) ?? []
  );
}

/** The first of the wanted roles that a person holds; the first wanted when none, so that the refusal names it. */
export function roleAmong(person: PersonView | null | undefined, wanted: readonly Role[]): Role {
  const held = rolesOf(person);
  return wanted.find((r) => held.includes(r)) ?? wanted[0] ?? 'technician';
}

/** In which roles a station is worked, most natural first. */
export function rolesForStation(station: StationId): readonly Role[] {
  return STATION_TYPES[station].roles;
}
