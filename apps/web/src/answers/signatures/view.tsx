import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const SIGNATURES_VIEW: AnswerView<'signatures'> = {
  Entry: later(async () => (await import('./entry.tsx')).SignaturesEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptSignatures),
};
