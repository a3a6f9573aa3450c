import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const LOCKS_VIEW: AnswerView<'locks'> = {
  Entry: later(async () => (await import('./entry.tsx')).LocksEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptLocks),
};
