/**
 * The outcome of something that is expected to fail now and then: a value, or a described error.
 * An exception in this code base is a bug; a `Result` that is not `ok` is ordinary life.
 */
export type Result<T, E> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E };

/** Wraps a value as success. Example: `ok(3)` is `{ ok: true, value: 3 }`. */
export function ok<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value };
}

/** Wraps an error as expected failure. Example: `err('late')` is `{ ok: false, error: 'late' }`. */
export function err<E>(error: E): { readonly ok: false; readonly error: E } {
  return { ok: false, error };
}
