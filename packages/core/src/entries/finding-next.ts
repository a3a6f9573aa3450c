import type { Role } from '../checks/types.ts';
import type { CampaignState } from '../record/state.ts';
import { deferralOver } from '../standing/findings.ts';
import type { CampaignStatus } from '../standing/derive.ts';
import { whyNotClosable } from './closing.ts';
import { CREW, INSPECTING } from './roles.ts';

/** What comes next for a finding, in the order of its life. */
export const FINDING_STEPS = [
  'assess',
  'act',
  'inspect',
  'repeat',
  'close',
  'deferred',
  'merged',
  'closed',
] as const;
export type FindingStep = (typeof FINDING_STEPS)[number];

/** By whom each step is done; nobody is waited for when a finding rests or is closed. */
export const FINDING_HANDS: Readonly<Record<FindingStep, readonly Role[]>> = {
  assess: CREW,
  act: CREW,
  inspect: INSPECTING,
  repeat: CREW,
  close: INSPECTING,
  deferred: [],
  merged: [],
  closed: [],
};

/**
 * What comes next for a finding: it is assessed; worked on, unless it was put off and still may be, or only told; each work
 * that asks for it is inspected by somebody else; what the work touched is checked again; it is closed. What was put off and
 * has run out is to be worked on, and so is what was opened again. What is one with another is worked on there. Undefined for a finding that there is not.
 * Example: a plug lead replaced and not yet inspected is with the inspector.
 */
export function nextOfFinding(
  state: CampaignState,
  status: CampaignStatus,
  id: string,
  now: number,
): FindingStep | undefined {
  const finding = state.findings.get(id);
  if (!finding) return undefined;
  if (finding.closed) return 'closed';
  if (finding.merged) return 'merged';
  if (!finding.assessed) return 'assess';
  if (finding.assessed.severity === 'deferred' && finding.actions.length === 0)
    return deferralOver(finding, state, now) ? 'act' : 'deferred';
  switch (whyNotClosable(state, status, id)?.code) {
    case undefined:
      return 'close';
    case 'findingNeedsAction':
    case 'findingReopened':
      return 'act';
    case 'inspectionUnsigned':
      return 'inspect';
    default:
      return 'repeat';
  }
}
