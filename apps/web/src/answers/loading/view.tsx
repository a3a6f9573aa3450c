import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const LOADING_VIEW: AnswerView<'loading'> = {
  Entry: later(async () => (await import('./entry.tsx')).LoadingEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptLoading),
};
