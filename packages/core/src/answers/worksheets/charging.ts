import { formatFigure } from '../../quantity/format.ts';
import { reason } from '../../reasons/reason.ts';
import { ok } from '../../result.ts';
import { chargingBySpeed } from '../../run-up/charging.ts';
import { plain } from '../said.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

/** What the rows of a sheet come to. */
export const chargingOf = ({ rows }: SheetFigures) =>
  chargingBySpeed(
    rows.map((r) => ({
      speed: r('speed') ?? NaN,
      amperes: r('amperes') ?? NaN,
      volts: r('volts') ?? NaN,
    })),
  );

const rpm = (speed: number): string => `${formatFigure(speed, 1)} rpm`;

/** Ammeter and voltmeter at several speeds: from which on it charges, and what the regulator lets through. */
export const CHARGING: Sheet = {
  title: 'Charging by speed',
  form: () => ({
    head: [],
    choices: [],
    columns: [
      { id: 'speed', title: 'Speed', unit: 'rpm' },
      { id: 'amperes', title: 'Ammeter', unit: 'A' },
      { id: 'volts', title: 'Volts', unit: 'V' },
    ],
    row: 'Speed',
    fewest: 3,
    most: 12,
  }),
  work(figures) {
    const worked = chargingOf(figures);
    if (!worked.ok) return worked;
    const { cutIn, seenAt, fromTheSlowest, ceasesAt, highest } = worked.value;
    const slowest = Math.min(...figures.rows.map((r) => r('speed') ?? NaN));
    return ok({
      figures: [
        // Held against its limit is where it was seen to charge: between two speeds that were tried nobody looked.
        seenAt !== undefined
          ? { figure: 'cut-in', unit: 'rpm', value: seenAt }
          : { figure: 'cut-in', unit: 'rpm', value: undefined, lacks: reason('chargingNever') },
        { figure: 'highest', unit: 'V', value: highest, shown: 0.1 },
      ],
      verdicts: [
        ...(cutIn ? [] : [plain('out', 'chargingNever')]),
        ...(ceasesAt === undefined ? [] : [plain('out', 'chargingCeases', { speed: rpm(ceasesAt) })]),
      ],
      says: cutIn
        ? `charges from ${fromTheSlowest ? `${rpm(slowest)} or below` : rpm(cutIn.speed)} on, seen at ${rpm(seenAt ?? slowest)}, ${formatFigure(highest, 0.1)} V at the most`
        : `does not charge, ${formatFigure(highest, 0.1)} V at the most`,
    });
  },
};
