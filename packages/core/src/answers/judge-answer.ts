import { kindOf } from './answers.ts';
import { besideTitle } from './side-by-side.ts';
import type { Reason } from '../reasons/reason.ts';
import { plain, RECORDED } from './said.ts';
import { withoutLimit } from './without-limit.ts';
import { judgeAll } from '../limits/judge.ts';
import { limitTypeOf } from '../limits/kinds.ts';
import {
  type Condition,
  type Fact,
  type Limit,
  type Measured,
  type Surroundings,
  type Verdict,
} from '../limits/types.ts';
import { worstFirst } from '../limits/worst-first.ts';
import { ownMember } from '../own-member.ts';
import type { PartAnswer } from './part-answer.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
import type { Check } from '../checks/types.ts';

/** What a limit is held against, out of an answer; undefined for answers that are neither figures nor words. */
export function measuredOf(answer: PartAnswer): Measured | undefined {
  return kindOf(answer).measured(answer);
}

/** Whether a limit is held against a single figure. */
const ofOne = (limit: Limit): boolean => limitTypeOf(limit).takes === 'one';

/** Limits that say how far readings may lie apart. */
const OF_SEVERAL: readonly Limit['kind'][] = ['spread', 'match', 'together'];

/**
 * Band limits on a set of cylinders hold for each of them; other limits are held against the set. Where an engine has one
 * cylinder, or a pack one cell, there is nothing for it to differ from: the door lets no set in that lacks one.
 */
function judgeFigures(
  limits: readonly Limit[],
  measured: Measured,
  around: Surroundings,
  whose: (name: string) => Reason['params'] = (cylinder) => ({ cylinder }),
): readonly Verdict[] {
  if (measured.kind !== 'many') return judgeAll(limits, measured, around);
  const each = limits.filter(ofOne);
  const alone = Object.keys(measured.readings).length === 1;
  const several = alone ? limits.filter((l) => OF_SEVERAL.includes(l.kind)) : [];
  const whole = limits.filter((l) => !ofOne(l) && !several.includes(l));
  const byCylinder = Object.entries(measured.readings).map(([name, reading]): readonly Verdict[] =>
    judgeAll(each, { kind: 'one', reading }, around).map((v) => ({
      ...v,
      reason: { ...v.reason, params: { ...v.reason.params, ...whose(name) } },
    })),
  );
  const nothingToDiffer = several.map((l) => ({
    ...plain('within', 'onlyOne'),
    limit: l.key,
    class: l.class,
  }));
  return worstFirst([...judgeAll(whole, measured, around), ...byCylinder.flat(), ...nothingToDiffer]);
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
 * the reason `recorded`: it informs and proves only that it was looked at. A limit that the check names and nobody has
 * entered makes it `unknown` (`noLimitEntered`).
 */
export function judgeAnswer(
  index: BasisIndex,
  part: Part,
  answer: PartAnswer,
  facts: Readonly<Record<string, Fact>>,
  at: string,
): readonly Verdict[] {
  const { check } = part;
  const kind = kindOf(answer);
  const around = surroundings(index, part, facts, at);
  const measured = kind.measured(answer);
  // Words are judged by limits only where the check names any; otherwise by the expected answer.
  if (!measured || (measured.kind === 'words' && check.limits.length === 0))
    return kind.judge(answer, { index, part, around });
  const limits = check.limits.flatMap((key) => index.limits.get(key) ?? []);
  const whose =
    check.answer.kind === 'side-by-side'
      ? (name: string) => ({ whose: besideTitle(index, check.answer, name) })
      : undefined;
  const verdicts = judgeFigures(withSetting(check, limits), measured, around, whose);
  const open = withoutLimit(index, check);
  if (open.length > 0) return worstFirst([...verdicts, ...open]);
  return verdicts.length > 0 ? verdicts : RECORDED;
}
