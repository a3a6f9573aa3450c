import { err, ok, reason, sha256OfBytes, type Reason, type Result } from '@kanzel/core';

/**
 * A hand-over as a row of codes: its bytes cut into pieces that a camera reads from a screen, in any order, each as often as
 * it comes past. See docs/formats/handover.md.
 */

/** What every code begins with: two letters and the version. */
const BEGIN = [0x4b, 0x7a, 1] as const;
/** Bytes of the sum that tell one row from another, and that the whole is whole. */
const SUM = 8;
const HEAD = BEGIN.length + SUM + 4;
/** Bytes of the hand-over in one code: as many as a tablet shows large enough for another to read at arm's length. */
const PIECE = 600;
/** More than this is a file: nobody holds two tablets together for longer than two minutes. */
export const MOST_CODES = 400;

/** What has been read of a row so far. */
export interface CodeRow {
  /** Hexadecimal. */
  readonly sum: string;
  readonly count: number;
  /** By place, from 0 on. */
  readonly pieces: ReadonlyMap<number, Uint8Array>;
}

const hexOf = (bytes: Uint8Array): string => [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('');
const bytesOf = (hex: string): number[] =>
  Array.from({ length: hex.length / 2 }, (_, i) => Number.parseInt(hex.slice(2 * i, 2 * i + 2), 16));
const sumOf = (bytes: Uint8Array): string => sha256OfBytes(bytes).slice(0, 2 * SUM);

/**
 * Cuts bytes into what each code holds. Error: `codeRowTooLong` with how many codes it would be and the most.
 * Example: 1000 bytes are two codes, of 600 and of 400 bytes, each behind 15 bytes that say which one of how many it is.
 */
export function toCodes(bytes: Uint8Array): Result<readonly Uint8Array[], Reason> {
  const count = Math.max(1, Math.ceil(bytes.length / PIECE));
  if (count > MOST_CODES) return err(reason('codeRowTooLong', { count, most: MOST_CODES }));
  const head = [...BEGIN, ...bytesOf(sumOf(bytes))];
  return ok(
    Array.from({ length: count }, (_, i) =>
      Uint8Array.from([
        ...head,
        ...[i >> 8, i & 255, count >> 8, count & 255],
        ...bytes.subarray(i * PIECE, (i + 1) * PIECE),
      ]),
    ),
  );
}

/**
 * Adds what one code says to what has been read. The same code again changes nothing. Errors: `codeRowForeign` where it is no code of a
 * hand-over, `codeRowOther` where it is one of another row: what was read so far stays.
 */
export function withCode(row: CodeRow | undefined, code: Uint8Array): Result<CodeRow, Reason> {
  const word = (at: number): number => 256 * (code[at] ?? 0) + (code[at + 1] ?? 0);
  const [place, count] = [word(HEAD - 4), word(HEAD - 2)];
  const piece = code.subarray(HEAD);
  const last = place === count - 1;
  if (
    code.length < HEAD ||
    BEGIN.some((b, i) => code[i] !== b) ||
    count < 1 ||
    count > MOST_CODES ||
    place >= count ||
    piece.length > PIECE ||
    // Only the last one is shorter, and only a single one holds nothing.
    (!last && piece.length !== PIECE) ||
    (last && piece.length === 0 && count > 1)
  )
    return err(reason('codeRowForeign'));
  const sum = hexOf(code.subarray(BEGIN.length, BEGIN.length + SUM));
  if (row && (row.sum !== sum || row.count !== count)) return err(reason('codeRowOther'));
  if (row?.pieces.has(place)) return ok(row);
  return ok({ sum, count, pieces: new Map([...(row?.pieces ?? []), [place, Uint8Array.from(piece)]]) });
}

/**
 * The bytes of a row of which every code was read; undefined while some are missing. Error: `codeRowDamaged` where they do not make up
 * what was shown.
 */
export function wholeOf({ sum, count, pieces }: CodeRow): Result<Uint8Array, Reason> | undefined {
  if (pieces.size < count) return undefined;
  const all = Uint8Array.from(Array.from({ length: count }, (_, i) => [...(pieces.get(i) ?? [])]).flat());
  return sumOf(all) === sum ? ok(all) : err(reason('codeRowDamaged'));
}

/** Places of the codes that were not read yet, from 1 on, as they stand under them. */
export const missingOf = ({ count, pieces }: CodeRow): readonly number[] =>
  Array.from({ length: count }, (_, i) => i + 1).filter((n) => !pieces.has(n - 1));
