import {
  compareParameters,
  type ParameterDifference,
  type VehicleParameter,
} from '../parameters/parameters.ts';
import type { AnswerKind, AnswerOf } from './kind.ts';
import { noCopies, recorded } from './said.ts';

/** Differences that nobody has accepted: they are to be put back. */
export function openParameters({
  left,
  read,
  accepted,
}: Pick<AnswerOf<'parameters'>, 'left' | 'read' | 'accepted'>): readonly ParameterDifference[] {
  const taken = new Set(accepted.map((a) => a.name));
  return compareParameters(left.items, read.items).filter((d) => !taken.has(d.name));
}

const isSound = (items: readonly VehicleParameter[]): boolean =>
  items.length > 0 &&
  new Set(items.map((i) => i.name)).size === items.length &&
  items.every((i) => Number.isFinite(i.value));

/**
 * The parameters of a vehicle against the list that was left last time: each difference is accepted with a reason, or is to be put
 * back. How many are is held against the limit, exact as a count is.
 */
export const PARAMETERS: AnswerKind<'parameters'> = {
  measured(answer) {
    const count = openParameters(answer).length;
    return {
      kind: 'one',
      reading: {
        value: count,
        unit: 'count',
        text: String(count),
        resolution: 1,
        source: 'computed',
        uncertainty: 0,
      },
    };
  },
  isWhole({ left, read, accepted }) {
    const differ = new Set(compareParameters(left.items, read.items).map((d) => d.name));
    return (
      isSound(left.items) &&
      isSound(read.items) &&
      new Set(accepted.map((a) => a.name)).size === accepted.length &&
      accepted.every((a) => differ.has(a.name) && a.why.trim() !== '')
    );
  },
  judge: recorded,
  copies: noCopies,
  agrees: 'never',
  over: 'never',
  describe(answer) {
    const [open, taken] = [openParameters(answer).length, answer.accepted.length];
    const differ = open === 0 ? 'none to put back' : `${open} to put back`;
    return `${answer.read.items.length} parameters, ${differ}${taken === 0 ? '' : `, ${taken} accepted`}`;
  },
};
