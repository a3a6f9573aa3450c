import type { BasisIndex } from '../checks/basis-index.ts';
import { judgeAll } from '../limits/judge.ts';
import { judgeable } from '../limits/reading.ts';
import type { Reading, Surroundings, Verdict } from '../limits/types.ts';
import { worstFirst } from '../limits/worst-first.ts';
import { formatFigure } from '../quantity/format.ts';
import { convert, unitOf } from '../quantity/units.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import type { AnswerKind, AnswerOf } from './kind.ts';
import type { SheetCell } from './part-answer.ts';
import { judgedAlone, measuresNothing, noCopies, plain, RECORDED } from './said.ts';
import { tenTimesInColumn } from './ten-times-in-column.ts';
import { withoutLimit } from './without-limit.ts';
import { SHEETS } from './worksheets/index.ts';
import type {
  SheetField,
  SheetFigures,
  SheetForm,
  SheetRoom,
  WorkedFigure,
  WorkedSheet,
  WorksheetSpec,
} from './worksheets/sheet.ts';

type Worksheet = AnswerOf<'worksheet'>;

/** Steps in which what is worked out is shown, by its unit; a tenth of anything else. */
const SHOWN: ReadonlyMap<string, number> = new Map([
  ['V', 0.001],
  ['mohm', 0.01],
]);
const TENTH = 0.1;

/** What a sheet is worked in: the aircraft, what is chosen, the mission. */
export const sheetRoom = (
  spec: WorksheetSpec,
  index: BasisIndex,
  { chosen, mission }: Pick<Worksheet, 'chosen' | 'mission'>,
): SheetRoom => ({
  spec,
  index,
  chosen: new Map(chosen.map((c) => [c.choice, c.option])),
  points: mission?.points ?? [],
});

/** What a check of this kind asks for, by what is chosen. Example: a pack of twelve cells asks for twelve rows. */
export const sheetForm = (room: SheetRoom): SheetForm => SHEETS[room.spec.sheet].form(room);

const fieldOf = (form: SheetForm, { row, column }: SheetCell): SheetField | undefined =>
  (row === 0 ? form.head : form.columns).find((f) => f.id === column);

const keyOf = (row: number, column: string): string => `${row} ${column}`;

/** The figures of a sheet from numbers by row and column, and from the steps they were read in. */
function figuresOf(
  cells: readonly SheetCell[],
  values: ReadonlyMap<string, number>,
  form: SheetForm,
): SheetFigures {
  const rows = Math.max(0, ...cells.map((c) => c.row));
  const at =
    (row: number) =>
    (column: string): number | undefined =>
      values.get(keyOf(row, column));
  const step = (column: string): number =>
    Math.max(
      0,
      ...cells
        .filter((c) => c.column === column)
        .map(({ reading, ...cell }) => {
          const field = fieldOf(form, { reading, ...cell });
          const [from, to] = [unitOf(reading.unit), unitOf(field?.unit ?? reading.unit)];
          return (reading.resolution * from.factor) / to.factor;
        }),
    );
  return { head: at(0), rows: Array.from({ length: rows }, (_, i) => at(i + 1)), step };
}

/** The numbers of a sheet in the units of its fields; or the first cell that has none of that kind. */
function plainValues(
  cells: readonly SheetCell[],
  form: SheetForm,
): Result<ReadonlyMap<string, number>, Reason> {
  const values = new Map<string, number>();
  for (const cell of cells) {
    const { row, column, reading } = cell;
    const field = fieldOf(form, cell);
    const converted = field && convert(reading.value, reading.unit, field.unit);
    if (!converted) return err(reason('sheetUnknownCell', { column, row }));
    if (!converted.ok) return converted;
    values.set(keyOf(row, column), converted.value);
  }
  return ok(values);
}

/** The figures of an answer without what they may be off: for pictures and words. Errors: as `sheetWorked`. */
export function sheetFigures(room: SheetRoom, { cells }: Worksheet): Result<SheetFigures, Reason> {
  const form = sheetForm(room);
  const values = plainValues(cells, form);
  return values.ok ? ok(figuresOf(cells, values.value, form)) : values;
}

/**
 * What a sheet comes to, without uncertainty. Errors: a cell that the sheet does not ask for or of another kind; what the sheet refuses.
 * Example: a gauge by steps that shows 2 L in an empty tank: `empty-shows` of 2 L.
 */
export function sheetWorked(room: SheetRoom, answer: Worksheet): Result<WorkedSheet, Reason> {
  const figures = sheetFigures(room, answer);
  return figures.ok ? SHEETS[room.spec.sheet].work(figures.value, room) : figures;
}

/** A figure with how far it may be off; undefined where a reading that moves it is known no better than that. */
export interface SureFigure extends WorkedFigure {
  readonly uncertainty: number | undefined;
}

/** Readings by which a figure is moved although nobody knows by how much they are off: so small a part of them. */
const NUDGE = 1e-6;

/**
 * What a sheet comes to, each figure with its expanded uncertainty: every reading is moved by its own to both sides, and what that moves
 * is summed in squares, with what lies in the way it is worked out.
 * Errors: as `sheetWorked`; a reading from an instrument that may not be believed.
 * Source: JCGM 100:2008, 5.1.3, note 2 (numerical sensitivity).
 */
export function sheetJudgeable(
  room: SheetRoom,
  answer: Worksheet,
  around: Surroundings,
): Result<{ readonly sheet: WorkedSheet; readonly figures: readonly SureFigure[] }, Reason> {
  const form = sheetForm(room);
  const values = plainValues(answer.cells, form);
  if (!values.ok) return values;
  const { work } = SHEETS[room.spec.sheet];
  const worked = (numbers: ReadonlyMap<string, number>) => work(figuresOf(answer.cells, numbers, form), room);
  const sheet = worked(values.value);
  if (!sheet.ok) return sheet;
  const squares = sheet.value.figures.map((f) => (f.own ?? 0) ** 2);
  const blind = new Set<number>();
  for (const cell of answer.cells) {
    const field = fieldOf(form, cell);
    if (!field) continue;
    const known = judgeable(cell.reading, field.unit, around);
    if (!known.ok) return known;
    const key = keyOf(cell.row, cell.column);
    const { value, uncertainty } = known.value;
    if (uncertainty === 0) continue;
    const by = uncertainty ?? NUDGE * Math.max(1, Math.abs(value));
    const [less, more] = [-by, by].map((d) => worked(new Map(values.value).set(key, value + d)));
    sheet.value.figures.forEach((figure, i) => {
      const ends = [less, more].flatMap((w) => (w?.ok ? (w.value.figures[i]?.value ?? []) : []));
      const moved =
        ends.length === 2
          ? Math.abs((ends[1] ?? 0) - (ends[0] ?? 0)) / 2
          : ends.length === 1
            ? Math.abs((ends[0] ?? 0) - (figure.value ?? 0))
            : Infinity;
      if (uncertainty === undefined ? moved > 0 : !Number.isFinite(moved)) blind.add(i);
      else if (uncertainty !== undefined) squares[i] = (squares[i] ?? 0) + moved ** 2;
    });
  }
  return ok({
    sheet: sheet.value,
    figures: sheet.value.figures.map((f, i) => ({
      ...f,
      uncertainty: blind.has(i) ? undefined : Math.sqrt(squares[i] ?? 0),
    })),
  });
}

function asReading({ value, unit, uncertainty, shown }: SureFigure): Reading {
  const step = shown ?? SHOWN.get(unit) ?? TENTH;
  return {
    value: value ?? NaN,
    unit,
    text: formatFigure(value ?? NaN, step),
    resolution: step,
    source: 'computed',
    ...(uncertainty === undefined ? {} : { uncertainty }),
  };
}

const named = (verdict: Verdict, whose: string | undefined): Verdict =>
  whose === undefined
    ? verdict
    : { ...verdict, reason: { ...verdict.reason, params: { ...verdict.reason.params, whose } } };

/** Figures in rows under a head, and what follows from them. */
export const WORKSHEET: AnswerKind<'worksheet'> = {
  measured: measuresNothing,
  isWhole(answer, { check }, index) {
    const { answer: spec } = check;
    if (spec.kind !== 'worksheet') return false;
    const form = sheetForm(sheetRoom(spec, index, answer));
    const { cells, chosen, mission } = answer;
    const has = new Set(cells.map((c) => keyOf(c.row, c.column)));
    const rows = Math.max(0, ...cells.map((c) => c.row));
    const asked = (fields: readonly SheetField[], row: number): boolean =>
      fields.every((f) => f.optional === true || has.has(keyOf(row, f.id)));
    return (
      has.size === cells.length &&
      cells.every((c) => fieldOf(form, c) !== undefined) &&
      asked(form.head, 0) &&
      rows >= form.fewest &&
      rows <= form.most &&
      Array.from({ length: rows }, (_, i) => i + 1).every((row) => asked(form.columns, row)) &&
      chosen.length === form.choices.length &&
      form.choices.every(({ id, options }) =>
        options.some((o) => chosen.some((c) => c.choice === id && c.option === o.id)),
      ) &&
      (mission === undefined || form.mission === true)
    );
  },
  judge(answer, { index, part: { check }, around }) {
    const spec = check.answer;
    if (spec.kind !== 'worksheet') return RECORDED;
    const worked = sheetJudgeable(sheetRoom(spec, index, answer), answer, around);
    const open = withoutLimit(index, check);
    if (!worked.ok) return [plain('unknown', worked.error.code, worked.error.params), ...open];
    const { sheet, figures } = worked.value;
    const held = spec.figures.flatMap(({ figure, limit: key }): readonly Verdict[] => {
      const limit = index.limits.get(key);
      if (!limit) return [];
      const own = figures.filter((f) => f.figure === figure);
      // What the check holds against a limit and nobody read is no pass.
      if (own.length === 0 && figures.length > 0)
        return [
          { ...plain('unknown', 'sheetFigureLeft', { limit: limit.title }), limit: key, class: limit.class },
        ];
      return own.flatMap((f) => {
        const { value, lacks, whose } = f;
        if (value === undefined && lacks)
          return [{ ...plain('unknown', lacks.code, lacks.params), limit: key, class: limit.class }];
        return judgeAll([limit], { kind: 'one', reading: asReading(f) }, around).map((v) => named(v, whose));
      });
    });
    const verdicts = worstFirst([...held, ...sheet.verdicts, ...open]);
    return verdicts.length > 0 ? verdicts : RECORDED;
  },
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe(answer, index, check) {
    const spec = index.checks.get(check)?.answer;
    if (spec?.kind !== 'worksheet') return '';
    const worked = sheetWorked(sheetRoom(spec, index, answer), answer);
    return worked.ok ? worked.value.says : 'not worked out';
  },
};

/**
 * Why a sheet that was typed cannot be right, or is asked back: a figure ten times off beside the others of its column, unless it is
 * `confirmed`; what its own rules refuse, by name. Undefined where it may stand.
 */
export function sheetDoubt(
  index: BasisIndex,
  spec: WorksheetSpec,
  answer: Worksheet,
  confirmed: boolean,
): Reason | undefined {
  // First: what a slip of the finger makes of the rest is a riddle, and the slip is none.
  const asked = confirmed
    ? undefined
    : tenTimesInColumn(sheetForm(sheetRoom(spec, index, answer)), answer.cells);
  if (asked) return asked;
  const worked = sheetWorked(sheetRoom(spec, index, answer), answer);
  return worked.ok ? undefined : worked.error;
}

/** Every figure of it. */
export const sheetReadings = ({ cells }: Worksheet): readonly Reading[] => cells.map((c) => c.reading);
