import type { Check } from '../checks/types.ts';
import { deriveStatus, type CampaignStatus } from '../standing/derive.ts';
import type { Entry, EntryBodies } from '../record/entry.ts';
import { makeDraft } from './make-draft.ts';
import { foldEntries } from './fold.ts';
import type { CampaignState } from '../record/state.ts';

/** What an action would cost, before it is recorded. */
export interface ActionCost {
  /** Checks that are good now and would have to be done again. */
  readonly checks: readonly string[];
  readonly minutes: number;
  /** People needed at once: two where a second person must watch. */
  readonly people: number;
  readonly inspectionNeeded: boolean;
}

/** Parts that are good now and would not be, if some entry were recorded: found by recording it on a copy. */
function lostBy<K extends 'action.recorded' | 'basis.moved'>(
  state: CampaignState,
  status: CampaignStatus,
  kind: K,
  body: EntryBodies[K],
): { readonly parts: readonly string[]; readonly checks: readonly Check[] } {
  const at = new Date(state.clock).toISOString();
  const making = {
    id: 'supposed',
    campaign: '',
    at,
    by: '',
    role: 'technician',
    device: 'supposed',
    seen: state.count,
  } as const;
  const entry: Entry = {
    ...makeDraft(kind, body, making),
    seq: state.count + 1,
    receivedAt: at,
    prevHash: state.head,
    hash: '',
  };
  const after = foldEntries([entry], state);
  const then = deriveStatus(after, at);
  const parts = [...(then?.parts ?? [])].flatMap(([key, part]) =>
    !part.proven && status.parts.get(key)?.proven === true ? [key] : [],
  );
  return { parts, checks: [...new Set(parts.flatMap((key) => after.index?.parts.get(key)?.check ?? []))] };
}

/**
 * What touching some systems would cost: the checks that would lose their standing, the minutes to repeat them one
 * after another, and the people it takes. It is recorded on a copy and the copy is asked, so that what is shown before
 * and what happens then are the same.
 * Example: touching "engine.left.ignition.a" after a complete run-up costs the drop, the difference of drops, and idle.
 */
export function costOf(
  state: CampaignState,
  status: CampaignStatus,
  touches: readonly string[],
  inspectionNeeded: boolean,
): ActionCost {
  if (!state.index || touches.length === 0) return { checks: [], minutes: 0, people: 0, inspectionNeeded };
  const body = { action: 'supposed', what: '', measure: '', touches };
  const { checks } = lostBy(state, status, 'action.recorded', body);
  return {
    checks: checks.map((c) => c.id),
    minutes: checks.reduce((sum, c) => sum + c.minutes, 0),
    people: inspectionNeeded || checks.some((c) => c.secondPerson) ? 2 : checks.length > 0 ? 1 : 0,
    inspectionNeeded,
  };
}

/** Parts that are good now and would have to be done again if the campaign were moved to another basis. */
export function partsLostByMoving(
  state: CampaignState,
  status: CampaignStatus,
  basis: EntryBodies['basis.moved']['basis'],
): readonly string[] {
  return lostBy(state, status, 'basis.moved', { basis, reason: '' }).parts;
}
