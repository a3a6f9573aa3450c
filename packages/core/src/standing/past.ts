import { temperaturesOf } from '../answers/temperatures-of.ts';
import type { PartAnswer } from '../answers/part-answer.ts';
import { sheetFigures, sheetRoom, sheetWorked } from '../answers/worksheet.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
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

/** The figures of an answer that a trend may be made of, by the limits they are held against: a reading, or what a worksheet comes to. */
function comparable(
  { check }: Part,
  answer: PartAnswer,
  index: BasisIndex,
): readonly { readonly limit: string; readonly value: number; readonly unit: string }[] {
  if (answer.kind === 'reading') {
    const { value, unit } = answer.reading;
    return check.limits.map((limit) => ({ limit, value, unit }));
  }
  const spec = check.answer;
  if (answer.kind !== 'worksheet' || spec.kind !== 'worksheet') return [];
  const worked = sheetWorked(sheetRoom(spec, index, answer), answer);
  if (!worked.ok) return [];
  return spec.figures.flatMap(({ figure, limit }) =>
    worked.value.figures.flatMap((f) =>
      f.figure === figure && f.value !== undefined ? [{ limit, value: f.value, unit: f.unit }] : [],
    ),
  );
}

/**
 * Figures that earlier campaigns hold for the trend limits of a limit book, by limit and subject, in the order of
 * the campaigns: of the airframe or of the fleet, as each limit says. Only readings, and what worksheets come to, that stand and were given in
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
        if (!state.index || !about || !record?.answer || hasLostStanding(part)) continue;
        if (wrongState(state, state.index, about, record)) continue;
        for (const { limit, value, unit } of comparable(about, record.answer, state.index))
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

/** Under what an adjustment and what came of it stand among the figures of the past. */
const adjustedOf = (what: string, of: 'moved' | 'changed'): string => `adjusted ${what} ${of}`;

/** One adjustment as it was made, and what it changed, in the units of its sheet. */
export interface MadeAdjustment {
  readonly moved: number;
  readonly changed: number;
}

/** What a sheet of an adjustment says of before: what is adjusted, its setting, and how far off it was. */
interface AdjustmentSheet {
  readonly what: string;
  readonly off: number;
  readonly now: number;
}

function adjustmentSaid(
  answer: PartAnswer | null,
  index: BasisIndex,
  part: Part,
): AdjustmentSheet | undefined {
  const spec = part.check.answer;
  if (answer?.kind !== 'worksheet' || spec.kind !== 'worksheet' || spec.sheet !== 'adjustment')
    return undefined;
  const figures = sheetFigures(sheetRoom(spec, index, answer), answer);
  const what = answer.chosen.find((c) => c.choice === 'what')?.option;
  if (!figures.ok || what === undefined) return undefined;
  const [off, now] = [figures.value.head('off'), figures.value.head('now')];
  return off === undefined || now === undefined ? undefined : { what, off, now };
}

/** What sheets of an adjustment said one after another, by what is adjusted; those that were struck say nothing. */
function adjustmentSheets(state: CampaignState): ReadonlyMap<string, readonly AdjustmentSheet[]> {
  const said = new Map<string, AdjustmentSheet[]>();
  const { index } = state;
  if (!index) return said;
  for (const [key, part] of state.parts) {
    const about = index.parts.get(key);
    for (const { struck, answer } of about ? part.history : []) {
      const sheet = struck || !about ? undefined : adjustmentSaid(answer, index, about);
      if (sheet) said.set(sheet.what, [...(said.get(sheet.what) ?? []), sheet]);
    }
  }
  return said;
}

const madeBetween = (sheets: readonly AdjustmentSheet[]): readonly MadeAdjustment[] =>
  sheets.flatMap((sheet, i) => {
    const before = sheets[i - 1];
    return before && sheet.now !== before.now
      ? [{ moved: sheet.now - before.now, changed: sheet.off - before.off }]
      : [];
  });

/**
 * What an adjustment did whenever it was made in a campaign: from one sheet of it to the next, the setting was moved by so much and what is measured
 * changed by so much. Two at one setting moved nothing, and say nothing.
 * Example: 3 daN off at 0 mm, and after the next flight 1.9 daN off at 1 mm: moved 1, changed −1.1.
 */
export const adjustmentsMade = (state: CampaignState): ReadonlyMap<string, readonly MadeAdjustment[]> =>
  new Map(
    [...adjustmentSheets(state)].flatMap(([what, sheets]) => {
      const made = madeBetween(sheets);
      return made.length === 0 ? [] : [[what, made] as const];
    }),
  );

/** What adjustments did in earlier campaigns of the fleet, as a basis carries it: the influence that is kept per type. */
export function pastAdjustments(fleet: readonly CampaignState[]): NonNullable<Basis['past']> {
  const past: Record<string, { value: number; unit: string }[]> = {};
  for (const state of fleet)
    for (const [what, made] of adjustmentsMade(state))
      for (const { moved, changed } of made) {
        (past[adjustedOf(what, 'moved')] ??= []).push({ value: moved, unit: '1' });
        (past[adjustedOf(what, 'changed')] ??= []).push({ value: changed, unit: '1' });
      }
  return past;
}

/**
 * What an adjustment did before on this type: in earlier campaigns, and in this one; oldest first. `measured`: what is found now, at the present
 * setting, which tells what the last one did.
 */
export function earlierAdjustments(
  state: CampaignState,
  what: string,
  measured?: Omit<AdjustmentSheet, 'what'>,
): readonly MadeAdjustment[] {
  const past = state.index?.basis.past ?? {};
  const changed = ownMember(past, adjustedOf(what, 'changed')) ?? [];
  const before = (ownMember(past, adjustedOf(what, 'moved')) ?? []).flatMap((m, i) => {
    const c = changed[i];
    return c ? [{ moved: m.value, changed: c.value }] : [];
  });
  const own = adjustmentSheets(state).get(what) ?? [];
  return [...before, ...madeBetween(measured ? [...own, { what, ...measured }] : own)];
}
