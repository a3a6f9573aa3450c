import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { canonicalJson } from '../canonical/canonical.ts';
import type { Entry, EntryDraft } from './entry.ts';
import { sha256Hex, type TextHash } from '../canonical/hash.ts';

/** What the first entry of a campaign is chained to. */
export const GENESIS_HASH = '0'.repeat(64);

/** Hash that an entry must carry: over all its members but `hash`, `prevHash` among them. */
export function entryHash(
  entry: Omit<Entry, 'hash'> & { hash?: string },
  hash: TextHash = sha256Hex,
): string {
  return hash(canonicalJson({ ...entry, hash: undefined }));
}

/** Places a draft behind `head`. `head` is undefined for the first entry of a campaign. `hash` as in `entryHash`. */
export function chain(
  draft: EntryDraft,
  head: { readonly seq: number; readonly hash: string } | undefined,
  receivedAt: string,
  hash: TextHash = sha256Hex,
): Entry {
  const placed = { ...draft, seq: (head?.seq ?? 0) + 1, receivedAt, prevHash: head?.hash ?? GENESIS_HASH };
  return { ...placed, hash: entryHash(placed, hash) };
}

/**
 * Verifies a chain of entries from the first on: places without gaps, one campaign, no id twice, each chained
 * to the one before, each hash true. Returns the head hash, or the first entry that is wrong and how.
 * `hash` is the platform's own SHA-256 where there is one: the same, and several times as fast.
 * Errors: `chainSeq`, `chainCampaign`, `chainDuplicate`, `chainPrevious`, `chainHash`, each with `seq`.
 */
export function verifyChain(
  entries: readonly Entry[],
  hash: TextHash = sha256Hex,
): Result<{ readonly count: number; readonly head: string }, Reason> {
  let head = GENESIS_HASH;
  const ids = new Set<string>();
  for (const [i, entry] of entries.entries()) {
    const at = { seq: i + 1, id: String(entry?.id), kind: String(entry?.kind) };
    if (entry.seq !== i + 1) return err(reason('chainSeq', { ...at, found: String(entry.seq) }));
    if (entry.campaign !== entries[0]?.campaign) return err(reason('chainCampaign', at));
    if (ids.has(entry.id)) return err(reason('chainDuplicate', at));
    if (entry.prevHash !== head) return err(reason('chainPrevious', at));
    if (entryHash(entry, hash) !== entry.hash) return err(reason('chainHash', at));
    ids.add(entry.id);
    head = entry.hash;
  }
  return ok({ count: entries.length, head });
}
