import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const PARAMETERS_VIEW: AnswerView<'parameters'> = {
  Entry: later(async () => (await import('./entry.tsx')).ParametersEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptParameters),
};
