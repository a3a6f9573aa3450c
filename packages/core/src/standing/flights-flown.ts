import { stateKey, type BasisIndex } from '../checks/basis-index.ts';
import { WHOLE_AIRCRAFT } from '../checks/types.ts';
import type { CampaignState } from '../record/state.ts';

/** A flight of this campaign, as the record has it. Instants in milliseconds since 1970. */
export interface RecordedFlight {
  readonly from: number;
  readonly to: number;
  /** What its beginning was: the run on which it lifted off, or the gate in front of it where no run was told. */
  readonly by: 'run' | 'gate';
}

/**
 * The flights of a campaign, oldest first: each ends when it was said to be flown, and begins with the last take-off run before that which lifted off,
 * else with the last time the gate in front of it was passed. When wheels left the ground and touched it again nobody recorded: it
 * lasted so long at the most, where the run was told as it happened.
 *
 * Boundary: a run at the very instant of landing is of that flight. A landing that was struck through ends none; one before which neither a run nor a
 * gate is there, since the flight before, is left out.
 * Example: gate passed 10:00, lifted off 10:09, flown 10:54: one flight of 45 minutes by its run.
 */
export function flightsFlown(state: CampaignState, index: BasisIndex): readonly RecordedFlight[] {
  const gates = new Set(index.basis.pack.gates.filter((g) => g.before === 'flight').map((g) => g.id));
  const passes = state.passes.filter((p) => gates.has(p.gate)).map((p) => p.instant);
  const runs = [...index.parts.values()].flatMap(({ key, check }) =>
    check.answer.kind === 'roll'
      ? (state.parts.get(key)?.history ?? []).flatMap(({ answer, struck, instant }) =>
          answer?.kind === 'roll' && answer.ended === 'lifted' && !struck ? [instant] : [],
        )
      : [],
  );
  const landings = (state.states.get(stateKey('flown', WHOLE_AIRCRAFT)) ?? [])
    .filter((s) => s.value === 'yes' && !s.struck)
    .map((s) => s.since.instant);
  return landings.flatMap((to, i): RecordedFlight[] => {
    const after = landings[i - 1] ?? -Infinity;
    const lastOf = (instants: readonly number[]): number =>
      Math.max(-Infinity, ...instants.filter((at) => at > after && at <= to));
    const [run, gate] = [lastOf(runs), lastOf(passes)];
    if (run > -Infinity) return [{ from: run, to, by: 'run' }];
    return gate > -Infinity ? [{ from: gate, to, by: 'gate' }] : [];
  });
}
