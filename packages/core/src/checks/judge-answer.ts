import { judgeAll } from '../limits/judge.ts';
import {
  LIMITS_OF_ONE,
  type Condition,
  type Fact,
  type Limit,
  type Measured,
  type Reading,
  type Surroundings,
  type Verdict,
} from '../limits/types.ts';
import { findUnit } from '../quantity/units.ts';
import type { PartAnswer } from '../record/entry.ts';
import { worstFirst } from '../limits/worst-first.ts';
import { judgeSheet, judgeWeighing } from '../loading/judge.ts';
import { takeOffReadings, weighedReadings } from '../loading/readings.ts';
import { judgeDocument } from '../papers/document.ts';
import { judgeEquipment, judgePlate, judgeSignatures } from '../papers/judge.ts';
import { judgeTrail } from '../papers/trail.ts';
import { reason } from '../words/reason.ts';
import type { BasisIndex, Part } from './basis-index.ts';
import type { Check } from './types.ts';
import { ownMember } from '../own-member.ts';

const plain = (state: Verdict['state'], code: string, params = {}): Verdict => ({
  state,
  decisionNeeded: false,
  reason: reason(code, params),
});

/** What a limit is held against, out of an answer; undefined for answers that are neither figures nor words. */
export function measuredOf(answer: PartAnswer): Measured | undefined {
  switch (answer.kind) {
    case 'reading':
      return { kind: 'one', reading: answer.reading };
    case 'drop':
      return { kind: 'pair', before: answer.before, after: answer.after };
    case 'cylinders':
      return { kind: 'many', readings: answer.readings };
    case 'series':
      return { kind: 'series', series: answer.series };
    case 'choice':
      return { kind: 'words', words: { answer: answer.option } };
    case 'text':
      return { kind: 'words', words: { answer: answer.text } };
    default:
      return undefined;
  }
}

/** Limits that say how far readings may lie apart. */
const OF_SEVERAL: readonly Limit['kind'][] = ['spread', 'match'];

/**
 * Band limits on a set of cylinders hold for each of them; other limits are held against the set. Where an engine has one
 * cylinder, or a pack one cell, there is nothing for it to differ from: the door lets no set in that lacks one.
 */
function judgeFigures(
  limits: readonly Limit[],
  measured: Measured,
  around: Surroundings,
): readonly Verdict[] {
  if (measured.kind !== 'many') return judgeAll(limits, measured, around);
  const each = limits.filter((l) => LIMITS_OF_ONE.includes(l.kind));
  const alone = Object.keys(measured.readings).length === 1;
  const several = alone ? limits.filter((l) => OF_SEVERAL.includes(l.kind)) : [];
  const whole = limits.filter((l) => !LIMITS_OF_ONE.includes(l.kind) && !several.includes(l));
  const byCylinder = Object.entries(measured.readings).map(([name, reading]): readonly Verdict[] =>
    judgeAll(each, { kind: 'one', reading }, around).map((v) => ({
      ...v,
      reason: { ...v.reason, params: { ...v.reason.params, cylinder: name } },
    })),
  );
  const nothingToDiffer = several.map((l) => ({
    ...plain('within', 'onlyOne'),
    limit: l.key,
    class: l.class,
  }));
  return worstFirst([...judgeAll(whole, measured, around), ...byCylinder.flat(), ...nothingToDiffer]);
}

function judgeTimer(check: Check, answer: { startedAt: string; endedAt: string }): Verdict {
  const wanted = check.answer.kind === 'timer' ? check.answer.seconds : 0;
  const elapsed = (Date.parse(answer.endedAt) - Date.parse(answer.startedAt)) / 1000;
  const params = { elapsed: { value: elapsed, unit: 's' }, wanted: { value: wanted, unit: 's' } };
  return Number.isFinite(elapsed) && elapsed >= wanted
    ? plain('within', 'timerDone', params)
    : plain('unknown', 'timerShort', params);
}

/** Figures that were worked out, against the limits of the book that are in their kind of unit. */
function judgeWorkedOut(
  index: BasisIndex,
  part: Part,
  readings: readonly Reading[],
  around: Surroundings,
): Verdict[] {
  return part.check.limits.flatMap((key): Verdict[] => {
    const limit = index.limits.get(key);
    const kind = limit && findUnit(limit.unit)?.kind;
    const own = readings.filter((r) => findUnit(r.unit)?.kind === kind);
    return limit ? own.flatMap((reading) => judgeAll([limit], { kind: 'one', reading }, around).slice()) : [];
  });
}

/** Loading and papers: their own computations, and the limit book where it says something of their figures. */
function judgeWorked(
  index: BasisIndex,
  part: Part,
  answer: PartAnswer,
  around: Surroundings,
): readonly Verdict[] | undefined {
  const { aircraft } = index.basis;
  const spec = part.check.answer;
  const room = { day: around.at.slice(0, 10), hours: aircraft.hours };
  switch (answer.kind) {
    case 'weighing': {
      const { weighing } = answer;
      const { weighed, verdicts } = judgeWeighing(
        aircraft.loading,
        aircraft.equipment ?? [],
        weighing,
        around,
      );
      const figures = weighed ? weighedReadings(weighing.units, weighed) : [];
      return worstFirst([...judgeWorkedOut(index, part, figures, around), ...verdicts]);
    }
    case 'loading': {
      const figures = aircraft.loading ? takeOffReadings(aircraft.loading, answer.sheet) : [];
      const verdicts = judgeSheet(aircraft.loading, answer.sheet);
      return worstFirst([...verdicts, ...judgeWorkedOut(index, part, figures, around)]);
    }
    case 'document':
      return judgeDocument(
        answer.document,
        spec.kind === 'document' ? spec : { runsOut: 'never', copy: false },
        room,
      );
    case 'trail':
      return judgeTrail(answer.stretches, spec.kind === 'trail' ? spec.quietDays : 366, room);
    case 'signatures':
      return judgeSignatures(answer.items, spec.kind === 'signatures' && spec.inspected);
    case 'equipment':
      return judgeEquipment(aircraft, answer.seen);
    case 'plate':
      return judgePlate(aircraft, answer.text);
    default:
      return undefined;
  }
}

const pastOfPart = new WeakMap<Part, NonNullable<Surroundings['past']>>();

/** Earlier figures of this subject, by limit; a part belongs to one basis, which never changes. */
function pastOf(index: BasisIndex, part: Part): NonNullable<Surroundings['past']> {
  const known = pastOfPart.get(part);
  if (known) return known;
  const { past = {} } = index.basis;
  const found = Object.fromEntries(
    part.check.limits.map((key) => [key, ownMember(past, `${key}@${part.subject}`) ?? []]),
  );
  pastOfPart.set(part, found);
  return found;
}

/**
 * What an answer is judged in: its facts, the instruments, the past. Configuration, station and engine come from the
 * basis and stand above anything sent along.
 */
export function surroundings(
  index: BasisIndex,
  part: Part,
  facts: Readonly<Record<string, Fact>>,
  at: string,
): Surroundings {
  const { aircraft } = index.basis;
  const always = {
    configuration: aircraft.configuration.code,
    station: part.check.station,
    engine: part.subject,
  };
  return {
    instruments: index.instruments,
    at,
    facts: { ...facts, ...always },
    past: pastOf(index, part),
  };
}

/** The power setting at which a check counts, as a condition on what was sent along; undefined where it asks for none. */
export function settingCondition({ setting }: Check): Condition | undefined {
  return (
    setting && {
      fact: setting.channel,
      low: setting.value - setting.tolerance,
      high: setting.value + setting.tolerance,
      unit: setting.unit,
    }
  );
}

/** The power setting of a check as a condition on all its limits. */
function withSetting(check: Check, limits: readonly Limit[]): readonly Limit[] {
  const condition = settingCondition(check);
  return condition ? limits.map((l) => ({ ...l, conditions: [...l.conditions, condition] })) : limits;
}

/**
 * Judges an answer to a check on one subject: against the limits the check names for figures, against the
 * expected response otherwise. Worst verdict first, never empty. A figure without any limit is `within` with
 * the reason `recorded`: it informs and proves only that it was looked at.
 */
export function judgeAnswer(
  index: BasisIndex,
  part: Part,
  answer: PartAnswer,
  facts: Readonly<Record<string, Fact>>,
  at: string,
): readonly Verdict[] {
  const { check } = part;
  const worked = judgeWorked(index, part, answer, surroundings(index, part, facts, at));
  if (worked) return worked;
  const measured = measuredOf(answer);
  // Words are judged by limits only where the check names any; otherwise by the expected answer below.
  if (measured && (measured.kind !== 'words' || check.limits.length > 0)) {
    const limits = check.limits.flatMap((key) => index.limits.get(key) ?? []);
    const verdicts = judgeFigures(withSetting(check, limits), measured, surroundings(index, part, facts, at));
    return verdicts.length > 0 ? verdicts : [plain('within', 'recorded')];
  }
  switch (answer.kind) {
    case 'choice': {
      const option =
        check.answer.kind === 'choice' ? check.answer.options.find((o) => o.id === answer.option) : undefined;
      if (!option) return [plain('unknown', 'optionUnknown', { option: answer.option })];
      return [
        plain(option.good ? 'within' : 'out', option.good ? 'asExpected' : 'notAsExpected', {
          answer: option.text,
        }),
      ];
    }
    case 'confirm':
      return [
        answer.asExpected
          ? plain('within', 'asExpected', { answer: check.response })
          : plain('out', 'notAsExpected', { answer: answer.note ?? '' }),
      ];
    case 'timer':
      return [judgeTimer(check, answer)];
    default:
      return [
        answer.kind === 'text' && answer.text.trim() !== ''
          ? plain('within', 'recorded')
          : plain('unknown', 'notAnswered'),
      ];
  }
}
