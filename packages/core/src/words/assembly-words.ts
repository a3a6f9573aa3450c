import type { AssemblyStep } from '../checks/types.ts';

/** What a step of putting a part on is called, and what has to be found at it. */
export const ASSEMBLY_WORDS: Readonly<
  Record<AssemblyStep, { readonly title: string; readonly ask: string }>
> = {
  part: { title: 'Part', ask: 'the right one, on its own side, whole' },
  joint: { title: 'Joint', ask: 'home in its seat, no gap' },
  latch: { title: 'Latch', ask: 'clicked, closed flush, its pin in' },
  plug: { title: 'Plug', ask: 'in to its stop, its tab over' },
  tug: { title: 'Tug', ask: 'pulled by hand: it holds' },
};
