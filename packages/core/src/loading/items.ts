import { convert } from '../quantity/units.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { LoadingSheet } from './types.ts';
import type { LoadingData, LoadingUnits, LoadTank } from '../aircraft/loading-data.ts';
import { ownMember } from '../own-member.ts';

/** A mass somewhere, with the standard uncertainties (one sigma) of both. */
export interface Item {
  readonly title: string;
  readonly mass: number;
  readonly arm: number;
  readonly lateral: number;
  readonly sigmaMass: number;
  readonly sigmaArm: number;
}

/** Mass, centre and how well they are known (one sigma; `covariance` of arm and mass). */
export interface Centre {
  readonly mass: number;
  readonly arm: number;
  readonly lateral: number;
  readonly sigmaMass: number;
  readonly sigmaArm: number;
  readonly sigmaLateral: number;
  readonly covariance: number;
}

/**
 * Mass and centre of things together: Σm, Σm·x/Σm. Uncertainty to first order, with independent items:
 * σ²(x) = Σ((xᵢ−x)²σ²(mᵢ) + mᵢ²σ²(xᵢ))/M², cov(x, M) = Σ(xᵢ−x)σ²(mᵢ)/M. Arms are taken from the centre
 * before they are squared. A mass below nothing (something taken off) is allowed, a sum that is not above
 * nothing is not. Errors: `noMass`. Source: JCGM 100:2008 (GUM) 5.1.2.
 * Example: 100 at 1000 and 50 at 1300 is 150 at 1100.
 */
export function centreOf(items: readonly Item[]): Result<Centre, Reason> {
  const mass = items.reduce((sum, i) => sum + i.mass, 0);
  if (!Number.isFinite(mass) || mass <= 0) return err(reason('noMass'));
  const mean = (of: (i: Item) => number): number => items.reduce((sum, i) => sum + i.mass * of(i), 0) / mass;
  const arm = mean((i) => i.arm);
  const lateral = mean((i) => i.lateral);
  if (!Number.isFinite(arm) || !Number.isFinite(lateral)) return err(reason('notFinite'));
  let [varMass, varArm, varLateral, covariance] = [0, 0, 0, 0];
  for (const i of items) {
    const own = i.sigmaMass ** 2;
    varMass += own;
    varArm += (i.arm - arm) ** 2 * own + i.mass ** 2 * i.sigmaArm ** 2;
    varLateral += (i.lateral - lateral) ** 2 * own;
    covariance += (i.arm - arm) * own;
  }
  return ok({
    mass,
    arm,
    lateral,
    sigmaMass: Math.sqrt(varMass),
    sigmaArm: Math.sqrt(varArm) / mass,
    sigmaLateral: Math.sqrt(varLateral) / mass,
    covariance: covariance / mass,
  });
}

/** How many of `to` one of `from` is. Example: `ratio('kg', 'lb')` is about 2.2046. */
export function ratio(from: string, to: string): number {
  const found = convert(1, from, to);
  if (!found.ok) throw new Error(`ratio: ${from} and ${to} measure different things`);
  return found.value;
}

/** Mass, in the placard's unit, of one unit of volume of what is in a tank. Example: 0.72 kg/L is 6.01 lb/US gal. */
export function densityOf(tank: LoadTank, units: LoadingUnits): number {
  return tank.density * ratio('kg', units.mass) * ratio(units.volume, 'L');
}

/**
 * Moments of the fuel in a tank, by its usable volume. Between the rows of the table the moment, not the arm, is
 * taken to rise evenly: the fuel of a layer lies where the layer is. Before the first and after the last row the arm
 * stays. A volume of nothing has no moment.
 * Example: rows 50 L at 1000 mm and 100 L at 1100 mm put 75 L at (50·1000 + 100·1100)/2/75 = 1066.7 mm.
 */
export function fuelMoments(
  tank: LoadTank,
  volume: number,
  units: LoadingUnits,
): { readonly mass: number; readonly arm: number; readonly lateral: number } {
  const density = densityOf(tank, units);
  const { arms } = tank;
  const at = arms.findIndex((r) => r.volume >= volume);
  const [low, high] = [arms[(at < 0 ? arms.length : at) - 1], at < 0 ? undefined : arms[at]];
  const only = low ?? high;
  if (!low || !high || low.volume === high.volume)
    return { mass: density * volume, arm: (high ?? only)?.arm ?? 0, lateral: (high ?? only)?.lateral ?? 0 };
  const share = (volume - low.volume) / (high.volume - low.volume);
  const mix = (a: number, b: number): number =>
    (a * low.volume * (1 - share) + b * high.volume * share) / volume;
  return { mass: density * volume, arm: mix(low.arm, high.arm), lateral: mix(low.lateral, high.lateral) };
}

/**
 * Fuel in a tank as an item; undefined for an empty one. The gauge and the density are what is not known of it.
 * Example: 40 L of 0.72 kg/L by a gauge good to 2 L and a density good to 0.015 are 28.8 kg, one sigma of 0.78 kg.
 */
export function fuelItem(tank: LoadTank, volume: number, units: LoadingUnits): Item | undefined {
  if (volume <= 0) return undefined;
  const { mass, arm, lateral } = fuelMoments(tank, volume, units);
  const share = Math.hypot(
    tank.gauge / 2 / volume,
    tank.density > 0 ? tank.densityBand / 2 / tank.density : 0,
  );
  return { title: tank.title, mass, arm, lateral, sigmaMass: mass * share, sigmaArm: 0 };
}

/** Fuel of all tanks that hold any, as items. */
export function fuelItems(data: LoadingData, volumes: Readonly<Record<string, number>>): readonly Item[] {
  return data.tanks.flatMap((tank) => fuelItem(tank, ownMember(volumes, tank.id) ?? 0, data.units) ?? []);
}

/**
 * Everything on a sheet but the fuel, with tilting parts in a position: the empty aircraft, what its configuration puts
 * aboard, what lies at the stations, the packs. Lines and packs that the data does not know
 * are left to `sheetProblems`.
 */
export function dryItems(data: LoadingData, sheet: LoadingSheet, tilt?: string): readonly Item[] {
  const { empty } = sheet;
  const items: Item[] = [
    {
      title: 'Empty',
      mass: empty.mass,
      // What is tilted belongs to the empty aircraft; only its moment changes.
      arm: empty.arm + tiltMoment(data, tilt) / empty.mass,
      lateral: empty.lateral,
      sigmaMass: empty.uncertainty.mass / 2,
      sigmaArm: empty.uncertainty.arm / 2,
    },
  ];
  for (const own of data.configured ?? []) {
    const { title, mass, arm, lateral, uncertainty } = own;
    const [sigmaMass, sigmaArm] = [uncertainty.mass / 2, uncertainty.arm / 2];
    items.push({ title, mass, arm, lateral, sigmaMass, sigmaArm });
  }
  for (const line of sheet.lines) {
    const station = data.stations.find((s) => s.id === line.station);
    if (!station || line.mass === 0) continue;
    items.push({
      title: line.title ?? station.title,
      mass: line.mass,
      arm: line.arm ?? station.arm,
      lateral: station.lateral,
      sigmaMass: station.uncertainty.mass / 2,
      sigmaArm: station.uncertainty.arm / 2,
    });
  }
  for (const { bay, pack, arm } of sheet.packs) {
    const place = data.bays.find((b) => b.id === bay);
    const what = data.packs.find((p) => p.id === pack);
    if (!place || !what) continue;
    items.push({
      title: what.title,
      mass: what.mass,
      arm: arm ?? place.arm,
      lateral: place.lateral,
      sigmaMass: what.uncertainty.mass / 2,
      sigmaArm: what.uncertainty.arm / 2,
    });
  }
  return items;
}

/** What tilting adds to the moment: the mass of the tilting parts times how far they move. */
function tiltMoment(data: LoadingData, tilt: string | undefined): number {
  const found = data.tilts.find((t) => t.id === tilt);
  return found ? found.mass * found.shift : 0;
}

/** Share of the mean chord at which an arm lies, in percent. Example: leading edge 1800, chord 1400: 2200 is 28.6 %. */
export function percentOfChord(data: LoadingData, arm: number): number | undefined {
  const { chord } = data;
  return chord && chord.length > 0 ? ((arm - chord.leadingEdge) / chord.length) * 100 : undefined;
}
