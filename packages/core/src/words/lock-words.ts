import type { LockForm } from '../checks/types.ts';

/** What a form of lock is called, and what eye, hand and mark have to find. */
export const LOCK_WORDS: Readonly<
  Record<LockForm, { readonly title: string; readonly look: string; readonly feel: string }>
> = {
  'lock-wire': {
    title: 'Lock wire',
    look: 'twisted, and pulls it closed',
    feel: 'tugged: no slack',
  },
  'cotter-pin': { title: 'Cotter pin', look: 'legs bent back', feel: 'does not turn or slide' },
  'jam-nut': { title: 'Jam nut', look: 'against its seat', feel: 'does not turn by hand' },
  'quick-disconnect': {
    title: 'Quick disconnect',
    look: 'seated, and pinned',
    feel: 'tugged: it holds',
  },
  latch: { title: 'Latch', look: 'closed flush', feel: 'clicked, and tugged: it holds' },
  propeller: { title: 'Propeller fastening', look: 'fastened as prescribed', feel: 'tight' },
  hinge: { title: 'Hinge', look: 'whole, its pin in', feel: 'no play' },
  plug: { title: 'Plug', look: 'seated, its tab over', feel: 'tugged: it holds' },
};
