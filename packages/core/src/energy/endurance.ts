import type { LoadPack, PowerData } from '../aircraft/loading-data.ts';
import { ARRHENIUS_BAND, resistanceAt, underLoad } from './cells.ts';
import { comeHome, type WayPoint } from './come-home.ts';
import { hoverPower, wayPower, type Wind } from './power.ts';

/** Without a table of its own, a pack gives what it promises from here up (°C). */
const PROMISED_FROM = 15;

/**
 * The share of its energy that a pack gives at a temperature (°C), by the table of its maker, along straight lines. Undefined below the
 * table, and without one below 15 °C: nobody has said. Above the table, the share of its end.
 * Example: 0.8 at 0 °C and 1 at 20: 0.9 at 10.
 */
export function shareAt(table: LoadPack['cold'], temperature: number): number | undefined {
  if (!table || table.length === 0) return temperature >= PROMISED_FROM ? 1 : undefined;
  const rows = table.toSorted((a, b) => a.temperature - b.temperature);
  const above = rows.findIndex((r) => r.temperature >= temperature);
  const [low, high] = [rows[above - 1], rows[above]];
  if (!high) return rows.at(-1)?.share;
  if (high.temperature === temperature) return high.share;
  if (!low) return undefined;
  const along = (temperature - low.temperature) / (high.temperature - low.temperature);
  return low.share + along * (high.share - low.share);
}

/** What the packs are compared in. */
export interface PackRoom {
  readonly power: PowerData;
  /** Of the aircraft without any pack, with all that it carries (kg). */
  readonly massWithout: number;
  /** Kilograms of a mass in the unit of the placard. */
  readonly kilograms: number;
  /** Of the pack, today (°C). */
  readonly temperature: number;
  readonly wind: Wind;
  readonly points: readonly WayPoint[];
}

/** One pack for a flight. */
export interface PackCompared {
  readonly pack: string;
  /** Kilograms of the aircraft with it. */
  readonly mass: number;
  /** Watt-hours above the reserve today; undefined where nobody said what the cold leaves of it. */
  readonly usable: number | undefined;
  /** What it may stay up, on the way, with the hover of take-off and landing; hovering, where it does not cruise. */
  readonly minutes: number | undefined;
  /** Of hovering alone: what the timer of a first flight is set by. 0 where it does not hover. */
  readonly hoverMinutes: number | undefined;
  /** The mission from its first point to home, of what is usable, as a share. Without a mission undefined. */
  readonly takes: number | undefined;
  /** Least that is left after coming home from any of its points, and from which, counted from one. */
  readonly worst: { readonly left: number; readonly at: number } | undefined;
  /** Lowest cell at full throttle as the pack comes, volts, from and to; undefined where its resistance is not known. */
  readonly sag: { readonly low: number; readonly high: number } | undefined;
}

/** A lithium cell that is full, at rest (V). */
const FULL_CELL = 4.2;

/** Lowest cell at full throttle, for a cell that is full, by the last measurement of its resistance. */
function sagOf({ cells, history = [] }: LoadPack, { power, temperature }: PackRoom): PackCompared['sag'] {
  const last = history.at(-1);
  if (!last || cells === undefined) return undefined;
  const own = (steep: number): number =>
    underLoad(
      FULL_CELL,
      resistanceAt(last.resistance / cells, last.temperature, temperature, steep),
      power.fullCurrent,
    );
  const ends = [own(1 - ARRHENIUS_BAND), own(1 + ARRHENIUS_BAND)];
  return { low: Math.min(...ends), high: Math.max(...ends) };
}

/**
 * A pack for a flight, with today's cold, wind and load: usable energy, minutes, the mission of it, the worst place to turn home, and
 * the sag at full throttle. Energies in Wh, masses in kg.
 * Example: 690 Wh usable at 20 °C, 1,840 W in the hover alone: 22.5 min.
 */
export function comparePack(pack: LoadPack, room: PackRoom): PackCompared {
  const { power, massWithout, kilograms, temperature, wind, points } = room;
  const mass = massWithout + pack.mass * kilograms;
  const share = shareAt(pack.cold, temperature);
  const usable = share === undefined ? undefined : share * pack.energy;
  const more = 1 + power.band;
  const ends =
    (2 * hoverPower(power, mass) * power.hoverSeconds * more) / 3600 +
    (power.cruise === undefined ? 0 : 2 * power.transition);
  const onTheWay = usable === undefined ? undefined : Math.max(0, usable - ends);
  const hover = hoverPower(power, mass) * more;
  const worked = usable === undefined ? [] : comeHome(power, mass, wind, points, usable);
  const last = worked.at(-1);
  const worst = worked.reduce<PackCompared['worst']>(
    (found, { left }, i) => (found && found.left <= left ? found : { left, at: i + 1 }),
    undefined,
  );
  return {
    pack: pack.id,
    mass,
    usable,
    minutes:
      onTheWay === undefined || usable === undefined
        ? undefined
        : usable < ends
          ? 0
          : (60 * onTheWay) / (wayPower(power, mass) * more) + (2 * power.hoverSeconds) / 60,
    hoverMinutes: usable === undefined ? undefined : hover > 0 ? (60 * usable) / hover : 0,
    takes: last && usable !== undefined ? (last.used + last.home) / usable : undefined,
    worst,
    sag: sagOf(pack, room),
  };
}

/**
 * What the timer of a flight is set to: whole minutes, rounded down, of what the pack gives. Example: 22.9 min is 22.
 */
export const timerMinutes = (minutes: number): number => Math.max(0, Math.floor(minutes));
