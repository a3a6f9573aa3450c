import type { LoadPack } from '../../aircraft/loading-data.ts';
import {
  ARRHENIUS_BAND,
  canBe,
  cellResistances,
  cellsSeen,
  resistanceAt,
  underLoad,
} from '../../energy/cells.ts';
import type { Verdict } from '../../limits/types.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason } from '../../reasons/reason.ts';
import { err, ok } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet, SheetChoice, SheetFigures, SheetRoom, WorkedFigure } from './sheet.ts';

/** No pack of these aircraft has more. */
const MOST_CELLS = 28;

/** The packs that the aircraft may carry, by the file of the aircraft. */
export const packsOf = ({ index }: SheetRoom): readonly LoadPack[] =>
  index.basis.aircraft.loading?.packs ?? [];

export const chosenPack = (room: SheetRoom): LoadPack | undefined =>
  packsOf(room).find((p) => p.id === room.chosen.get('pack'));

/** Which pack it is, where the aircraft has any that are described. */
export const packChoice = (room: SheetRoom): readonly SheetChoice[] =>
  packsOf(room).length === 0
    ? []
    : [
        {
          id: 'pack',
          title: 'Pack',
          options: packsOf(room).map((p) => ({
            id: p.id,
            text: p.serial === undefined ? p.title : `${p.title} ${p.serial}`,
          })),
        },
      ];

function cellRows(room: SheetRoom) {
  const cells = chosenPack(room)?.cells;
  return {
    row: 'Cell',
    ...(cells === undefined
      ? { fewest: 1, most: MOST_CELLS }
      : { fewest: cells, most: cells, titles: Array.from({ length: cells }, (_, i) => `Cell ${i + 1}`) }),
  };
}

const columnOf = ({ rows }: SheetFigures, id: string): readonly number[] => rows.map((r) => r(id) ?? NaN);
const volts = (value: number): string => `${formatFigure(value, 0.001)} V`;

/** Cells of a pack at rest, each. */
export const CELLS: Sheet = {
  title: 'Cells at rest, each',
  form: (room) => ({
    head: [],
    choices: packChoice(room),
    columns: [{ id: 'rest', title: 'At rest', unit: 'V', live: 'cell-{row}' }],
    ...cellRows(room),
  }),
  work(figures, room) {
    const seen = cellsSeen(columnOf(figures, 'rest'), chosenPack(room)?.cells);
    if (!seen.ok) return seen;
    const { lowest, lowestAt, imbalance, pack } = seen.value;
    return ok({
      figures: [
        { figure: 'lowest', whose: `Cell ${lowestAt}`, unit: 'V', value: lowest },
        { figure: 'imbalance', unit: 'V', value: imbalance },
        { figure: 'pack', unit: 'V', value: pack },
      ],
      verdicts: [],
      says: `${figures.rows.length} cells, lowest ${volts(lowest)} (cell ${lowestAt}), ${volts(imbalance)} apart`,
    });
  },
};

/** Resistance of every cell on a sheet, in milliohms. */
export const resistancesOf = (figures: SheetFigures) => {
  const [rest, loaded] = [columnOf(figures, 'rest'), columnOf(figures, 'loaded')];
  return cellResistances(
    rest.map((r, i) => ({ rest: r, loaded: loaded[i] ?? NaN })),
    figures.head('current') ?? NaN,
  );
};

/** The volts of every cell at full throttle at today's temperature; undefined where nobody said the current. `steep`: see `resistanceAt`. */
export function fullThrottleOf(
  figures: SheetFigures,
  resistances: readonly number[],
  room: SheetRoom,
  steep = 1,
): readonly number[] | undefined {
  const current = room.index.basis.aircraft.loading?.power?.fullCurrent;
  if (current === undefined) return undefined;
  const [warm, today] = [figures.head('temperature') ?? NaN, figures.head('today') ?? NaN];
  const rest = columnOf(figures, 'rest');
  return resistances.map((r, i) => underLoad(rest[i] ?? NaN, resistanceAt(r, warm, today, steep), current));
}

/** The lowest cell at full throttle, with the band of what is not known of the cold. */
function lowestFull(figures: SheetFigures, resistances: readonly number[], room: SheetRoom): WorkedFigure {
  const base = { figure: 'lowest-full', unit: 'V' };
  const usual = fullThrottleOf(figures, resistances, room);
  if (!usual) return { ...base, value: undefined, lacks: reason('powerNotDescribed') };
  const lowest = Math.min(...usual);
  const ends = [1 - ARRHENIUS_BAND, 1 + ARRHENIUS_BAND].map((steep) =>
    Math.min(...(fullThrottleOf(figures, resistances, room, steep) ?? [])),
  );
  return {
    ...base,
    whose: `Cell ${usual.indexOf(lowest) + 1}`,
    value: lowest,
    own: Math.max(...ends.map((e) => Math.abs(e - lowest))),
  };
}

/** Whether the aircraft acts by itself at full throttle: surely, or if it is as cold as may be. */
function sagsTo({ value, own = 0 }: WorkedFigure, { index }: SheetRoom): readonly Verdict[] {
  const acts = index.basis.aircraft.loading?.power?.cellLow;
  if (acts === undefined || value === undefined || value - own >= acts) return [];
  return [
    plain(value + own < acts ? 'out' : 'near', 'sagsToLow', {
      low: `${formatFigure(value - own, 0.01)} V`,
      acts: `${formatFigure(acts, 0.01)} V`,
    }),
  ];
}

/** Cells before and under a load: resistance of each, and what full throttle leaves of them today. */
export const LOAD_STEP: Sheet = {
  title: 'Cells under a load step',
  form: (room) => ({
    head: [
      { id: 'current', title: 'Current of the load', unit: 'A', live: 'pack-amps' },
      { id: 'temperature', title: 'Pack, as measured', unit: 'degC' },
      { id: 'today', title: 'Pack, at the take-off', unit: 'degC' },
    ],
    choices: packChoice(room),
    columns: [
      { id: 'rest', title: 'At rest', unit: 'V', live: 'cell-{row}' },
      { id: 'loaded', title: 'Under load', unit: 'V', live: 'cell-{row}' },
    ],
    ...cellRows(room),
  }),
  work(figures, room) {
    const seen = cellsSeen(columnOf(figures, 'rest'), chosenPack(room)?.cells);
    if (!seen.ok) return seen;
    if (!['temperature', 'today'].every((t) => canBe(figures.head(t) ?? NaN)))
      return err(reason('packTemperatureNone'));
    const worked = resistancesOf(figures);
    if (!worked.ok) return worked;
    const each = worked.value;
    const worst = Math.max(...each);
    const mean = each.reduce((a, b) => a + b, 0) / each.length;
    const cell = each.indexOf(worst) + 1;
    const full = lowestFull(figures, each, room);
    return ok({
      figures: [
        { figure: 'resistance', whose: `Cell ${cell}`, unit: 'mohm', value: worst },
        {
          figure: 'resistance-apart',
          whose: `Cell ${cell}`,
          unit: '%',
          value: mean > 0 ? 100 * (worst / mean - 1) : 0,
        },
        full,
      ],
      verdicts: sagsTo(full, room),
      says: `worst ${formatFigure(worst, 0.1)} mΩ (cell ${cell})${full.value === undefined ? '' : `, ${volts(full.value)} at full throttle today`}`,
    });
  },
};
