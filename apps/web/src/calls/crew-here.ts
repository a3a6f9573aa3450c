import { DEVICE } from '../sync/device.ts';
import { useLive } from '../sync/live.ts';
import { useSession } from '../sync/session.ts';

/** Somebody at a position of the crew, by one of their devices. */
export interface AtPosition {
  readonly person: string;
  readonly name: string;
  /** It is the device in the hand. */
  readonly own: boolean;
}

/** Who is at each position of a campaign now, as far as their devices are heard. */
export function useCrewHere(campaign: string): ReadonlyMap<string, readonly AtPosition[]> {
  const present = useLive((s) => s.present);
  const people = useSession((s) => s.people);
  const at = new Map<string, readonly AtPosition[]>();
  for (const p of present) {
    if (p.campaign !== campaign || p.position === undefined) continue;
    const name = people.find((o) => o.id === p.person)?.fullName ?? 'someone';
    at.set(p.position, [...(at.get(p.position) ?? []), { person: p.person, name, own: p.device === DEVICE }]);
  }
  return at;
}
