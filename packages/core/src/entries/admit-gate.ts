import { reason, type Reason } from '../reasons/reason.ts';
import { type CampaignStatus } from '../standing/derive.ts';
import { type EntryBodies, type EntryDraft } from '../record/entry.ts';
import { type Door } from './door.ts';
/** The holdings of a gate that an override of one condition may name, as they are now. */
export function overridable(status: CampaignStatus, gate: string, condition: string): readonly string[] {
  const found = status.gates.find((g) => g.gate.id === gate);
  return (found?.holdings ?? [])
    .filter((h) => h.overridable && h.condition === condition)
    .flatMap((h) => h.ids);
}

export function gateRule(door: Door, body: EntryBodies['gate.passed'], by: string): Reason | undefined {
  const found = door.status().gates.find((g) => g.gate.id === body.gate);
  if (!found || found.gate.before === 'release') return reason('gateUnknown', { gate: body.gate });
  if (found.state === 'held')
    return found.holdings[0]?.reason ?? reason('gateHeld', { gate: found.gate.title });
  const crew = found.gate.conditions.find((c) => c.kind === 'crew');
  const there = new Set([by, ...(body.crew ?? [])]).size;
  if (crew && there < crew.minimum) return reason('crewTooSmall', { count: there, wanted: crew.minimum });
  return body.snapshot === door.state.head ? undefined : reason('snapshotStale');
}

export function releaseRule(draft: EntryDraft<'release.signed'>, door: Door): Reason | undefined {
  for (const gate of door.status().gates) {
    if (gate.state === 'held')
      return gate.holdings[0]?.reason ?? reason('gateHeld', { gate: gate.gate.title });
    if (gate.gate.before !== 'release' && gate.state !== 'passed')
      return reason('gateNotPassed', { gate: gate.gate.title });
  }
  const flew = [...door.state.parts.entries()].some(
    ([key, part]) =>
      door.index.parts.get(key)?.check.station === 'flight' &&
      // In whatever role, and whatever became of the answer: who flew is not undone by a correction.
      part.history.some((h) => h.by === draft.by),
  );
  if (flew) return reason('certifierFlew');
  return draft.body.snapshot === door.state.head ? undefined : reason('snapshotStale');
}
