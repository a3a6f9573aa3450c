import { useEffect } from 'react';
import { api } from '../api/client.ts';
import { useCampaigns } from './campaign-store.ts';
import { useSession } from './session.ts';

/** How often a hand on the device is told to the server (ms). */
const TELL = 60_000;
const LOOK = 5_000;

/**
 * Locks the device when nobody has touched it for as long as the server lets a session stand, and tells the server
 * while somebody does. Without a server it stays open: nobody could sign on again in the field.
 */
export function useAbsenceLock(minutes: number): void {
  useEffect(() => {
    let touched = Date.now();
    let told = Date.now();
    const touch = (): void => {
      touched = Date.now();
      if (touched - told < TELL) return;
      told = touched;
      void useSession.getState().look();
    };
    const timer = setInterval(() => {
      const absent = Date.now() - touched > minutes * 60_000;
      if (absent && useCampaigns.getState().reachable && useSession.getState().person) void lock();
    }, LOOK);
    const kinds = ['pointerdown', 'keydown', 'wheel'] as const;
    for (const kind of kinds) addEventListener(kind, touch, { passive: true });
    return () => {
      clearInterval(timer);
      for (const kind of kinds) removeEventListener(kind, touch);
    };
  }, [minutes]);
}

async function lock(): Promise<void> {
  const { signOut, unproven } = useSession.getState();
  // Known by a PIN alone, nobody at the server could end it: it ends here, or the next page would open it again.
  if (unproven) return signOut();
  await api.delete('/api/session');
  useSession.setState({ person: null });
}
