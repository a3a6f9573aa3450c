import type { EntryBodies, EntryDraft, EntryKind } from '../record/entry.ts';
import { ENTRIES } from './entries.ts';

/** Who made an entry, when, on what, and up to where they had seen the record. */
export type Making = Pick<
  EntryDraft,
  'id' | 'campaign' | 'at' | 'offset' | 'seen' | 'by' | 'role' | 'device' | 'supersedes'
>;

/**
 * The one maker of drafts: an entry of a kind, in the version that this program writes. Nothing is asked here; the door
 * does (`admit`).
 * Example: `makeDraft('gate.passed', { gate: 'power', snapshot }, making).version` is 2.
 */
export function makeDraft<K extends EntryKind>(
  kind: K,
  body: EntryBodies[K],
  making: Making,
): EntryDraft<K> & EntryDraft {
  // Kind and body belong together by the type of this function; a union of drafts cannot say so of an unknown kind.
  return { ...making, kind, version: ENTRIES[kind].version, body } as unknown as EntryDraft<K> & EntryDraft;
}
