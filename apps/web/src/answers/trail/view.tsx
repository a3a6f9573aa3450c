import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const TRAIL_VIEW: AnswerView<'trail'> = {
  Entry: later(async () => (await import('./entry.tsx')).TrailEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptTrail),
};
