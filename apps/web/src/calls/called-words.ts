import { formatFigure, paceOf, PACE_WORDS, type AnswerRecord, type Pace, type Part } from '@kanzel/core';
import type { CampaignView } from '../station/campaign-context.ts';

/** How an answer came after its call; undefined where it was not called, or its time tells nothing. */
export const paceOfAnswer = (view: CampaignView, part: Part, record: AnswerRecord): Pace | undefined =>
  paceOf(part.check, view.index.partsOfCheck.get(part.check.id)?.length ?? 1, record.called?.seconds);

/** Who called an answer, and how it came: "called to the tail by Ylva Torsund, answered after 3.2 s". Empty where nobody called. */
export function calledInWords(view: CampaignView, part: Part, record: AnswerRecord): string {
  const { called } = record;
  if (!called) return '';
  const pace = paceOfAnswer(view, part, record);
  const how = called.spoken
    ? ', answered by voice'
    : called.seconds === undefined
      ? ''
      : `, answered after ${formatFigure(called.seconds, 0.1)} s${pace && pace !== 'attentive' ? `, ${PACE_WORDS[pace]}` : ''}`;
  return `called to ${called.to} by ${view.who(called.by)}${how}`;
}
