import {
  err,
  isFigureSpec,
  ownMember,
  WHOLE_AIRCRAFT,
  type BasisIndex,
  type CampaignState,
  type Names,
  type Part,
  type Reason,
} from '@kanzel/core';
import type { PartDraft } from '../answers/desk.ts';
import { candidateOf } from '../answers/candidate.ts';
import { deskOf } from '../answers/desks.ts';

/** Figures of a draft that nobody has typed or taken, in the words of the fields they go in. */
function figuresMissing(index: BasisIndex, part: Part, draft: PartDraft): readonly string[] {
  const { kind } = part.check.answer;
  const figures = kind === 'computed' ? 'none' : deskOf(kind).figures;
  if (figures === 'none') return [];
  return figures.lacking(
    figures
      .names(part, index)
      .filter((name) => !ownMember(draft.texts, name)?.trim() && ownMember(draft.taken, name) === undefined),
  );
}

/**
 * What an answer that was begun still lacks, in words; undefined when nothing is missing. With several engines it says
 * which. Example: "Still missing on the left engine: cylinders 3, 5".
 */
export function missingOf(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  draft: PartDraft,
  { say, names }: { readonly say: (reason: Reason) => string; readonly names: Names },
): string | undefined {
  const candidate =
    part.check.answer.kind === 'timer' ? err(undefined) : candidateOf(state, index, part, draft);
  if (candidate.ok || candidate.error === undefined) return undefined;
  const whose =
    part.subject === WHOLE_AIRCRAFT
      ? ''
      : ` on ${names.subject(part.subject).replace(/^./, (c) => c.toLowerCase())}`;
  const figures = figuresMissing(index, part, draft);
  if (figures.length > 0) return `Still missing${whose}: ${figures.join(' and ')}.`;
  const { code } = candidate.error;
  if (code === 'noFigure' && isFigureSpec(part.check.answer)) return `Still missing${whose}: the figure.`;
  if (code === 'notAnswered') return `Still missing${whose}: an answer.`;
  return `${whose ? `${names.subject(part.subject)}: ` : ''}${say(candidate.error)}`;
}
