import type { BasisIndex } from '../checks/basis-index.ts';
import type { AnswerSpec } from '../checks/types.ts';
import type { ControlOutput } from '../controls/outputs.ts';
import {
  angleOfThrow,
  pairsOf,
  throwOfAngle,
  travelFigure,
  TRAVEL_FIGURES,
  type Measure,
  type TravelFigure,
  type TravelPoint,
  type TravelRead,
} from '../controls/travel.ts';
import { judgeAll } from '../limits/judge.ts';
import { judgeable } from '../limits/reading.ts';
import type { Reading, Surroundings, Verdict } from '../limits/types.ts';
import { worstFirst } from '../limits/worst-first.ts';
import { formatFigure, formatWithUnit } from '../quantity/format.ts';
import { unitOf } from '../quantity/units.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import type { AnswerKind, AnswerOf } from './kind.ts';
import type { TravelRow } from './part-answer.ts';
import { ownMember } from '../own-member.ts';
import { judgedAlone, measuresNothing, noCopies, plain, RECORDED } from './said.ts';
import { controlsOf } from './sense.ts';
import { withoutLimit } from './without-limit.ts';

type TravelSpec = Extract<AnswerSpec, { readonly kind: 'travel' }>;
type TravelUnit = 'deg-angle' | 'mm';

/** The surfaces whose travel a check asks for, on the aircraft in hand; a wheel is none. Example: pitch of a V-tail is both of its surfaces. */
export function travelOutputs(index: BasisIndex, { axis }: TravelSpec): readonly ControlOutput[] {
  return controlsOf(index).outputs.filter(
    (o) =>
      o.group === 'surfaces' &&
      o.kind !== 'nose-wheel' &&
      (o.mix[axis] !== undefined || o.undescribed.includes(axis)),
  );
}

const isLength = (unit: string): boolean => unitOf(unit).kind === 'length';

/** What is taken where a figure is only shown: a tenth of a degree or of a millimetre. */
const SHOWN = 0.1;

/** What was read of a surface, brought to one unit: angles to lengths at its radius, or the way back. */
function readIn(
  unit: TravelUnit,
  { radius, read }: TravelRow,
  held: AnswerOf<'travel'>['held'],
  around: Surroundings,
): Result<TravelRead, Reason> {
  const found: Partial<Record<TravelPoint, Measure>> = {};
  for (const [point, reading] of Object.entries(read) as [TravelPoint, Reading][]) {
    const own: TravelUnit = isLength(reading.unit) ? 'mm' : 'deg-angle';
    const measured = judgeable(reading, own, around);
    if (!measured.ok) return measured;
    if (own === unit) {
      found[point] = measured.value;
      continue;
    }
    const at = radius && judgeable(radius, 'mm', around);
    if (!at) return err(reason('radiusMissing'));
    if (!at.ok) return at;
    if (held === undefined) return err(reason('ruleNotSaid'));
    const other =
      unit === 'deg-angle'
        ? angleOfThrow(measured.value, at.value, held)
        : throwOfAngle(measured.value, at.value, held);
    if (!other.ok) return other;
    found[point] = other.value;
  }
  return ok(found);
}

/** What is worked out of one surface, or of a pair, or why it is not. */
export interface WorkedTravel {
  readonly figure: TravelFigure;
  /** Whose: the surface, or both of a pair. */
  readonly outputs: readonly ControlOutput[];
  readonly worked: Result<Reading, Reason>;
}

function computed(measure: Measure | undefined, unit: string): Result<Reading, Reason> {
  if (!measure) return err(reason('travelNotRead'));
  const { value, uncertainty } = measure;
  return ok({
    value,
    unit,
    text: formatFigure(value, SHOWN),
    resolution: SHOWN,
    source: 'computed',
    ...(uncertainty === undefined ? {} : { uncertainty }),
  });
}

/**
 * One figure of every surface or pair that was read, in degrees or millimetres as is asked for; shares in percent, of what was read
 * as it was read. Example: the difference of two ailerons is one figure, their neutral offset two.
 */
export function workOutTravel(
  figure: TravelFigure,
  unit: TravelUnit,
  { rows, held }: AnswerOf<'travel'>,
  outputs: readonly ControlOutput[],
  { index, around }: { readonly index: BasisIndex; readonly around: Surroundings },
): readonly WorkedTravel[] {
  const { of, in: kind } = TRAVEL_FIGURES[figure];
  const named = new Map(outputs.map((o) => [o.id, o]));
  const byOutput = new Map(rows.map((r) => [r.output, r]));
  const { layout } = index.basis.aircraft;
  const sets: readonly (readonly string[])[] =
    of === 'one'
      ? outputs.map((o) => [o.id])
      : layout
        ? pairsOf(layout, [...named.keys()]).map(({ left, right }) => [left, right])
        : [];
  return sets.map((ids): WorkedTravel => {
    const own = ids.flatMap((id) => named.get(id) ?? []);
    const reads: TravelRead[] = [];
    for (const id of ids) {
      const row = byOutput.get(id);
      if (!row) return { figure, outputs: own, worked: err(reason('travelNotRead')) };
      const inShare = Object.values(row.read).some((r) => isLength(r.unit)) ? 'mm' : 'deg-angle';
      const read = readIn(kind === 'share' ? inShare : unit, row, held, around);
      if (!read.ok) return { figure, outputs: own, worked: read };
      reads.push(read.value);
    }
    const [first, other] = reads;
    const measure = first && travelFigure(figure, first, other);
    return { figure, outputs: own, worked: computed(measure, kind === 'share' ? '%' : unit) };
  });
}

/** Whose figure it is, and which. Example: "Left aileron, up", "left and right aileron, left against right". */
function whoseOf({ figure, outputs }: WorkedTravel): string {
  const [first, other] = outputs;
  const whose = other ? `${first?.title ?? ''} and ${other.title.toLowerCase()}` : (first?.title ?? '');
  const words: Readonly<Record<TravelFigure, string>> = {
    'throw-plus': first?.words.plus.toLowerCase() ?? '',
    'throw-minus': first?.words.minus.toLowerCase() ?? '',
    difference: 'apart',
    differential: 'differential',
    neutral: 'neutral',
    'neutral-offset': 'neutral off the line',
    'neutral-share': 'neutral, of its travel',
    play: 'play',
    backlash: 'backlash',
    centring: 'centring',
  };
  return `${whose}, ${words[figure]}`;
}

const named = (verdict: Verdict, whose: string): Verdict => ({
  ...verdict,
  reason: { ...verdict.reason, params: { ...verdict.reason.params, whose } },
});

/** How far each surface of an axis goes, read at its ends, at neutral, and where it comes back to; what follows is worked out. */
export const TRAVEL: AnswerKind<'travel'> = {
  measured: measuresNothing,
  isWhole({ rows, held }, { check: { answer: spec } }, index) {
    if (spec.kind !== 'travel') return false;
    const asked = travelOutputs(index, spec);
    const lengths = rows.some((r) => r.radius !== undefined);
    return (
      asked.length > 0 &&
      rows.length === asked.length &&
      (!lengths || held !== undefined) &&
      asked.every(({ id }) => {
        const row = rows.find((r) => r.output === id);
        const points = Object.keys(row?.read ?? {});
        return points.length === spec.takes.length && spec.takes.every((p) => row?.read[p] !== undefined);
      })
    );
  },
  judge(answer, { index, part: { check }, around }) {
    const spec = check.answer;
    if (spec.kind !== 'travel') return RECORDED;
    const outputs = travelOutputs(index, spec);
    if (outputs.length === 0) return [plain('unknown', 'senseOfNothing', { group: 'surfaces' })];
    const verdicts = spec.figures.flatMap(({ figure, limit: key }): readonly Verdict[] => {
      const limit = index.limits.get(key);
      if (!limit) return [];
      const unit: TravelUnit = isLength(limit.unit) ? 'mm' : 'deg-angle';
      const worked = workOutTravel(figure, unit, answer, outputs, { index, around });
      if (worked.length === 0)
        return [{ ...plain('within', 'onlyOne'), limit: limit.key, class: limit.class }];
      return worked.flatMap((one) => {
        const whose = whoseOf(one);
        if (!one.worked.ok)
          return [
            named(
              {
                ...plain('unknown', one.worked.error.code, one.worked.error.params),
                limit: key,
                class: limit.class,
              },
              whose,
            ),
          ];
        return judgeAll([limit], { kind: 'one', reading: one.worked.value }, around).map((v) =>
          named(v, whose),
        );
      });
    });
    const all = [...verdicts, ...withoutLimit(index, check)];
    return all.length > 0 ? worstFirst(all) : RECORDED;
  },
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe({ rows }, index, check) {
    const spec = index.checks.get(check)?.answer;
    if (spec?.kind !== 'travel') return '';
    const titles = new Map(travelOutputs(index, spec).map((o) => [o.id, o]));
    return rows
      .map(({ output, read }) => {
        const own = titles.get(output);
        const ends = (['plus', 'minus'] as const).flatMap((way) => {
          const reading = read[way];
          return reading && own ? [`${own.words[way].toLowerCase()} ${formatWithUnit(reading)}`] : [];
        });
        const [any] = Object.values(read);
        const said = ends.length > 0 ? ends.join(', ') : any ? formatWithUnit(any) : '';
        return `${own?.title ?? output} ${said}`.trim();
      })
      .join(' · ');
  },
};

/**
 * Why a travel that was typed cannot be right: an angle beyond half a turn, a play below nothing, an instrument nobody knows.
 * Undefined where it may stand.
 */
export function travelDoubt(index: BasisIndex, { rows }: AnswerOf<'travel'>): Reason | undefined {
  for (const { radius, read } of rows)
    for (const [point, reading] of [
      ...Object.entries(read),
      ...(radius ? [['radius', radius] as const] : []),
    ]) {
      const { kind } = unitOf(reading.unit);
      const lengths = point === 'radius' ? ['length'] : ['length', 'angle'];
      if (!lengths.includes(kind)) return reason('travelUnit', { unit: unitOf(reading.unit).symbol });
      if (reading.instrument !== undefined && !ownMember(index.instruments, reading.instrument))
        return reason('unknownInstrument', { instrument: reading.instrument });
      if ((point === 'radius' && reading.value <= 0) || (point === 'play' && reading.value < 0))
        return reason('travelBelowNothing', { point });
      if (kind === 'angle' && Math.abs(reading.value * unitOf(reading.unit).factor) > Math.PI)
        return reason('throwBeyondRadius');
    }
  return undefined;
}
