import { changedMembers, compareLimitBooks, type BookChanges } from '../limits/compare-books.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { reachOfWork } from '../systems/disturb.ts';
import { reachFromParts, type BasisIndex, type Reach } from './basis-index.ts';
import type { Basis, Check } from './types.ts';

/** What a basis is called on screens and sheets. */
export interface BasisNames {
  readonly pack: string;
  readonly packRevision: number;
  readonly limitBook: string;
  readonly limitBookRevision: number;
  readonly configuration: string;
}

export function basisNames(basis: Basis): BasisNames {
  return {
    pack: basis.pack.title,
    packRevision: basis.pack.revision,
    limitBook: basis.limitBook.title,
    limitBookRevision: basis.limitBook.revision,
    configuration: basis.aircraft.configuration.code,
  };
}

/** How one check differs between two packs. */
export interface CheckChange {
  readonly check: string;
  readonly title: string;
  readonly change: 'added' | 'removed' | 'changed';
  /** Members that differ. */
  readonly fields: readonly string[];
  /** Whether an answer to the old one is no answer to the new one. */
  readonly asksOther: boolean;
}

/** Something of the aircraft that is another one: an engine, a piece of equipment, its serial number. */
export interface ThingChange {
  readonly kind: 'serial' | 'engine' | 'equipment';
  readonly title: string;
  readonly touches: readonly string[];
}

/** What makes a thing another one: not what it is called, nor what the file says of exchanging it. */
function material(thing: object): object {
  const { title: _title, touches: _touches, ...rest } = thing as { title?: string; touches?: unknown };
  return rest;
}

/** Things by id that were added, removed or are other ones now. */
function changedThings<T extends { readonly id: string }>(
  before: readonly T[],
  after: readonly T[],
): readonly { readonly id: string; readonly old?: T; readonly now?: T }[] {
  const ids = [...new Set([...before, ...after].map((t) => t.id))];
  return ids.flatMap((id) => {
    const [old, now] = [before.find((t) => t.id === id), after.find((t) => t.id === id)];
    return old && now && changedMembers({ t: material(old) }, { t: material(now) }).length === 0
      ? []
      : [{ id, ...(old ? { old } : {}), ...(now ? { now } : {}) }];
  });
}

/** The engines of an aircraft as far as both tell: campaigns from before kinds were kept do not say what an engine is. */
function enginesOf(one: Basis['aircraft'], other: Basis['aircraft']): Basis['aircraft']['engines'] {
  const told = [...one.engines, ...other.engines].every((e) => e.kind !== undefined);
  return told ? one.engines : one.engines.map(({ kind: _kind, ...engine }) => engine);
}

/** What differs of the aircraft itself: its number, every engine, every piece of equipment. */
function compareThings(before: Basis['aircraft'], after: Basis['aircraft']): readonly ThingChange[] {
  const engines = changedThings(enginesOf(before, after), enginesOf(after, before)).map(
    ({ id, old, now }): ThingChange => ({
      kind: 'engine',
      title: now?.title ?? old?.title ?? id,
      touches: [`engine.${id}`, `motor.${id}`],
    }),
  );
  const equipment = changedThings(before.equipment ?? [], after.equipment ?? []).map(
    ({ id, old, now }): ThingChange => ({
      kind: 'equipment',
      title: now?.title ?? old?.title ?? id,
      touches: [...new Set(['loading', ...(old?.touches ?? []), ...(now?.touches ?? [])])],
    }),
  );
  const serial: ThingChange[] =
    before.serial === after.serial
      ? []
      : [{ kind: 'serial', title: `${before.serial} to ${after.serial}`, touches: [] }];
  return [...serial, ...engines, ...equipment];
}

/** Everything that differs between two bases. */
export interface BasisChanges {
  readonly checks: readonly CheckChange[];
  /** Whether only the order of the checks differs. */
  readonly reordered: boolean;
  readonly limits: BookChanges;
  readonly gates: boolean;
  readonly configuration?: {
    readonly from: string;
    readonly to: string;
    readonly touches: readonly string[];
  };
  readonly enginesChanged: boolean;
  /** What else differs of the aircraft, each with the systems that it touches. */
  readonly things: readonly ThingChange[];
  /** Arms, envelopes or what else the loading is reckoned by. */
  readonly loading: boolean;
  /** Emergency cards, which prove nothing and take no standing. */
  readonly emergency: boolean;
  readonly revisions: boolean;
}

/**
 * Members that make what was asked another question: an answer given before says nothing about it. The others
 * are words, order and planning.
 */
const ASKS: readonly (keyof Check)[] = [
  'challenge',
  'response',
  'subject',
  'answer',
  'needs',
  'setting',
  'limits',
  'standsOn',
  'proves',
  'decides',
];

/** How the checks of two packs differ. Example: a longer `why` is a change that asks nothing other. */
export function compareChecks(before: readonly Check[], after: readonly Check[]): CheckChange[] {
  const old = new Map(before.map((c) => [c.id, c]));
  const now = new Map(after.map((c) => [c.id, c]));
  const changes: CheckChange[] = [];
  for (const check of after) {
    const was = old.get(check.id);
    if (!was) {
      changes.push({ check: check.id, title: check.title, change: 'added', fields: [], asksOther: true });
      continue;
    }
    const fields = changedMembers(was, check);
    if (fields.length > 0)
      changes.push({
        check: check.id,
        title: check.title,
        change: 'changed',
        fields,
        asksOther: fields.some((f) => (ASKS as readonly string[]).includes(f)),
      });
  }
  for (const check of before)
    if (!now.has(check.id))
      changes.push({ check: check.id, title: check.title, change: 'removed', fields: [], asksOther: false });
  return changes;
}

function sameOrder(before: readonly Check[], after: readonly Check[]): boolean {
  const common = new Set(after.map((c) => c.id));
  const [a, b] = [
    before.filter((c) => common.has(c.id)),
    after.filter((c) => before.some((o) => o.id === c.id)),
  ];
  return a.every((c, i) => b[i]?.id === c.id);
}

/**
 * How two bases of one aircraft differ: checks, limits, gates, configuration, engines, revisions.
 * Example: a limit book whose drop limit went from 150 to 125 rpm differs in one limit.
 */
export function compareBases(before: Basis, after: Basis): BasisChanges {
  const from = before.aircraft.configuration;
  const to = after.aircraft.configuration;
  return {
    checks: compareChecks(before.pack.checks, after.pack.checks),
    reordered: !sameOrder(before.pack.checks, after.pack.checks),
    limits: compareLimitBooks(before.limitBook.limits, after.limitBook.limits),
    gates: changedMembers({ gates: before.pack.gates }, { gates: after.pack.gates }).length > 0,
    ...(from.code === to.code
      ? {}
      : {
          configuration: {
            from: from.code,
            to: to.code,
            // Whatever else two configurations touch, one of them is another loading.
            touches: [...new Set(['loading', ...(from.touches ?? []), ...(to.touches ?? [])])],
          },
        }),
    enginesChanged:
      changedMembers(
        { e: enginesOf(before.aircraft, after.aircraft) },
        { e: enginesOf(after.aircraft, before.aircraft) },
      ).length > 0,
    things: compareThings(before.aircraft, after.aircraft),
    loading: changedMembers({ l: before.aircraft.loading }, { l: after.aircraft.loading }).length > 0,
    emergency: changedMembers({ e: before.emergency }, { e: after.emergency }).length > 0,
    revisions:
      before.pack.id !== after.pack.id ||
      before.pack.revision !== after.pack.revision ||
      before.limitBook.id !== after.limitBook.id ||
      before.limitBook.revision !== after.limitBook.revision,
  };
}

/** Whether nothing differs at all. */
export function isSameBasis(changes: BasisChanges): boolean {
  return (
    changes.checks.length === 0 &&
    changes.limits.length === 0 &&
    !changes.reordered &&
    !changes.gates &&
    !changes.configuration &&
    !changes.enginesChanged &&
    changes.things.length === 0 &&
    !changes.loading &&
    !changes.emergency &&
    !changes.revisions
  );
}

/**
 * Parts of the new basis that lose their standing by moving to it, each once with its reason: checks that ask
 * something other, checks on a limit that is another one, whatever the configuration touches, and every part
 * that stands on one of these.
 */
export function touchedByMove(
  changes: BasisChanges,
  index: BasisIndex,
): readonly (Reach & { readonly reason: Reason })[] {
  const why = new Map<string, Reason>();
  // What is another thing now was exchanged: a hand was in the aircraft, and what that disturbs is disturbed.
  const exchanged = (touches: readonly string[]): readonly Reach[] =>
    index.reachOf(reachOfWork(index.basis.systems, touches, 'replaced'));
  const say = (check: string, because: Reason): void => {
    for (const part of index.partsOfCheck.get(check) ?? [])
      if (!why.has(part.key)) why.set(part.key, because);
  };
  for (const change of changes.checks) {
    if (change.change === 'added')
      say(change.check, reason('checkIsNew', { check: change.title, pack: index.basis.pack.title }));
    else if (change.change === 'changed' && change.asksOther)
      say(change.check, reason('checkAsksOther', { check: change.title, fields: change.fields }));
  }
  for (const change of changes.limits) {
    if (!change.judgesOther) continue;
    for (const check of index.basis.pack.checks)
      if (check.limits.includes(change.key)) say(check.id, reason('limitIsOther', { limit: change.title }));
  }
  const { configuration } = changes;
  if (configuration) {
    const because = reason('configurationIsOther', { from: configuration.from, to: configuration.to });
    for (const found of exchanged(configuration.touches))
      if (!why.has(found.part)) why.set(found.part, because);
    for (const check of index.basis.pack.checks)
      if (check.limits.some((l) => index.limits.get(l)?.conditions.some((c) => c.fact === 'configuration')))
        say(check.id, because);
  }
  for (const { kind, title, touches } of changes.things) {
    const because = reason('thingIsOther', { kind, title });
    for (const found of exchanged(touches)) if (!why.has(found.part)) why.set(found.part, because);
    for (const part of index.parts.values()) {
      const looksAtIt =
        kind === 'engine'
          ? touches.includes(`engine.${part.subject}`)
          : part.check.answer.kind === 'equipment' || (kind === 'serial' && part.check.station === 'papers');
      if (looksAtIt && !why.has(part.key)) why.set(part.key, because);
    }
  }
  if (changes.loading)
    for (const found of index.reachOf(['loading']))
      if (!why.has(found.part)) why.set(found.part, reason('loadingIsOther'));
  return reachFromParts(index, [...why.keys()]).map((found) => ({
    ...found,
    reason: why.get(found.through[0] ?? found.part) ?? reason('nothingMoves'),
  }));
}
