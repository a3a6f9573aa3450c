import { instrumentAt, instrumentExpired, stepRatio } from '../limits/reading.ts';
import type { Instrument, Reading } from '../limits/types.ts';
import { convert } from '../quantity/units.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { centreOf, fuelMoments, type Item } from './items.ts';
import { offAirframe, onAirframe } from './problems.ts';
import type { HandBalance, ScaleWeighing, WeighedExtra, WeighedPoint, Weighing } from './types.ts';
import type { LoadingData, LoadingUnits } from '../aircraft/loading-data.ts';
import { ownMember } from '../own-member.ts';

/** What a weighing says of the empty aircraft. Uncertainties are expanded (coverage factor 2). */
export interface Weighed {
  readonly mass: number;
  readonly arm: number;
  readonly lateral: number;
  readonly uncertainty: { readonly mass: number; readonly arm: number };
  /** Net figure of every scale, in the unit of the placard. */
  readonly net: readonly {
    readonly id: string;
    readonly title: string;
    readonly mass: number;
    readonly spread: number;
  }[];
  /** What standing off level moved the arm by. */
  readonly levelled: number;
  /** Scales whose repeated readings lie further apart than their accuracy allows. */
  readonly apart: readonly { readonly title: string; readonly spread: number }[];
}

/** What a weighing is judged with beside its own figures: instruments as known, and the instant. */
export interface WeighingRoom {
  readonly instruments: Readonly<Record<string, Instrument>>;
  readonly at: string;
}

/** A reading in the unit wanted, with its standard uncertainty from the instrument; errors as a figure has them. */
function known(
  reading: Reading,
  unit: string,
  room: WeighingRoom,
): Result<{ readonly value: number; readonly sigma: number }, Reason> {
  const value = convert(reading.value, reading.unit, unit);
  if (!value.ok) return value;
  const registered =
    reading.instrument === undefined ? undefined : ownMember(room.instruments, reading.instrument);
  const instrument = registered && instrumentAt(registered, room.at);
  if (!instrument) return err(reason('scaleUnnamed', { text: reading.text }));
  if (instrumentExpired(instrument, room.at))
    return err(
      reason('instrumentExpired', { instrument: instrument.name, until: instrument.calibratedUntil ?? '' }),
    );
  if (instrument.accuracy === undefined) return err(reason('scaleAccuracy', { instrument: instrument.name }));
  const [own, step] = [stepRatio(instrument.unit, unit), stepRatio(reading.unit, unit)];
  const variance =
    (instrument.accuracy * own) ** 2 / 3 +
    Math.max(reading.resolution * step, instrument.resolution * own) ** 2 / 12;
  return ok({ value: value.value, sigma: Math.sqrt(variance) });
}

const meanOf = (list: readonly number[]): number => list.reduce((sum, v) => sum + v, 0) / list.length;

/** Net mass on one scale: mean of its readings less the tare. */
function netOf(
  point: WeighedPoint,
  units: LoadingUnits,
  room: WeighingRoom,
): Result<{ mass: number; sigma: number; spread: number; accuracy: number }, Reason> {
  const readings: { value: number; sigma: number }[] = [];
  for (const reading of point.readings) {
    const one = known(reading, units.mass, room);
    if (!one.ok) return one;
    readings.push(one.value);
  }
  const tare = convert(point.tare.value, point.tare.unit, units.mass);
  if (!tare.ok) return tare;
  const [first] = readings;
  if (!first) return err(reason('scaleUnread', { thing: point.title }));
  const values = readings.map((r) => r.value);
  const mean = meanOf(values);
  const spread = Math.max(...values) - Math.min(...values);
  const scatter =
    values.length < 2
      ? 0
      : values.reduce((s, v) => s + (v - mean) ** 2, 0) / (values.length - 1) / values.length;
  const net = mean - tare.value;
  // A scale on which nothing is left carries no part of the aircraft: it was tared with the aircraft on it, or missed.
  if (net <= 0) return err(reason('tareOver', { thing: point.title }));
  return ok({
    mass: net,
    sigma: Math.hypot(first.sigma, Math.sqrt(scatter)),
    spread,
    accuracy: 2 * first.sigma,
  });
}

/** Things that were aboard and do not belong, taken off again; things that belong and were not there, put back. */
function extraItems(extras: readonly WeighedExtra[]): Item[] {
  return extras.map((e) => ({
    title: e.title,
    mass: e.missing ? e.mass : -e.mass,
    arm: e.arm,
    lateral: e.lateral,
    sigmaMass: 0,
    sigmaArm: 0,
  }));
}

/** What cannot be true of the things that were aboard or missing. */
function extraProblem(data: LoadingData | undefined, { extras, units }: Weighing): Reason | undefined {
  const light = extras.find((e) => e.mass < 0);
  if (light)
    return reason('negativeMass', { thing: light.title, value: { value: light.mass, unit: units.mass } });
  const off = data && extras.find((e) => !onAirframe(data, e.arm));
  return off && offAirframe(data, off.title, off.arm);
}

/** Fuel that was aboard, taken off; and what cannot be drained from a dry aircraft, put back as it belongs to it. */
function fuelCorrection(data: LoadingData | undefined, weighing: ScaleWeighing): Result<Item[], Reason> {
  if (weighing.fuel === 'drained') return ok([]);
  if (!data || data.tanks.length === 0) return ok([]);
  const items: Item[] = [];
  for (const tank of data.tanks) {
    const volume = weighing.fuel === 'dry' ? tank.unusable : (ownMember(weighing.tanks, tank.id) ?? 0);
    if (!Number.isFinite(volume) || volume < 0) return err(reason('tankNegative', { thing: tank.title }));
    if (volume === 0) continue;
    if (weighing.fuel === 'aboard' && volume > tank.usable)
      return err(
        reason('tankOverfull', {
          thing: tank.title,
          value: { value: volume, unit: data.units.volume },
          maximum: { value: tank.usable, unit: data.units.volume },
        }),
      );
    const { mass, arm, lateral } = fuelMoments(tank, volume, data.units);
    // A gauge is as wrong of a drop as of a full tank.
    const gauge = weighing.fuel === 'dry' ? 0 : (tank.gauge / 2) * (mass / volume);
    items.push({
      title: tank.title,
      mass: weighing.fuel === 'dry' ? mass : -mass,
      arm,
      lateral,
      sigmaMass: Math.hypot(gauge, (mass * tank.densityBand) / 2 / tank.density),
      sigmaArm: 0,
    });
  }
  return ok(items);
}

/**
 * Shift of an arm because the aircraft did not stand level: the centre lies `height` above the scales, and nose up by
 * θ moves it back by h·tan θ against them; so much is taken off. Its uncertainty from θ and h, one sigma.
 */
function levelShift(
  height: { readonly value: number; readonly uncertainty: number },
  angle: { readonly value: number; readonly sigma: number },
): { readonly shift: number; readonly sigma: number } {
  const theta = (angle.value * Math.PI) / 180;
  const sigmaTheta = (angle.sigma * Math.PI) / 180;
  return {
    shift: height.value * Math.tan(theta),
    sigma: Math.hypot(
      (height.uncertainty / 2) * Math.tan(theta),
      (height.value * sigmaTheta) / Math.cos(theta) ** 2,
    ),
  };
}

/** A place under which no scale was read, where the aircraft is described: what it carried is not in the sum. */
function missedPoint(data: LoadingData | undefined, points: readonly WeighedPoint[]): Reason | undefined {
  const missed = data?.weighing.points.find((p) => !points.some((w) => w.id === p.id));
  return missed && reason('scaleUnread', { thing: missed.title });
}

function weighOnScales(
  data: LoadingData | undefined,
  weighing: ScaleWeighing,
  room: WeighingRoom,
): Result<Weighed, Reason> {
  const { units, points } = weighing;
  if (points.length < 2 || points.length > 4) return err(reason('scaleCount', { count: points.length }));
  const missed = missedPoint(data, points);
  if (missed) return err(missed);
  const items: Item[] = [];
  const net: Weighed['net'][number][] = [];
  const apart: { title: string; spread: number }[] = [];
  const armSigma = (data?.weighing.armUncertainty ?? 0) / 2;
  for (const point of points) {
    const one = netOf(point, units, room);
    if (!one.ok) return one;
    net.push({ id: point.id, title: point.title, mass: one.value.mass, spread: one.value.spread });
    if (one.value.spread > one.value.accuracy) apart.push({ title: point.title, spread: one.value.spread });
    items.push({
      title: point.title,
      mass: one.value.mass,
      arm: point.arm,
      lateral: point.lateral,
      sigmaMass: one.value.sigma,
      sigmaArm: armSigma,
    });
  }
  const standing = centreOf(items);
  if (!standing.ok) return standing;
  const along = known(weighing.level.along, 'deg-angle', room);
  if (!along.ok) return along;
  const across = known(weighing.level.across, 'deg-angle', room);
  if (!across.ok) return across;
  const height = data?.weighing.height;
  if (!height && (along.value.value !== 0 || across.value.value !== 0)) return err(reason('heightUnknown'));
  const none = { shift: 0, sigma: 0 };
  const [shift, side] = height
    ? [levelShift(height, along.value), levelShift(height, across.value)]
    : [none, none];
  const fuel = fuelCorrection(data, weighing);
  if (!fuel.ok) return fuel;
  const wrong = extraProblem(data, weighing);
  if (wrong) return err(wrong);
  const empty = centreOf([
    {
      title: 'as weighed',
      mass: standing.value.mass,
      arm: standing.value.arm - shift.shift,
      lateral: standing.value.lateral - side.shift,
      sigmaMass: standing.value.sigmaMass,
      sigmaArm: Math.hypot(standing.value.sigmaArm, shift.sigma),
    },
    ...fuel.value,
    ...extraItems(weighing.extras),
  ]);
  if (!empty.ok) return empty;
  return ok({
    mass: empty.value.mass,
    arm: empty.value.arm,
    lateral: empty.value.lateral,
    uncertainty: { mass: 2 * empty.value.sigmaMass, arm: 2 * empty.value.sigmaArm },
    net,
    levelled: -shift.shift,
    apart,
  });
}

function balanceByHand(weighing: HandBalance, room: WeighingRoom): Result<Weighed, Reason> {
  const { units } = weighing;
  const [tail, nose, mass] = [
    known(weighing.tailDrops, units.arm, room),
    known(weighing.noseDrops, units.arm, room),
    known(weighing.mass, units.mass, room),
  ];
  if (!tail.ok) return tail;
  if (!nose.ok) return nose;
  if (!mass.ok) return mass;
  if (tail.value.value >= nose.value.value) return err(reason('balanceReversed'));
  if (mass.value.value <= 0) return err(reason('noMass'));
  const wrong = extraProblem(undefined, weighing);
  if (wrong) return err(wrong);
  const half = (nose.value.value - tail.value.value) / 2;
  const empty = centreOf([
    {
      title: 'as held',
      mass: mass.value.value,
      arm: (tail.value.value + nose.value.value) / 2,
      lateral: 0,
      sigmaMass: mass.value.sigma,
      // It lies anywhere between the two points, with what the tape may be off by on either side.
      sigmaArm: Math.hypot(half / Math.sqrt(3), tail.value.sigma, nose.value.sigma),
    },
    ...extraItems(weighing.extras),
  ]);
  if (!empty.ok) return empty;
  return ok({
    mass: empty.value.mass,
    arm: empty.value.arm,
    lateral: empty.value.lateral,
    uncertainty: { mass: 2 * empty.value.sigmaMass, arm: 2 * empty.value.sigmaArm },
    net: [],
    levelled: 0,
    apart: [],
  });
}

/**
 * Empty mass and centre out of a weighing, in the units it was made in.
 *
 * On two to four scales: Σ(mean − tare), moments by the arms of the points, less what standing off level moves
 * (x = Σmx/Σm − h·tan θ), less fuel that was aboard, plus what cannot be used if the tanks were dry (an aircraft
 * that was drained holds it), less things that do not belong and plus those that were not there. By hand: half way
 * between the point where the tail still drops and the one where the nose does.
 *
 * Errors: `scaleCount`, `scaleUnread` (also a place of the aircraft that was left out), `scaleUnnamed`, `scaleAccuracy`, `instrumentExpired`, `tareOver`,
 * `heightUnknown` (not level, and nobody stated how high the centre lies), `tankOverfull`, `tankNegative`,
 * `negativeMass`, `offAirframe`, `balanceReversed`, `noMass`, `wrongKind`.
 * Source: statics; JCGM 100:2008 for the uncertainty.
 * Example: 400 at 1000 and twice 300 at 2000 are 1000 at 1600; nose up 1° with the centre 900 mm high: 1584.3.
 */
export function weigh(
  data: LoadingData | undefined,
  weighing: Weighing,
  room: WeighingRoom,
): Result<Weighed, Reason> {
  const weighed =
    weighing.method === 'scales' ? weighOnScales(data, weighing, room) : balanceByHand(weighing, room);
  // Nearly nothing on the scales has no centre that anybody knows, and an endless doubt would explain every difference.
  return weighed.ok &&
    !(Number.isFinite(weighed.value.uncertainty.mass) && Number.isFinite(weighed.value.uncertainty.arm))
    ? err(reason('noMass'))
    : weighed;
}
