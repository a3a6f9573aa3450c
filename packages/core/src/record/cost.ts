import type { CampaignStatus } from '../gates/derive.ts';
import type { CampaignState } from './state.ts';

/** What an action would cost, before it is recorded. */
export interface ActionCost {
  /** Checks that are good now and would have to be done again. */
  readonly checks: readonly string[];
  readonly minutes: number;
  /** People needed at once: two where a second person must watch. */
  readonly people: number;
  readonly inspectionNeeded: boolean;
}

/**
 * What touching some systems would cost: the checks that would lose their standing, the minutes to repeat
 * them one after another, and the people it takes.
 * Example: touching "engine.left.ignition" after a complete run-up costs the ignition checks of that engine.
 */
export function costOf(
  state: CampaignState,
  status: CampaignStatus,
  touches: readonly string[],
  inspectionNeeded: boolean,
): ActionCost {
  const { index } = state;
  if (!index || touches.length === 0) return { checks: [], minutes: 0, people: 0, inspectionNeeded };
  const lost = new Set(
    index
      .reachOf(touches)
      .filter((r) => status.parts.get(r.part)?.proven)
      .map((r) => index.parts.get(r.part)?.check),
  );
  const checks = [...lost].filter((c) => c !== undefined);
  return {
    checks: checks.map((c) => c.id),
    minutes: checks.reduce((sum, c) => sum + c.minutes, 0),
    people: inspectionNeeded || checks.some((c) => c.secondPerson) ? 2 : checks.length > 0 ? 1 : 0,
    inspectionNeeded,
  };
}
