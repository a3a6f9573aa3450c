import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** Cells of a pack, read one by one. Volts. */
export interface CellsSeen {
  readonly lowest: number;
  /** Which it is, from one. */
  readonly lowestAt: number;
  readonly imbalance: number;
  readonly pack: number;
}

/**
 * What cells come to. `inPack`: so many there are, where it is known.
 * Errors: `cellsNone`; `cellsOtherCount` where there are more or fewer than the pack has.
 * Example: 4.20, 4.18 and 4.19 V: lowest 4.18 V, which is cell 2, 0.02 V apart, 12.57 V.
 */
export function cellsSeen(volts: readonly number[], inPack: number | undefined): Result<CellsSeen, Reason> {
  if (volts.length === 0) return err(reason('cellsNone'));
  if (inPack !== undefined && volts.length !== inPack)
    return err(reason('cellsOtherCount', { read: volts.length, has: inPack }));
  const lowest = Math.min(...volts);
  return ok({
    lowest,
    lowestAt: volts.indexOf(lowest) + 1,
    imbalance: Math.max(...volts) - lowest,
    pack: volts.reduce((a, b) => a + b, 0),
  });
}

/** A cell before and under a load. Volts. */
export interface LoadedCell {
  readonly rest: number;
  readonly loaded: number;
}

/**
 * Internal resistance of each cell by a load step, in milliohms: what its volts fall, over the current.
 * Errors: `loadNothing` where the current is not above nothing; `loadRises` where a cell has more volts under load than before it.
 * Source: Ohm's law. Example: 4.20 V falling to 4.11 V under 30 A: 3 mΩ.
 */
export function cellResistances(
  cells: readonly LoadedCell[],
  current: number,
): Result<readonly number[], Reason> {
  if (!(current > 0)) return err(reason('loadNothing'));
  const rises = cells.findIndex((c) => c.loaded > c.rest);
  if (rises >= 0) return err(reason('loadRises', { cell: rises + 1 }));
  return ok(cells.map((c) => (1000 * (c.rest - c.loaded)) / current));
}

/** No pack is flown colder or warmer (°C): a slip of the sign or of the unit. */
export const PACK_TEMPERATURES = { low: -60, high: 120 } as const;

/** Whether a pack can have such a temperature (°C), ends included. Example: -60 it can, 121 it cannot. */
export const canBe = (celsius: number): boolean =>
  celsius >= PACK_TEMPERATURES.low && celsius <= PACK_TEMPERATURES.high;

/** The resistance of a lithium cell is about twice at 0 °C what it is at 25 °C (K), give or take half of that. */
const ARRHENIUS = Math.LN2 / (1 / 273.15 - 1 / 298.15);
export const ARRHENIUS_BAND = 0.5;

/**
 * The resistance of a cell at another temperature (°C), in the unit it is given in. `share`: how steep, of what is usual.
 * Source: the law of Arrhenius; that it doubles from 25 °C to 0 °C is a rule of the trade, and good to half of itself (`ARRHENIUS_BAND`).
 * Example: 3 mΩ at 25 °C are 6 mΩ at 0 °C.
 */
export function resistanceAt(resistance: number, measuredAt: number, at: number, share = 1): number {
  const kelvin = (celsius: number): number => celsius + 273.15;
  return resistance * Math.exp(share * ARRHENIUS * (1 / kelvin(at) - 1 / kelvin(measuredAt)));
}

/**
 * The volts of a cell under a current, from its volts at rest and its resistance (mΩ). Boundary: never below nothing.
 * Example: 4.18 V at rest, 4 mΩ and 120 A: 3.70 V.
 */
export const underLoad = (rest: number, resistance: number, current: number): number =>
  Math.max(0, rest - (resistance * current) / 1000);

/**
 * How the resistance of a pack has gone with its cycles: mΩ a hundred cycles, by least squares; undefined with fewer than two measurements
 * or all at one count. Example: 18 mΩ at 10 cycles and 21 at 110: 3.
 */
export function resistanceTrend(
  history: readonly { readonly cycles: number; readonly resistance: number }[],
): number | undefined {
  const n = history.length;
  const mean = (of: (h: (typeof history)[number]) => number): number =>
    history.reduce((sum, h) => sum + of(h), 0) / n;
  const [cycles, resistance] = [mean((h) => h.cycles), mean((h) => h.resistance)];
  const spread = history.reduce((sum, h) => sum + (h.cycles - cycles) ** 2, 0);
  if (n < 2 || spread === 0) return undefined;
  return (
    (100 * history.reduce((sum, h) => sum + (h.cycles - cycles) * (h.resistance - resistance), 0)) / spread
  );
}
