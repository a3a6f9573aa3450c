import { err, ok, reason, type TallyRow } from '@kanzel/core';
import { filled } from '../../papers/typed.ts';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft, Row } from '../desk.ts';

/** The rows of a tally as they begin: what the pack lists, counted by nobody yet. */
export function tallyRows(listed: readonly string[], draft: PartDraft): readonly Row[] {
  return draft.lists?.['tally'] ?? listed.map((what, i) => ({ id: `t${i + 1}`, what, out: '', in: '' }));
}

/** A number of things: whole, and not below none. */
const countIn = (text: string | undefined): number | undefined =>
  filled(text) && /^\d{1,5}$/.test(text.trim()) ? Number(text.trim()) : undefined;

/** Things counted out and in again. */
export const TALLY_DESK: AnswerDesk<'tally'> = {
  title: 'Things counted out and in',
  begin: () => ({ kind: 'tally', listed: ['Tools'] }),
  figures: 'none',
  answer: ({ spec }, draft) => {
    if (draft.lists?.['tally'] === undefined) return err(reason('notAnswered'));
    const rows: TallyRow[] = [];
    for (const row of tallyRows(spec.listed, draft)) {
      const what = row['what']?.trim() ?? '';
      const [out, back] = [countIn(row['out']), countIn(row['in'])];
      // A row that was added and left empty is none.
      if (what === '' && !filled(row['out']) && !filled(row['in'])) continue;
      if (what === '' || out === undefined || back === undefined)
        return err(reason('tallyUncounted', { what: what === '' ? 'The row without a name' : what }));
      if (rows.some((r) => r.what.toLowerCase() === what.toLowerCase()))
        return err(reason('tallyTwice', { what }));
      rows.push({ what, out, in: back });
    }
    return ok({ kind: 'tally', rows });
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ rows }) => ({
      lists: {
        tally: rows.map((r, i) => ({ id: `t${i + 1}`, what: r.what, out: String(r.out), in: String(r.in) })),
      },
    }),
  },
};
