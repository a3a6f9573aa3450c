import { climbSpeeds, type ClimbSpeeds } from '../../flight/climb-speeds.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import { formAtSpeeds, KNOT, stretchesAtSpeeds } from './at-speeds.ts';
import type { Sheet, SheetFigures, WorkedFigure } from './sheet.ts';

/** The climbs on a sheet, at its mass of reference. */
export const climbedAtSpeeds = (figures: SheetFigures): Result<ClimbSpeeds, Reason> =>
  climbSpeeds(stretchesAtSpeeds(figures), figures.head('reference') ?? NaN);

/** The speed at which it climbs best, from climbs at three speeds or more over one band of height. */
export const CLIMB_SPEEDS: Sheet = {
  title: 'Climb at several speeds',
  form: () => formAtSpeeds('Climb'),
  work(figures) {
    const worked = climbedAtSpeeds(figures);
    if (!worked.ok) return worked;
    const { best, steepest, enclosed, height, byMass } = worked.value;
    const beyond = reason('climbBestBeyond');
    const figure = (name: string, unit: string, value: number, own: number, shown: number): WorkedFigure =>
      enclosed
        ? { figure: name, unit, value, own, shown }
        : { figure: name, unit, value: undefined, lacks: beyond };
    const knots = (speed: number): string => `${formatFigure(speed / KNOT, 1)} kt`;
    return ok({
      figures: [
        figure('speed', 'kt', best.speed / KNOT, (2 * best.speedOff) / KNOT, 1),
        figure('rate', 'm/s', best.rate, Math.hypot(2 * best.rateOff, byMass / 2), 0.01),
      ],
      verdicts: [],
      says: enclosed
        ? `best at ${knots(best.speed)} with ${formatFigure(best.rate, 0.01)} m/s, at ${formatFigure(height, 10)} m of a standard day${
            steepest === undefined ? '' : `; steepest at ${knots(steepest)}`
          }`
        : 'the best was not flown',
    });
  },
};
