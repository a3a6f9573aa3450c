import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const EQUIPMENT_VIEW: AnswerView<'equipment'> = {
  Entry: later(async () => (await import('./entry.tsx')).EquipmentEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptEquipment),
};
