import type { AnswerSpec } from '../checks/types.ts';
import { flowOf, type MeasuredFlow } from '../fuel/flow-test.ts';
import { judgeAll } from '../limits/judge.ts';
import type { Limit, Reading, Verdict } from '../limits/types.ts';
import { worstFirst } from '../limits/worst-first.ts';
import { formatFigure, formatWithUnit } from '../quantity/format.ts';
import { convert, unitOf } from '../quantity/units.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, type Result } from '../result.ts';
import type { AnswerKind, AnswerOf } from './kind.ts';
import { judgedAlone, measuresNothing, noCopies, plain, RECORDED } from './said.ts';
import { withoutLimit } from './without-limit.ts';

type FlowSpec = Extract<AnswerSpec, { readonly kind: 'flow' }>;
type FlowAnswer = AnswerOf<'flow'>;

/** Beyond what any fuel line of these aircraft lets through (L/h): a slip of the volume, the unit or the time. */
const IMPOSSIBLE = 5000;

const NONE = 'flowNothing';

/** A reading in another unit of its kind; NaN where it is of another kind, which the computation refuses. */
function inUnit({ value, unit }: Reading, wanted: string): number {
  const converted =
    unitOf(unit).kind === unitOf(wanted).kind ? convert(value, unit, wanted) : err(reason(NONE));
  return converted.ok ? converted.value : NaN;
}

/**
 * The flow that the runs of an answer come to, in litres an hour, whatever units they were read in.
 * Errors: `flowNothing`. Example: two litres in a hundred seconds, read to 0.05 L, are 72 L/h ± 2.1 L/h.
 */
export function flowMeasured({
  runs,
  readsTo,
}: Pick<FlowAnswer, 'runs' | 'readsTo'>): Result<MeasuredFlow, Reason> {
  return flowOf(
    runs.map(({ volume, time }) => ({
      volume: inUnit(volume, 'L'),
      seconds: inUnit(time, 's'),
      step: inUnit({ ...time, value: time.resolution }, 's'),
    })),
    inUnit(readsTo, 'L'),
  );
}

/** The flow as a figure that a limit is held against. */
function asReading({ flow, uncertainty }: MeasuredFlow): Reading {
  return {
    value: flow,
    unit: 'L/h',
    text: formatFigure(flow, 0.1),
    resolution: 0.1,
    source: 'computed',
    uncertainty,
  };
}

/** How it came: anything that makes the runs doubtful beside what they come to. */
function howItCame({ apart, falls, each }: MeasuredFlow): readonly Verdict[] {
  if (!apart) return [];
  const runs = each.map((f) => formatFigure(f, 0.1)).join(', ');
  return [plain('near', falls ? 'flowFalls' : 'flowRunsApart', { runs })];
}

/**
 * Fuel timed into a can, against the limits of the check: a flow, or its ratio to the demand at full power. In another attitude than
 * that of the climb it says nothing for the climb: too little stays too little, enough is unknown.
 * Example: 72 L/h ± 2.1 L/h against 150 % of 44 L/h, nose at 14° where 12° to 20° are asked: 164 %, within.
 */
export const FLOW: AnswerKind<'flow'> = {
  measured: measuresNothing,
  isWhole: ({ runs, prepared, attitude }, { check }) =>
    check.answer.kind === 'flow' &&
    runs.length >= check.answer.runs &&
    (prepared || check.cautions.length === 0) &&
    (attitude !== undefined) === (check.answer.attitude !== undefined),
  judge(answer, { index, part: { check }, around }) {
    const spec = check.answer;
    if (spec.kind !== 'flow') return RECORDED;
    const measured = flowMeasured(answer);
    if (!measured.ok) return [plain('unknown', measured.error.code, measured.error.params)];
    const limitsOf = (keys: readonly string[]) => keys.flatMap((key) => index.limits.get(key) ?? []);
    const held = limitsOf(check.limits.filter((key) => key !== spec.attitude));
    const flows = judgeAll(held, { kind: 'one', reading: asReading(measured.value) }, around);
    const attitudes = answer.attitude
      ? judgeAll(
          limitsOf(spec.attitude === undefined ? [] : [spec.attitude]),
          { kind: 'one', reading: answer.attitude },
          around,
        )
      : [];
    const came = howItCame(measured.value);
    const open = withoutLimit(index, check);
    const other = attitudes.some((v) => v.state === 'out');
    const all = other
      ? [
          ...flows.filter((v) => v.state === 'out'),
          plain('unknown', 'flowOtherAttitude', {
            attitude: answer.attitude ? formatWithUnit(answer.attitude) : '',
          }),
        ]
      : [...flows, ...attitudes];
    const verdicts = worstFirst([...all, ...came, ...open]);
    return verdicts.length > 0 ? verdicts : RECORDED;
  },
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe(answer) {
    const measured = flowMeasured(answer);
    if (!measured.ok) return 'no flow';
    const { flow, uncertainty, each } = measured.value;
    const figure = `${formatFigure(flow, 0.1)} ± ${formatFigure(uncertainty, 0.1)} L/h`;
    return `${figure}, ${each.length} ${each.length === 1 ? 'run' : 'runs'}${answer.attitude ? `, nose ${formatWithUnit(answer.attitude)}` : ''}`;
  },
};

/**
 * Why runs that were typed cannot be right: no time or no volume, a can that reads no better than what came into it, a nose past the
 * vertical, or more than any fuel line lets through. Undefined where they may stand.
 */
export function flowDoubt(answer: FlowAnswer): Reason | undefined {
  const measured = flowMeasured(answer);
  if (!measured.ok) return measured.error;
  const readsTo = inUnit(answer.readsTo, 'L');
  if (answer.runs.some((r) => inUnit(r.volume, 'L') <= readsTo)) return reason('flowReadsTooCoarse');
  const most = Math.max(...measured.value.each);
  if (most > IMPOSSIBLE) return reason('flowImpossible', { flow: `${formatFigure(most, 1)} L/h` });
  const { attitude } = answer;
  return attitude && (attitude.unit !== 'deg-angle' || Math.abs(attitude.value) > 90)
    ? reason('flowAttitudeNone')
    : undefined;
}

/** Every figure of it. */
export const flowReadings = ({ readsTo, attitude, runs }: FlowAnswer): readonly Reading[] => [
  readsTo,
  ...(attitude ? [attitude] : []),
  ...runs.flatMap((r) => [r.volume, r.time]),
];

/** The demand that a check of this kind is held against, where its book says one: litres an hour, and the share of it that is asked for. */
export function flowDemand(
  index: { readonly limits: ReadonlyMap<string, Limit> },
  { limits, answer }: { readonly limits: readonly string[]; readonly answer: AnswerSpec },
): { readonly demand: number; readonly least: number } | undefined {
  const spec: FlowSpec | undefined = answer.kind === 'flow' ? answer : undefined;
  for (const key of limits) {
    const limit = index.limits.get(key);
    if (!limit || key === spec?.attitude || limit.kind !== 'ratio' || !('value' in limit.demand)) continue;
    const demand = convert(limit.demand.value, limit.demand.unit, 'L/h');
    const least = limit.bounds.low;
    if (demand.ok && least !== undefined)
      return { demand: demand.value, least: limit.unit === '%' ? least / 100 : least };
  }
  return undefined;
}
