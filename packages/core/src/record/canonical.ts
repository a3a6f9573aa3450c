/**
 * Writes plain data as canonical JSON: keys sorted by UTF-16 code units, no white space, numbers as ECMAScript
 * prints them, absent (undefined) members left out. Source: RFC 8785 (JCS).
 *
 * Throws on what JSON cannot carry faithfully (NaN, infinities, functions, undefined in arrays): such a body
 * is a bug, since bodies are validated at the door.
 * Example: `canonicalJson({ b: 1, a: [true, null] })` is `{"a":[true,null],"b":1}`.
 */
export function canonicalJson(value: unknown): string {
  if (value === null || typeof value === 'boolean' || typeof value === 'string') return JSON.stringify(value);
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) throw new Error(`canonicalJson: ${value} has no JSON form`);
    return JSON.stringify(value);
  }
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(',')}]`;
  if (typeof value === 'object') {
    const source = value as Record<string, unknown>;
    const keys = Object.keys(source);
    // What was read from canonical JSON is in order already.
    if (keys.some((key, i) => i > 0 && key < (keys[i - 1] ?? ''))) keys.sort();
    let text = '';
    for (const key of keys) {
      const member = source[key];
      if (member === undefined) continue;
      text += `${text === '' ? '' : ','}${JSON.stringify(key)}:${canonicalJson(member)}`;
    }
    return `{${text}}`;
  }
  throw new Error(`canonicalJson: a ${typeof value} has no JSON form`);
}
