import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const MISSION_VIEW: AnswerView<'mission'> = {
  Entry: later(async () => (await import('./entry.tsx')).MissionEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptMission),
};
