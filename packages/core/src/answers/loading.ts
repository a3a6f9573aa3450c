import { worstFirst } from '../limits/worst-first.ts';
import { percentOfChord } from '../loading/items.ts';
import { judgeSheet } from '../loading/judge.ts';
import { takeOffReadings } from '../loading/readings.ts';
import { heaviestOf } from '../loading/steps.ts';
import { flightTrack } from '../loading/track.ts';
import { formatFigure } from '../quantity/format.ts';
import { armText, massText } from '../loading/figure-text.ts';
import type { AnswerKind } from './kind.ts';
import { alwaysWhole, measuresNothing, noCopies } from './said.ts';
import { judgeWorkedOut } from './worked-out.ts';

/** The loading sheet of the flight. */
export const LOADING: AnswerKind<'loading'> = {
  measured: measuresNothing,
  isWhole: alwaysWhole,
  judge({ sheet }, room) {
    const { loading } = room.index.basis.aircraft;
    const figures = loading ? takeOffReadings(loading, sheet) : [];
    return worstFirst([...judgeSheet(loading, sheet), ...judgeWorkedOut(room, figures)]);
  },
  copies: noCopies,
  agrees: 'never',
  over: 'never',
  describe({ sheet }, index) {
    const data = index.basis.aircraft.loading;
    const track = data ? flightTrack(data, sheet) : undefined;
    const first = track?.ok ? track.value[0]?.centre : undefined;
    if (!data || !first) return 'loading sheet';
    const chord = percentOfChord(data, first.arm);
    const share = chord === undefined ? '' : `, ${formatFigure(chord, 0.1)} % of chord`;
    const heaviest = heaviestOf(data);
    return `${massText(first.mass, data.units, heaviest)} at ${armText(first.arm, data.units, heaviest)}${share}`;
  },
};
