import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** What the ammeter and the voltmeter showed at one speed of the engine. */
export interface ChargingPoint {
  /** rpm. */
  readonly speed: number;
  /** Above nothing where the battery is charged, or the generator takes the load; below where the battery is drawn from (A). */
  readonly amperes: number;
  /** V. */
  readonly volts: number;
}

export interface Charging {
  /** The speed from which on it charges (rpm), and how far that may be off: it was tried at so many speeds, and not between them. */
  readonly cutIn: { readonly speed: number; readonly within: number } | undefined;
  /** The slowest speed from which on it was seen to charge at every one that was tried (rpm). */
  readonly seenAt: number | undefined;
  /** It charged at the slowest speed that was tried: where it begins lies there or below. */
  readonly fromTheSlowest: boolean;
  /** A faster speed at which it ceased to, the slowest of them (rpm). */
  readonly ceasesAt: number | undefined;
  /** The highest volts at any speed: what the regulator lets through. */
  readonly highest: number;
}

/** Fewer tell no beginning. */
const FEWEST = 3;

/**
 * From which speed on an engine charges: the last change of the ammeter from nothing or below to above nothing, straight between the two
 * speeds beside it. An ammeter that falls back at a faster one is told: a belt that slips, a brush that lifts.
 *
 * Shapes: speeds in any order, each once. Units: rpm, A, V. Boundary: nothing on the ammeter does not charge.
 * Errors: `chargingFewSpeeds` below three, `chargingSpeedTwice`, `chargingNoSpeed` where a speed is not above nothing.
 * Source: definition; straight between two readings, which is as far as they tell.
 * Example: −4 A at 800 rpm, −1 A at 1000, 3 A at 1200, 8 A at 1700: from 1050 rpm on, within 150, seen at 1200.
 */
export function chargingBySpeed(points: readonly ChargingPoint[]): Result<Charging, Reason> {
  if (points.length < FEWEST) return err(reason('chargingFewSpeeds', { fewest: FEWEST }));
  const by = [...points].sort((a, b) => a.speed - b.speed);
  if (by.some((p) => !(p.speed > 0))) return err(reason('chargingNoSpeed'));
  if (by.some((p, i) => p.speed === by[i - 1]?.speed)) return err(reason('chargingSpeedTwice'));
  const charges = (p: ChargingPoint | undefined): boolean => (p?.amperes ?? 0) > 0;
  const last = by.findLastIndex((p) => !charges(p));
  const [below, above] = [by[last], by[last + 1]];
  const ceases = by.find((p, i) => !charges(p) && by.slice(0, i).some(charges));
  const highest = Math.max(...by.map((p) => p.volts));
  const common = { ceasesAt: ceases?.speed, highest };
  if (!above) return ok({ ...common, cutIn: undefined, seenAt: undefined, fromTheSlowest: false });
  if (!below)
    return ok({
      ...common,
      seenAt: above.speed,
      cutIn: { speed: above.speed, within: 0 },
      fromTheSlowest: true,
    });
  const share = below.amperes / (below.amperes - above.amperes);
  const speed = below.speed + share * (above.speed - below.speed);
  const within = Math.max(speed - below.speed, above.speed - speed);
  return ok({ ...common, seenAt: above.speed, cutIn: { speed, within }, fromTheSlowest: false });
}
