import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const ASSEMBLY_VIEW: AnswerView<'assembly'> = {
  Entry: later(async () => (await import('./entry.tsx')).AssemblyEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptAssembly),
};
