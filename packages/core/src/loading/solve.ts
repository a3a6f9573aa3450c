import { reason, type Reason } from '../reasons/reason.ts';
import { flightTrack } from './track.ts';
import {
  asSolution,
  nearestHolding,
  ranked,
  sheetStanding,
  toStep,
  withLine,
  type Solution,
} from './solution.ts';
import { heaviestOf, practicalSteps, shownSteps, stepFor } from './steps.ts';
import type { LoadingSheet } from './types.ts';
import type { LoadingData } from '../aircraft/loading-data.ts';
import { ownMember } from '../own-member.ts';

/** What a solver is to reach: a margin to every edge along the whole flight, or a centre at take-off. */
export type Target =
  { readonly kind: 'margin'; readonly arm: number } | { readonly kind: 'centre'; readonly arm: number };

const massOf = (data: LoadingData, value: number): Reason['params'][string] => ({
  value,
  unit: data.units.mass,
  resolution: stepFor(value, shownSteps(data.units, heaviestOf(data)).mass),
});
const armOf = (data: LoadingData, value: number): Reason['params'][string] => ({
  value,
  unit: data.units.arm,
  resolution: shownSteps(data.units, heaviestOf(data)).arm,
});
const volumeOf = (data: LoadingData, value: number): Reason['params'][string] => ({
  value,
  unit: data.units.volume,
  resolution: data.units.volume === 'L' ? 1 : 0.1,
});

/** Whether a sheet meets a target: a margin along the whole flight in every tilt position, or a centre reached. */
function meets(data: LoadingData, sheet: LoadingSheet, target: Target): boolean {
  const standing = sheetStanding(data, sheet);
  if (!standing) return false;
  if (target.kind === 'margin')
    return standing.inside && standing.margin.arm >= target.arm - 1e-9 && standing.margin.mass >= -1e-9;
  const [first] = standing.tracks[0]?.points ?? [];
  return first !== undefined && Math.abs(first.centre.arm - target.arm) <= practicalSteps(data).arm / 2;
}

/**
 * Ballast for a target, at each station that takes ballast: the mass nearest to what lies there now, in steps that
 * can be weighed out. For a centre at take-off m = M·(x−t)/(t−a), with M and x of everything else; for a margin the
 * border of what holds along the whole flight is sought. Stations at which no mass does it are left out.
 * Example: 150 at 1100, to be brought to 1050 at an arm of 300: 10, since 150·50/750 = 10.
 */
export function solveBallast(data: LoadingData, sheet: LoadingSheet, target: Target): readonly Solution[] {
  const step = practicalSteps(data).mass;
  const found = data.stations
    .filter((s) => s.kind === 'ballast')
    .map((station) => {
      const now = sheet.lines.find((l) => l.station === station.id)?.mass ?? 0;
      const arm = sheet.lines.find((l) => l.station === station.id)?.arm ?? station.arm;
      const at = (mass: number): LoadingSheet => withLine(sheet, station.id, mass);
      let mass: number | undefined;
      if (target.kind === 'centre') {
        const track = flightTrack(data, at(0));
        const centre = track.ok ? track.value[0]?.centre : undefined;
        const exact = centre && (centre.mass * (centre.arm - target.arm)) / (target.arm - arm);
        mass = exact === undefined || !Number.isFinite(exact) ? undefined : toStep(exact, step, 'near');
        // A step may be coarser than the target: then the exact figure is what has to be weighed out.
        if (mass !== undefined && !meets(data, at(mass), target)) mass = exact;
      } else {
        const exact = nearestHolding(now, { from: 0, to: station.maximum }, (m) =>
          meets(data, at(m), target),
        );
        const round = exact === undefined ? undefined : toStep(exact, step, exact >= now ? 'up' : 'down');
        mass = round !== undefined && meets(data, at(round), target) ? round : exact;
      }
      if (mass === undefined || mass < 0 || mass > station.maximum) return undefined;
      const does =
        mass === now
          ? reason('ballastStays', { thing: station.title, mass: massOf(data, mass) })
          : reason('ballastAt', {
              thing: station.title,
              mass: massOf(data, mass),
              arm: armOf(data, arm),
              now: massOf(data, now),
            });
      return asSolution(data, at(mass), does, Math.abs(mass - now));
    });
  return ranked(found);
}

/**
 * Where to slide a pack, or a load that can be moved, so that a target is met: the arm nearest to where it is, in
 * steps that can be measured. Example: a 900 g pack in a 3,000 g model, centre 4 mm too far aft: 14 mm forward
 * (4·3000/900 = 13.3, rounded to the side that meets it).
 */
export function solvePlace(data: LoadingData, sheet: LoadingSheet, target: Target): readonly Solution[] {
  const step = practicalSteps(data).arm;
  const slide = (
    title: string,
    now: number,
    travel: { readonly from: number; readonly to: number } | undefined,
    at: (arm: number) => LoadingSheet,
  ): Solution | undefined => {
    if (!travel) return undefined;
    const exact = nearestHolding(now, travel, (arm) => meets(data, at(arm), target));
    if (exact === undefined) return undefined;
    const round = [toStep(exact, step, 'near'), toStep(exact, step, 'up'), toStep(exact, step, 'down')].find(
      (arm) => arm >= travel.from && arm <= travel.to && meets(data, at(arm), target),
    );
    const arm = round ?? exact;
    const by = arm - now;
    const does =
      by === 0
        ? reason('slideStays', { thing: title })
        : reason(by < 0 ? 'slideForward' : 'slideAft', {
            thing: title,
            by: armOf(data, Math.abs(by)),
            arm: armOf(data, arm),
          });
    return asSolution(data, at(arm), does, Math.abs(by));
  };
  const packs = sheet.packs.map((own) => {
    const bay = data.bays.find((b) => b.id === own.bay);
    const pack = data.packs.find((p) => p.id === own.pack);
    if (!bay || !pack) return undefined;
    return slide(pack.title, own.arm ?? bay.arm, bay.travel, (arm) => ({
      ...sheet,
      packs: sheet.packs.map((p) => (p.bay === own.bay ? { ...p, arm } : p)),
    }));
  });
  const loads = sheet.lines.map((line) => {
    const station = data.stations.find((s) => s.id === line.station);
    if (!station || line.mass <= 0) return undefined;
    return slide(line.title ?? station.title, line.arm ?? station.arm, station.travel, (arm) =>
      withLine(sheet, station.id, line.mass, arm),
    );
  });
  return ranked([...packs, ...loads]);
}

/**
 * Where to put a load of a given mass: every station for payload, lockers and ballast in turn, with what is left of
 * the margins. Those that take it and stay inside come first, widest margin first.
 */
export function solvePayload(data: LoadingData, sheet: LoadingSheet, mass: number): readonly Solution[] {
  const found = data.stations
    .filter((s) => s.kind !== 'seat')
    .map((station) => {
      const there = sheet.lines.find((l) => l.station === station.id)?.mass ?? 0;
      const does = reason('payloadAt', {
        thing: station.title,
        mass: massOf(data, mass),
        arm: armOf(data, station.arm),
      });
      return asSolution(data, withLine(sheet, station.id, there + mass), does, 0);
    });
  return ranked(found);
}

/**
 * By how much something of a given mass has to be slid so that a balanced aircraft comes to a wanted arm; forward is
 * negative. It is part of the aircraft, so that the mass does not change: Δ = (wanted − arm)·M/m.
 * Example: 3.4 kg balancing at 71, wanted at 68, with a pack of 0.62 kg: 16.5 forward.
 */
export function slideToBalance(
  balanced: { readonly mass: number; readonly arm: number },
  wanted: number,
  mass: number,
): number {
  return ((wanted - balanced.arm) * balanced.mass) / mass;
}

/** Every way of sharing a volume among tanks in so many parts, none overfull. */
function shares(
  tanks: readonly { readonly id: string; readonly usable: number }[],
  total: number,
  parts: number,
): readonly Readonly<Record<string, number>>[] {
  const [first, ...rest] = tanks;
  if (!first) return total <= 1e-9 ? [{}] : [];
  if (rest.length === 0)
    return total <= first.usable + 1e-9 ? [{ [first.id]: Math.min(total, first.usable) }] : [];
  const size = first.usable / parts;
  const found: Readonly<Record<string, number>>[] = [];
  const amounts = new Set([...Array.from({ length: parts + 1 }, (_, i) => i * size), total / tanks.length]);
  for (const amount of amounts)
    if (amount <= total + 1e-9 && amount <= first.usable)
      for (const others of shares(rest, Math.max(0, total - amount), parts))
        found.push({ [first.id]: amount, ...others });
  return found;
}

/**
 * How to fill the tanks with a volume in all: the sharings with the widest margin along the whole flight, tanks that
 * are drawn together filled evenly first. At most `count` are given, best first, each another way.
 */
export function solveFuel(
  data: LoadingData,
  sheet: LoadingSheet,
  total: number,
  count = 3,
): readonly Solution[] {
  const step = practicalSteps(data).volume;
  // Tanks drawn together are filled alike: half the ways, and what people do.
  const groups = data.burn.map((ids) => ({
    ids: ids.filter((id) => data.tanks.some((t) => t.id === id)),
    usable: ids.reduce((sum, id) => sum + (data.tanks.find((t) => t.id === id)?.usable ?? 0), 0),
  }));
  const parts = groups.length <= 2 ? 16 : groups.length === 3 ? 10 : 5;
  const ways = shares(
    groups.map((g, i) => ({ id: String(i), usable: g.usable })),
    total,
    parts,
  );
  const found = ways.map((way) => {
    const fuel: Record<string, number> = {};
    groups.forEach(({ ids }, i) => {
      for (const id of ids) {
        const even = (ownMember(way, String(i)) ?? 0) / ids.length;
        const usable = data.tanks.find((t) => t.id === id)?.usable ?? 0;
        fuel[id] = Math.min(usable, toStep(even, step / 10, 'near'));
      }
    });
    const things = data.tanks.map(
      (t) => `${t.title} ${String(Number((ownMember(fuel, t.id) ?? 0).toFixed(1)))}`,
    );
    const next = {
      ...sheet,
      fuel,
      used: Math.min(
        sheet.used,
        Object.values(fuel).reduce((s, v) => s + v, 0),
      ),
    };
    return asSolution(data, next, reason('fillTanks', { total: volumeOf(data, total), things }), 0);
  });
  return ranked(found).slice(0, count);
}

/** A pack for a mission, with the energy that is left over. */
export interface PackChoice extends Solution {
  readonly pack: string;
  readonly bay: string;
  /** Watt-hours beyond what the mission needs; negative when it falls short. */
  readonly spare: number;
}

/**
 * Which pack fits a mission: every pack that a bay takes, in its usual place and slid to where it balances, with the
 * energy to spare. Those that are inside and suffice come first, the lightest of them first.
 */
export function solvePack(data: LoadingData, sheet: LoadingSheet, need: number): readonly PackChoice[] {
  const choices = data.bays.flatMap((bay) =>
    bay.packs.flatMap((id) => {
      const pack = data.packs.find((p) => p.id === id);
      if (!pack) return [];
      const others = sheet.packs.filter((p) => p.bay !== bay.id);
      const spare =
        pack.energy +
        others.reduce((sum, o) => sum + (data.packs.find((p) => p.id === o.pack)?.energy ?? 0), 0) -
        need;
      const plain = { ...sheet, packs: [...others, { bay: bay.id, pack: id }] };
      const [slid] = bay.travel ? solvePlace(data, plain, { kind: 'margin', arm: 0 }) : [];
      const here = (slid?.sheet ?? plain).packs.find((p) => p.bay === bay.id)?.arm ?? bay.arm;
      const does = reason(spare >= 0 ? 'packSuffices' : 'packShort', {
        thing: pack.title,
        arm: armOf(data, here),
        energy: { value: pack.energy, unit: 'Wh', resolution: 1 },
        spare: { value: Math.abs(spare), unit: 'Wh', resolution: 1 },
      });
      const solution = asSolution(data, slid?.sheet ?? plain, does, pack.mass);
      return solution ? [{ ...solution, pack: id, bay: bay.id, spare }] : [];
    }),
  );
  const fits = (c: PackChoice): number => Number(c.inside) + Number(c.spare >= 0);
  return choices.sort((a, b) => fits(b) - fits(a) || a.effort - b.effort);
}
