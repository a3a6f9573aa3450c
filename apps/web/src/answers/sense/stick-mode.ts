import { create } from 'zustand';
import { STICK_MODES, type StickMode } from '@kanzel/core';
import { useSession } from '../../sync/session.ts';

const KEY = 'kanzel.stick-mode';

const keyOf = (person: string): string => `${KEY}.${person}`;

function keptMode(person: string): StickMode | undefined {
  const kept = localStorage.getItem(keyOf(person));
  return STICK_MODES.find((mode) => mode === kept);
}

const useModes = create<{ readonly modes: ReadonlyMap<string, StickMode> }>(() => ({ modes: new Map() }));

/**
 * The transmitter mode of whoever is signed on, kept on this device; undefined until it was chosen: the stick of another mode may be
 * the throttle.
 */
export function useStickMode(): [StickMode | undefined, (mode: StickMode) => void] {
  const person = useSession((s) => s.person?.id ?? '');
  const mode = useModes((s) => s.modes.get(person)) ?? keptMode(person);
  return [
    mode,
    (next) => {
      localStorage.setItem(keyOf(person), next);
      useModes.setState(({ modes }) => ({ modes: new Map([...modes, [person, next]]) }));
    },
  ];
}
