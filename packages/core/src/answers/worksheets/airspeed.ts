import { calibratedAirspeed } from '../../air/airspeed.ts';
import { standardAir } from '../../air/atmosphere.ts';
import { airspeedByLegs, nextLeg, type TrackLeg, type LegsSay } from '../../flight/airspeed-legs.ts';
import { HELD_WITHIN } from '../../flight/position-errors.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { err, ok, type Result } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

const KNOT = 1852 / 3600;
const FOOT = 0.3048;
/** How well a receiver knows the speed over the ground when it holds still, as a standard deviation (m/s). Our own figure. */
const RECEIVER = 0.3;
/** How well a hand holds an airspeed from leg to leg, as a standard deviation (m/s): about a knot. Our own figure. */
const HELD = 0.5;
/** Known so well nobody flies another leg for it (kt, two standard errors). */
const GOOD_ENOUGH = 1;
/** Known worse than this, it proves nothing whatever it comes to (kt, two standard errors). */
export const TOO_POOR = 2;
/** A leg stands off where they scatter by more than so many times what was said. */
export const SCATTERS = 3;

/** The legs on a sheet. */
export function legsOf({ rows, step }: Pick<SheetFigures, 'rows' | 'step'>): readonly TrackLeg[] {
  const read = (step('ground') * KNOT) / Math.sqrt(12);
  return rows.map((row) => ({
    track: row('track') ?? NaN,
    speed: (row('ground') ?? NaN) * KNOT,
    uncertainty: Math.hypot(RECEIVER, HELD, read),
  }));
}

/** What the legs come to, and what the instrument should have shown (m/s). */
export function airspeedOf(figures: SheetFigures): Result<LegsSay & { readonly calibrated: number }, Reason> {
  const shown = figures.rows.map((row) => row('shown') ?? NaN);
  const within = HELD_WITHIN / KNOT;
  if (Math.max(...shown) - Math.min(...shown) > within)
    return err(reason('legsOtherSpeed', { within: Math.round(within) }));
  const legs = airspeedByLegs(legsOf(figures));
  if (!legs.ok) return legs;
  const standard = standardAir((figures.head('altitude') ?? NaN) * FOOT);
  if (!standard.ok) return standard;
  const calibrated = calibratedAirspeed(legs.value.airspeed, {
    pressure: standard.value.pressure,
    temperature: figures.head('temperature') ?? NaN,
  });
  return calibrated.ok ? ok({ ...legs.value, calibrated: calibrated.value }) : calibrated;
}

const knots = (speed: number): string => formatFigure(speed / KNOT, 0.1);
const degrees = (angle: number): string => `${String(Math.round(angle) % 360).padStart(3, '0')}°`;

/** Which way to fly next, or that it is good enough, in words. */
function onward(figures: SheetFigures, { airspeedError }: LegsSay): string {
  if ((2 * airspeedError) / KNOT <= GOOD_ENOUGH) return 'good enough';
  const next = nextLeg(legsOf(figures));
  return next.ok
    ? `one more on ${degrees(next.value.track)} over the ground makes it ± ${knots(2 * next.value.airspeedError)} kt`
    : '';
}

/** An airspeed indicator, against true airspeed and wind out of legs over the ground. */
export const AIRSPEED: Sheet = {
  title: 'Airspeed by legs over the ground',
  form: () => ({
    head: [
      { id: 'altitude', title: 'Altimeter at 1013', unit: 'ft' },
      { id: 'temperature', title: 'Outside air', unit: 'degC' },
    ],
    choices: [],
    columns: [
      { id: 'track', title: 'Track over the ground, true', unit: 'deg' },
      { id: 'ground', title: 'Speed over the ground', unit: 'kt' },
      { id: 'shown', title: 'Airspeed shown', unit: 'kt' },
    ],
    row: 'Leg',
    fewest: 3,
    most: 12,
  }),
  work(figures) {
    const worked = airspeedOf(figures);
    if (!worked.ok) return worked;
    const { airspeed, airspeedError, wind, windFrom, windError, off, scatter, calibrated } = worked.value;
    const shown = figures.rows.reduce((sum, row) => sum + (row('shown') ?? NaN), 0) / figures.rows.length;
    const own = (2 * airspeedError * (calibrated / airspeed)) / KNOT;
    const furthest = off.reduce((a, b, i) => (Math.abs(b) > Math.abs(off[a] ?? 0) ? i : a), 0);
    return ok({
      figures: [{ figure: 'position-error', unit: 'kt', value: calibrated / KNOT - shown, own }],
      verdicts: [
        ...(own > TOO_POOR ? [plain('unknown', 'legsTooPoor', { by: `${formatFigure(own, 0.1)} kt` })] : []),
        ...(scatter > SCATTERS
          ? [
              plain('near', 'legStandsOff', {
                leg: furthest + 1,
                by: `${knots(Math.abs(off[furthest] ?? 0))} kt`,
              }),
            ]
          : []),
      ],
      says: [
        `${knots(airspeed)} kt true ± ${knots(2 * airspeedError)}`,
        windFrom === undefined
          ? 'hardly any wind'
          : `wind ${degrees(windFrom)} ${knots(wind)} kt ± ${knots(2 * windError)}`,
        onward(figures, worked.value),
      ]
        .filter((words) => words !== '')
        .join('; '),
    });
  },
};
