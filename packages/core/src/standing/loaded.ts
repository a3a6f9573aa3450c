import type { BasisIndex } from '../checks/basis-index.ts';
import { hasLostStanding } from './losses.ts';
import { standingAnswer, type CampaignState } from '../record/state.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { ratio } from '../loading/items.ts';
import type { EmptyLine, LoadingSheet } from '../loading/types.ts';
import type { LoadingData } from '../aircraft/loading-data.ts';
import { weigh } from '../loading/weighing.ts';
import { heaviestOf, shownSteps } from '../loading/steps.ts';

const massStep = (data: LoadingData): number => shownSteps(data.units, heaviestOf(data)).mass;

/** The newest answer of a kind that stands, with the part it belongs to. */
function newest<K extends 'weighing' | 'loading'>(
  state: CampaignState,
  kind: K,
): { readonly entry: string; readonly seq: number; readonly at: string; readonly key: string } | undefined {
  let found: { entry: string; seq: number; at: string; key: string } | undefined;
  for (const [key, part] of state.parts) {
    const answer = standingAnswer(part);
    if (answer?.answer?.kind !== kind || (found && found.seq > answer.seq)) continue;
    if (kind === 'weighing' && hasLostStanding(part)) continue;
    found = { entry: answer.entry, seq: answer.seq, at: answer.at, key };
  }
  return found;
}

/**
 * The empty aircraft that a loading sheet begins with: the newest weighing of this campaign that stands and can be
 * reckoned, else the report in force. In the units of the placard. Undefined when neither is there.
 * Example: weighed this morning at 612.4 kg, the report of last year no longer counts.
 */
export function emptyLine(state: CampaignState, index: BasisIndex): EmptyLine | undefined {
  const data = index.basis.aircraft.loading;
  if (!data) return undefined;
  const found = newest(state, 'weighing');
  const answer = found && standingAnswer(state.parts.get(found.key))?.answer;
  if (found && answer?.kind === 'weighing') {
    const { weighing } = answer;
    const weighed = weigh(data, weighing, { instruments: index.instruments, at: found.at });
    if (weighed.ok) {
      const [masses, arms] = [
        ratio(weighing.units.mass, data.units.mass),
        ratio(weighing.units.arm, data.units.arm),
      ];
      const { mass, arm, lateral, uncertainty } = weighed.value;
      return {
        source: 'weighing',
        from: found.entry,
        mass: mass * masses,
        arm: arm * arms,
        lateral: lateral * arms,
        uncertainty: { mass: uncertainty.mass * masses, arm: uncertainty.arm * arms },
      };
    }
  }
  const { report } = data;
  if (!report) return undefined;
  const { mass, arm, lateral, uncertainty, number } = report;
  return { source: 'report', from: number, mass, arm, lateral, uncertainty };
}

/** Why the empty line of a sheet is not the one that counts now. Undefined when it is. */
export function emptyLineDoubt(
  state: CampaignState,
  index: BasisIndex,
  sheet: LoadingSheet,
): Reason | undefined {
  const data = index.basis.aircraft.loading;
  const wanted = emptyLine(state, index);
  if (!data || !wanted) return reason('emptyUnknown');
  if (
    sheet.units.mass !== data.units.mass ||
    sheet.units.arm !== data.units.arm ||
    sheet.units.volume !== data.units.volume
  )
    return reason('sheetUnits', { wanted: `${data.units.mass}, ${data.units.arm} and ${data.units.volume}` });
  const { empty } = sheet;
  const same = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(b));
  return empty.source === wanted.source &&
    empty.from === wanted.from &&
    same(empty.mass, wanted.mass) &&
    same(empty.arm, wanted.arm) &&
    same(empty.lateral, wanted.lateral) &&
    same(empty.uncertainty.mass, wanted.uncertainty.mass) &&
    same(empty.uncertainty.arm, wanted.uncertainty.arm)
    ? undefined
    : reason('emptyLineStale', {
        mass: { value: wanted.mass, unit: data.units.mass, resolution: massStep(data) },
      });
}

/** The newest loading sheet that was kept. Undefined before there is one. */
export function newestSheet(state: CampaignState): LoadingSheet | undefined {
  const last = newest(state, 'loading');
  const answer = last && standingAnswer(state.parts.get(last.key))?.answer;
  return answer?.kind === 'loading' ? answer.sheet : undefined;
}

/** What is aboard at a place as last said: by a change of the loadout, else by the newest sheet. */
export interface Aboard {
  readonly pack?: string;
  readonly mass?: number;
}

/**
 * What is aboard by place: packs in their bays, masses at the stations for payload. A place of which nobody has said
 * anything is not in it. Example: a sheet kept with the small pack, and the large one put in since: the large one.
 */
export function aboardNow(state: CampaignState, data: LoadingData): ReadonlyMap<string, Aboard> {
  const found = new Map<string, Aboard>();
  const last = newest(state, 'loading');
  const answer = last && standingAnswer(state.parts.get(last.key))?.answer;
  if (answer?.kind === 'loading') {
    for (const { bay, pack } of answer.sheet.packs) found.set(bay, { pack });
    for (const station of data.stations.filter((s) => s.kind === 'payload'))
      found.set(station.id, { mass: answer.sheet.lines.find((l) => l.station === station.id)?.mass ?? 0 });
  }
  for (const [place, said] of state.loadout) {
    if (last && said.seq < last.seq) continue;
    const bay = data.bays.some((b) => b.id === place);
    found.set(place, bay ? { pack: said.item } : { ...(said.mass === undefined ? {} : { mass: said.mass }) });
  }
  return found;
}

/** Places at which a sheet names something other than what is aboard. */
export function aboardChanges(
  state: CampaignState,
  data: LoadingData,
  sheet: LoadingSheet,
): readonly { readonly place: string; readonly item: string; readonly mass?: number }[] {
  return [...aboardNow(state, data)].flatMap(([place, aboard]) => {
    if (aboard.pack !== undefined) {
      const item = sheet.packs.find((p) => p.bay === place)?.pack ?? '';
      return item === aboard.pack ? [] : [{ place, item }];
    }
    const mass = sheet.lines.find((l) => l.station === place)?.mass ?? 0;
    return aboard.mass === undefined || Math.abs(mass - aboard.mass) <= 1e-9
      ? []
      : [{ place, item: mass === 0 ? '' : 'payload', mass }];
  });
}

/** Why a sheet cannot be kept as it is: it names another pack or payload than is aboard. The change is said first. */
export function aboardDoubt(
  state: CampaignState,
  data: LoadingData,
  sheet: LoadingSheet,
): Reason | undefined {
  const [first] = aboardChanges(state, data, sheet);
  if (!first) return undefined;
  const bay = data.bays.find((b) => b.id === first.place);
  const station = data.stations.find((s) => s.id === first.place);
  const title = (id: string | undefined): string => data.packs.find((p) => p.id === id)?.title ?? 'nothing';
  const aboard = aboardNow(state, data).get(first.place);
  return bay
    ? reason('packNotAboard', { thing: bay.title, aboard: title(aboard?.pack), pack: title(first.item) })
    : reason('payloadNotAboard', {
        thing: station?.title ?? first.place,
        aboard: { value: aboard?.mass ?? 0, unit: data.units.mass, resolution: massStep(data) },
        value: { value: first.mass ?? 0, unit: data.units.mass, resolution: massStep(data) },
      });
}

/** The newest loading sheet that was kept, with the part it answers; also one that has lost its standing since. */
export function keptSheet(
  state: CampaignState,
): { readonly sheet: LoadingSheet; readonly key: string; readonly at: string } | undefined {
  const found = newest(state, 'loading');
  const answer = found && standingAnswer(state.parts.get(found.key))?.answer;
  return found && answer?.kind === 'loading'
    ? { sheet: answer.sheet, key: found.key, at: found.at }
    : undefined;
}

/**
 * A sheet to begin with: the empty aircraft, what is usual at every station, packs as they are aboard. Tanks as on the
 * sheet before, or empty: nobody has said yet what is in them.
 */
export function firstSheet(state: CampaignState, index: BasisIndex): LoadingSheet | undefined {
  const data = index.basis.aircraft.loading;
  const empty = emptyLine(state, index);
  if (!data || !empty) return undefined;
  const aboard = aboardNow(state, data);
  const last = newest(state, 'loading');
  const answer = last && standingAnswer(state.parts.get(last.key))?.answer;
  const before = answer?.kind === 'loading' ? answer.sheet : undefined;
  return {
    units: data.units,
    empty,
    lines: data.stations.map((s) => {
      const own = before?.lines.find((l) => l.station === s.id);
      return { ...own, station: s.id, mass: aboard.get(s.id)?.mass ?? own?.mass ?? s.usual };
    }),
    fuel: before?.fuel ?? Object.fromEntries(data.tanks.map((t) => [t.id, 0])),
    used: before?.used ?? 0,
    packs: data.bays.flatMap((b) => {
      const own = before?.packs.find((p) => p.bay === b.id);
      const pack = aboard.get(b.id)?.pack ?? own?.pack ?? b.usual;
      return pack === '' ? [] : [{ ...own, bay: b.id, pack }];
    }),
  };
}
