import {
  err,
  filesOf,
  LARGEST_SCAN,
  ok,
  reason,
  KEPT_TYPES,
  SCAN_TYPES,
  sha256OfBytes,
  type EntryDraft,
  type Reason,
  type Result,
  type Scan,
} from '@kanzel/core';
import { bytesOfCopy, withoutPosition, type HandedCopy } from '@kanzel/formats';
import { api, type RequestFailure } from '../api/client.ts';
import { copyOf, rememberCopy } from './database.ts';

/** A copy that was kept on this device. */
export interface KeptCopy {
  readonly scan: Scan;
  /** Something that tells where it was taken was in it, and was taken out. */
  readonly withoutPosition: boolean;
}

/**
 * Keeps a photograph or a scanned sheet on this device, to be sent with the entry that refers to it. Where it was taken is taken
 * out of a photograph first, unless somebody wants it kept: what is hashed and sent has never held it.
 * Errors: `scanEmpty`, `scanTooLarge`, `scanType`, `deviceFull`.
 */
export async function keepCopy(
  file: File,
  position: 'taken out' | 'kept' = 'taken out',
  // A voice is no copy of a paper: who asks for one says so.
  types: readonly Scan['type'][] = SCAN_TYPES,
): Promise<Result<KeptCopy, Reason>> {
  const type = types.find((t) => t === file.type);
  if (file.size === 0) return err(reason('scanEmpty', { name: file.name }));
  if (!type) return err(reason('scanType', { name: file.name, is: file.type || 'something unknown' }));
  if (file.size > LARGEST_SCAN)
    return err(reason('scanTooLarge', { name: file.name, most: Math.round(LARGEST_SCAN / 1_000_000) }));
  const whole = new Uint8Array(await file.arrayBuffer());
  const { bytes, taken } = position === 'kept' ? { bytes: whole, taken: false } : withoutPosition(whole);
  const sha256 = sha256OfBytes(bytes);
  const contents = new Blob([Uint8Array.from(bytes)], { type });
  try {
    await rememberCopy({ sha256, name: file.name, contents, sent: false });
  } catch (error) {
    return err(reason('deviceFull', { message: error instanceof Error ? error.message : String(error) }));
  }
  const scan: Scan = { sha256, name: file.name.slice(0, 200), type, size: bytes.length };
  return ok({ scan, withoutPosition: taken });
}

/** Sums of the copies that some entries refer to. */
const copiesOf = (drafts: readonly EntryDraft[]): ReadonlySet<string> =>
  new Set(drafts.flatMap((d) => filesOf(d).map((s) => s.sha256)));

const inBase64 = (contents: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () =>
      resolve((typeof reader.result === 'string' ? reader.result : '').replace(/^[^,]*,/, ''));
    reader.onerror = () => reject(new Error('A copy on this device could not be read.'));
    reader.readAsDataURL(contents);
  });

/** A file that another device still takes: what goes beyond it is left out, and sent by this device. */
const MOST_HANDED = 45_000_000;

/** The copies on this device that go along with entries which were not sent, as far as a file takes them. */
export async function copiesToHand(drafts: readonly EntryDraft[]): Promise<readonly HandedCopy[]> {
  const all: HandedCopy[] = [];
  let size = 0;
  for (const sha256 of copiesOf(drafts)) {
    const copy = await copyOf(sha256);
    const type = KEPT_TYPES.find((t) => t === copy?.contents.type);
    if (!copy || !type || size + copy.contents.size > MOST_HANDED) continue;
    size += copy.contents.size;
    all.push({ sha256, name: copy.name.slice(0, 200), type, contents: await inBase64(copy.contents) });
  }
  return all;
}

/** Keeps copies that another device handed over, as far as its entries refer to them. Rejects when there is no room. */
export async function keepHandedCopies(
  copies: readonly HandedCopy[],
  drafts: readonly EntryDraft[],
): Promise<void> {
  const wanted = copiesOf(drafts);
  for (const copy of copies) {
    const bytes = wanted.has(copy.sha256) && !(await copyOf(copy.sha256)) ? bytesOfCopy(copy) : undefined;
    if (!bytes) continue;
    const contents = new Blob([Uint8Array.from(bytes)], { type: copy.type });
    await rememberCopy({ sha256: copy.sha256, name: copy.name, contents, sent: false });
  }
}

/**
 * Sends the copies that some entries refer to and the server has not got yet, before the entries themselves. What the
 * server will not take it refuses again with the entry, which then says so. Undefined when all went.
 */
export async function sendCopies(drafts: readonly EntryDraft[]): Promise<RequestFailure | undefined> {
  for (const sha256 of copiesOf(drafts)) {
    const copy = await copyOf(sha256);
    if (!copy || copy.sent) continue;
    const answer = await api.send<Scan>(`/api/scans?name=${encodeURIComponent(copy.name)}`, copy.contents);
    if (!answer.ok) return answer.error;
    await rememberCopy({ ...copy, sent: true });
  }
  return undefined;
}

/** Where a copy can be looked at: on this device when it was taken here, else on the server. */
export async function copyAddress(scan: Scan): Promise<string> {
  const here = await copyOf(scan.sha256);
  return here ? URL.createObjectURL(here.contents) : `/api/scans/${scan.sha256}`;
}
