import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const DOCUMENT_VIEW: AnswerView<'document'> = {
  Entry: later(async () => (await import('./entry.tsx')).DocumentEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptDocument),
};
