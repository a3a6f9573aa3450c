import {
  err,
  ok,
  readQuantity,
  reason,
  type AnswerOf,
  type PaperCondition,
  type Reason,
  type Result,
} from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft, Row } from '../desk.ts';
import { copiesOf, filled, optionalCount, optionalDay, optionalHours } from '../../papers/typed.ts';

function conditionFrom(row: Row): Result<PaperCondition | undefined, Reason> {
  const kind = row['kind'] as PaperCondition['kind'] | undefined;
  if (!kind) return ok(undefined);
  const text = row['text']?.trim() ?? '';
  if (kind === 'dayOnly' || kind === 'other') return ok({ kind, text });
  if (kind === 'crew') {
    const count = optionalCount(row['value']);
    if (!count.ok) return count;
    return count.value === undefined ? err(reason('noFigure')) : ok({ kind, value: count.value, text });
  }
  const read = readQuantity(row['value'] ?? '', kind === 'highest' ? 'm' : 'kg');
  return read.ok ? ok({ kind, value: read.value.value, unit: read.value.unit, text }) : read;
}

function documentFrom(draft: PartDraft): Result<AnswerOf<'document'>, Reason> {
  const { texts = {} } = draft;
  if (!filled(texts['number'])) return err(reason('notAnswered'));
  const issued = optionalDay(texts['issued']);
  if (!issued.ok) return issued;
  const expires = optionalDay(texts['expires']);
  if (!expires.ok) return expires;
  const hours = optionalHours(texts['hours']);
  if (!hours.ok) return hours;
  const cycles = optionalCount(texts['cycles']);
  if (!cycles.ok) return cycles;
  const now = optionalCount(texts['cyclesNow']);
  if (!now.ok) return now;
  const conditions: PaperCondition[] = [];
  for (const row of draft.lists?.['conditions'] ?? []) {
    const one = conditionFrom(row);
    if (!one.ok) return one;
    if (one.value) conditions.push(one.value);
  }
  return ok({
    kind: 'document',
    document: {
      number: texts['number'].trim(),
      ...(filled(texts['by']) ? { issuedBy: texts['by'].trim() } : {}),
      ...(issued.value === undefined ? {} : { issuedOn: issued.value }),
      ...(expires.value === undefined ? {} : { expiresOn: expires.value }),
      ...(hours.value === undefined ? {} : { untilHours: hours.value }),
      ...(cycles.value === undefined ? {} : { untilCycles: cycles.value }),
      ...(now.value === undefined ? {} : { cyclesNow: now.value }),
      conditions,
      scans: copiesOf(draft, 'paper'),
    },
  });
}

/** A document in hand: its number, its days and hours, its conditions and copies. */
export const DOCUMENT_DESK: AnswerDesk<'document'> = {
  title: 'A document in hand',
  begin: () => ({ kind: 'document', runsOut: 'date', copy: false }),
  figures: 'none',
  answer: (_room, draft) => documentFrom(draft),
  typeAgain: {
    on: ['correction', 'again'],
    draft: ({ document: d }) => ({
      texts: {
        number: d.number,
        by: d.issuedBy ?? '',
        issued: d.issuedOn ?? '',
        expires: d.expiresOn ?? '',
        hours: d.untilHours === undefined ? '' : String(d.untilHours),
        cycles: d.untilCycles === undefined ? '' : String(d.untilCycles),
        cyclesNow: '',
      },
      lists: {
        conditions: d.conditions.map((c, i) => ({
          id: `c${i + 1}`,
          kind: c.kind,
          value: c.value === undefined ? '' : `${c.value}${c.unit ? ` ${c.unit}` : ''}`,
          text: c.text,
        })),
      },
      scans: { paper: d.scans },
    }),
  },
};
