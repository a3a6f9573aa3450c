import type { Check } from '../checks/types.ts';

/** How an answer came after its call. */
export type Pace = 'habitual' | 'attentive' | 'hesitant';

/** The first thing that a call asks for takes this long to look at and to say, and each further one this much more (s). */
const FIRST_LOOK = 1.2;
const NEXT_LOOK = 0.8;
/** Who has looked at one thing and still says nothing is in doubt about it (s). */
const FIRST_DOUBT = 12;
const NEXT_DOUBT = 5;

/** Ways of answering that are one look and one word, so that the time they take says something of the look. */
const LOOKED_AT: readonly Check['answer']['kind'][] = ['confirm', 'choice', 'reading', 'count', 'cylinders'];

/**
 * How many things a call asks to be looked at: what its challenge lists, on each subject.
 *
 * Example: "Fuel on, pumps on, doors closed?" of a twin, engine by engine, is six looks.
 */
export function looksOf(check: Pick<Check, 'challenge'>, subjects: number): number {
  const [question = ''] = check.challenge.split('?');
  const listed = question.split(/[,;]| and /).filter((words) => words.trim() !== '').length;
  return Math.max(1, listed) * Math.max(1, subjects);
}

/**
 * How an answer came after its call, by the seconds between them. Faster than the things it lists can be looked at is `habitual`: the
 * mouth was quicker than the eye. Much longer than they take is `hesitant`. Undefined where the time tells nothing: the clocks of two
 * devices were never held against each other, or the answer is itself a work of minutes. A time exactly at a bound is `attentive`.
 * It judges nothing: whoever called decides whether to call again. The times are our own figures, see decision 065.
 *
 * Example: "Doors closed?" answered after 0.5 s is habitual, after 3 s attentive, after 20 s hesitant.
 */
export function paceOf(
  check: Pick<Check, 'challenge' | 'answer'>,
  subjects: number,
  seconds: number | undefined,
): Pace | undefined {
  if (seconds === undefined || seconds < 0 || !LOOKED_AT.includes(check.answer.kind)) return undefined;
  const further = looksOf(check, subjects) - 1;
  if (seconds < FIRST_LOOK + NEXT_LOOK * further) return 'habitual';
  return seconds > FIRST_DOUBT + NEXT_DOUBT * further ? 'hesitant' : 'attentive';
}
