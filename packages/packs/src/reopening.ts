import {
  componentsOf,
  FAMILIES,
  FAMILY_IDS,
  indexBasis,
  isEveryTime,
  layoutFor,
  reachOfWork,
  type BasisIndex,
  type Component,
  type Family,
  type Pack,
  type SystemTree,
} from '@kanzel/core';

/**
 * A pack on the layout that its family begins with, as far as the graph of its checks needs an aircraft: limits are left
 * out. Undefined for a pack that cannot be worked on it.
 */
export function indexOn(pack: Pack, family: Family, systems: SystemTree): BasisIndex | undefined {
  const engines = layoutFor(family)
    .propulsors.filter((p) => p.driven !== true)
    .map(({ id, title, cylinders, kind }) => ({ id, title, cylinders, kind }));
  const index = indexBasis({
    pack: { ...pack, checks: pack.checks.map((c) => ({ ...c, limits: [] })) },
    limitBook: { id: 'none', revision: 1, title: 'None', approvedBy: '', approvedOn: '', limits: [] },
    systems,
    aircraft: {
      mark: 'QX-TST',
      type: FAMILIES[family],
      description: 'as its family begins',
      family,
      serial: '1',
      engines,
      configuration: { code: '00000', title: 'as described' },
      hours: 0,
      limitBook: 'none',
      pack: pack.id,
      instruments: [],
    },
  });
  return index.ok ? index.value : undefined;
}

/** What work can be done to on the layout that a family begins with, by the checks of a pack. */
export function componentsOn(index: BasisIndex, family: Family, systems: SystemTree): readonly Component[] {
  const proves = [...new Set([...index.parts.values()].flatMap((p) => p.proves))];
  return componentsOf(systems, layoutFor(family), [], proves);
}

/** A part of the aircraft whose replacement nobody would look at, or a check that no work would bring back. */
export type Reopening =
  | { readonly kind: 'idle'; readonly component: Component; readonly family: Family }
  | { readonly kind: 'deaf'; readonly check: string; readonly family: Family };

/**
 * Where work and checks miss each other: a component that, replaced, re-opens nothing beside what is looked at every time
 * anyway; and a check that the replacement of no component re-opens, unless all it proves is looked at every time.
 * Each once, on the first family of the pack on which it is so.
 * Example: a pack with an engine's checks alone, on an aeroplane, is told of its wings.
 */
export function reopeningGaps(pack: Pack, systems: SystemTree): readonly Reopening[] {
  const found = new Map<string, Reopening>();
  for (const family of FAMILY_IDS) {
    const index = pack.families.includes(family) ? indexOn(pack, family, systems) : undefined;
    if (!index) continue;
    const lasting = (key: string): boolean => {
      const part = index.parts.get(key);
      // The look at the whole comes after every touch: that it follows says nothing of the work.
      if (part?.check.turn === 'last') return false;
      const proves = part?.proves ?? [];
      return proves.length === 0 || proves.some((s) => !isEveryTime(systems, s));
    };
    const reached = new Set<string>();
    for (const component of componentsOn(index, family, systems)) {
      const parts = index.reachOf(reachOfWork(systems, component.touches, 'replaced')).map((r) => r.part);
      for (const key of parts) reached.add(key);
      const name = component.touches.join();
      if (!parts.some(lasting) && !found.has(name)) found.set(name, { kind: 'idle', component, family });
    }
    for (const [key, { check }] of index.parts)
      if (!reached.has(key) && lasting(key) && !found.has(check.id))
        found.set(check.id, { kind: 'deaf', check: check.id, family });
  }
  return [...found.values()];
}
