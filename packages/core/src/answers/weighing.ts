import { worstFirst } from '../limits/worst-first.ts';
import { judgeWeighing } from '../loading/judge.ts';
import { weighedReadings } from '../loading/readings.ts';
import { weigh } from '../loading/weighing.ts';
import { armText, massText } from '../loading/figure-text.ts';
import type { AnswerKind } from './kind.ts';
import { alwaysWhole, measuresNothing, noCopies } from './said.ts';
import { judgeWorkedOut } from './worked-out.ts';

/** The aircraft on scales, or a model balanced by hand. */
export const WEIGHING: AnswerKind<'weighing'> = {
  measured: measuresNothing,
  isWhole: alwaysWhole,
  judge({ weighing }, room) {
    const { aircraft } = room.index.basis;
    const found = judgeWeighing(aircraft.loading, aircraft.equipment ?? [], weighing, room.around);
    const figures = found.weighed ? weighedReadings(weighing.units, found.weighed) : [];
    return worstFirst([...judgeWorkedOut(room, figures), ...found.verdicts]);
  },
  copies: noCopies,
  agrees: 'never',
  over: 'never',
  describe({ weighing }, index) {
    // The figure does not depend on the day; whether a certificate was in force was judged when it was kept.
    const believed = Object.fromEntries(
      Object.entries(index.instruments).map(([id, i]) => [
        id,
        { ...i, calibratedUntil: null, calibratedFrom: undefined, before: undefined },
      ]),
    );
    const found = weigh(index.basis.aircraft.loading, weighing, {
      instruments: believed,
      at: '2000-01-01T00:00:00.000Z',
    });
    if (!found.ok) return 'weighed, not to be reckoned';
    const { mass, arm } = found.value;
    return `${massText(mass, weighing.units, mass)} at ${armText(arm, weighing.units, mass)}`;
  },
};
