import type { Gate } from '../checks/types.ts';
import { hasSeen } from '../record/seen.ts';
import type { CampaignState, Deed, Happening } from '../record/state.ts';
import { isWalked } from './walked-again.ts';

/** What a gate rests on, as happenings that whoever passes it has to have seen. */
function restsOn(gate: Gate, before: Gate | undefined, state: CampaignState): readonly Happening[] {
  const found: Happening[] = [];
  const passedBefore = before && state.gatesPassed.get(before.id);
  if (passedBefore) found.push(passedBefore);
  for (const condition of gate.conditions)
    switch (condition.kind) {
      case 'proven':
        for (const part of state.index?.parts.values() ?? []) {
          const proof = state.proofs.get(part.key);
          if (proof && condition.stations.includes(part.check.station)) found.push(proof);
        }
        break;
      case 'noTags':
        for (const tag of state.tags.values()) found.push(tag.on, ...(tag.off ? [tag.off] : []));
        break;
      case 'inspectionsSigned':
        for (const action of state.actions.values())
          if (action.inspectionNeeded)
            found.push(action.done, ...(action.inspection ? [action.inspection] : []));
        break;
      case 'walkedAgain':
        for (const walk of state.walks.values())
          if (walk.finished && isWalked(walk)) found.push(walk.finished);
        found.push(...state.settlements.values());
        break;
      case 'findingsSettled':
      case 'crew':
        break;
    }
  // A finding that once grounded the aircraft held every gate; whoever passes has seen it closed.
  for (const finding of state.findings.values())
    if (finding.grounded)
      found.push(
        finding.grounded,
        ...(finding.closed ? [finding.closed] : []),
        ...(finding.merged ? [finding.merged] : []),
        ...(finding.reopened ? [finding.reopened] : []),
      );
  return found;
}

/**
 * Whether a pass of a gate still stands: whoever passed it had seen everything that it rests on. A check that was lost
 * and proven again, a tag put on and taken off, a finding that grounded the aircraft, a gate before it passed anew:
 * each came after, and the gate has to be passed again. Whether anything holds the gate now is asked elsewhere.
 * Source: "A pass of a gate counts for what was seen, and for nothing that came after."
 */
export function passStands(gate: Gate, pass: Deed, before: Gate | undefined, state: CampaignState): boolean {
  return restsOn(gate, before, state).every((what) => hasSeen(pass, what));
}
