import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const SAMPLES_VIEW: AnswerView<'samples'> = {
  Entry: later(async () => (await import('./entry.tsx')).SamplesEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptSamples),
};
