import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const HEADING_VIEW: AnswerView<'heading'> = {
  Entry: later(async () => (await import('./entry.tsx')).HeadingEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptHeading),
};
