import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const PLATE_VIEW: AnswerView<'plate'> = {
  Entry: later(async () => (await import('./entry.tsx')).PlateEntry),
  Kept: 'row',
};
