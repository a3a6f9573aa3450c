import { useEffect, useState, type ReactElement } from 'react';
import { useLineMode } from '../ui/line-mode.ts';

/** Keeps the screen of a tablet or phone awake while a campaign is open; says so when the device will not. */
export function AwakeLine(): ReactElement | null {
  const line = useLineMode();
  const [refused, setRefused] = useState(false);
  useEffect(() => {
    if (!line) return;
    if (!('wakeLock' in navigator)) return setRefused(true);
    let lock: WakeLockSentinel | undefined;
    let over = false;
    // The device takes the lock back whenever the page is hidden.
    const ask = (): void => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock.request('screen').then(
        (given) => {
          setRefused(false);
          if (over) void given.release();
          else lock = given;
        },
        () => setRefused(true),
      );
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, [line]);
  return line && refused ? <span className="text-near">Screen may go dark</span> : null;
}
