import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const TRAVEL_VIEW: AnswerView<'travel'> = {
  Entry: later(async () => (await import('./entry.tsx')).TravelEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptTravel),
};
