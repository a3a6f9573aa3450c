import { err, ok, type Result } from '@kanzel/core';

/** What a JSON text may hold at most. */
export interface JsonBounds {
  /** Objects and lists inside one another. */
  readonly depth: number;
  /** Members of one object. */
  readonly members: number;
  /** Values altogether, at every depth. */
  readonly values: number;
}

/** Why a JSON text is not walked. `at` counts bytes from 1. */
export interface JsonExcess {
  readonly what: 'depth' | 'members' | 'values' | 'number' | 'name';
  readonly at: number;
}

const QUOTE = 34;
const BACKSLASH = 92;
const COMMA = 44;
const COLON = 58;
const OPENS: ReadonlySet<number> = new Set([91, 123]);
const CLOSES: ReadonlySet<number> = new Set([93, 125]);
const BRACE = 123;

const isNumberByte = (byte: number): boolean =>
  (byte >= 48 && byte <= 57) || byte === 43 || byte === 45 || byte === 46 || byte === 69 || byte === 101;

/** Place of the quote that ends a string; the end of the text when none does. */
function endOfString(bytes: Uint8Array, from: number): number {
  let at = from + 1;
  while (at < bytes.length && bytes[at] !== QUOTE) at += bytes[at] === BACKSLASH ? 2 : 1;
  return Math.min(at, bytes.length);
}

const textOf = (bytes: Uint8Array, from: number, to: number): string =>
  new TextDecoder().decode(bytes.subarray(from, to));

/** Whether a name, as it is written, would reach into what every object inherits; however it is spelled. */
function reachesPrototype(written: string): boolean {
  if (!written.includes('\\')) return written === '__proto__';
  try {
    return JSON.parse(`"${written}"`) === '__proto__';
  } catch {
    // Not JSON: the parser will say so, and reads no name.
    return false;
  }
}

/**
 * Looks over a JSON text (UTF-8) in one pass, before anything parses or walks it: how deep it goes, how many members an
 * object has, how many values there are, whether a number is too large to be one (`1e400`), whether a member is called
 * `__proto__`. It does not say whether the text is JSON; the parser does. On the bound is allowed, above it is not.
 * Errors: the first excess with its place.
 * Example: `{"a":[1]}` has depth 2, one member in its object, and 3 values.
 */
export function boundJson(bytes: Uint8Array, bounds: JsonBounds): Result<true, JsonExcess> {
  const members: number[] = [];
  let values = 0;
  for (let at = 0; at < bytes.length; at += 1) {
    const byte = bytes[at] ?? 0;
    // Where the value begins: walking over it moves `at`, past the end of the text for a string that nothing closes.
    const begins = at + 1;
    const excess = (what: JsonExcess['what']): Result<never, JsonExcess> => err({ what, at: begins });
    if (OPENS.has(byte)) {
      values += 1;
      members.push(byte === BRACE ? 0 : -1);
      if (members.length > bounds.depth) return excess('depth');
    } else if (CLOSES.has(byte)) members.pop();
    else if (byte === COLON) {
      const own = members.length - 1;
      const count = (members[own] ?? -1) + 1;
      members[own] = count;
      if (count > bounds.members) return excess('members');
    } else if (byte === QUOTE) {
      const end = endOfString(bytes, at);
      let next = end + 1;
      while ((bytes[next] ?? 0) <= 32 && next < bytes.length) next += 1;
      const isName = bytes[next] === COLON;
      if (!isName) values += 1;
      else if (end - at < 64 && reachesPrototype(textOf(bytes, at + 1, end))) return excess('name');
      at = end;
    } else if (isNumberByte(byte)) {
      let end = at + 1;
      while (end < bytes.length && isNumberByte(bytes[end] ?? 0)) end += 1;
      values += 1;
      if (Math.abs(Number(textOf(bytes, at, end))) === Infinity) return excess('number');
      at = end - 1;
    } else if (byte > 32 && byte !== COMMA) {
      // A word: true, false or null, or something the parser will refuse.
      values += 1;
      while (/[a-z]/.test(String.fromCharCode(bytes[at + 1] ?? 0))) at += 1;
    }
    if (values > bounds.values) return excess('values');
  }
  return ok(true);
}
