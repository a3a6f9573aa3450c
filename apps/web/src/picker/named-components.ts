import {
  componentsOf,
  fits,
  systemsOf,
  type AircraftDescription,
  type BasisIndex,
  type Component,
  type Names,
} from '@kanzel/core';

/** What can be named on an aircraft: things that are fitted and drawn, and behind them every system of the pack. */
export interface Nameable {
  readonly components: readonly Component[];
  readonly systems: readonly Component[];
}

/** Both lists for an aircraft; without its description (which needs the server once) the systems alone. */
export function nameableOf(
  about: AircraftDescription | undefined,
  index: BasisIndex,
  names: Names,
): Nameable {
  const { systems: tree } = index.basis;
  const proves = [...index.parts.values()].flatMap((p) => p.proves);
  const components = about && tree ? componentsOf(tree, about.layout, about.equipment, proves) : [];
  const called = new Set(components.map((c) => c.title));
  const systems = systemsOf(index)
    .map((s) => ({ id: `system ${s}`, title: names.thing(s), touches: [s] }))
    .filter((s) => !called.has(s.title));
  return { components, systems };
}

/** Those that fit what is typed, the best first; all in their order while nothing is typed. */
export function fitting(list: readonly Component[], wanted: string): readonly Component[] {
  if (wanted.trim() === '') return list;
  return list
    .flatMap((c) => {
      const how = fits(wanted, c.title);
      return how > 0 ? [{ c, how }] : [];
    })
    .sort((a, b) => b.how - a.how)
    .map(({ c }) => c);
}
