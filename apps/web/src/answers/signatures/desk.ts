import { err, ok, reason, type AnswerOf, type CampaignState, type Reason, type Result } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft, Row } from '../desk.ts';
import { copiesOf, filled, optionalDay, writtenRows } from '../../papers/typed.ts';

function signaturesFrom(draft: PartDraft): Result<AnswerOf<'signatures'>, Reason> {
  const rows = writtenRows(draft, 'items', 'what');
  if (rows.length === 0) return err(reason('notAnswered'));
  const items: AnswerOf<'signatures'>['items'][number][] = [];
  for (const [i, row] of rows.entries()) {
    const done = optionalDay(row['doneOn']);
    if (!done.ok) return done;
    const inspected = optionalDay(row['inspectedOn']);
    if (!inspected.ok) return inspected;
    items.push({
      id: String(i + 1),
      what: (row['what'] ?? '').trim(),
      ...(filled(row['sheet']) ? { sheet: row['sheet'].trim() } : {}),
      ...(filled(row['doneBy']) ? { doneBy: row['doneBy'].trim() } : {}),
      ...(done.value === undefined ? {} : { doneOn: done.value }),
      ...(filled(row['inspectedBy']) ? { inspectedBy: row['inspectedBy'].trim() } : {}),
      ...(inspected.value === undefined ? {} : { inspectedOn: inspected.value }),
      scans: copiesOf(draft, row['id'] ?? ''),
    });
  }
  return ok({ kind: 'signatures', items });
}

/** Items to begin with: what was ordered in this campaign. */
export function itemRows(state: CampaignState, draft: PartDraft): readonly Row[] {
  const items = state.opened?.workItems ?? [];
  return (
    draft.lists?.['items'] ?? (items.length > 0 ? items : ['']).map((what, i) => ({ id: `w${i + 1}`, what }))
  );
}

/** Items of work, each with who did and who inspected it. */
export const SIGNATURES_DESK: AnswerDesk<'signatures'> = {
  title: 'Items with signatures',
  begin: () => ({ kind: 'signatures', inspected: true }),
  figures: 'none',
  answer: (_room, draft) => signaturesFrom(draft),
  typeAgain: {
    on: ['correction', 'again'],
    draft: (answer) => ({
      lists: {
        items: answer.items.map((i) => ({
          id: `k${i.id}`,
          what: i.what,
          sheet: i.sheet ?? '',
          doneBy: i.doneBy ?? '',
          doneOn: i.doneOn ?? '',
          inspectedBy: i.inspectedBy ?? '',
          inspectedOn: i.inspectedOn ?? '',
        })),
      },
      scans: Object.fromEntries(answer.items.map((i) => [`k${i.id}`, i.scans])),
    }),
  },
};
