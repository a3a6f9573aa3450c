import { refuse } from '../refusal.ts';

/** A place in a record or log that somebody has everything up to: a whole number of at most nine digits, 0 when none is said. */
export function placeOf(text: unknown): number {
  if (text === undefined) return 0;
  if (typeof text === 'string' && /^\d{1,9}$/.test(text)) return Number(text);
  throw refuse(400, 'A place is a whole number from 0. Nothing was read.');
}
