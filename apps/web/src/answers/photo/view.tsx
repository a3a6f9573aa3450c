import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const PHOTO_VIEW: AnswerView<'photo'> = {
  Entry: later(async () => (await import('./entry.tsx')).PhotoEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptPhoto),
};
