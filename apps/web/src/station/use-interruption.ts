import { useCallback, useEffect, useRef, useState } from 'react';
import { keep, kept } from '../sync/database.ts';
import { interruptionOf, type Interruption, type WasHere } from './interruption.ts';

/** So often it is written down where a hand was (ms). */
const NOTE = 15_000;
const HANDS = ['pointerdown', 'keydown'] as const;

/**
 * Remembers on this device where somebody was in a campaign, and tells whoever comes back after a pause, or has taken the device
 * over. It is told until it is put away; until then nothing is remembered over it.
 */
export function useInterruption(
  campaign: string,
  here: Omit<WasHere, 'at'> | undefined,
): { readonly interruption: Interruption | undefined; readonly putAway: () => void } {
  const [interruption, setInterruption] = useState<Interruption>();
  const key = `was here ${campaign}`;
  const now = useRef(here);
  const last = useRef<WasHere>(undefined);
  const told = useRef(false);
  const noted = useRef(0);
  useEffect(() => {
    now.current = here;
  }, [here]);

  const note = useCallback(
    (force: boolean): void => {
      if (!now.current || told.current) return;
      last.current = { ...now.current, at: Date.now() };
      if (!force && last.current.at - noted.current < NOTE) return;
      noted.current = last.current.at;
      void keep(key, last.current);
    },
    [key],
  );
  const look = useCallback((): void => {
    if (!now.current || told.current) return;
    const found = interruptionOf(last.current, Date.now(), now.current.person);
    if (!found) return note(false);
    told.current = true;
    setInterruption(found);
  }, [note]);

  const person = here?.person;
  useEffect(() => {
    if (person === undefined) return;
    let over = false;
    told.current = false;
    void kept<WasHere>(key).then((was) => {
      if (over) return;
      last.current = was;
      look();
    });
    const seen = (): void => {
      if (document.visibilityState === 'visible') look();
      else note(true);
    };
    for (const kind of HANDS) addEventListener(kind, look, { passive: true, capture: true });
    document.addEventListener('visibilitychange', seen);
    return () => {
      over = true;
      for (const kind of HANDS) removeEventListener(kind, look, { capture: true });
      document.removeEventListener('visibilitychange', seen);
    };
  }, [key, person, look, note]);
  // Another step in hand is written down at once: the device may go dark the next moment.
  const address = here?.address;
  const check = here?.check;
  useEffect(() => {
    if (last.current) note(true);
  }, [address, check, note]);

  const putAway = useCallback((): void => {
    told.current = false;
    setInterruption(undefined);
    note(true);
  }, [note]);
  return { interruption, putAway };
}
