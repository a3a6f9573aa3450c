import { documentOver, judgeDocument } from '../papers/document.ts';
import { formatFigure } from '../quantity/format.ts';
import { many } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import { alwaysWhole, measuresNothing } from './said.ts';

/** A certificate or permit in hand. */
export const DOCUMENT: AnswerKind<'document'> = {
  measured: measuresNothing,
  isWhole: alwaysWhole,
  judge({ document }, { part, index, around }) {
    const { answer: spec } = part.check;
    return judgeDocument(document, spec.kind === 'document' ? spec : { runsOut: 'never', copy: false }, {
      day: around.at.slice(0, 10),
      hours: index.basis.aircraft.hours,
    });
  },
  copies: ({ document }) => document.scans,
  agrees: 'never',
  over: ({ document }, room) => documentOver(document, room),
  describe({ document: { number, expiresOn, untilHours, scans } }) {
    const end =
      expiresOn !== undefined
        ? `, until ${expiresOn}`
        : untilHours !== undefined
          ? `, until ${formatFigure(untilHours, 0.1)} h`
          : '';
    return `${number}${end}${scans.length > 0 ? `, ${many(scans.length, 'copy', 'copies')}` : ''}`;
  },
};
