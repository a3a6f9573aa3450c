import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const ROLL_VIEW: AnswerView<'roll'> = {
  Entry: later(async () => (await import('./entry.tsx')).RollEntry),
  Kept: 'row',
};
