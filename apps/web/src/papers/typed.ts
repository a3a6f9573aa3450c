import {
  ownMember,
  convert,
  err,
  ok,
  readFigure,
  readQuantity,
  reason,
  type Reason,
  type Result,
  type Scan,
} from '@kanzel/core';
import type { PartDraft, Row } from '../answers/desk.ts';

/** Whether somebody wrote something there. */
export const filled = (text: string | undefined): text is string => text !== undefined && text.trim() !== '';

/** A day as people type it: 2026-12-08, 8.12.2026 or 8/12/2026 with the day first. Errors: `notADay`. */
export function readDay(text: string): Result<string, Reason> {
  const plain = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text.trim());
  const turned = /^(\d{1,2})[./](\d{1,2})[./](\d{4})$/.exec(text.trim());
  const [year, month, day] = plain
    ? [plain[1], plain[2], plain[3]]
    : turned
      ? [turned[3], turned[2], turned[1]]
      : [];
  const iso = `${year ?? ''}-${(month ?? '').padStart(2, '0')}-${(day ?? '').padStart(2, '0')}`;
  const real =
    year !== undefined && !Number.isNaN(Date.parse(iso)) && new Date(iso).toISOString().startsWith(iso);
  return real ? ok(iso) : err(reason('notADay', { text }));
}

export function optionalDay(text: string | undefined): Result<string | undefined, Reason> {
  return filled(text) ? readDay(text) : ok(undefined);
}

export function optionalHours(text: string | undefined): Result<number | undefined, Reason> {
  if (!filled(text)) return ok(undefined);
  const read = readQuantity(text, 'h');
  if (!read.ok) return read;
  return convert(read.value.value, read.value.unit, 'h');
}

export function optionalCount(text: string | undefined): Result<number | undefined, Reason> {
  if (!filled(text)) return ok(undefined);
  const read = readFigure(text);
  return read.ok ? ok(read.value.value) : read;
}

/** Copies of a row, by its key; those of the whole paper are under "paper". */
export function copiesOf(draft: PartDraft, key: string): readonly Scan[] {
  return ownMember(draft.scans, key) ?? [];
}

/** Rows in which somebody wrote something. */
export const writtenRows = (draft: PartDraft, list: string, key: string): readonly Row[] =>
  (ownMember(draft.lists, list) ?? []).filter((r) => filled(ownMember(r, key)));
