import { reason, type Reason } from '../reasons/reason.ts';
import { crossingEdges, edgesOf } from './envelope.ts';
import { ratio } from './items.ts';
import { heaviestOf, shownSteps } from './steps.ts';
import type { LoadingSheet } from './types.ts';
import type { Envelope, LoadingData, LoadingUnits } from '../aircraft/loading-data.ts';
import { ownMember } from '../own-member.ts';

type Shown = { readonly value: number; readonly unit: string; readonly resolution: number };

const mass = (value: number, data: LoadingData): Shown => ({
  value,
  unit: data.units.mass,
  resolution: shownSteps(data.units, heaviestOf(data)).mass,
});
const arm = (value: number, data: LoadingData): Shown => ({
  value,
  unit: data.units.arm,
  resolution: shownSteps(data.units, heaviestOf(data)).arm,
});
const volume = (value: number, data: LoadingData): Shown => ({
  value,
  unit: data.units.volume,
  resolution: shownSteps(data.units, heaviestOf(data)).volume,
});

/** Whether an arm lies on the airframe, its ends included. */
export function onAirframe(data: LoadingData, value: number): boolean {
  return value >= data.extent.from && value <= data.extent.to;
}

/** An arm off the airframe; when only its sign makes it so, the other sign is asked for. */
export function offAirframe(data: LoadingData, thing: string, value: number): Reason {
  const { extent } = data;
  return reason('offAirframe', {
    thing,
    value: arm(value, data),
    from: arm(extent.from, data),
    to: arm(extent.to, data),
    ...(onAirframe(data, -value) ? { other: arm(-value, data) } : {}),
  });
}

/**
 * What is wrong with an envelope for an aircraft: fewer than three corners, figures that are none, a side that crosses
 * another, a mass of nothing or less, a corner off the airframe, or units other than those of the placard, which are
 * asked back rather than converted in silence.
 */
export function envelopeProblems(data: LoadingData, envelope: Envelope): readonly Reason[] {
  const about = { envelope: envelope.title };
  const { units } = envelope;
  if (units && (units.mass !== data.units.mass || units.arm !== data.units.arm))
    return [
      reason('envelopeUnits', {
        ...about,
        is: `${units.arm} and ${units.mass}`,
        wanted: `${data.units.arm} and ${data.units.mass}`,
      }),
    ];
  if (envelope.corners.length < 3)
    return [reason('envelopeTooFew', { ...about, count: envelope.corners.length })];
  if (envelope.corners.some((c) => !Number.isFinite(c.arm) || !Number.isFinite(c.mass)))
    return [reason('envelopeNotFinite', about)];
  const problems: Reason[] = [];
  const crossing = crossingEdges(edgesOf(envelope));
  if (crossing) {
    const at = (edge: (typeof crossing)[0]): number => envelope.corners.indexOf(edge.from) + 1;
    problems.push(reason('envelopeCrosses', { ...about, first: at(crossing[0]), second: at(crossing[1]) }));
  }
  for (const [i, corner] of envelope.corners.entries()) {
    if (corner.mass < 0)
      problems.push(reason('envelopeMass', { ...about, corner: i + 1, value: mass(corner.mass, data) }));
    if (!onAirframe(data, corner.arm))
      problems.push(reason('envelopeOffAirframe', { ...about, corner: i + 1, value: arm(corner.arm, data) }));
  }
  return problems;
}

/** The same envelope in the units of the placard. Example: 84 in becomes 2133.6 mm. */
export function envelopeInUnits(envelope: Envelope, units: LoadingUnits): Envelope {
  const { units: own, ...rest } = envelope;
  if (!own) return envelope;
  const [masses, arms] = [ratio(own.mass, units.mass), ratio(own.arm, units.arm)];
  return {
    ...rest,
    corners: envelope.corners.map((c) => ({ ...c, mass: c.mass * masses, arm: c.arm * arms })),
  };
}

function twice(list: string, items: readonly { readonly id: string }[]): Reason[] {
  const seen = new Set<string>();
  return items.flatMap(({ id }) => {
    if (seen.has(id)) return [reason('describedTwice', { list, id })];
    seen.add(id);
    return [];
  });
}

/**
 * Everything wrong with the loading of an aircraft as described, each with its place; empty when it can be reckoned
 * with. Boundary: an arm at the very end of the airframe lies on it.
 */
export function loadingProblems(data: LoadingData): readonly Reason[] {
  const { extent } = data;
  const problems: Reason[] = [
    ...twice('scale points', data.weighing.points),
    ...twice('things of the configuration', data.configured ?? []),
    ...twice('load stations', data.stations),
    ...twice('tanks', data.tanks),
    ...twice('packs', data.packs),
    ...twice('bays', data.bays),
    ...twice('envelopes', data.envelopes),
    ...twice('tilt positions', data.tilts),
  ];
  if (extent.from >= extent.to) problems.push(reason('extentReversed'));
  if (data.chord && data.chord.length <= 0) problems.push(reason('chordNotPositive'));
  const place = (title: string, at: number, lateral = 0): void => {
    if (!onAirframe(data, at)) problems.push(offAirframe(data, title, at));
    if (Math.abs(lateral) > extent.side)
      problems.push(
        reason('offSide', { thing: title, value: arm(lateral, data), side: arm(extent.side, data) }),
      );
  };
  const weight = (title: string, value: number): void => {
    if (value < 0) problems.push(reason('negativeMass', { thing: title, value: mass(value, data) }));
  };
  for (const p of data.weighing.points) place(p.title, p.arm, p.lateral);
  for (const own of data.configured ?? []) {
    place(own.title, own.arm, own.lateral);
    weight(own.title, own.mass);
  }
  for (const s of data.stations) {
    place(s.title, s.arm, s.lateral);
    weight(s.title, s.maximum);
    weight(s.title, s.usual);
    if (s.usual > s.maximum)
      problems.push(
        reason('stationOver', {
          thing: s.title,
          value: mass(s.usual, data),
          maximum: mass(s.maximum, data),
        }),
      );
    for (const at of s.travel ? [s.travel.from, s.travel.to] : []) place(s.title, at);
    if (s.travel && (s.arm < s.travel.from || s.arm > s.travel.to))
      problems.push(reason('armOutsideTravel', { thing: s.title }));
  }
  for (const t of data.tanks) {
    if (t.arms.length === 0) problems.push(reason('tankWithoutArm', { thing: t.title }));
    for (const row of t.arms) place(t.title, row.arm, row.lateral);
    if (t.arms.some((r, i) => i > 0 && r.volume <= (t.arms[i - 1]?.volume ?? 0)))
      problems.push(reason('tankRows', { thing: t.title }));
    if (t.usable <= 0 || t.unusable < 0 || t.density <= 0 || t.densityBand < 0 || t.gauge < 0)
      problems.push(reason('tankFigures', { thing: t.title }));
  }
  const grouped = data.burn.flat();
  for (const id of grouped)
    if (!data.tanks.some((t) => t.id === id)) problems.push(reason('tankUnknown', { thing: id }));
  if (new Set(grouped).size !== grouped.length) problems.push(reason('tankTwice'));
  for (const p of data.packs) {
    weight(p.title, p.mass);
    const figures = [
      p.cells ?? 1,
      ...(p.history ?? []).flatMap((h) => [h.resistance, h.cycles + 1]),
      ...(p.cold ?? []).map((c) => c.share + 1e-9),
    ];
    if (figures.some((n) => !(n > 0)) || (p.cold ?? []).some((c) => c.share > 1))
      problems.push(reason('packFigures', { thing: p.title }));
  }
  const { power } = data;
  if (power) {
    const above = [
      power.mass,
      power.speed,
      power.fullCurrent,
      power.cellLow,
      power.hover ?? power.cruise ?? 0,
    ];
    const least = [power.transition, power.hoverSeconds, power.band, power.cruise ?? 0, power.hover ?? 0];
    if (above.some((n) => !(n > 0)) || least.some((n) => !(n >= 0))) problems.push(reason('powerFigures'));
  }
  for (const b of data.bays) {
    place(b.title, b.arm, b.lateral);
    for (const at of b.travel ? [b.travel.from, b.travel.to] : []) place(b.title, at);
    for (const id of [...b.packs, b.usual])
      if (!data.packs.some((p) => p.id === id))
        problems.push(reason('packUnknown', { thing: b.title, pack: id }));
  }
  for (const t of data.tilts) weight(t.title, t.mass);
  for (const e of data.envelopes)
    if (e.tilt !== undefined && !data.tilts.some((t) => t.id === e.tilt))
      problems.push(reason('tiltUnknown', { envelope: e.title, tilt: e.tilt }));
  if (data.lateral && data.lateral.low >= data.lateral.high) problems.push(reason('lateralReversed'));
  if (data.report) {
    place('Weighing report', data.report.arm, data.report.lateral);
    if (data.report.mass <= 0)
      problems.push(
        reason('negativeMass', { thing: 'Weighing report', value: mass(data.report.mass, data) }),
      );
  }
  return [...problems, ...data.envelopes.flatMap((e) => envelopeProblems(data, e))];
}

/**
 * What is wrong with a sheet: masses below nothing or above what a station carries, arms off the airframe or beyond
 * the travel of a station, tanks overfull, packs that a bay does not take, more fuel used than there is. The sheet is
 * not touched; each problem names the line. Boundary: full is not overfull.
 */
export function sheetProblems(data: LoadingData, sheet: LoadingSheet): readonly Reason[] {
  const problems: Reason[] = [];
  for (const line of sheet.lines) {
    const station = data.stations.find((s) => s.id === line.station);
    if (!station) {
      problems.push(reason('stationUnknown', { thing: line.title ?? line.station }));
      continue;
    }
    const thing = line.title ?? station.title;
    if (!Number.isFinite(line.mass)) problems.push(reason('notFinite'));
    if (line.mass < 0) problems.push(reason('negativeMass', { thing, value: mass(line.mass, data) }));
    if (line.mass > station.maximum)
      problems.push(
        reason('stationOver', {
          thing,
          value: mass(line.mass, data),
          maximum: mass(station.maximum, data),
        }),
      );
    problems.push(...armProblems(data, thing, line.arm, station));
  }
  for (const [id, filled] of Object.entries(sheet.fuel)) {
    const tank = data.tanks.find((t) => t.id === id);
    if (!tank) problems.push(reason('tankUnknown', { thing: id }));
    else if (filled < 0) problems.push(reason('tankNegative', { thing: tank.title }));
    else if (filled > tank.usable)
      problems.push(
        reason('tankOverfull', {
          thing: tank.title,
          value: volume(filled, data),
          maximum: volume(tank.usable, data),
        }),
      );
  }
  const burnable = data.burn.flat().reduce((sum, id) => sum + (ownMember(sheet.fuel, id) ?? 0), 0);
  if (sheet.used < 0 || sheet.used > burnable + 1e-9)
    problems.push(reason('usedTooMuch', { value: volume(sheet.used, data), there: volume(burnable, data) }));
  for (const { bay, pack, arm: at } of sheet.packs) {
    const place = data.bays.find((b) => b.id === bay);
    if (!place) problems.push(reason('bayUnknown', { thing: bay }));
    else if (!place.packs.includes(pack))
      problems.push(
        reason('packNotForBay', {
          thing: place.title,
          pack: data.packs.find((p) => p.id === pack)?.title ?? pack,
        }),
      );
    else problems.push(...armProblems(data, place.title, at, place));
  }
  return problems;
}

/** What is wrong with an arm that was chosen for something. */
function armProblems(
  data: LoadingData,
  thing: string,
  at: number | undefined,
  place: { readonly arm: number; readonly travel?: { readonly from: number; readonly to: number } },
): readonly Reason[] {
  if (at === undefined || at === place.arm) return [];
  if (!onAirframe(data, at)) return [offAirframe(data, thing, at)];
  if (!place.travel) return [reason('armFixed', { thing, value: arm(place.arm, data) })];
  return at < place.travel.from || at > place.travel.to
    ? [
        reason('armBeyondTravel', {
          thing,
          value: arm(at, data),
          from: arm(place.travel.from, data),
          to: arm(place.travel.to, data),
        }),
      ]
    : [];
}
