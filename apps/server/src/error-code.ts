/**
 * The code by which the system, or SQLite through the ORM, says what went wrong; empty for an error that carries none.
 * Example: `errorCode(Object.assign(new Error(), { code: 'ENOENT' }))` is `'ENOENT'`.
 */
export function errorCode(error: unknown): string {
  if (typeof error !== 'object' || error === null) return '';
  if ('code' in error && typeof error.code === 'string') return error.code;
  return 'driverError' in error ? errorCode(error.driverError) : '';
}
