import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { useLive } from '../sync/live.ts';
import { useSession } from '../sync/session.ts';

interface Voice {
  readonly on: boolean;
}

/** Whether this device reads aloud: off until somebody wants it. */
export const useVoice = create<Voice>()(
  persist((): Voice => ({ on: false }), {
    name: 'kanzel-voice',
    storage: createJSONStorage(() => localStorage),
  }),
);

/** Whether the browser has a voice at all. */
export const hasVoice = (): boolean => 'speechSynthesis' in window;

/** Whether somebody else works on this campaign now: then one of them reads aloud. */
export function useSomebodyElse(campaign: string): boolean {
  const present = useLive((s) => s.present);
  const person = useSession((s) => s.person);
  return present.some((p) => p.campaign === campaign && p.person !== person?.id);
}
