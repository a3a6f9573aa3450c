import type { BasisIndex } from '../checks/basis-index.ts';
import { percentOfChord } from '../loading/items.ts';
import { heaviestOf, shownSteps, stepFor } from '../loading/steps.ts';
import { flightTrack } from '../loading/track.ts';
import { weigh } from '../loading/weighing.ts';
import type { LoadingUnits } from '../loading/types.ts';
import { formatFigure, formatWithUnit } from '../quantity/format.ts';
import type { PartAnswer } from '../record/entry.ts';

type Worked = Extract<
  PartAnswer,
  { kind: 'weighing' | 'loading' | 'document' | 'trail' | 'signatures' | 'equipment' | 'plate' }
>;

/**
 * A mass as the placard has it, in the steps of an aircraft that weighs so much; never shown as nothing when it is
 * something. Example: "612.4 kg", and "3.44 kg" of a model of 3.44 kg.
 */
export function massText(value: number, units: LoadingUnits, heaviest: number): string {
  const resolution = stepFor(value, shownSteps(units, heaviest).mass);
  return formatWithUnit({ value, unit: units.mass, resolution });
}

/** An arm as the placard has it, likewise. Example: "2 095 mm"; −0.3 of a margin is "−0.3 mm", not "−0 mm". */
export function armText(value: number, units: LoadingUnits, heaviest: number): string {
  const resolution = stepFor(value, shownSteps(units, heaviest).arm);
  return formatWithUnit({ value, unit: units.arm, resolution });
}

/** A lateral as people say it. Example: −39 is "39 mm to the left". */
export function sideText(lateral: number, units: LoadingUnits, heaviest: number): string {
  return `${armText(Math.abs(lateral), units, heaviest)} to the ${lateral < 0 ? 'left' : 'right'}`;
}

const many = (count: number, one: string, more: string): string => `${count} ${count === 1 ? one : more}`;

/**
 * An answer about papers or loading in words, as rows and reports show it.
 * Example: a weighing is "612.4 kg at 2 095 mm", a document "T-114, until 2027-03-01".
 */
export function describeWorked(index: BasisIndex, answer: Worked): string {
  const data = index.basis.aircraft.loading;
  switch (answer.kind) {
    case 'weighing': {
      const { weighing } = answer;
      const at = '2000-01-01T00:00:00.000Z';
      // The figure does not depend on the day; whether a certificate was in force was judged when it was kept.
      const believed = Object.fromEntries(
        Object.entries(index.instruments).map(([id, i]) => [
          id,
          { ...i, calibratedUntil: null, calibratedFrom: undefined, before: undefined },
        ]),
      );
      const found = weigh(data, weighing, { instruments: believed, at });
      if (!found.ok) return 'weighed, not to be reckoned';
      const { mass, arm } = found.value;
      return `${massText(mass, weighing.units, mass)} at ${armText(arm, weighing.units, mass)}`;
    }
    case 'loading': {
      const track = data ? flightTrack(data, answer.sheet) : undefined;
      const first = track?.ok ? track.value[0]?.centre : undefined;
      if (!data || !first) return 'loading sheet';
      const chord = percentOfChord(data, first.arm);
      const share = chord === undefined ? '' : `, ${formatFigure(chord, 0.1)} % of chord`;
      const heaviest = heaviestOf(data);
      return `${massText(first.mass, data.units, heaviest)} at ${armText(first.arm, data.units, heaviest)}${share}`;
    }
    case 'document': {
      const { number, expiresOn, untilHours, scans } = answer.document;
      const end =
        expiresOn !== undefined
          ? `, until ${expiresOn}`
          : untilHours !== undefined
            ? `, until ${formatFigure(untilHours, 0.1)} h`
            : '';
      return `${number}${end}${scans.length > 0 ? `, ${many(scans.length, 'copy', 'copies')}` : ''}`;
    }
    case 'trail':
      return many(answer.stretches.length, 'logbook', 'logbooks');
    case 'signatures':
      return many(answer.items.length, 'item', 'items');
    case 'equipment':
      return many(answer.seen.length, 'thing', 'things');
    case 'plate':
      return answer.text;
  }
}
