import type { BasisIndex, Part } from '../checks/basis-index.ts';
import { figureUncertainty, temperaturesOf } from './temperatures-of.ts';
import type { PartAnswer } from './part-answer.ts';
import type { Reading } from '../limits/types.ts';
import { ownMember } from '../own-member.ts';
import type { Reason } from '../reasons/reason.ts';
import type { Result } from '../result.ts';
import { plugsNamed, type PatternSays } from '../run-up/plugs.ts';

/** What the exhausts of one engine say about the plugs of the ignition that ran alone. */
export interface PlugsOf {
  /** The ignition, as the check calls it. */
  readonly ignition: string;
  /** The part that tells how they were on both. */
  readonly both: string;
  readonly says: Result<PatternSays, Reason>;
}

/** The part that tells how the same cylinders were before something was switched; undefined where the check stands on none. */
export function patternBefore(index: BasisIndex, part: Part): Part | undefined {
  const spec = part.check.answer;
  if (spec.kind !== 'cylinders' || spec.switchTo === undefined) return undefined;
  return (part.check.standsOn ?? [])
    .flatMap((id) => index.partsOfCheck.get(id) ?? [])
    .find(
      ({ subject, check: { answer } }) =>
        subject === part.subject &&
        answer.kind === 'cylinders' &&
        answer.switchTo === undefined &&
        answer.channel === spec.channel,
    );
}

/**
 * What the temperatures of all cylinders on one ignition alone say beside those on both, where the check is such a one and the pattern on
 * both was answered; undefined otherwise. `restless`: how far cylinders wander by themselves (K, by number), which is known only live.
 * Errors in `says`: those of `plugsNamed`, and `cylinderLeft` where one of the two does not tell of a cylinder.
 * Example: 700 °C each on both, and 741, 739, 740, 255 on the left alone: on the left ignition, cylinder 4 is dead.
 */
export function plugsOf(
  index: BasisIndex,
  part: Part,
  alone: Readonly<Record<string, Reading>>,
  answerTo: (part: string) => PartAnswer | undefined,
  restless: ReadonlyMap<number, number> = new Map(),
): PlugsOf | undefined {
  const spec = part.check.answer;
  const before = patternBefore(index, part);
  const both = before && answerTo(before.key);
  if (spec.kind !== 'cylinders' || !before || both?.kind !== 'cylinders') return undefined;
  const ignition = (spec.switchTo ?? '').replace(/ (only|alone)$/, '');
  const cylinders = Object.keys(both.readings).length;
  const [then, now] = [temperaturesOf(both.readings, cylinders), temperaturesOf(alone, cylinders)];
  const says = !then.ok
    ? then
    : !now.ok
      ? now
      : plugsNamed(
          then.value,
          now.value,
          now.value.map((_, i) => {
            const one = figureUncertainty(ownMember(alone, String(i + 1)));
            return Math.max(
              one,
              figureUncertainty(ownMember(both.readings, String(i + 1))),
              restless.get(i + 1) ?? 0,
            );
          }),
        );
  return { ignition, both: before.key, says };
}
