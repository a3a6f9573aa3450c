import {
  err,
  ok,
  ownMember,
  reason,
  sideBySide,
  type BasisIndex,
  type Part,
  type Reading,
} from '@kanzel/core';
import type { AnswerDesk, DeskFigures } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';
import { figure } from '../figures/typed.ts';

const titleOf = (name: string, part: Part, index: BasisIndex): string => {
  const spec = part.check.answer;
  const all = spec.kind === 'side-by-side' ? sideBySide(index, spec) : [];
  return all.find((m) => m.id === name)?.title ?? name;
};

/** A field for each motor or tilt. */
export const SIDE_BY_SIDE_FIGURES: DeskFigures = {
  names: (part, index) => {
    const spec = part.check.answer;
    return spec.kind === 'side-by-side' ? sideBySide(index, spec).map((m) => m.id) : [];
  },
  label: (name, part, index) => {
    const title = titleOf(name, part, index);
    return { over: title, spoken: title.toLowerCase() };
  },
  // What is missing is said by its title, which the name alone does not tell.
  lacking: () => [],
};

/** What is typed of one, where anything is. */
const typedOf = (draft: PartDraft, id: string): string => ownMember(draft.texts, id)?.trim() ?? '';

/** Whether times are typed, off a film: what was pressed or recorded before does not count beside them. */
export const isTyped = (draft: PartDraft, ids: readonly string[]): boolean =>
  ids.some((id) => typedOf(draft, id) !== '');

/** A press as one of them stands, counted from the first press; pressed again it is counted anew. Seconds by the clock of the page. */
export function withPress(
  draft: PartDraft,
  id: string,
  now: number,
): Pick<PartDraft, 'taken' | 'takenAt' | 'texts'> {
  const before = ownMember(draft.picks, 'timedBy') === 'speeds' ? {} : (draft.taken ?? {});
  const begun = Object.keys(before).length > 0 ? (draft.takenAt ?? now) : now;
  const value = Math.max(0, Math.round((now - begun) * 100) / 100);
  const reading: Reading = { value, unit: 's', text: value.toFixed(2), resolution: 0.01, source: 'typed' };
  return { taken: { ...before, [id]: reading }, takenAt: begun, texts: {} };
}

/** A figure for each motor or tilt, compared with one another. */
export const SIDE_BY_SIDE_DESK: AnswerDesk<'side-by-side'> = {
  title: 'A figure per motor, compared with one another',
  begin: (gauge) => ({ kind: 'side-by-side', ...gauge, of: 'motors' }),
  figures: SIDE_BY_SIDE_FIGURES,
  answer: ({ index, part, spec }, draft) => {
    const all = sideBySide(index, spec);
    if (all.length === 0) return err(reason('besideNone', { of: spec.of }));
    const ids = all.map((m) => m.id);
    const film = isTyped(draft, ids);
    const readings: Record<string, Reading> = {};
    for (const { id, title } of all) {
      const there = film ? typedOf(draft, id) !== '' : ownMember(draft.taken, id) !== undefined;
      if (!there && spec.timed === true) continue;
      const one = figure(index, part, draft, id);
      if (!one.ok)
        return one.error.code === 'noFigure' && Object.keys(readings).length > 0
          ? err(reason('headingLacks', { what: title }))
          : one;
      readings[id] = one.value;
    }
    if (spec.timed !== true) return ok({ kind: 'side-by-side', readings });
    const count = Object.keys(readings).length;
    if (count === 0) return err(reason('notAnswered'));
    if (count < Math.min(2, all.length)) return err(reason('besideOneAlone'));
    const timedBy = film ? 'film' : ownMember(draft.picks, 'timedBy') === 'speeds' ? 'speeds' : 'press';
    return ok({ kind: 'side-by-side', readings, timedBy });
  },
  typeAgain: 'never',
};
