import type { Instrument } from '@kanzel/core';
import { day } from '../described.ts';

/** Something an aircraft is measured with, as the demonstration writes it. */
export interface Gauge {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  readonly accuracy: number;
  readonly resolution: number;
  readonly measures: readonly string[];
  /** Days from the story's day to the end of its calibration; absent: needs none. */
  readonly days?: number;
  /** It comes over the line by itself. */
  readonly live?: true;
}

/** Instruments of an aircraft, calibrated until so many days after the story’s. */
export function gauges(today: Date, list: readonly Gauge[]): Instrument[] {
  return list.map(({ days, ...gauge }) => ({
    ...gauge,
    calibratedUntil: days === undefined ? null : day(today, days),
  }));
}

/** How good a wind is that the field reports, worked out across the runway. */
export const reportedWind: Gauge = {
  id: 'reported-wind',
  name: 'Wind as reported',
  unit: 'kt',
  accuracy: 1,
  resolution: 1,
  measures: ['cross-wind-component'],
};

/** A dipstick made for the tanks it goes into. */
export const fuelStick = (accuracy: number): Gauge => ({
  id: 'fuel-stick',
  name: 'Fuel dipstick',
  unit: 'L',
  accuracy,
  resolution: accuracy / 2,
  measures: ['fuel-on-board', 'quantity-by-stick'],
});

/** Every pocket of Grauholm has one. */
export const stopwatch: Gauge = {
  id: 'stopwatch',
  name: 'Stopwatch',
  unit: 's',
  accuracy: 0.5,
  resolution: 0.1,
  measures: ['stopwatch'],
};
