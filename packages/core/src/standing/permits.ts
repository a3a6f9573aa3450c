import type { BasisIndex } from '../checks/basis-index.ts';
import type { LoadingData } from '../aircraft/loading-data.ts';
import { flightTrack } from '../loading/track.ts';
import type { LoadingSheet } from '../loading/types.ts';
import { convert } from '../quantity/units.ts';
import { newestSheet } from './loaded.ts';
import { hasLostStanding } from './losses.ts';
import { standingAnswer, type CampaignState } from '../record/state.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { documentOver } from '../papers/document.ts';
import type { PaperCondition } from '../papers/types.ts';

/** A campaign without a plan is taken to last so many days from now. */
const USUAL_DAYS = 7;

/** The last day of a campaign: the day that is planned, or a week from now; never before today. */
export function lastDayOf(state: CampaignState, now: string): string {
  const day = state.plan?.day;
  const planned =
    day && new Date(Date.parse(day.start) + (day.days - 1) * 86_400_000).toISOString().slice(0, 10);
  const usual = new Date(Date.parse(now) + USUAL_DAYS * 86_400_000).toISOString().slice(0, 10);
  const today = now.slice(0, 10);
  return planned !== undefined && planned >= today ? planned : usual;
}

/** A condition of a permit that narrows the flight, with the paper it stands in. */
export interface PermitNarrowing extends PaperCondition {
  readonly check: string;
  readonly number: string;
}

/** Conditions of all documents in force, in the order of the pack. */
export function narrowings(state: CampaignState, index: BasisIndex, now: string): readonly PermitNarrowing[] {
  const room = { day: now.slice(0, 10), hours: index.basis.aircraft.hours };
  return [...index.parts.values()].flatMap(({ key, check }) => {
    const part = state.parts.get(key);
    const answer = standingAnswer(part)?.answer;
    if (answer?.kind !== 'document' || hasLostStanding(part) || documentOver(answer.document, room))
      return [];
    return answer.document.conditions.map((c) => ({
      ...c,
      check: check.title,
      number: answer.document.number,
    }));
  });
}

/** The lowest height that any permit allows, in metres, with the number of that permit. Undefined without one. */
export function permitCeiling(
  state: CampaignState,
  index: BasisIndex,
  now: string,
): { readonly height: number; readonly number: string } | undefined {
  return narrowings(state, index, now)
    .flatMap(({ kind, value, unit, number }) => {
      const height = kind === 'highest' && value !== undefined ? convert(value, unit ?? 'm', 'm') : undefined;
      return height?.ok ? [{ height: height.value, number }] : [];
    })
    .sort((a, b) => a.height - b.height)[0];
}

/** The seats that somebody sits on, by their titles. */
const seatsTaken = (data: LoadingData, sheet: LoadingSheet): readonly string[] =>
  data.stations.flatMap((s) =>
    s.kind === 'seat' && sheet.lines.some((l) => l.station === s.id && l.mass > 0) ? [s.title] : [],
  );

export interface PeopleAboard {
  /** Seats that somebody sits on by the newest loading sheet. */
  readonly seats: readonly string[];
  /** The fewest that any permit in force allows, and the number of that permit. Undefined where none says so. */
  readonly allowed: { readonly count: number; readonly number: string } | undefined;
}

/**
 * Who is aboard by the newest loading sheet, and how many the permits in force allow. Undefined where no sheet says so, or
 * the aircraft has no seats. Example: a sheet with 80 kg on the left seat, and a permit for one: left seat, one.
 */
export function peopleAboard(state: CampaignState, index: BasisIndex, now: string): PeopleAboard | undefined {
  const data = index.basis.aircraft.loading;
  const sheet = newestSheet(state);
  if (!data?.stations.some((s) => s.kind === 'seat') || !sheet) return undefined;
  const allowed = narrowings(state, index, now)
    .flatMap(({ kind, value, number }) =>
      kind === 'crew' && value !== undefined ? [{ count: value, number }] : [],
    )
    .sort((a, b) => a.count - b.count)[0];
  return { seats: seatsTaken(data, sheet), allowed };
}

/** Why a permit forbids a loading: heavier than it allows, or with more people. Undefined when none does. */
export function permitAgainst(
  state: CampaignState,
  index: BasisIndex,
  sheet: LoadingSheet,
  now: string,
): Reason | undefined {
  const data = index.basis.aircraft.loading;
  if (!data) return undefined;
  for (const { kind, value, unit, number } of narrowings(state, index, now)) {
    if (value === undefined) continue;
    if (kind === 'heaviest') {
      const track = flightTrack(data, sheet);
      const allowed = convert(value, unit ?? data.units.mass, data.units.mass);
      const mass = track.ok ? track.value[0]?.centre.mass : undefined;
      if (allowed.ok && mass !== undefined && mass > allowed.value + 1e-9 * mass)
        return reason('permitHeaviest', {
          number,
          value: { value: mass, unit: data.units.mass, resolution: 0.1 },
          allowed: { value: allowed.value, unit: data.units.mass, resolution: 0.1 },
        });
    }
    if (kind === 'crew') {
      const aboard = seatsTaken(data, sheet).length;
      if (aboard > value) return reason('permitCrew', { number, count: aboard, allowed: value });
    }
  }
  return undefined;
}
