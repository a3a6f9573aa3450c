import { glideOf, type Glide } from '../../flight/glide.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import { formAtSpeeds, KNOT, stretchesAtSpeeds } from './at-speeds.ts';
import type { Sheet, SheetFigures, WorkedFigure } from './sheet.ts';

/** What a share of the best ratio three points leave open, where nothing is left over to tell it by. Our own figure. */
const OPEN = 0.1;

/** The glides on a sheet, at its mass of reference. */
export const glided = (figures: SheetFigures): Result<Glide, Reason> =>
  glideOf(stretchesAtSpeeds(figures), figures.head('reference') ?? NaN);

/** How it glides, from height and time at three speeds or more. */
export const GLIDE: Sheet = {
  title: 'Glide at several speeds',
  form: () => formAtSpeeds('Glide'),
  work(figures) {
    const worked = glided(figures);
    if (!worked.ok) return worked;
    const { polar, scatter, enclosed, points } = worked.value;
    const { ratio, speed, sink } = polar.best;
    const beyond = reason('glideBestBeyond');
    // What the points leave open of the sinking, the ratio has as well, share for share.
    const open = scatter === undefined ? OPEN : (2 * scatter) / Math.sqrt(points.length) / sink;
    const figure = (name: string, unit: string, value: number, own: number, shown: number): WorkedFigure =>
      enclosed
        ? { figure: name, unit, value, own, shown }
        : { figure: name, unit, value: undefined, lacks: beyond };
    return ok({
      figures: [
        figure('ratio', '1', ratio, open * ratio, 0.1),
        figure('speed', 'kt', speed / KNOT, (open * speed) / KNOT, 1),
        figure('sink', 'm/s', sink, open * sink, 0.01),
      ],
      verdicts: [],
      says: `${formatFigure(ratio, 0.1)} to one at ${formatFigure(speed / KNOT, 1)} kt, sinking ${formatFigure(sink, 0.01)} m/s; least ${formatFigure(polar.slowest.sink, 0.01)} m/s at ${formatFigure(polar.slowest.speed / KNOT, 1)} kt`,
    });
  },
};
