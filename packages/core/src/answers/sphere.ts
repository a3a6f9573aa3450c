import { fitSphere, PATCHES, type FieldVector, type SphereFit } from '../compass/magnetometer.ts';
import { judgeAll } from '../limits/judge.ts';
import type { Reading, Verdict } from '../limits/types.ts';
import { worstFirst } from '../limits/worst-first.ts';
import { formatFigure } from '../quantity/format.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import type { AnswerKind, AnswerOf } from './kind.ts';
import { judgedAlone, measuresNothing, noCopies, plain, RECORDED } from './said.ts';
import { withoutLimit } from './without-limit.ts';

type Sphere = AnswerOf<'sphere'>;

/** What a sphere comes to, each in percent. */
export const SPHERE_FIGURES = ['residual', 'hard-iron', 'stretch'] as const;
export type SphereFigure = (typeof SPHERE_FIGURES)[number];

/** The readings of an answer, side by side. Errors: `sphereUneven` where one of the three is longer than the others. */
export function sphereSamples({
  samples: { x, y, z },
}: Pick<Sphere, 'samples'>): Result<readonly FieldVector[], Reason> {
  if (x.length !== y.length || y.length !== z.length) return err(reason('sphereUneven'));
  return ok(x.map((v, i): FieldVector => [v, y[i] ?? NaN, z[i] ?? NaN]));
}

/** The sphere of an answer. Errors: as `fitSphere`; `sphereUneven`. */
export function sphereFitted(answer: Pick<Sphere, 'samples'>): Result<SphereFit, Reason> {
  const samples = sphereSamples(answer);
  return samples.ok ? fitSphere(samples.value) : samples;
}

/** The figures of a sphere, in percent: what is left, the hard iron, the stretch beyond a sphere. */
export const sphereFigures = (fit: SphereFit): Readonly<Record<SphereFigure, number>> => ({
  residual: 100 * fit.residual,
  'hard-iron': (100 * Math.hypot(...fit.centre)) / fit.strength,
  stretch: 100 * (fit.stretch - 1),
});

const asReading = (value: number): Reading => ({
  value,
  unit: '%',
  text: formatFigure(value, 0.1),
  resolution: 0.1,
  source: 'computed',
});

/** A magnetometer turned about every way. */
export const SPHERE: AnswerKind<'sphere'> = {
  measured: measuresNothing,
  isWhole: ({ samples: { x, y, z } }) => x.length > 0 && x.length === y.length && y.length === z.length,
  judge(answer, { index, part: { check }, around }) {
    const spec = check.answer;
    if (spec.kind !== 'sphere') return RECORDED;
    const open = withoutLimit(index, check);
    const fit = sphereFitted(answer);
    if (!fit.ok) return [plain('unknown', fit.error.code, fit.error.params), ...open];
    const figures = sphereFigures(fit.value);
    const held = spec.figures.flatMap(({ figure, limit: key }): readonly Verdict[] => {
      const limit = index.limits.get(key);
      return limit ? judgeAll([limit], { kind: 'one', reading: asReading(figures[figure]) }, around) : [];
    });
    const seen = Math.round((100 * fit.value.seen.size) / PATCHES);
    return worstFirst([...held, ...open, plain('within', 'sphereAllRound', { seen })]);
  },
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe(answer) {
    const fit = sphereFitted(answer);
    if (!fit.ok) return 'no sphere';
    return `${answer.samples.x.length} readings, ${formatFigure(sphereFigures(fit.value).residual, 0.1)} % left`;
  },
};

/** Why a sphere cannot be right: what the fit refuses, by name. Undefined where it may stand. */
export function sphereDoubt(answer: Sphere): Reason | undefined {
  const fit = sphereFitted(answer);
  return fit.ok ? undefined : fit.error;
}
