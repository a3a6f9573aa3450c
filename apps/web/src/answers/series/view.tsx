import type { ReactElement } from 'react';
import { formatFigure, judgeAnswer, type Part } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { serverInstant } from '../../sync/clock.ts';
import type { SpecOf } from '../answer-desk.ts';
import type { AnswerView, EntryProps } from '../answer-view.ts';
import type { PartDraft } from '../desk.ts';
import { draftOf, useDrafts } from '../drafts.ts';
import { FigureEntry } from '../figures/figure-entry.tsx';
import { runningSeries } from '../figures/live-take.ts';
import { STOPWATCH } from './desk.ts';

/** The recording of a series: running since when, and how it would be judged. */
function SeriesLine({
  part,
  spec,
  draft,
}: {
  part: Part;
  spec: SpecOf<'series'>;
  draft: PartDraft;
}): ReactElement {
  const view = useCampaign();
  if (draft.series) {
    const length = draft.series.t[draft.series.t.length - 1] ?? 0;
    return (
      <p className="text-sm">
        Recorded {formatFigure(length, 0.1)} s from the monitor, {draft.series.t.length} samples.
      </p>
    );
  }
  const live = runningSeries(view.index, part);
  const [worst] = live
    ? judgeAnswer(view.index, part, { kind: 'series', series: live }, {}, serverInstant())
    : [];
  if (spec.trigger && !live)
    return (
      <p className="cap">
        The recording starts by itself when the {spec.trigger.channel} rises through{' '}
        {formatFigure(spec.trigger.above, 1)}.
      </p>
    );
  return (
    <p className="cap">
      {live
        ? `${formatFigure(live.t[live.t.length - 1] ?? 0, 1)} s recorded so far. ${worst?.state === 'unknown' ? view.say(worst.reason) : 'Take it when it is over.'}`
        : 'No engine monitor: time it by hand.'}
    </p>
  );
}

/** A recording, or a time taken by hand. */
function SeriesEntry({ part, spec, first }: EntryProps<'series'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  return (
    <FigureEntry
      part={part}
      spec={spec}
      first={first}
      figures={STOPWATCH}
      fields="one"
      stopwatch
      above={<SeriesLine part={part} spec={spec} draft={draft} />}
      waiting={
        spec.channel ? (
          <p className="cap mt-1">{draft.series ? '' : 'Recorded from the monitor, or timed by hand.'}</p>
        ) : undefined
      }
    />
  );
}

export const SERIES_VIEW: AnswerView<'series'> = { Entry: SeriesEntry, Kept: 'row' };
