import { judgeAll } from '../limits/judge.ts';
import type { Reading, Verdict } from '../limits/types.ts';
import { worstFirst } from '../limits/worst-first.ts';
import { formatWithUnit } from '../quantity/format.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { HEADING_SOURCES, type HeadingSource, type North } from './heading-sources.ts';
import type { AnswerKind, AnswerOf } from './kind.ts';
import type { HeadingReference } from './part-answer.ts';
import { judgedAlone, measuresNothing, noCopies, plain, RECORDED } from './said.ts';
import { withoutLimit } from './without-limit.ts';

type HeadingAnswer = AnswerOf<'heading'>;

/** Whether figures are counted from both norths, so that the declination has to be known. */
export const wantsDeclination = ({
  north,
  references,
}: Pick<HeadingAnswer, 'north' | 'references'>): boolean => references.some((r) => r.north !== north);

/**
 * A heading brought to another north: magnetic is true less the declination, which is plus to the east. Rounds of 360°.
 * Example: 143° true with 4° east is 139° magnetic.
 */
export function toNorth(reading: Reading, from: North, to: North, declination: number): Reading {
  if (from === to) return reading;
  const value = reading.value + (to === 'true' ? declination : -declination);
  return { ...reading, value: ((value % 360) + 360) % 360 };
}

/** What is compared: the heading with each reference, and these with each other. */
interface Pair {
  readonly whose: string;
  readonly first: Reading;
  readonly second: Reading;
}

const title = (source: HeadingSource): string => HEADING_SOURCES[source];

function pairsIn(answer: HeadingAnswer): readonly [own: readonly Pair[], others: Pair | undefined] {
  const declination = answer.declination?.value ?? 0;
  const brought = answer.references.map((r) => ({
    ...r,
    reading: toNorth(r.reading, r.north, answer.north, declination),
  }));
  const own = brought.map(({ source, reading }) => ({
    whose: `Against: ${title(source).toLowerCase()}`,
    first: answer.own,
    second: reading,
  }));
  const [a, b] = brought;
  return [
    own,
    a && b && { whose: 'The two references, against one another', first: a.reading, second: b.reading },
  ];
}

/**
 * A heading against two references that know nothing of it and of each other, round the compass, within the tolerance of the book.
 * Two that contradict each other prove nothing of a heading that agrees with one of them; one that agrees with neither is out,
 * whichever of them is right. Where they count from two norths the declination brings them to one.
 * Example: 359° shown, 3° by hand compass, 1° by runway, 10° allowed: within. 359°, 3° and 40°: unknown.
 */
export const HEADING: AnswerKind<'heading'> = {
  measured: measuresNothing,
  isWhole({ references, ...answer }, { check: { answer: spec } }) {
    const declination = wantsDeclination({ ...answer, references });
    return (
      spec.kind === 'heading' &&
      references.length === 2 &&
      new Set(references.map((r) => r.source)).size === 2 &&
      (answer.declination !== undefined) === declination
    );
  },
  judge(answer, { index, part: { check }, around }) {
    // Without it two norths are not one: nothing is taken for it.
    if (wantsDeclination(answer) && answer.declination === undefined)
      return [plain('unknown', 'headingLacks', { what: 'The declination of this place' })];
    const limits = check.limits.flatMap((key) => index.limits.get(key) ?? []);
    const judged = ({ whose, first, second }: Pair): readonly Verdict[] =>
      judgeAll(limits, { kind: 'pair', before: first, after: second }, around).map((v) => ({
        ...v,
        reason: { ...v.reason, params: { ...v.reason.params, whose } },
      }));
    const [own, others] = pairsIn(answer);
    const verdicts = own.map(judged);
    const open = withoutLimit(index, check);
    const all = worstFirst([...verdicts.flat(), ...open]);
    if (limits.length === 0) return all.length > 0 ? all : RECORDED;
    const apart = others ? judged(others) : [];
    const agreesWithOne = verdicts.some((v) => v.every((one) => one.state !== 'out'));
    if (apart.some((v) => v.state === 'out') && agreesWithOne)
      return [plain('unknown', 'headingReferencesApart'), ...all.filter((v) => v.state !== 'out')];
    return all;
  },
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe: ({ own, references }) =>
    [
      `Shown ${formatWithUnit(own)}`,
      ...references.map(({ source, reading }) => `${title(source).toLowerCase()} ${formatWithUnit(reading)}`),
    ].join(' · '),
};

/** Every figure of it. */
export const headingReadings = ({ own, references, declination }: HeadingAnswer): readonly Reading[] => [
  own,
  ...references.map((r: HeadingReference) => r.reading),
  ...(declination ? [declination] : []),
];

/**
 * Why a heading that was typed cannot be right: no direction, beyond a full turn, a declination of more than half of one, or one
 * reference named twice. Undefined where it may stand.
 */
export function headingDoubt(answer: HeadingAnswer): Reason | undefined {
  for (const { value, unit } of [answer.own, ...answer.references.map((r: HeadingReference) => r.reading)])
    if (unit !== 'deg' || !(value >= 0 && value <= 360)) return reason('headingNoDirection');
  const { declination } = answer;
  if (declination && (declination.unit !== 'deg-angle' || Math.abs(declination.value) > 180))
    return reason('headingDeclination');
  return undefined;
}
