import type { BasisIndex } from '../checks/basis-index.ts';
import type { AnswerSpec } from '../checks/types.ts';
import type { Propulsor } from '../aircraft/types.ts';
import type { Reading } from '../limits/types.ts';
import { formatFigure } from '../quantity/format.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { edgesBeside } from './figure-text.ts';
import type { AnswerKind, AnswerOf } from './kind.ts';
import type { TimedBy } from './timed-by.ts';
import { judgedAlone, noCopies, recorded } from './said.ts';

type SideBySideSpec = Extract<AnswerSpec, { readonly kind: 'side-by-side' }>;

/** Propulsors that are driven by current, each by a motor of its own. */
const MOTORS: readonly Propulsor['kind'][] = ['electric', 'ducted-fan', 'lift-motor'];

/**
 * How well a hand presses at the moment at which an eye sees something stand, as a standard deviation in seconds: what is expected
 * is met within a tenth of a second, rather early than late. It goes with every time that was pressed.
 */
export const PRESS_SCATTER = 0.1;

/** Standard deviations in an expanded uncertainty. */
const COVERAGE = 2;

/**
 * A time with how good it is: anywhere between two samples or two pictures (its resolution, evenly spread), and what the hand adds to it
 * where it was pressed. Example: 0.40 s by press is good to ±0.20 s, off speeds that came every 0.2 s to ±0.12 s.
 */
function timed(reading: Reading, by: TimedBy): Reading {
  const spread = Math.hypot(reading.resolution / Math.sqrt(12), by === 'press' ? PRESS_SCATTER : 0);
  return { ...reading, source: 'computed', uncertainty: COVERAGE * spread };
}

/** One of the things that are compared with one another. */
export interface Beside {
  readonly id: string;
  readonly title: string;
}

/**
 * What a check of this kind compares on the aircraft in hand, in the order of its layout: every motor that is driven by current (or
 * those of the kinds that are named), or every motor that tilts. Example: of a courier drone the four that lift, not the one that pushes.
 */
export function sideBySide(index: BasisIndex, { of, kinds = MOTORS }: SideBySideSpec): readonly Beside[] {
  const { layout } = index.basis.aircraft;
  if (!layout) return [];
  return layout.propulsors
    .filter((p) => (of === 'tilts' ? p.tilts === true : p.driven !== true && kinds.includes(p.kind)))
    .map(({ id, title }) => ({ id, title }));
}

const titles = (index: BasisIndex, spec: SideBySideSpec): ReadonlyMap<string, string> =>
  new Map(sideBySide(index, spec).map(({ id, title }) => [id, title]));

/**
 * A figure for each motor or tilt, taken under one and the same condition and compared with one another. Of what is timed, the first
 * and the last are enough: whatever lies between them lies between them.
 */
export const SIDE_BY_SIDE: AnswerKind<'side-by-side'> = {
  measured: ({ readings, timedBy }) => ({
    kind: 'many',
    readings:
      timedBy === undefined
        ? readings
        : Object.fromEntries(Object.entries(readings).map(([id, r]) => [id, timed(r, timedBy)])),
  }),
  isWhole({ readings, timedBy }, { check: { answer: spec } }, index) {
    if (spec.kind !== 'side-by-side') return false;
    const all = titles(index, spec);
    const said = Object.keys(readings);
    return (
      said.length > 0 &&
      (timedBy !== undefined) === (spec.timed === true) &&
      said.every((id) => all.has(id)) &&
      said.length >= (spec.timed === true ? Math.min(2, all.size) : all.size)
    );
  },
  judge: recorded,
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe({ readings }, index, check) {
    const spec = index.checks.get(check)?.answer;
    const all = spec?.kind === 'side-by-side' ? titles(index, spec) : new Map<string, string>();
    return Object.entries(readings)
      .map(
        ([id, r]) =>
          `${all.get(id) ?? id} ${formatFigure(r.value, r.resolution, edgesBeside(index, check, r.unit))}`,
      )
      .join(' · ');
  },
};

/** Whose figure it is, for a sentence about one of them. */
export const besideTitle = (index: BasisIndex, spec: AnswerSpec, id: string): string =>
  (spec.kind === 'side-by-side' ? titles(index, spec).get(id) : undefined) ?? id;

/**
 * Why times that were pressed or recorded cannot be right: none of them is the first, which is where they are counted from.
 * Undefined where they may stand. Example: 0.4 and 0.7 s are `besideNoFirst`; 0 and 0.3 s may stand.
 */
export function besideDoubt(spec: AnswerSpec, { readings }: AnswerOf<'side-by-side'>): Reason | undefined {
  if (spec.kind !== 'side-by-side' || spec.timed !== true) return undefined;
  const least = Math.min(...Object.values(readings).map((r) => r.value));
  return least === 0 ? undefined : reason('besideNoFirst');
}
