import { stateKey, type BasisIndex } from '../checks/basis-index.ts';
import { WHOLE_AIRCRAFT } from '../checks/types.ts';
import { hasSeen } from './seen.ts';
import type { CampaignState, Deed, Setting } from './state.ts';

/** Subject under which a state of a check's part is recorded. */
export function stateSubject(index: BasisIndex, state: string, partSubject: string): string {
  return index.states.get(state)?.per === 'engine' ? partSubject : WHOLE_AIRCRAFT;
}

/** Subjects that a state has: every engine, or the aircraft. Example: `engine` of a twin has left and right. */
export function subjectsOfState(index: BasisIndex, state: string): readonly string[] {
  return index.states.get(state)?.per === 'engine'
    ? index.basis.aircraft.engines.map((e) => e.id)
    : [WHOLE_AIRCRAFT];
}

/** How a state stands: a value, or several that were said by people who had not seen one another's word. */
export type StateNow =
  | { readonly kind: 'is'; readonly value: string; readonly by?: Setting }
  | { readonly kind: 'contested'; readonly by: readonly [Setting, Setting] };

/** Statements that nobody made another one after having seen them. */
function latest(settings: readonly Setting[]): readonly Setting[] {
  return settings.filter((s, i) => !settings.some((later, j) => j > i && hasSeen(later.since, s.since)));
}

function settle(settings: readonly Setting[], initial: string): StateNow {
  const newest = settings[settings.length - 1];
  if (!newest) return { kind: 'is', value: initial };
  // Nearly always whoever spoke last had seen all that was said before.
  if (settings.every((s) => s === newest || hasSeen(newest.since, s.since)))
    return { kind: 'is', value: newest.value, by: newest };
  const last = latest(settings);
  const other = last.find((s) => s.value !== newest.value);
  return other ? { kind: 'contested', by: [other, newest] } : { kind: 'is', value: newest.value, by: newest };
}

const NONE: readonly Setting[] = [];
const standing = new WeakMap<readonly Setting[], readonly Setting[]>();
const changed = new WeakMap<
  readonly Setting[],
  { readonly initial: string; readonly changes: readonly Setting[] }
>();

/** Statements that hold, found once for each list of them: a list is never changed, another one takes its place. */
function settingsOf(state: CampaignState, name: string, subject: string): readonly Setting[] {
  const all = state.states.get(stateKey(name, subject)) ?? NONE;
  const known = standing.get(all) ?? all.filter((s) => !s.struck);
  standing.set(all, known);
  return known;
}

/**
 * How a state stood for whoever made a deed: by the statements they had seen; without a deed, as it stands now.
 * What was withdrawn or corrected is left out, however long ago it was said. Two people who say different things
 * without having seen each other leave it contested until somebody who saw both says which.
 * Example: running said at place 4 and stopped at 9: for an answer that had seen 6 it was running.
 */
export function stateFor(
  state: CampaignState,
  name: string,
  subject: string,
  deed?: Deed,
): StateNow | undefined {
  const definition = state.index?.states.get(name);
  if (!definition) return undefined;
  const said = settingsOf(state, name, subject);
  return settle(deed ? said.filter((s) => hasSeen(deed, s.since)) : said, definition.initial);
}

/** The value a state has now; undefined when it is contested or not known to the pack. */
export function stateValue(state: CampaignState, name: string, subject: string): string | undefined {
  const now = stateFor(state, name, subject);
  return now?.kind === 'is' ? now.value : undefined;
}

/**
 * Statements that changed a state, as far as those who made them knew: stating what already holds changes nothing.
 * Oldest first. Example: running, running, stopped are two changes.
 */
export function changesOf(state: CampaignState, name: string, subject: string): readonly Setting[] {
  const definition = state.index?.states.get(name);
  if (!definition) return [];
  const said = settingsOf(state, name, subject);
  const known = changed.get(said);
  if (known?.initial === definition.initial) return known.changes;
  const changes = said.filter((s) => {
    const before = settle(
      said.filter((b) => b.since.seq < s.since.seq && hasSeen(s.since, b.since)),
      definition.initial,
    );
    return before.kind === 'contested' || before.value !== s.value;
  });
  changed.set(said, { initial: definition.initial, changes });
  return changes;
}
