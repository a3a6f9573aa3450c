import { figureDoubt, isWorked, judgeAnswer, type Part, type Reason, type Verdict } from '@kanzel/core';
import type { CampaignView } from '../station/campaign-context.ts';
import { serverInstant } from '../sync/clock.ts';
import { candidateOf, figuresKey } from './candidate.ts';
import type { PartDraft } from './desk.ts';

/** How a draft would be judged if it were kept now. */
export interface Preview {
  readonly verdicts: readonly Verdict[];
  /** Why it would be refused or asked back; absent when it would be kept. */
  readonly doubt?: Reason;
  /** Nothing there yet. */
  readonly empty: boolean;
}

/** Judgements of drafts that are worked out, by the draft they are of: asked for many times in one picture. */
const judged = new WeakMap<PartDraft, Map<string, { readonly key: unknown; readonly preview: Preview }>>();

/** Judges a draft as it stands: the same functions that judge what is kept. */
export function previewOf(view: CampaignView, part: Part, draft: PartDraft): Preview {
  if (!isWorked(part.check.answer)) return judgeDraft(view, part, draft);
  const own = judged.get(draft) ?? new Map<string, { key: unknown; preview: Preview }>();
  const known = own.get(part.key);
  if (known?.key === view.state) return known.preview;
  const preview = judgeDraft(view, part, draft);
  own.set(part.key, { key: view.state, preview });
  judged.set(draft, own);
  return preview;
}

function judgeDraft(view: CampaignView, part: Part, draft: PartDraft): Preview {
  const candidate = candidateOf(view.state, view.index, part, draft);
  if (!candidate.ok)
    return {
      verdicts: [],
      empty: candidate.error.code === 'noFigure' || candidate.error.code === 'notAnswered',
      doubt: candidate.error,
    };
  const doubt = figureDoubt(view.index, part, candidate.value.answer, draft.asked === figuresKey(draft));
  return {
    verdicts: judgeAnswer(view.index, part, candidate.value.answer, candidate.value.facts, serverInstant()),
    empty: false,
    ...(doubt ? { doubt } : {}),
  };
}
