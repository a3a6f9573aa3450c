import {
  ownMember,
  convert,
  err,
  ok,
  readFigure,
  readQuantity,
  reason,
  type Aircraft,
  type BasisIndex,
  type CampaignState,
  type PaperCondition,
  type PartAnswer,
  type Reason,
  type Result,
  type Scan,
  type WorkedSpec,
} from '@kanzel/core';
import type { PartDraft, Row } from '../answers/desk.ts';

type Answer<K extends PartAnswer['kind']> = Extract<PartAnswer, { kind: K }>;

const filled = (text: string | undefined): text is string => text !== undefined && text.trim() !== '';

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

function optionalDay(text: string | undefined): Result<string | undefined, Reason> {
  return filled(text) ? readDay(text) : ok(undefined);
}

function optionalHours(text: string | undefined): Result<number | undefined, Reason> {
  if (!filled(text)) return ok(undefined);
  const read = readQuantity(text, 'h');
  if (!read.ok) return read;
  return convert(read.value.value, read.value.unit, 'h');
}

function optionalCount(text: string | undefined): Result<number | undefined, Reason> {
  if (!filled(text)) return ok(undefined);
  const read = readFigure(text);
  return read.ok ? ok(read.value.value) : read;
}

/** Copies of a row, by its key; those of the whole paper are under "paper". */
export function copiesOf(draft: PartDraft, key: string): readonly Scan[] {
  return ownMember(draft.scans, key) ?? [];
}

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

function documentFrom(draft: PartDraft): Result<Answer<'document'>, Reason> {
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

/** Rows in which somebody wrote something. */
const writtenRows = (draft: PartDraft, list: string, key: string): readonly Row[] =>
  (ownMember(draft.lists, list) ?? []).filter((r) => filled(ownMember(r, key)));

function trailFrom(draft: PartDraft): Result<Answer<'trail'>, Reason> {
  const rows = writtenRows(draft, 'books', 'book');
  if (rows.length === 0) return err(reason('notAnswered'));
  const stretches: Answer<'trail'>['stretches'][number][] = [];
  for (const row of rows) {
    const from = readDay(row['from'] ?? '');
    if (!from.ok) return from;
    const to = readDay(row['to'] ?? '');
    if (!to.ok) return to;
    const hoursFrom = optionalHours(row['hoursFrom']);
    if (!hoursFrom.ok) return hoursFrom;
    const hoursTo = optionalHours(row['hoursTo']);
    if (!hoursTo.ok) return hoursTo;
    if (hoursFrom.value === undefined || hoursTo.value === undefined) return err(reason('noFigure'));
    stretches.push({
      book: (row['book'] ?? '').trim(),
      from: from.value,
      to: to.value,
      hoursFrom: hoursFrom.value,
      hoursTo: hoursTo.value,
      ...(filled(row['explained']) ? { explained: row['explained'].trim() } : {}),
      scans: copiesOf(draft, row['id'] ?? ''),
    });
  }
  return ok({ kind: 'trail', stretches });
}

function signaturesFrom(draft: PartDraft): Result<Answer<'signatures'>, Reason> {
  const rows = writtenRows(draft, 'items', 'what');
  if (rows.length === 0) return err(reason('notAnswered'));
  const items: Answer<'signatures'>['items'][number][] = [];
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

function equipmentFrom(aircraft: Aircraft, draft: PartDraft): Result<Answer<'equipment'>, Reason> {
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

/** Items to begin with: what was ordered in this campaign. */
export function itemRows(state: CampaignState, draft: PartDraft): readonly Row[] {
  const items = state.opened?.workItems ?? [];
  return (
    draft.lists?.['items'] ?? (items.length > 0 ? items : ['']).map((what, i) => ({ id: `w${i + 1}`, what }))
  );
}

/** How papers are answered. */
type PaperKind = Exclude<WorkedSpec['kind'], 'weighing' | 'loading'>;

/** What the desk says about a paper, or why it is not an answer yet. */
export function paperFromDraft(
  index: BasisIndex,
  kind: PaperKind,
  draft: PartDraft,
): Result<PartAnswer, Reason> {
  switch (kind) {
    case 'document':
      return documentFrom(draft);
    case 'trail':
      return trailFrom(draft);
    case 'signatures':
      return signaturesFrom(draft);
    case 'equipment':
      return equipmentFrom(index.basis.aircraft, draft);
    case 'plate':
      return filled(draft.texts?.['plate'])
        ? ok({
            kind: 'plate',
            text: draft.texts['plate'].trim(),
            how: draft.picks?.['how'] === 'scanned' ? 'scanned' : 'typed',
          })
        : err(reason('notAnswered'));
  }
}

/** The texts that would type an answer again: what was kept last time, put on the desk. Undefined for what is read or chosen anew. */
export function draftFromPaper(answer: PartAnswer): Partial<PartDraft> | undefined {
  switch (answer.kind) {
    case 'document': {
      const { document: d } = answer;
      return {
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
      };
    }
    case 'trail':
      return {
        lists: {
          books: answer.stretches.map((s, i) => ({
            id: `b${i + 1}`,
            book: s.book,
            from: s.from,
            to: s.to,
            hoursFrom: String(s.hoursFrom),
            hoursTo: String(s.hoursTo),
            explained: s.explained ?? '',
          })),
        },
        scans: Object.fromEntries(answer.stretches.map((s, i) => [`b${i + 1}`, s.scans])),
      };
    case 'signatures':
      return {
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
      };
    case 'equipment':
      return { lists: { seen: answer.seen.map((e) => ({ ...e, there: 'yes' })) } };
    case 'plate':
      return { texts: { plate: answer.text }, picks: { how: answer.how } };
    case 'weighing':
    case 'loading':
    case 'reading':
    case 'count':
    case 'photo':
    case 'drop':
    case 'cylinders':
    case 'series':
    case 'choice':
    case 'confirm':
    case 'timer':
    case 'text':
      return undefined;
  }
}
