import { create } from 'zustand';
import { STICK_MODES, type StickMode } from '@kanzel/core';
import { useSession } from '../../sync/session.ts';

const KEY = 'kanzel.stick-mode';

const keyOf = (person: string): string => `${KEY}.${person}`;

function keptMode(person: string): StickMode {
  const kept = localStorage.getItem(keyOf(person));
  return STICK_MODES.find((mode) => mode === kept) ?? '2';
}

const useModes = create<{ readonly modes: ReadonlyMap<string, StickMode> }>(() => ({ modes: new Map() }));

/** The transmitter mode of whoever is signed on, kept on this device. */
export function useStickMode(): [StickMode, (mode: StickMode) => void] {
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
