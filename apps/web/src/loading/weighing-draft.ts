import {
  ownMember,
  err,
  findUnit,
  ok,
  readQuantity,
  reason,
  type BasisIndex,
  type Instrument,
  type LoadingUnits,
  type Part,
  type Reading,
  type Reason,
  type Result,
  type WeighedExtra,
  type WeighedPoint,
  type Weighing,
} from '@kanzel/core';
import type { PartDraft, Row } from '../answers/desk.ts';
import { typedFigure } from './sheet-draft.ts';

/** How often a scale may be read. */
export const MOST_READINGS = 3;

const USUAL_UNITS: LoadingUnits = { mass: 'kg', arm: 'mm', volume: 'L' };

/** Units of the placard, or metric ones where nobody described the loading. */
export function weighingUnits(index: BasisIndex): LoadingUnits {
  return index.basis.aircraft.loading?.units ?? USUAL_UNITS;
}

/** Instruments that measure a kind of thing, those named for this check first. */
export function instrumentsOfKind(index: BasisIndex, kind: string, check: string): readonly Instrument[] {
  return Object.values(index.instruments)
    .filter((i) => i.live !== true && findUnit(i.unit)?.kind === kind)
    .sort((a, b) => Number(b.measures.includes(check)) - Number(a.measures.includes(check)));
}

/** The instrument chosen on the desk, else the first that fits. */
export function chosenInstrument(
  index: BasisIndex,
  part: Part,
  draft: PartDraft,
  role: 'scales' | 'level' | 'rule',
): Instrument | undefined {
  const kind = { scales: 'mass', level: 'angle', rule: 'length' }[role];
  const own = instrumentsOfKind(index, kind, part.check.id);
  return own.find((i) => i.id === draft.picks?.[role]) ?? own[0];
}

/** Places under the scales: those of the aircraft, or those typed where nobody described them. */
export function scalePoints(
  index: BasisIndex,
  draft: PartDraft,
): readonly {
  readonly id: string;
  readonly title: string;
  readonly arm: string;
  readonly lateral: string;
}[] {
  const data = index.basis.aircraft.loading;
  if (data)
    return data.weighing.points.map((p) => ({ ...p, arm: String(p.arm), lateral: String(p.lateral) }));
  const rows = draft.lists?.['points'] ?? [];
  return rows.map((r, i) => ({
    id: String(i + 1),
    title: r['title'] || `Scale ${i + 1}`,
    arm: r['arm'] ?? '',
    lateral: r['lateral'] ?? '',
  }));
}

function reading(
  text: string | undefined,
  unit: string,
  instrument: Instrument | undefined,
): Result<Reading, Reason> {
  const read = readQuantity(text ?? '', unit);
  if (!read.ok) return read;
  return ok({ ...read.value, source: 'typed', ...(instrument ? { instrument: instrument.id } : {}) });
}

function extraFrom(row: Row, units: LoadingUnits): Result<WeighedExtra | undefined, Reason> {
  if (!row['title']?.trim() && !row['mass']?.trim()) return ok(undefined);
  const mass = typedFigure(row['mass'], units.mass, NaN);
  if (!mass.ok) return mass;
  const arm = typedFigure(row['arm'], units.arm, NaN);
  if (!arm.ok) return arm;
  if (!Number.isFinite(mass.value) || !Number.isFinite(arm.value)) return err(reason('noFigure'));
  const lateral = typedFigure(row['lateral'], units.arm, 0);
  if (!lateral.ok) return lateral;
  return ok({
    title: row['title']?.trim() || 'Something',
    mass: mass.value,
    arm: arm.value,
    lateral: lateral.value,
    missing: row['missing'] === 'yes',
  });
}

/**
 * What was aboard or missing, as rows. Before anything is typed: what the configuration puts aboard, since the
 * aircraft stands on the scales as it is set up, and is empty without it.
 */
export function extraRows(index: BasisIndex, draft: PartDraft): readonly Row[] {
  return (
    draft.lists?.['extras'] ??
    (index.basis.aircraft.loading?.configured ?? []).map((own) => ({
      id: own.id,
      title: own.title,
      mass: String(own.mass),
      arm: String(own.arm),
      lateral: String(own.lateral),
      missing: 'no',
    }))
  );
}

function extrasFrom(
  index: BasisIndex,
  draft: PartDraft,
  units: LoadingUnits,
): Result<readonly WeighedExtra[], Reason> {
  const extras: WeighedExtra[] = [];
  for (const row of extraRows(index, draft)) {
    const one = extraFrom(row, units);
    if (!one.ok) return one;
    if (one.value) extras.push(one.value);
  }
  return ok(extras);
}

/** Nothing of a weighing that nobody typed is taken for nought: it is asked for. */
function typed(
  text: string | undefined,
  unit: string,
  instrument: Instrument | undefined,
  missing: Reason,
): Result<Reading, Reason> {
  return text?.trim() ? reading(text, unit, instrument) : err(missing);
}

function readingsOf(
  point: { readonly id: string; readonly title: string },
  draft: PartDraft,
  unit: string,
  scales: Instrument | undefined,
): Result<readonly Reading[], Reason> {
  const readings: Reading[] = [];
  for (let k = 0; k < MOST_READINGS; k += 1) {
    const text = ownMember(draft.texts, `read ${point.id} ${k}`);
    if (!text?.trim()) continue;
    const one = reading(text, unit, scales);
    if (!one.ok) return one;
    readings.push(one.value);
  }
  return readings.length === 0 ? err(reason('scaleUntyped', { thing: point.title })) : ok(readings);
}

/** The scales with what they carry, in two rounds: everything is read before the first tare is asked for. */
function pointsFrom(
  index: BasisIndex,
  part: Part,
  draft: PartDraft,
): Result<readonly WeighedPoint[], Reason> {
  const units = weighingUnits(index);
  const scales = chosenInstrument(index, part, draft, 'scales');
  const read: Omit<WeighedPoint, 'tare'>[] = [];
  for (const { id, title, ...place } of scalePoints(index, draft)) {
    const arm = typedFigure(place.arm, units.arm, NaN);
    const lateral = typedFigure(place.lateral, units.arm, 0);
    if (!arm.ok) return arm;
    if (!lateral.ok) return lateral;
    if (!Number.isFinite(arm.value)) return err(reason('scaleNowhere', { thing: title }));
    const readings = readingsOf({ id, title }, draft, units.mass, scales);
    if (!readings.ok) return readings;
    read.push({ id, title, arm: arm.value, lateral: lateral.value, readings: readings.value });
  }
  const points: WeighedPoint[] = [];
  for (const point of read) {
    const missing = reason('tareUntyped', { thing: point.title });
    const tare = typed(ownMember(draft.texts, `tare ${point.id}`), units.mass, scales, missing);
    if (!tare.ok) return tare;
    points.push({ ...point, tare: tare.value });
  }
  return points.length === 0 ? err(reason('noFigure')) : ok(points);
}

function tanksFrom(index: BasisIndex, draft: PartDraft): Result<Record<string, number>, Reason> {
  const tanks: Record<string, number> = {};
  for (const tank of index.basis.aircraft.loading?.tanks ?? []) {
    const text = ownMember(draft.texts, `fuel ${tank.id}`);
    if (!text?.trim()) return err(reason('fuelUntyped', { thing: tank.title }));
    const volume = typedFigure(text, weighingUnits(index).volume, NaN);
    if (!volume.ok) return volume;
    tanks[tank.id] = volume.value;
  }
  return ok(tanks);
}

function onScales(index: BasisIndex, part: Part, draft: PartDraft): Result<Weighing, Reason> {
  const units = weighingUnits(index);
  const { texts = {}, picks = {} } = draft;
  const points = pointsFrom(index, part, draft);
  if (!points.ok) return points;
  const level = chosenInstrument(index, part, draft, 'level');
  const along = typed(texts['along'], 'deg-angle', level, reason('levelUntyped'));
  if (!along.ok) return along;
  const across = typed(texts['across'], 'deg-angle', level, reason('levelUntyped'));
  if (!across.ok) return across;
  const extras = extrasFrom(index, draft, units);
  if (!extras.ok) return extras;
  const fuel = picks['fuel'] === 'dry' || picks['fuel'] === 'aboard' ? picks['fuel'] : 'drained';
  const tanks = fuel === 'aboard' ? tanksFrom(index, draft) : ok({});
  if (!tanks.ok) return tanks;
  return ok({
    method: 'scales',
    units,
    points: points.value,
    level: { along: along.value, across: across.value },
    fuel,
    tanks: tanks.value,
    extras: extras.value,
  });
}

function byHand(index: BasisIndex, part: Part, draft: PartDraft): Result<Weighing, Reason> {
  const units = weighingUnits(index);
  const { texts = {} } = draft;
  const rule = chosenInstrument(index, part, draft, 'rule');
  const scale = chosenInstrument(index, part, draft, 'scales');
  const tailDrops = reading(texts['tail'], units.arm, rule);
  if (!tailDrops.ok) return tailDrops;
  const noseDrops = reading(texts['nose'], units.arm, rule);
  if (!noseDrops.ok) return noseDrops;
  const mass = reading(texts['mass'], units.mass, scale);
  if (!mass.ok) return mass;
  return ok({
    method: 'hand',
    units,
    tailDrops: tailDrops.value,
    noseDrops: noseDrops.value,
    mass: mass.value,
    extras: [],
  });
}

/** Whether a weighing on the desk is one by hand: a model may also stand on two scales. */
export function isByHand(part: Part, draft: PartDraft): boolean {
  const usual = part.check.answer.kind === 'weighing' && part.check.answer.method === 'hand';
  return draft.picks?.['method'] === undefined ? usual : draft.picks['method'] === 'hand';
}

/** The texts that would type a weighing again: for correcting one figure of it. */
export function draftFromWeighing(weighing: Weighing): Partial<PartDraft> {
  if (weighing.method === 'hand')
    return {
      picks: { method: 'hand' },
      texts: {
        tail: weighing.tailDrops.text,
        nose: weighing.noseDrops.text,
        mass: `${weighing.mass.text} ${weighing.mass.unit}`,
      },
    };
  const texts: Record<string, string> = {
    along: weighing.level.along.text,
    across: weighing.level.across.text,
  };
  for (const point of weighing.points) {
    texts[`tare ${point.id}`] = point.tare.text;
    point.readings.forEach((r, k) => {
      texts[`read ${point.id} ${k}`] = r.text;
    });
  }
  for (const [tank, volume] of Object.entries(weighing.tanks)) texts[`fuel ${tank}`] = String(volume);
  const scales = weighing.points[0]?.readings[0]?.instrument;
  const level = weighing.level.along.instrument;
  return {
    texts,
    picks: {
      method: 'scales',
      fuel: weighing.fuel,
      ...(scales ? { scales } : {}),
      ...(level ? { level } : {}),
    },
    lists: {
      points: weighing.points.map((p) => ({
        id: p.id,
        title: p.title,
        arm: String(p.arm),
        lateral: String(p.lateral),
      })),
      extras: weighing.extras.map((e, i) => ({
        id: `e${i}`,
        title: e.title,
        mass: String(e.mass),
        arm: String(e.arm),
        lateral: String(e.lateral),
        missing: e.missing ? 'yes' : 'no',
      })),
    },
  };
}

/** The weighing on the desk, or the first thing that cannot be read. */
export function weighingFromDraft(index: BasisIndex, part: Part, draft: PartDraft): Result<Weighing, Reason> {
  return isByHand(part, draft) ? byHand(index, part, draft) : onScales(index, part, draft);
}
