import { judgeTrail } from '../papers/trail.ts';
import { many } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import { alwaysWhole, measuresNothing } from './said.ts';

/** The logbooks from the first to today. */
export const TRAIL: AnswerKind<'trail'> = {
  measured: measuresNothing,
  isWhole: alwaysWhole,
  judge({ stretches }, { part, index, around }) {
    const { answer: spec } = part.check;
    return judgeTrail(stretches, spec.kind === 'trail' ? spec.quietDays : 366, {
      day: around.at.slice(0, 10),
      hours: index.basis.aircraft.hours,
    });
  },
  copies: ({ stretches }) => stretches.flatMap((s) => s.scans),
  agrees: 'never',
  over: 'never',
  describe: ({ stretches }) => many(stretches.length, 'logbook', 'logbooks'),
};
