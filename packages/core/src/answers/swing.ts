import { fitDeviation, rounded360, type Swing } from '../compass/deviation.ts';
import { judgeAll } from '../limits/judge.ts';
import type { Limit, Reading, Verdict } from '../limits/types.ts';
import { worstFirst } from '../limits/worst-first.ts';
import { formatFigure } from '../quantity/format.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { Result } from '../result.ts';
import { toNorth } from './heading.ts';
import type { AnswerKind, AnswerOf } from './kind.ts';
import { judgedAlone, measuresNothing, noCopies, plain, RECORDED } from './said.ts';
import { withoutLimit } from './without-limit.ts';

type SwingAnswer = AnswerOf<'swing'>;

/** A reading that lies so far beside the curve of all the others is one that was misread, or something moved (degrees). */
const OFF_CURVE = 4;

/** Standard deviations in an expanded uncertainty. */
const COVERAGE = 2;

/** The headings of a swing, brought to magnetic north. Example: 094° true with 4° east is 090°. */
function headings({ points, north, declination }: SwingAnswer) {
  return points.map(({ reference, shown }) => ({
    magnetic: toNorth(reference, north, 'magnetic', declination?.value ?? 0).value,
    shown: shown.value,
  }));
}

/**
 * The deviation that the headings of an answer come to.
 * Errors: `headingLacks` without a declination where they are true; those of `fitDeviation`.
 */
export function swingOf(answer: SwingAnswer): Result<Swing, Reason> {
  if (answer.north === 'true' && answer.declination === undefined)
    return { ok: false, error: reason('headingLacks', { what: 'The declination of this place' }) };
  return fitDeviation(headings(answer));
}

/** A figure worked out of two readings, each to its step. */
function worked(value: number, first: Reading, second: Reading): Reading {
  const uncertainty = (COVERAGE * Math.hypot(first.resolution, second.resolution)) / Math.sqrt(12);
  return {
    value,
    unit: 'deg-angle',
    text: formatFigure(value, 0.1),
    resolution: 0.1,
    source: 'computed',
    uncertainty,
  };
}

const apart = (a: number, b: number): number => Math.abs(rounded360(a - b + 180) - 180);

/** By how much the electrics move it: the largest change on any heading that was read with and without them. */
function electricsMove({ points }: SwingAnswer): Reading | undefined {
  const both = points.flatMap(({ shown, off }) =>
    off ? [worked(apart(shown.value, off.value), shown, off)] : [],
  );
  return both.toSorted((a, b) => b.value - a.value)[0];
}

/** The reading that lies farthest beside the curve of the others, where that is too far. */
function besideCurve({ points }: SwingAnswer, { besideOthers }: Swing): readonly Verdict[] {
  const far = besideOthers.map(Math.abs);
  const most = Math.max(...far);
  const shown = points[far.indexOf(most)]?.shown.value ?? 0;
  return most > OFF_CURVE
    ? [
        plain('near', 'swingOffCurve', {
          heading: `${formatFigure(shown, 1)}°`,
          by: `${formatFigure(most, 0.1)}°`,
        }),
      ]
    : [];
}

/** Too few headings, or too far apart, to tell what lies between them: nobody has seen that it is as small there. */
const unseenBetween = ({ whole }: Swing): readonly Verdict[] => (whole ? [] : [plain('near', 'swingCoarse')]);

/**
 * A compass swung on headings round the circle: its largest deviation, on the curve through them or as it was read, against the limits of
 * the check; what the electrics change against the limit that is named for it.
 * Example: eight headings with 3° at most, limit 10°: within.
 */
export const SWING: AnswerKind<'swing'> = {
  measured: measuresNothing,
  isWhole: ({ points, north, declination }, { check: { answer: spec } }) =>
    spec.kind === 'swing' &&
    points.length >= spec.points &&
    (declination !== undefined) === (north === 'true') &&
    (spec.electrics === undefined || points.every((p) => p.off !== undefined)),
  judge(answer, { index, part: { check }, around }) {
    const spec = check.answer;
    if (spec.kind !== 'swing') return RECORDED;
    const swing = swingOf(answer);
    if (!swing.ok) return [plain('unknown', swing.error.code, swing.error.params)];
    const limitsOf = (keys: readonly string[]): readonly Limit[] =>
      keys.flatMap((key) => index.limits.get(key) ?? []);
    const coarsest = answer.points.toSorted((a, b) => b.shown.resolution - a.shown.resolution)[0];
    const largest = coarsest && worked(swing.value.largest, coarsest.reference, coarsest.shown);
    const held = largest
      ? judgeAll(
          limitsOf(check.limits.filter((key) => key !== spec.electrics)),
          { kind: 'one', reading: largest },
          around,
        )
      : [];
    const moved = electricsMove(answer);
    const electrics =
      spec.electrics !== undefined && moved
        ? judgeAll(limitsOf([spec.electrics]), { kind: 'one', reading: moved }, around)
        : [];
    const verdicts = worstFirst([
      ...held,
      ...electrics,
      ...besideCurve(answer, swing.value),
      ...unseenBetween(swing.value),
      ...withoutLimit(index, check),
    ]);
    return verdicts.length > 0 ? verdicts : RECORDED;
  },
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe(answer) {
    const swing = swingOf(answer);
    const count = `${answer.points.length} headings`;
    if (!swing.ok) return count;
    const { a, b, c, d, e } = swing.value.deviation;
    const coefficient = (name: string, value: number): string => `${name} ${formatFigure(value, 0.1)}°`;
    return [
      `${count}, largest ${formatFigure(swing.value.largest, 0.1)}°`,
      [
        coefficient('A', a),
        coefficient('B', b),
        coefficient('C', c),
        ...(swing.value.whole ? [coefficient('D', d), coefficient('E', e)] : []),
      ].join(', '),
    ].join(': ');
  },
};

/** Every figure of it. */
export const swingReadings = ({ points, declination }: SwingAnswer): readonly Reading[] => [
  ...points.flatMap((p) => [p.reference, p.shown, ...(p.off ? [p.off] : [])]),
  ...(declination ? [declination] : []),
];

/**
 * Why a swing that was typed cannot be right: no direction, a declination of more than half a turn, or headings that do not go round.
 * Undefined where it may stand.
 */
export function swingDoubt(answer: SwingAnswer): Reason | undefined {
  for (const { value, unit } of answer.points.flatMap((p) => [
    p.reference,
    p.shown,
    ...(p.off ? [p.off] : []),
  ]))
    if (unit !== 'deg' || !(value >= 0 && value <= 360)) return reason('headingNoDirection');
  const { declination } = answer;
  if (declination && (declination.unit !== 'deg-angle' || Math.abs(declination.value) > 180))
    return reason('headingDeclination');
  const swing = swingOf(answer);
  return swing.ok ? undefined : swing.error;
}
