import {
  err,
  ok,
  ownMember,
  readQuantity,
  reason,
  sheetForm,
  sheetRoom,
  standingAnswer,
  wayPointsOf,
  type AnswerOf,
  type BasisIndex,
  type CampaignState,
  type Reading,
  type Reason,
  type Result,
  type SheetField,
  type SheetForm,
} from '@kanzel/core';
import type { AnswerDesk, DeskFigures, SpecOf } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';
import { fromOnDesk, itemsOnDesk } from '../mission/desk.ts';

type Worksheet = AnswerOf<'worksheet'>;
type Cell = Worksheet['cells'][number];

export const cellName = (row: number, column: string): string => `${row} ${column}`;
export const choiceName = (id: string): string => `choice ${id}`;

/** What is chosen on the desk. */
export function chosenOnDesk(
  spec: SpecOf<'worksheet'>,
  index: BasisIndex,
  draft: PartDraft,
): Worksheet['chosen'] {
  const { choices } = sheetForm(sheetRoom(spec, index, { chosen: [] }));
  return choices.flatMap(({ id, options }) => {
    const said = ownMember(draft.picks, choiceName(id));
    return options.some((o) => o.id === said) ? [{ choice: id, option: said ?? '' }] : [];
  });
}

/** What the sheet asks for, by what is chosen already. */
export const formOnDesk = (spec: SpecOf<'worksheet'>, index: BasisIndex, draft: PartDraft): SheetForm =>
  sheetForm(sheetRoom(spec, index, { chosen: chosenOnDesk(spec, index, draft) }));

/** So many rows are there at first where any number may be. */
const AT_FIRST = 6;

/** How many rows there are on the desk. */
export function rowsOnDesk(form: SheetForm, draft: PartDraft): number {
  if (form.titles) return form.titles.length;
  const added = Number(ownMember(draft.picks, 'rows') ?? 0);
  const least = Math.max(form.fewest, Math.min(form.most, AT_FIRST));
  return Math.min(form.most, Math.max(least, Number.isInteger(added) ? added : 0));
}

const typed = (draft: PartDraft, name: string): string => ownMember(draft.texts, name)?.trim() ?? '';

/** One figure on the desk: typed, or heard of the vehicle; undefined where there is none. */
function onDesk(draft: PartDraft, row: number, field: SheetField): Result<Reading | undefined, Reason> {
  const name = cellName(row, field.id);
  const text = typed(draft, name);
  const taken = ownMember(draft.taken, name);
  if (text === '') return ok(taken && ownMember(draft.texts, name) === undefined ? taken : undefined);
  const quantity = readQuantity(text, field.unit);
  return quantity.ok ? ok({ ...quantity.value, source: 'typed' as const }) : quantity;
}

/** The figures of one row; nothing where nobody has begun it, or what the first of them lacks. */
function rowOnDesk(
  draft: PartDraft,
  row: number,
  fields: readonly SheetField[],
  title: string,
  optional: boolean,
): Result<readonly Cell[], Reason> {
  const cells: Cell[] = [];
  let lacks: Reason | undefined;
  for (const field of fields) {
    const reading = onDesk(draft, row, field);
    if (!reading.ok) return reading;
    if (reading.value) cells.push({ row, column: field.id, reading: reading.value });
    else if (field.optional !== true)
      lacks ??= reason('headingLacks', {
        what: title === '' ? field.title : `${title}, ${field.title.toLowerCase()}`,
      });
  }
  return lacks && !(optional && cells.length === 0) ? err(lacks) : ok(cells);
}

export const rowTitle = (form: SheetForm, row: number): string =>
  form.titles?.[row - 1] ?? `${form.row} ${row}`;

/** The mission that a sheet goes over: from its file on the desk, or the one that stands in the campaign as it was planned. */
export function missionOnDesk(
  state: CampaignState,
  draft: PartDraft,
): Result<NonNullable<Worksheet['mission']>, Reason> {
  const items = itemsOnDesk(draft, 'planned');
  if (items) {
    const points = wayPointsOf(items);
    return points.ok ? ok({ name: fromOnDesk(draft, 'planned'), points: points.value }) : points;
  }
  for (const progress of state.parts.values()) {
    const answer = standingAnswer(progress)?.answer;
    if (answer?.kind !== 'mission') continue;
    const points = wayPointsOf(answer.planned.items);
    return points.ok ? ok({ name: answer.planned.name, points: points.value }) : points;
  }
  return err(reason('missionNotThere'));
}

/** Figures of the head and of every row, and what is chosen. */
export const WORKSHEET_FIGURES: DeskFigures = {
  names: ({ check: { answer: spec } }, index) => {
    if (spec.kind !== 'worksheet') return [];
    const form = formOnDesk(spec, index, {});
    return [
      ...form.head.map((f) => cellName(0, f.id)),
      ...Array.from({ length: rowsOnDesk(form, {}) }, (_, i) =>
        form.columns.map((f) => cellName(i + 1, f.id)),
      ).flat(),
    ];
  },
  label: (name, { check: { answer: spec } }, index) => {
    const at = name.indexOf(' ');
    const [row, column] = [Number(name.slice(0, at)), name.slice(at + 1)];
    if (spec.kind !== 'worksheet') return { over: column, spoken: column };
    const form = formOnDesk(spec, index, {});
    const over = (row === 0 ? form.head : form.columns).find((f) => f.id === column)?.title ?? column;
    return {
      over,
      spoken: row === 0 ? over.toLowerCase() : `${form.row} ${row}, ${over}`.toLowerCase(),
    };
  },
  // What is missing is said by its row.
  lacking: () => [],
};

/** Figures in rows under a head. */
export const WORKSHEET_DESK: AnswerDesk<'worksheet'> = {
  title: 'A worksheet',
  begin: () => ({ kind: 'worksheet', sheet: 'gauge-steps', figures: [] }),
  figures: WORKSHEET_FIGURES,
  answer: ({ spec, index, state }, draft) => {
    const form = formOnDesk(spec, index, draft);
    const chosen = chosenOnDesk(spec, index, draft);
    const begun =
      Object.values(draft.texts ?? {}).some((t) => t.trim() !== '') ||
      Object.keys(draft.taken ?? {}).length > 0;
    if (!begun) return err(reason('notAnswered'));
    const left = form.choices.find(({ id }) => !chosen.some((c) => c.choice === id));
    if (left) return err(reason('headingLacks', { what: left.title }));
    const cells: Cell[] = [];
    const head = rowOnDesk(draft, 0, form.head, '', false);
    if (!head.ok) return head;
    cells.push(...head.value);
    let count = 0;
    for (let row = 1; row <= rowsOnDesk(form, draft); row += 1) {
      const own = rowOnDesk(draft, row, form.columns, rowTitle(form, row), form.titles === undefined);
      if (!own.ok) return own;
      // A row that nobody began is none: those behind it move up.
      if (own.value.length > 0) count += 1;
      cells.push(...own.value.map((c) => ({ ...c, row: count })));
    }
    if (count < form.fewest)
      return err(reason('sheetRowsLeft', { left: form.fewest - count, row: form.row }));
    const mission = form.mission ? missionOnDesk(state, draft) : undefined;
    return ok({ kind: 'worksheet', cells, chosen, ...(mission?.ok ? { mission: mission.value } : {}) });
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ cells, chosen }) => ({
      texts: Object.fromEntries(
        cells.flatMap(({ row, column, reading }) =>
          reading.source === 'typed' ? [[cellName(row, column), reading.text]] : [],
        ),
      ),
      taken: Object.fromEntries(
        cells.flatMap(({ row, column, reading }) =>
          reading.source === 'typed' ? [] : [[cellName(row, column), reading]],
        ),
      ),
      picks: {
        ...Object.fromEntries(chosen.map((c) => [choiceName(c.choice), c.option])),
        rows: String(Math.max(0, ...cells.map((c) => c.row))),
      },
    }),
  },
};
