import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const SPHERE_VIEW: AnswerView<'sphere'> = {
  Entry: later(async () => (await import('./entry.tsx')).SphereEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptSphere),
};
