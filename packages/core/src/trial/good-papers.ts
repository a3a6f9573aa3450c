import type { AnswerSpec, Check } from '../checks/types.ts';
import type { Reading } from '../limits/types.ts';
import { firstSheet } from '../standing/loaded.ts';
import { judgeSheet } from '../loading/judge.ts';
import type { LoadingSheet, ScaleWeighing } from '../loading/types.ts';
import type { LoadingData } from '../aircraft/loading-data.ts';
import { expectedEmpty } from '../loading/compare-weighing.ts';
import { plateText } from '../papers/judge.ts';
import type { Scan } from '../papers/types.ts';
import { findUnit } from '../quantity/units.ts';
import type { PartAnswer } from '../answers/part-answer.ts';
import type { CampaignState } from '../record/state.ts';
import { ownMember } from '../own-member.ts';

type PapersSpec = Extract<
  AnswerSpec,
  { kind: 'weighing' | 'loading' | 'document' | 'trail' | 'signatures' | 'equipment' | 'plate' }
>;

/** The instrument by which a scripted hand reads; `undefined` leaves a figure without one. */
export interface ReadBy {
  readonly scales: string;
  readonly level: string;
}
const TRIAL: ReadBy = { scales: 'trial', level: 'trial' };

/** A copy that no server holds: a trial asks only whether there is one. */
export const TRIAL_COPY: Scan = {
  sha256: '0'.repeat(64),
  name: 'As filed.pdf',
  type: 'application/pdf',
  size: 1,
};

const reading = (value: number, unit: string, resolution: number, instrument: string): Reading => ({
  value,
  unit,
  text: String(Number(value.toFixed(6))),
  resolution,
  source: 'typed',
  instrument,
});

/**
 * A weighing that gives a mass and a centre on the scale points of an aircraft, level and drained: those before the
 * centre and those behind it share the mass by their distance, left and right alike.
 * Example: 610 at 2040 on points at 600 and twice 2500 is 147.7 and twice 231.2.
 */
export function weighingOf(
  data: LoadingData,
  mass: number,
  arm: number,
  by: ReadBy = TRIAL,
  resolution = 0.000001,
): ScaleWeighing {
  const { points } = data.weighing;
  const fore = points.filter((p) => p.arm <= arm);
  const aft = points.filter((p) => p.arm > arm);
  const mean = (list: typeof points): number => list.reduce((sum, p) => sum + p.arm, 0) / list.length;
  const share = fore.length === 0 || aft.length === 0 ? 1 : (mean(aft) - arm) / (mean(aft) - mean(fore));
  const level = reading(0, 'deg-angle', Math.max(resolution, 0.000001), by.level);
  return {
    method: 'scales',
    units: data.units,
    points: points.map((p) => {
      const own = fore.includes(p) ? (mass * share) / fore.length : (mass * (1 - share)) / aft.length;
      const rounded = Number((Math.round(own / resolution) * resolution).toFixed(6));
      return {
        ...p,
        tare: reading(0, data.units.mass, resolution, by.scales),
        readings: [reading(rounded, data.units.mass, resolution, by.scales)],
      };
    }),
    level: { along: level, across: level },
    fuel: 'drained',
    tanks: {},
    extras: [],
  };
}

/** Middle of the first limit of a check in a kind of unit, for aircraft that nobody weighed before. */
function middleOfLimit(check: Check, state: CampaignState, kind: string): number | undefined {
  for (const key of check.limits) {
    const limit = state.index?.limits.get(key);
    if (limit && 'bounds' in limit && findUnit(limit.unit)?.kind === kind) {
      const { low, high } = limit.bounds;
      if (low !== undefined && high !== undefined) return (low + high) / 2;
      return low ?? (high === undefined ? undefined : high * 0.9);
    }
  }
  return undefined;
}

function goodWeighing(check: Check, state: CampaignState): PartAnswer {
  const aircraft = state.index?.basis.aircraft;
  const data = aircraft?.loading;
  const expected = data ? expectedEmpty(data, aircraft.equipment ?? []) : undefined;
  const mass = expected?.ok ? expected.value.mass : (middleOfLimit(check, state, 'mass') ?? 100);
  const arm = expected?.ok ? expected.value.arm : (middleOfLimit(check, state, 'length') ?? 1000);
  if (data) return { kind: 'weighing', weighing: weighingOf(data, mass, arm) };
  const two = [arm - 500, arm + 500].map((at, i) => ({
    id: String(i),
    title: `Scale ${i + 1}`,
    arm: at,
    lateral: 0,
    tare: reading(0, 'kg', 0.000001, 'trial'),
    readings: [reading(mass / 2, 'kg', 0.000001, 'trial')],
  }));
  const level = reading(0, 'deg-angle', 0.000001, 'trial');
  return {
    kind: 'weighing',
    weighing: {
      method: 'scales',
      units: { mass: 'kg', arm: 'mm', volume: 'L' },
      points: two,
      level: { along: level, across: level },
      fuel: 'drained',
      tanks: {},
      extras: [],
    },
  };
}

/** A sheet with as much fuel as keeps it inside, four fifths of it to be used. */
function fuelled(data: LoadingData, sheet: LoadingSheet): LoadingSheet {
  const filled = [1, 0.75, 0.5, 0.25, 0].map((share): LoadingSheet => {
    const fuel = Object.fromEntries(data.tanks.map((t) => [t.id, t.usable * share]));
    const burnable = data.burn.flat().reduce((sum, id) => sum + (ownMember(fuel, id) ?? 0), 0);
    return { ...sheet, fuel, used: burnable * 0.8 };
  });
  return filled.find((s) => judgeSheet(data, s)[0]?.state === 'within') ?? filled[0] ?? sheet;
}

/** A model held a millimetre before and behind the middle of its limit. */
function goodBalance(check: Check, state: CampaignState): PartAnswer {
  const arm = middleOfLimit(check, state, 'length') ?? 100;
  const at = (value: number, unit: string): Reading => reading(value, unit, 0.000001, 'trial');
  return {
    kind: 'weighing',
    weighing: {
      method: 'hand',
      units: { mass: 'kg', arm: 'mm', volume: 'L' },
      tailDrops: at(arm - 1, 'mm'),
      noseDrops: at(arm + 1, 'mm'),
      mass: at(middleOfLimit(check, state, 'mass') ?? 3, 'kg'),
      extras: [],
    },
  };
}

/** Papers and loading as they should be: what a steady hand answers, and what scripts begin from. */
export function goodPapers(spec: PapersSpec, check: Check, state: CampaignState, now: string): PartAnswer {
  const aircraft = state.index?.basis.aircraft;
  const day = now.slice(0, 10);
  switch (spec.kind) {
    case 'weighing':
      return spec.method === 'hand' ? goodBalance(check, state) : goodWeighing(check, state);
    case 'loading': {
      const sheet = state.index ? firstSheet(state, state.index) : undefined;
      if (sheet && aircraft?.loading) return { kind: 'loading', sheet: fuelled(aircraft.loading, sheet) };
      const units = { mass: 'kg', arm: 'mm', volume: 'L' } as const;
      const empty = {
        source: 'report',
        from: '',
        mass: 1,
        arm: 0,
        lateral: 0,
        uncertainty: { mass: 0, arm: 0 },
      } as const;
      return { kind: 'loading', sheet: { units, empty, lines: [], fuel: {}, used: 0, packs: [] } };
    }
    case 'document':
      return {
        kind: 'document',
        document: {
          number: 'As filed',
          issuedOn: day,
          ...(spec.runsOut === 'date'
            ? { expiresOn: `${Number(day.slice(0, 4)) + 1}${day.slice(4)}`.replace('02-29', '02-28') }
            : {}),
          ...(spec.runsOut === 'hours' ? { untilHours: (aircraft?.hours ?? 0) + 100 } : {}),
          ...(spec.runsOut === 'cycles' ? { untilCycles: 100, cyclesNow: 0 } : {}),
          conditions: [],
          scans: spec.copy ? [TRIAL_COPY] : [],
        },
      };
    case 'trail':
      return {
        kind: 'trail',
        stretches: [
          { book: 'Logbook 1', from: day, to: day, hoursFrom: 0, hoursTo: aircraft?.hours ?? 0, scans: [] },
        ],
      };
    case 'signatures':
      return {
        kind: 'signatures',
        items: [
          {
            id: '1',
            what: 'As ordered',
            doneBy: 'first hand',
            doneOn: day,
            inspectedBy: 'second hand',
            inspectedOn: day,
            scans: [],
          },
        ],
      };
    case 'equipment':
      return {
        kind: 'equipment',
        seen: (aircraft?.equipment ?? []).map(({ id, title, partNumber, serial }) => ({
          id,
          title,
          partNumber,
          serial,
        })),
      };
    case 'plate':
      return { kind: 'plate', text: aircraft ? plateText(aircraft) : '', how: 'typed' };
  }
}
