import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** Sea level on a standard day, and what air is made of. Source: ICAO Doc 7488 (third edition). */
export const SEA_LEVEL = { pressure: 101_325, temperature: 288.15, density: 1.225 } as const;
const GAS = 287.05287;
const GRAVITY = 9.80665;
const HEAT_RATIO = 1.4;
const LAPSE = 0.0065;
/** Where the temperature ceases to fall, and where these figures end (m). */
const TROPOPAUSE = 11_000;
const CEILING = 20_000;
const FLOOR = -5000;

/** Air at one height. */
export interface Air {
  /** Pa. */
  readonly pressure: number;
  /** K. */
  readonly temperature: number;
  /** kg/m³. */
  readonly density: number;
  /** m/s. */
  readonly sound: number;
}

/** Speed of sound in air of a temperature (m/s). Example: 288.15 K, 340.294 m/s. */
export const speedOfSound = (temperature: number): number => Math.sqrt(HEAT_RATIO * GAS * temperature);

const TROPOPAUSE_TEMPERATURE = SEA_LEVEL.temperature - LAPSE * TROPOPAUSE;
const TROPOPAUSE_PRESSURE =
  SEA_LEVEL.pressure * (TROPOPAUSE_TEMPERATURE / SEA_LEVEL.temperature) ** (GRAVITY / (LAPSE * GAS));

/**
 * The standard atmosphere from 5 km below the sea to 20 km above it, by geopotential height in metres.
 * Error: `heightBeyondAtmosphere` outside. Source: ICAO Doc 7488.
 * Example: 1000 m is 89 874.6 Pa, 281.65 K and 1.11164 kg/m³.
 */
export function standardAir(height: number): Result<Air, Reason> {
  if (!(height >= FLOOR && height <= CEILING)) return err(reason('heightBeyondAtmosphere'));
  const temperature = SEA_LEVEL.temperature - LAPSE * Math.min(height, TROPOPAUSE);
  const pressure =
    height <= TROPOPAUSE
      ? SEA_LEVEL.pressure * (temperature / SEA_LEVEL.temperature) ** (GRAVITY / (LAPSE * GAS))
      : TROPOPAUSE_PRESSURE * Math.exp((-GRAVITY * (height - TROPOPAUSE)) / (GAS * TROPOPAUSE_TEMPERATURE));
  return ok({
    pressure,
    temperature,
    density: pressure / (GAS * temperature),
    sound: speedOfSound(temperature),
  });
}

/** Where these figures end (Pa), a thousandth of a pascal beyond, for what was rounded. */
const [THINNEST, DENSEST] = [5474.876, 177_687.047];

/**
 * The height (m) at which the standard atmosphere has a pressure (Pa). Error: `pressureOfNoAir` where it has it nowhere up to 20 km.
 * Source: the same, turned round. Example: 89 874.6 Pa is 1000 m.
 */
export function pressureAltitude(pressure: number): Result<number, Reason> {
  if (!(pressure >= THINNEST && pressure <= DENSEST)) return err(reason('pressureOfNoAir'));
  if (pressure >= TROPOPAUSE_PRESSURE)
    return ok(
      (SEA_LEVEL.temperature / LAPSE) * (1 - (pressure / SEA_LEVEL.pressure) ** ((LAPSE * GAS) / GRAVITY)),
    );
  return ok(
    TROPOPAUSE - ((GAS * TROPOPAUSE_TEMPERATURE) / GRAVITY) * Math.log(pressure / TROPOPAUSE_PRESSURE),
  );
}

/** Water vapour weighs less than air by this. */
const VAPOUR = 0.37802;
/** No air in which anybody flies is colder or warmer (°C). */
const TEMPERATURES = { low: -90, high: 60 };

/** Pressure of water vapour over water at which air holds no more (Pa). Source: WMO-No. 8 (2018), annex 4.B. Example: 20 °C, 2333 Pa. */
export const saturation = (celsius: number): number =>
  611.2 * Math.exp((17.62 * celsius) / (243.12 + celsius));

/** Air as it is measured. */
export interface MeasuredAir {
  /** Pa, not reduced to the sea. */
  readonly pressure: number;
  /** °C. */
  readonly temperature: number;
  /** Share of what it could hold, 0 to 1; dry where nobody said. */
  readonly humidity?: number | undefined;
}

/**
 * Density of measured air (kg/m³), damp air being lighter. Errors: `airOfNoDay` where no air is so cold, warm, thin or damp.
 * Source: equation of state for a mixture of dry air and vapour. Example: 101 325 Pa, 15 °C, dry: 1.225.
 */
export function densityOfAir({ pressure, temperature, humidity = 0 }: MeasuredAir): Result<number, Reason> {
  if (
    !(temperature >= TEMPERATURES.low && temperature <= TEMPERATURES.high) ||
    !(pressure >= THINNEST && pressure <= DENSEST) ||
    !(humidity >= 0 && humidity <= 1)
  )
    return err(reason('airOfNoDay'));
  const vapour = humidity * saturation(temperature);
  return ok((pressure - VAPOUR * vapour) / (GAS * (temperature + 273.15)));
}

/**
 * Density altitude (m): where the standard atmosphere is as thin as this air. Errors: `airOfNoDay`, and `heightBeyondAtmosphere`
 * where it is as thin nowhere up to 20 km. Example: 90 000 Pa and 25 °C, dry, are 1562 m; with nine tenths of its vapour 1682 m.
 */
export function heightOfDensity(air: MeasuredAir): Result<number, Reason> {
  const density = densityOfAir(air);
  if (!density.ok) return density;
  const thin =
    SEA_LEVEL.density * (TROPOPAUSE_TEMPERATURE / SEA_LEVEL.temperature) ** (GRAVITY / (LAPSE * GAS) - 1);
  if (density.value >= thin) {
    const share = density.value / SEA_LEVEL.density;
    const height = (SEA_LEVEL.temperature / LAPSE) * (1 - share ** (1 / (GRAVITY / (LAPSE * GAS) - 1)));
    return height >= FLOOR - 0.001 ? ok(height) : err(reason('heightBeyondAtmosphere'));
  }
  const height = TROPOPAUSE - ((GAS * TROPOPAUSE_TEMPERATURE) / GRAVITY) * Math.log(density.value / thin);
  return height <= CEILING ? ok(height) : err(reason('heightBeyondAtmosphere'));
}
