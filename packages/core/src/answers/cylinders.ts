import { formatFigure } from '../quantity/format.ts';
import { edgesBeside } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import { judgedAlone, noCopies, recorded } from './said.ts';

/** A figure for every cylinder of an engine, or every cell of a pack: for each of them, and for no other. */
export const CYLINDERS: AnswerKind<'cylinders'> = {
  measured: ({ readings }) => ({ kind: 'many', readings }),
  isWhole({ readings }, part, index) {
    const engine = index.basis.aircraft.engines.find(
      (e) => part.check.subject === 'engine' && e.id === part.subject,
    );
    const wanted = Array.from({ length: engine?.cylinders ?? 0 }, (_, i) => String(i + 1));
    return (
      wanted.length > 0 &&
      wanted.every((c) => Object.hasOwn(readings, c)) &&
      Object.keys(readings).length === wanted.length
    );
  },
  judge: recorded,
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe: ({ readings }, index, check) =>
    Object.values(readings)
      .map((r) => formatFigure(r.value, r.resolution, edgesBeside(index, check, r.unit)))
      .join(' · '),
};
