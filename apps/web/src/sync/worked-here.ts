import { keep } from './database.ts';

/** Under what this device remembers that somebody has recorded something on it. */
export const WORKED_HERE = 'worked here';

let said = false;

/** Remembers it, once. */
export function rememberWork(): void {
  if (said) return;
  said = true;
  void keep(WORKED_HERE, true);
}
