import { ed25519 } from '@noble/curves/ed25519.js';
import { hexToBytes } from '@noble/curves/utils.js';
import {
  ownMember,
  canonicalJson,
  err,
  ok,
  reason,
  sha256OfBytes,
  utf8Bytes,
  verifyChain,
  type Entry,
  type Reason,
  type Result,
} from '@kanzel/core';
import { boundJson, type JsonBounds } from './json-bounds.ts';

/** Newest version of the record file that this program writes; version 1 had no signature and is still read. */
export const RECORD_FILE_VERSION = 2;

/** A campaign as a file that anyone can verify without this program: see docs/formats/record-file.md. */
export interface RecordFile {
  readonly format: 'kanzel-record';
  readonly version: number;
  readonly exportedAt: string;
  readonly mark: string;
  readonly title: string;
  /** People by id as they were named when the file was written. */
  readonly people: Readonly<Record<string, string>>;
  readonly count: number;
  readonly head: string;
  readonly entries: readonly Entry[];
  /** Who vouches for it: the installation's public key, and its signature over `signedText`. From version 2. */
  readonly signature?: { readonly publicKey: string; readonly value: string };
}

/** Members of a file and of an entry. Nothing else stands in one: what nobody proves, nobody reads. */
const FILE_MEMBERS: ReadonlySet<string> = new Set([
  'format',
  'version',
  'exportedAt',
  'mark',
  'title',
  'people',
  'count',
  'head',
  'signature',
  'entries',
]);
const ENTRY_MEMBERS: ReadonlySet<string> = new Set([
  'id',
  'campaign',
  'at',
  'offset',
  'seen',
  'by',
  'role',
  'device',
  'kind',
  'version',
  'body',
  'supersedes',
  'seq',
  'receivedAt',
  'prevHash',
  'hash',
]);

/** The largest record there may be is far below this; what is above was not written by this program. */
const BOUNDS: JsonBounds = { depth: 60, members: 5000, values: 50_000_000 };

const strangerIn = (value: object, known: ReadonlySet<string>): string | undefined =>
  Object.keys(value).find((name) => !known.has(name));

function isEntryLike(value: unknown): value is Entry {
  if (typeof value !== 'object' || value === null) return false;
  const e = value as Record<string, unknown>;
  return (
    strangerIn(e, ENTRY_MEMBERS) === undefined &&
    ['id', 'campaign', 'kind', 'hash', 'prevHash', 'at', 'receivedAt', 'by'].every(
      (k) => typeof ownMember(e, k) === 'string',
    ) &&
    Number.isInteger(e['seq']) &&
    typeof e['body'] === 'object' &&
    e['body'] !== null
  );
}

/**
 * The text that a signature is made over: canonical JSON (RFC 8785) of everything in the file but the entries,
 * which the head stands for, and the signature itself.
 */
export function signedText(file: Omit<RecordFile, 'entries' | 'signature'>): string {
  const { format, version, exportedAt, mark, title, people, count, head } = file;
  return canonicalJson({ format, version, exportedAt, mark, title, people, count, head });
}

const isHex = (text: unknown, digits: number): text is string =>
  typeof text === 'string' && text.length === digits && /^[0-9a-f]*$/.test(text);

/** A signature as it is written: two numbers in hexadecimal, and nothing else. */
function isSignature(value: unknown): value is NonNullable<RecordFile['signature']> {
  if (typeof value !== 'object' || value === null || Object.keys(value).length !== 2) return false;
  const { publicKey, value: signature } = value as Record<string, unknown>;
  return isHex(publicKey, 64) && isHex(signature, 128);
}

/** Whether the signature of a file is true, and by the key expected, if one is. Ed25519, RFC 8032. */
function checkSignature(file: RecordFile, expectedKey: string | undefined): Reason | undefined {
  const { signature } = file;
  if (!signature) return file.version >= 2 || expectedKey ? reason('recordUnsigned') : undefined;
  const text = utf8Bytes(signedText(file));
  if (!ed25519.verify(hexToBytes(signature.value), text, hexToBytes(signature.publicKey)))
    return reason('signatureWrong');
  return expectedKey && expectedKey !== signature.publicKey
    ? reason('signatureOfOther', { found: signature.publicKey, wanted: expectedKey })
    : undefined;
}

function parse(text: string): Result<RecordFile, Reason> {
  const bounded = boundJson(utf8Bytes(text), BOUNDS);
  if (!bounded.ok)
    return err(reason('recordShape', { what: `byte ${bounded.error.at} goes beyond any record` }));
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return err(reason('recordShape', { what: error instanceof Error ? error.message : 'it is not JSON' }));
  }
  const file = value as Partial<RecordFile> | null;
  if (typeof file !== 'object' || file === null || file.format !== 'kanzel-record')
    return err(reason('recordShape', { what: 'it does not say “kanzel-record”' }));
  const stranger = strangerIn(file, FILE_MEMBERS);
  if (stranger !== undefined)
    return err(
      reason('recordShape', { what: `“${stranger.slice(0, 40)}” is nothing that a record file has` }),
    );
  if (file.signature !== undefined && !isSignature(file.signature)) return err(reason('signatureWrong'));
  if (!Number.isInteger(file.version) || Number(file.version) < 1)
    return err(reason('recordShape', { what: 'it has no version' }));
  if (Number(file.version) > RECORD_FILE_VERSION)
    return err(reason('recordNewer', { version: Number(file.version), known: RECORD_FILE_VERSION }));
  if (!Array.isArray(file.entries) || file.entries.length === 0)
    return err(reason('recordShape', { what: 'it holds no entries' }));
  const odd = file.entries.findIndex((e) => !isEntryLike(e));
  if (odd >= 0) return err(reason('recordShape', { what: `entry ${odd + 1} is not an entry` }));
  return ok(file as RecordFile);
}

/** What people compare by eye of a public key: the first 16 digits of its SHA-256, in fours. */
export function fingerprintOf(publicKey: string): string {
  return sha256OfBytes(hexToBytes(publicKey))
    .slice(0, 16)
    .replace(/(.{4})(?=.)/g, '$1-');
}

/** A record file that holds together, and whether it is known who made it. */
export interface VerifiedRecord {
  readonly file: RecordFile;
  /**
   * `signed`: by the key that was expected. `unknown`: it is consistent in itself, which anybody can make it; a signature by
   * a key that nobody expected tells no more than none.
   */
  readonly maker: 'signed' | 'unknown';
}

/**
 * Reads and verifies a record file: form, version, chain, that the head and count it names are those of its
 * entries, and the signature over them; with `expectedKey` (hexadecimal) also whose signature it is. Returns the
 * file and whether it is known who made it, or the first thing that is wrong, with the entry. Without an expected key nobody
 * is known: whoever alters a record can chain it anew and sign it with a key of their own.
 * Errors: `recordShape`, `recordNewer`, `recordHead`, `recordUnsigned`, `signatureWrong`, `signatureOfOther`, and
 * those of `verifyChain`.
 */
export function readRecordFile(text: string, expectedKey?: string): Result<VerifiedRecord, Reason> {
  const parsed = parse(text);
  if (!parsed.ok) return parsed;
  const file = parsed.value;
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
  const unsigned = checkSignature(file, expectedKey);
  return unsigned ? err(unsigned) : ok({ file, maker: expectedKey === undefined ? 'unknown' : 'signed' });
}

/** Writes a record file from entries that are already chained, signed by `sign` (hexadecimal over a UTF-8 text). */
export function writeRecordFile(
  parts: Pick<RecordFile, 'exportedAt' | 'mark' | 'title' | 'people' | 'entries'>,
  signer: { readonly publicKey: string; readonly sign: (text: string) => string },
): string {
  const { entries, ...rest } = parts;
  const last = entries[entries.length - 1];
  if (!last) throw new Error('writeRecordFile: a record has at least one entry');
  const front = {
    format: 'kanzel-record' as const,
    version: RECORD_FILE_VERSION,
    ...rest,
    count: last.seq,
    head: last.hash,
  };
  const signature = { publicKey: signer.publicKey, value: signer.sign(signedText(front)) };
  const file: RecordFile = { ...front, signature, entries };
  return `${JSON.stringify(file, null, 1)}\n`;
}
