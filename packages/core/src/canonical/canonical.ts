/**
 * Writes plain data as canonical JSON: keys sorted by UTF-16 code units, no white space, numbers as ECMAScript
 * prints them, absent (undefined) members left out. Source: RFC 8785 (JCS).
 *
 * Throws on what JSON cannot carry faithfully (NaN, infinities, functions, undefined in arrays): such a body
 * is a bug, since bodies are validated at the door.
 * Example: `canonicalJson({ b: 1, a: [true, null] })` is `{"a":[true,null],"b":1}`.
 */
export function canonicalJson(value: unknown): string {
  // What was read from canonical JSON is in order already, and the platform writes it faster.
  return isInOrder(value) ? JSON.stringify(value) : written(value);
}

/** Whether data is what JSON carries faithfully, with every key in its place: then plain JSON of it is canonical. */
function isInOrder(value: unknown): boolean {
  if (value === null || typeof value === 'boolean' || typeof value === 'string') return true;
  if (typeof value === 'number') return Number.isFinite(value);
  if (typeof value !== 'object') return false;
  if (Array.isArray(value)) {
    // Holes and undefined become null in plain JSON, which says something.
    for (let i = 0; i < value.length; i += 1) if (!isInOrder(value[i])) return false;
    return true;
  }
  let before: string | undefined;
  const source = value as Record<string, unknown>;
  for (const key of Object.keys(source)) {
    if (before !== undefined && key < before) return false;
    before = key;
    const member = source[key];
    if (member !== undefined && !isInOrder(member)) return false;
  }
  // A date or the like writes itself in a way of its own.
  return !('toJSON' in source);
}

/** The long way, for what is out of order; says what cannot be written at all. */
function written(value: unknown): string {
  if (value === null || typeof value === 'boolean' || typeof value === 'string') return JSON.stringify(value);
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) throw new Error(`canonicalJson: ${value} has no JSON form`);
    return JSON.stringify(value);
  }
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(',')}]`;
  if (typeof value === 'object') {
    const source = value as Record<string, unknown>;
    let text = '';
    for (const key of Object.keys(source).sort()) {
      const member = source[key];
      if (member === undefined) continue;
      text += `${text === '' ? '' : ','}${JSON.stringify(key)}:${canonicalJson(member)}`;
    }
    return `{${text}}`;
  }
  throw new Error(`canonicalJson: a ${typeof value} has no JSON form`);
}
