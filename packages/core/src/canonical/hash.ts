import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { canonicalJson } from './canonical.ts';

/** Bytes of a text in UTF-8, as hashes and signatures are made over them. Example: "å" is two bytes. */
export function utf8Bytes(text: string): Uint8Array {
  return utf8ToBytes(text);
}

/** SHA-256 of bytes, hexadecimal; what a copy is known by. Source: FIPS 180-4. */
export function sha256OfBytes(bytes: Uint8Array): string {
  return bytesToHex(sha256(bytes));
}

/** SHA-256 of a text in UTF-8, hexadecimal. Example: of "abc" it begins "ba7816bf". */
export function sha256Hex(text: string): string {
  return sha256OfBytes(utf8ToBytes(text));
}

/** Hash of plain data over its canonical JSON; how a basis, a snapshot and an entry are named. */
export function hashOf(value: unknown): string {
  return sha256Hex(canonicalJson(value));
}

/** SHA-256 of a text in UTF-8, hexadecimal: ours, or the faster one of a platform that has one. */
export type TextHash = (text: string) => string;
