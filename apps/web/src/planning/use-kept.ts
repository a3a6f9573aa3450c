import { useEffect, useState } from 'react';

function read<T>(key: string, initial: T): T {
  const text = localStorage.getItem(`kanzel ${key}`);
  return text === null ? initial : (JSON.parse(text) as T);
}

/**
 * A value that survives a closed tab: what somebody has typed is kept on the device until it is recorded or given up.
 * Returns the value, a way to change it, and a way to forget it.
 */
export function useKept<T>(key: string, initial: T): [T, (next: T) => void, () => void] {
  const [held, setHeld] = useState<{ key: string; value: T }>(() => ({ key, value: read(key, initial) }));
  useEffect(() => {
    setHeld((now) => (now.key === key ? now : { key, value: read(key, initial) }));
    // What it begins with is asked for only when the key is another.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const value = held.key === key ? held.value : read(key, initial);
  return [
    value,
    (next) => {
      localStorage.setItem(`kanzel ${key}`, JSON.stringify(next));
      setHeld({ key, value: next });
    },
    () => {
      localStorage.removeItem(`kanzel ${key}`);
      setHeld({ key, value: initial });
    },
  ];
}
