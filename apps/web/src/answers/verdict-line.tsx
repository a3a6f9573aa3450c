import { boundsOf, marginFigure, MARK_WORDS, type Part, type Reason, type Verdict } from '@kanzel/core';
import type { ReactElement } from 'react';
import { useCampaign, type CampaignView } from '../station/campaign-context.ts';
import { LimitRuler } from '../ui/limit-ruler.tsx';
import { MarkSign, markColour } from '../ui/mark.tsx';

/** Bounds to draw before anything was measured: the first limit of the check that has edges. */
function emptyBounds(
  view: CampaignView,
  part: Part,
): { bounds: NonNullable<ReturnType<typeof boundsOf>>['bounds']; unit: string } | undefined {
  for (const key of part.check.limits) {
    const limit = view.index.limits.get(key);
    const drawn = limit ? boundsOf(limit) : undefined;
    if (drawn) return drawn;
  }
  return undefined;
}

/** The ruler beside an entry or a kept answer. */
export function PartRuler({
  part,
  verdict,
  size,
}: {
  part: Part;
  verdict: Verdict | undefined;
  size: 'large' | 'small';
}): ReactElement | null {
  const view = useCampaign();
  const drawn = verdict?.bounds ? { bounds: verdict.bounds } : emptyBounds(view, part);
  const any = drawn && Object.values(drawn.bounds).some((v) => v !== undefined);
  if (!drawn || !any) return null;
  const sentence = verdict ? view.say(verdict.reason) : `${view.names.part(part.key)}: nothing measured yet.`;
  return (
    <LimitRuler
      bounds={drawn.bounds}
      value={verdict?.value}
      uncertainty={verdict?.uncertainty}
      last={view.last.get(part.key)}
      state={verdict?.state}
      resolution={verdict?.resolution}
      size={size}
      sentence={sentence}
    />
  );
}

/** The verdict in one second: mark, words, and one sentence with the margin. */
export function VerdictLine({
  verdict,
  doubt,
}: {
  verdict: Verdict | undefined;
  doubt?: Reason;
}): ReactElement | null {
  const { say } = useCampaign();
  if (doubt)
    return (
      <p
        role="alert"
        className="mt-1 border-l-4 border-near bg-near-bg px-2 py-1 text-[0.82rem] font-medium text-near"
      >
        {say(doubt)}
      </p>
    );
  if (!verdict) return null;
  const margin = marginFigure(verdict);
  return (
    <div className="mt-1" role="status">
      <span className={`inline-flex items-center gap-2 text-base font-bold ${markColour(verdict.state)}`}>
        <MarkSign mark={verdict.state} size={18} label={false} />
        {MARK_WORDS[verdict.state]}
      </span>
      {margin ? (
        <span className="ml-3 text-[0.8rem] text-ink-2">
          {verdict.state === 'out' ? `beyond by ${margin.replace('−', '')}` : `margin ${margin}`}
        </span>
      ) : null}
      <p className="text-[0.8rem] leading-snug text-ink-2">{say(verdict.reason)}</p>
    </div>
  );
}
