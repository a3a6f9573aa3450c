import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { ENTRY_VERSIONS, type Entry, type EntryKind } from '../record/entry.ts';

/** Turns a body of one version into the next. */
type Upcaster = (body: unknown) => unknown;

const unchanged: Upcaster = (body) => body;

/** By kind, the step from version n (index n − 1) to n + 1. */
const UPCASTERS: Readonly<Partial<Record<EntryKind, readonly Upcaster[]>>> = {
  // A tag taken off before tags asked for an inspection asks for none.
  'tag.off': [(body) => ({ ...(body as object), uninspected: true })],
  // A deferral without an end stays without one; nothing narrowed a flight.
  'finding.assessed': [unchanged],
  // Nobody was named to be there.
  'gate.passed': [unchanged],
  // Nothing was named: it covers what was known when it was signed, by place in the record.
  'gate.overridden': [unchanged],
};

/**
 * Brings an entry to the versions this program knows, so that an old record folds for ever. The entry handed
 * in is left as it is: hashes are over what was recorded, not over what it is read as.
 * Errors: `entryKindUnknown`; `entryVersionNewer` when a newer program wrote it.
 */
export function upcast(entry: Entry, upcasters: typeof UPCASTERS = UPCASTERS): Result<Entry, Reason> {
  const current = ENTRY_VERSIONS[entry.kind] as number | undefined;
  if (current === undefined) return err(reason('entryKindUnknown', { kind: String(entry.kind) }));
  const steps = upcasters[entry.kind] ?? [];
  const known = Math.max(current, steps.length + 1);
  if (entry.version > known)
    return err(reason('entryVersionNewer', { kind: entry.kind, version: entry.version, known }));
  if (entry.version === known) return ok(entry);
  const body = steps.slice(entry.version - 1).reduce<unknown>((b, step) => step(b), entry.body);
  return ok({ ...entry, version: known, body } as Entry);
}
