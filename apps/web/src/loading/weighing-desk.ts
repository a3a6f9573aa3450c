import type { BasisIndex, LoadingData, Part } from '@kanzel/core';
import type { PartDraft, Row } from '../answers/desk.ts';
import { changeDraft } from '../answers/drafts.ts';
import { weighingUnits } from './weighing-draft.ts';

/** A weighing that is being written down, and how something is put on it. */
export interface WeighingDesk {
  readonly part: Part;
  readonly index: BasisIndex;
  /** The description of the loading; undefined for an aircraft that has none. */
  readonly data: LoadingData | undefined;
  readonly draft: PartDraft;
  readonly units: ReturnType<typeof weighingUnits>;
  readonly text: (key: string, value: string) => void;
  readonly texts: (typed: readonly (readonly [string, string])[]) => void;
  readonly pick: (key: string, value: string) => void;
  readonly rows: (list: string, next: readonly Row[]) => void;
}

/** The desk of a weighing as it stands now. */
export function weighingDesk(
  campaign: string,
  index: BasisIndex,
  part: Part,
  draft: PartDraft,
): WeighingDesk {
  const put = (change: Partial<PartDraft>): void => changeDraft(campaign, part.key, change);
  const texts: WeighingDesk['texts'] = (typed) =>
    put({ texts: { ...draft.texts, ...Object.fromEntries(typed) } });
  return {
    part,
    index,
    data: index.basis.aircraft.loading,
    draft,
    units: weighingUnits(index),
    texts,
    text: (key, value) => texts([[key, value]]),
    pick: (key, value) => put({ picks: { ...draft.picks, [key]: value } }),
    rows: (list, next) => put({ lists: { ...draft.lists, [list]: next } }),
  };
}
