import { err, ok, reason, type Aircraft, type AnswerOf, type Reason, type Result } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft, Row } from '../desk.ts';
import { filled } from '../../papers/typed.ts';

/** Rows of the equipment list as it begins: what is listed, each to be looked at. */
export function equipmentRows(aircraft: Aircraft, draft: PartDraft): readonly Row[] {
  return (
    draft.lists?.['seen'] ??
    (aircraft.equipment ?? []).map((e) => ({
      id: e.id,
      title: e.title,
      partNumber: e.partNumber,
      serial: e.serial,
      there: '',
    }))
  );
}

function equipmentFrom(aircraft: Aircraft, draft: PartDraft): Result<AnswerOf<'equipment'>, Reason> {
  const rows = equipmentRows(aircraft, draft);
  // Everything on the list is looked at by hand: a row nobody answered is not "there".
  const open = rows.filter((r) => r['there'] === '' && filled(r['title']));
  if (draft.lists?.['seen'] === undefined || open.length > 0) return err(reason('notAnswered'));
  return ok({
    kind: 'equipment',
    seen: rows
      .filter((r) => r['there'] === 'yes' && filled(r['title']))
      .map((r, i) => ({
        id: r['id'] || `added-${i + 1}`,
        title: (r['title'] ?? '').trim(),
        partNumber: (r['partNumber'] ?? '').trim(),
        serial: (r['serial'] ?? '').trim(),
      })),
  });
}

/** The equipment list, looked at thing by thing: it is looked at again, not typed again. */
export const EQUIPMENT_DESK: AnswerDesk<'equipment'> = {
  title: 'The equipment list',
  begin: () => ({ kind: 'equipment' }),
  figures: 'none',
  answer: ({ index }, draft) => equipmentFrom(index.basis.aircraft, draft),
  typeAgain: {
    on: ['correction'],
    draft: (answer) => ({ lists: { seen: answer.seen.map((e) => ({ ...e, there: 'yes' })) } }),
  },
};
