import { err, ok, reason, verifyChain, type Entry, type Reason, type Result } from '@kanzel/core';

/** Newest version of the record file that this program writes and reads. */
export const RECORD_FILE_VERSION = 1;

/** A campaign as a file that anyone can verify without this program: see docs/formats/record-file.md. */
export interface RecordFile {
  readonly format: 'kanzel-record';
  readonly version: number;
  readonly exportedAt: string;
  readonly mark: string;
  readonly title: string;
  /** People by id as they were named when the file was written; not part of the chain. */
  readonly people: Readonly<Record<string, string>>;
  readonly count: number;
  readonly head: string;
  readonly entries: readonly Entry[];
}

function isEntryLike(value: unknown): value is Entry {
  if (typeof value !== 'object' || value === null) return false;
  const e = value as Record<string, unknown>;
  return (
    ['id', 'campaign', 'kind', 'hash', 'prevHash', 'at', 'receivedAt', 'by'].every(
      (k) => typeof e[k] === 'string',
    ) &&
    Number.isInteger(e['seq']) &&
    typeof e['body'] === 'object'
  );
}

/**
 * Reads and verifies a record file: form, version, chain, and that the head and count it names are those of
 * its entries. Returns the file, or the first thing that is wrong, with the entry.
 * Errors: `recordShape`, `recordNewer`, `recordHead`, and those of `verifyChain`.
 */
export function readRecordFile(text: string): Result<RecordFile, Reason> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return err(reason('recordShape', { what: error instanceof Error ? error.message : 'it is not JSON' }));
  }
  const file = value as Partial<RecordFile> | null;
  if (typeof file !== 'object' || file === null || file.format !== 'kanzel-record')
    return err(reason('recordShape', { what: 'it does not say “kanzel-record”' }));
  if (typeof file.version !== 'number') return err(reason('recordShape', { what: 'it has no version' }));
  if (file.version > RECORD_FILE_VERSION)
    return err(reason('recordNewer', { version: file.version, known: RECORD_FILE_VERSION }));
  if (!Array.isArray(file.entries) || file.entries.length === 0)
    return err(reason('recordShape', { what: 'it holds no entries' }));
  const odd = file.entries.findIndex((e) => !isEntryLike(e));
  if (odd >= 0) return err(reason('recordShape', { what: `entry ${odd + 1} is not an entry` }));
  const chain = verifyChain(file.entries);
  if (!chain.ok) return chain;
  const { count, head } = chain.value;
  if (file.count !== count || file.head !== head)
    return err(
      reason('recordHead', {
        count: Number(file.count),
        head: String(file.head),
        found: count,
        foundHead: head,
      }),
    );
  return ok(file as RecordFile);
}

/** Writes a record file from entries that are already chained. */
export function writeRecordFile(
  parts: Pick<RecordFile, 'exportedAt' | 'mark' | 'title' | 'people' | 'entries'>,
): string {
  const last = parts.entries[parts.entries.length - 1];
  if (!last) throw new Error('writeRecordFile: a record has at least one entry');
  const file: RecordFile = {
    format: 'kanzel-record',
    version: RECORD_FILE_VERSION,
    ...parts,
    count: last.seq,
    head: last.hash,
  };
  return `${JSON.stringify(file, null, 1)}\n`;
}
