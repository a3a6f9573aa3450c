import {
  compareMissions,
  MISSION_PARAMETERS,
  type MissionDifference,
  type MissionItem,
} from '../mission/mission.ts';
import type { Verdict } from '../limits/types.ts';
import type { AnswerKind } from './kind.ts';
import { measuresNothing, noCopies, plain } from './said.ts';

/** More than these are told together. */
const TOLD = 12;

const isSound = (items: readonly MissionItem[]): boolean =>
  items.length > 0 &&
  items.every(
    (item, i) =>
      item.sequence === i + (items[0]?.sequence ?? 0) && item.parameters.length === MISSION_PARAMETERS,
  ) &&
  (items[0]?.sequence ?? 2) <= 1;

function told(difference: MissionDifference): Verdict {
  if (difference.kind === 'field') {
    const { sequence, field, planned, read } = difference;
    return plain('out', 'missionDiffers', {
      item: sequence,
      field,
      planned: planned ?? 'none',
      read: read ?? 'none',
    });
  }
  const { from, to } = difference;
  return plain('out', difference.kind === 'missing' ? 'missionMissing' : 'missionExtra', { from, to });
}

/** A mission read back from the vehicle, compared item by item and figure by figure with the one that was planned. */
export const MISSION: AnswerKind<'mission'> = {
  measured: measuresNothing,
  isWhole: ({ planned, read }) => isSound(planned.items) && isSound(read.items),
  judge({ planned, read }) {
    const differences = compareMissions(planned.items, read.items);
    if (differences.length === 0)
      return [plain('within', 'missionAsPlanned', { count: planned.items.length })];
    const more = differences.length - TOLD;
    return [
      ...differences.slice(0, TOLD).map(told),
      ...(more > 0 ? [plain('out', 'missionDiffersMore', { count: more })] : []),
    ];
  },
  copies: noCopies,
  agrees: 'never',
  over: 'never',
  describe({ planned, read }) {
    const count = compareMissions(planned.items, read.items).length;
    return `${planned.name}: ${read.items.length} items read back, ${count === 0 ? 'as planned' : `${count} ${count === 1 ? 'difference' : 'differences'}`}`;
  },
};
