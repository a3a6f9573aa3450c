import type { BasisIndex } from '../checks/basis-index.ts';
import type { CampaignState } from '../record/state.ts';
import { standingAnswer } from '../record/state.ts';

/** One check as it was really done. */
export interface DoneBar {
  readonly check: string;
  readonly start: string;
  readonly end: string;
  readonly people: readonly string[];
  /** Minutes it took beyond what the pack gives it; negative when it was quicker. */
  readonly over: number;
}

const MINUTE = 60_000;

/**
 * What was really done, as bars, from the answers that stand: a check ends with its last answer and begins where
 * the same person's entry before it was made, though not earlier than three times its planned minutes before its
 * end, since nobody records that they began. Times of a timer are its own.
 * Example: an answer at 10:20 after one at 10:05 by the same person is a bar of 15 minutes.
 */
export function doneBars(state: CampaignState, index: BasisIndex): readonly DoneBar[] {
  const deeds = new Map<string, { at: number; by: string; people: Set<string>; first: number }>();
  const stamps = new Map<string, number[]>();
  for (const [key, part] of state.parts) {
    const answer = standingAnswer(part);
    const check = index.parts.get(key)?.check;
    if (!answer || !check) continue;
    for (const h of part.history) stamps.set(h.by, [...(stamps.get(h.by) ?? []), Date.parse(h.at)]);
    const at = Date.parse(answer.at);
    const known = deeds.get(check.id);
    const people = known?.people ?? new Set<string>();
    people.add(answer.by);
    if (answer.witness) people.add(answer.witness.by);
    const own = answer.answer?.kind === 'timer' ? Date.parse(answer.answer.startedAt) : at;
    deeds.set(check.id, {
      at: Math.max(at, known?.at ?? 0),
      by: answer.by,
      people,
      first: Math.min(own, known?.first ?? Infinity),
    });
  }
  for (const list of stamps.values()) list.sort((a, b) => a - b);
  const opened = state.opened ? Date.parse(state.opened.at) : 0;
  return [...deeds].map(([check, deed]) => {
    const minutes = index.checks.get(check)?.minutes ?? 0;
    const before = (stamps.get(deed.by) ?? []).filter((t) => t < deed.first).at(-1) ?? opened;
    const start = Math.min(deed.first, Math.max(before, deed.at - 3 * minutes * MINUTE));
    return {
      check,
      start: new Date(start).toISOString(),
      end: new Date(deed.at).toISOString(),
      people: [...deed.people],
      over: (deed.at - start) / MINUTE - minutes,
    };
  });
}
