import { centreOf, dryItems, fuelItems, percentOfChord } from './items.ts';
import type { SheetStanding } from './solution.ts';
import type { LoadingSheet } from './types.ts';
import type { LoadingData } from '../aircraft/loading-data.ts';

/** A line of the printed sheet: mass, arm and moment, in the units of the placard. */
export interface SheetRow {
  readonly kind: 'item' | 'total';
  readonly title: string;
  readonly mass: number;
  readonly arm: number;
  readonly moment: number;
  readonly lateral: number;
  /** Percent of the mean chord, for totals. */
  readonly chord?: number;
}

/**
 * The sheet line by line: everything aboard, the fuel by tank at the start, then the totals at take-off, landing and
 * dry, as far as the flight has them. Empty when it has no mass.
 */
export function sheetRows(
  data: LoadingData,
  sheet: LoadingSheet,
  standing: SheetStanding | undefined,
): readonly SheetRow[] {
  const items = [...dryItems(data, sheet, data.tilts[0]?.id), ...fuelItems(data, sheet.fuel)];
  if (!centreOf(items).ok) return [];
  const lines = items.map(({ title, mass, arm, lateral }): SheetRow => ({
    kind: 'item',
    title,
    mass,
    arm,
    moment: mass * arm,
    lateral,
  }));
  const totals = (standing?.tracks ?? []).flatMap(({ tilt, points }) => {
    const position = data.tilts.find((t) => t.id === tilt)?.title;
    return points.flatMap((p): SheetRow[] => {
      if (!p.name) return [];
      const { mass, arm, lateral } = p.centre;
      // What burns nothing is the same at both ends.
      const words =
        points.length === 1
          ? 'As loaded'
          : { 'take-off': 'Take-off', landing: 'Landing', dry: 'Tanks dry' }[p.name];
      const chord = percentOfChord(data, arm);
      return [
        {
          kind: 'total',
          title: position ? `${words}, ${position.toLowerCase()}` : words,
          mass,
          arm,
          moment: mass * arm,
          lateral,
          ...(chord === undefined ? {} : { chord }),
        },
      ];
    });
  });
  return [...lines, ...totals];
}
