import { useState } from 'react';
import type { EntryBodies, EntryKind, Role } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, useSession } from '../sync/session.ts';

/** Sends an entry in the first of some roles that the person holds; what the door said stays as the problem. */
export function useSend(): {
  problem: string | undefined;
  send: <K extends EntryKind>(kind: K, body: EntryBodies[K], roles: readonly Role[]) => Promise<boolean>;
  refuse: (why: string) => void;
} {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const [problem, setProblem] = useState<string>();
  return {
    problem,
    refuse: setProblem,
    send: async (kind, body, roles) => {
      const sent = await submit(view.id, kind, body, roleAmong(person, roles));
      setProblem(sent.ok ? undefined : view.say(sent.error));
      return sent.ok;
    },
  };
}
