import { temperaturesOf } from '../answers/temperatures-of.ts';
import type { Basis } from '../checks/types.ts';
import { ownMember } from '../own-member.ts';
import { offMiddle } from '../run-up/fleet-pattern.ts';
import { wrongState } from './evidence.ts';
import { hasLostStanding } from './losses.ts';
import { standingAnswer, type CampaignState } from '../record/state.ts';

/** Earlier campaigns that trends are compared with: those of the airframe itself, and those of its whole fleet. */
interface EarlierCampaigns {
  readonly airframe: readonly CampaignState[];
  readonly fleet: readonly CampaignState[];
}

/**
 * Figures that earlier campaigns hold for the trend limits of a limit book, by limit and subject, in the order of
 * the campaigns: of the airframe or of the fleet, as each limit says. Only readings that stand and were given in
 * the right state count.
 * Example: three campaigns with climb temperatures of 188, 190 and 187 give those three under "climb-heads@left".
 */
export function pastFigures(
  earlier: EarlierCampaigns,
  basis: Pick<Basis, 'limitBook'>,
): NonNullable<Basis['past']> {
  const past: Record<string, { value: number; unit: string }[]> = {};
  const gather = (against: keyof EarlierCampaigns): void => {
    const trends = new Set(
      basis.limitBook.limits.filter((l) => l.kind === 'trend' && l.against === against).map((l) => l.key),
    );
    for (const state of earlier[against])
      for (const [key, part] of state.parts) {
        const about = state.index?.parts.get(key);
        const record = standingAnswer(part);
        if (!state.index || !about || record?.answer?.kind !== 'reading' || hasLostStanding(part)) continue;
        if (wrongState(state, state.index, about, record)) continue;
        const { value, unit } = record.answer.reading;
        for (const limit of about.check.limits)
          if (trends.has(limit)) (past[`${limit}@${about.subject}`] ??= []).push({ value, unit });
      }
  };
  gather('airframe');
  gather('fleet');
  return past;
}

/** Under what the places of one cylinder stand among the figures of the past: of a check, whichever engine it was. */
const placesOf = (check: string, cylinder: number): string => `places ${check} ${cylinder}`;

/**
 * How far each cylinder stood off the middle of its engine in earlier campaigns of the fleet (K), by check and cylinder, all engines of the type
 * together. Only answers that stand and were given in the right state count.
 * Example: two engines of four cylinders in three campaigns give six figures under "places exhaust-both 1", and so for each.
 */
export function pastPatterns(fleet: readonly CampaignState[]): NonNullable<Basis['past']> {
  const past: Record<string, { value: number; unit: string }[]> = {};
  for (const state of fleet)
    for (const [key, part] of state.parts) {
      const about = state.index?.parts.get(key);
      const record = standingAnswer(part);
      if (!state.index || !about || record?.answer?.kind !== 'cylinders' || hasLostStanding(part)) continue;
      if (wrongState(state, state.index, about, record)) continue;
      const names = Object.keys(record.answer.readings).length;
      const read = temperaturesOf(record.answer.readings, names);
      if (!read.ok) continue;
      offMiddle(read.value).forEach((value, i) => {
        if (value !== undefined)
          (past[placesOf(about.check.id, i + 1)] ??= []).push({ value, unit: 'degC-diff' });
      });
    }
  return past;
}

/** What is usual for each cylinder of a check on the engines of the fleet (K), as a basis carries it. */
export const usualPlaces = (
  { past = {} }: Pick<Basis, 'past'>,
  check: string,
  cylinders: number,
): readonly (readonly number[])[] =>
  Array.from({ length: cylinders }, (_, i) =>
    (ownMember(past, placesOf(check, i + 1)) ?? []).map((f) => f.value),
  );
