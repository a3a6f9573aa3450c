import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const FLOW_VIEW: AnswerView<'flow'> = {
  Entry: later(async () => (await import('./entry.tsx')).FlowEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptFlow),
};
