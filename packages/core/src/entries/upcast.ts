import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { Entry, EntryKind } from '../record/entry.ts';
import { entryTypeOf } from './entries.ts';
import type { EntryType } from './kind.ts';

/**
 * Brings an entry to the version this program knows, so that an old record folds for ever. The entry handed
 * in is left as it is: hashes are over what was recorded, not over what it is read as.
 * Errors: `entryKindUnknown`; `entryVersionNewer` when a newer program wrote it.
 */
export function upcast(
  entry: Entry,
  type: Pick<EntryType<EntryKind>, 'version' | 'upcast'> | undefined = entryTypeOf(entry.kind),
): Result<Entry, Reason> {
  if (!type) return err(reason('entryKindUnknown', { kind: String(entry.kind) }));
  const { version: known } = type;
  if (entry.version > known)
    return err(reason('entryVersionNewer', { kind: entry.kind, version: entry.version, known }));
  if (entry.version === known) return ok(entry);
  const body = type.upcast.slice(entry.version - 1).reduce<unknown>((b, step) => step(b), entry.body);
  return ok({ ...entry, version: known, body } as Entry);
}
