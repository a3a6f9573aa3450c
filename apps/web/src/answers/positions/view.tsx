import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const POSITIONS_VIEW: AnswerView<'positions'> = {
  Entry: later(async () => (await import('./entry.tsx')).PositionsEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptPositions),
};
