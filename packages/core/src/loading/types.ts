import type { Reading } from '../limits/types.ts';
import type { LoadingUnits, HowGood } from '../aircraft/loading-data.ts';

/** One scale of a weighing: read more than once, with what stood on it beside the aircraft. */
export interface WeighedPoint {
  readonly id: string;
  readonly title: string;
  readonly arm: number;
  readonly lateral: number;
  readonly tare: Reading;
  readonly readings: readonly Reading[];
}

/** Something aboard that does not belong to the empty aircraft, or (`missing`) the other way round. */
export interface WeighedExtra {
  readonly title: string;
  readonly mass: number;
  readonly arm: number;
  readonly lateral: number;
  readonly missing: boolean;
}

/** An aircraft weighed on scales. `units` as they were then, so that a later placard changes nothing. */
export interface ScaleWeighing {
  readonly method: 'scales';
  readonly units: LoadingUnits;
  readonly points: readonly WeighedPoint[];
  /** How far off level, nose up and right wing down positive. */
  readonly level: { readonly along: Reading; readonly across: Reading };
  readonly fuel: 'drained' | 'dry' | 'aboard';
  /** Usable volume in each tank, for `aboard`. */
  readonly tanks: Readonly<Record<string, number>>;
  readonly extras: readonly WeighedExtra[];
}

/**
 * A model balanced by hand: held up at two points, it drops its tail at one and its nose at the other, so that the
 * centre lies between them. `mass` comes from a scale.
 */
export interface HandBalance {
  readonly method: 'hand';
  readonly units: LoadingUnits;
  readonly tailDrops: Reading;
  readonly noseDrops: Reading;
  readonly mass: Reading;
  readonly extras: readonly WeighedExtra[];
}

export type Weighing = ScaleWeighing | HandBalance;

/** Where the figures of the empty aircraft on a sheet come from. */
export interface EmptyLine {
  readonly source: 'weighing' | 'report';
  /** The answer that holds the weighing, or the number of the report. */
  readonly from: string;
  readonly mass: number;
  readonly arm: number;
  readonly lateral: number;
  readonly uncertainty: HowGood;
}

/** A line of the sheet: what lies at a station. `arm` where the station lets it be moved, or it has none. */
export interface LoadLine {
  readonly station: string;
  readonly mass: number;
  readonly arm?: number;
  readonly title?: string;
}

/** The loading of one flight. */
export interface LoadingSheet {
  readonly units: LoadingUnits;
  readonly empty: EmptyLine;
  readonly lines: readonly LoadLine[];
  /** Usable volume in each tank at the start. */
  readonly fuel: Readonly<Record<string, number>>;
  /** Usable volume of all tanks together that is gone when it lands. */
  readonly used: number;
  readonly packs: readonly { readonly bay: string; readonly pack: string; readonly arm?: number }[];
}
