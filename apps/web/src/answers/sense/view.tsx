import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const SENSE_VIEW: AnswerView<'sense'> = {
  Entry: later(async () => (await import('./entry.tsx')).SenseEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptSense),
};
