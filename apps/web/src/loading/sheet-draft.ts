import {
  ownMember,
  convert,
  err,
  firstSheet,
  ok,
  readQuantity,
  reason,
  type BasisIndex,
  type CampaignState,
  type LoadingSheet,
  type Reason,
  type Result,
} from '@kanzel/core';
import type { PartDraft } from '../answers/desk.ts';

/** A figure as it is typed, in the unit wanted; what was there before when nothing was typed. */
export function typedFigure(text: string | undefined, unit: string, before: number): Result<number, Reason> {
  if (text === undefined || text.trim() === '') return ok(before);
  const read = readQuantity(text, unit);
  if (!read.ok) return read;
  return convert(read.value.value, read.value.unit, unit);
}

/** What the texts and choices on the desk make of a sheet, or the first thing that cannot be read. */
export function sheetFromDraft(
  state: CampaignState,
  index: BasisIndex,
  draft: PartDraft,
): Result<LoadingSheet, Reason> {
  const data = index.basis.aircraft.loading;
  if (!data) return err(reason('noLoadingData'));
  const base = firstSheet(state, index);
  if (!base) return err(reason('emptyUnknown'));
  const { texts = {}, picks = {} } = draft;
  const lines: LoadingSheet['lines'][number][] = [];
  for (const line of base.lines) {
    const mass = typedFigure(ownMember(texts, `mass ${line.station}`), data.units.mass, line.mass);
    if (!mass.ok) return mass;
    const station = data.stations.find((s) => s.id === line.station);
    const arm = typedFigure(
      ownMember(texts, `arm ${line.station}`),
      data.units.arm,
      line.arm ?? station?.arm ?? 0,
    );
    if (!arm.ok) return arm;
    const { arm: _arm, ...rest } = line;
    lines.push({ ...rest, mass: mass.value, ...(arm.value === station?.arm ? {} : { arm: arm.value }) });
  }
  const fuel: Record<string, number> = {};
  for (const tank of data.tanks) {
    const volume = typedFigure(
      ownMember(texts, `fuel ${tank.id}`),
      data.units.volume,
      ownMember(base.fuel, tank.id) ?? 0,
    );
    if (!volume.ok) return volume;
    fuel[tank.id] = volume.value;
  }
  const used = typedFigure(texts['used'], data.units.volume, base.used);
  if (!used.ok) return used;
  const packs: LoadingSheet['packs'][number][] = [];
  for (const bay of data.bays) {
    const own = base.packs.find((p) => p.bay === bay.id);
    const pack = ownMember(picks, `pack ${bay.id}`) ?? own?.pack ?? '';
    if (pack === '') continue;
    const arm = typedFigure(ownMember(texts, `arm ${bay.id}`), data.units.arm, own?.arm ?? bay.arm);
    if (!arm.ok) return arm;
    packs.push({ bay: bay.id, pack, ...(arm.value === bay.arm ? {} : { arm: arm.value }) });
  }
  return ok({ ...base, lines, fuel, used: used.value, packs });
}

const plain = (value: number): string => String(Number(value.toFixed(4)));

/** The texts that type a sheet: what a solver found, put on the desk. Only what differs from the sheet before is typed. */
export function draftFromSheet(
  state: CampaignState,
  index: BasisIndex,
  sheet: LoadingSheet,
): Pick<PartDraft, 'texts' | 'picks'> {
  const data = index.basis.aircraft.loading;
  const base = firstSheet(state, index);
  if (!data || !base) return {};
  const texts: Record<string, string> = {};
  const picks: Record<string, string> = {};
  const type = (key: string, value: number, before: number): void => {
    if (Math.abs(value - before) > 1e-9) texts[key] = plain(value);
  };
  for (const line of sheet.lines) {
    const own = base.lines.find((l) => l.station === line.station);
    const station = data.stations.find((s) => s.id === line.station);
    type(`mass ${line.station}`, line.mass, own?.mass ?? 0);
    type(`arm ${line.station}`, line.arm ?? station?.arm ?? 0, own?.arm ?? station?.arm ?? 0);
  }
  for (const tank of data.tanks)
    type(`fuel ${tank.id}`, ownMember(sheet.fuel, tank.id) ?? 0, ownMember(base.fuel, tank.id) ?? 0);
  type('used', sheet.used, base.used);
  for (const bay of data.bays) {
    const own = base.packs.find((p) => p.bay === bay.id);
    const next = sheet.packs.find((p) => p.bay === bay.id);
    if (next?.pack !== own?.pack) picks[`pack ${bay.id}`] = next?.pack ?? '';
    if (next) type(`arm ${bay.id}`, next.arm ?? bay.arm, own?.arm ?? bay.arm);
  }
  return { texts, picks };
}
